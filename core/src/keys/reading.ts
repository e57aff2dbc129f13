import type { Problem } from '../error/index.ts';
import type { Platform } from './platform.ts';
import type { Shortcut } from './shortcut.ts';

/** One way to understand a text: the shortcuts it gives (alternatives of each other), in words. */
export interface Reading {
  readonly shortcuts: readonly Shortcut[];
  readonly sentence: string;
  /** The shortcuts are no alternatives: each is the key of one member of a family. */
  readonly each?: true;
}

export type ReadResult =
  | { readonly kind: 'read'; readonly shortcuts: readonly Shortcut[]; readonly remark?: string }
  | { readonly kind: 'choice'; readonly sentence: string; readonly readings: readonly Reading[] }
  | { readonly kind: 'error'; readonly problem: Problem };

export interface ReadOptions {
  /** The platform the text is written for; none or null when it is for all. */
  readonly platform?: Platform | null | undefined;
  /** Words of letters are typed letter by letter in this program. */
  readonly typedLetters?: boolean | undefined;
  /** Whether what may have been meant is looked for, for a word that nobody knows. */
  readonly suggest?: boolean | undefined;
}

/** Reads a text; handed on, so that what looks at the signs around keys can read what stands within. */
export type Read = (text: string, options: ReadOptions) => ReadResult;
