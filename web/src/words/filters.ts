import type { LedgerFilter } from '@crib/core/keyset';

/** What the ledger’s filters are called. */
export const FILTER_NAMES: Record<LedgerFilter, string> = {
  with: 'With a key',
  without: 'Without a key',
  edited: 'Edited',
  often: 'Used often',
  differing: 'Columns differ',
  fixed: 'Cannot be changed',
  clashing: 'Clash',
  unverified: 'Not verified on',
};
