import type { KeyWords } from '../keys/index.ts';
import type { LearnerCode } from '../words/index.ts';

export type Lack = Extract<LearnerCode, `lack.${string}`>;
/** A feature that the format has no words for, by what it is called in the edition’s language. */
export class Lost {
  constructor(
    readonly lack: Lack,
    readonly named: (words: KeyWords) => string = () => '',
  ) {}
}

export function required<T>(word: T | null | undefined, lack: Lack, named?: (words: KeyWords) => string): T {
  if (word === null || word === undefined) throw new Lost(lack, named);
  return word;
}

/** What was written, or the feature that is missing for it. */
export function written(write: () => string): string | Lost {
  try {
    return write();
  } catch (error) {
    if (error instanceof Lost) return error;
    throw error;
  }
}
