import type { Command } from '../contract/index.ts';
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
): readonly ListRow[] {
  const valued = (row: ListRow) => row.words.argument && !row.words.argumentOf && row.words.label;
  if (!rows.some(valued)) return rows;
  const taken = new Set([...here, ...former].map((one) => one.name));
  for (const row of rows) if (row.command) taken.add(row.command);
  const names = new Map<string, string>();
  for (const one of [...former, ...here]) if (!one.argument) names.set(plainLabel(one.label), one.name);
  const wanted = new Set(rows.filter(valued).map((row) => plainLabel(row.words.label!)));
  for (const row of rows)
    if (row.command && row.words.label && !row.words.argument) names.set(plainLabel(row.words.label), row.command);
  const listed = new Set(rows.filter((row) => !row.words.argument).map((row) => plainLabel(row.words.label ?? '')));
  const spread: ListRow[] = [];
  for (const row of rows) {
    const label = row.words.label ?? '';
    const plain = plainLabel(label);
    if (!wanted.has(plain)) {
      spread.push(row);
      continue;
    }
    const known = names.get(plain);
    const whole = known ?? freeName(label, taken);
    if (!known) {
      names.set(plain, whole);
      taken.add(whole);
      const { argument: _, ...words } = row.words;
      if (!listed.has(plain))
        spread.push({ ...row, command: whole, words: { ...words, parameterised: true }, keys: [], members: [] });
    }
    if (!row.words.argument) spread.push({ ...row, command: row.command ?? whole });
    else if (row.words.argumentOf) spread.push(row);
    else spread.push({ ...row, words: { ...row.words, label: `${label}: ${row.words.argument}`, argumentOf: whole } });
  }
  return spread;
}
