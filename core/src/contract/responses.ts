import { z } from 'zod';
import { SavedView } from './editing.ts';
import { App, Command, CommandWords, Id, Release, SystemKey } from './entities.ts';
import { LayerChange } from './history.ts';
import { LIST_FORMATS, type ListFormat } from './lists.ts';
import { ChangeNotes } from './releases.ts';
import { ProofException, Sheet, SheetFacts } from './sheets.ts';

/** What the server sends besides the entities themselves. */

const Place = z.object({
  line: z.number().optional(),
  column: z.string().optional(),
  from: z.number().optional(),
  to: z.number().optional(),
  path: z.string().optional(),
});
export const SentProblem = z.object({
  code: z.string(),
  sentence: z.string(),
  place: Place.optional(),
  suggestions: z.array(z.string()).optional(),
  about: z.string().optional(),
});

/** RFC 9457 problem details; `problems` has one entry a fault. */
export const ProblemDetails = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string(),
  code: z.string(),
  problems: z.array(SentProblem),
});
export type ProblemDetails = z.infer<typeof ProblemDetails>;

export const KeysetLine = z.object({
  id: Id,
  name: z.string(),
  kind: z.enum(['shipped', 'custom']),
  /** The release at the bottom of it. */
  releaseId: Id,
  baseId: Id.nullable(),
  isDefault: z.boolean(),
  revision: Id,
  /** The keyset of an earlier release that it was carried from. */
  carriedFrom: Id.nullable(),
  edits: z.int(),
});
export type KeysetLine = z.infer<typeof KeysetLine>;

export const SheetLine = z.object({ id: Id, title: z.string(), keysetId: Id, editions: z.int() });

export const NotesLine = z.object({ id: Id, title: z.string(), oldKeyset: Id, nowKeyset: Id, editions: z.int() });

/** An app with the lines of what it has. */
export const AppOverview = App.extend({
  releases: z.array(Release.extend({ commands: z.int(), bindings: z.int() })),
  keysets: z.array(KeysetLine),
  sheets: z.array(SheetLine),
  recipes: z.array(z.object({ id: Id, name: z.string() })),
  views: z.array(SavedView),
  notes: z.array(NotesLine),
});
export type AppOverview = z.infer<typeof AppOverview>;

/** What reading a list would do, or has done. */
export const ListReport = z.object({
  format: z.enum(Object.keys(LIST_FORMATS) as ListFormat[]),
  encoding: z.string(),
  delimiter: z.string(),
  /** The tables of the file, and which one this is about. */
  tables: z.array(z.object({ title: z.string(), rows: z.int() })),
  table: z.int(),
  /** The columns have no headings of their own. */
  unheaded: z.boolean(),
  /** What the columns mean was remembered from an earlier list of the app. */
  remembered: z.boolean(),
  columns: z.array(z.object({ heading: z.string(), meaning: z.string() })),
  rows: z.array(
    z.object({
      line: z.int(),
      cells: z.array(z.string()),
      section: z.string(),
      state: z.enum(['new', 'changed', 'same', 'problem']),
    }),
  ),
  problems: z.array(SentProblem),
  moreProblems: z.int(),
  newContexts: z.array(z.string()),
  counts: z.object({
    rows: z.int(),
    newCommands: z.int(),
    /** Of them, those that no release of the app had. */
    newToApp: z.int(),
    changedCommands: z.int(),
    newBindings: z.int(),
    sameBindings: z.int(),
    gone: z.int(),
    unlisted: z.int(),
    /** Rows that say what an earlier one says, and rows whose platforms are folded into one shortcut. */
    doubled: z.int(),
    folded: z.int(),
    families: z.int(),
    choosers: z.int(),
    groups: z.int(),
  }),
  /** What parts the steps of menu paths; empty where nothing does. */
  menuSign: z.string(),
  changed: z.array(
    z.object({
      label: z.string(),
      changes: z.array(z.object({ field: CommandWords.keyof(), old: z.string(), now: z.string() })),
    }),
  ),
  gone: z.array(z.object({ id: Id, label: z.string(), shortcut: z.string(), platform: z.string().nullable() })),
  unlisted: z.array(Command.shape.label),
  nothingToDo: z.boolean(),
});
export type ListReport = z.infer<typeof ListReport>;

/** The answer to a save that would have had other consequences than the editor was shown. */
export const OtherConsequences = ProblemDetails.extend({
  revision: Id,
  consequences: z.array(z.object({ key: z.string(), sentence: z.string() })),
});

/** The answer to a save: the change as it was made, with what it took from others, and the revision it led to. */
export const SavedChange = z.object({ id: Id, revision: Id, change: LayerChange, consequences: z.array(z.string()) });
export type SavedChange = z.infer<typeof SavedChange>;
export const PublishedEdition = z.object({
  number: Id,
  address: z.string(),
  path: z.string(),
  hash: z.string(),
  publishedAt: z.string(),
  exceptions: z.array(ProofException).default([]),
  withdrawn: z.object({ on: z.iso.date(), because: z.string() }).nullable().default(null),
  /** The address that shows the newest edition, its path, and whether that stands on the public index. */
  standing: z.string(),
  newest: z.string(),
  listed: z.boolean(),
  /** How often it was opened and downloaded from this server. */
  opened: z.int().default(0),
  downloaded: z.int().default(0),
});
export type PublishedEdition = z.infer<typeof PublishedEdition>;

/** A conflict, with a sentence that describes it. */
export const FoundClash = z.looseObject({
  kind: z.string(),
  severity: z.enum(['error', 'warning', 'note']),
  platforms: z.array(z.string()),
  layouts: z.array(z.string()),
  sentence: z.string(),
  parties: z.array(
    z.object({ command: Id, label: z.string(), context: z.string(), shortcut: z.string(), keys: z.string() }),
  ),
});
/** What would follow from a change; `shown` is sent with the change to say that it was seen. */
export const Weighed = z.object({
  revision: Id,
  refusals: z.array(SentProblem),
  consequences: z.array(z.string()),
  shown: z.array(z.string()),
});

/** A sheet, with the release of its keyset. */
export const SheetMade = Sheet.extend({ releaseId: Id });
export const SheetFound = SheetMade.extend({ editions: z.array(PublishedEdition), facts: SheetFacts });
export const NotesFound = ChangeNotes.extend({ editions: z.array(PublishedEdition) });

/** A reserved key that differs at this workplace, or is free there. */
const SystemDifference = SystemKey.extend({ taker: z.string(), free: z.boolean() });
/** Keys that operating systems reserve, and where this workplace differs. */
export const SystemKeysFound = z.object({ keys: z.array(SystemKey), differences: z.array(SystemDifference) });
