import type { Platform } from '../../keys/index.ts';
import type { Said } from '../../words/index.ts';
import type { Held } from '../effective.ts';

/** From the most to the least specific: a pair yields one finding of the first kind that fits. */
export const CLASH_KINDS = [
  'fixed',
  'platform fold',
  'same place',
  'together',
  'not accepted',
  'system',
  'typing',
  'waits',
  'cannot be pressed',
  'types a character',
  'chooses',
  'hidden',
  'lopsided',
] as const;
export type ClashKind = (typeof CLASH_KINDS)[number];
export type Severity = 'error' | 'warning' | 'note';

/** Something that gets in the way of a shortcut, and on which platforms and layouts it does. */
export interface Clash {
  readonly kind: ClashKind;
  readonly severity: Severity;
  /** The binding it is about, and the other one where there are two; the wider context first. */
  readonly parties: readonly [Held] | readonly [Held, Held];
  readonly platforms: readonly Platform[];
  /** Ids of layouts. */
  readonly layouts: readonly string[];
  /** Who takes the press, where that is no command. */
  readonly taker?: string;
  /** The partner without a key (lopsided); the program's own words (not accepted). */
  readonly missing?: number;
  readonly says?: Said;
  /** How many shortcuts of wider places a place that takes text swallows. */
  readonly swallowed?: number;
  /** The third level of these layouts is not known on this platform. */
  readonly unknown?: true;
}
