import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { EditionBody, Recipe, Sheet, type CustomKeyset } from '../../src/contract/index.ts';
import { canonicalJson, changingSaid, composeSheet, sheetCsv } from '../../src/sheet/index.ts';
import { writePreset } from '../../src/preset/index.ts';
import { effective, opened } from '../../src/keyset/index.ts';
import { catalogue } from '../list/fixtures.ts';
import { custom, edit, usKeyboards } from '../keyset/fixtures.ts';
import { runs } from '../runs.ts';

const base = catalogue(
  [
    { name: 'depth.place', label: 'Place sounding', menu: 'Depths › Place sounding' },
    { name: 'line.join', label: '=Join <b>' },
    { name: 'chart.save', label: 'Save', fixed: true },
    { name: 'view.pan', label: 'Pan' },
  ],
  [
    { command: 1, shortcut: 'S' },
    { command: 2, shortcut: 'P C' },
    { command: 3, shortcut: 'Primary+S' },
    { command: 4, shortcut: 'hold:Space' },
  ],
);
const withEdits = (keyset: CustomKeyset) => ({ ...base, keysets: [...base.keysets, keyset] });
const school = custom([
  edit(1, 'set', ['D'], { memoryAid: 'D for depth' }),
  edit(2, 'clear', []),
  edit(4, 'set', ['Primary+Shift+Q', 'Z Z'], { context: 2 }),
  edit(1, 'set', ['Alt+D'], { platform: 'macos' }),
]);
const sheet = Sheet.parse({
  id: 1,
  appId: 1,
  revision: 1,
  title: 'First week',
  intro: '',
  credit: '',
  language: 'en' as const,
  keysetId: 2,
  sections: [
    {
      title: 'All',
      rows: [1, 2, 3, 4].map((command) => ({ command, note: command === 4 ? 'then drag' : '' })),
    },
    { title: 'Gone', rows: [{ command: 99, note: '' }] },
  ],
});
const body = composeSheet(sheet, opened(withEdits(school)), usKeyboards(), { number: 3, publishedOn: '2026-11-24' });

describe('a composed sheet', () => {
  it('says how keys are changed, with the keys that the command opening the list has in its keyset', () => {
    expect(body.changing).toBeNull();
    const app = { ...base.app, howToChange: 'Edit › Keys.', keysCommand: 'depth.place', keysShown: 'in the menus' };
    const told = composeSheet(sheet, opened({ ...withEdits(school), app }), usKeyboards(), {
      number: 1,
      publishedOn: '2026-11-24',
    }).changing!;
    expect(changingSaid(told, 'macos', 'en')).toBe(
      'Edit › Keys. To open the list, use Place sounding (Option+D). The program shows shortcuts here: in the menus.',
    );
    expect(changingSaid(told, 'macos', 'de')).toContain(
      'Edit › Keys. Öffnen Sie die Liste mit „Place sounding“ (Wahl+D). Das Programm zeigt Kürzel hier an: in the menus.',
    );
    expect(changingSaid({ ...told, keys: {} }, 'windows', 'fr')).toContain(
      'Pour ouvrir la liste, utilisez « Place sounding ».',
    );
  });
  it('shows the keys in force on each platform, and what was shipped where that differs', () => {
    expect(body.sections[0]!.rows).toMatchObject([
      {
        label: 'Place sounding',
        keys: { windows: ['D'], macos: ['Alt+D'] },
        shipped: { windows: ['S'], macos: ['S'] },
        memoryAid: 'D for depth',
      },
      { keys: { windows: [], macos: [] }, shipped: { windows: ['P C'], macos: ['P C'] } },
      { keys: { windows: ['Primary+S'] }, shipped: {}, fixed: true },
      {
        keys: { windows: ['hold:Space', 'Primary+Shift+Q', 'Z Z'] },
        contexts: ['Everywhere', 'Chart window'],
        note: 'then drag',
      },
    ]);
    expect(body.sections[1]!.rows).toEqual([]);
    expect(EditionBody.parse(body)).toEqual(body);
  });
  it('is CSV that any reader understands, and no spreadsheet takes for formulas', () => {
    const text = sheetCsv(body);
    const rows = Papa.parse<string[]>(text.slice(1), { skipEmptyLines: true }).data;
    expect(text.startsWith('\uFEFF')).toBe(true);
    expect(rows[1]!.slice(0, 6)).toEqual(['All', 'depth.place', 'Place sounding', 'Everywhere', 'D', 'Option+D']);
    expect(rows[2]![2]).toBe("'=Join <b>");
    expect(
      text
        .split('\n')
        .filter(Boolean)
        .every((line) => line.endsWith('\r')),
    ).toBe(true);
  });
});

describe('canonical JSON', () => {
  it('does not depend on the order of members, and says the same value', () => {
    fc.assert(
      fc.property(fc.jsonValue({ noUnicodeString: false }), (value) => {
        const text = canonicalJson(value);
        expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(value)));
        const turned = JSON.parse(text, (_key, one: unknown) =>
          one && typeof one === 'object' && !Array.isArray(one)
            ? Object.fromEntries(Object.entries(one).reverse())
            : one,
        ) as unknown;
        expect(canonicalJson(turned)).toBe(text);
      }),
    );
  });
  it('orders members as RFC 8785, section 3.2.3, does (its example, from memory)', () => {
    const members = {
      '\u20ac': 1,
      '\r': 2,
      '\ufb33': 3,
      '1': 4,
      '\ud83d\ude00': 5,
      '\u0080': 6,
      '\u00f6': 7,
    };
    expect(canonicalJson(members)).toBe('{"\\r":2,"1":4,"\u0080":6,"\u00f6":7,"\u20ac":1,"\ud83d\ude00":5,"\ufb33":3}');
  });
});

describe('a preset file', () => {
  const recipe = Recipe.parse({
    kind: 'text records',
    name: 'keys',
    extension: 'fkeys',
    lineEnd: '\r\n',
    header: ['set {keyset} {edition}', 'for {release} {platform}'],
    footer: ['end'],
    record: '{context} {command} = {keys}',
    noKey: '{context} {command} = -none-',
    joiner: ':',
    sequence: ' > ',
    letters: 'small',
    contexts: { Everywhere: 'all' },
    manners: { held: 'holding', twice: null },
    pointers: { Drag: 'pull' },
    platforms: {
      windows: {
        modifiers: [
          ['Ctrl', 'ctl'],
          ['Alt', 'alt'],
          ['Shift', 'sft'],
        ],
        keys: { Space: 'space', Enter: 'enter' },
      },
      macos: { modifiers: [['Alt', 'opt']], keys: {} },
    },
    howToLoad: '',
  });
  const lines = (edits: Parameters<typeof custom>[0], platform = 'windows', how = recipe) => {
    const keyset = custom(edits);
    return writePreset(how, keyset, withEdits(keyset), platform, { edition: 7 });
  };

  it('holds the header, what differs from the shipped keys, and nothing else', () => {
    const file = writePreset(recipe, school, withEdits(school), 'windows', { edition: 7 });
    expect(file.text).toBe(
      ['set layer 2 7', 'for 7.0 Windows', 'all depth.place = d', 'all line.join = -none-', 'end', ''].join('\r\n'),
    );
    expect(file.name).toBe('layer-2-7-0-windows-7.fkeys');
  });
  it('names each loss by what the format lacks, and writes the rest', () => {
    const { losses } = writePreset(recipe, school, withEdits(school), 'windows', { edition: 7 });
    expect(losses).toEqual([
      'Pan, Ctrl+Shift+Q: the file does not support the context Chart window.',
      'Pan, Z then Z: the file does not support the context Chart window.',
    ]);
  });
  it.each([
    ['Primary+Alt+Shift+Q', 'ctl:alt:sft:q'],
    ['P X', 'p > x'],
    ['hold:Space', 'holding space'],
    ['Shift+Drag', 'sft:pull'],
    ['Alt+Space+Drag', 'alt:space:pull'],
    ['Ctrl++', 'ctl:+'],
    [':', ':'],
    ['Ctrl+:', 'ctl::'],
  ])('writes %s as %s', (stored, written) => {
    expect(lines([edit(1, 'set', [stored])]).text).toContain(`all depth.place = ${written}\r\n`);
  });
  it.each([
    ['twice:T', 'double presses'],
    ['Meta+Q', 'the modifier Meta'],
    ['tap(Alt)', 'single modifier taps'],
    ['F5', 'the key F5'],
    ['[Numpad5]', 'the key position Numpad5'],
    ['WheelUp', 'the pointer action WheelUp'],
    ['Drag@over', 'pointing at an object'],
  ])('cannot say %s: %s', (stored, feature) => {
    const { text, losses } = lines([edit(1, 'set', [stored])]);
    expect(losses[0]).toContain(`does not support ${feature}`);
    // What it came with is switched off: with two keys it would be another keyset.
    expect(text).toContain('all depth.place = -none-\r\n');
  });
  it('tells its losses in the language of the edition, keys and all', () => {
    const clear = edit(1, 'clear', []);
    const told = (language: 'de' | 'fr', edits: Parameters<typeof custom>[0]) =>
      writePreset({ ...recipe, noKey: null }, custom(edits), withEdits(custom(edits)), 'windows', {
        edition: 7,
        language,
      }).losses[0];
    expect(told('de', [edit(1, 'set', ['Primary+Delete'])])).toMatch(
      /, Strg\+Entf – in der Datei nicht möglich: die Taste Entf\.$/,
    );
    expect(told('fr', [clear])).toMatch(/impossible dans le fichier.: une commande sans raccourci\.$/);
  });
  it('cannot leave a command without a key where the format has no word for that', () => {
    const { losses } = lines([edit(1, 'clear', [])], 'windows', { ...recipe, noKey: null });
    expect(losses[0]).toContain('a command without a shortcut');
  });

  it('read back by plain splitting gives the changed bindings less the losses, as sets', () => {
    const held = fc.constantFrom(
      'A',
      'Ctrl+A',
      'Alt+Shift+B',
      'P X',
      'hold:Space',
      'Shift+Drag',
      'twice:T',
      'Meta+Q',
      'F5',
      'tap(Alt)',
      'Ctrl++',
    );
    const one = fc.record({
      command: fc.integer({ min: 1, max: 4 }),
      context: fc.constantFrom(1, 2),
      keys: fc.uniqueArray(held, { maxLength: 3 }),
    });
    const layer = fc.uniqueArray(one, { selector: ({ command, context }) => `${command} ${context}`, maxLength: 6 });
    fc.assert(
      fc.property(layer, (places) => {
        const edits = places
          .filter(({ command }) => command !== 3)
          .map(({ command, context, keys }) => edit(command, keys.length ? 'set' : 'clear', keys, { context }));
        const keyset = custom(edits);
        const { text, losses } = writePreset(recipe, keyset, withEdits(keyset), 'windows', { edition: 7 });
        const records = text.split('\r\n').slice(2, -2);
        const stack = { shipped: base.keysets[0] as never, layers: [keyset] };
        const [now, before] = [effective(stack, 'windows'), effective({ ...stack, layers: [] }, 'windows')];
        const keys = (from: typeof now, command: number, context: number) =>
          from.at(command, context).map((key) => key.shortcut);
        let wanted = 0;
        for (const command of base.commands) {
          for (const context of [1, 2, 3, 4]) {
            const mine = keys(now, command.id, context);
            if (mine.join() === keys(before, command.id, context).join()) continue;
            wanted += Math.max(1, mine.length);
            const lines = records.filter((line) => line.startsWith(`all ${command.name} = `));
            if (context !== 1)
              expect(lines.length === 0 || keys(now, command.id, 1).join() !== keys(before, command.id, 1).join()).toBe(
                true,
              );
          }
        }
        // Nothing is written twice, nothing is lost unsaid.
        expect(new Set(records).size).toBe(records.length);
        // What a command came with is switched off where none of its own keys can be said.
        const off = records.filter((line) => {
          const [, name, written] = /^all (\S+) = (.+)$/.exec(line)!;
          return written === '-none-' && keys(now, base.commands.find((one) => one.name === name)!.id, 1).length > 0;
        });
        expect(records.length - off.length + losses.length).toBe(wanted);
        for (const line of records) {
          const [, name, written] = /^all (\S+) = (.+)$/.exec(line)!;
          const command = base.commands.find((other) => other.name === name)!;
          const stored = written === '-none-' ? '' : backwards(written!);
          expect(written === '-none-' ? '' : keys(now, command.id, 1), line).toEqual(
            written === '-none-' ? '' : expect.arrayContaining([stored]),
          );
        }
      }),
      runs(400),
    );
  });
});

/** The demo format of these tests, read by hand. */
function backwards(written: string): string {
  const held = written.startsWith('holding ');
  const strokes = written
    .replace(/^holding /, '')
    .split(' > ')
    .map((stroke) => {
      const parts = stroke.split(/:(?=.)/);
      const names: Record<string, string> = {
        ctl: 'Ctrl',
        alt: 'Alt',
        sft: 'Shift',
        space: 'Space',
        enter: 'Enter',
        pull: 'Drag',
      };
      return parts.map((part) => names[part] ?? part.toUpperCase()).join('+');
    });
  return (held ? 'hold:' : '') + strokes.join(' ');
}
