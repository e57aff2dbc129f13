import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { layoutById, type Layout } from '../../src/keys/index.ts';
import {
  SYSTEM_KEYS,
  clashes,
  consequences,
  joined,
  settingAfter,
  shownKeys,
  withFollowUp,
  type FollowUp,
  type Held,
  type Setting,
} from '../../src/keyset/index.ts';
import { KeyPolicy, type Edit } from '../../src/contract/index.ts';
import { begin, madeOn, meet } from '../../src/press/index.ts';
import { say } from '../../src/words/index.ts';
import { PLATFORMS, edits } from '../arbitraries.ts';
import { board, canonical } from '../presses.ts';
import { COMMANDS, binding, command, custom, edit, on, setting, settings, shipped } from './fixtures.ts';
import { met, runs } from '../runs.ts';

/** The layouts of a group of learners: one, or several that differ. */
const groups = fc.constantFrom(...[['us'], ['de', 'us'], ['fr', 'de', 'us'], ['colemak', 'us']]);
const layoutsOf = (ids: readonly string[]) => ids.map((id) => layoutById(id)!);

describe('what follows from an edit', () => {
  const random = fc.record({
    setting: settings,
    wanted: fc.uniqueArray(edits(COMMANDS), {
      minLength: 1,
      maxLength: 3,
      selector: (one) => `${one.command} ${one.context} ${one.platform}`,
    }),
    layouts: groups,
  });
  type Party = { command: number; context: number; shortcut: string };
  const partyText = (held: Party) => `${held.command} ${held.context} ${held.shortcut}`;
  /** A binding by what is pressed, however it is spelled. */
  const pressed = ({ shortcut, ...held }: Party, platform: string, layout: string) =>
    `${held.command} ${held.context} ${canonical(shortcut, layout, platform)}`;
  /** Errors between two bindings, once for each keyboard on which they are. */
  const errors = (list: ReturnType<typeof clashes>) =>
    list
      .filter((clash) => clash.severity === 'error' && clash.parties.length === 2)
      .flatMap((clash) =>
        clash.platforms.flatMap((platform) =>
          clash.layouts.map(
            (layout) =>
              `${platform} ${layout} ${clash.parties
                .map((one) => pressed(one, platform, layout))
                .sort()
                .join(' | ')}`,
          ),
        ),
      );

  it('agrees with the clashes found afterwards on all layouts: nothing new is in the same place or fixed, and nobody’s other keys, reasons or aids change unsaid', () => {
    let done = 0;
    fc.assert(
      fc.property(random, ({ setting: plain, wanted, layouts }) => {
        const before = on(plain, layoutsOf(layouts));
        const outcome = consequences(before, { put: wanted, remove: [] });
        if (outcome.refusals.length) return;
        done++;
        const after = settingAfter(before, outcome.change);
        const known = new Set(errors(clashes(before)));
        const mine = (text: string) => wanted.some((one) => text.includes(` ${one.command} ${one.context} `));
        const told = new Set(
          outcome.consequences.flatMap(({ kind, command: id, shortcut, other, platforms, layouts: ids }) =>
            kind !== 'together' || !other
              ? []
              : wanted.flatMap(({ context }) => {
                  const both = [{ command: id, context, shortcut }, other];
                  return platforms.flatMap((one) =>
                    ids.map(
                      (layout) =>
                        `${one} ${layout} ${both
                          .map((each) => pressed(each, one, layout))
                          .sort()
                          .join(' | ')}`,
                    ),
                  );
                }),
          ),
        );
        // A mask of places may say more than one: platforms times layouts. What is found has to be among it.
        expect(errors(clashes(after)).filter((one) => !known.has(one) && mine(one) && !told.has(one))).toEqual([]);

        const taken = new Set(
          outcome.consequences
            .filter((one) => one.kind === 'taken from')
            .flatMap((one) => one.platforms.map((platform) => `${platform} ${partyText(one.other!)}`)),
        );
        const edited = (held: { command: number; context: number }) =>
          wanted.some((one) => one.command === held.command && one.context === held.context);
        const words = ({ edit: made, binding: stated }: Held) => [made?.reason, made?.memoryAid, stated?.memoryAid];
        for (const platform of PLATFORMS) {
          const now = after.weighed.on(platform);
          for (const held of before.weighed.on(platform).held) {
            if (edited(held)) continue;
            const still = now.at(held.command, held.context).find((one) => one.shortcut === held.shortcut);
            expect(Boolean(still), partyText(held)).toBe(!taken.has(`${platform} ${partyText(held)}`));
            // A layer’s edit for one platform is copied from the one for all: its words stay.
            if (still && held.edit?.reason) expect(words(still)).toEqual(words(held));
          }
        }
      }),
      runs(2500),
    );
    expect(done).toBeGreaterThan(met(500));
  });

  const commands = [
    command(1, { label: 'Show drying heights' }),
    command(2, { label: 'Discard trial' }),
    command(3, { label: 'Save chart', fixed: true }),
    command(4, { label: 'Plot' }),
  ];
  const list = [binding(1, 'J'), binding(1, '6'), binding(3, 'Primary+S'), binding(4, 'K', { contexts: [3] })];
  const after = (...put: Edit[]) =>
    consequences(setting({ shipped: shipped(list), layers: [custom([])] }, commands), { put, remove: [] });

  it('names the owner of a taken press and what is left to it', () => {
    const outcome = after(edit(2, 'set', ['J']));
    expect(outcome.consequences.map((one) => say(one.said))).toEqual([
      'J belongs to Show drying heights. If you reassign it, Show drying heights keeps its other shortcut.',
    ]);
    expect(outcome.change.put[1]).toMatchObject({
      command: 1,
      action: 'set',
      shortcuts: ['6'],
      platform: null,
      reason: 'J was reassigned to Discard trial.',
    });
  });
  it('leaves the others of a command as they were, with their reason and memory aid', () => {
    const layers = [custom([edit(1, 'set', ['J', 'Ctrl+Y'], { reason: 'Near the pen.', memoryAid: 'J for jetty' })])];
    const given = setting({ shipped: shipped(list), layers }, commands);
    const taking = consequences(given, { put: [edit(2, 'set', ['J'], { reason: 'Asked for.' })], remove: [] });
    expect(taking.change.put).toMatchObject([
      { command: 2, shortcuts: ['J'], reason: 'Asked for.' },
      { command: 1, shortcuts: ['Ctrl+Y'], reason: 'Near the pen.', memoryAid: 'J for jetty' },
    ]);
  });
  it('says it of every layout: on the German one the slash is Shift+7', () => {
    const learners = on(
      setting({ shipped: shipped([binding(1, 'Ctrl+Shift+7')]), layers: [custom([])] }, commands),
      ['us', 'de'].map((id) => layoutById(id)!),
    );
    const outcome = consequences(learners, { put: [edit(4, 'set', ['Ctrl+/'])], remove: [] });
    expect(outcome.consequences.map((one) => say(one.said))).toEqual([
      'Ctrl+Shift+7 belongs to Show drying heights with the German layout. If you reassign it, Show drying heights has no shortcut.',
    ]);
    expect(outcome.change.put[1]).toMatchObject({ command: 1, action: 'clear' });
    // A press that one of the layouts lacks does not end the weighing of the others.
    const umlaut = consequences(
      on(
        setting({ shipped: shipped([binding(1, 'Ö')]), layers: [custom([])] }, commands),
        learners.weighed.keyboards.layouts,
      ),
      { put: [edit(4, 'set', ['Ö'])], remove: [] },
    );
    expect(umlaut.consequences.map((one) => `${one.kind} ${one.layouts.join()}`)).toEqual([
      'cannot be pressed us',
      'taken from de',
    ]);
  });
  it('says when an edit for all platforms puts its keys in the place of what one had of its own', () => {
    const given = setting(
      { shipped: shipped([binding(4, 'Ctrl+K'), binding(4, 'Meta+Y', { platform: 'macos' })]), layers: [custom([])] },
      commands,
    );
    const outcome = consequences(given, { put: [edit(4, 'set', ['Primary+U'])], remove: [] });
    expect(outcome.consequences.map((one) => say(one.said))).toEqual([
      'On macOS, Plot loses its separate shortcut Command+Y.',
    ]);
    expect(consequences(given, { put: [edit(4, 'set', ['Primary+Y'])], remove: [] }).consequences).toEqual([]);
  });
  it('refuses more shortcuts than the program lets a command have', () => {
    const policy = KeyPolicy.parse({ accepts: { mostPerCommand: 2 } });
    const given = setting({ shipped: shipped(list), layers: [custom([])] }, commands, { policy });
    const adding = (key: string) => consequences(given, { put: [edit(1, 'add', [key])], remove: [] }).refusals;
    expect(adding('Ctrl+Y').map((one) => one.code)).toEqual(['not-accepted']);
    // The same press once more, spelled otherwise, is none more.
    expect(adding('[KeyJ]')).toEqual([]);
  });
  it('gives and swaps without touching the owner’s other keys', () => {
    const given = setting({ shipped: shipped([...list, binding(2, 'Y')]), layers: [custom([])] }, commands);
    const change = { put: [edit(2, 'set', ['J'])], remove: [] };
    const owner = { command: 1, context: 1, shortcut: 'J' };
    const keysOf = (follow: FollowUp) => {
      const outcome = consequences(given, withFollowUp(given, change, owner, follow));
      expect(outcome.refusals).toEqual([]);
      const after_ = settingAfter(given, outcome.change).weighed.on('windows');
      return [1, 2].map((id) => after_.of(id).map((one) => one.shortcut));
    };
    expect(keysOf({ kind: 'swap' })).toEqual([['Y', '6'], ['J']]);
    expect(keysOf({ kind: 'give', shortcut: 'F9' })).toEqual([['F9', '6'], ['J']]);
    expect(keysOf({ kind: 'leave' })).toEqual([['6'], ['J']]);
  });
  it('takes only where the press meets: Primary on two platforms of three', () => {
    const outcome = after(edit(1, 'set', ['Ctrl+K']), edit(2, 'set', ['Primary+K']));
    expect(outcome.refusals.map((one) => one.code)).toEqual(['same-place']);
    const alone = consequences(setting({ shipped: shipped([binding(1, 'Ctrl+K')]), layers: [custom([])] }, commands), {
      put: [edit(2, 'set', ['Primary+K'])],
      remove: [],
    });
    expect(say(alone.consequences[0]!.said)).toContain('on Windows and Linux');
    expect(alone.change.put.slice(1).map((one) => one.platform)).toEqual(['windows', 'linux']);
  });
  it('hides in a narrower place, is hidden by one, and waits', () => {
    expect(after(edit(2, 'set', ['J'], { context: 3 })).consequences.map((one) => one.kind)).toEqual(['hides']);
    expect(after(edit(2, 'set', ['K'])).consequences.map((one) => one.kind)).toEqual(['hidden by']);
    expect(after(edit(2, 'set', ['J J'])).consequences.map((one) => one.kind)).toEqual(['waits']);
    expect(after(edit(2, 'set', ['Ö'])).consequences.map((one) => one.kind)).toEqual(['cannot be pressed']);
  });
  it('refuses what a fixed command has, and to change one', () => {
    expect(after(edit(2, 'set', ['Ctrl+S'], { context: 3 })).refusals[0]!.sentence).toBe(
      'Ctrl+S belongs to Save chart, which is fixed.',
    );
    expect(after(edit(3, 'clear', [])).refusals[0]!.sentence).toBe('Save chart cannot be changed.');
    expect(after(edit(9, 'clear', [])).refusals[0]!.code).toBe('no-command');
    expect(after(edit(2, 'set', [])).refusals[0]!.code).toBe('no-key');
    expect(after(edit(2, 'set', ['A'], { platform: 'beos' })).refusals[0]!.code).toBe('no-platform');
    expect(
      consequences(setting({ shipped: shipped(list), layers: [] }, commands), { put: [], remove: [] }).refusals[0]!
        .code,
    ).toBe('shipped');
  });
  it('is nothing when two commands change their keys in one go', () => {
    expect(after(edit(1, 'set', ['K']), edit(2, 'set', ['J'])).consequences.map((one) => one.kind)).toEqual([
      'hidden by',
    ]);
  });
  it('is told alike by two computations, whatever their order', () => {
    const one = after(edit(2, 'set', ['J', 'K']));
    const other = after(edit(2, 'set', ['K', 'J']));
    expect(shownKeys(one.consequences)).toEqual(shownKeys(other.consequences));
  });
});

describe('what follows besides other commands', () => {
  const commands = [1, 2, 3].map((id) => command(id));
  const with_ = (bindings: ReturnType<typeof binding>[]): Setting =>
    setting({ shipped: shipped(bindings), layers: [custom([])] }, commands, {
      systemKeys: SYSTEM_KEYS,
      pairs: [[1, 2]],
    });
  const told = (given: Setting, put: Edit[]) => {
    const outcome = consequences(given, { put, remove: [] });
    return [...outcome.refusals.map((one) => one.code), ...outcome.consequences.map((one) => one.kind)];
  };
  it('is what the system keeps or may take, as the table has it', () => {
    // The Windows key with L locks the screen, Alt+Tab changes windows (the table of system keys, each row with its source).
    expect(told(with_([]), [edit(3, 'set', ['Ctrl+Alt+Delete'])])).toEqual(['kept']);
    expect(told(with_([]), [edit(3, 'set', ['Alt+F4'])])).toEqual(['system']);
    expect(told(with_([]), [edit(3, 'set', ['Alt+F4'], { platform: 'macos' })])).toEqual([]);
  });
  it('is a pair left with a key on one side only, by the edit or by what it takes', () => {
    const both = [binding(1, 'F7'), binding(2, 'F8')];
    expect(told(with_(both), [edit(1, 'clear', [])])).toEqual(['lopsided']);
    expect(told(with_(both), [edit(3, 'set', ['F8'])])).toEqual(['taken from', 'lopsided']);
    expect(told(with_(both), [edit(1, 'clear', []), edit(2, 'clear', [])])).toEqual([]);
    expect(told(with_([binding(1, 'F7')]), [edit(2, 'set', ['F8'])])).toEqual([]);
    expect(told(with_([binding(1, 'F7')]), [edit(1, 'set', ['F8'])])).toEqual([]);
  });
});

describe('weighing only what a change touches', () => {
  /** What is gained and whom it meets, from the whole keyset as it is after the change, shortcut by shortcut and keyboard by keyboard. */
  function fromTheWhole(before: Setting, put: readonly Edit[], layouts: readonly Layout[]): string[] {
    const after = settingAfter(before, { put, remove: [] });
    const found = new Set<string>();
    for (const platform of PLATFORMS) {
      const [was, is] = [before.weighed.on(platform), after.weighed.on(platform)];
      for (const { command: id, context } of put) {
        const key = (shortcut: string) => before.weighed.keyboards.pressKey(shortcut, platform);
        const had = was.at(id, context).map((one) => key(one.shortcut));
        for (const gained of is.at(id, context).filter((one) => !had.includes(key(one.shortcut))))
          for (const layout of layouts) {
            const mine = madeOn(gained.shortcut, board(layout, platform));
            const at = `${platform} ${layout.id}`;
            if (!mine) {
              found.add(`cannot be pressed ${id} ${gained.shortcut} ${at}`);
              continue;
            }
            for (const other of is.held) {
              const theirs = madeOn(other.shortcut, board(layout, platform));
              const relation = before.tree.relation(context, other.context);
              if (!theirs || relation === 'apart' || (other.command === id && mine.length === theirs.length)) continue;
              const [short, long] = mine.length < theirs.length ? [mine, theirs] : [theirs, mine];
              const alike =
                mine.length === theirs.length ? meet(mine, theirs) : short[0]!.length > 0 && startsWith(short, long);
              if (
                !alike ||
                (mine.length !== theirs.length && other.command === id && other.shortcut === gained.shortcut)
              )
                continue;
              const kind = mine.length !== theirs.length ? 'waits' : relation;
              found.add(`${kind} ${id} ${gained.shortcut} ${other.command} ${other.context} ${other.shortcut} ${at}`);
            }
          }
      }
    }
    return [...found].sort();
  }
  const startsWith = (short: NonNullable<ReturnType<typeof madeOn>>, long: typeof short) => {
    const tries = (at: number, presses: (typeof short)[number][number][]): boolean =>
      at === short.length ? begin(presses, long) : short[at]!.some((one) => tries(at + 1, [...presses, one]));
    return tries(0, []);
  };
  const RELATION: Partial<Record<string, string>> = {
    'taken from': 'same',
    hides: 'wider',
    'hidden by': 'narrower',
    together: 'together',
    waits: 'waits',
  };
  it('finds the same as looking at all of it, on every layout', () => {
    // What is said of a command that blocks is left out below: it does nothing else here.
    const alone = (list: readonly Edit[]) =>
      list.every(
        (one) => one.action !== 'block' || list.every((other) => other === one || other.command !== one.command),
      );
    const wanted = fc
      .uniqueArray(edits(COMMANDS), { minLength: 1, maxLength: 3, selector: (one) => `${one.command} ${one.context}` })
      .filter(alone);
    let weighed = 0;
    fc.assert(
      fc.property(settings, wanted, groups, (plain, list, ids) => {
        const layouts = layoutsOf(ids);
        const before = on(plain, layouts);
        // Added keys join what is there, as they do when the change is made.
        const top = before.weighed.stack.layers[0]!;
        const put = list.map((one) => joined(top.edits, one));
        const outcome = consequences(before, { put: list, remove: [] });
        if (outcome.refusals.length) return;
        weighed++;
        const told = outcome.consequences.flatMap((one) => {
          const { kind, command: id, shortcut, other } = one;
          const spots = one.platforms.flatMap((platform) => one.layouts.map((layout) => `${platform} ${layout}`));
          if (put.some((each) => each.action === 'block' && each.command === id)) return [];
          if (kind === 'cannot be pressed') return spots.map((at) => `${kind} ${id} ${shortcut} ${at}`);
          const relation = RELATION[kind];
          if (!relation) return [];
          return spots.map(
            (at) => `${relation} ${id} ${shortcut} ${other!.command} ${other!.context} ${other!.shortcut} ${at}`,
          );
        });
        const blocking = new Set(put.filter((one) => one.action === 'block').map((one) => one.command));
        const whole = fromTheWhole(before, put, layouts).filter(
          (one) => !blocking.has(Number(/^(?:cannot be pressed|\w+) (\d+) /.exec(one)![1])),
        );
        // Places are told as platforms and layouts: all that is found is told, and whom it concerns is the same.
        const said = new Set(told);
        const spot = (text: string) => text.split(' ').slice(-2).join(' ');
        const missing = whole.filter(
          (one) => !said.has(one) && !told.some((each) => pairOf(each) === pairOf(one) && spot(each) === spot(one)),
        );
        expect(missing).toEqual([]);
        const parties = (list_: readonly string[]) => [...new Set(list_.map((one) => pairOf(one)))].sort();
        expect(parties(told)).toEqual(parties(whole));
      }),
      runs(1200),
    );
    expect(weighed).toBeGreaterThan(met(300));
  });
  /** Who and what is concerned, whichever of two gained shortcuts tells it. */
  const pairOf = (text: string) => {
    const words = text.replace(/ \w+ [\w-]+$/, '');
    if (!words.startsWith('waits')) return words;
    const [, a, first, b, , second] = /^waits (\d+) (.*?) (\d+) (\d+) (.*)$/.exec(words)!;
    return `waits ${[`${a} ${first}`, `${b} ${second}`].sort().join(' / ')}`;
  };
});
