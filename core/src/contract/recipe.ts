import { z } from 'zod';
import { PlatformName } from './entities.ts';

const word = z
  .string()
  .min(1)
  .max(60)
  .regex(/^[^\s\0]+$/, 'one word');
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

/** A preset file format of text records: enough to write the file. */
export const Recipe = z.object({
  kind: z.literal('text records'),
  name: z.string().trim().min(1).max(80),
  extension: z.string().regex(/^[a-z0-9]{1,12}$/),
  lineEnd: z.enum(['\n', '\r\n']),
  /** Lines before and after the records; `{keyset}`, `{edition}`, `{release}`, `{platform}` are filled in. */
  header: z.array(textLine).max(20),
  footer: z.array(textLine).max(20),
  /** One binding; `{command}`, `{keys}` and `{context}` are filled in. */
  record: textLine,
  /** A command that the preset leaves without a key; null when the format cannot say that. */
  noKey: textLine.nullable(),
  joiner: z.string().max(3),
  /** What parts the strokes of a sequence; null when the format has none. */
  sequence: z.string().min(1).max(8).nullable(),
  letters: z.enum(['capitals', 'small']),
  /** What contexts are called in the file; others cannot be written. */
  contexts: z.record(z.string(), word),
  /** Words before a held or doubled shortcut; null when the format has none. */
  manners: z.object({ held: word.nullable(), twice: word.nullable() }),
  /** Names of pointer actions; others cannot be written. */
  pointers: z.record(z.string(), word),
  platforms: z.record(PlatformName, PlatformWords),
  /** How a learner loads the file. */
  howToLoad: z.string().max(2000),
});
export type Recipe = z.infer<typeof Recipe>;
