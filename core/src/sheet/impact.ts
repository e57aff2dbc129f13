import type { Catalogue, EditionBody, EditionRow, Sheet } from '../contract/index.ts';
import { showStored } from '../keys/index.ts';
import { menuOf, type Lineage } from '../release/index.ts';

/** A line of an edition that is wrong now, and why. */
export interface WrongLine {
  readonly label: string;
  readonly why: string;
}

/** A sheet as it would be made on another release: its commands followed by lineage, those that are gone left out. */
export function sheetOn<Made extends Pick<Sheet, 'sections'>>(sheet: Made, lineage: Lineage): Made {
  const sections = sheet.sections.map((section) => ({
    ...section,
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
  became: (name: string) => string | null = (name) => name,
): WrongLine[] {
  const rows = body.sections.flatMap((section) => section.rows);
  return rows.flatMap((row): WrongLine[] => {
    const name = became(row.command);
    const now = name === null ? null : rowOf(name);
    if (!now) return [{ label: row.label, why: 'is not there any more' }];
    const why = [
      ...(now.label === row.label ? [] : [`is called ${now.label}`]),
      ...keysWhy(row, now),
      ...(menuOf(now) === menuOf(row) ? [] : ['is elsewhere in the menus']),
      ...(now.fixed === row.fixed ? [] : [now.fixed ? 'cannot be changed' : 'can be changed']),
    ];
    return why.length ? [{ label: row.label, why: why.join(', ') }] : [];
  });
}

function keysWhy(row: EditionRow, now: EditionRow): string[] {
  const platforms = Object.keys(row.keys).filter((platform) => platform in now.keys);
  const other = platforms.find((platform) => row.keys[platform]!.join(' | ') !== now.keys[platform]!.join(' | '));
  if (!other) return [];
  const keys = now.keys[other]!.map((key) => showStored(key, other));
  return [keys.length ? `is on ${keys.join(' or ')} now` : 'has no key now'];
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
