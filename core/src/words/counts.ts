const NUMBER = new Intl.NumberFormat('en-GB');
const PERCENT = new Intl.NumberFormat('en-GB', { style: 'percent' });
const PLURAL = new Intl.PluralRules('en-GB');
const LIST = new Intl.ListFormat('en-GB', { type: 'conjunction' });

/** Nouns whose plural is not the singular with an “s”. */
const PLURALS: Readonly<Record<string, string>> = {
  family: 'families',
  entry: 'entries',
  copy: 'copies',
};

/** A count with its noun, as trainers read it: “1 command”, “1,020 commands”. */
export const counted = (count: number, noun: string): string =>
  `${NUMBER.format(count)} ${PLURAL.select(count) === 'one' ? noun : (PLURALS[noun] ?? `${noun}s`)}`;

/** A number as trainers read it. */
export const numberOf = (value: number): string => NUMBER.format(value);

/** A share of 1 as trainers read it: “85%”. */
export const percent = (share: number): string => PERCENT.format(share);

/** Names one after another, as trainers read them: “Windows, macOS and Linux”. */
export const listed = (names: readonly string[]): string => LIST.format(names);
