import fc from 'fast-check';
import { createRequire } from 'node:module';
import { describe, expect, it } from 'vitest';
import { US, layoutById } from '../../src/keys/index.ts';
import { SYSTEM_KEYS, acceptance, clashes, opened, settingWith, type Setting } from '../../src/keyset/index.ts';
import { keyboardsOf, madeOn, meet } from '../../src/press/index.ts';
import { say } from '../../src/words/index.ts';
import { KeyPolicy, type Catalogue } from '../../src/contract/index.ts';
import {
  RESTS,
  assign,
  pressesElsewhere,
  proposer,
  type Rest,
  prunedPool,
  reassign,
  roomIn,
} from '../../src/reach/index.ts';
import { FOUR_CONTEXTS } from '../arbitraries.ts';
import { binding, command, custom, edit, on as onLayouts, setting, settings, shipped } from '../keyset/fixtures.ts';
import { board, canonical } from '../presses.ts';
import { runs } from '../runs.ts';

const munkres = createRequire(import.meta.url)('munkres-js') as (costs: number[][]) => [number, number][];
const whole = fc.integer({ min: -40, max: 400 });
const matrix = (most: number, cell: fc.Arbitrary<number> = whole) =>
  fc.tuple(fc.integer({ min: 1, max: most }), fc.integer({ min: 0, max: most })).chain(([rows, more]) =>
    fc.array(fc.array(cell, { minLength: rows + more, maxLength: rows + more }), {
      minLength: rows,
      maxLength: rows,
    }),
  );

/** The best that trying every way gives: most rows served, then least cost. */
function bruteForce(costs: readonly (readonly number[])[]): { served: number; total: number } {
  let best = { served: -1, total: Infinity };
  const taken = new Set<number>();
  const walk = (row: number, served: number, total: number) => {
    if (row === costs.length) {
      if (served > best.served || (served === best.served && total < best.total)) best = { served, total };
      return;
    }
    if (best.served > served + costs.length - row) return;
    costs[row]!.forEach((cost, column) => {
      if (cost === Infinity || taken.has(column)) return;
      taken.add(column);
      walk(row + 1, served + 1, total + cost);
      taken.delete(column);
    });
    walk(row + 1, served, total);
  };
  walk(0, 0, 0);
  return best;
}
const given = (columns: readonly (number | null)[]) => columns.filter((one) => one !== null);

describe('assigning at least total cost', () => {
  it('costs what munkres-js finds, up to 60 × 60', () => {
    fc.assert(
      fc.property(matrix(30), (costs) => {
        const { columns, total } = assign(costs);
        const theirs = munkres(costs.map((row) => [...row])).reduce((sum, [i, j]) => sum + costs[i]![j]!, 0);
        expect(total).toBe(theirs);
        expect(new Set(given(columns)).size).toBe(costs.length);
      }),
      runs(60),
    );
    const random = fc.sample(
      fc.array(fc.array(whole, { minLength: 60, maxLength: 60 }), { minLength: 60, maxLength: 60 }),
      3,
    );
    for (const costs of random) {
      const theirs = munkres(costs.map((row) => [...row])).reduce((sum, [i, j]) => sum + costs[i]![j]!, 0);
      expect(assign(costs).total).toBe(theirs);
    }
  });

  it('is the best of all ways up to 8 × 8, with presses that are forbidden and rows that are left without', () => {
    const cell = fc.oneof({ weight: 2, arbitrary: whole }, fc.constant(Infinity));
    const tall = fc
      .tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 8 }))
      .chain(([rows, columns]) =>
        fc.array(fc.array(cell, { minLength: columns, maxLength: columns }), { minLength: rows, maxLength: rows }),
      );
    fc.assert(
      fc.property(tall, (costs) => {
        const { columns, total } = assign(costs);
        const best = bruteForce(costs);
        expect([given(columns).length, total]).toEqual([best.served, best.served ? best.total : 0]);
        columns.forEach((column, row) => column !== null && expect(costs[row]![column]).not.toBe(Infinity));
      }),
      runs(300),
    );
    expect(assign([])).toEqual({ columns: [], total: 0 });
    expect(assign([[], []])).toEqual({ columns: [null, null], total: 0 });
  });
});

const facts = { rest: RESTS[1]! };
const pc = ({ weighed }: Setting) => weighed.keyboards.on('windows')[0]!;
const errors = (on: Setting) => clashes(on).filter((clash) => clash.severity === 'error').length;
const policies = fc.constantFrom(
  KeyPolicy.parse({}),
  KeyPolicy.parse({ accepts: { bareLetters: false } }),
  KeyPolicy.parse({ accepts: { needsOneOf: ['Ctrl', 'Alt'], functionKeys: false } }),
);
const layouts = fc.uniqueArray(fc.constantFrom('us', 'de', 'fr'), { minLength: 1, maxLength: 2 });

describe('proposals', () => {
  it('add no error, are accepted, can be pressed, and take nobody’s key', () => {
    fc.assert(
      fc.property(
        settings,
        policies,
        layouts,
        fc.integer({ min: 1, max: 4 }),
        fc.nat(200),
        (plain, policy, ids, where, pick) => {
          const on: Setting = {
            ...onLayouts(
              plain,
              ids.map((id) => layoutById(id)!),
            ),
            policy,
          };
          const list = proposer(on, facts).proposals(on.commands.get(6)!, where);
          const proposal = list[pick % Math.max(1, list.length)];
          if (!proposal) return;
          const { shortcut } = proposal;
          expect(acceptance(policy, shortcut)).toBeNull();
          for (const keyboard of on.weighed.keyboards.all) expect(madeOn(shortcut, keyboard), shortcut).not.toBeNull();
          const { stack } = on.weighed;
          const top = stack.layers[0]!;
          const rest = top.edits.filter((one) => one.command !== 6 || one.context !== where);
          const set = (edits: typeof rest) => settingWith(on, { ...stack, layers: [{ ...top, edits }] });
          const added = set([...rest, edit(6, 'set', [shortcut], { context: where })]);
          expect(errors(added), shortcut).toBeLessThanOrEqual(errors(set(rest)));
        },
      ),
      runs(150),
    );
  });

  it('are of the presses that room left shows free, on every platform', () => {
    fc.assert(
      fc.property(settings, fc.integer({ min: 1, max: 4 }), (plain, context) => {
        const on = onLayouts(plain, [US, layoutById('de')!], SYSTEM_KEYS);
        for (const keyboard of on.weighed.keyboards.all) {
          const room = roomIn({ weighed: on.weighed, takers: on.takers, tree: on.tree, keyboard, rest: facts.rest })(
            context,
          );
          const states = new Map(
            room.rows.flatMap((row) => row.cells.map((cell) => [cell.press, cell.state] as const)),
          );
          for (const { shortcut } of proposer(on, facts).pool(context)) {
            const press = canonical(shortcut, keyboard.layout, keyboard.platform)!;
            expect(states.get(press) ?? 'free', `${shortcut} on ${keyboard.platform}`).toBe('free');
          }
        }
      }),
      runs(60),
    );
  });

  const commands = [
    command(1, { label: 'Measure depth', otherNames: ['Sound'] }),
    command(2, { label: 'Erase all', destructive: true }),
    command(3, { label: 'Quill' }),
  ];
  const on = (bindings: ReturnType<typeof binding>[], edits: ReturnType<typeof edit>[] = []) =>
    setting({ shipped: shipped(bindings), layers: [custom(edits)] }, commands);
  const reasons = (
    of: number,
    key: string,
    bindings: ReturnType<typeof binding>[] = [],
    edits: ReturnType<typeof edit>[] = [],
    more = {},
  ) =>
    proposer(on(bindings, edits), { ...facts, ...more })
      .proposals(commands[of - 1]!, 1)
      .find((one) => one.shortcut === key)
      ?.reasons.map((one) => say(one.said))
      .join('; ');

  it('say why: the letter, the family, another program, a former meaning, and what a slip would destroy', () => {
    expect(reasons(1, 'M')).toContain('M for Measure');
    expect(reasons(1, 'D')).toContain('D for depth');
    expect(reasons(1, 'S')).toContain('S for Sound, another name');
    expect(reasons(1, 'Z')).toContain('no letter in common');
    expect(reasons(2, 'E')).toContain('destructive, and needs no Ctrl or Alt');
    expect(reasons(2, 'Primary+E', [binding(1, 'Primary+W')])).toContain(
      '86 mm, one hand; E for Erase; destructive, one slip away from Measure depth',
    );
    expect(reasons(3, 'Q', [binding(1, 'Q')], [edit(1, 'set', ['Alt+Q'])])).toContain(
      '20 mm, one hand; Q for Quill; previously Measure depth',
    );
    const pair = { groups: [{ id: 1, kind: 'pair', name: 'Depth', members: [1, 3], twin: null }] };
    expect(reasons(3, 'Shift+M', [binding(1, 'M')], [], pair)).toContain(
      '128 mm, one hand; no letter in common; the shortcut of its counterpart, Measure depth',
    );
    const elsewhere = { elsewhere: () => [{ shortcut: 'Primary+D', app: 'Brinechart' }] };
    expect(reasons(1, 'Primary+D', [], [], elsewhere)).toContain('67 mm, one hand; D for depth; same as in Brinechart');
  });

  it('cost what docs/formulas.md works out', () => {
    const cost = (given: Setting, rest: Rest, of: number, key: string) =>
      proposer(given, { rest, keyboard: pc(given) })
        .proposals(given.commands.get(of)!, 1)
        .find((one) => one.shortcut === key)!.cost;
    const named = [
      command(1, { label: 'Place sounding' }),
      command(2, { label: 'Strike soundings', destructive: true }),
      command(3),
    ];
    const given = setting({ shipped: shipped([binding(3, 'Primary+S')]), layers: [custom([])] }, named);
    expect(Math.round(cost(given, RESTS[0]!, 1, 'P'))).toBe(20 - 28);
    expect(Math.round(cost(given, RESTS[1]!, 2, 'Shift+A'))).toBe(29 + 60);
    expect(Math.round(cost(given, RESTS[1]!, 2, 'Primary+D'))).toBe(49 - 5 + 16);
  });

  it('know what the command has in other programs as they ship', () => {
    const catalogue = {
      app: { name: 'Brinechart' },
      release: { platforms: ['linux'] },
      groups: [],
      contexts: FOUR_CONTEXTS,
      commands: [command(7, { label: 'measure DEPTH' }), command(8, { label: 'Other' })],
      keysets: [shipped([binding(7, 'F6'), binding(8, 'F7')])],
    } as unknown as Catalogue;
    const other = opened(catalogue);
    const by = (answers: Record<number, number[]>) => [
      { program: other, answering: (id: number) => answers[id] ?? null },
    ];
    expect(pressesElsewhere(commands[0]!, by({}), 'windows')).toEqual([{ app: 'Brinechart', shortcut: 'F6' }]);
    expect(pressesElsewhere(commands[1]!, by({}), 'windows')).toEqual([]);
    // What was judged goes before what is called alike: another command, both, or none.
    const answers = (ids: number[]) =>
      pressesElsewhere(commands[0]!, by({ [commands[0]!.id]: ids }), 'windows').map((one) => one.shortcut);
    expect([answers([8]), answers([8, 7]), answers([])]).toEqual([['F7'], ['F7', 'F6'], []]);
  });

  it('put a destructive command off the plain keys, and a nearer key before a farther one', () => {
    const given = on([]);
    const list = proposer(given, { ...facts, keyboard: pc(given) }).proposals(commands[1]!, 1);
    expect(list[0]!.shortcut).toMatch(/Primary|Alt/);
    const plain = proposer(on([]), facts).proposals(command(3, { label: 'Xyz' }), 1);
    expect(plain.map((one) => one.cost)).toEqual([...plain.map((one) => one.cost)].sort((a, b) => a - b));
  });
});

describe('keys for several commands', () => {
  it('are never the same press on any layout and platform', () => {
    fc.assert(
      fc.property(settings, fc.integer({ min: 1, max: 4 }), (plain, context) => {
        const on = onLayouts(plain, [US, layoutById('de')!]);
        const wishes = [3, 4, 5, 6].map((one) => ({ command: one, context }));
        const { given: keys } = reassign(wishes, on, facts);
        const shortcuts = keys.flatMap((one) => one?.shortcut ?? []);
        for (const { layout, platform } of on.weighed.keyboards.all)
          shortcuts.forEach((a, i) =>
            shortcuts.slice(i + 1).forEach((b) => {
              const [x, y] = [a, b].map((one) => madeOn(one, board(layout, platform))!);
              expect(meet(x!, y!), `${a} ${b}`).toBe(false);
            }),
          );
        expect(shortcuts).toHaveLength(4);
      }),
      runs(40),
    );
    expect(prunedPool(['?', 'Shift+/', 'A', 'A', 'A B'], keyboardsOf([US], ['windows']))).toEqual(['?', 'A']);
  });
});
