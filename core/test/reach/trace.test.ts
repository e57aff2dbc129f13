import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { resolve, type Scene } from '../../src/keyset/index.ts';
import { readPress } from '../../src/press/index.ts';
import { say } from '../../src/words/index.ts';
import {
  PITCH,
  RESTS,
  farApart,
  groupSpread,
  howToReverse,
  mostTravel,
  runPath,
  slipsTo,
  traceSlips,
  worthLearning,
  type RunSetting,
} from '../../src/reach/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { binding, command, setting, settings, shipped, tree } from '../keyset/fixtures.ts';
import { runs } from '../runs.ts';

const commands = new Map(
  [
    command(1, { label: 'Place', menu: 'Chart › Place' }),
    command(2, { label: 'Erase', destructive: true, menu: 'Edit › Erase' }),
    command(3, { label: 'Closer' }),
    command(4, { label: 'Farther' }),
    command(5, { label: 'Undo' }),
    command(6, { label: 'Shade', onePress: 'toggles' }),
  ].map((one) => [one.id, one]),
);
const bindings = [
  binding(1, 'Ctrl+S'),
  binding(2, 'Ctrl+D'),
  binding(3, 'S'),
  binding(5, 'Ctrl+Z'),
  binding(6, 'Shift+S'),
];
const { weighed } = setting({ shipped: shipped(bindings), layers: [] }, []);
const held = weighed.on('windows');
const [keyboard] = weighed.keyboards.on('windows') as [Scene['keyboard']];
const scene: Scene = { weighed, tree, policy: { pause: null }, decides: () => '', keyboard, active: [1] };
const trace = (press: string) => traceSlips({ scene, press, context: 1, commands });
const told = (press: string) => trace(press).map(({ kind, did }) => `${kind}: ${did.fires?.command}`);

describe('tracing a press', () => {
  it('finds the key beside it, the lost modifier and Caps Lock, what destroys before what does not', () => {
    expect(told('Ctrl+KeyS').slice(0, 3)).toEqual(['neighbour key: 2', 'as meant: 1', 'lost modifier: 3']);
    expect(told('KeyS')).toContain('caps lock: 6');
    expect(
      trace('KeyS').find((one) => one.kind === 'other layout' && say(one.said).includes('Dvorak')),
    ).toBeUndefined();
    // On Dvorak the key of US ; gives s (US layout and Dvorak tables).
    expect(told('Semicolon')).toContain('other layout: 3');
  });
  it('says only what the same press does when it is made, for any keyset, press and place', () => {
    const presses = fc.constantFrom('KeyA', 'Ctrl+KeyA', 'Shift+KeyA', 'KeyB', 'Ctrl+Alt+Digit8', 'Ctrl+KeyZ');
    fc.assert(
      fc.property(
        settings,
        presses,
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom(...PLATFORMS),
        (on, press, context, platform) => {
          const here: Scene = {
            ...scene,
            weighed: on.weighed,
            keyboard: on.weighed.keyboards.on(platform)[0]!,
          };
          for (const slip of traceSlips({ scene: here, press, context, commands: on.commands, layouts: [] })) {
            const made = resolve({ ...here, active: [slip.context] }, [readPress(slip.press)]);
            expect(slip.did.outcome).toBe(made.outcome);
            expect(slip.did.fires).toEqual(made.fires);
          }
        },
      ),
      runs(400),
    );
  });
  it('goes back from what happened to what was meant', () => {
    const pressesOf = (id: number) =>
      held.of(id).map((one) => ({
        press: { 1: 'Ctrl+KeyS', 2: 'Ctrl+KeyD', 3: 'KeyS', 5: 'Ctrl+KeyZ', 6: 'Shift+KeyS' }[id]!,
        context: one.context,
      }));
    expect(slipsTo(2, { scene, commands }, pressesOf).map((one) => one.meant)).toEqual([1]);
    expect(
      slipsTo(3, { scene, commands }, pressesOf)
        .map((one) => one.meant)
        .sort(),
    ).toEqual([1, 6]);
  });
  it('says how to take a command back: once more, by its opposite, as catalogued, or by undoing', () => {
    const groups = [
      { id: 1, kind: 'pair' as const, name: '', members: [3, 4], twin: null, advised: null, because: '' },
    ];
    const back = (id: number) => howToReverse(commands.get(id)!, commands, groups);
    expect(back(6)).toMatchObject({ by: 6 });
    expect([say(back(3)!.said), back(3)!.by]).toEqual(['Its opposite is Farther.', 4]);
    expect(back(2)).toMatchObject({ by: 5 });
    const leaving = howToReverse(command(7, { then: 'Esc leaves it' }), new Map(), [])!;
    expect([say(leaving.said), leaving.by]).toEqual(['Esc leaves it', null]);
    expect(howToReverse(command(7), new Map(), [])).toBeNull();
  });
});

const home: RunSetting = {
  effective: held,
  commands,
  keyboard,
  rest: RESTS[0]!,
  typist: 'skilled',
};

describe('figures a day', () => {
  it('count what is saved against the menu, and how far fingers go, by use', () => {
    // Place, Ctrl+S: 1.35 + 2 × 0.20 = 1.75 s; its menu, two deep: 4.75 s (docs/formulas.md). Forty times: 120 s.
    expect(worthLearning(new Map([[1, 40]]), home)).toMatchObject([
      { command: 1, aDay: expect.closeTo(120, 6) as number },
    ]);
    const [first, second] = mostTravel(
      new Map([
        [1, 10],
        [3, 10],
        [4, 9],
      ]),
      home,
    );
    expect([first!.command, second]).toEqual([1, undefined]);
  });
  it('measure how far a family is spread, and the way of a run', () => {
    // S and D lie one pitch apart, S and Z on the row below: √(0.5² + 1²) by the ANSI stagger.
    const spread = groupSpread({ members: [1, 2, 5, 4] }, home);
    expect(spread.without).toEqual([4]);
    expect(spread.widest).toBeCloseTo(PITCH * Math.hypot(1.5, 1), 6);
    expect(spread.mean).toBeCloseTo((PITCH * (1 + Math.hypot(0.5, 1) + Math.hypot(1.5, 1))) / 3, 6);
    const path = runPath({ steps: [1, 2, 4, 1, 2] }, home);
    expect(path.map((one) => one?.code ?? null)).toEqual(['KeyS', 'KeyD', null, 'KeyS', 'KeyD']);
    expect(farApart(path)).toMatchObject([{ times: 2, mm: expect.closeTo(PITCH, 6) as number }]);
  });
});
