import type { EditionBody, Sheet, SheetFacts } from '../../contract/index.ts';
import { unverifiedOn, type Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { said, type Said } from '../../words/index.ts';
import { commandsIn, namedBy } from './claims.ts';
import { neverRuns } from './never-runs.ts';
import { namedIn, wrongClaims } from './wrong-claims.ts';

export type FindingKind =
  'text' | 'renamed' | 'count' | 'doubled' | 'empty' | 'missing' | 'place' | 'untried' | 'never';
/** Where a finding stands: a text of the sheet, or a row of a section. */
export type Spot =
  | { readonly part: 'title' | 'intro' }
  | { readonly part: 'heading'; readonly section: number }
  | { readonly part: 'row'; readonly section: number; readonly command: number }
  | { readonly part: 'sheet' };
/** What mends a finding at one key. */
export type Fix =
  { readonly by: 'text'; readonly text: string } | { readonly by: 'dropping' } | { readonly by: 'showing places' };
/** Something of a sheet that a learner would trip over. */
export interface Finding {
  /** The same for the same finding, however often it is looked for. */
  readonly key: string;
  readonly kind: FindingKind;
  /** It is wrong, and is fixed or named before it is published; else it is only to be known. */
  readonly wrong: boolean;
  readonly said: Said;
  readonly at: Spot;
  readonly fix: Fix | null;
}

const NUMBERS = [
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
  'twenty',
] as const;
const COUNTED = '(?:keys|shortcuts|commands|rows|lines)';
const OF_A_KIND = '(?:basic|essential|favourite|important|main|more|most used|new|other|useful)';
/**
 * A count in a title: a number that it begins with, or that begins what is behind a colon or a dash, right before what is
 * counted. A number anywhere else may be a version, a week, a system or a kind of keyboard.
 */
const COUNT = new RegExp(
  `(?<=^(?:(?:all|my|our|the|these|top|your)\\s)?|[:–—]\\s)(?:\\d{1,3}|${NUMBERS.join('|')})(?=\\s(?:${OF_A_KIND}\\s)?${COUNTED}(?![\\p{L}\\p{N}]))`,
  'iu',
);

/**
 * What is wrong on a sheet as it would be published, and what is to be known of it: texts that claim other keys than there
 * are, former names, counts in titles, rows that stand twice; keys that are missing on a platform, mean something else in
 * another place, or that nobody has tried.
 */
export function proof(
  sheet: Pick<Sheet, 'title' | 'intro' | 'keysetId' | 'sections' | 'look'>,
  body: EditionBody,
  opened: Opened,
  keyboards: Keyboards,
  facts: SheetFacts,
): Finding[] {
  const named = namedIn(opened);
  const former = facts.renamed.map(({ command, was }) => namedBy(command, [was]));
  const ids = new Map(opened.catalogue.commands.map((one) => [one.name, one.id]));
  const label = (command: number) => opened.commands.get(command)?.label ?? '';
  const findings: Finding[] = [];
  const add = (kind: FindingKind, wrong: boolean, at: Spot, sentence: Said, fix: Fix | null, more = '') =>
    findings.push({ key: [kind, JSON.stringify(at), more].join(' '), kind, wrong, said: sentence, at, fix });

  /** A text by hand: its claims, and former names. */
  const read = (text: string, at: Spot) => {
    if (!text) return;
    for (const { from, to, command, keys, fixed } of wrongClaims(text, opened, sheet.keysetId, keyboards, named)) {
      const quoted = text.slice(from, to);
      const fix: Fix | null = fixed === null ? null : { by: 'text', text: fixed };
      const keysOr = keys.map((one) => ({ keys: one, on: keyboards.platforms[0]! }));
      add(
        'text',
        true,
        at,
        keys.length
          ? said('proof.other keys', { quoted, command: label(command), keysOr })
          : said('proof.no keys', { quoted, command: label(command) }),
        fix,
        `${quoted} ${command}`,
      );
    }
    const now = new Set(commandsIn(text, named).map((one) => one.command));
    for (const { command, from, to } of commandsIn(text, former)) {
      if (now.has(command)) continue;
      const fixed = text.slice(0, from) + label(command) + text.slice(to);
      add(
        'renamed',
        true,
        at,
        said('proof.renamed', { was: text.slice(from, to), now: label(command) }),
        { by: 'text', text: fixed },
        String(command),
      );
    }
  };
  const count = (title: string, rows: number, at: Spot) => {
    const found = COUNT.exec(title);
    if (!found) return;
    const [word] = found;
    const stated = /^\d/.test(word)
      ? Number(word)
      : 2 + NUMBERS.indexOf(word.toLowerCase() as (typeof NUMBERS)[number]);
    if (stated === rows) return;
    const right = /^\d/.test(word) || rows < 2 || rows > 20 ? String(rows) : NUMBERS[rows - 2]!;
    const cased = word[0] === word[0]!.toUpperCase() ? right[0]!.toUpperCase() + right.slice(1) : right;
    const text = title.slice(0, found.index) + cased + title.slice(found.index + word.length);
    add('count', true, at, said('proof.count', { stated: word, rows }), { by: 'text', text }, `${word} ${rows}`);
  };

  read(sheet.title, { part: 'title' });
  count(
    sheet.title,
    body.sections.reduce((sum, one) => sum + one.rows.length, 0),
    { part: 'title' },
  );
  read(sheet.intro, { part: 'intro' });
  const stood = new Map<number, number>();
  sheet.sections.forEach((section, at) => {
    const rows = body.sections[at]?.rows ?? [];
    read(section.title, { part: 'heading', section: at });
    count(section.title, rows.length, { part: 'heading', section: at });
    if (rows.length === 0)
      add('empty', false, { part: 'heading', section: at }, said('proof.empty', { title: section.title }), null);
    for (const { command, note } of section.rows) read(note, { part: 'row', section: at, command });
    if (section.rule?.by === 'run') return;
    for (const { command: name } of rows) {
      const command = ids.get(name)!;
      const before = stood.get(command);
      stood.set(command, at);
      if (before === undefined) continue;
      const where = sheet.sections[before]?.title ?? '';
      add(
        'doubled',
        true,
        { part: 'row', section: at, command },
        said('proof.doubled', { command: label(command), where }),
        { by: 'dropping' },
      );
    }
  });
  for (const { section, command, sentence, more } of neverRuns(sheet, body, opened, keyboards, ids))
    add('never', true, { part: 'row', section, command }, sentence, null, more);
  for (const [kind, sentence, fix] of together(sheet, body, opened, keyboards, ids))
    add(kind, false, { part: 'sheet' }, sentence, fix, JSON.stringify(sentence.with));
  return findings;
}

/** What is to be known of the rows together, each thing once. */
function together(
  sheet: Pick<Sheet, 'keysetId' | 'look'>,
  body: EditionBody,
  opened: Opened,
  keyboards: Keyboards,
  ids: ReadonlyMap<string, number>,
): [FindingKind, Said, Fix | null][] {
  const rows = [...new Map(body.sections.flatMap((one) => one.rows).map((row) => [row.command, row])).values()];
  const found: [FindingKind, Said, Fix | null][] = [];
  for (const platform of body.platforms) {
    const without = rows.filter(
      (row) => !row.keys[platform]?.length && body.platforms.some((one) => row.keys[one]?.length),
    );
    if (without.length)
      found.push([
        'missing',
        said('proof.missing', { ...listed(without), platforms: { platforms: [platform] } }),
        null,
      ]);
  }
  const weighed = opened.weighed(sheet.keysetId, keyboards);
  const elsewhere = rows.filter((row) => {
    const command = ids.get(row.command)!;
    return keyboards.platforms.some((platform) =>
      weighed
        .on(platform)
        .of(command)
        .some((held) =>
          weighed
            .near(held.shortcut)
            .some(
              ({ held: other, how }) =>
                how === 'meet' &&
                other.command !== command &&
                other.context !== held.context &&
                weighed.on(platform).of(other.command).includes(other),
            ),
        ),
    );
  });
  if (elsewhere.length && !sheet.look.parts.includes('place'))
    found.push(['place', said('proof.place', listed(elsewhere)), { by: 'showing places' }]);
  const shipped = opened.shipped;
  if (shipped?.kind === 'shipped')
    for (const platform of body.platforms) {
      const untried = unverifiedOn(shipped, platform);
      const mine = rows.filter(
        (row) => untried.has(ids.get(row.command)!) && (row.keys[platform]?.length ?? 0) > 0 && !row.shipped[platform],
      );
      if (mine.length)
        found.push(['untried', said('proof.untried', { ...listed(mine), platforms: { platforms: [platform] } }), null]);
    }
  return found;
}
/** The first few of rows by name, and how many there are. */
const listed = (rows: readonly { readonly label: string }[]) => ({
  labels: rows
    .slice(0, 3)
    .map((row) => row.label)
    .join(', '),
  more: Math.max(0, rows.length - 3),
  count: rows.length,
});

/** A sheet with a finding fixed; what names no row or text stays as it is. */
export function withFix<Made extends Pick<Sheet, 'title' | 'intro' | 'sections' | 'look'>>(
  sheet: Made,
  { at, fix }: Pick<Finding, 'at' | 'fix'>,
): Made {
  if (!fix) return sheet;
  if (fix.by === 'showing places')
    return { ...sheet, look: { ...sheet.look, parts: [...new Set([...sheet.look.parts, 'place' as const])] } };
  const section = (change: (one: Made['sections'][number]) => Made['sections'][number], index: number) => ({
    ...sheet,
    sections: sheet.sections.map((one, i) => (i === index ? change(one) : one)),
  });
  if (at.part === 'row') {
    const { command } = at;
    if (fix.by === 'text')
      return section(
        (one) => ({
          ...one,
          rows: one.rows.map((row) => (row.command === command ? { ...row, note: fix.text } : row)),
        }),
        at.section,
      );
    return section((one) => {
      const last = one.rows.findLastIndex((row) => row.command === command);
      if (one.rule)
        return { ...one, rows: one.rows.filter((row) => row.command !== command), leftOut: [...one.leftOut, command] };
      return { ...one, rows: one.rows.filter((_, i) => i !== last) };
    }, at.section);
  }
  if (fix.by !== 'text') return sheet;
  if (at.part === 'heading') return section((one) => ({ ...one, title: fix.text }), at.section);
  return at.part === 'sheet' ? sheet : { ...sheet, [at.part]: fix.text };
}
