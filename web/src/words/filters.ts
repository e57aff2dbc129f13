import type { LedgerFilter } from '@crib/core/keyset';

/** What the ledger’s filters are called. */
export const FILTER_NAMES: Record<LedgerFilter, string> = {
  with: 'With a shortcut',
  without: 'Without a shortcut',
  edited: 'Edited',
  often: 'Frequently used',
  differing: 'Differences between columns',
  fixed: 'Fixed',
  clashing: 'Conflict',
  unverified: 'Not verified on',
};
