import type { Catalogue, Recipe } from '../contract/index.ts';
import { CribError, problem, type Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import { readPreset, saidIn } from './read.ts';
import { wellFormed } from './well-formed.ts';

interface Written {
  readonly text: string;
  readonly bytes: Uint8Array;
  /** What was written of each command in each place, by `presetKey`. */
  readonly meant: ReadonlyMap<string, readonly string[]>;
  /** How much could not be written. */
  readonly losses: number;
}

/** Why a preset file may not be handed out, or null: the file is read as a program would read it, and compared. */
export function presetFault(
  recipe: Recipe,
  { text, bytes, meant, losses }: Written,
  catalogue: Catalogue,
  platform: Platform,
): Problem | null {
  const fault = (code: string, sentence: string) =>
    problem(
      code,
      `The format “${recipe.name}” cannot write this keyset: ${sentence} Correct the format, then try again.`,
    );
  if (meant.size === 0) return losses ? fault('preset-empty', 'not one of its shortcuts is in the file.') : null;
  if (!wellFormed(recipe, text))
    return fault('preset-malformed', `the file is not well-formed ${recipe.syntax.toUpperCase()}.`);
  const unlike = unlikeIn(recipe, bytes, meant, catalogue, platform);
  if (unlike === null) return null;
  const label = catalogue.commands.find((one) => one.id === Number(unlike.split(' ')[0]))?.label;
  return fault('preset-not-read-back', label ? `“${label}” does not read back as it was written.` : `${unlike}`);
}

/** The first command and place that a file says something else of than was meant; or why it cannot be read. */
function unlikeIn(
  recipe: Recipe,
  bytes: Uint8Array,
  meant: Written['meant'],
  catalogue: Catalogue,
  platform: Platform,
): string | null {
  let said: ReadonlyMap<string, readonly string[]>;
  try {
    said = saidIn(readPreset(recipe, bytes, catalogue, platform));
  } catch (error) {
    if (error instanceof CribError) return error.message;
    throw error;
  }
  const sorted = (list: readonly string[] | undefined) => list && [...new Set(list)].sort().join('\n');
  for (const key of new Set([...meant.keys(), ...said.keys()]))
    if (sorted(meant.get(key)) !== sorted(said.get(key))) return key;
  return null;
}
