import type { Catalogue, ChangeLine, ChangesBody, EditionBody, EditionRow, Sheet } from '../../contract/index.ts';
import { sameMenu, type Lineage } from '../../release/index.ts';
import type { Keyboards } from '../../press/index.ts';
import { sameKeySet } from '../compose/same-keys.ts';
import { said, say } from '../../words/index.ts';

/** A line of an edition that is wrong now, and why. */
export interface WrongLine {
  readonly label: string;
  readonly why: string;
}

/** A sheet as it would be made on another release: its commands followed by lineage, those that are gone left out. */
export function sheetOn<Made extends Pick<Sheet, 'sections'>>(sheet: Made, lineage: Lineage): Made {
  const sections = sheet.sections.map((section) => ({
    ...section,
    rule:
      section.rule?.by === 'place'
        ? { ...section.rule, context: lineage.contexts.forward(section.rule.context)[0] ?? section.rule.context }
        : section.rule,
    figure: section.figure && {
      ...section.figure,
      context: section.figure.context === null ? null : (lineage.contexts.forward(section.figure.context)[0] ?? null),
    },
    leftOut: section.leftOut.flatMap((id) => lineage.commands.forward(id).slice(0, 1)),
    rows: section.rows.flatMap((row) => {
      const [command] = lineage.commands.forward(row.command);
      return command === undefined ? [] : [{ ...row, command }];
    }),
  }));
  return { ...sheet, sections };
}

/**
 * The lines of an edition that are not so any more, against the state of the catalogue that `rowOf` composes rows from:
 * the same release after a correction or an edit, or another one. `became` names what a command is called by then.
 */
export function wrongLines(
  body: EditionBody,
  rowOf: (name: string) => EditionRow | null,
  keyboards: Keyboards,
  became: (name: string) => string | null = (name) => name,
): WrongLine[] {
  const rows = body.sections.flatMap((section) => section.rows);
  return rows.flatMap((row): WrongLine[] => {
    const name = became(row.command);
    const now = name === null ? null : rowOf(name);
    if (!now) return [{ label: row.label, why: say(said('wrong.gone')) }];
    const why = [
      ...(now.label === row.label ? [] : [said('wrong.called', { label: now.label })]),
      ...keysWhy(row, now, keyboards),
      ...(sameMenu(now, row) ? [] : [said('wrong.menu')]),
      ...(now.fixed === row.fixed ? [] : [said(now.fixed ? 'wrong.fixed' : 'wrong.free')]),
    ];
    return why.length ? [{ label: row.label, why: why.map((one) => say(one)).join(', ') }] : [];
  });
}

/**
 * The lines of published change notes that are not so any more, against the notes as they would be published now; what
 * they do not tell of yet is one line more. Lines written by hand are nobody’s to judge.
 */
export function wrongChanges(body: ChangesBody, now: ChangesBody): WrongLine[] {
  const told = (line: ChangeLine) =>
    JSON.stringify([line.subject, line.text, sortedKeys(line.before), sortedKeys(line.after)]);
  const computed = (one: ChangesBody) => one.groups.flatMap((group) => group.lines.filter((line) => line.subject));
  const [before, after] = [new Set(computed(body).map(told)), new Set(computed(now).map(told))];
  const wrong = computed(body).filter((line) => !after.has(told(line)));
  const missing = [...after].filter((line) => !before.has(line)).length;
  return [
    ...wrong.map(({ subject, text }) => ({ label: subject, why: say(said('wrong.no longer', { text })) })),
    ...(missing ? [{ label: say(said('wrong.more', { missing })), why: say(said('wrong.untold')) }] : []),
  ];
}
const sortedKeys = (by: ChangeLine['before']) =>
  Object.entries(by)
    .map(([platform, keys]) => [platform, [...keys].sort()] as const)
    .sort(([a], [b]) => (a < b ? -1 : 1));

/** Keys are compared as they are pressed: one that is only spelled otherwise, or comes in another order, is not wrong. */
function keysWhy(row: EditionRow, now: EditionRow, keyboards: Keyboards) {
  const platforms = Object.keys(row.keys).filter((platform) => platform in now.keys);
  const other = platforms.find(
    (platform) => !sameKeySet(row.keys[platform]!, now.keys[platform]!, platform, keyboards),
  );
  if (!other) return [];
  const keysOr = now.keys[other]!.map((keys) => ({ keys, on: other }));
  return [keysOr.length ? said('wrong.keys', { keysOr }) : said('wrong.no key')];
}

/** Asks a catalogue’s rows by the program’s own id of their commands. */
export function rowsByName(
  catalogue: Catalogue,
  row: (command: Catalogue['commands'][number], note: string) => EditionRow,
): (name: string) => EditionRow | null {
  const byName = new Map(
    catalogue.commands.flatMap((one) => [one.name, ...one.aliases].map((name) => [name, one] as const)),
  );
  return (name) => {
    const command = byName.get(name);
    return command ? row(command, '') : null;
  };
}
