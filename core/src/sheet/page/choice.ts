import type { Platform, Style } from '../../keys/index.ts';
import type { LearnerLanguage } from '../../words/index.ts';

/** How an edition is read: on which platform, with keys in words or in signs, and in which language its frame speaks. */
export interface PageChoice {
  readonly platform: Platform;
  readonly how: Style;
  readonly language: LearnerLanguage;
}
