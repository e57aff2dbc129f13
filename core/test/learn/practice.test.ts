import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { EditionBody, type SystemKey } from '../../src/contract/index.ts';
import { LAYOUTS, US, inOrder, parseStored, showStored, writeStored } from '../../src/keys/index.ts';
import {
  Practised,
  answered,
  askedHow,
  cardsOf,
  cardsText,
  keyOfDay,
  practised,
  practisedDays,
  session,
  type Card,
} from '../../src/learn/index.ts';
import { keyboardOf } from '../../src/press/index.ts';
import { runs } from '../runs.ts';

const DAY = 86_400_000;
const START = new Date('2026-11-27T08:00:00Z');
const card = (id: string, keys: readonly string[], facts: Partial<Card> = {}): Card => ({
  id,
  command: id,
  label: id,
  where: [],
  section: '',
  keys,
  own: false,
  since: '',
  aid: '',
  ...facts,
});
const windows = keyboardOf(US, 'windows');
const strokesOf = (stored: string) => parseStored(stored).strokes;

describe('practice', () => {
  it('has the due dates that FSRS-6 gives for its published example', () => {
    // Intervals in days of the reference implementation’s own test (open-spaced-repetition, py-fsrs 6,
    // `test_review_card`: six times good, twice again, five times good, each when it is due); from memory.
    const ratings = [1, 1, 1, 1, 1, 1, 0, 0, 1, 1, 1, 1, 1];
    let [kept, now] = [undefined as Practised | undefined, START];
    const days = ratings.map((right) => {
      kept = practised('d', 'c', kept, { right: right === 1, ms: 3000 }, now);
      now = kept.schedule.due;
      return kept.schedule.scheduled_days;
    });
    expect(days).toEqual([0, 2, 11, 46, 163, 498, 0, 0, 2, 4, 7, 12, 21]);
    // A quick answer is not asked for sooner than a slow one.
    const after = (ms: number) => practised('d', 'c', undefined, { right: true, ms }, START).schedule.due.getTime();
    expect(after(900)).toBeGreaterThan(after(3000));
    expect(after(3000)).toBeGreaterThan(after(9000));
    // What is kept comes back from a file as it was, dates among it.
    expect(Practised.parse(JSON.parse(JSON.stringify(kept)))).toEqual(kept);
  });

  it('asks what is due first, the longest overdue before, then new ones as the sheet has them; what misleads goes ahead', () => {
    const world = fc.record({
      due: fc.array(fc.option(fc.integer({ min: -30, max: 30 })), { minLength: 1, maxLength: 12 }),
      first: fc.subarray(['0', '1', '2', '3', '4']),
      fresh: fc.integer({ min: 0, max: 5 }),
      day: fc.integer({ min: 0, max: 400 }),
    });
    fc.assert(
      fc.property(world, ({ due, first, fresh, day }) => {
        const cards = due.map((_, at) => card(String(at), ['A']));
        const schedule = practised('d', '0', undefined, { right: true, ms: 3000 }, START).schedule;
        const kept = new Map(
          due.flatMap((days, at) =>
            days === null
              ? []
              : [
                  [
                    String(at),
                    {
                      deck: 'd',
                      id: String(at),
                      answers: [],
                      schedule: { ...schedule, state: days > 5 ? 2 : 1, due: new Date(START.getTime() + days * DAY) },
                    },
                  ],
                ],
          ),
        );
        const asked = session(cards, kept, { now: START, fresh, first: new Set(first) }).map((one) => one.id);
        // Said over again, pair by pair: of two that are asked, the one that has to be before is.
        const late = due.flatMap((days, at) => (days !== null && days <= 0 ? [String(at)] : []));
        const unknown = due.flatMap((days, at) => (days === null ? [String(at)] : []));
        expect(asked).toHaveLength(late.length + Math.min(fresh, unknown.length));
        expect(new Set(asked.slice(0, late.length))).toEqual(new Set(late));
        asked.slice(1).forEach((b, at) => {
          const a = asked[at]!;
          if (late.includes(a) !== late.includes(b)) return;
          if (first.includes(a) !== first.includes(b)) return expect(first).toContain(a);
          if (late.includes(a)) expect(due[Number(a)]).toBeLessThanOrEqual(due[Number(b)]!);
          else expect(Number(a)).toBeLessThan(Number(b));
        });
        // Nothing that misleads is left for later while something else new is asked.
        const left = unknown.filter((one) => !asked.includes(one));
        if (left.some((one) => first.includes(one)))
          expect(asked.slice(late.length).every((one) => first.includes(one))).toBe(true);
        // In as many days as there are cards that are not known, each is the key of one.
        const open = cards.filter((one) => kept.get(one.id)?.schedule.state !== 2);
        const days = open.map((_, at) => keyOfDay(cards, kept, new Date((day + at) * DAY))?.id);
        expect(new Set(days).size).toBe(open.length);
        if (!open.length) expect(keyOfDay(cards, kept, START)).toBeNull();
      }),
      runs(300),
    );
  });

  it('counts answers by day, with the middle time of the right ones', () => {
    const answers = fc.array(
      fc.record({
        at: fc.integer({ min: 0, max: 3 * DAY }),
        ms: fc.integer({ min: 0, max: 9000 }),
        right: fc.boolean(),
      }),
      { maxLength: 20 },
    );
    const { schedule } = practised('d', 'c', undefined, { right: true, ms: 1 }, START);
    fc.assert(
      fc.property(fc.array(answers, { maxLength: 3 }), (lists) => {
        const days = practisedDays(lists.map((list, at) => ({ deck: 'd', id: String(at), schedule, answers: list })));
        const all = lists.flat();
        expect(days.reduce((sum, one) => sum + one.answers, 0)).toBe(all.length);
        for (const { day, right, ms } of days) {
          const mine = all.filter((one) => one.right && new Date(one.at).toISOString().startsWith(day));
          expect(right).toBe(mine.length);
          // Half of them took no longer, and half no less.
          if (ms === null) expect(mine).toEqual([]);
          else
            expect(
              Math.min(mine.filter((one) => one.ms <= ms).length, mine.filter((one) => one.ms >= ms).length),
            ).toBeGreaterThanOrEqual(mine.length / 2);
        }
      }),
    );
  });

  it('takes a key however it is made: every key that types the character, on every layout', () => {
    let other = 0;
    for (const layout of LAYOUTS)
      for (const [code, levels] of Object.entries(layout.on.windows.characters))
        for (const level of [0, 1]) {
          const character = levels[level];
          const keyboard = keyboardOf(layout, 'windows');
          // Letters, which Shift changes, are told apart by it; so is what AltGr types.
          if (!character || !/^[<>~^\\|+*#]$/.test(character) || keyboard.board.lacks.has(code)) continue;
          const pressed = `Ctrl+${level ? 'Shift+' : ''}[${code}]`;
          const { kind } = answered(card('x', [`Ctrl+${character}`]), strokesOf(pressed), keyboard, null);
          expect(kind, `${character} by ${pressed} on ${layout.id}`).toBe('right');
          other++;
        }
    expect(other).toBeGreaterThan(100);
  });

  it('takes any of a card’s keys, goes on with what begins one, and asks in words what cannot be pressed', () => {
    const one = card('x', ['Ctrl+J', 'U B']);
    const judge = (stored: string) => answered(one, strokesOf(stored), windows, null).kind;
    expect([judge('Ctrl+J'), judge('U'), judge('U B'), judge('B'), judge('U U')]).toEqual([
      'right',
      'begun',
      'right',
      'wrong',
      'wrong',
    ]);
    const system: SystemKey[] = [
      { platform: 'windows', shortcut: 'Alt+Tab', taker: 'switching windows', hard: false, source: 's' },
    ];
    const asked = (...keys: string[]) => {
      const how = askedHow({ keys }, windows, system);
      return how.by === 'press' ? how.by : how.why;
    };
    expect([
      asked('Ctrl+J'),
      asked('Ctrl+W'),
      asked('Alt+Tab'),
      asked('hold:Space'),
      asked('Tab'),
      asked('Ctrl+Shift+T'),
      asked('Shift+W'),
    ]).toEqual(['press', 'browser', 'system', 'not keys', 'browser', 'browser', 'press']);
    // One way that can be pressed is enough.
    expect(asked('Alt+Tab', 'F6')).toBe('press');
    const mac = askedHow({ keys: ['Meta+T'] }, keyboardOf(US, 'macos'), system);
    expect(mac).toEqual({ by: 'words', why: 'browser', taker: '' });
  });

  it('is asked on every platform and layout alike, whatever is pressed', () => {
    const key = fc.constantFrom('N', 'T', 'W', 'P', 'S', 'A', 'Tab', 'PageUp', 'F5', 'ArrowDown', '1', '?');
    const held = fc.subarray(['Primary', 'Ctrl', 'Alt', 'AltGr', 'Shift', 'Meta'] as const);
    const stored = fc.tuple(held, key).map(([modifiers, name]) => {
      const by =
        name.length === 1
          ? { by: 'character' as const, character: name }
          : { by: 'name' as const, name: name as 'Tab' };
      return writeStored({ strokes: [{ kind: 'key', modifiers: inOrder(modifiers), key: by }], manner: 'pressed' });
    });
    const keyboards = LAYOUTS.flatMap((layout) => ['windows', 'macos', 'linux'].map((one) => keyboardOf(layout, one)));
    fc.assert(
      fc.property(fc.array(stored, { minLength: 1, maxLength: 3 }), fc.constantFrom(...keyboards), (keys, keyboard) => {
        expect(['press', 'words']).toContain(askedHow({ keys }, keyboard, []).by);
      }),
    );
    // What each platform's browsers keep, from memory of Chromium and Firefox.
    const why = (platform: string, ...list: string[]) =>
      list.map((one) => {
        const how = askedHow({ keys: [one] }, keyboardOf(US, platform), []);
        return how.by === 'press' ? how.by : how.why;
      });
    expect(why('macos', 'Meta+S', 'Meta+A', 'F5', 'Ctrl+S', 'Ctrl+N')).toEqual(Array(5).fill('press'));
    expect(why('macos', 'Shift+Meta+N', 'Meta+W', 'Primary+Shift+T', 'Ctrl+Tab', 'Ctrl+Shift+Tab')).toEqual(
      Array(5).fill('browser'),
    );
    expect(why('linux', 'Ctrl+S', 'Meta+N', 'Ctrl+N', 'Ctrl+PageUp')).toEqual(['press', 'press', 'browser', 'browser']);
  });

  it('has the lines of a sheet as cards, each once, and as text of two fields that another reader takes apart', () => {
    const text = fc.oneof(
      fc.constantFrom('a\tb', 'c\nd', '"x"', '=1+1', ' '),
      fc.string({ unit: 'grapheme', maxLength: 8 }),
    );
    const row = fc.record({
      command: fc.constantFrom('a', 'b', 'c'),
      label: text,
      menu: fc.constant(''),
      keys: fc.constantFrom({ windows: ['F5'] }, { windows: ['F5', 'A'] }, { macos: ['F5'] }),
      shipped: fc.constantFrom({}, { windows: ['F6'] }),
      contexts: fc.array(text, { maxLength: 2 }),
      note: fc.constant(''),
      memoryAid: text,
      fixed: fc.constant(false),
    });
    fc.assert(
      fc.property(fc.array(row, { maxLength: 6 }), (rows) => {
        const body = EditionBody.parse({
          format: 'crib-sheet',
          version: 1,
          title: 't',
          intro: '',
          credit: '',
          language: 'en',
          number: 1,
          publishedOn: '2026-11-27',
          app: 'a',
          release: '1',
          keyset: { name: 'k', revision: 1, custom: true },
          platforms: ['windows', 'macos'],
          sections: [{ title: 's', rows }],
        });
        const cards = cardsOf(body, 'windows');
        const wanted = new Map(
          rows
            .filter((one) => 'windows' in one.keys)
            .map((one) => [`${one.command} ${(one.keys as { windows: string[] }).windows.join(' / ')}`, one]),
        );
        expect(cards.map((one) => one.id)).toEqual([...wanted.keys()]);
        expect(cards.filter((one) => one.own)).toHaveLength(
          [
            ...new Map(
              rows
                .filter((one) => 'windows' in one.keys)
                .toReversed()
                .map((one) => [`${one.command} ${(one.keys as { windows: string[] }).windows.join(' / ')}`, one]),
            ).values(),
          ].filter((one) => 'windows' in one.shipped).length,
        );
        const show = (stored: string) => showStored(stored, 'windows', 'words', US);
        const made = cardsText(cards, show);
        const read = Papa.parse<string[]>(made, {
          delimiter: '\t',
          quoteChar: '\u0000',
          newline: '\n',
          skipEmptyLines: true,
        });
        expect(read.data.map((one) => one.length)).toEqual(cards.map(() => 2));
        read.data.forEach(([, back], at) => expect(back!.startsWith(cards[at]!.keys.map(show).join(' / '))).toBe(true));
      }),
      runs(200),
    );
  });
});
