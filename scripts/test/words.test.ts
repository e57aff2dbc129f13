import { readFileSync } from 'node:fs';
import { IntlMessageFormat } from 'intl-messageformat';
import { describe, expect, it } from 'vitest';
import { EN, LEARNER, counted } from '../../core/src/words/index.ts';
import { SAID_FR } from '../../core/src/words/learner-fr.ts';
import { allWords } from '../lib/words.mjs';

const words = allWords();
const read = (path: string) => readFileSync(new URL(`../../${path}`, import.meta.url), 'utf8');

/** What the glossary’s last column retires. */
const retired = read('docs/glossary.md')
  .split('\n')
  .filter((line) => line.startsWith('| '))
  .flatMap((line) => line.split('|').at(-2)!.split(','))
  .map((term) => term.trim())
  .filter((term) => /^[a-z ]{3,}$/.test(term) && term !== 'not');
/** Habits of the old voice: clauses as names, particles at the end, nobody as a passive, “a” for “per”. */
const HABITS = [
  /\bwhat (moved|follows|was done|became of|it takes)\b/i,
  /\bnobody has\b/i,
  /\bany more\b/i,
  /^To (the|what)\b/,
  /\b(Make|Take|End|Mend|Begin) it\b/,
  /\b(uses|travel) a (day|command)\b/i,
  /\bjust now\b/i,
  /\d %/, // a plain space; German and French have a narrow one
  /\bthe school\b/i,
];
/** Names in the code that no page shows: codes of findings, kinds and acts. Each is named, or begins as these do. */
const CODES =
  /^(core\/src\/(keys\/(named|foreign|languages|lexicon|layouts|overlays|ranges|written)|crosswalk\/match\/word-list|sheet\/check\/(claims|check)|list\/(columns|rows)|contract\/(act-names|act-words|fields)|keyset\/system-keys)\.ts|scripts\/lib\/torture|server\/src\/acts\/)/;
const CODE_WORDS = new Set([
  'as shipped',
  'now as shipped',
  'taking in',
  'taken from',
  'system key',
  'press taken',
  'would clash',
  'showing places',
  'read a list in',
  'send back',
  'harm',
]);

describe('every string that a person can read', () => {
  it('is listed from all layers: pages, core, server, command line, scripts, database and demo', () => {
    const layers = [
      'web/src/parts/KeyField.vue',
      'core/src/words/en.ts',
      'server/src/store/refusals.ts',
      'cli/src/main.ts',
    ];
    for (const layer of [...layers, 'scripts/start.mjs', 'server/migrations/023_acts.sql', 'demo/fathomry/notes.json'])
      expect(
        words.some(({ at }) => at.startsWith(`${layer}:`)),
        layer,
      ).toBe(true);
    // What stands in a loop over a list in place, and single words of choices.
    expect(words.some(({ text }) => text === 'Change modifiers')).toBe(true);
    expect(words.some(({ text }) => text === 'alphabet')).toBe(true);
    // A later migration’s words are what the database says.
    expect(words.some(({ text }) => text === 'Nothing to undo.')).toBe(true);
  });

  it('uses the terms of the glossary, and none that it retires', () => {
    const old = new RegExp(`\\b(${retired.join('|')})\\b`, 'i');
    const found = words.filter(
      ({ at, text }) =>
        !CODES.test(at) &&
        !CODE_WORDS.has(text) &&
        !/^[a-z]+\.[a-z ]+$/.test(text) &&
        // A label of the demo’s invented programs is theirs.
        !/^demo\/(fathomry|brinechart|tallowline)\//.test(at) &&
        (old.test(plain(text)) || HABITS.some((habit) => habit.test(plain(text)))),
    );
    expect(found.map(({ at, text }) => `${at} ${text}`)).toEqual([]);
  });

  it('agrees in number: each sentence with a plural is right for 0, 1, 2 and 5', () => {
    const plurals = Object.entries(EN).filter(([, text]) => text.includes(', plural,'));
    expect(plurals.length).toBeGreaterThan(8);
    for (const [code, text] of plurals)
      for (const n of [0, 1, 2, 5]) {
        const names = [...text.matchAll(/\{(\w+)(?:, (\w+))?/g)].map(([, name, kind]) => [
          name!,
          kind === 'plural' ? n : kind === 'select' ? 'false' : 'X',
        ]);
        const said = String(
          new IntlMessageFormat(text, 'en-GB', undefined, { ignoreTag: true }).format(Object.fromEntries(names)),
        );
        expect(said, code).not.toMatch(
          /\b1 (command|row|edit|shortcut|step|layout|key)s\b|\b[025] (command|row|edit|shortcut|step|layout)\b|\bhave have\b/,
        );
      }
    for (const noun of new Set(sourcesWith(/counted\([^;]*?, '([a-z -]+)'\)/g))) {
      expect(counted(1, noun)).toBe(`1 ${noun}`);
      for (const n of [0, 2, 5]) expect(counted(n, noun)).toMatch(new RegExp(`^${n} .*(s|ies)$`));
    }
  });

  it('has narrow no-break spaces in French wherever French asks for them', () => {
    for (const text of [...Object.values(LEARNER.fr), ...Object.values(SAID_FR)])
      expect(text).not.toMatch(/[ \u00a0][:;?!»%]|«(?!\u202f)/u);
  });

  it('calls a page by one name: in the navigation, in its title and as its heading', () => {
    const routes = new Map(
      [
        ...read('web/src/router.ts').matchAll(
          /view\(\s*'([\w-]+)',\s*[`'][^`']*[`'],\s*'([^']+)',\s*\(\) =>\s*import\('\.\/([^']+)'\)/g,
        ),
      ].map(([, name, title, file]) => [name!, { title: title!, file: file! }]),
    );
    expect(routes.size).toBeGreaterThan(40);
    // The pages of one object are headed by its name.
    const OWN_NAME = new Set([
      'command',
      'key',
      'sheet',
      'notes',
      'release-history',
      'sign-in',
      'join',
      'desk',
      'catalogue',
      'import',
      'keyset',
    ]);
    for (const [name, { title, file }] of routes) {
      const heading = /<(?:PageHead|h1)[^>]*>\s*([A-Z][^<{]*?)\s*(?:<|\{\{)/.exec(read(`web/src/${file}`))?.[1];
      if (heading && !OWN_NAME.has(name)) expect([name, heading]).toEqual([name, title]);
    }
    const navigation = [
      ...sourcesWith(/\{ name: '([\w-]+)', title: '[^']+'/g).map(
        (name) => [name, new RegExp(`name: '${name}', title: '([^']+)'`)] as const,
      ),
    ];
    const index = read('web/src/stages/catalogue/CatalogueIndex.vue');
    for (const [name, pattern] of navigation) {
      const shown = pattern.exec(index)?.[1];
      if (shown && routes.has(name)) expect([name, shown]).toEqual([name, routes.get(name)!.title]);
    }
    const pairs = [
      ...read('web/src/stages/keysets/KeysetIndex.vue').matchAll(/\['([\w-]+)', '([^']+)', (?:true|false)\]/g),
      ...read('web/src/stages/migration/MigrationIndex.vue').matchAll(/\['([\w-]+)', '([^']+)'\]/g),
    ];
    expect(pairs.length).toBeGreaterThan(12);
    for (const [, name, shown] of pairs) expect([name, shown]).toEqual([name, routes.get(name!)!.title]);
  });

  it('stands in the message files where learners read it', () => {
    const learners = words.filter(({ at, text }) => at.startsWith('web/src/learner/') && !/^(page|mark)\./.test(text));
    // What is left is code: names of keys.
    expect(learners.filter(({ text }) => !/^(Enter|Escape)$/.test(text))).toEqual([]);
  });
});

/** A message without the names of its values. */
const plain = (text: string) => text.replace(/\{\w+(?=[,}])/g, '{');

/** What a pattern finds in the pages’ and core’s sources. */
function sourcesWith(pattern: RegExp): string[] {
  const files = new Set(
    words.map(({ at }) => at.slice(0, at.lastIndexOf(':'))).filter((file) => /^(web|core)\/src\//.test(file)),
  );
  return [...files].flatMap((file) => [...read(file).matchAll(pattern)].map(([, found]) => found!));
}
