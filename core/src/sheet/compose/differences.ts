import type { EditionBody, EditionRow } from '../../contract/index.ts';
import type { Opened } from '../../keyset/index.ts';
import type { Keyboards } from '../../press/index.ts';
import type { Lineage } from '../../release/index.ts';
import { rowsOf } from './compose.ts';
import { sameKeys } from './same-keys.ts';

/** What became of a row between two editions. */
export interface RowDifference {
  readonly kind: 'added' | 'dropped' | 'renamed' | 'other keys' | 'other words';
  readonly before: EditionRow | null;
  readonly now: EditionRow | null;
}

/**
 * What differs between an edition and a later one, row by row: what is new, gone, called otherwise, on other keys, or said
 * in other words. A command that stands several times counts once; where it stands says nothing.
 */
export function differences(before: EditionBody, now: EditionBody, keyboards: Keyboards): RowDifference[] {
  const rowsOf = (body: EditionBody) =>
    new Map(body.sections.flatMap((one) => one.rows).map((row) => [row.command, row]));
  const [old, fresh] = [rowsOf(before), rowsOf(now)];
  const kept = [...fresh].flatMap(([name, row]): RowDifference[] => {
    const then = old.get(name);
    if (!then) return [{ kind: 'added', before: null, now: row }];
    const platforms = now.platforms.filter((one) => before.platforms.includes(one));
    const keys = platforms.every((one) => sameKeys(then.keys[one] ?? [], row.keys[one] ?? [], one, keyboards));
    const kind = !keys
      ? 'other keys'
      : then.label !== row.label
        ? 'renamed'
        : wordsOf(then) !== wordsOf(row)
          ? 'other words'
          : null;
    return kind ? [{ kind, before: then, now: row }] : [];
  });
  const dropped = [...old]
    .filter(([name]) => !fresh.has(name))
    .map(([, row]): RowDifference => ({ kind: 'dropped', before: row, now: null }));
  return [...kept, ...dropped];
}

const wordsOf = ({ note, memoryAid, menu, contexts }: EditionRow) => JSON.stringify([note, memoryAid, menu, contexts]);

/** Commands whose shipped keys are others than in an earlier release, and new ones that have keys. */
export function changedKeys(before: Opened, now: Opened, lineage: Lineage, keyboards: Keyboards): number[] {
  if (!before.shipped || !now.shipped) return [];
  const [old, fresh] = [rowsOf(before, before.shipped.id, keyboards), rowsOf(now, now.shipped.id, keyboards)];
  return now.catalogue.commands.flatMap((command) => {
    const former = lineage.commands.back(command.id).flatMap((id) => before.commands.get(id) ?? []);
    const { keys } = fresh(command, '');
    const same = (other: EditionRow) =>
      keyboards.platforms.every((one) => sameKeys(other.keys[one] ?? [], keys[one] ?? [], one, keyboards));
    if (former.length) return former.some((one) => same(old(one, ''))) ? [] : [command.id];
    return Object.values(keys).some((list) => list.length) ? [command.id] : [];
  });
}
