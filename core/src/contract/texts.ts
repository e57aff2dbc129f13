import { z } from 'zod';

/** One line of text, trimmed, of at most so many characters. */
export const line = (most: number) =>
  z
    .string()
    .normalize('NFC')
    .trim()
    .max(most)
    .regex(/^[^\p{Cc}]*$/u, 'must be one line without control characters');
/** The same, and not empty. */
export const name = (most: number) => line(most).min(1);
/** Several lines. */
export const prose = (most: number) =>
  z
    .string()
    .normalize('NFC')
    .trim()
    .max(most)
    .regex(/^[^\0]*$/, 'must not contain NUL characters');
