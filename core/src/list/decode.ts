import { problem, type Problem } from '../error/index.ts';

/** No list is larger than this. */
export const MOST_BYTES = 10 * 1024 * 1024;

/** What is said of a file over the size. */
export function tooLarge(size: number): Problem {
  const megabytes = (size / 1024 / 1024).toFixed(1);
  return problem('file-too-large', `The file has ${megabytes} MB; the limit is 10 MB. Split it into several lists.`);
}

/** The text of a file: UTF-8, or UTF-16 with its byte order mark. Nothing is replaced: what is no text is refused. */
export function decodeText(bytes: Uint8Array): { text: string; encoding: string } | Problem {
  if (bytes.length === 0) return problem('empty-file', 'The file is empty. Choose the file with the list.');
  if (bytes.length > MOST_BYTES) return tooLarge(bytes.length);
  const encoding =
    bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : 'utf-8';
  let text: string;
  try {
    text = new TextDecoder(encoding, { fatal: true }).decode(bytes);
  } catch {
    return problem(
      'not-text',
      `The file is not text in ${encoding.toUpperCase()}. Save it as CSV in UTF-8 and try again.`,
    );
  }
  return checkText(text) ?? { text, encoding: encoding.toUpperCase() };
}

/** What is wrong with a pasted or decoded text as a whole, or null. */
export function checkText(text: string): Problem | null {
  if (text.trim() === '') return problem('empty-file', 'The list is empty. Paste or choose a list.');
  const nul = text.indexOf('\0');
  if (nul < 0) return null;
  const line = text.slice(0, nul).split(/\r\n|\r|\n/).length;
  return problem(
    'nul-byte',
    `Line ${line} contains a NUL character, so this is not a text file. Save the list as CSV in UTF-8.`,
    {
      line,
    },
  );
}
