import type { Cell } from '@crib/core/keyset';
import type { ContextTree } from '@crib/core/catalogue';
import type { Command } from '@crib/core/contract';

/** A row of the ledger: a heading of a group, or a command. */
export type LedgerRow =
  | { readonly kind: 'group'; readonly key: string; readonly title: string }
  | { readonly kind: 'command'; readonly key: string; readonly command: Command };

/** A column: a keyset, with what its cells hold. */
export interface LedgerColumn {
  readonly id: number;
  /** Tells columns apart where one keyset stands in two. */
  readonly key?: string;
  readonly title: string;
  readonly sub: string;
  /** What an unchanged cell says: “as shipped”, “as School set”. */
  readonly asBase: string;
  cell(command: Command): Cell;
  /** The places of its release, where that is another than the ledger’s. */
  readonly tree?: ContextTree;
  /** The platform its keys are written for, where that is another than the ledger’s. */
  readonly platform?: string;
}

/** A column is computed cell by cell as it comes into sight, each once. */
export function remembered(cell: (command: Command) => Cell): (command: Command) => Cell {
  const known = new Map<number, Cell>();
  return (command) => {
    const found = known.get(command.id) ?? cell(command);
    known.set(command.id, found);
    return found;
  };
}

/** Rows under the headings of their groups, which stand in the order they are first met in. */
export function grouped(commands: readonly Command[], groupOf: (command: Command) => string): LedgerRow[] {
  const groups = new Map<string, Command[]>();
  for (const command of commands) {
    const title = groupOf(command);
    const group = groups.get(title);
    if (group) group.push(command);
    else groups.set(title, [command]);
  }
  return [...groups].flatMap(([title, members]): LedgerRow[] =>
    members.length
      ? [
          { kind: 'group', key: `g ${title}`, title: title || 'No category' },
          ...members.map((command): LedgerRow => ({ kind: 'command', key: `c ${command.id}`, command })),
        ]
      : [],
  );
}

/** The least width of a column that was not resized, in px. */
export const COLUMN_WIDTH = 150;
