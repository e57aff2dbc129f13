import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { contextTree } from '../../src/catalogue/index.ts';
import { LAYOUTS, layoutById } from '../../src/keys/index.ts';
import { effective, firing, resolve, weigh, type Scene } from '../../src/keyset/index.ts';
import { keyboardsOf, readPress, type Press } from '../../src/press/index.ts';
import type { Context, Edit } from '../../src/contract/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { board } from '../presses.ts';
import { binding, custom, shipped } from './fixtures.ts';
import { pressing, type Made, type World } from './oracle.ts';
import { met, runs } from '../runs.ts';

const SHORTCUTS = [
  'A',
  'Shift+A',
  'A B',
  'A B A',
  'twice:A',
  'hold:A',
  'hold:A B',
  'Ctrl+A',
  'LeftCtrl+A',
  'RightCtrl+A',
  'Primary+A',
  'LeftCtrl+Shift+A',
  'Ctrl+RightShift+A',
  'Meta+A',
  'Alt+A',
  'RightAlt+A',
  'Ctrl+Alt+A',
  'tap(Alt) A',
  'tap(LeftAlt) A',
  'tap(RightAlt) A',
  'twice:tap(Shift)',
  '/',
  'Ctrl+/',
  'Shift+/',
  'Ctrl+Shift+7',
  '7',
  '?',
  '[',
  'Ctrl+[',
  'Alt+[',
  'Ctrl+Alt+8',
  'Z',
  '[KeyZ]',
  'Ctrl+Z',
  'Ctrl+A Ctrl+A',
  'F2',
  'Ctrl+F2',
  '+',
  'Ctrl++',
];
const KEYS = [
  'KeyA',
  'KeyQ',
  'KeyB',
  'KeyZ',
  'KeyY',
  'KeyW',
  'Slash',
  'Digit7',
  'Digit8',
  'BracketLeft',
  'IntlRo',
  'Minus',
  'Equal',
  'Period',
  'Comma',
  'F2',
  'BracketRight',
  'Semicolon',
  'Quote',
  'IntlBackslash',
  'Digit6',
  'Digit5',
  'KeyP',
  'Digit9',
  'Digit1',
  'KeyX',
  'Backquote',
  'KeyN',
  'KeyU',
  'KeyE',
  'Digit3',
  'Digit2',
  'Digit4',
  'Digit0',
  'Backslash',
];
const SIDED = [
  [],
  ['ControlLeft'],
  ['ControlRight'],
  ['ShiftLeft'],
  ['ShiftRight'],
  ['AltLeft'],
  ['AltRight'],
  ['MetaLeft'],
  ['ControlLeft', 'ShiftLeft'],
  ['ControlLeft', 'ShiftRight'],
  ['ControlRight', 'ShiftRight'],
  ['ControlLeft', 'AltLeft'],
  ['ControlRight', 'AltLeft'],
  ['ControlLeft', 'AltRight'],
  ['ShiftLeft', 'AltRight'],
  ['ControlLeft', 'AltLeft', 'ShiftLeft'],
  ['ControlLeft', 'MetaLeft'],
  ['MetaLeft', 'ShiftLeft'],
  ['MetaLeft', 'ShiftRight'],
];
const TAPPED = ['AltLeft', 'AltRight', 'ShiftLeft', 'ShiftRight'];
const ALL: Made[] = [
  ...KEYS.flatMap((key) => SIDED.flatMap((down) => (['pressed', 'held'] as const).map((how) => ({ down, key, how })))),
  ...TAPPED.map((key) => ({ down: [], key, how: 'tapped' as const })),
];

/** The press that core knows for what is down on a keyboard. */
function asPress({ down, key, how }: Made, { layout, platform }: World): Press {
  const { third } = board(layout, platform).table;
  const names = down.flatMap((code) => {
    if (code === 'AltRight' && third && platform !== 'macos')
      return platform === 'windows' ? ['Ctrl', 'Alt'] : ['AltGr'];
    const [, base, side] = /^(Control|Alt|Shift|Meta)(Left|Right)$/.exec(code)!;
    return [`${side}${base === 'Control' ? 'Ctrl' : base}`];
  });
  // A modifier that AltGr holds already is down without a side.
  const once = names.filter(
    (name, i) => !names.some((other, j) => j !== i && other === name.replace(/^(Left|Right)/, '')),
  );
  if (how === 'tapped') {
    const [, base, side] = /^(Control|Alt|Shift|Meta)(Left|Right)$/.exec(key)!;
    return readPress(`tap ${side}${base === 'Control' ? 'Ctrl' : base}`);
  }
  const order = ['Ctrl', 'Alt', 'Shift', 'Meta', 'AltGr'];
  const sorted = once.toSorted(
    (a, b) => order.findIndex((one) => a.endsWith(one)) - order.findIndex((one) => b.endsWith(one)),
  );
  return readPress(`${how === 'held' ? 'hold ' : ''}${[...sorted, key].join('+')}`);
}

const begun = new Map<string, Made[]>();
/** The presses that a shortcut begins with, on a layout and platform. */
function beginning(shortcut: string, world: World): Made[] {
  const name = `${shortcut} ${world.layout} ${world.platform}`;
  const alone: World = { ...world, bound: [{ command: 1, context: 1, shortcut }], blocked: [], texts: new Set() };
  const found = begun.get(name) ?? ALL.filter((one) => pressing([one], [1], alone, ALL) !== 'nothing');
  begun.set(name, found);
  return found;
}

const worlds = fc
  .record({
    parents: fc.array(fc.nat(), { minLength: 3, maxLength: 5 }),
    texts: fc.subarray([2, 3, 4]),
    pair: fc.option(fc.record({ a: fc.nat(), b: fc.nat(), first: fc.constantFrom(null, 'a', 'b') })),
    bound: fc.array(
      fc.record({
        command: fc.integer({ min: 1, max: 5 }),
        place: fc.constantFrom(0, 0, 1, 2, 3),
        shortcut: fc.constantFrom(...SHORTCUTS),
      }),
      { minLength: 4, maxLength: 14 },
    ),
    blocks: fc.array(fc.record({ place: fc.nat(), shortcut: fc.constantFrom(...SHORTCUTS) }), { maxLength: 2 }),
    platform: fc.constantFrom(...(PLATFORMS as World['platform'][])),
    active: fc.array(fc.nat(), { minLength: 1, maxLength: 2 }),
  })
  .map(({ parents, texts, pair, bound, blocks, platform, active }) => {
    const contexts: Context[] = [
      { id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] },
    ];
    parents.forEach((parent, at) => {
      const id = at + 2;
      contexts.push({
        id,
        parent: contexts[parent % contexts.length]!.id,
        name: `Place ${id}`,
        position: at,
        takesText: texts.includes(id),
        together: [],
      });
    });
    const place = (n: number) => contexts[n % contexts.length]!.id;
    const chain = (id: number): number[] => [
      id,
      ...(id === 1 ? [] : chain(contexts.find((one) => one.id === id)!.parent!)),
    ];
    const [a, b] = pair ? [place(pair.a), place(pair.b)] : [0, 0];
    // Two that lie one in the other are active together anyway.
    const tied = pair && a !== b && !chain(a).includes(b) && !chain(b).includes(a);
    const first = !tied || pair.first === null ? null : pair.first === 'a' ? a : b;
    if (tied)
      contexts.find((one) => one.id === a)!.together.push({ context: b, first: first === null ? null : first === a });
    const edits = new Map<number, Edit>();
    for (const one of blocks)
      edits.set(place(one.place), {
        command: 9,
        context: place(one.place),
        platform: null,
        action: 'block',
        shortcuts: [one.shortcut],
        reason: '',
        memoryAid: '',
      });
    return {
      contexts,
      stack: {
        shipped: shipped(bound.map((one) => binding(one.command, one.shortcut, { contexts: [place(one.place)] }))),
        layers: edits.size ? [custom([...edits.values()])] : [],
      },
      platform,
      together: tied ? [{ a, b, first }] : [],
      active: [...new Set(active.map(place))],
    };
  });

describe('what core says a press does', () => {
  it('is what pressing the keys does by a plain reading of the rules, on every layout', () => {
    let [fired, waited, unclear] = [0, 0, 0];
    fc.assert(
      fc.property(
        worlds,
        fc.array(fc.nat(), { minLength: 12, maxLength: 12 }),
        fc.constantFrom(...LAYOUTS.map((one) => one.id)),
        (world, picks, id) => {
          const layout = layoutById(id)!;
          const keyboards = keyboardsOf([layout], [world.platform]);
          const [keyboard] = keyboards.all as [(typeof keyboards.all)[0]];
          const weighed = weigh(world.stack, keyboards);
          const held = effective(world.stack, world.platform);
          const plain: World = {
            bound: held.held,
            blocked: held.blocked,
            parents: new Map(world.contexts.map((one) => [one.id, one.parent])),
            together: world.together,
            texts: new Set(world.contexts.filter((one) => one.takesText).map((one) => one.id)),
            layout: layout.id,
            platform: world.platform,
            lacks: keyboard.board.lacks,
          };
          const tree = contextTree(world.contexts);
          const scene: Scene = {
            weighed,
            tree,
            policy: { pause: null },
            decides: () => '',
            keyboard,
            active: world.active,
          };
          // Presses that bindings begin with, so that something happens, and some at random.
          const likely = held.held.flatMap(({ shortcut }) => beginning(shortcut, plain));
          const from = likely.length ? likely : ALL;
          const texts = firing(weighed, keyboard, tree, { pause: null });
          for (let at = 0; at + 1 < picks.length; at += 2) {
            const made = [from[picks[at]! % from.length]!];
            if (picks[at + 1]! % 3)
              made.push((picks[at + 1]! % 2 ? from : ALL)[picks[at + 1]! % (picks[at + 1]! % 2 ? from : ALL).length]!);
            const expected = pressing(made, world.active, plain, ALL);
            const { outcome, fires } = resolve(
              scene,
              made.map((one) => asPress(one, plain)),
            );
            const said = `${outcome}${fires && outcome !== 'ambiguous' ? ` ${fires.command}` : ''}`;
            expect(said, `${JSON.stringify(made)} on ${layout.id} ${world.platform}`).toBe(expected);
            if (expected.startsWith('fires')) fired++;
            if (expected.startsWith('waits')) waited++;
            if (expected === 'ambiguous') unclear++;
            // The same for one who is in a single place, one press after another until something is done.
            const [where] = world.active as [number];
            const steps = made.map((_, i) => pressing(made.slice(0, i + 1), [where], plain, ALL));
            const goesOn = steps.slice(0, -1).every((step) => step.startsWith('waits'));
            const last = steps.at(-1)!;
            const found = texts
              .fires(made.map((one) => asPress(one, plain)))(where)
              .map((one) => one.command);
            if (goesOn && last.startsWith('fires')) expect(found).toEqual([Number(last.slice(6))]);
            else if (last !== 'ambiguous' || !goesOn) expect(found).toEqual([]);
          }
        },
      ),
      runs(1000),
    );
    expect(Math.min(fired, waited, unclear)).toBeGreaterThan(met(30));
  });
});
