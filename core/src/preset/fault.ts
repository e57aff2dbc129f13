import type { Catalogue, Recipe } from '../contract/index.ts';
import { CribError, problem, type Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import { commandIn, readPreset, saidIn } from './read.ts';
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
  const written = [...meant.values()].some((keys) => keys.length > 0);
  if (losses && !written) return fault('preset-empty', 'none of its shortcuts is in the file.');
  if (!wellFormed(recipe, text))
    return fault('preset-malformed', `the file is not well-formed ${recipe.syntax.toUpperCase()}.`);
  const unlike = unlikeIn(recipe, bytes, meant, catalogue, platform);
  return unlike === null ? null : fault('preset-not-read-back', unlike);
}

/** What a file says otherwise than it was meant, of the first command for which it does; or why it cannot be read. */
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
  const labels = new Map(catalogue.commands.map((one) => [one.id, one.label]));
  const sorted = (list: readonly string[] | undefined) => list && [...new Set(list)].sort().join('\n');
  const unlike = [...new Set([...meant.keys(), ...said.keys()])].find(
    (key) => sorted(meant.get(key)) !== sorted(said.get(key)),
  );
  return unlike === undefined
    ? null
    : `“${labels.get(commandIn(unlike))}” would be read differently from how it was written.`;
}
