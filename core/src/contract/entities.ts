import { z } from 'zod';
import { readStored } from '../keys/index.ts';

/** A number the database gave. */
export const Id = z.int().positive();
const line = (most: number) =>
  z
    .string()
    .trim()
    .max(most)
    .regex(/^[^\p{Cc}]*$/u, 'must be one line without control characters');
const name = (most: number) => line(most).min(1);
const prose = (most: number) =>
  z
    .string()
    .trim()
    .max(most)
    .regex(/^[^\0]*$/, 'must not hold NUL');

/** The last part of an address: small letters, digits and hyphens. */
export const Slug = z
  .string()
  .max(60)
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'small letters and digits, parted by single hyphens');
export const PlatformName = z
  .string()
  .max(30)
  .regex(/^[a-z0-9]+$/, 'small letters and digits');
const Platforms = z
  .array(PlatformName)
  .min(1)
  .max(8)
  .refine((list) => new Set(list).size === list.length, 'each platform once');
/** A shortcut in Crib's stored form. */
export const StoredShortcut = z
  .string()
  .max(200)
  .refine((text) => !('code' in readStored(text)), 'not a shortcut in the stored form');

/** How the app binds a pressed key, and whether its shortcuts may be letters typed in a row. */
export const KeyPolicy = z.strictObject({
  binds: z.enum(['character', 'position', 'letters']).default('character'),
  typedLetters: z.boolean().default(false),
});
export type KeyPolicy = z.infer<typeof KeyPolicy>;

export const App = z.object({
  id: Id,
  slug: Slug,
  name: name(80),
  /** Taught here, or one that learners come from. */
  role: z.enum(['taught', 'source']),
  platforms: Platforms,
  keyPolicy: KeyPolicy,
  /** How keys are changed in it, in words. */
  howToChange: prose(2000),
});
export type App = z.infer<typeof App>;

export const Release = z.object({
  id: Id,
  appId: Id,
  label: name(40),
  releasedOn: z.iso.date().nullable(),
  position: z.int().positive(),
  platforms: Platforms,
  /** When it was sealed; null while it is open. */
  sealedAt: z.string().nullable(),
});
export type Release = z.infer<typeof Release>;

/** A place where a shortcut works; the one without a parent is Everywhere. */
export const Context = z.object({
  id: Id,
  parent: Id.nullable(),
  name: name(80),
  position: z.int(),
  takesText: z.boolean(),
});
export type Context = z.infer<typeof Context>;

export const PRESS_EFFECTS = ['once', 'toggles', 'cycles', 'nth press', 'steps'] as const;

/** What a command is in one release. */
export const CommandWords = z.object({
  label: name(120),
  menu: line(240),
  category: line(120),
  description: prose(2000),
  otherNames: z.array(name(120)).max(20),
  fixed: z.boolean(),
  hidden: z.boolean(),
  destructive: z.boolean(),
  parameterised: z.boolean(),
  scripted: z.boolean(),
  onePress: z.enum(PRESS_EFFECTS),
  needs: line(240),
  then: line(240),
});
export type CommandWords = z.infer<typeof CommandWords>;

/** `name` is what the program itself calls the command, or what Crib made of its first label. */
export const CommandName = z.string().min(1).max(120).regex(/^\S+$/, 'no white space');
export const Command = CommandWords.extend({
  id: Id,
  name: CommandName,
  /** Where it is at home when no shortcut says otherwise. */
  home: Id,
});
export type Command = z.infer<typeof Command>;

/** Where a statement comes from. */
export const Provenance = z.object({
  kind: z.enum(['tried', 'document', 'list', 'guess']),
  source: line(240),
  who: line(120),
  on: z.iso.date().nullable(),
});
export type Provenance = z.infer<typeof Provenance>;

/** One shipped shortcut of a command, in all contexts it is stated for; platform null is all platforms. */
export const Binding = z.object({
  id: Id,
  command: Id,
  contexts: z.array(Id).min(1),
  platform: PlatformName.nullable(),
  shortcut: StoredShortcut,
  note: line(240),
  memoryAid: line(240),
  provenance: Provenance,
});
export type Binding = z.infer<typeof Binding>;

export const EDIT_ACTIONS = ['set', 'add', 'clear', 'put back'] as const;
export type EditAction = (typeof EDIT_ACTIONS)[number];

/** Where an edit stands: one for each command, context and platform (null: all) in a layer. */
export const EditPlace = z.object({ command: Id, context: Id, platform: PlatformName.nullable() });
export type EditPlace = z.infer<typeof EditPlace>;

/** What a custom keyset does at a place; `set` and `add` name shortcuts, `clear` none. */
export const Edit = EditPlace.extend({
  action: z.enum(EDIT_ACTIONS),
  shortcuts: z.array(StoredShortcut).max(8),
  reason: prose(1000),
  memoryAid: line(240),
});
export type Edit = z.infer<typeof Edit>;

const KeysetFacts = z.object({
  id: Id,
  appId: Id,
  name: name(80),
  note: prose(1000),
  revision: z.int().positive(),
});

/** What a release comes with. */
export const ShippedKeyset = KeysetFacts.extend({
  kind: z.literal('shipped'),
  releaseId: Id,
  isDefault: z.boolean(),
  bindings: z.array(Binding),
});
export type ShippedKeyset = z.infer<typeof ShippedKeyset>;

/** Edits over a base. */
export const CustomKeyset = KeysetFacts.extend({
  kind: z.literal('custom'),
  baseId: Id,
  edits: z.array(Edit),
});
export type CustomKeyset = z.infer<typeof CustomKeyset>;
export const Keyset = z.discriminatedUnion('kind', [ShippedKeyset, CustomKeyset]);
export type Keyset = z.infer<typeof Keyset>;

/** A release with all that is catalogued of it. */
export const Catalogue = z.object({
  app: App,
  release: Release,
  contexts: z.array(Context),
  commands: z.array(Command),
  keysets: z.array(Keyset),
});
export type Catalogue = z.infer<typeof Catalogue>;

/** Words of a command that nothing is said of yet. */
export const PLAIN_WORDS: CommandWords = {
  label: '',
  menu: '',
  category: '',
  description: '',
  otherNames: [],
  fixed: false,
  hidden: false,
  destructive: false,
  parameterised: false,
  scripted: false,
  onePress: 'once',
  needs: '',
  then: '',
};
