/**
 * How many random worlds a test looks at: a short number in `npm test`, the long one in `npm run deep`. The seed is one for
 * the whole run; `CRIB_SEED` repeats one that was printed.
 */
export const DEEP = process.env['CRIB_DEEP'] === '1';
export const SEED = Number(process.env['CRIB_SEED'] ?? Date.now() % 2 ** 31);
const SHORTER = 8;

/** The runs of a property: `long` of them in `npm run deep`, else an eighth, but not under twenty. */
export const runs = (long: number) => ({
  numRuns: DEEP ? long : Math.max(Math.min(long, 20), Math.ceil(long / SHORTER)),
  seed: SEED,
});

/** How often something must have been met over the long number of runs; what is rare is asked of that number alone. */
export const met = (long: number) => (DEEP ? long : long < 50 ? -1 : Math.floor(long / SHORTER / 4));
