import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt);
/** OWASP’s parameters for scrypt, from memory: N = 2^17 costs 128 MB; we take 2^15 with p = 3. */
const COST = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 };

/** A password as it is stored: its parameters, a salt, and what scrypt makes of them. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const hash = await derive(password.normalize('NFKC'), salt, 32, COST);
  return ['scrypt', COST.N, COST.r, COST.p, salt.toString('base64'), hash.toString('base64')].join('$');
}

/** Whether a password is the stored one; takes as long for one that is not there at all. */
export async function checkPassword(password: string, stored: string | undefined): Promise<boolean> {
  const [, N, r, p, salt = '', hash = ''] = (
    stored ?? `scrypt$${COST.N}$${COST.r}$${COST.p}$AAAAAAAAAAAAAAAAAAAAAA==$`
  ).split('$');
  const cost = { N: Number(N), r: Number(r), p: Number(p), maxmem: COST.maxmem };
  const derived = await derive(password.normalize('NFKC'), Buffer.from(salt, 'base64'), 32, cost);
  const expected = Buffer.from(hash, 'base64');
  return expected.length === derived.length && timingSafeEqual(expected, derived);
}
