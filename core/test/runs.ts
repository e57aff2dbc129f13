/**
 * How many random cases a test looks at: few in `npm test`, all of them in `npm run deep`. One seed serves the whole run;
 * `CRIB_SEED` repeats one that was printed.
 */
export const DEEP = process.env['CRIB_DEEP'] === '1';
export const SEED = Number(process.env['CRIB_SEED'] ?? Date.now() % 2 ** 31);
const SHORTER = 8;

/**
 * The runs of a property: `long` of them in `npm run deep`, otherwise one in `shorter`, but at least twenty. A property that
 * counts something rare is shortened less, so that the rare thing still occurs.
 */
export const runs = (long: number, shorter = SHORTER) => ({
  numRuns: DEEP ? long : Math.max(Math.min(long, 20), Math.ceil(long / shorter)),
  seed: SEED,
});

/** What a count must exceed that exceeds `long` in the long run: less in a short one, but never nothing. */
export const met = (long: number) => (DEEP ? long : Math.floor(long / SHORTER / 4));
