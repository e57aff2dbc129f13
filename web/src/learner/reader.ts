import { conventionOf } from '@crib/core/keys';
import { LEARNER_LANGUAGES, type LearnerLanguage } from '@crib/core/words';

/** What the languages call themselves. */
export const LANGUAGE_NAMES: Record<LearnerLanguage, string> = { en: 'English', de: 'Deutsch', fr: 'Français' };

/** The reader's own platform, as far as the browser tells. */
export function likelyPlatform(known: readonly string[]): string {
  const agent = navigator.userAgent;
  const guess = /Mac|iPhone|iPad/.test(agent)
    ? 'macos'
    : /Linux|X11|CrOS/.test(agent) && !/Android/.test(agent)
      ? 'linux'
      : 'windows';
  return known.find((one) => conventionOf(one) === guess) ?? known[0]!;
}

/** The reader’s language: the one chosen, else the first of the browser’s that there is. */
export function likelyLanguage(chosen: string | null): LearnerLanguage {
  const asked = [chosen ?? '', ...navigator.languages].map((tag) => tag.slice(0, 2).toLowerCase());
  return asked.flatMap((tag) => LEARNER_LANGUAGES.find((one) => one === tag) ?? [])[0] ?? 'en';
}
