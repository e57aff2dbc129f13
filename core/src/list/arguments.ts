import type { Command } from '../contract/index.ts';
import { problem, type Problem } from '../error/index.ts';
import { meaningName } from './columns.ts';
import type { ListRow } from './rows.ts';
import { freeName, plainLabel } from './targets.ts';

/**
 * Rows that give a command a value: the row means the command with that value, called after both, and belongs to the
 * command with the row’s label. Where neither the list nor the app has that command, the list says by it that there is
 * one: it is added without a key.
 */
export function spreadArguments(
  rows: readonly ListRow[],
  here: readonly Command[],
  former: readonly Command[],
  problems: Problem[],
): readonly ListRow[] {
  const valued = (row: ListRow) => row.words.argument && !row.words.argumentOf && row.words.label;
  if (!rows.some(valued)) return rows;
  const taken = new Set([...here, ...former].map((one) => one.name));
  for (const row of rows) if (row.command) taken.add(row.command);
  const byLabel = (list: readonly (readonly [label: string, name: string])[]) => {
    const found = new Map<string, Set<string>>();
    for (const [label, name] of list)
      found.set(plainLabel(label), (found.get(plainLabel(label)) ?? new Set()).add(name));
    return found;
  };
  const inCatalogue = (list: readonly Command[]) =>
    byLabel(list.flatMap(({ label, name, argument }) => (argument ? [] : [[label, name] as const])));
  const inList = byLabel(
    rows.flatMap(({ command, words: { label, argument } }) =>
      command && label && !argument ? [[label, command] as const] : [],
    ),
  );
  const known = [inList, inCatalogue(here), inCatalogue(former)];
  const wanted = new Set(rows.filter(valued).map((row) => plainLabel(row.words.label!)));
  const listed = new Set(rows.filter((row) => !row.words.argument).map((row) => plainLabel(row.words.label ?? '')));
  const spread: ListRow[] = [];
  for (const row of rows) {
    const label = row.words.label ?? '';
    const plain = plainLabel(label);
    if (!wanted.has(plain)) {
      spread.push(row);
      continue;
    }
    const wholes = [...(known.find((one) => one.has(plain))?.get(plain) ?? [])];
    if (wholes.length > 1 && valued(row)) {
      const sentence = `Row ${row.line}: ${wholes.length} commands have the name “${label}”. Give the id of the right one under “${meaningName('argumentOf')}”.`;
      problems.push(problem('not-unique', sentence, { line: row.line }, wholes));
      continue;
    }
    const [found] = wholes;
    const whole = found ?? freeName(label, taken);
    if (!found) {
      inList.set(plain, new Set([whole]));
      taken.add(whole);
      const { argument: _, ...words } = row.words;
      if (!listed.has(plain))
        spread.push({ ...row, command: whole, words: { ...words, parameterised: true }, keys: [], members: [] });
    }
    if (!row.words.argument) spread.push({ ...row, command: row.command ?? (wholes.length > 1 ? null : whole) });
    else if (row.words.argumentOf) spread.push(row);
    else spread.push({ ...row, words: { ...row.words, label: `${label}: ${row.words.argument}`, argumentOf: whole } });
  }
  return spread;
}
