import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Recipe } from '../../src/contract/index.ts';
import { encoded, mergedPreset, writePreset } from '../../src/preset/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { catalogue } from '../list/fixtures.ts';
import { base, withEdits } from './fixtures.ts';
import { runs } from '../runs.ts';

/** A recipe with what does not matter here filled in. */
const form = (more: object) =>
  Recipe.parse({
    name: 'Keys',
    extension: 'k',
    lineEnd: '\n',
    joiner: '+',
    sequence: null,
    letters: 'small',
    contexts: {},
    manners: { held: null, twice: null },
    pointers: {},
    platforms: {
      windows: {
        modifiers: [
          ['Ctrl', 'ctrl'],
          ['Shift', 'shift'],
        ],
        keys: { F5: 'f5', F12: 'f12' },
      },
    },
    howToLoad: '',
    header: [],
    footer: [],
    noKey: null,
    ...more,
  });

describe('a learner’s own file', () => {
  const JSON_FORM = form({
    syntax: 'json',
    header: ['['],
    footer: [']'],
    record: '{ "command": "{command}", "key": "{keys}" }',
    between: ',',
  });
  const change = (name: string, ...shortcuts: string[]) => ({
    command: base.commands.find((one) => one.name === name)!,
    context: 1,
    shortcuts,
  });
  const after = (how: Recipe, text: string, ...changes: ReturnType<typeof change>[]) =>
    mergedPreset(how, encoded(text, 'utf-8'), changes, base, 'windows');

  it('of JSON stays JSON, wherever its commas stand, whatever changes, goes and comes', () => {
    const records = fc.shuffledSubarray(['depth.place', 'chart.save', 'weight', 'depth.place'], { minLength: 1 });
    const keys = fc.constantFrom('A', 'Ctrl+B', 'Ctrl+,', 'Shift+"');
    const changes = fc.uniqueArray(
      fc.tuple(
        fc.constantFrom('depth.place', 'chart.save', 'weight'),
        fc.uniqueArray(keys, { minLength: 1, maxLength: 3 }),
      ),
      { minLength: 1, maxLength: 3, selector: ([name]) => name },
    );
    const shape = fc.constantFrom('a line each', 'one line', 'commas first', 'no line end', 'members besides');
    fc.assert(
      fc.property(records, changes, shape, (list, wanted, how) => {
        const besides = how === 'members besides' ? ', "when": ["a", {"b": "x1"}], "on": true' : '';
        const said = list.map((name, at) =>
          `{ "command": "${name}", "key": "k${at}"${besides} }`.replaceAll(
            /k(\d)"/g,
            (_, n) => `${'pqrs'[Number(n)]}"`,
          ),
        );
        const text =
          how === 'one line'
            ? `[${said.join(', ')}]\n`
            : how === 'commas first'
              ? `[\n    ${said.join('\n  , ')}\n]\n`
              : `[\n  ${said.join(',\n  ')}\n]${how === 'no line end' ? '' : '\n'}`;
        const merged = after(JSON_FORM, text, ...wanted.map(([name, shortcuts]) => change(name, ...shortcuts)));
        expect(merged.byHand, text).toEqual([]);
        const made = JSON.parse(merged.text) as { command: string; key: string; when?: unknown; on?: unknown }[];
        const written: Record<string, string> = {
          A: 'a',
          'Ctrl+B': 'ctrl+b',
          'Ctrl+,': 'ctrl+,',
          'Shift+"': 'shift+"',
        };
        for (const name of ['depth.place', 'chart.save', 'weight']) {
          const given = wanted.find(([one]) => one === name);
          const had = list.flatMap((one, at) => (one === name ? ['pqrs'[at]] : []));
          expect(
            made.filter((one) => one.command === name).map((one) => one.key),
            `${text}\n${merged.text}`,
          ).toEqual(given ? given[1].map((one) => written[one]) : had);
        }
        // What stands in a record besides stays in it.
        const stays = list.filter(
          (name, at) => !wanted.some(([one]) => one === name) || list.indexOf(name) === at,
        ).length;
        if (besides)
          expect(
            made.filter((one) => one.on === true && JSON.stringify(one.when) === '["a",{"b":"x1"}]').length,
          ).toBeGreaterThanOrEqual(stays);
      }),
      runs(400),
    );
  });

  it('keeps all of a record but its keys, signs around them included, in lines and in XML', () => {
    const other = form({ syntax: 'lines', record: '{command} {keys} {other}', other: '-' });
    expect(
      after(other, 'depth.place s since="2" on\nchart.save ctrl+s keep\n', change('depth.place', 'Ctrl+D')).text,
    ).toBe('depth.place ctrl+d since="2" on\nchart.save ctrl+s keep\n');
    const glued = form({ syntax: 'lines', record: 'map <{keys}> :{command}<CR>' });
    expect(
      after(glued, "map <s> :depth.place<CR>\n; 's' is short for it\n", change('depth.place', 'Ctrl+D')).text,
    ).toBe("map <ctrl+d> :depth.place<CR>\n; 's' is short for it\n");
    const xml = form({
      syntax: 'xml',
      record: '<bind cmd="{command}" press="{keys}"/>',
      header: ['<k>'],
      footer: ['</k>'],
    });
    const text = '<k>\n  <bind id="s" cmd="depth.place" press="s" since="2"><note>s &amp; s</note></bind>\n</k>\n';
    expect(after(xml, text, change('depth.place', 'Ctrl+D')).text).toBe(text.replace('press="s"', 'press="ctrl+d"'));
  });

  it('is left as it was where a change would break it', () => {
    // The keys stand where the format cannot tell them from what is besides.
    const odd = form({ syntax: 'lines', record: '{command}={keys}', comment: '#' });
    const merged = after(odd, 'depth.place=s\n', change('chart.save', 'A B'));
    expect([merged.text, merged.byHand.length]).toEqual(['depth.place=s\n', 1]);
    // What else was asked for at the same time is made.
    const some = after(
      odd,
      'depth.place=s\nweight=w\n',
      change('depth.place', 'A'),
      change('chart.save', 'A B'),
      change('weight', 'B'),
    );
    expect([some.text, some.byHand.map((one) => one.command.name)]).toEqual([
      'depth.place=a\nweight=b\n',
      ['chart.save'],
    ]);
  });
});

describe('a file that is published', () => {
  const keyset = custom([edit(1, 'set', ['F5']), edit(5, 'set', ['F12'], { context: 2 })]);
  const write = (more: object) => writePreset(form(more), keyset, withEdits(keyset), 'windows', { edition: 1 });

  it('of a format that names no contexts has its keys all the same', () => {
    const file = write({ syntax: 'lines', record: '{command} = {keys}' });
    expect([file.fault, file.losses, file.text]).toEqual([null, [], 'depth.place = f5\nweight.3 = f12\n']);
    // Where one command has other keys in two places, the file has those of the place it is at home in, and says so.
    const both = custom([edit(1, 'set', ['F5']), edit(1, 'set', ['F12'], { context: 2 })]);
    const told = writePreset(
      form({ syntax: 'lines', record: '{command} = {keys}' }),
      both,
      withEdits(both),
      'windows',
      {
        edition: 1,
      },
    );
    expect([told.fault, told.text, told.losses.length]).toEqual([null, 'depth.place = f5\n', 1]);
  });

  it.each([
    ['has no key', 'preset-empty', { syntax: 'lines', record: '{context} {command} = {keys}' }],
    [
      'is not well-formed',
      'preset-malformed',
      { syntax: 'xml', header: ['<keys>'], footer: ['</keys>', '</keys>'], record: '<b c="{command}" k="{keys}"/>' },
    ],
    [
      'is not well-formed',
      'preset-malformed',
      { syntax: 'json', header: ['{'], footer: ['}'], record: '"{command}": "{keys}"' },
    ],
    [
      'names a member twice',
      'preset-malformed',
      {
        syntax: 'json',
        header: ['{ "f5": "chart.save",'],
        footer: ['}'],
        between: ',',
        record: '"{keys}": "{command}"',
      },
    ],
  ])('is refused where it %s', (_, code, more) => {
    expect(write(more).fault?.code).toBe(code);
  });
  it('says of two commands of one label that a format with labels alone cannot tell them apart', () => {
    const two = catalogue([{ label: 'Open' }, { label: 'Open' }]);
    const both = custom([edit(1, 'set', ['F5']), edit(2, 'set', ['F12'])]);
    const made = writePreset(
      form({ syntax: 'lines', record: '{label} = {keys}' }),
      both,
      { ...two, keysets: [...two.keysets, both] },
      'windows',
      { edition: 1 },
    );
    expect(made.losses).toEqual([
      'Open, F5: the file does not support two commands with the same name (Open).',
      'Open, F12: the file does not support two commands with the same name (Open).',
    ]);
    expect(made.fault?.code).toBe('preset-empty');
  });
});
