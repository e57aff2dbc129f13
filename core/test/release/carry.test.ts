import { diff3Merge } from 'node-diff3';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { KeyPolicy, type Edit } from '../../src/contract/index.ts';
import { effective, inPlaceOrder, layerOver, settingWith, weigh } from '../../src/keyset/index.ts';
import { say } from '../../src/words/index.ts';
import {
  carriedLayer,
  carry,
  carryStack,
  carryThrough,
  composed,
  costs,
  decisionFor,
  relation,
  writtenOf,
  type CarryQuestion,
  type Decision,
  type Lineage,
  type Outcome,
} from '../../src/release/index.ts';
import { binding, command, custom, edit, shipped } from '../keyset/fixtures.ts';
import { canonical } from '../presses.ts';
import { firedBy, identity, pairs, settingOfWorld, sideOfWorld, worlds, type World } from './worlds.ts';
import { met, runs } from '../runs.ts';

const PLATFORMS = ['windows', 'macos'];
const editsIn = (world: World): fc.Arbitrary<Edit[]> =>
  fc.uniqueArray(
    fc
      .record({
        command: fc.constantFrom(...world.commands.map((one) => one.id)),
        context: fc.constantFrom(...world.contexts.map((one) => one.id)),
        platform: fc.constantFrom(null, null, ...PLATFORMS),
        action: fc.constantFrom(
          'set' as const,
          'add' as const,
          'clear' as const,
          'block' as const,
          'put back' as const,
        ),
        key: fc.constantFrom('A', 'F2', 'F9', 'Alt+Y', 'A B', 'Primary+K', 'Primary+K B'),
        reason: fc.string({ maxLength: 12 }),
      })
      .map(({ key, ...one }) => ({ ...one, shortcuts: /clear|put/.test(one.action) ? [] : [key], memoryAid: '' })),
    { maxLength: 8, selector: (one) => `${one.command} ${one.context} ${one.platform}` },
  );
const bare = ({ stack, ...rest }: World): World => ({ ...rest, stack: { ...stack, layers: [] } });
const carried = (question: CarryQuestion, outcomes: readonly Outcome[] = carry(question)) =>
  carriedLayer(outcomes, new Map(), question);

describe('carrying a layer forward', () => {
  const withEdits = pairs(300).chain(({ old, now, lineage }) =>
    editsIn(old).map((edits) => ({ edits, old: bare(old), now: bare(now), lineage })),
  );

  it('gives one outcome an edit, in order, with its reason word for word; what is put in or open is all there is', () => {
    fc.assert(
      fc.property(withEdits, ({ edits, old, now, lineage }) => {
        const [before, after] = [settingOfWorld(old), settingOfWorld(now)];
        const question = { edits, old: before, now: after, lineage };
        const outcomes = carry(question);
        expect(outcomes.map((one) => one.edit)).toEqual(edits);
        for (const { put, edit: one, said } of outcomes) {
          expect(say(said)).toMatch(/^[A-ZÄÖ0-9⌘].*\.$/);
          if (put) expect({ ...put, command: 0, context: 0 }).toEqual({ ...one, command: 0, context: 0 });
        }
        const { edits: layer, open } = carried(question, outcomes);
        const dropped = outcomes.filter((one) => one.kind === 'now as shipped').length;
        expect(layer.length + open.length + dropped).toBe(edits.length);
        for (const one of layer) {
          expect(after.commands.has(one.command)).toBe(true);
          expect(after.tree.inOrder.some(({ id }) => id === one.context)).toBe(true);
        }
      }),
      runs(60),
    );
  });

  it('keeps no edit without a word whose key no longer fires where it did, whatever was decided of the others', () => {
    let pressed = 0;
    fc.assert(
      fc.property(withEdits, fc.array(fc.constantFrom('keep', 'follow', 'later', null)), (world, choices) => {
        const { edits, old, now, lineage } = world;
        const question = { edits, old: settingOfWorld(old), now: settingOfWorld(now), lineage };
        const outcomes = carry(question);
        const decisions = new Map<number, Decision>(
          choices.flatMap((what, at) => (what && at < outcomes.length ? [[at, { what }] as const] : [])),
        );
        const layer = carriedLayer(outcomes, decisions, question);
        const over = (one: World, list: readonly Edit[]): World => ({
          ...one,
          stack: { ...one.stack, layers: [custom([...list])] },
        });
        outcomes.forEach((outcome, at) => {
          const { edit: was, put, owners, kind } = outcome;
          const decision = decisions.get(at) ?? decisionFor(outcome);
          const silent = owners.length === 0 && !/not accepted|press waits/.test(kind) && decision.what === 'keep';
          if (!put || !silent || !layer.edits.includes(put) || !/set|add/.test(was.action)) return;
          for (const platform of was.platform ? [was.platform] : PLATFORMS) {
            // Where another edit stands for the platform, this one says nothing of it.
            const own = (one: Edit) => one.platform === platform && one.command === was.command;
            if (!was.platform && edits.some((one) => own(one) && one.context === was.context)) continue;
            const [before, after] = [
              sideOfWorld(over(old, edits), platform),
              sideOfWorld(over(now, layer.edits), platform),
            ];
            for (const key of was.shortcuts) {
              const press = canonical(key, 'us', platform)!;
              const fired = firedBy(before, press, was.context);
              if (fired.join() !== String(was.command)) continue;
              pressed++;
              expect(firedBy(after, press, put.context), `${key} on ${platform}`).toEqual([put.command]);
            }
          }
        });
      }),
      runs(400),
    );
    expect(pressed).toBeGreaterThan(met(100));
  });

  it('gives the same edits where the release changed nothing, and what is shipped where there are no edits', () => {
    fc.assert(
      fc.property(withEdits, ({ edits, old }) => {
        const setting = settingOfWorld(old);
        const question = { edits, old: setting, now: setting, lineage: identity(old) };
        const outcomes = carry(question);
        expect(outcomes.every((one) => one.kind === 'carried' && !one.open)).toBe(true);
        expect(carried(question, outcomes).edits).toEqual(inPlaceOrder(edits));
        expect(carried({ ...question, edits: [] }, [])).toEqual({ edits: [], open: [] });
      }),
      runs(60),
    );
  });

  it('comes to the same in two steps as in one, where the first release resolves alike', () => {
    fc.assert(
      fc.property(withEdits, ({ edits, old, now, lineage }) => {
        // The release between only renames: every command has another identity, and all its keys.
        const turn = 10_000;
        const between: World = {
          contexts: old.contexts,
          commands: old.commands.map((one) => ({ ...one, id: one.id + turn })),
          stack: {
            shipped: shipped(old.stack.shipped.bindings.map((one) => ({ ...one, command: one.command + turn }))),
            layers: [],
          },
        };
        const first: Lineage = {
          ...identity(old, between),
          commands: relation(old.commands.map(({ id }) => [id, id + turn])),
        };
        const second: Lineage = {
          contexts: lineage.contexts,
          commands: relation(
            old.commands.flatMap(({ id }) => lineage.commands.forward(id).map((to) => [id + turn, to] as const)),
          ),
        };
        const settings = [old, between, now].map((one) => settingOfWorld(one));
        const [two, one] = [
          carryThrough(edits, settings, [first, second]),
          carryThrough(edits, [settings[0]!, settings[2]!], [composed(first, second)]),
        ];
        expect(two.edits).toEqual(one.edits);
        expect(two.open.map(({ outcome }) => outcome.kind).sort()).toEqual(
          one.open.map(({ outcome }) => outcome.kind).sort(),
        );
      }),
      runs(40),
    );
  });

  it('takes stacks from the bottom up: each layer over what the lower ones became', () => {
    fc.assert(
      fc.property(worlds(20), fc.infiniteStream(fc.nat()), (world, numbers) => {
        const [lower, upper] = fc.sample(editsIn(world), { numRuns: 2, seed: numbers.next().value! });
        const setting = settingOfWorld(bare(world));
        const layers = [custom(lower!, 2), custom(upper!, 3)];
        const steps = carryStack(settingWith(setting, { ...setting.weighed.stack, layers }), setting, identity(world));
        expect(steps.map((one) => one.edits)).toEqual([inPlaceOrder(lower!), inPlaceOrder(upper!)]);
      }),
      runs(60),
    );
  });

  /** Flat releases: one place, a command a line, keys that only that command ever has. */
  const flat = (values: readonly (string | null)[]): World => ({
    contexts: [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }],
    commands: values.map((_, at) => command(at + 1)),
    stack: { shipped: shipped(values.flatMap((key, at) => (key ? [binding(at + 1, key)] : []))), layers: [] },
  });
  const KEYS = ['Y', 'Shift+Y', 'Alt+Y', null];
  const keyOf = (command: number, which: number) => KEYS[which]?.replace('Y', `F${(command % 12) + 1}`) ?? null;
  const valuesOf = (which: readonly number[]) =>
    which.map((one, at) =>
      at < 12 ? keyOf(at, one) : (KEYS[one]?.replace('Y', String.fromCharCode(65 + at)) ?? null),
    );
  const threeWays = fc.integer({ min: 1, max: 20 }).chain((size) => {
    const list = fc.array(fc.nat(3), { minLength: size, maxLength: size });
    return fc.tuple(list, list, list);
  });
  const editsBetween = (base: readonly (string | null)[], mine: readonly (string | null)[]) =>
    mine.flatMap((key, at) =>
      key === base[at] ? [] : [key ? edit(at + 1, 'set', [key], { reason: `r${at}` }) : edit(at + 1, 'clear', [])],
    );
  const keysAfter = (world: World, edits: readonly Edit[]) => {
    const held = effective(layerOver(world.stack, edits), 'windows');
    return world.commands.map(({ id }) => held.of(id)[0]?.shortcut ?? null);
  };

  it('agrees with a three-way merge of lines (node-diff3; Khanna, Kunal and Pierce 2007) where that has no conflict', () => {
    let [compared, conflicts] = [0, 0];
    fc.assert(
      fc.property(threeWays, ([base, mine, theirs]) => {
        const [o, a, b] = [valuesOf(base), valuesOf(mine), valuesOf(theirs)];
        const lines = (values: readonly (string | null)[]) =>
          values.flatMap((key, at) => [`c${at} ${key}`, `separator ${at} one`, `separator ${at} two`]);
        const merged = diff3Merge(lines(a), lines(o), lines(b), { excludeFalseConflicts: true });
        const settled = new Map(
          merged
            .flatMap((part) => part.ok ?? [])
            .flatMap((line) => {
              const [, at, key] = /^c(\d+) (.*)$/.exec(line) ?? [];
              return at === undefined ? [] : [[Number(at), key === 'null' ? null : key!] as const];
            }),
        );
        const [old, now] = [flat(o), flat(b)];
        const [before, after] = [settingOfWorld(old), settingOfWorld(now)];
        const question = { edits: editsBetween(o, a), old: before, now: after, lineage: identity(old) };
        const outcomes = carry(question);
        const ours = keysAfter(now, carried(question, outcomes).edits);
        settled.forEach((key, at) => expect(ours[at], `line ${at}: ${o[at]} / ${a[at]} / ${b[at]}`).toBe(key));
        compared += settled.size;
        conflicts += o.length - settled.size;
      }),
      runs(400),
    );
    expect(compared).toBeGreaterThan(met(1000));
    expect(conflicts).toBeGreaterThan(met(100));
  });

  it('agrees with deciding line by line by hand, and calls “as shipped” just what both changed alike', () => {
    fc.assert(
      fc.property(threeWays, ([base, mine, theirs]) => {
        const [o, a, b] = [valuesOf(base), valuesOf(mine), valuesOf(theirs)];
        const [old, now] = [flat(o), flat(b)];
        const [before, after] = [settingOfWorld(old), settingOfWorld(now)];
        const question = { edits: editsBetween(o, a), old: before, now: after, lineage: identity(old) };
        const outcomes = carry(question);
        const ours = keysAfter(now, carried(question, outcomes).edits);
        expect(ours).toEqual(a.map((key, at) => (key === o[at] ? b[at] : key)));
        for (const { edit: one, kind, shippedMoved } of outcomes) {
          const at = one.command - 1;
          expect(kind).toBe(a[at] === b[at] ? 'now as shipped' : 'carried');
          expect(shippedMoved).toBe(o[at] !== b[at]);
        }
      }),
      runs(200),
    );
  });
});

describe('what becomes of an edit', () => {
  const place = (id: number, parent: number | null, name: string) => ({
    id,
    parent,
    name,
    position: id,
    takesText: false,
    together: [],
  });
  const contexts = [place(1, null, 'Everywhere'), place(2, 1, 'Chart'), place(3, 1, 'Log'), place(4, 1, 'Table')];
  const labels = ['Sound', 'Tides', 'Name wreck', 'Add buoy', 'Erase', 'Log depth', 'Print', 'Zoom', 'Trim', 'Pan'];
  const old: World = {
    contexts,
    commands: labels.map((label, at) => command(at + 1, { label })),
    stack: {
      shipped: shipped([binding(1, 'S'), binding(2, 'D'), binding(4, 'B'), binding(9, 'F4'), binding(10, 'F5')]),
      layers: [],
    },
  };
  const now: World = {
    contexts: [place(1, null, 'Everywhere'), place(2, 1, 'Chart'), place(4, 2, 'Table')],
    commands: [
      ...[1, 2, 5, 8, 9, 10].map((id) => command(id, { label: labels[id - 1]! })),
      command(7, { label: 'Print', fixed: true }),
      command(33, { label: 'Label wreck' }),
      command(41, { label: 'Add lateral buoy' }),
      command(42, { label: 'Add safe-water buoy' }),
      command(50, { label: 'Discard trial', destructive: true }),
    ],
    stack: {
      shipped: shipped([
        binding(1, 'S'),
        binding(2, 'D'),
        binding(42, 'B'),
        binding(50, 'F9'),
        binding(9, 'F6'),
        binding(10, 'F5'),
      ]),
      layers: [],
    },
  };
  const lineage: Lineage = {
    commands: relation([
      [1, 1],
      [2, 2],
      [3, 33],
      [4, 41],
      [4, 42],
      [5, 5],
      [7, 7],
      [8, 8],
      [9, 9],
      [10, 10],
    ]),
    contexts: relation([
      [1, 1],
      [2, 2],
      [4, 4],
    ]),
  };
  const [before, after] = [
    settingOfWorld(old),
    { ...settingOfWorld(now), policy: KeyPolicy.parse({ accepts: { held: false } }) },
  ];
  const edits = [
    edit(1, 'set', ['Y'], { context: 2, reason: 'stays' }),
    edit(9, 'set', ['F6'], { reason: 'both' }),
    edit(3, 'set', ['W'], { reason: 'renamed' }),
    edit(4, 'set', ['Shift+B'], { reason: 'split' }),
    edit(6, 'set', ['L'], { reason: 'gone' }),
    edit(5, 'set', ['F9'], { reason: 'taken' }),
    edit(7, 'set', ['P'], { reason: 'fixed' }),
    edit(8, 'set', ['hold:Z'], { reason: 'not accepted' }),
    edit(2, 'set', ['T'], { context: 3, reason: 'no place' }),
    edit(10, 'set', ['R'], { context: 4, reason: 'moved place' }),
  ];
  const question = { edits, old: before, now: after, lineage };
  const outcomes = carry(question);

  it('is told by its kind and in a sentence', () => {
    expect(outcomes.map((one) => [one.edit.reason, one.kind, one.open, say(one.said)])).toEqual([
      ['stays', 'carried', false, 'Carried over unchanged.'],
      ['both', 'now as shipped', false, 'F6 is now the default for Trim, so this edit is no longer needed.'],
      ['renamed', 'follows', false, 'Name wreck became Label wreck; the edit moves with it.'],
      [
        'split',
        'follows',
        false,
        'Add buoy was split into Add lateral buoy and Add safe-water buoy; the edit moves to Add safe-water buoy.',
      ],
      ['gone', 'command gone', true, 'Log depth is not in this release.'],
      ['taken', 'press taken', true, 'F9 now runs Discard trial in Everywhere.'],
      ['fixed', 'not accepted', true, 'Print cannot be changed.'],
      ['not accepted', 'not accepted', true, 'The program does not support held keys.'],
      ['no place', 'context gone', true, 'Log is not in this release.'],
      ['moved place', 'context moved', false, 'Table is now in Chart › Table.'],
    ]);
  });

  it('is decided by the trainer: keep takes the press, follow lets it go, other gives another, later is named', () => {
    const decide = (...list: [number, Decision][]) => carriedLayer(outcomes, new Map(list), question);
    expect(decide().open.map(({ outcome }) => outcome.edit.reason)).toEqual([
      'gone',
      'taken',
      'fixed',
      'not accepted',
      'no place',
    ]);
    const kept = decide([5, { what: 'keep' }]);
    expect(kept.edits.filter((one) => [5, 50].includes(one.command))).toEqual([
      edit(5, 'set', ['F9'], { reason: 'taken' }),
      edit(50, 'clear', [], { reason: 'F9 was reassigned to Erase.' }),
    ]);
    expect(decide([5, { what: 'follow' }]).edits.some((one) => one.command === 5)).toBe(false);
    const other = decide(
      [8, { what: 'other', context: 2 }],
      [5, { what: 'other', shortcuts: ['F11'] }],
      [4, { what: 'other', command: 8 }],
    );
    expect(other.edits).toContainEqual(edit(2, 'set', ['T'], { context: 2, reason: 'no place' }));
    expect(other.edits).toContainEqual(edit(5, 'set', ['F11'], { reason: 'taken' }));
    expect(other.edits).toContainEqual(edit(8, 'set', ['L'], { reason: 'gone' }));
    // What the program refuses stays open, whatever was decided, and says why.
    expect(decide([6, { what: 'keep' }]).open.map((one) => say(one.why))).toContain('Print cannot be changed.');
    expect(decide([1, { what: 'keep' }]).edits).toContainEqual(edit(9, 'set', ['F6'], { reason: 'both' }));
  });

  it('lets nobody land on a place that another edit has: two that are one now wait for each other', () => {
    const merged: Lineage = {
      ...lineage,
      commands: relation([
        [1, 1],
        [2, 1],
      ]),
    };
    const two = { ...question, edits: [edit(1, 'set', ['Y']), edit(2, 'set', ['X'])], lineage: merged };
    const both = carry(two);
    expect(both.map((one) => [one.kind, one.open])).toEqual([
      ['follows', false],
      ['follows', true],
    ]);
    expect(carried(two, both).edits).toEqual([edit(1, 'set', ['Y'])]);
    const kept = carriedLayer(both, new Map([[1, { what: 'keep' }]]), two);
    expect(kept.open.map((one) => say(one.why))).toEqual(['There is already an edit in this context.']);
  });

  it('has had its cost at past releases, where its command and place were there', () => {
    const settings = [
      { label: '6', setting: before },
      { label: '7', setting: after },
      { label: '8', setting: after },
    ];
    const own = identity(now);
    const found = costs(
      [edit(5, 'set', ['F9']), edit(1, 'set', ['Y']), edit(50, 'set', ['F1'])],
      settings,
      (from, to) => (from === 0 && to > 0 ? lineage : own),
    );
    expect(
      found.map(({ steps, at }) => [steps, at.map((one) => `${one.from} > ${one.to}: ${one.outcome.kind}`)]),
    ).toEqual([
      [2, ['6 > 7: press taken']],
      [2, []],
      [1, []],
    ]);
  });

  it('leaves what is written of all else as the new release has it', () => {
    const { edits: layer } = carried(question, outcomes);
    const touched = new Set(layer.map((one) => one.command));
    const left = (stack: World['stack']) =>
      writtenOf(weigh(stack, after.weighed.keyboards))
        .filter((line) => !touched.has(line.command))
        .map(({ command: id, shortcuts }) => [id, shortcuts]);
    expect(left(layerOver(now.stack, layer))).toEqual(left(now.stack));
  });
});
