import { z } from 'zod';
import { EditionLanguage } from './language.ts';
import { Id, PlatformName, StoredShortcut } from './entities.ts';
import { ChangesBody } from './releases.ts';

const line = (most: number) => z.string().trim().max(most);
const prose = z.string().trim().max(1000);

/** A row of a sheet: a command, and what the trainer says of it. */
export const SheetRow = z.object({ command: Id, note: line(240) });
export type SheetRow = z.infer<typeof SheetRow>;
export const SheetSection = z.object({ title: line(120), rows: z.array(SheetRow).max(300) });
export type SheetSection = z.infer<typeof SheetSection>;

/** A composed sheet: sections of commands, shown with the keys of one keyset. */
export const Sheet = z.object({
  id: Id,
  appId: Id,
  keysetId: Id,
  title: line(120).min(1),
  intro: prose,
  credit: line(240),
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

/** What an edition says, for good. Crib's own JSON form of a sheet. */
export const EditionBody = z.object({
  format: z.literal('crib-sheet'),
  version: z.literal(1),
  title: z.string(),
  intro: z.string(),
  credit: z.string(),
  language: EditionLanguage,
  number: Id,
  publishedOn: z.iso.date(),
  app: z.string(),
  release: z.string(),
  keyset: z.object({ name: z.string(), revision: Id, custom: z.boolean() }),
  platforms: z.array(PlatformName),
  sections: z.array(z.object({ title: z.string(), rows: z.array(EditionRow) })),
  changing: EditionChanging.nullable().default(null),
});
export type EditionBody = z.infer<typeof EditionBody>;

/** A preset file offered with an edition. */
export const EditionFile = z.object({
  name: z.string(),
  platform: PlatformName,
  recipe: z.string(),
  bytes: z.int(),
  hash: z.string(),
  losses: z.array(z.string()),
});
export type EditionFile = z.infer<typeof EditionFile>;

/** What anyone who has the address can see. */
export const PublicEdition = z.object({
  address: z.string(),
  hash: z.string(),
  body: z.discriminatedUnion('format', [EditionBody, ChangesBody]),
  files: z.array(EditionFile),
  howToLoad: z.string(),
});
export type PublicEdition = z.infer<typeof PublicEdition>;
