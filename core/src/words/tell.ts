import { LEARNER_DE } from './learner-de.ts';
import { LEARNER_FR } from './learner-fr.ts';
import { LEARNER_EN, type LearnerCode, type LearnerLanguage } from './learner.ts';

/** What the learner’s pages say. Their texts are short and have values alone: no plurals, no choices. */
export const LEARNER: Record<LearnerLanguage, Readonly<Record<LearnerCode, string>>> = {
  en: LEARNER_EN,
  de: LEARNER_DE,
  fr: LEARNER_FR,
};

/** What the learner’s side says, in a language, filled with values; a learner’s page loads no more than this for it. */
export const tell = (
  language: LearnerLanguage,
  code: LearnerCode,
  values: Readonly<Record<string, string | number>> = {},
): string => LEARNER[language][code].replace(/\{(\w+)\}/g, (_, name: string) => String(values[name]));
