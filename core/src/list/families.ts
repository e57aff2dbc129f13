import type { Catalogue } from '../contract/index.ts';
import type { ListRow } from './rows.ts';

/** A family that a range of keys makes: its name, and the ids of its commands in order. */
export interface NewFamily {
  readonly name: string;
  readonly members: readonly string[];
}

/**
 * Rows with a range of keys as rows of their members: those of the family of that name, if the app has one, else commands
 * that are named after their keys and make one.
 */
export function spreadFamilies(
  rows: readonly ListRow[],
  { groups, commands }: Pick<Catalogue, 'groups' | 'commands'>,
): { readonly rows: readonly ListRow[]; readonly families: readonly { name: string; lines: readonly string[] }[] } {
  if (!rows.some((row) => row.members.length)) return { rows, families: [] };
  const byId = new Map(commands.map((one) => [one.id, one]));
  const families: { name: string; lines: string[] }[] = [];
  const spread = rows.flatMap((row): ListRow[] => {
    if (!row.members.length) return [row];
    const label = row.words.label ?? row.command ?? '';
    const group = groups.find((one) => one.kind === 'family' && one.name.toLowerCase() === label.toLowerCase());
    const labels = row.members.map((member) => `${label} ${member.name}`);
    if (!group) families.push({ name: label.slice(0, 80), lines: labels });
    return row.members.map((member, n): ListRow => {
      const there = group && byId.get(group.members[n] ?? 0);
      const command = there?.name ?? (row.command ? `${row.command}-${n + 1}` : null);
      const words = there ? {} : { ...row.words, label: labels[n]! };
      return { ...row, command, words, keys: [...member.keys, ...row.keys], members: [] };
    });
  });
  return { rows: spread, families };
}
