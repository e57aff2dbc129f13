import { z } from 'zod';
import { readStored } from '../keys/index.ts';
import { COMMAND_FIELDS, DETAIL_FIELDS, SHIPPED_FIELDS, blankOf, shapeOf } from './fields.ts';
import { KeyPolicy } from './policy.ts';
import { line, name, prose } from './texts.ts';

/** A number the database gave. */
export const Id = z.int().positive();
/** The last part of an address: small letters, digits and hyphens. */
export const Slug = z
  .string()
  .max(60)
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, 'lower-case letters and digits, separated by single hyphens');
export const PlatformName = z
  .string()
  .max(30)
  .regex(/^[a-z0-9]+$/, 'lower-case letters and digits');
const Platforms = z
  .array(PlatformName)
  .min(1)
  .max(8)
  .refine((list) => new Set(list).size === list.length, 'each platform only once');
/** A shortcut in Crib's stored form. */
export const StoredShortcut = z
  .string()
  .max(200)
  .refine((text) => !('code' in readStored(text)), 'not a shortcut in stored form');

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
  /** The command that opens the program’s list of keys, by its id there. */
  keysCommand: line(120).default(''),
  /** Where the program shows a key: at the tool, in the menu, on hovering. */
  keysShown: line(240).default(''),
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
  /** Point builds and product tiers, where they matter. */
  builds: z.array(name(40)).max(40).default([]),
  tiers: z.array(name(40)).max(20).default([]),
  /** How it takes keys, where that is otherwise than in the releases that say nothing of their own. */
  keyPolicy: KeyPolicy.nullable().default(null),
});
export type Release = z.infer<typeof Release>;

/** A place where a shortcut works; the one without a parent is Everywhere. */
export const Context = z.object({
  id: Id,
  parent: Id.nullable(),
  name: name(200),
  position: z.int(),
  /** Typing there goes into text or a field. */
  takesText: z.boolean(),
  /** Contexts active together with this one; `first` says which of the two answers first, null when that is not stated. */
  together: z.array(z.object({ context: Id, first: z.boolean().nullable() })).default([]),
});
export type Context = z.infer<typeof Context>;

export const CommandDetails = z.object(shapeOf(DETAIL_FIELDS));
export type CommandDetails = z.infer<typeof CommandDetails>;

/** What a release ships of a command besides its shortcuts. */
export const ShippedWords = z.object(shapeOf(SHIPPED_FIELDS));
/** What a command is in one release. */
export const CommandWords = ShippedWords.extend(CommandDetails.shape);
export type CommandWords = z.infer<typeof CommandWords>;

/** A language tag (BCP 47). */
export const LanguageTag = z
  .string()
  .max(35)
  .regex(/^[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*$/, 'must be a language tag such as de or pt-BR');

/** What a command is called on one platform, or in one interface language; what is left empty is as everywhere. */
export const Wording = z.object({
  platform: PlatformName.nullable(),
  /** Null for the catalogue's own language. */
  language: LanguageTag.nullable(),
  label: line(120),
  menu: line(240),
  category: line(120),
  description: prose(2000),
  otherNames: z.array(name(120)).max(20),
});
export type Wording = z.infer<typeof Wording>;

/** `name` is what the program itself calls the command, or what Crib made of its first label. */
export const CommandName = z.string().min(1).max(120).regex(/^\S+$/, 'no white space');
export const Command = CommandWords.extend({
  id: Id,
  name: CommandName,
  /** Where it is at home when no shortcut says otherwise. */
  home: Id,
  /** Words that differ on a platform or in an interface language. */
  wordings: z.array(Wording).default([]),
  /** Names it had before it was merged with another. */
  aliases: z.array(CommandName).default([]),
});
export type Command = z.infer<typeof Command>;

/** Where a statement comes from. */
export const Provenance = z.object({
  kind: z.enum(['tried', 'document', 'list', 'guess']),
  source: line(240),
  who: line(120),
  on: z.iso.date().nullable(),
  build: line(60).default(''),
  platform: PlatformName.nullable().default(null),
});
export type Provenance = z.infer<typeof Provenance>;

/** One shipped shortcut of a command, in all contexts it is stated for; platform null is all platforms. */
export const Binding = z.object({
  id: Id,
  command: Id,
  contexts: z.array(Id).min(1),
  platform: PlatformName.nullable(),
  /** The interface language it belongs to, as access keys do; null for all. */
  language: LanguageTag.nullable().default(null),
  shortcut: StoredShortcut,
  note: line(240),
  memoryAid: line(240),
  provenance: Provenance,
  /** Who has tried it in the program since, on which platform and build. */
  trials: z.array(z.object({ platform: PlatformName, who: line(120), on: z.iso.date(), build: line(60) })).default([]),
});
export type Binding = z.infer<typeof Binding>;

export const EDIT_ACTIONS = ['set', 'add', 'clear', 'block', 'put back'] as const;
export type EditAction = (typeof EDIT_ACTIONS)[number];

/** Where an edit stands: one for each command, context and platform (null: all) in a layer. */
export const EditPlace = z.object({ command: Id, context: Id, platform: PlatformName.nullable() });
export type EditPlace = z.infer<typeof EditPlace>;

/**
 * What a custom keyset does at a place; `set` and `add` name the command’s shortcuts, `clear` none, and `block` those that
 * are to do nothing there, though a wider place has them.
 */
export const Edit = EditPlace.extend({
  action: z.enum(EDIT_ACTIONS),
  shortcuts: z.array(StoredShortcut).max(8),
  reason: prose(1000),
  memoryAid: line(240),
  /** Where the command is a slot, what is put into it; itself where that is nothing. Not said: as below. */
  holds: Id.optional(),
});
export type Edit = z.infer<typeof Edit>;

const KeysetFacts = z.object({
  id: Id,
  appId: Id,
  name: name(80),
  note: prose(1000),
  revision: z.int().positive(),
  /** The editor it belongs to, who alone changes it; null for the school’s. */
  owner: z
    .object({ id: Id, name: line(120) })
    .nullable()
    .default(null),
  /** Who made it: they, and owners of the workspace, say whose it is, and whether it is locked. */
  madeBy: Id.nullable().optional(),
  /** Nobody changes it. */
  locked: z.boolean().optional(),
});

/** What was found wrong about a sealed release: appended, never taken back; it stands in place of what was shipped. */
export const Correction = EditPlace.extend({
  id: Id,
  on: z.iso.date(),
  who: line(120),
  reason: prose(1000).min(1),
  old: z.array(StoredShortcut).max(8),
  now: z.array(StoredShortcut).max(8),
});
export type Correction = z.infer<typeof Correction>;

/** What a release comes with. */
export const ShippedKeyset = KeysetFacts.extend({
  kind: z.literal('shipped'),
  releaseId: Id,
  isDefault: z.boolean(),
  /** The release of an app whose keys it imitates. */
  imitates: Id.nullable().default(null),
  bindings: z.array(Binding),
  corrections: z.array(Correction).default([]),
});
export type ShippedKeyset = z.infer<typeof ShippedKeyset>;

/** An edit that waits for a decision since its keyset was carried forward. */
export const OpenEdit = z.object({
  position: z.int().min(0),
  /** What it was about, in the words of the release it comes from. */
  command: z.string(),
  where: z.string(),
  platform: PlatformName.nullable(),
  action: Edit.shape.action,
  shortcuts: Edit.shape.shortcuts,
  reason: Edit.shape.reason,
  why: line(1000),
});
export type OpenEdit = z.infer<typeof OpenEdit>;

/** Edits over a base. */
export const CustomKeyset = KeysetFacts.extend({
  kind: z.literal('custom'),
  baseId: Id,
  /** The keyset of an earlier release that it was carried from. */
  carriedFrom: Id.nullable().default(null),
  /** What nobody has decided yet of what it was carried from. */
  open: z.array(OpenEdit).default([]),
  edits: z.array(Edit),
});
export type CustomKeyset = z.infer<typeof CustomKeyset>;
export const Keyset = z.discriminatedUnion('kind', [ShippedKeyset, CustomKeyset]);
export type Keyset = z.infer<typeof Keyset>;

export const GROUP_KINDS = ['pair', 'family', 'slots', 'ways', 'chooser'] as const;

/**
 * Commands that belong together: two opposite ones, commands numbered or ordered alike, positions that own a key,
 * several ways to one goal.
 */
export const CommandGroup = z.object({
  id: Id,
  kind: z.enum(GROUP_KINDS),
  name: name(120),
  /** In order. */
  members: z.array(Id).max(100),
  /** The family that is numbered alongside: store n and recall n. */
  twin: Id.nullable(),
  /** Of ways to one goal, the command that the trainer advises, and why; of a chooser, what decides between its commands. */
  advised: Id.nullable().default(null),
  because: prose(500).default(''),
});
export type CommandGroup = z.infer<typeof CommandGroup>;

/** Commands in the order a task uses them; one may come several times. */
export const Run = z.object({ id: Id, name: name(120), steps: z.array(Id).max(2000) });
export type Run = z.infer<typeof Run>;

export const USE_CLASSES = ['rarely', 'weekly', 'daily'] as const;
export type UseClass = (typeof USE_CLASSES)[number];

/** How often a command is used, as one source has it: a count a working day, or a class. */
export const Use = z.object({
  command: Id,
  source: name(120),
  perDay: z.number().min(0).max(100_000).nullable(),
  often: z.enum(USE_CLASSES).nullable(),
});
export type Use = z.infer<typeof Use>;

/** A press that the operating system or another taker keeps. */
export const SystemKey = z.object({
  platform: PlatformName,
  shortcut: StoredShortcut,
  taker: line(120).min(1),
  /** No program can get it. */
  hard: z.boolean(),
  source: line(240).min(1),
});
export type SystemKey = z.infer<typeof SystemKey>;

/** What else was found wrong about a sealed release: what stood there, what stands there now, when and why. */
export const FactCorrection = z.object({
  id: Id,
  what: z.enum(['command', 'place', 'policy', 'default']),
  /** The command or the place; null for the policy and the default keyset. */
  subject: Id.nullable(),
  field: z.string(),
  on: z.iso.date(),
  who: line(120),
  reason: prose(1000).min(1),
  old: z.unknown(),
  now: z.unknown(),
});
export type FactCorrection = z.infer<typeof FactCorrection>;

/** A release with all that is catalogued of it. */
export const Catalogue = z.object({
  app: App,
  release: Release,
  contexts: z.array(Context),
  commands: z.array(Command),
  keysets: z.array(Keyset),
  groups: z.array(CommandGroup).default([]),
  runs: z.array(Run).default([]),
  uses: z.array(Use).default([]),
  /** Presses that other takers keep, as this workplace has them. */
  systemKeys: z.array(SystemKey).default([]),
  /** Corrections of what a sealed release says besides its shortcuts, the oldest first. */
  corrected: z.array(FactCorrection).default([]),
});
export type Catalogue = z.infer<typeof Catalogue>;

/** Words of a command that nothing is said of yet. */
export const PLAIN_WORDS: CommandWords = blankOf(COMMAND_FIELDS);
