import type { Problem } from '../../error/index.ts';
import type { Edit } from '../../contract/index.ts';
import type { Held } from '../../keyset/index.ts';
import type { How, Places } from '../../press/index.ts';
import type { Said } from '../../words/index.ts';

/** What becomes of an edit when its keyset is carried to another release, the most pressing first. */
export const OUTCOME_KINDS = [
  'command gone',
  'context gone',
  'not accepted',
  'press taken',
  'press waits',
  'follows',
  'now as shipped',
  'context moved',
  'carried',
] as const;
export type OutcomeKind = (typeof OUTCOME_KINDS)[number];

/** One edit, and what becomes of it. */
export interface Outcome {
  /** As it stands in the old keyset, its reason word for word. */
  readonly edit: Edit;
  readonly kind: OutcomeKind;
  /** The edit as it would stand in the new keyset; null where its command or place is gone. */
  readonly put: Edit | null;
  /** Somebody has to decide. */
  readonly open: boolean;
  readonly said: Said;
  /** Who has its press in the new release and had not before. */
  readonly owners: readonly Owner[];
  /** What its command became: more than one where it was split. */
  readonly targets: readonly number[];
  /** Its place in the new release; null where that is gone. */
  readonly context: number | null;
  /** The release gives this very command other keys there than before. */
  readonly shippedMoved: boolean;
  /** Why the release does not take it, where that is not another command. */
  readonly refusal?: Problem;
  /** The shortcut of it that is typed into the text there now. */
  readonly typed?: string;
  /** Another edit stands in its place already. */
  readonly doubled?: true;
}

/**
 * Another command that is in the way of an edit, on the platforms and layouts where it is: it has its press, or a longer or
 * a shorter shortcut that keeps it from firing, or that it keeps from firing.
 */
export interface Owner extends Places {
  readonly held: Held;
  /** The shortcut of the edit that it is in the way of, and how that stands to its own. */
  readonly shortcut: string;
  readonly how: How;
}
