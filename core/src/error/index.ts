/** Where something is wrong: in a list (line, column), in a text (from, to), or in a message (path). */
export interface Place {
  readonly line?: number;
  readonly column?: string;
  /** First and last place in the text, counted in UTF-16 units from 0; `to` is exclusive. */
  readonly from?: number;
  readonly to?: number;
  readonly path?: string;
}

/** Something that is wrong, as plain data: what it is called, a sentence for the reader, where it stands. */
export interface Problem {
  readonly code: string;
  readonly sentence: string;
  readonly place?: Place;
  /** Texts that may have been meant, best first. */
  readonly suggestions?: readonly string[];
  /** What it is about, word for word: a name that is not known. */
  readonly about?: string;
}

/** The one error that Crib throws: problems on their way to somebody who can mend them. */
export class CribError extends Error {
  readonly problems: readonly Problem[];
  constructor(first: Problem, ...more: Problem[]) {
    super(first.sentence);
    this.name = 'CribError';
    this.problems = [first, ...more];
  }
  get code(): string {
    return this.problems[0]?.code ?? 'unknown';
  }
}

/** Makes a problem; `place` and `suggestions` are left out when there are none. */
export function problem(code: string, sentence: string, place?: Place, suggestions?: readonly string[]): Problem {
  return { code, sentence, ...(place && { place }), ...(suggestions?.length ? { suggestions } : {}) };
}

/** Stops the work if there are problems; `most` of them are told. */
export function refuseAny(problems: readonly Problem[], most = Infinity): void {
  const [first, ...more] = problems;
  if (first) throw new CribError(first, ...more.slice(0, most));
}

/** Stops the work with one problem. */
export function refuse(code: string, sentence: string, place?: Place): never {
  throw new CribError(problem(code, sentence, place));
}
