import type { Recipe } from '../contract/index.ts';
import type { Fields } from './template.ts';

/** Which of a recipe’s templates a record was made by. */
export type RecordKind = 'record' | 'argument' | 'noKey';
/** A record where it stands in a file, with what its fields say. */
export interface FoundRecord {
  readonly from: number;
  readonly to: number;
  readonly kind: RecordKind;
  readonly fields: Fields;
}

/** No more records are read from a file, and nothing in it is nested deeper. */
export const MOST_RECORDS = 100_000;
export const DEEPEST = 64;

/** The templates of a recipe that make records, the most telling first: a word for no key is no key. */
export function templatesOf({ record, argument, noKey }: Recipe): { kind: RecordKind; template: string }[] {
  const all = [
    { kind: 'noKey' as const, template: noKey },
    { kind: 'argument' as const, template: argument },
    { kind: 'record' as const, template: record },
  ];
  return all.flatMap(({ kind, template }) => (template ? [{ kind, template }] : []));
}
