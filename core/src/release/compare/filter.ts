import { canonicalText, type Keyboard } from '../../press/index.ts';
import { rowCommand } from './columns.ts';
import { MOVED_KINDS, type MovedKind, type MovedRow } from './rows.ts';

/** What rows of a comparison are narrowed by; what is empty narrows nothing. */
export interface Narrowing {
  readonly words: readonly string[];
  /** A shortcut that is asked after, as it is pressed on each side. */
  readonly press: string;
  readonly place: number | null;
  readonly category: string;
  /** Commands that are used often, when only those are wanted. */
  readonly often: ReadonlySet<number> | null;
}

/** Rows that name, press, place, category and use leave, in their order; `keyboards` are those of the two sides. */
export function narrowedRows(
  rows: readonly MovedRow[],
  { words, press, place, category, often }: Narrowing,
  keyboards: readonly [Keyboard, Keyboard],
): MovedRow[] {
  const asked = press ? canonicalText(press, keyboards[1]) : null;
  if (press && asked === null) return [];
  const answers = (list: readonly { readonly shortcut: string }[], side: 0 | 1) =>
    list.some((one) => canonicalText(one.shortcut, keyboards[side]) === asked);
  return rows.filter(({ change }) => {
    const all = [...change.now, ...change.old];
    const text = all
      .flatMap((one) => [one.label, ...one.otherNames, one.menu])
      .join(' ')
      .toLowerCase();
    return (
      words.every((word) => text.includes(word)) &&
      (asked === null || answers(change.before, 0) || answers(change.after, 1)) &&
      (place === null || all.some((one) => one.home === place)) &&
      (!category || all.some((one) => one.category === category)) &&
      (!often || all.some((one) => often.has(one.id)))
    );
  });
}

export const MOVED_ORDERS = ['harm', 'category', 'alphabet'] as const;
export type MovedOrder = (typeof MOVED_ORDERS)[number];

/**
 * Rows in an order, each with the kind it stands under: the one that is looked for, else its first. By harm, kind after
 * kind, each in the order it came in.
 */
export function orderedMoved(
  rows: readonly MovedRow[],
  order: MovedOrder,
  wanted: MovedKind | null,
): { readonly row: MovedRow; readonly kind: MovedKind }[] {
  const list = rows
    .filter((row) => wanted === null || row.kinds.includes(wanted))
    .map((row) => ({ row, kind: wanted ?? row.kinds[0]! }));
  const label = (row: MovedRow) => rowCommand(row).label;
  if (order === 'alphabet') return list.sort((a, b) => label(a.row).localeCompare(label(b.row)));
  if (order === 'harm') return list.sort((a, b) => MOVED_KINDS.indexOf(a.kind) - MOVED_KINDS.indexOf(b.kind));
  return list;
}

/** How many commands of each place are otherwise than before. */
export function changedAt(rows: readonly MovedRow[]): Map<number, number> {
  const counts = new Map<number, number>();
  for (const { change, kinds } of rows)
    if (kinds[0] !== 'same')
      for (const home of new Set([...change.now, ...change.old].map((one) => one.home)))
        counts.set(home, (counts.get(home) ?? 0) + 1);
  return counts;
}

/** How many rows have other keys than before, or keys that do not do what they did. */
export const differing = (rows: readonly MovedRow[]): number =>
  rows.filter(
    ({ change: { keys }, kinds }) =>
      keys === 'moved' ||
      keys === 'gained' ||
      keys === 'lost' ||
      kinds.includes('stopped') ||
      kinds.includes('new meaning'),
  ).length;
