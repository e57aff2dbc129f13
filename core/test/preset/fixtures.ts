import type { CustomKeyset } from '../../src/contract/index.ts';
import { catalogue } from '../list/fixtures.ts';

/** Commands whose names and labels are hard to write in most formats. */
export const base = catalogue(
  [
    { name: 'depth.place', label: 'Place sounding' },
    { name: 'line="join"', label: 'Join & <close> "it"' },
    { name: 'chart.save', label: 'Save' },
    { name: 'weight', label: 'Set weight' },
    { name: 'weight.3', label: 'Set weight: 0.3 mm', argumentOf: 'weight', argument: '0.3 mm' },
  ],
  [
    { command: 1, shortcut: 'S' },
    { command: 2, shortcut: 'P C' },
    { command: 3, shortcut: 'Primary+S' },
    { command: 5, shortcut: 'W', contexts: [2] },
  ],
);
/** That catalogue with a custom keyset in it. */
export const withEdits = (keyset: CustomKeyset) => ({ ...base, keysets: [...base.keysets, keyset] });
