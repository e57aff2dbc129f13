import type { Recipe } from '../../contract/index.ts';

/** A sign before what is ticked when it is done. */
const BOX = '☐ ';
/** A sign before how to go back: another thing, and not the next step. */
const BACK = '↶ ';

/**
 * How preset files are loaded, then what is to be done besides, each in a line of its own with a box, and last how to go back
 * to what there was before: whoever does one line after the other undoes nothing.
 */
export function loadingText(recipes: readonly Pick<Recipe, 'howToLoad' | 'howToGoBack' | 'steps'>[]): string {
  const lines = (text: string) => text.split('\n').filter(Boolean);
  return [
    ...recipes.flatMap(({ howToLoad, steps }) => [...lines(howToLoad), ...steps.map((one) => BOX + one)]),
    ...new Set(recipes.flatMap(({ howToGoBack }) => lines(howToGoBack).map((one) => BACK + one))),
  ].join('\n');
}

/** That text taken apart: what is said, what is ticked, and how to go back. */
export interface Loading {
  readonly said: readonly string[];
  readonly steps: readonly string[];
  readonly back: readonly string[];
}
export function loadingSteps(text: string): Loading {
  const lines = text.split('\n').filter(Boolean);
  const behind = (sign: string) => lines.flatMap((one) => (one.startsWith(sign) ? [one.slice(sign.length)] : []));
  const said = lines.filter((one) => !one.startsWith(BOX) && !one.startsWith(BACK));
  return { said, steps: behind(BOX), back: behind(BACK) };
}
