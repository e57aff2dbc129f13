import type { BinKind } from '@crib/core/contract';

/** What things that can be deleted are called. */
export const BIN_NAMES: Record<BinKind, string> = {
  app: 'app',
  release: 'release',
  keyset: 'keyset',
  sheet: 'sheet',
  notes: 'change notes',
  run: 'run',
  group: 'group',
};
