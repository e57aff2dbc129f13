import { randomBytes } from 'node:crypto';

/**
 * An address that nobody guesses and anybody can read out: 64 random bits as four proquints, five-letter syllables
 * that stand for 16 bits each (D. S. Wilkerson, “A Proposal for Proquints”, 2009; from memory).
 */
export function newAddress(bytes: Buffer = randomBytes(8)): string {
  return Array.from({ length: bytes.length / 2 }, (_, i) => proquint(bytes.readUInt16BE(2 * i))).join('-');
}

const CONSONANTS = 'bdfghjklmnprstvz';
const VOWELS = 'aiou';

function proquint(word: number): string {
  const part = (letters: string, shift: number) => letters[(word >> shift) & (letters.length - 1)]!;
  return part(CONSONANTS, 12) + part(VOWELS, 10) + part(CONSONANTS, 6) + part(VOWELS, 4) + part(CONSONANTS, 0);
}

/** The readable part of an address. */
export function slugOf(title: string): string {
  const plain = title
    .normalize('NFKD')
    .toLowerCase()
    .replace(/['’]/g, '')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return plain.slice(0, 60).replace(/-$/, '') || 'sheet';
}
