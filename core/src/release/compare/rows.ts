import type { CommandChange } from './commands.ts';
import type { Harm } from './harm.ts';
import type { Moved } from './moved.ts';

/** What a row of the comparison is found under, the most pressing first; the last is all the rest. */
export const MOVED_KINDS = [
  'new meaning',
  'stopped',
  'moved',
  'lost',
  'gained',
  'dropped',
  'added',
  'split',
  'merged',
  'renamed',
  'moved in the menus',
  'became fixed',
  'became free',
  'same',
] as const;
export type MovedKind = (typeof MOVED_KINDS)[number];

/** A row of the comparison: commands that answer to one another, all kinds it falls under, and its harm to habit. */
export interface MovedRow {
  readonly change: CommandChange;
  /** The first is the group it stands in. */
  readonly kinds: readonly MovedKind[];
  readonly harm: number;
  /** Changes of presses it is a party to, the most harmful first. */
  readonly harms: readonly Harm[];
}

/** A row for every command of either side, ordered by harm to habit, then by name. */
export function movedRows({ commands }: Moved, found: readonly Harm[]): MovedRow[] {
  const [byOld, byNow] = [new Map<number, Harm[]>(), new Map<number, Harm[]>()];
  const note = (map: Map<number, Harm[]>, id: number, harm: Harm) => {
    const list = map.get(id);
    if (list) list.push(harm);
    else map.set(id, [harm]);
  };
  for (const harm of found) {
    for (const { command } of harm.change.old) note(byOld, command, harm);
    for (const { command } of harm.change.now) note(byNow, command, harm);
  }
  const rows = commands.map((change): MovedRow => {
    const mine = new Set([
      ...change.old.flatMap(({ id }) => byOld.get(id) ?? []),
      ...change.now.flatMap(({ id }) => byNow.get(id) ?? []),
    ]);
    const harms = [...mine].sort((a, b) => b.harm - a.harm);
    return { change, kinds: kindsOf(change, harms), harm: harms[0]?.harm ?? 0, harms };
  });
  const label = ({ change }: MovedRow) => (change.now[0] ?? change.old[0])!.label;
  return rows.sort((a, b) => b.harm - a.harm || label(a).localeCompare(label(b)));
}

function kindsOf(change: CommandChange, harms: readonly Harm[]): MovedKind[] {
  const kinds = new Set<MovedKind>(change.kinds);
  if (harms.some((one) => one.kind === 'new meaning')) kinds.add('new meaning');
  if (harms.some((one) => isStopped(one, change))) kinds.add('stopped');
  if (change.keys === 'moved' || change.keys === 'lost' || change.keys === 'gained') kinds.add(change.keys);
  const found = MOVED_KINDS.filter((kind) => kinds.has(kind));
  return found.length ? found : ['same'];
}

/** Whether a change is of a shortcut that a command still has, and that no longer reaches it. */
export const isStopped = ({ kind, change: { old, never } }: Harm, { old: was }: CommandChange): boolean =>
  kind === 'dead' && never !== null && old.some(({ command }) => was.some(({ id }) => id === command));

/** How many rows fall under each kind. */
export function kindCounts(rows: readonly MovedRow[]): Map<MovedKind, number> {
  const counts = new Map<MovedKind, number>(MOVED_KINDS.map((kind) => [kind, 0]));
  for (const { kinds } of rows) for (const kind of kinds) counts.set(kind, counts.get(kind)! + 1);
  return counts;
}
