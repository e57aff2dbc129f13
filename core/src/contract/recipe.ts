import { z } from 'zod';
import { Id, PlatformName } from './entities.ts';

const word = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[^\r\n\0]+$/, 'one line');
const textLine = z
  .string()
  .max(400)
  .regex(/^[^\r\n\0]*$/, 'one line');

/** How the keys of one platform are named in a preset file. */
const PlatformWords = z.object({
  /** Names of Ctrl, Alt, AltGr, Shift, Meta and Fn, in the order in which they are written. Others cannot be written. */
  modifiers: z.array(z.tuple([z.enum(['Ctrl', 'Alt', 'AltGr', 'Shift', 'Meta', 'Fn']), word])).max(6),
  /** Names of keys that are not written as their character: `Enter`, `[Numpad5]`, `+` … */
  keys: z.record(z.string(), word),
});

export const RECIPE_ENCODINGS = ['utf-8', 'utf-8 with mark', 'utf-16le', 'utf-16be', 'latin-1'] as const;
export const RECIPE_SYNTAXES = ['lines', 'xml', 'json'] as const;

const RecipeShape = z.object({
  name: z.string().trim().min(1).max(80),
  extension: z.string().regex(/^[a-z0-9]{1,12}$/),
  /** How the text between the records is taken apart: line by line, or as nested elements or members. */
  syntax: z.enum(RECIPE_SYNTAXES),
  encoding: z.enum(RECIPE_ENCODINGS).default('utf-8'),
  lineEnd: z.enum(['\n', '\r\n']),
  /** The file holds what the keyset changes, or every binding. */
  scope: z.enum(['changes', 'all']).default('changes'),
  /** Lines before and after the records; `{keyset}`, `{edition}`, `{release}`, `{platform}` are filled in. */
  header: z.array(textLine).max(40),
  footer: z.array(textLine).max(40),
  /** Lines around the records of one context, with `{context}`; null where records stand side by side. */
  group: z
    .object({ open: textLine.min(1), close: textLine })
    .nullable()
    .default(null),
  /** One binding: `{command}` (or `{label}`), `{keys}` and `{context}` are filled in; an argument has `{argument}`, and `{other}` is not looked at. */
  record: textLine.min(1),
  /** A binding of a command with a value, where the format tells them apart. */
  argument: textLine.nullable().default(null),
  /** A command that the preset leaves without a key; null when the format cannot say that. */
  noKey: textLine.nullable(),
  /** What is written where a template has `{other}`. */
  other: z
    .string()
    .max(60)
    .regex(/^[^\r\n\0]*$/)
    .default('-'),
  /** What stands between two records. */
  between: z.string().max(3).default(''),
  /** Several blanks or tabs in a line are read as one blank: columns are filled up with them. */
  blanks: z.boolean().default(false),
  /** What a line begins with that is no record. */
  comment: z.string().max(8).nullable().default(null),
  joiner: z.string().max(3),
  /** What parts the strokes of a sequence; null when the format has none. */
  sequence: z.string().min(1).max(8).nullable(),
  /** What parts several shortcuts of a command; null when each has a record of its own. */
  several: z.string().min(1).max(8).nullable().default(null),
  letters: z.enum(['capitals', 'small']),
  /** What contexts are called in the file; others cannot be written. */
  contexts: z.record(z.string(), word),
  /** Words before a held or doubled shortcut; null when the format has none. */
  manners: z.object({ held: word.nullable(), twice: word.nullable() }),
  /** Names of pointer actions; others cannot be written. */
  pointers: z.record(z.string(), word),
  platforms: z.record(PlatformName, PlatformWords),
  /** How a learner loads the file, and how they go back. */
  howToLoad: z.string().max(2000),
  howToGoBack: z.string().max(2000).default(''),
  /** What is to be done besides: a script to copy, settings that must agree, what the file does not hold. */
  steps: z.array(textLine.min(1)).max(20).default([]),
});

/** A preset file format as data: one description that writes the file and reads it. */
export const Recipe = z.preprocess((stored) => {
  // As it was kept before there were other forms.
  if (stored === null || typeof stored !== 'object' || !('kind' in stored)) return stored;
  const { kind: _kind, ...rest } = stored;
  return { syntax: 'lines', ...rest };
}, RecipeShape);
export type Recipe = z.infer<typeof RecipeShape>;

/** A recipe as it is kept. */
export const KeptRecipe = z.object({ id: Id, revision: Id, recipe: Recipe });
export type KeptRecipe = z.infer<typeof KeptRecipe>;
export const SentRecipe = z.strictObject({ revision: Id, recipe: Recipe });
/** The recipe as a JSON Schema (2020-12), for who writes one elsewhere. */
export const recipeSchema = () => ({
  ...z.toJSONSchema(RecipeShape, { io: 'input' }),
  title: 'Crib preset format',
});
