import { IntlMessageFormat } from 'intl-messageformat';
import { platformName, showStored, type Platform } from '../keys/index.ts';
import { EN } from './en.ts';

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

const TEMPLATES: ReadonlyMap<string, IntlMessageFormat> = new Map(
  Object.entries(EN).map(([code, text]) => [code, new IntlMessageFormat(text, 'en', undefined, { ignoreTag: true })]),
);
const LISTS = {
  and: new Intl.ListFormat('en-GB', { type: 'conjunction' }),
  or: new Intl.ListFormat('en-GB', { type: 'disjunction' }),
};

/** How the reader wants keys written; as words on their platform, when nothing is said. */
export interface Spelling {
  readonly showKeys?: (stored: string, platform: Platform) => string;
}

/** The sentence: the one place where what core found becomes words. */
export function say(what: Said | string, spelling: Spelling = {}): string {
  if (typeof what === 'string') return what;
  const values = Object.entries(what.with).map(([name, value]) => [name, textOf(value, name, spelling)]);
  return String(TEMPLATES.get(what.said)!.format(Object.fromEntries(values)));
}

function textOf(value: SaidValue, name: string, spelling: Spelling): string | number {
  if (typeof value === 'string' || typeof value === 'number') return value;
  if (typeof value === 'boolean') return String(value);
  if (isList(value)) {
    const texts = value.map((one) => String(textOf(one, name, spelling)));
    return (name.endsWith('Or') ? LISTS.or : LISTS.and).format(texts);
  }
  if ('said' in value) return say(value, spelling);
  if ('platforms' in value) return LISTS.and.format(value.platforms.map(platformName));
  return (spelling.showKeys ?? showStored)(value.keys, value.on);
}

const isList = (value: SaidValue): value is readonly SaidValue[] => Array.isArray(value);
