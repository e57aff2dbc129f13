import type { ContextTree } from '../catalogue/index.ts';
import type { Command } from '../contract/index.ts';
import type { Weighed } from '../keyset/index.ts';
import { platformName, type Platform } from '../keys/index.ts';
import type { PlainTable } from './table.ts';

/** A keyset as a column of a ledger. */
export interface LedgerKeys {
  readonly title: string;
  readonly weighed: Weighed;
}

/** A ledger as a plain table, a row a command: a list that reads back to what it shows of one platform. */
export function ledgerTable(
  commands: readonly Command[],
  columns: readonly LedgerKeys[],
  tree: ContextTree,
  platform: Platform,
  show: (stored: string) => string,
): PlainTable {
  const keys = ({ weighed }: LedgerKeys, command: number) =>
    [...new Set(weighed.on(platform).of(command).map((held) => show(held.shortcut)))].join(' or '); // prettier-ignore
  return {
    header: ['Command id', 'Label', 'Where it works', 'Category', 'Menu path', ...columns.map((one) => `${one.title}, ${platformName(platform)}`)], // prettier-ignore
    rows: commands.map(({ id, name, label, home, category, menu }) => [
      name,
      label,
      tree.path(home),
      category,
      menu,
      ...columns.map((one) => keys(one, id)),
    ]),
  };
}
