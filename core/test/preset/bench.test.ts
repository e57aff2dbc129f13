import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { EditionBody, Recipe } from '../../src/contract/index.ts';
import { LAYOUTS, US } from '../../src/keys/index.ts';
import { opened } from '../../src/keyset/index.ts';
import { keyboardOf, keyboardsOf } from '../../src/press/index.ts';
import {
  benchWith,
  encoded,
  eventsOf,
  planPreset,
  pressedOn,
  readPreset,
  runSheet,
  writePreset,
} from '../../src/preset/index.ts';
import { composeSheet } from '../../src/sheet/index.ts';
import { Sheet } from '../../src/contract/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { catalogue } from '../list/fixtures.ts';
import { runs } from '../runs.ts';

const NAMES = ['Alfa', 'Bravo', 'Charlie', 'Delta', 'Echo', 'Foxtrot', 'Golf', 'Hotel', 'India', 'Juliett', 'Kilo'];
const base = catalogue(
  NAMES.map((label) => ({ name: label.toLowerCase(), label })),
  NAMES.slice(0, 6).map((_, at) => ({ command: at + 1, shortcut: 'QWERTY'[at]! })),
);
const KEYS = ['Ctrl+J', 'F7', 'P X', 'Alt+Shift+B', 'Z', '/', 'Ctrl+Shift+PageUp', 'Ctrl+1', 'U B', 'Shift+F3', ';'];
const school = custom(KEYS.map((key, at) => edit(at + 1, 'set', [key], at === 3 ? { context: 2 } : {})));
const here = { ...base, keysets: [...base.keysets, school] };
const now = opened(here);
const bare = opened(catalogue([{ name: 'only', label: 'Only' }]));
const keyboard = keyboardOf(US, 'windows');
const body: EditionBody = composeSheet(
  Sheet.parse({
    id: 1,
    appId: 1,
    keysetId: 2,
    title: 'All',
    intro: '',
    credit: '',
    language: 'en',
    revision: 1,
    sections: [{ title: 'All', rows: NAMES.map((_, at) => ({ command: at + 1, note: '' })) }],
  }),
  now,
  keyboardsOf([US], ['windows', 'macos']),
  { number: 1, publishedOn: '2026-11-27' },
);
const recipe = Recipe.parse({
  name: 'k',
  extension: 'k',
  syntax: 'lines',
  lineEnd: '\n',
  header: [],
  footer: [],
  record: '{context} {command} = {keys}',
  noKey: '{context} {command} = none',
  joiner: '+',
  sequence: ' > ',
  letters: 'capitals',
  contexts: { Everywhere: 'all', 'Chart window': 'chart' },
  manners: { held: null, twice: null },
  pointers: {},
  platforms: {
    windows: {
      modifiers: [
        ['Ctrl', 'C'],
        ['Alt', 'A'],
        ['Shift', 'S'],
      ],
      keys: { F7: 'F7', F3: 'F3', PageUp: 'up' },
    },
  },
  howToLoad: '',
});
const { text, losses } = writePreset(recipe, school, here, 'windows', { edition: 1 });
/** The bench with what a file says, or with nothing loaded. */
function run(file: string | null) {
  const plan =
    file === null
      ? null
      : planPreset(recipe, readPreset(recipe, encoded(file, 'utf-8'), here, 'windows'), here, 'windows', keyboard);
  const lines = runSheet(body, benchWith(now, keyboard, plan), now);
  return { lines, broken: lines.filter((one) => one.outcome === 'broken').map((one) => NAMES[one.row]) };
}

describe('the bench', () => {
  it('keeps every line of the sheet with the preset loaded, and without it only what is shipped', () => {
    expect(losses).toEqual([]);
    const { lines, broken } = run(text);
    expect(broken).toEqual([]);
    // Delta has its shipped key in the other places still.
    expect(lines).toHaveLength(12);
    expect(lines.every((one) => one.outcome === 'kept')).toBe(true);
    expect(run(null).broken).toEqual(NAMES);
  });

  it.each([
    ['another key', 'all alfa = C+J', 'all alfa = C+K', 'Alfa'],
    ['a missing line', 'all bravo = F7\n', '', 'Bravo'],
    ['another order', 'P > X', 'X > P', 'Charlie'],
    ['another place', 'chart delta', 'all charlie', 'Delta'],
    ['a modifier less', 'S+F3', 'F3', 'Juliett'],
    ['a modifier more', 'all echo = Z', 'all echo = C+Z', 'Echo'],
    ['no key', 'all foxtrot = /', 'all foxtrot = none', 'Foxtrot'],
    ['a key of another', 'all golf = C+S+up', 'all golf = C+J', 'Golf'],
    ['half a sequence', 'U > B', 'U', 'India'],
    ['another command', 'all kilo = ;', 'all hotel = ;', 'Kilo'],
  ])('finds a seeded fault: %s', (_what, right, wrong, label) => {
    expect(text).toContain(right);
    expect(run(text.replace(right, wrong)).broken).toContain(label);
  });

  it('makes the events that a keyboard makes: taken as the same press again, on every layout', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LAYOUTS),
        fc.constantFrom('windows', 'macos', 'linux'),
        fc.constantFrom(...KEYS, 'Ctrl++', 'Alt+Enter', '[KeyZ]', 'Ö'),
        (layout, platform, key) => {
          const on = keyboardOf(layout, platform);
          const events = eventsOf(key, on);
          if (!events) return;
          const bench = benchWith(bare, on, {
            base: bare.catalogue.keysets[0] as never,
            edits: [{ command: 1, context: 1, shortcuts: [key] }],
          });
          let past: Parameters<typeof pressedOn>[2] = [];
          let fired: number | undefined;
          for (const event of events) {
            const step = pressedOn(bench, bench.scene(1, 'none'), past, event);
            expect(step).not.toBeNull();
            past = step!.made;
            fired = step!.did.fires?.command;
          }
          expect(fired, `${key} on ${layout.name}, ${platform}`).toBe(1);
        },
      ),
      runs(600),
    );
  });
});
