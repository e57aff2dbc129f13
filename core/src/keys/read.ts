import { problem } from '../error/index.ts';
import { readHyphenForm } from './notations.ts';
import { readPlain } from './plain.ts';
import { readRange } from './ranges.ts';
import type { ReadOptions, ReadResult } from './reading.ts';
import { normalized, peeled, signsMeant } from './written.ts';

/** No cell of a list is longer than this. */
const MOST_TEXT = 400;

/** Texts without any of these are keys and joiners alone. */
const SIGNED =
  /[()^*†‡§¹²³⁰⁴-⁹[\]…–—]|\.\.|\w-\w|\b(?:to|through|thru|until|bis|any|keys?|digits?|letters?|arrows?|numbers?|wheel|eg|example|such|like)\b|e\.g/i;

/**
 * Reads what people write for a shortcut: words in any case and order, symbols, `+` and `-` as joiner and as
 * key, alternatives (`or`), sequences (`then`, spaces, commas after a tapped modifier), `hold`, `twice`, `tap`,
 * pointer actions; carets, brackets, dashes and footnote marks by the rules of `peeled` and `signsMeant`. What can be
 * understood in several ways comes back as a choice, and so does a range of keys; what cannot, as a problem with its
 * place. Never throws; linear in the length of the text.
 */
export function readShortcuts(text: string, options: ReadOptions = {}): ReadResult {
  if (text.trim() === '') return { kind: 'error', problem: problem('no-key', 'The text is empty. Enter a shortcut.') };
  if (text.length > MOST_TEXT) {
    const sentence = `A shortcut is at most ${MOST_TEXT} characters long; this has ${text.length}.`;
    return { kind: 'error', problem: problem('text-too-long', sentence) };
  }
  const plain = normalized(text);
  if (!SIGNED.test(plain) || readHyphenForm(plain)) return readPlain(plain, options);
  return readSigned(plain, options);
}

function readSigned(text: string, options: ReadOptions): ReadResult {
  const found = peeled(text, options, readSigned);
  if ('result' in found) return found.result;
  const inner = signsMeant(found.text);
  let result = readRange(inner, options, readPlain) ?? readPlain(inner, options);
  // Behind a caret and a joiner stands a key: only as Control does the caret go with it.
  if (result.kind === 'error' && inner.includes('^+')) {
    const control = readPlain(inner.replace('^+', '⌃+'), options);
    if (control.kind === 'read') result = control;
  }
  // Brackets that leave nothing to read when they are taken away are keys themselves: `( then Globe )`.
  if (result.kind === 'error' && inner !== text) {
    const whole = readPlain(text, options);
    if (whole.kind === 'read') return whole;
  }
  return found.remark && result.kind === 'read' ? { ...result, remark: found.remark } : result;
}
