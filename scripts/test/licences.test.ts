import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { mayBeHere, packages, page, unlocked } from '../licences.mjs';

it('every package is permissive, listed in the docs, and locked with a checksum', () => {
  const all = packages();
  expect(all.length).toBeGreaterThan(500);
  expect(all.filter((one) => !mayBeHere(one)).map((one) => `${one.name}: ${one.licence}`)).toEqual([]);
  expect(mayBeHere({ name: 'x', version: '1', licence: 'GPL-3.0', handedOut: false })).toBe(false);
  expect(mayBeHere({ name: 'x', version: '1', licence: '(MIT AND GPL-3.0)', handedOut: false })).toBe(false);
  expect(unlocked()).toEqual([]);
  const written = readFileSync(new URL('../../docs/licences.md', import.meta.url), 'utf8');
  expect(written, 'Run npm run licences.').toBe(page());
});
