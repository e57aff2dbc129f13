import { z } from 'zod';
import { EditionLanguage } from './language.ts';
import { Id, PlatformName, StoredShortcut } from './entities.ts';
import { ChangesBody } from './releases.ts';

const line = (most: number) => z.string().trim().max(most);
const prose = z.string().trim().max(1000);

/** Where a row is taught: a page of a course, and how long it takes. */
export const Lesson = z.object({
  title: line(120).min(1),
  address: z.url({ protocol: /^https?$/ }).max(500),
  minutes: z.int().min(1).max(600).nullable(),
});
export type Lesson = z.infer<typeof Lesson>;

/** A row of a sheet: a command, and what the trainer says of it. */
export const SheetRow = z.object({ command: Id, note: line(240), lesson: Lesson.nullable().default(null) });
export type SheetRow = z.infer<typeof SheetRow>;

/** What fills a section by itself, from the catalogue as it is when the sheet is made. */
export const SheetRule = z.discriminatedUnion('by', [
  z.strictObject({ by: z.literal('category'), category: line(120) }),
  z.strictObject({ by: z.literal('place'), context: Id }),
  /** The steps of a run in their order, repeats among them. */
  z.strictObject({ by: z.literal('run'), run: Id }),
  /** Commands whose shipped keys are others than in the release before, and new ones with keys. */
  z.strictObject({ by: z.literal('changed') }),
  /** All edits of the keyset, with their reasons. */
  z.strictObject({ by: z.literal('edits') }),
  /** Edits of the keyset since the last edition of the sheet. */
  z.strictObject({ by: z.literal('edits since') }),
  z.strictObject({ by: z.literal('used'), most: z.int().min(1).max(100) }),
  /** One key with everything that is held with it. */
  z.strictObject({ by: z.literal('key'), key: line(40).min(1) }),
  z.strictObject({ by: z.literal('fixed') }),
  /** What gets one out: help, undo, leaving, and the list of keys. */
  z.strictObject({ by: z.literal('stuck') }),
  /** What answers to the commands of another program, the most used first. */
  z.strictObject({ by: z.literal('coming'), crosswalk: Id }),
]);
export type SheetRule = z.infer<typeof SheetRule>;

/** A drawing that stands in a section in place of rows: where used keys lie, or what is free near the hands. */
export const SheetFigure = z.strictObject({
  of: z.enum(['reach', 'room']),
  layout: line(40).default('us'),
  /** In which place; the outermost where none is named. */
  context: Id.nullable().default(null),
});
export type SheetFigure = z.infer<typeof SheetFigure>;

export const SHEET_ORDERS = ['given', 'menu', 'category', 'alphabet', 'key'] as const;
export const SheetSection = z.object({
  title: line(120),
  /** What fills it; then `rows` are pinned: they stand first. */
  rule: SheetRule.nullable().default(null),
  sort: z.enum(SHEET_ORDERS).default('given'),
  figure: SheetFigure.nullable().default(null),
  rows: z.array(SheetRow).max(300),
  /** Commands that the rule gives and the trainer does not want. */
  leftOut: z.array(Id).max(300).default([]),
});
export type SheetSection = z.infer<typeof SheetSection>;

export const SHEET_PAPERS = ['a4', 'letter', 'a3', 'pocket'] as const;
export const ROW_PARTS = [
  'place',
  'menu',
  'note',
  'memory aid',
  'origin',
  'needs',
  'then',
  'sign',
  'states',
  'advice',
  'lesson',
  'reason',
] as const;
/** How a sheet is set. */
export const SheetLook = z.object({
  paper: z.enum(SHEET_PAPERS).default('a4'),
  landscape: z.boolean().default(false),
  columns: z.int().min(1).max(5).default(3),
  /** It may take so many pages. */
  pages: z.int().min(1).max(12).default(1),
  /** From how far it is read, in cm: the type is no smaller than that allows; null where nobody says. */
  distance: z.int().min(20).max(600).nullable().default(null),
  /** Set for readers who need large print. */
  largePrint: z.boolean().default(false),
  /** What a row says besides its keys and its name. */
  parts: z.array(z.enum(ROW_PARTS)).default(['note', 'memory aid', 'reason']),
  /** All platforms side by side, or one at a time. */
  sideBySide: z.boolean().default(false),
  /** A box to tick before each row. */
  ticks: z.boolean().default(false),
  /** Three boxes before each row: I use it, I mean to learn it, not for me. */
  marks: z.boolean().default(false),
  /** Its address as a code that a telephone reads. */
  code: z.boolean().default(true),
  /** What the signs of the modifiers mean. */
  legend: z.boolean().default(false),
  /** Strips to lay above keys, and labels for keycaps, for a keyboard and a layout. */
  strips: z
    .object({ board: line(40), layout: line(40) })
    .nullable()
    .default(null),
  /** What is new since the last edition stands out. */
  marksNew: z.boolean().default(false),
});
export type SheetLook = z.infer<typeof SheetLook>;

/** A composed sheet: sections of commands, shown with the keys of one keyset. */
export const Sheet = z.object({
  id: Id,
  appId: Id,
  keysetId: Id,
  title: line(120).min(1),
  intro: prose,
  credit: line(240),
  /** What learners may do with it. */
  terms: line(240).default(''),
  /** That it is not the maker’s. */
  independence: line(240).default(''),
  look: z.preprocess((look) => look ?? {}, SheetLook),
  language: EditionLanguage,
  revision: Id,
  sections: z.array(SheetSection).max(40),
});
export type Sheet = z.infer<typeof Sheet>;

/** A row of a published sheet: complete in itself. */
export const EditionRow = z.object({
  command: z.string(),
  label: z.string(),
  menu: z.string(),
  /** Shortcuts by platform in the stored form, the main one first. */
  keys: z.record(PlatformName, z.array(StoredShortcut)),
  /** Shortcuts as shipped, where they differ from `keys`. */
  shipped: z.record(PlatformName, z.array(StoredShortcut)),
  contexts: z.array(z.string()),
  note: z.string(),
  memoryAid: z.string(),
  fixed: z.boolean(),
  category: z.string().default(''),
  needs: z.string().default(''),
  then: z.string().default(''),
  sign: z.string().default(''),
  /** What it goes through, or what each press does. */
  states: z.array(z.string()).default([]),
  /** Why this way is advised among several. */
  advice: z.string().default(''),
  /** Why the keyset has other keys than shipped. */
  reason: z.string().default(''),
  lesson: Lesson.nullable().default(null),
  /** What is so only since the edition before. */
  since: z.enum(['', 'new', 'changed']).default(''),
});
export type EditionRow = z.infer<typeof EditionRow>;

/** How keys are changed in the program: in words, by the command that opens its list, and where it shows keys. */
export const EditionChanging = z.object({
  how: z.string(),
  command: z.string(),
  keys: z.record(PlatformName, z.array(StoredShortcut)),
  shown: z.string(),
});
export type EditionChanging = z.infer<typeof EditionChanging>;

/** A drawing of an edition on one platform: complete in itself. */
export const EditionFigure = z.object({
  of: z.enum(['reach', 'room']),
  platform: PlatformName,
  layout: z.string(),
  place: z.string(),
  /** Keys by what is printed on them; on a reach chart with where they lie, in mm, and how they are used. */
  keys: z.array(z.object({ sign: z.string(), x: z.number(), y: z.number(), used: z.enum(['', 'alone', 'held']) })),
  fingers: z.array(z.object({ x: z.number(), y: z.number() })),
  /** What is held, and what each key is then. */
  rows: z.array(
    z.object({ held: z.string(), cells: z.array(z.enum(['free', 'taken', 'elsewhere', 'others', 'types'])) }),
  ),
});
export type EditionFigure = z.infer<typeof EditionFigure>;

/** What an edition says, for good. Crib's own JSON form of a sheet. */
export const EditionBody = z.object({
  format: z.literal('crib-sheet'),
  version: z.literal(1),
  title: z.string(),
  intro: z.string(),
  credit: z.string(),
  terms: z.string().default(''),
  independence: z.string().default(''),
  look: z.preprocess((look) => look ?? {}, SheetLook),
  language: EditionLanguage,
  number: Id,
  publishedOn: z.iso.date(),
  app: z.string(),
  release: z.string(),
  keyset: z.object({ name: z.string(), revision: Id, custom: z.boolean() }),
  platforms: z.array(PlatformName),
  sections: z.array(
    z.object({ title: z.string(), rows: z.array(EditionRow), figures: z.array(EditionFigure).default([]) }),
  ),
  changing: EditionChanging.nullable().default(null),
});
export type EditionBody = z.infer<typeof EditionBody>;

/** What lists and feeds show of an edition: all of it but its lines, its look and how keys are changed. */
export type EditionCover = Omit<EditionBody, 'sections' | 'look' | 'changing'> | Omit<ChangesBody, 'groups'>;

/** A preset file offered with an edition. */
export const EditionFile = z.object({
  name: z.string(),
  platform: PlatformName,
  recipe: z.string(),
  bytes: z.int(),
  hash: z.string(),
  losses: z.array(z.string()),
  /** It leads back to the shipped keys. */
  back: z.boolean().default(false),
});
export type EditionFile = z.infer<typeof EditionFile>;

/** What became of an edition since: it says so around a body that never changes. */
export const EditionStanding = z.object({
  withdrawn: z.object({ on: z.iso.date(), because: z.string() }).nullable(),
  /** The newest edition that stands, where that is a later one. */
  newer: z.object({ number: Id, on: z.iso.date(), path: z.string() }).nullable(),
});
export type EditionStanding = z.infer<typeof EditionStanding>;
export const SentWithdrawal = z.strictObject({ because: line(240).min(1) });

/** What anyone who has the address can see. */
export const PublicEdition = z.object({
  address: z.string(),
  hash: z.string(),
  body: z.discriminatedUnion('format', [EditionBody, ChangesBody]),
  files: z.array(EditionFile),
  howToLoad: z.string(),
  standing: EditionStanding,
});
export type PublicEdition = z.infer<typeof PublicEdition>;

/** What a sheet is made from besides its release and keyset. */
export const SheetFacts = z.object({
  /** Commands whose shipped keys are others than in the release before. */
  changed: z.array(Id),
  /** What commands were called in the release before, where that was otherwise. */
  renamed: z.array(z.object({ command: Id, was: z.string() })),
  /** The last edition, where there is one. */
  last: EditionBody.nullable(),
  /** Crosswalks that lead here: which commands answer to what, the most used first. */
  coming: z.array(
    z.object({ crosswalk: Id, from: z.string(), lines: z.array(z.object({ target: Id, said: z.string() })) }),
  ),
});
export type SheetFacts = z.infer<typeof SheetFacts>;

/** What a proof found wrong and the trainer publishes all the same. */
export const ProofException = z.object({ finding: z.string().max(500), said: z.string(), because: line(240).min(1) });
export type ProofException = z.infer<typeof ProofException>;
/** Publishing a sheet: why what is wrong on it stays, finding by finding. */
export const SentEdition = z.strictObject({
  exceptions: z
    .array(ProofException.omit({ said: true }))
    .max(200)
    .default([]),
});

export const REPORT_KINDS = ['wrong', 'question', 'missing'] as const;
/** What a learner says of an edition: that a line is wrong, a question, or that a line is missing. */
export const SentReport = z.object({
  kind: z.enum(REPORT_KINDS),
  /** The name of the command it is about; '' for none. */
  command: z.string().trim().max(200).default(''),
  text: z.string().trim().min(1).max(1000),
});
export type SentReport = z.infer<typeof SentReport>;
export const REPORT_OUTCOMES = ['mended', 'answered', 'left'] as const;
/** How a report ended, and what was done. */
export const EndedReport = z.strictObject({ outcome: z.enum(REPORT_OUTCOMES), because: line(240).default('') });
export type EndedReport = z.infer<typeof EndedReport>;
export const LearnerReport = z.object({
  id: Id,
  address: z.string(),
  path: z.string(),
  title: z.string(),
  number: Id,
  /** What the edition is of. */
  sheetId: Id.nullable(),
  notesId: Id.nullable(),
  kind: z.enum(REPORT_KINDS),
  command: z.string(),
  said: z.string(),
  saidOn: z.iso.date(),
  outcome: z.enum(REPORT_OUTCOMES).nullable(),
  because: z.string(),
  endedOn: z.iso.date().nullable(),
});
export type LearnerReport = z.infer<typeof LearnerReport>;

/** The public index of what is published. */
export const Shelf = z.object({ title: z.string(), open: z.boolean(), address: z.string(), path: z.string() });
export type Shelf = z.infer<typeof Shelf>;
export const SentShelf = z.strictObject({ title: line(120).min(1), open: z.boolean() });
export const SentListing = z.strictObject({ listed: z.boolean() });
