import { problem, type Problem } from '../../error/index.ts';

/** A row as it stands in a file: where, and its cells; or a heading that stands over the rows that follow. */
export interface RawRow {
  readonly line: number;
  readonly cells: readonly string[];
  readonly section?: true;
  /** It stands alone, and may be a heading or a command without a key. */
  readonly unsure?: true;
  /** It has fewer cells than the heading. */
  readonly short?: true;
  /** Marked as the heading of the columns by the format itself. */
  readonly head?: true;
}

/** A table of a file that may hold several. */
export interface RawTable {
  readonly title: string;
  /** Lines of a text, none of which belongs to another. */
  readonly lines?: true;
  /** Its shortcuts are in the stored form, several parted by “or”. */
  readonly stored?: true;
  readonly rows: readonly RawRow[];
}

/** No table is wider; no list is longer. */
export const MOST_COLUMNS = 100;
export const MOST_ROWS = 100_000;
/** No table has more cells, filled or not. */
export const MOST_CELLS = 1_500_000;

export const tooManyCells = (where: string): Problem =>
  problem(
    'too-many-cells',
    `The sheet extends to ${where}, far beyond a list of shortcuts. Delete stray cells, or save as CSV.`,
  );

export const clean = (text: string) =>
  text
    .replace(/[^\S\n]+/g, ' ')
    .replace(/ ?\n ?/g, '\n')
    .trim();

/** Tables of one page that have the same columns are one list, each under its title as a section. */
export function joined(tables: readonly RawTable[]): RawTable[] {
  const groups = new Map<string, RawTable[]>();
  for (const table of tables) {
    const head = table.rows.find((row) => row.head);
    const width = Math.max(0, ...table.rows.map((row) => row.cells.length));
    const shape = head ? head.cells.map((cell) => cell.toLowerCase()).join('|') : `${width} columns`;
    groups.set(shape, [...(groups.get(shape) ?? []), table]);
  }
  return [...groups.values()]
    .map((group): RawTable => {
      if (group.length === 1) return group[0]!;
      const [first] = group;
      const head = first!.rows.filter((row) => row.head);
      const rows = group.flatMap(({ title, rows: mine }): RawRow[] => {
        const body = mine.filter((row) => !row.head);
        return title ? [{ line: body[0]?.line ?? 0, cells: [title], section: true }, ...body] : body;
      });
      return { title: first!.title, rows: [...head, ...rows] };
    })
    .sort((a, b) => b.rows.length - a.rows.length);
}
