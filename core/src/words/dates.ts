import { each } from '../memory/index.ts';
import type { LearnerLanguage } from './learner.ts';

const localeOf = (language: LearnerLanguage) => (language === 'en' ? 'en-GB' : language);
const formatOf = each(
  (language: LearnerLanguage) =>
    new Intl.DateTimeFormat(localeOf(language), {
      day: 'numeric',
      month: 'short',
      year: 'numeric',
      timeZone: 'UTC',
    }),
);

/** A date (`2026-11-27`) as it is said in a language: “27 Nov 2026”, “27. Nov. 2026”, “27 nov. 2026”. */
export const dateIn = (language: LearnerLanguage, date: string): string =>
  /^\d{4}-\d{2}-\d{2}/.test(date) ? formatOf(language).format(new Date(`${date.slice(0, 10)}T00:00:00Z`)) : date;

const momentOf = each(
  (language: LearnerLanguage) =>
    new Intl.DateTimeFormat(localeOf(language), { dateStyle: 'medium', timeStyle: 'short' }),
);

/** A day and its hour where the reader is, as they are said in a language. */
export const momentIn = (language: LearnerLanguage, moment: Date): string => momentOf(language).format(moment);
