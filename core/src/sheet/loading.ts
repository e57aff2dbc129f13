import type { Recipe } from '../contract/index.ts';

/** A sign before what is ticked when it is done. */
const BOX = '☐ ';

/** How preset files are loaded and gone back from, then what is to be done besides, each in a line of its own with a box. */
export const loadingText = (recipes: readonly Pick<Recipe, 'howToLoad' | 'howToGoBack' | 'steps'>[]) =>
  recipes.flatMap(({ howToLoad, howToGoBack, steps }) => [[howToLoad, howToGoBack].filter(Boolean).join(' '), ...steps.map((one) => BOX + one)]).filter(Boolean).join('\n'); // prettier-ignore

/** That text taken apart: what is said, and what is ticked. */
export function loadingSteps(text: string): { readonly said: readonly string[]; readonly steps: readonly string[] } {
  const lines = text.split('\n').filter(Boolean);
  return { said: lines.filter((one) => !one.startsWith(BOX)), steps: lines.flatMap((one) => (one.startsWith(BOX) ? [one.slice(BOX.length)] : [])) }; // prettier-ignore
}
