import type { ContextTree } from '../../catalogue/index.ts';
import { fieldsOfKind, type Command, type CommandGroup } from '../../contract/index.ts';
import type { Weighed } from '../../keyset/index.ts';
import { platformName, type Platform } from '../../keys/index.ts';
import { FLAGS, meaningName, type ColumnMeaning } from '../../list/index.ts';
import type { PlainTable } from './table.ts';

/** A keyset as a column of a ledger. */
export interface LedgerKeys {
  readonly title: string;
  readonly weighed: Weighed;
}

/** Fields that always have their own column. */
const OWN_COLUMNS: readonly string[] = ['label', 'menu', 'category'];
/** What else is said of a command, as lists say it; a column stands there when something is in it. */
const SAID: readonly (readonly [ColumnMeaning, (one: Command) => string])[] = [
  ['flags', (one) => FLAGS.filter((flag) => one[flag]).join('; ')],
  ['onePress', (one) => (one.onePress === 'once' ? '' : one.onePress)],
  ...fieldsOfKind('line', 'list')
    .filter((field) => !OWN_COLUMNS.includes(field))
    .map(
      (field) =>
        [field, (one: Command) => (typeof one[field] === 'string' ? one[field] : one[field].join('; '))] as const,
    ),
];

/** How a ledger is written out: for a platform, with keys as `show` writes them. */
interface LedgerReading {
  readonly tree: ContextTree;
  readonly platform: Platform;
  readonly show: (stored: string) => string;
  readonly groups: readonly CommandGroup[];
}

/** A ledger as a plain table, a row a command: a list that reads back to what it shows of one platform. */
export function ledgerTable(
  commands: readonly Command[],
  columns: readonly LedgerKeys[],
  { tree, platform, show, groups }: LedgerReading,
): PlainTable {
  const keys = ({ weighed }: LedgerKeys, command: number) =>
    [
      ...new Set(
        weighed
          .on(platform)
          .of(command)
          .map((held) => show(held.shortcut)),
      ),
    ].join(' or ');
  const inGroup = (kind: CommandGroup['kind'], { id }: Command) =>
    groups.find((one) => one.kind === kind && one.members.includes(id));
  const ofGroups: readonly (readonly [ColumnMeaning, (one: Command) => string])[] = [
    ['chosenBy', (one) => inGroup('chooser', one)?.because ?? ''],
    ['wayTo', (one) => inGroup('ways', one)?.name ?? ''],
    ['advice', (one) => (inGroup('ways', one)?.advised === one.id ? inGroup('ways', one)!.because : '')],
    ['slotOf', (one) => inGroup('slots', one)?.name ?? ''],
  ];
  const all = [...SAID, ...ofGroups];
  const said = all.filter(([, of]) => commands.some((one) => of(one)));
  return {
    header: [
      'Command id',
      'Label',
      'Where it works',
      'Category',
      'Menu path',
      ...columns.map((one) => `${one.title}, ${platformName(platform)}`),
      ...said.map(([meaning]) => meaningName(meaning)),
    ],
    rows: commands.map((command) => [
      command.name,
      command.label,
      tree.path(command.home),
      command.category,
      command.menu,
      ...columns.map((one) => keys(one, command.id)),
      ...said.map(([, of]) => of(command)),
    ]),
  };
}
