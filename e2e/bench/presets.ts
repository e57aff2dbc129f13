import { XMLParser } from 'fast-xml-parser';
import { Catalogue, PLAIN_WORDS, Recipe } from '@crib/core/contract';
import { US } from '@crib/core/keys';
import { opened } from '@crib/core/keyset';
import { benchWith, learnRecipe, planPreset, pressedOn, readPreset, writePreset } from '@crib/core/preset';
import { keyboardOf } from '@crib/core/press';
import { HELD, LETTERS, lines, median, ms } from './table.ts';

const FORMS = {
  lines: { syntax: 'lines', header: [], footer: [], record: '{context} {command} = {keys}', noKey: null },
  XML: {
    syntax: 'xml',
    header: ['<keys>'],
    footer: ['</keys>'],
    record: '<bind cmd="{command}" at="{context}" press="{keys}"/>',
    noKey: null,
  },
  JSON: {
    syntax: 'json',
    header: ['['],
    footer: [']'],
    record: '{ "do": "{command}", "in": "{context}", "by": "{keys}" }',
    noKey: null,
    between: ',',
  },
} as const;

/** A preset of 5,000 bindings written and read in each form, beside its parser alone; and a press on the bench. */
export async function presets() {
  const provenance = { kind: 'list' as const, source: '', who: '', on: null };
  const keyOf = (n: number) =>
    `${HELD[n % 8]!}${LETTERS[Math.floor(n / 8) % 36]!}${n >= 288 ? ` ${LETTERS[Math.floor(n / 288) % 36]!}` : ''}`;
  const catalogue = Catalogue.parse({
    app: {
      id: 1,
      slug: 'a',
      name: 'A',
      role: 'taught',
      platforms: ['windows'],
      keyPolicy: { binds: 'character' },
      howToChange: '',
    },
    release: { id: 1, appId: 1, label: '1', releasedOn: null, position: 1, platforms: ['windows'], sealedAt: null },
    contexts: [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false }],
    commands: Array.from({ length: 5000 }, (_, n) => ({
      ...PLAIN_WORDS,
      id: n + 1,
      name: `cmd.${n}`,
      label: `Command ${n}`,
      home: 1,
    })),
    keysets: [
      {
        id: 1,
        appId: 1,
        name: 'shipped',
        note: '',
        revision: 1,
        kind: 'shipped',
        releaseId: 1,
        isDefault: true,
        bindings: Array.from({ length: 5000 }, (_, n) => ({
          id: n + 1,
          command: n + 1,
          contexts: [1],
          platform: null,
          shortcut: keyOf(n),
          note: '',
          memoryAid: '',
          provenance,
        })),
      },
    ],
  });
  for (const [name, form] of Object.entries(FORMS)) {
    const recipe = Recipe.parse({
      name,
      extension: 'k',
      lineEnd: '\n',
      scope: 'all',
      joiner: '+',
      sequence: ' > ',
      letters: 'capitals',
      contexts: { Everywhere: 'all' },
      manners: { held: null, twice: null },
      pointers: {},
      platforms: {
        windows: {
          modifiers: [
            ['Ctrl', 'Ctrl'],
            ['Alt', 'Alt'],
            ['Shift', 'Shift'],
          ],
          keys: {},
        },
      },
      howToLoad: '',
      ...form,
    });
    const write = () => writePreset(recipe, catalogue.keysets[0]!, catalogue, 'windows', { edition: 1 });
    const file = write();
    lines.push([
      `5,000 bindings written as ${name}, and read back to be sure`,
      ms(await median(write)),
      '100 ms',
      `${ms(await median(() => JSON.stringify(catalogue.keysets[0])))} JSON.stringify`,
    ]);
    const parse =
      name === 'XML'
        ? () => new XMLParser({ ignoreAttributes: false }).parse(file.text) as object
        : name === 'JSON'
          ? () => JSON.parse(file.text) as object
          : () => file.text.split('\n').map((line) => line.split(' = '));
    lines.push([
      `the same read, ${name}`,
      ms(await median(() => readPreset(recipe, file.bytes, catalogue, 'windows'))),
      '150 ms',
      `${ms(await median(parse))} the text taken apart alone`,
    ]);
    if (name !== 'lines') continue;
    // Two records are marked: all else is worked out, the first time and when the words are known already.
    const spanOf = (part: string, from: number) => ({
      from: file.text.indexOf(part, from),
      to: file.text.indexOf(part, from) + part.length,
    });
    const marks = [1, 40].map((n) => {
      const at = file.text.indexOf(`cmd.${n} = `);
      return { command: spanOf(`cmd.${n}`, at), keys: spanOf(keyOf(n), at) };
    });
    const learn = () => learnRecipe({ name: 'learned.k', bytes: file.bytes }, marks, catalogue, 'windows');
    const begun = performance.now();
    const { read } = learn();
    const first = performance.now() - begun;
    lines.push([
      `a recipe learned from 5,000 lines by two marks, ${read} read`,
      ms(first),
      '300 ms',
      `${ms(await median(learn))} again`,
    ]);
    const keyboard = keyboardOf(US, 'windows');
    const plan = planPreset(
      recipe,
      readPreset(recipe, file.bytes, catalogue, 'windows'),
      catalogue,
      'windows',
      keyboard,
    );
    const bench = benchWith(opened(catalogue), keyboard, plan);
    const scene = bench.scene(1, 'none');
    const event = {
      code: 'KeyK',
      key: 'k',
      ctrlKey: true,
      altKey: false,
      shiftKey: false,
      metaKey: false,
      altGraph: false,
    };
    lines.push([
      'the bench answers a press, 5,000 bindings',
      ms(await median(() => pressedOn(bench, scene, [], event), 31)),
      '8 ms',
      '',
    ]);
  }
}
