import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';
import pLimit from 'p-limit';
import { refuse } from '@crib/core/error';

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt);
/**
 * One of OWASP’s equivalent settings for scrypt, from memory: N = 2^15, r = 8, p = 3, 32 MB for each that is worked out. Tests
 * sign in hundreds of times and lower N.
 */
const COST = { N: 2 ** Number(process.env['CRIB_SCRYPT_LOG_N'] ?? 15), r: 8, p: 3, maxmem: 64 * 1024 * 1024 };

/** Two at once, whoever asks: half of the threads that Node has for such work, and 64 MB. */
const turn = pLimit(2);
/** So many may wait; at some 0.3 s each, whoever is last has waited three quarters of a minute. */
const MOST_WAITING = 300;

async function derived(password: string, salt: Buffer, length: number, cost: typeof COST): Promise<Buffer> {
  if (turn.pendingCount >= MOST_WAITING) refuse('busy', 'Sign-in is busy. Try again in a moment.');
  return turn(() => derive(password.normalize('NFKC'), salt, length, cost));
}

/** A password as it is stored: its parameters, a salt, and what scrypt makes of them. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const hash = await derived(password, salt, 32, COST);
  return ['scrypt', COST.N, COST.r, COST.p, salt.toString('base64'), hash.toString('base64')].join('$');
}

/** Whether a password is the stored one; takes as long for one that is not there at all. */
export async function checkPassword(password: string, stored: string | undefined): Promise<boolean> {
  const [, N, r, p, salt = '', hash = ''] = (
    stored ?? `scrypt$${COST.N}$${COST.r}$${COST.p}$AAAAAAAAAAAAAAAAAAAAAA==$`
  ).split('$');
  const cost = { N: Number(N), r: Number(r), p: Number(p), maxmem: COST.maxmem };
  const made = await derived(password, Buffer.from(salt, 'base64'), 32, cost);
  const expected = Buffer.from(hash, 'base64');
  return expected.length === made.length && timingSafeEqual(expected, made);
}

/** Whether what is stored was made at less than the present cost, and is better made anew. */
export const isDated = (stored: string): boolean =>
  !stored.startsWith(['scrypt', COST.N, COST.r, COST.p, ''].join('$'));
