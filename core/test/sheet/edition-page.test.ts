import fc from 'fast-check';
import MarkdownIt from 'markdown-it';
import { parse, type DefaultTreeAdapterTypes } from 'parse5';
import { describe, expect, it } from 'vitest';
import { PublicEdition, type EditionBody } from '../../src/contract/index.ts';
import {
  changesMarkdown,
  editionPage,
  loadingSteps,
  loadingText,
  fit,
  layoutText,
  listPage,
  sheetMarkdown,
  type PageFrame,
} from '../../src/sheet/index.ts';
import { tell } from '../../src/words/index.ts';
import { runs } from '../runs.ts';

/** Texts that filters of markup were passed with (OWASP, XSS Filter Evasion Cheat Sheet, from memory). */
const VECTORS = [
  '<script>alert(1)</script>',
  '<IMG SRC="javascript:alert(1);">',
  '<img src=x onerror=alert(1)>',
  '"><svg onload=alert(1)>',
  "'><body onload=alert(1)>",
  '<a href="javascript:alert(1)">x</a>',
  '[x](javascript:alert(1))',
  '![x](javascript:alert(1))',
  '[x](data:text/html;base64,PHNjcmlwdD4=)',
  '<javascript:alert(1)>',
  '<<SCRIPT>alert(1);//<</SCRIPT>',
  '<SCRIPT/XSS SRC="x.js"></SCRIPT>',
  '</title><script>alert(1)</script>',
  '<iframe src="javascript:alert(1)">',
  '<style>@import "x"</style>',
  '`<script>alert(1)</script>`',
  '\\<script>alert(1)</script>',
  '&lt;script&gt;alert(1)&lt;/script&gt;',
  '[x]: javascript:alert(1)\n[x]',
  '<math><mi xlink:href="javascript:alert(1)">',
  "'-alert(1)-'",
  '--><script>alert(1)</script>',
];
const text = fc.oneof(
  fc.constantFrom(...VECTORS),
  fc.constantFrom('Place sounding', 'Łódź & Söhne', 'a < b', '⌘ then Ω'),
);
const frame: PageFrame = {
  assets: { style: '/a.css', script: '/a.js' },
  links: {
    address: 'https://school.example/s/x/y',
    to: ({ platform, how, language }) => `?platform=${platform}&style=${how}&language=${language}`,
    files: { pdf: 'a.pdf', csv: 'a.csv', md: 'a.md', json: 'a.json' },
    preset: (name) => `files/${encodeURIComponent(name)}`,
    newest: '/n/x/z',
    feed: '/n/x/z/feed.atom',
    report: '/reports',
  },
};
const editionOf = (body: object): PublicEdition =>
  PublicEdition.parse({
    address: 'y',
    hash: 'h',
    howToLoad: 'Load it',
    files: [],
    standing: { withdrawn: null, newer: null },
    body,
  });
const sheetOf = (title: string, rows: readonly string[], note: string) =>
  editionOf({
    format: 'crib-sheet',
    version: 1,
    title,
    intro: note,
    credit: note,
    language: 'de',
    number: 2,
    publishedOn: '2026-11-27',
    app: 'Fathomry',
    release: '7.0',
    keyset: { name: title, revision: 1, custom: true },
    platforms: ['windows', 'macos'],
    look: { parts: ['note'], pages: 12 },
    sections: [
      {
        title,
        rows: rows.map((label, at) => ({
          command: `c${at}`,
          label,
          menu: '',
          keys: { windows: ['F5'], macos: [] },
          shipped: {},
          contexts: [],
          note,
          memoryAid: '',
          fixed: false,
        })),
      },
    ],
  });
const changesOf = (title: string, subjects: readonly string[], reason: string) =>
  editionOf({
    format: 'crib-changes',
    version: 1,
    title,
    intro: reason,
    credit: '',
    language: 'fr',
    number: 1,
    publishedOn: '2026-11-27',
    app: 'Fathomry',
    old: { release: '7.0', keyset: 'a' },
    now: { release: '7.2', keyset: 'b' },
    platforms: ['windows', 'macos'],
    groups: [
      {
        title,
        lines: subjects.map((subject, at) => ({
          command: `c${at}`,
          subject,
          where: 'Chart',
          text: 'no longer has this key.',
          before: { windows: ['F5'] },
          after: at % 2 ? { windows: ['Primary+Shift+J'], macos: ['A'] } : {},
          reason,
        })),
      },
    ],
  });

type Node = DefaultTreeAdapterTypes.Node;
const isElement = (node: Node): node is DefaultTreeAdapterTypes.Element => 'tagName' in node;
const all = (node: Node): DefaultTreeAdapterTypes.Element[] => [
  ...(isElement(node) ? [node] : []),
  ...('childNodes' in node ? node.childNodes.flatMap(all) : []),
];
const within = (node: Node): string =>
  'value' in node ? node.value : 'childNodes' in node ? node.childNodes.map(within).join('') : '';
const attribute = (element: DefaultTreeAdapterTypes.Element, name: string) =>
  element.attrs.find((one) => one.name === name)?.value;
/** What could run, or leave the page for something that runs. */
function scripted(elements: readonly DefaultTreeAdapterTypes.Element[]): string[] {
  const strange = elements.filter(
    (one) =>
      !/^(?:html|head|meta|title|link|style|body|header|nav|div|a|main|section|h[12]|p|ul|li|kbd|span|small|i|svg|path|footer|form|fieldset|legend|label|input|select|option|textarea|button|details|summary|script)$/.test(
        one.tagName,
      ),
  );
  const acts = elements.flatMap((one) =>
    one.attrs.filter(
      ({ name, value }) =>
        /^on/.test(name) || (/^(?:href|src|action)$/.test(name) && /^\s*(?:javascript|data|vbscript):/i.test(value)),
    ),
  );
  const scripts = elements.filter(
    (one) => one.tagName === 'script' && (attribute(one, 'src') !== '/a.js' || within(one) !== ''),
  );
  return [
    ...strange.map((one) => one.tagName),
    ...acts.map((one) => `${one.name}=${one.value}`),
    ...scripts.map(within),
  ];
}

describe('a published page', () => {
  it('says every row once and in order, as the layout does, whatever stands in it; and nothing in it runs', () => {
    fc.assert(
      fc.property(
        text,
        fc.array(text, { minLength: 1, maxLength: 5 }),
        text,
        fc.constantFrom('windows', 'macos'),
        fc.boolean(),
        (title, labels, note, platform, changes) => {
          const edition = changes ? changesOf(title, labels, note) : sheetOf(title, labels, note);
          const { language } = edition.body;
          const html = editionPage(edition, { platform, how: 'words', language }, frame);
          const elements = all(parse(html));
          expect(scripted(elements)).toEqual([]);
          const plain = (said: string) => said.replace(/\s/g, '');
          const list = elements
            .filter((one) => one.tagName === 'li' && attribute(one, 'data-section') !== undefined)
            .map((one) => plain(within(one)));
          // Lines of notes that say nothing on a platform are not there on it.
          const told = changes && platform === 'macos' ? labels.filter((_, at) => at % 2) : labels;
          expect(list).toHaveLength(told.length);
          told.forEach((label, at) => expect(list[at]).toContain(plain(label)));
          const layout = fit(edition.body, { platforms: [platform], how: 'words' }, frame.links.address);
          expect(plain(within(elements.find((one) => one.tagName === 'main')!))).toBe(
            plain(layoutText(layout).join('')),
          );
          expect(elements.filter((one) => one.tagName === 'h1')).toHaveLength(1);
          expect(
            attribute(
              elements.find((one) => one.tagName === 'html')!,
              'lang',
            ),
          ).toBe(language);
          expect(
            attribute(
              elements.find((one) => one.tagName === 'main')!,
              'lang',
            ),
          ).toBe(changes ? 'fr' : 'de');
          expect(within(elements.find((one) => one.tagName === 'title')!)).toBe(
            `${title} · ${tell(language, 'page.edition', { number: edition.body.number })}`,
          );
          expect(html).not.toContain('undefined');
          expect(html.indexOf('</main>')).toBeLessThan(html.indexOf('<script'));
          const index = listPage({
            title,
            language: 'fr',
            assets: frame.assets,
            editions: [{ title, about: note, number: 1, publishedOn: '2026-11-27', language: 'en', href: '/n/x' }],
          });
          expect(scripted(all(parse(index)))).toEqual([]);
        },
      ),
      runs(150),
    );
  });

  it('tells by form and in words which keys are the school’s and which cannot be changed, and has every recipe’s file', () => {
    const made = sheetOf('First', ['Place', 'Drop', 'Save'], '');
    const body = made.body as EditionBody;
    const rows = body.sections[0]!.rows.map((row, at) => ({
      ...row,
      since: at === 0 ? 'new' : '',
      shipped: at === 0 ? { windows: ['J'] } : {},
      fixed: at === 2,
    }));
    const look = { ...body.look, legend: true, marksNew: true };
    const file = { platform: 'windows', bytes: 1, hash: 'h', losses: [], back: false };
    const files = [
      { ...file, name: 'a.keys', recipe: 'Plain' },
      { ...file, name: 'b.xml', recipe: 'Marked' },
      { ...file, name: 'b-back.xml', recipe: 'Marked', back: true },
      { ...file, name: 'c.keys', recipe: 'Plain', platform: 'macos' },
    ];
    const howToLoad = loadingText([
      { howToLoad: 'Load it.', howToGoBack: 'Go back.', steps: ['A <b>script</b>', 'Then ☐ this'] },
      { howToLoad: 'The other.', howToGoBack: '', steps: [] },
    ]);
    expect(loadingSteps(howToLoad)).toEqual({
      said: ['Load it.', 'The other.'],
      steps: ['A <b>script</b>', 'Then ☐ this'],
      back: ['Go back.'],
    });
    const edition = PublicEdition.parse({
      ...made,
      files,
      howToLoad,
      body: { ...body, look, sections: [{ ...body.sections[0]!, rows }] },
    });
    const page = (language: 'en' | 'de') =>
      all(parse(editionPage(edition, { platform: 'windows', how: 'words', language }, frame)));
    const elements = page('en');
    const items = elements
      .filter((one) => one.tagName === 'li' && attribute(one, 'data-section') !== undefined)
      .map(within);
    expect(items).toEqual([
      expect.stringMatching(/^F5, changed by us Place.* new since the last edition$/),
      expect.stringMatching(/^F5 Drop$/),
      expect.stringMatching(/^F5, cannot be changed Save$/),
    ]);
    const frames = elements.filter((one) => one.tagName === 'kbd').map((one) => attribute(one, 'class'));
    expect(new Set(frames).size).toBe(3);
    // In print too: on the paper they are named in its own language, German.
    const foot = elements
      .filter((one) => attribute(one, 'class') === 'foot b')
      .map(within)
      .join(' ');
    expect(foot).toContain('dunkle Tasten: von uns geändert; Tasten mit starkem Rahmen: nicht änderbar');
    // What is to be done besides has a box to tick each.
    expect(
      elements
        .filter((one) => attribute(one, 'class') === 'steps')
        .flatMap((one) => all(one))
        .filter((one) => one.tagName === 'label')
        .map((one) => within(one).trim()),
    ).toEqual(['A <b>script</b>', 'Then ☐ this']);
    const links = elements.filter((one) => one.tagName === 'a').map((one) => attribute(one, 'href'));
    expect(
      ['files/a.keys', 'files/b.xml', 'files/b-back.xml', 'files/c.keys'].map((href) => links.includes(href)),
    ).toEqual([true, true, true, false]);
  });

  it('tells what became of it, keeps a withdrawn file at its own address, and has a small frame where it is embedded', () => {
    const edition = {
      ...sheetOf('First', ['Place'], ''),
      standing: {
        withdrawn: { on: '2026-11-20', because: 'A <key>' },
        newer: { number: 3, on: '2026-11-21', path: '/s/first/new' },
      },
    };
    const whole = editionPage(edition, { platform: 'macos', how: 'symbols', language: 'fr' }, frame);
    expect(whole).toContain('A &lt;key&gt;');
    expect(whole).toContain('href="/s/first/new"');
    expect(whole).toContain('Remplacée par l’édition 3 le 21 nov. 2026.');
    expect(whole).toContain('Cette édition a été rédigée en allemand.');
    expect(whole).toContain('a.pdf?kept');
    expect(whole).toContain('platform=windows&amp;style=symbols&amp;language=fr');
    // Keys are named in the language of the page, whatever the edition is written in.
    const notes = changesOf('Moved', ['Chart', 'Draft'], '');
    const keysIn = (language: 'en' | 'de' | 'fr') =>
      all(parse(editionPage(notes, { platform: 'windows', how: 'words', language }, frame)))
        .filter((one) => one.tagName === 'kbd')
        .map((one) => [attribute(one, 'lang'), within(one).replace(/\u200b/g, '')]);
    const shift = { en: 'Ctrl+Shift+J', de: 'Strg+Umschalt+J', fr: 'Ctrl+Maj+J' };
    for (const language of ['en', 'de', 'fr'] as const) {
      const said = language === notes.body.language ? undefined : language;
      expect(keysIn(language)).toContainEqual([said, shift[language]]);
    }
    const embedded = editionPage(
      edition,
      { platform: 'macos', how: 'words', language: 'de' },
      { ...frame, embedded: true },
    );
    expect(embedded).not.toContain('<form');
    expect(embedded).not.toContain('<nav');
    expect(embedded).toContain('A &lt;key&gt;');
    expect(embedded).not.toContain('Diese Ausgabe wurde auf');
    const own = editionPage(edition, { platform: 'macos', how: 'words', language: 'en' }, { ...frame, reported: true });
    expect(own).toContain('Thank you. Your trainer will read it.');
    expect(own).toContain('This edition was written in German.');
  });

  it('cannot carry a script in its Markdown either, read by a parser that lets HTML pass (markdown-it)', () => {
    const markdown = new MarkdownIt({ html: true, linkify: false });
    // Where a link may lead is checked here, not by the parser.
    markdown.validateLink = () => true;
    for (const vector of VECTORS) {
      const sheet = sheetOf(vector, [vector], vector).body;
      const changes = changesOf(vector, [vector], vector).body;
      if (sheet.format !== 'crib-sheet' || changes.format !== 'crib-changes') throw new Error('another format');
      for (const made of [sheetMarkdown(sheet), changesMarkdown(changes)]) {
        const elements = all(parse(markdown.render(made)));
        expect(
          elements
            .map((one) => one.tagName)
            .filter((name) => !/^(?:html|head|body|h[12]|p|table|thead|tbody|tr|t[hd]|br|code)$/.test(name)),
          vector,
        ).toEqual([]);
      }
    }
  });
});
