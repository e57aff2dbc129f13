import type { Opened, Weighed } from '@crib/core/keyset';
import { platformName, type Platform } from '@crib/core/keys';
import { movedCells, type ColumnSide, type MovedKind, type MovedRow, type Relation } from '@crib/core/release';
import { say } from '@crib/core/words';
import { remembered, type LedgerColumn } from '../../parts/ledger.ts';
import { show } from '../../words/chips.ts';

/** What each group of the comparison is called. */
export const KIND_TITLES: Record<MovedKind, string> = {
  'new meaning': 'Shortcut now runs another command',
  stopped: 'Shortcut no longer works',
  moved: 'Shortcut changed',
  lost: 'Lost a shortcut',
  gained: 'Gained a shortcut',
  dropped: 'Removed',
  added: 'New command',
  split: 'Split',
  merged: 'Merged',
  renamed: 'Renamed',
  'moved in the menus': 'Moved in the menus',
  'became fixed': 'Now fixed',
  'became free': 'Now customisable',
  same: 'Same as before',
};

/** Where a keyset stands as a column of the comparison. */
export interface ColumnPlace {
  readonly keyset: number;
  readonly opened: Opened;
  readonly weighed: Weighed;
  readonly side: ColumnSide;
  readonly platform: Platform;
  readonly toColumn: Relation;
  readonly showPlatform: boolean;
}

/** A keyset as a column: its title, and the cells that core finds. */
export function movedColumn(place: ColumnPlace, rows: ReadonlyMap<number, MovedRow>): LedgerColumn {
  const { opened, weighed, platform, side, toColumn } = place;
  const keyset = opened.keyset(place.keyset)!;
  const own = keyset.kind === 'custom';
  const { label } = opened.catalogue.release;
  const base = own ? weighed.below() : undefined;
  const cells = movedCells({ weighed, base, commands: opened.commands, platform, side, toColumn }, rows);
  const baseName = own ? (opened.keyset(keyset.baseId)?.name ?? '') : '';
  return {
    id: place.keyset,
    key: `${place.keyset} ${side ?? 'beside'}`,
    platform,
    title: keyset.kind === 'shipped' && keyset.isDefault ? label : keyset.name,
    sub: `${own ? `on ${label}` : keyset.isDefault ? 'built in' : `built into ${label}`}${place.showPlatform ? `, ${platformName(platform)}` : ''}`,
    asBase: own && weighed.stack.layers.length === 1 ? `as ${label}` : `as ${baseName}`,
    cell: remembered(({ id }) => {
      const { cell, beside } = cells(id);
      return beside ? { ...cell, says: say(beside, { showKeys: (stored, on) => show(stored, on) }) } : cell;
    }),
    tree: opened.tree,
  };
}
