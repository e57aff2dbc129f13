import { IntlMessageFormat } from 'intl-messageformat';
import { US, platformName, showStored, type Platform } from '../keys/index.ts';
import { EN } from './en.ts';
import { SAID_DE } from './learner-de.ts';
import { SAID_FR } from './learner-fr.ts';
import type { LearnerLanguage } from './learner.ts';
import { each } from '../memory/index.ts';

/** The code of a sentence, or of a part of one. */
export type SaidCode = keyof typeof EN;

/** Keys in a sentence: as they are written on a platform. */
export interface SaidKeys {
  readonly keys: string;
  readonly on: Platform;
}

export type SaidValue =
  string | number | boolean | SaidKeys | { readonly platforms: readonly Platform[] } | Said | readonly SaidValue[];

/** What is to be said, in no language: a code, with the values that its sentence is filled with. */
export interface Said {
  readonly said: SaidCode;
  readonly with: Readonly<Record<string, SaidValue>>;
}

/** Something to be said. Lists are joined by “and”, or by “or” where the value’s name ends in `Or`. */
export const said = (code: SaidCode, values: Said['with'] = {}): Said => ({ said: code, with: values });

/** Learners read what core finds in their language; trainers, and all that is for them alone, in English. */
const SAID: Record<LearnerLanguage, Readonly<Record<string, string>>> = { en: EN, de: SAID_DE, fr: SAID_FR };
const template = (text: string, language: LearnerLanguage) =>
  new IntlMessageFormat(text, language, undefined, { ignoreTag: true });
const templatesOf = (texts: Readonly<Record<string, string>>, language: LearnerLanguage) =>
  new Map(Object.entries(texts).map(([code, text]) => [code, template(text, language)]));
/** Tables that never change: every sentence of a language, read once. */
const TEMPLATES = each((language: LearnerLanguage) => ({
  said: templatesOf(SAID[language], language),
  and: new Intl.ListFormat(language === 'en' ? 'en-GB' : language, { type: 'conjunction' }),
  or: new Intl.ListFormat(language === 'en' ? 'en-GB' : language, { type: 'disjunction' }),
}));

/** How the reader wants keys written; as words on their platform, when nothing is said. */
export interface Spelling {
  readonly showKeys?: (stored: string, platform: Platform) => string;
  /** What is not said in it is said in English. */
  readonly language?: LearnerLanguage;
}

/** The sentence: the one place where what core found becomes words. */
export function say(what: Said | string, spelling: Spelling = {}): string {
  if (typeof what === 'string') return what;
  const values = Object.entries(what.with).map(([name, value]) => [name, textOf(value, name, spelling)]);
  const { said: known } = TEMPLATES(spelling.language ?? 'en');
  const text = known.get(what.said) ?? TEMPLATES('en').said.get(what.said)!;
  return String(text.format(Object.fromEntries(values)));
}

function textOf(value: SaidValue, name: string, spelling: Spelling): string | number {
  if (typeof value === 'string' || typeof value === 'number') return value;
  if (typeof value === 'boolean') return String(value);
  if (isList(value)) {
    const texts = value.map((one) => String(textOf(one, name, spelling)));
    const { or, and } = TEMPLATES(spelling.language ?? 'en');
    return (name.endsWith('Or') ? or : and).format(texts);
  }
  if ('said' in value) return say(value, spelling);
  if ('platforms' in value) return TEMPLATES(spelling.language ?? 'en').and.format(value.platforms.map(platformName));
  const show = spelling.showKeys ?? ((stored, on) => showStored(stored, on, 'words', US, spelling.language));
  return show(value.keys, value.on);
}

const isList = (value: SaidValue): value is readonly SaidValue[] => Array.isArray(value);
