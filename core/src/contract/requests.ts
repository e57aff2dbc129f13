import { z } from 'zod';
import { App, Context, CustomKeyset, Edit, EditPlace, Id, LanguageTag, Release } from './entities.ts';
import { EditionLanguage } from './language.ts';
import { Sheet, SheetLook } from './sheets.ts';

/** What clients send. */

export const SignIn = z.strictObject({ email: z.email().max(200), password: z.string().min(1).max(200) });
export const Editor = z.object({ id: Id, name: z.string(), email: z.string() });
export type Editor = z.infer<typeof Editor>;

export const NewApp = App.pick({ slug: true, name: true, platforms: true }).extend({
  role: App.shape.role.default('taught'),
  keyPolicy: App.shape.keyPolicy.prefault({}),
  howToChange: App.shape.howToChange.default(''),
  keysCommand: App.shape.keysCommand.unwrap().default(''),
  keysShown: App.shape.keysShown.unwrap().default(''),
});

export const NewRelease = z.strictObject({
  label: Release.shape.label,
  releasedOn: Release.shape.releasedOn.default(null),
  /** The app's platforms, when left out. */
  platforms: Release.shape.platforms.optional(),
});

export const NewContext = z.strictObject({
  name: Context.shape.name,
  /** The context it lies in; Everywhere, when left out. */
  parent: Id.optional(),
  takesText: z.boolean().default(false),
});

const Answers = {
  columns: z.record(z.string().regex(/^\d+$/), z.string().max(60)).default({}),
  cells: z.record(z.string().regex(/^\d+:\d+$/), z.string().max(2000)).default({}),
  /** Places to make, as the list names them: `›` nests. */
  newContexts: z.array(z.string().normalize('NFC').trim().min(1).max(1000)).max(5000).default([]),
  /** What parts the steps of menu paths, where it is not what most of them show. */
  menuSign: z.string().max(4).optional(),
  leaveOut: z.array(z.int().positive()).max(100_000).default([]),
  /** Bindings, by number, that the list no longer has and that are to be deleted. */
  drop: z.array(Id).max(100_000).default([]),
};
/** A list with the reader's decisions: a text, or a file's bytes in base64. The bytes alone can be sent as they are. */
export const SentList = z.strictObject({
  text: z.string().optional(),
  base64: z.base64().optional(),
  source: z.string().trim().max(200).default(''),
  /** The shipped keyset it is read into; the default one, when left out. */
  keyset: Id.optional(),
  /** The interface language it is written in; the catalogue's own, when left out. */
  language: LanguageTag.nullable().default(null),
  /** Which table of the file, from 0. */
  table: z.int().min(0).max(1000).default(0),
  ...Answers,
});
export type SentList = z.infer<typeof SentList>;

export const NewKeyset = z.strictObject({
  name: CustomKeyset.shape.name,
  baseId: Id,
  note: CustomKeyset.shape.note.default(''),
  /** It belongs to the editor who makes it; to the school otherwise. */
  mine: z.boolean().default(false),
  /** What it begins with: the edits of a file, of a layer that is detached, or of a part of one. */
  edits: z.array(Edit).max(20_000).default([]),
  why: z.string().trim().max(1000).default(''),
});

/** A plan that is kept: a layer on a keyset, or one for each step, each over the one before, with a sheet of what is new. */
export const KeptPlan = z.strictObject({
  baseId: Id,
  why: z.string().trim().max(1000),
  steps: z
    .array(
      z.strictObject({
        name: CustomKeyset.shape.name,
        edits: z.array(Edit).min(1).max(5000),
        /** What stands over the commands that are new in it; no sheet, where there is none. */
        sheet: z.string().trim().min(1).max(120).nullable(),
      }),
    )
    .min(1)
    .max(12),
});
export type KeptPlan = z.infer<typeof KeptPlan>;

export const SentEdit = Edit.extend({
  reason: Edit.shape.reason.default(''),
  memoryAid: Edit.shape.memoryAid.default(''),
  shortcuts: Edit.shape.shortcuts.default([]),
});
/** A change, the revision it was made on, and the consequences the editor was shown (`shownKeys`). */
export const SentChange = z.strictObject({
  revision: Id,
  put: z.array(SentEdit).max(1000, 'At most 1,000 edits at once. Split them into parts.').default([]),
  remove: z.array(EditPlace).max(1000).default([]),
  shown: z.array(z.string().max(500)).max(20_000).default([]),
  /** The interface language in which it was weighed. */
  language: LanguageTag.nullable().default(null),
  /** The layouts on which it was weighed, by their ids; the US one, when none is named. */
  layouts: z.array(z.string().max(20)).max(20).default([]),
  /** Why, where it is more than the reasons of its edits. */
  why: z.string().trim().max(1000).default(''),
});
export type SentChange = z.input<typeof SentChange>;

/** Undo or redo, on the revision that was seen. */
export const SentStep = z.strictObject({ revision: Id });
/** A whole layer: as it stood at an earlier revision, or as a file has it. */
export const SentState = z.union([
  z.strictObject({ revision: Id, to: z.int().min(0) }),
  z.strictObject({ revision: Id, edits: z.array(Edit).max(20_000), why: z.string().trim().max(1000).default('') }),
]);
export const NewPoint = z.strictObject({ revision: Id, name: z.string().trim().min(1).max(80) });

export const NewSheet = Sheet.pick({ keysetId: true, title: true });
/** A sheet as it is saved: its sections, and of everything else what is to change. What is not sent stays as it is. */
export const SentSheet = Sheet.omit({ id: true, appId: true }).extend({
  intro: Sheet.shape.intro.optional(),
  credit: Sheet.shape.credit.optional(),
  terms: Sheet.shape.terms.unwrap().optional(),
  independence: Sheet.shape.independence.unwrap().optional(),
  look: SheetLook.optional(),
  language: EditionLanguage.unwrap().optional(),
});
export type SentSheet = z.infer<typeof SentSheet>;
