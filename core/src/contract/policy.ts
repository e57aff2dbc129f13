import { z } from 'zod';
import { MODIFIERS, type BaseModifier } from '../keys/index.ts';

const Held = z.enum(MODIFIERS.filter((name) => !/^(Left|Right)/.test(name)) as [BaseModifier, ...BaseModifier[]]);
const state = z.string().trim().max(80).default('');

/** What the app lets its users assign. */
export const Acceptance = z.strictObject({
  /** A letter, digit or sign without Ctrl, Alt or Meta. */
  bareLetters: z.boolean().default(true),
  /** A shortcut needs one of these; none needed when empty. Keys that type nothing are free of it. */
  needsOneOf: z.array(Held).max(7).default([]),
  refuses: z.array(Held).max(7).default([]),
  mostStrokes: z.int().min(1).max(5).default(5),
  mostPerCommand: z.int().min(1).max(8).default(8),
  held: z.boolean().default(true),
  twice: z.boolean().default(true),
  taps: z.boolean().default(true),
  pointer: z.boolean().default(true),
  keypad: z.boolean().default(true),
  functionKeys: z.boolean().default(true),
});
export type Acceptance = z.infer<typeof Acceptance>;

/** How the app takes keys: how it binds them, what fires when, and what it lets its users assign. */
export const KeyPolicy = z.strictObject({
  binds: z.enum(['character', 'position', 'letters']).default('character'),
  /** Its shortcuts may be letters typed in a row. */
  typedLetters: z.boolean().default(false),
  /** Milliseconds after which a begun sequence ends and what was typed so far fires; null when it waits for ever. */
  pause: z.int().min(50).max(60_000).nullable().default(null),
  /** A state the user may be in that leaves only the shortcuts of Everywhere; empty when there is none. */
  rootOnly: state,
  /** A mode that takes letters elsewhere; empty when there is none. */
  diverted: state,
  accepts: Acceptance.prefault({}),
});
export type KeyPolicy = z.infer<typeof KeyPolicy>;
