import { Recipe } from '../contract/index.ts';
import { problem, refuse, refuseAny } from '../error/index.ts';

const MOST_FAULTS = 5;

/** A recipe from the JSON it is written in; refuses with what is wrong with it and where, five faults at the most. */
export function recipeFrom(text: string): Recipe {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    refuse('no-json', `This is not valid JSON: ${(error as Error).message}.`);
  }
  const found = Recipe.safeParse(value);
  const faults = found.error?.issues ?? [];
  refuseAny(
    faults.map(({ path, message }) =>
      problem('bad-recipe', `${path.join(' › ') || 'The preset format'}: ${message}.`, { path: path.join('/') }),
    ),
    MOST_FAULTS,
  );
  return found.data!;
}
