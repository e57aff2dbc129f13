import type { Recipe } from '../contract/index.ts';
import { refuse } from '../error/index.ts';

type Encoding = Recipe['encoding'];
/** No preset file is larger. */
export const MOST_BYTES = 4 * 1024 * 1024;
const MARK = '\uFEFF';

const two = (text: string, littleEnd: boolean): Uint8Array => {
  const bytes = new Uint8Array(2 * text.length);
  const view = new DataView(bytes.buffer);
  for (let at = 0; at < text.length; at++) view.setUint16(2 * at, text.charCodeAt(at), littleEnd);
  return bytes;
};

/** A text as the bytes of a file; UTF-16 has its mark. A sign that Latin-1 lacks is refused by its place. */
export function encoded(text: string, encoding: Encoding): Uint8Array {
  switch (encoding) {
    case 'utf-8':
      return new TextEncoder().encode(text);
    case 'utf-8 with mark':
      return new TextEncoder().encode(MARK + text);
    case 'utf-16le':
    case 'utf-16be':
      return two(MARK + text, encoding === 'utf-16le');
    case 'latin-1': {
      const at = [...text].findIndex((sign) => sign.codePointAt(0)! > 255);
      if (at >= 0) refuse('encoding', `“${[...text][at]}” cannot be encoded in Latin-1. Remove it, or choose UTF-8.`);
      return Uint8Array.from(text, (sign) => sign.charCodeAt(0));
    }
  }
}

/** Whether a text can be written in an encoding. */
export const canBeWritten = (text: string, encoding: Encoding) =>
  encoding !== 'latin-1' || ![...text].some((sign) => sign.codePointAt(0)! > 255);

/** The bytes of a file as its text, without a mark: in the recipe’s encoding, unless a mark says otherwise. */
export function decoded(bytes: Uint8Array, encoding: Encoding): { text: string; encoding: Encoding } {
  if (bytes.length > MOST_BYTES)
    refuse(
      'file-too-large',
      `A preset file can have at most ${MOST_BYTES / 1024 / 1024} MB; this has ${(bytes.length / 1024 / 1024).toFixed(1)}.`,
    );
  const [a, b, c] = bytes;
  const marked: Encoding | null =
    a === 0xef && b === 0xbb && c === 0xbf
      ? 'utf-8 with mark'
      : a === 0xff && b === 0xfe
        ? 'utf-16le'
        : a === 0xfe && b === 0xff
          ? 'utf-16be'
          : null;
  const found = marked ?? (encoding === 'utf-8 with mark' ? 'utf-8' : encoding);
  if (found === 'latin-1') {
    let text = '';
    for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
    return { text, encoding: found };
  }
  try {
    const name = found.startsWith('utf-8') ? 'utf-8' : found;
    return { text: new TextDecoder(name, { fatal: true }).decode(bytes), encoding: found };
  } catch {
    return refuse(
      'encoding',
      `This file is not encoded in ${found.toUpperCase().split(' ')[0]}. Choose the encoding that the program uses.`,
    );
  }
}
