import { z } from 'zod';
import { EditionLanguage } from './language.ts';
import {
  Command,
  Context,
  CustomKeyset,
  Edit,
  Id,
  OpenEdit,
  PlatformName,
  Release,
  ShippedKeyset,
  StoredShortcut,
} from './entities.ts';

export const LINEAGE_KINDS = ['command', 'context'] as const;

/** What a trainer has said of a proposal: in a release, the old one became the new one, or it did not. */
export const LineageLink = z.object({
  /** The release in which it is so for the first time. */
  release: Id,
  kind: z.enum(LINEAGE_KINDS),
  old: Id,
  now: Id,
  /** Said to be so; else it was refused, and is not proposed again. */
  confirmed: z.boolean(),
  /** The old one is itself still there in that release. */
  goesOn: z.boolean(),
});
export type LineageLink = z.infer<typeof LineageLink>;

/** What clients send of it; `verdict` null takes back what was said. */
export const SentLineage = z.strictObject({
  release: Id,
  links: z
    .array(
      LineageLink.pick({ kind: true, old: true, now: true })
        .extend({ verdict: z.enum(['confirmed', 'refused']).nullable() })
        .refine((link) => link.old !== link.now, 'must be two different commands or contexts'),
    )
    .min(1)
    .max(2000),
});
export type SentLineage = z.infer<typeof SentLineage>;

/** What a release has of some commands: enough to tell what it shipped for them. */
export const CommandState = z.object({
  release: Release,
  contexts: z.array(Context),
  commands: z.array(Command),
  /** The default shipped keyset with the bindings of these commands only; null where there is none. */
  shipped: ShippedKeyset.nullable(),
});
export type CommandState = z.infer<typeof CommandState>;
/** What the history is asked of: a command by the program’s id, or a press on a keyboard. */
export const HistoryAsked = z.object({
  command: z.string().max(120).optional(),
  press: z.string().max(400).optional(),
  layout: z.string().max(40).optional(),
  platform: z.string().max(40).optional(),
});

const line = (most: number) => z.string().trim().max(most);

/** How a line of change notes is handed out: in which order, whether at all, why, and in which words if not the computed ones. */
export const ArrangedLine = z.object({
  /** Names the change that the line tells; a line written by hand has a key that begins with `own `. */
  key: z.string().min(1).max(300),
  out: z.boolean(),
  reason: line(1000),
  text: line(1000),
});
export type ArrangedLine = z.infer<typeof ArrangedLine>;
export const ArrangedGroup = z.object({
  key: z.string().min(1).max(40),
  title: line(120),
  lines: z.array(ArrangedLine).max(5000),
});

/** Change notes: which two keysets they compare, and how what moved between them is arranged. */
export const ChangeNotes = z.object({
  id: Id,
  appId: Id,
  /** The keyset as it was, and as it is. */
  oldKeyset: Id,
  nowKeyset: Id,
  title: line(120).min(1),
  intro: line(2000),
  credit: line(240),
  language: EditionLanguage,
  revision: Id,
  groups: z.array(ArrangedGroup).max(20),
});
export type ChangeNotes = z.infer<typeof ChangeNotes>;

export const NewNotes = ChangeNotes.pick({ oldKeyset: true, nowKeyset: true, title: true }).refine(
  (asked) => asked.oldKeyset !== asked.nowKeyset,
  'choose two different keysets',
);
export const SentNotes = ChangeNotes.omit({ id: true, appId: true, oldKeyset: true, nowKeyset: true });
export type SentNotes = z.infer<typeof SentNotes>;

const KeysByPlatform = z.record(PlatformName, z.array(StoredShortcut));
/** A line of published change notes: complete in itself. */
export const ChangeLine = z.object({
  /** The program’s own id of the command, empty for what is about no command. */
  command: z.string(),
  /** What it is called, or was. */
  subject: z.string(),
  where: z.string(),
  /** What happened, in words. */
  text: z.string(),
  before: KeysByPlatform,
  after: KeysByPlatform,
  reason: z.string(),
});
export type ChangeLine = z.infer<typeof ChangeLine>;

/** What an edition of change notes says, for good. */
export const ChangesBody = z.object({
  format: z.literal('crib-changes'),
  version: z.literal(1),
  title: z.string(),
  intro: z.string(),
  credit: z.string(),
  language: EditionLanguage,
  number: Id,
  publishedOn: z.iso.date(),
  app: z.string(),
  old: z.object({ release: z.string(), keyset: z.string() }),
  now: z.object({ release: z.string(), keyset: z.string() }),
  platforms: z.array(PlatformName),
  groups: z.array(z.object({ title: z.string(), lines: z.array(ChangeLine) })),
});
export type ChangesBody = z.infer<typeof ChangesBody>;

/** A custom keyset that is carried to another release: a new one, over a base there. */
export const SentCarry = z.strictObject({
  name: CustomKeyset.shape.name,
  note: CustomKeyset.shape.note.default(''),
  baseId: Id,
  /** The revision that was looked at. */
  revision: Id,
  edits: z.array(Edit).max(20_000),
  open: z.array(OpenEdit.omit({ position: true })).max(20_000),
});
export type SentCarry = z.infer<typeof SentCarry>;

/** Lines that are wrong, and why. */
const Wrong = z.array(z.object({ label: z.string(), why: z.string() }));
/** An edition that is out of date, and why. */
export const StaleEdition = z.object({
  of: z.enum(['sheet', 'notes']),
  /** The sheet, or the change notes, by number. */
  id: Id,
  title: z.string(),
  number: Id,
  path: z.string(),
  release: z.string(),
  keyset: z.string(),
  /** Lines that are wrong now in the release it was made for. */
  wrong: Wrong,
  /** Lines that are wrong for who has gone over to the newest release, and the keyset that was compared with. */
  next: z
    .object({
      release: z.string(),
      keyset: z.string(),
      keysetId: Id,
      wrong: Wrong,
    })
    .nullable(),
});
export type StaleEdition = z.infer<typeof StaleEdition>;
/** What to publish anew: as it is, or sheets made on the keyset of another release. */
export const SentReissue = z
  .strictObject({
    sheets: z.array(Id).max(500).default([]),
    notes: z.array(Id).max(500).default([]),
    /** The keyset of another release to make the sheets on. */
    keyset: Id.nullable().default(null),
  })
  .refine((asked) => asked.sheets.length + asked.notes.length > 0, 'give a sheet or change notes');
export type SentReissue = z.infer<typeof SentReissue>;
