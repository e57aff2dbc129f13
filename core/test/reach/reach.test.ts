import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BOARDS, LAYOUTS, US, boardById, parseStored, writeStored } from '../../src/keys/index.ts';
import { effective } from '../../src/keyset/index.ts';
import {
  PITCH,
  RESTS,
  boardSpots,
  distanceOf,
  menuSeconds,
  reach,
  runFigures,
  shortcutSeconds,
  waysTo,
  type Rest,
} from '../../src/reach/index.ts';
import { say } from '../../src/words/index.ts';
import { PLATFORMS, chords, shortcuts } from '../arbitraries.ts';
import { board } from '../presses.ts';
import { COMMANDS, binding, command, settings, shipped, tree } from '../keyset/fixtures.ts';
import { runs } from '../runs.ts';

const formulas = readFileSync(new URL('../../../docs/formulas.md', import.meta.url), 'utf8');
const ansi = boardSpots(boardById('ansi')!);
const between = (a: string, b: string) => distanceOf(ansi.get(a)!, ansi.get(b)!);
const [both, left] = RESTS as [Rest, Rest, Rest];
const far = (stored: string, rest = both, layout = 'us', platform = 'windows') =>
  reach(stored, board(layout, platform), rest);
const platforms = fc.constantFrom(...PLATFORMS);

describe('where keys lie', () => {
  it('is what the published pitch and stagger give', () => {
    // Worked by hand from the pitch (ISO 9241-410, from memory) and the ANSI stagger.
    expect(between('KeyJ', 'Digit6')).toBeCloseTo(PITCH * Math.sqrt(1.75 ** 2 + 2 ** 2), 6);
    expect(Math.round(between('KeyJ', 'Digit6'))).toBe(51);
    expect(Math.round(between('KeyU', 'KeyI'))).toBe(19);
    for (const [code, x] of [
      ['Backquote', 0],
      ['KeyQ', 1.5],
      ['KeyA', 1.75],
      ['KeyZ', 2.25],
    ] as const)
      expect(ansi.get(code)!.x).toBe(x);
  });
  it('is told in docs/formulas.md for every key of every board, and nothing else is', () => {
    const rows = [
      ...formulas.matchAll(/^\| (\w+)\s+\| ([\d.-]+)\s+\| ([\d.-]+)\s+\| ([\d.]+)\s+\| ([\w, -]+?)\s+\|$/gm),
    ];
    const told = new Set(
      rows.flatMap(([, code, x, y, width, boards]) =>
        (boards === 'all' ? BOARDS.map((one) => one.id) : boards!.split(', ')).map(
          (id) => `${id} ${code} ${x} ${y} ${width}`,
        ),
      ),
    );
    const ours = new Set(
      BOARDS.flatMap((board) =>
        [...boardSpots(board)].map(([code, spot]) => `${board.id} ${code} ${spot.x} ${spot.y} ${spot.width}`),
      ),
    );
    expect(ours.size).toBeGreaterThan(700);
    expect(told).toEqual(ours);
  });
  it('overlaps nowhere, and ends each row of the writing block at one edge', () => {
    for (const board of BOARDS) {
      const spots = [...boardSpots(board)];
      for (const [code, a] of spots)
        for (const [other, b] of spots)
          if (code < other && a.y === b.y)
            expect(a.x + a.width <= b.x || b.x + b.width <= a.x, `${board.id} ${code} ${other}`).toBe(true);
      const edge = (code: string) => boardSpots(board).get(code)!.x + boardSpots(board).get(code)!.width;
      expect(edge('Backspace'), board.id).toBe(15);
      expect(edge('ShiftRight'), board.id).toBe(15);
    }
  });
});

describe('reach', () => {
  it('is zero under resting fingers, for every rest', () => {
    for (const rest of RESTS)
      for (const code of Object.values(rest.on).filter((one) => one.startsWith('Key')))
        expect(far(code.slice(3), rest)).toMatchObject({ mm: 0, leaves: false, hands: 1 });
    expect(far('Space')!.mm).toBe(0);
  });
  it('gives the worked examples', () => {
    expect(Math.round(far('6')!.mm)).toBe(51);
    expect(far('6')!.parts).toMatchObject([{ code: 'Digit6', finger: 'right index' }]);
    expect(Math.round(far('Shift+S')!.mm)).toBe(49);
    expect(far('Shift+S')).toMatchObject({
      hands: 2,
      parts: [
        { code: 'ShiftRight', finger: 'right little' },
        { code: 'KeyS', mm: 0 },
      ],
    });
    expect(Math.round(far('Shift+S', left)!.mm)).toBe(29);
    expect(far('Shift+S', left)).toMatchObject({ hands: 1, leaves: false });
    expect(Math.round(far('Shift+S', left)!.span)).toBe(45);
  });
  it('follows the character on the layout, and what its own Shift or AltGr asks for', () => {
    expect(far('Z', both, 'de')!.parts[0]!.code).toBe('KeyY');
    expect(far('Ctrl+/', both, 'de')!.parts.map((part) => part.code)).toEqual(['ControlLeft', 'ShiftLeft', 'Digit7']);
    expect(far('Ctrl+Ö')).toBeNull();
  });
  it('says when a hand leaves its rest, and which strokes follow with the same hand', () => {
    expect(far('F12')!.leaves).toBe(true);
    expect(far('[Numpad5]')!.leaves).toBe(true);
    expect(far('Ctrl+Click')!.leaves).toBe(true);
    expect(far('Ctrl+Click', left)!.leaves).toBe(false);
    expect(far('F D')!.sameHand).toBe(1);
    expect(far('F J')!.sameHand).toBe(0);
  });
  it('never falls when a modifier or a stroke is added, and is the sum of its parts where nothing is stretched', () => {
    fc.assert(
      fc.property(
        chords,
        fc.constantFrom(...RESTS),
        fc.constantFrom(...LAYOUTS),
        platforms,
        (chord, rest, layout, platform) => {
          const whole = reach(writeStored(chord), board(layout, platform), rest);
          const [stroke] = chord.strokes;
          if (!whole || stroke?.kind !== 'key') return;
          expect(whole.mm).toBeGreaterThanOrEqual(whole.parts.reduce((sum, part) => sum + part.mm, 0) - 1e-9);
          const twice = reach(writeStored({ ...chord, strokes: [stroke, stroke] }), board(layout, platform), rest)!;
          expect(twice.mm).toBeCloseTo(2 * whole.mm, 6);
          const bare = reach(
            writeStored({ ...chord, strokes: [{ ...stroke, modifiers: [] }] }),
            board(layout, platform),
            rest,
          );
          // Which of two keys is held, where a binding says so, may well be the nearer one.
          const sided = stroke.modifiers.some((modifier) => /^(Left|Right)/.test(modifier));
          if (bare && !sided) expect(whole.mm).toBeGreaterThanOrEqual(bare.mm - 1e-9);
        },
      ),
      runs(2000),
    );
  });
  it('orders the keys of one finger by their distance', () => {
    const letters = [...'QWERTYUIOPASDFGHJKLZXCVBNM'];
    fc.assert(
      fc.property(fc.constantFrom(...letters), fc.constantFrom(...letters), fc.constantFrom(...RESTS), (a, b, rest) => {
        const [first, second] = [far(a, rest)!, far(b, rest)!];
        const [one, two] = [first.parts[0]!, second.parts[0]!];
        if (one.finger !== two.finger) return;
        const home = rest.on[one.finger]!;
        expect(Math.sign(first.mm - second.mm)).toBe(Math.sign(between(home, `Key${a}`) - between(home, `Key${b}`)));
      }),
    );
  });
});

describe('time (Card, Moran and Newell 1980, from memory)', () => {
  const seconds = (stored: string, typist: 'skilled' | 'average' = 'skilled') =>
    shortcutSeconds(parseStored(stored), typist);
  it.each([
    ['Ctrl+Shift+Y', 'skilled', 1.95],
    ['P X', 'skilled', 1.75],
    ['Ctrl+S', 'average', 1.91],
    ['twice:T', 'skilled', 1.75],
    ['Ctrl+Click', 'skilled', 2.85],
  ] as const)('%s, %s: %d s', (stored, typist, expected) => expect(seconds(stored, typist)).toBeCloseTo(expected, 6));
  it('through a menu', () => {
    expect(menuSeconds(2)).toBeCloseTo(4.75, 6);
    expect(menuSeconds(3, 'average')).toBeCloseTo(6.29, 6);
  });
  it('is told so in docs/formulas.md', () => {
    for (const text of ['= 1.95 s', '= 1.75 s', '= 1.91 s', '= 4.75 s', '= 6.29 s', '= 51 mm', '= 49 mm', '= 29 mm'])
      expect(formulas).toContain(text);
  });
  it('takes longer with every key', () => {
    fc.assert(
      fc.property(shortcuts, (shortcut) => {
        const more = {
          ...shortcut,
          strokes: [...shortcut.strokes, { kind: 'tap' as const, modifier: 'Alt' as const }],
        };
        expect(shortcutSeconds(more)).toBeGreaterThan(shortcutSeconds(shortcut));
        expect(shortcutSeconds(shortcut, 'average')).toBeGreaterThan(shortcutSeconds(shortcut, 'skilled'));
      }),
    );
  });
});

describe('a run', () => {
  it('is the sum of its steps, each by its first shortcut that can be pressed, else by the menu', () => {
    const commands = new Map(
      [command(1), command(2, { menu: 'Lines › Cut › Here' }), command(3)].map((one) => [one.id, one]),
    );
    const given = effective(
      { shipped: shipped([binding(1, 'Ö'), binding(1, 'Ctrl+S'), binding(3, 'Shift+Drag')]), layers: [] },
      'windows',
    );
    const setting = {
      effective: given,
      commands,
      keyboard: board(US, 'windows'),
      rest: both,
      typist: 'skilled' as const,
    };
    const figures = runFigures({ steps: [1, 2, 3, 1] }, setting);
    expect(figures).toMatchObject({ steps: 4, withoutMouse: 2, leaves: 2 + 2 * Number(far('Ctrl+S')!.leaves) });
    expect(figures.seconds).toBeCloseTo(2 * 1.75 + menuSeconds(3) + shortcutSeconds(parseStored('Shift+Drag')), 6);
    expect(figures.travel).toBeCloseTo(2 * far('Ctrl+S')!.mm + far('Shift+Drag')!.mm, 6);
  });
  it('of two runs one behind the other is the sum of both', () => {
    const steps = fc.array(fc.integer({ min: 1, max: COMMANDS }), { maxLength: 8 });
    fc.assert(
      fc.property(settings, steps, steps, platforms, (given, a, b, platform) => {
        const setting = {
          effective: given.weighed.on(platform),
          commands: given.commands,
          keyboard: board(US, platform),
          rest: left,
          typist: 'average' as const,
        };
        const [first, second, whole] = [a, b, [...a, ...b]].map((list) => runFigures({ steps: list }, setting));
        for (const name of ['steps', 'withoutMouse', 'travel', 'leaves', 'seconds'] as const)
          expect(whole![name]).toBeCloseTo(first![name] + second![name], 6);
      }),
      runs(300),
    );
  });
});

describe('the ways to a goal', () => {
  const commands = new Map([
    [1, command(1, { menu: 'View › Closer' })],
    [2, command(2, { menu: '' })],
  ]);
  const waysTold = (keys: [number, string, number?][], advised: number | null = null) =>
    waysTo(
      [1, 2],
      {
        effective: effective(
          { shipped: shipped(keys.map(([id, key, at]) => binding(id, key, at ? { contexts: [at] } : {}))), layers: [] },
          'windows',
        ),
        commands,
        keyboard: board(US, 'windows'),
        rest: both,
        typist: 'skilled',
        tree,
      },
      advised,
    );
  const waysWith = (...keys: [number, string][]) => waysTold(keys);
  it('put what the trainer advises first, and keep what is computed beside it', () => {
    const { ways, computed } = waysTold(
      [
        [1, 'Ctrl+Shift+Y'],
        [2, 'Ctrl+WheelUp'],
      ],
      2,
    );
    expect(ways.map((way) => way.shortcut)).toEqual(['Ctrl+WheelUp', 'Ctrl+Shift+Y', null]);
    expect(computed!.shortcut).toBe('Ctrl+Shift+Y');
  });
  it('are not advised everywhere when they work in one place only', () => {
    // F is quicker, but in one place within the other’s.
    const { ways } = waysTold([
      [1, 'F', tree.inOrder[1]!.id],
      [2, 'Ctrl+Shift+Y'],
    ]);
    expect(ways[0]!.shortcut).toBe('Ctrl+Shift+Y');
  });
  it('are all keys of all its commands and their menus, the quickest first with the reason', () => {
    const { ways, why } = waysWith([1, 'Ctrl+Shift+Y'], [2, 'Ctrl+WheelUp']);
    // By hand from the keystroke-level model: 1.95 s, 1.35 + 2 × 0.20 + 1.10 = 2.85 s, and a menu two deep 4.75 s.
    expect(ways.map((way) => [way.command, way.shortcut, way.seconds.toFixed(2), way.strokes])).toEqual([
      [1, 'Ctrl+Shift+Y', '1.95', 1],
      [2, 'Ctrl+WheelUp', '2.85', 1],
      [1, null, '4.75', 2],
    ]);
    expect(say(why!)).toBe('Fastest by 0.90 s, without the mouse.');
  });
  it('of two as quick are told apart by what the fingers travel', () => {
    const { ways, why } = waysWith([1, '6'], [2, 'F']);
    expect(ways.map((way) => way.shortcut)).toEqual(['F', '6', null]);
    expect(say(why!)).toBe('As fast as the next, and 51 mm closer to the resting hands.');
  });
});
