import { XMLParser } from 'fast-xml-parser';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CribError } from '../../src/error/index.ts';
import { Recipe, type CustomKeyset } from '../../src/contract/index.ts';
import { US } from '../../src/keys/index.ts';
import { effective, stackOf } from '../../src/keyset/index.ts';
import { keyboardOf } from '../../src/press/index.ts';
import {
  decoded,
  encoded,
  mergedPreset,
  physical,
  planPreset,
  readPreset,
  saidIn,
  writePreset,
} from '../../src/preset/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { base, withEdits } from './fixtures.ts';
import { met, runs } from '../runs.ts';

const KEYS = [
  'A',
  'Primary+A',
  'Alt+Shift+B',
  'P X',
  'hold:Space',
  'Shift+Drag',
  'twice:T',
  'Meta+Q',
  'F5',
  'tap(Alt)',
  'Ctrl++',
  ':',
  '+',
  ',',
  'Ctrl+Alt+Space+Drag',
  'Ö',
  '[Numpad5]',
  '<',
  '"',
  'Ctrl+Shift+F12',
  'A B C',
  'RightAlt+K',
  'WheelUp',
];
const layer = fc
  .uniqueArray(
    fc.record({
      command: fc.constantFrom(1, 2, 3, 4, 5),
      context: fc.constantFrom(1, 2, 4),
      keys: fc.uniqueArray(fc.constantFrom(...KEYS), { maxLength: 3 }),
    }),
    { selector: ({ command, context }) => `${command} ${context}`, maxLength: 8 },
  )
  .map((places) =>
    custom(places.map(({ command, context, keys }) => edit(command, keys.length ? 'set' : 'clear', keys, { context }))),
  );

/** What recipes have in common, and how each syntax writes a record; several ways each. */
const FORMS = [
  {
    syntax: 'lines',
    header: ['set {keyset} {edition}', ''],
    footer: ['end'],
    record: '{context} {command} = {keys}',
    noKey: '{context} {command} = -none-',
    argument: '{context} {command} ({argument}) = {keys}',
  },
  {
    syntax: 'lines',
    header: ['# made by {keyset}, no. {edition}'],
    footer: [],
    record: '{keys}\t{command}',
    noKey: null,
    group: { open: '[{context}]', close: '' },
    comment: '#',
  },
  {
    syntax: 'lines',
    header: [],
    footer: [],
    record: 'bind("{command}", "{keys}")',
    noKey: 'unbind("{command}")',
    group: { open: 'in {context}:', close: '' },
  },
  {
    syntax: 'xml',
    header: ['<?xml version="1.0"?>', '<keys of="{keyset}" no="{edition}">'],
    footer: ['</keys>'],
    record: '  <bind cmd="{command}" at="{context}" press="{keys}"/>',
    noKey: '  <bind cmd="{command}" at="{context}" press=""/>',
    argument: '  <bind cmd="{command}" value="{argument}" at="{context}" press="{keys}"/>',
  },
  {
    syntax: 'xml',
    header: ['<dict>'],
    footer: ['</dict>'],
    record: '<key>{command}</key><string>{keys}</string>',
    noKey: '<key>{command}</key><none/>',
    group: { open: '<place name="{context}">', close: '</place>' },
  },
  {
    syntax: 'xml',
    header: ['<keymap>'],
    footer: ['</keymap>'],
    record: '<action id="{command}"><where>{context}</where><stroke>{keys}</stroke></action>',
    noKey: null,
  },
  {
    syntax: 'json',
    header: ['{ "edition": {edition}, "keys": ['],
    footer: ['] }'],
    record: '{ "command": "{command}", "when": "{context}", "key": "{keys}" }',
    noKey: '{ "command": "{command}", "when": "{context}", "key": null }',
    between: ',',
  },
  {
    syntax: 'json',
    header: ['{'],
    footer: ['}'],
    record: '"{keys}": "{command}"',
    noKey: null,
    group: { open: '"{context}": {', close: '}' },
    between: ',',
  },
  {
    syntax: 'json',
    header: ['['],
    footer: [']'],
    record: '{ "do": { "id": "{command}", "value": null }, "in": "{context}", "by": ["{keys}"] }',
    argument: '{ "do": { "id": "{command}", "value": "{argument}" }, "in": "{context}", "by": ["{keys}"] }',
    noKey: '{ "do": { "id": "{command}" }, "in": "{context}", "by": [] }',
    between: ',',
  },
] as const;
const words = { Space: 'space', F5: 'F5', F12: 'F12', ':': 'colon', '+': 'plus' };
const recipe = fc
  .record({
    form: fc.constantFrom(...FORMS),
    encoding: fc.constantFrom('utf-8', 'utf-8 with mark', 'utf-16le', 'utf-16be', 'latin-1'),
    lineEnd: fc.constantFrom('\n', '\r\n'),
    scope: fc.constantFrom('changes', 'all'),
    joiner: fc.constantFrom('+', ':', '-', ' '),
    sequence: fc.constantFrom(null, ' > ', ', ', ' '),
    several: fc.constantFrom(null, ' | ', ', ', '; '),
    letters: fc.constantFrom('capitals', 'small'),
    held: fc.constantFrom(null, 'holding'),
    keys: fc.subarray(Object.entries(words)),
    places: fc.subarray(
      [
        ['Everywhere', 'all'],
        ['Chart window', 'chart'],
      ] as [string, string][],
      { minLength: 1 },
    ),
    modifiers: fc.shuffledSubarray([
      ['Ctrl', 'ctl'],
      ['Alt', 'alt'],
      ['Shift', 'sft'],
      ['Meta', 'Win'],
    ] as [string, string][]),
  })
  .filter(({ joiner, sequence, several }) => joiner !== sequence && (several === null || several !== sequence))
  .map(({ form, held, keys, places, modifiers, ...rest }) =>
    Recipe.parse({
      name: 'keys',
      extension: 'keys',
      ...rest,
      ...form,
      contexts: Object.fromEntries(places),
      manners: { held, twice: null },
      pointers: { Drag: 'pull' },
      platforms: { windows: { modifiers, keys: Object.fromEntries(keys) } },
      howToLoad: '',
    }),
  );

/** What is in force in every place, in the modifiers of a platform. */
function inForce(keyset: CustomKeyset, layers = true) {
  const stack = stackOf(keyset, withEdits(keyset).keysets);
  const from = effective(layers ? stack : { ...stack, layers: [] }, 'windows');
  return (command: number, context: number) =>
    from.at(command, context).map((one) => physical(one.shortcut, 'windows'));
}

describe('a recipe', () => {
  it('reads back what it wrote: the bindings in force, or those that are changed, less its losses, as sets', () => {
    let [whole, lost] = [0, 0];
    fc.assert(
      fc.property(recipe, layer, (how, keyset) => {
        const file = writePreset(how, keyset, withEdits(keyset), 'windows', { edition: 7 });
        const read = readPreset(how, file.bytes, withEdits(keyset), 'windows');
        expect(read.bindings.flatMap((one) => one.unknown)).toEqual([]);
        if (how.header.some((line) => line.includes('{edition}'))) expect(read.edition).toBe(7);
        const said = saidIn(read);
        const [mine, shipped] = [inForce(keyset), inForce(keyset, false)];
        let [wanted, found, more] = [0, 0, 0];
        for (const { id } of base.commands)
          for (const context of [1, 2, 3, 4]) {
            const [now, before] = [mine(id, context), shipped(id, context)];
            const changed = now.join() !== before.join();
            const written = said.get(`${id} ${context}`);
            if (!(changed || (how.scope === 'all' && now.length))) {
              expect(written, `${id} ${context}`).toBeUndefined();
              continue;
            }
            wanted += Math.max(1, now.length);
            // Nothing that is not in force is ever said; what is not said is a loss.
            for (const one of written ?? []) expect(now).toContain(one);
            if (written) found += now.length === 0 ? 1 : written.length;
            // What cannot be said at all is switched off, or said to stay.
            const stays = how.scope === 'changes' && before.length > 0 && now.length > 0 && !written?.length;
            if (written?.length === 0) expect(now.length === 0 || stays).toBe(true);
            if (stays && how.noKey === null) more += 1;
          }
        expect(found + file.losses.length).toBeOneOf(Array.from({ length: more + 1 }, (_, n) => wanted + n));
        if (wanted && !file.losses.length) whole++;
        lost += file.losses.length;
      }),
      runs(1500, 3),
    );
    expect(Math.min(whole, lost)).toBeGreaterThan(met(25));
  });

  it('leads back: the file for that says what was shipped wherever the keyset says otherwise', () => {
    fc.assert(
      fc.property(recipe, layer, (how, keyset) => {
        const back = writePreset({ ...how, scope: 'changes' }, keyset, withEdits(keyset), 'windows', {
          edition: 7,
          back: true,
        });
        expect(back.name).toContain('-back-7.');
        const [mine, shipped] = [inForce(keyset), inForce(keyset, false)];
        for (const [place, said] of saidIn(readPreset(how, back.bytes, withEdits(keyset), 'windows'))) {
          const [command, context] = place.split(' ').map(Number) as [number, number];
          expect(mine(command, context)).not.toEqual(shipped(command, context));
          for (const one of said) expect(shipped(command, context)).toContain(one);
        }
      }),
    );
  });

  it('leaves a file as it is, byte for byte, and with changes all but their records', () => {
    const noise = fc.array(
      fc.constantFrom('', '  something of its own', '; a remark', 'colour = blue', '[window]', 'size 3 4'),
      { maxLength: 4 },
    );
    fc.assert(
      fc.property(
        recipe,
        layer,
        noise,
        fc.constantFrom(1, 3),
        fc.uniqueArray(fc.constantFrom('A', 'Ctrl+B', 'F5'), { minLength: 1, maxLength: 2 }),
        (how, keyset, lines, command, shortcuts) => {
          const on = withEdits(keyset);
          const made = writePreset(how, keyset, on, 'windows', { edition: 7 });
          const mixed =
            how.syntax === 'lines'
              ? lines.map((line) => line + how.lineEnd).join('') + made.text + lines.join(how.lineEnd)
              : made.text;
          const bytes = encoded(mixed, how.encoding);
          const kept = mergedPreset(how, bytes, [], on, 'windows');
          expect(Buffer.from(kept.bytes).equals(Buffer.from(bytes))).toBe(true);
          const change = { command: base.commands[command - 1]!, context: 1, shortcuts };
          const merged = mergedPreset(how, bytes, [change], on, 'windows');
          const [was, now] = [bytes, merged.bytes].map((one) => readPreset(how, one, on, 'windows'));
          if (merged.byHand.length) {
            expect(merged.text).toBe(mixed);
            return;
          }
          expect(saidIn(now!).get(`${command} 1`)).toEqual(shortcuts);
          // What says so already is not written anew.
          const again = mergedPreset(
            how,
            merged.bytes,
            [{ ...change, shortcuts: shortcuts.toReversed() }],
            on,
            'windows',
          );
          expect([Buffer.from(again.bytes).equals(Buffer.from(merged.bytes)), again.overwritten]).toEqual([true, []]);
          for (const [place, said] of saidIn(was!))
            if (place !== `${command} 1`) expect(saidIn(now!).get(place)).toEqual(said);
          // Without the records nothing differs but the lines that are new.
          const around = (text: string, read: typeof was) =>
            read!.bindings
              .reduceRight((rest, one) => rest.slice(0, one.from) + rest.slice(one.to), text)
              .replace(/[\s,]+/g, '');
          // Separators are what a reader falls over: JSON stays JSON to the letter.
          if (how.syntax === 'json' && made.fault === null) JSON.parse(merged.text);
          expect(around(merged.text, now)).toBe(around(mixed, was));
        },
      ),
      runs(600),
    );
  });

  it('finds what a file comes to: the shipped keyset it stands on, the edits, and what nobody knows', () => {
    fc.assert(
      fc.property(layer, fc.constantFrom('changes' as const, 'all' as const), (keyset, scope) => {
        const how = Recipe.parse({
          ...FORMS[6],
          name: 'k',
          extension: 'k',
          lineEnd: '\n',
          scope,
          joiner: '+',
          sequence: ' > ',
          letters: 'capitals',
          contexts: { Everywhere: 'all', 'Chart window': 'chart', Panel: 'panel' },
          manners: { held: 'hold', twice: 'twice' },
          pointers: { Drag: 'pull', WheelUp: 'up' },
          platforms: {
            windows: {
              modifiers: [
                ['Ctrl', 'ctl'],
                ['Alt', 'alt'],
                ['Shift', 'sft'],
                ['Meta', 'win'],
              ],
              keys: { ...words, '[Numpad5]': 'pad5' },
            },
          },
          howToLoad: '',
        });
        const file = writePreset(how, keyset, withEdits(keyset), 'windows', { edition: 1 });
        if (file.losses.length) return;
        const text = file.text
          .replace(
            '"keys": [',
            '"keys": [ { "command": "nobody.knows", "when": "all", "key": "Q" }, { "command": "weight", "when": "all", "key": "hyper+Q" },',
          )
          .replace(/,(\s*\] \})/, '$1');
        const read = readPreset(how, encoded(text, 'utf-8'), base, 'windows');
        const plan = planPreset(how, read, base, 'windows', keyboardOf(US, 'windows'))!;
        expect(plan.base.id).toBe(1);
        expect(plan.questions.map((one) => one.unknown[0])).toEqual([
          { what: 'command', said: 'nobody.knows' },
          { what: 'keys', said: 'hyper+Q' },
        ]);
        const [mine, shipped] = [inForce(keyset), inForce(keyset, false)];
        for (const { id } of base.commands)
          for (const context of [1, 2, 4]) {
            const found = plan.edits.find((one) => one.command === id && one.context === context);
            const differ = [...mine(id, context)].sort().join() !== [...shipped(id, context)].sort().join();
            if (found) expect([...found.shortcuts].sort()).toEqual([...mine(id, context)].sort());
            expect(found !== undefined, `${id} ${context}`).toBe(differ);
          }
      }),
    );
  });
});

describe('files as other readers see them', () => {
  const how = (form: object) =>
    Recipe.parse({
      name: 'k',
      extension: 'k',
      lineEnd: '\n',
      joiner: '+',
      sequence: ' > ',
      letters: 'capitals',
      contexts: { Everywhere: 'all' },
      manners: { held: null, twice: null },
      pointers: {},
      platforms: {
        windows: {
          modifiers: [
            ['Ctrl', 'ctl'],
            ['Alt', 'alt'],
            ['Shift', 'sft'],
          ],
          keys: words,
        },
      },
      howToLoad: '',
      ...form,
    });
  const keyset = custom([edit(2, 'set', ['Ctrl+<', 'A > B'.replace(' > ', ' ')]), edit(1, 'set', ['"'])]);

  it('are JSON to JSON.parse and XML to another parser, with the same records', () => {
    const json = JSON.parse(
      writePreset(how(FORMS[6]), keyset, withEdits(keyset), 'windows', { edition: 3 }).text,
    ) as object;
    const records = [
      ['depth.place', '"'],
      ['line="join"', 'ctl+<'],
      ['line="join"', 'A > B'],
    ];
    expect(json).toEqual({ edition: 3, keys: records.map(([command, key]) => ({ command, when: 'all', key })) });
    const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', htmlEntities: true });
    const xml = parser.parse(writePreset(how(FORMS[3]), keyset, withEdits(keyset), 'windows', { edition: 3 }).text) as {
      keys: { bind: object[] };
    };
    expect(xml.keys.bind).toEqual(records.map(([cmd, press]) => ({ cmd, at: 'all', press })));
  });

  it('are read whatever else stands in them: other attributes and members, other order, comments', () => {
    const said = (form: object, text: string) => [
      ...saidIn(readPreset(how(form), encoded(text, 'utf-8'), base, 'windows')),
    ];
    const expected = [['1 1', ['Ctrl+D']]];
    expect(
      said(
        FORMS[3],
        '<keys v="2"><!-- ours --><set><bind press="CTL+d" at="all" since="2" cmd="depth.place"><x/></bind></set></keys>',
      ),
    ).toEqual(expected);
    expect(
      said(
        FORMS[3],
        '<!DOCTYPE keys SYSTEM "keys.dtd"><keys><!-- <!ENTITY a "b"> --><bind cmd="depth.place" at="all" press="ctl+D"/></keys>',
      ),
    ).toEqual(expected);
    expect(
      said(
        FORMS[6],
        '{ // ours\n "more": { "keys": [ { "key": "ctl+D", "note": [1, {}], "when": "all", "command": "depth.place" }, ] } }',
      ),
    ).toEqual(expected);
    expect(said(FORMS[1], '# D\tnobody\n[all]\nctl+D\tdepth.place\n')).toEqual(expected);
    expect(
      said(FORMS[4], '<dict><place name="all"><key>depth.place</key> <string>ctl+D</string></place></dict>'),
    ).toEqual(expected);
  });

  it.each([
    [
      'entities that grow',
      FORMS[3],
      '<!DOCTYPE k [<!ENTITY a "xxxxxxxx"><!ENTITY b "&a;&a;&a;&a;">]><k>&b;</k>',
      'not-a-file',
    ],
    [
      'an entity of the file system',
      FORMS[3],
      '<!DOCTYPE k [<!ENTITY x SYSTEM "file:///etc/passwd">]><k>&x;</k>',
      'not-a-file',
    ],
    ['elements without end', FORMS[3], '<a>'.repeat(5000), 'too-large'],
    ['lists without end', FORMS[6], '['.repeat(100_000), 'too-large'],
    ['lists without end behind a quotation mark in a remark', FORMS[6], `// "\n${'['.repeat(100_000)}`, 'too-large'],
    ['lists that brackets of another kind seem to close', FORMS[6], '[}'.repeat(50_000), 'too-large'],
    ['half a file', FORMS[6], '{ "keys": [ { "command": ', 'not-a-file'],
    ['no XML', FORMS[3], 'depth.place = D', 'not-a-file'],
  ])('are refused with a sentence: %s', (_what, form, text, code) => {
    const refused = () => readPreset(how(form), encoded(text, 'utf-8'), base, 'windows');
    expect(refused).toThrow(CribError);
    try {
      refused();
    } catch (error) {
      expect((error as CribError).problems[0]).toMatchObject({
        code,
        sentence: expect.stringMatching(/\.$/) as string,
      });
    }
  });

  it('that are no text in their encoding, too large, or named like parts of an object harm nothing', () => {
    expect(() => decoded(new Uint8Array([0x61, 0xff, 0xfe, 0x80]), 'utf-8')).toThrow(/not encoded in UTF-8/);
    expect(() => decoded(new Uint8Array(5 * 1024 * 1024), 'utf-8')).toThrow(/at most 4 MB/);
    const text =
      '{ "__proto__": { "polluted": true }, "keys": [ { "command": "constructor", "when": "__proto__", "key": "toString" } ] }';
    const { bindings } = readPreset(how(FORMS[6]), encoded(text, 'utf-8'), base, 'windows');
    expect(bindings.map((one) => one.unknown.map(({ what }) => what))).toEqual([['command', 'context', 'keys']]);
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
    fc.assert(
      fc.property(
        fc.constantFrom('utf-8', 'utf-8 with mark', 'utf-16le', 'utf-16be', 'latin-1'),
        fc.string({ unit: fc.constantFrom('a', 'é', 'ÿ', '\r\n', '\t') }),
        (encoding, one) => {
          expect(decoded(encoded(one, encoding), encoding).text).toBe(one);
        },
      ),
    );
  });
});
