import { showStored, storedChord, type Modifier, type Platform } from '@crib/core/keys';

/** Modifiers that a run of keys can be held with, as in the stored form; empty for none. */
export const HELD_CHOICES = [
  '',
  'Shift',
  'Primary',
  'Alt',
  'Primary+Shift',
  'Alt+Shift',
  'Primary+Alt',
  'Primary+Alt+Shift',
] as const;

/** What they are called on a platform. */
export const heldName = (held: string, platform: Platform) =>
  held ? showStored(storedChord(held.split('+') as Modifier[], 'A'), platform).replace(/\+?A$/, '') : 'nothing';
