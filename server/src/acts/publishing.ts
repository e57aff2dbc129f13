import type { z } from 'zod';
import type {
  ChangeNotes,
  EditionStanding,
  PublishedEdition,
  SentEdition,
  SentReissue,
  SentSheet,
  Sheet,
  SheetFacts,
  StaleEdition,
} from '@crib/core/contract';
import { reissue, staleEditions } from '../publish/impact.ts';
import { publishNotes } from '../publish/notes.ts';
import { publishSheet } from '../publish/publish.ts';
import { sheetFacts } from '../publish/sheet-facts.ts';
import { appBySlug } from '../store/apps.ts';
import { loadNotes } from '../store/notes.ts';
import { editionAt, editionsOf, standingOf, withdraw } from '../store/editions.ts';
import { insertSheet, loadSheet, updateSheet } from '../store/sheets.ts';
import { act, look, type Acting } from './acting.ts';

type SheetFound = Sheet & { readonly releaseId: number };

export const makeSheet = (acting: Acting, slug: string, keyset: number, title: string): Promise<SheetFound> =>
  act(acting, 'added the sheet', async (db) =>
    loadSheet(db, await insertSheet(db, (await appBySlug(db, slug)).id, keyset, title)),
  );

export const sheetAt = (
  acting: Acting,
  id: number,
): Promise<SheetFound & { editions: PublishedEdition[]; facts: SheetFacts }> =>
  look(acting, async (db) => {
    const sheet = await loadSheet(db, id);
    return { ...sheet, editions: await editionsOf(db, { sheetId: id }), facts: await sheetFacts(acting, db, sheet) };
  });

export const changeSheet = (acting: Acting, id: number, asked: z.output<typeof SentSheet>): Promise<SheetFound> =>
  act(acting, 'changed the sheet', async (db) => {
    await updateSheet(db, id, asked);
    return loadSheet(db, id);
  });

export const issueSheet = (
  acting: Acting,
  id: number,
  { exceptions }: z.output<typeof SentEdition>,
): Promise<PublishedEdition> => act(acting, 'published', (db) => publishSheet(acting, db, id, exceptions));

/** Withdraws an edition; it stays readable, and says so. */
export const withdrawEdition = (acting: Acting, address: string, because: string): Promise<EditionStanding> =>
  act(acting, 'withdrew an edition', async (db) => {
    await withdraw(db, address, because, acting.actor);
    return standingOf(db, (await editionAt(db, address)).id);
  });

export const notesAt = (acting: Acting, id: number): Promise<ChangeNotes & { editions: PublishedEdition[] }> =>
  look(acting, async (db) => ({ ...(await loadNotes(db, id)), editions: await editionsOf(db, { notesId: id }) }));

export const issueNotes = (
  acting: Acting,
  id: number,
  { exceptions }: z.output<typeof SentEdition>,
): Promise<PublishedEdition> => act(acting, 'published', (db) => publishNotes(acting, db, id, exceptions));

/** Editions of an app whose lines are not so any more. */
export const staleIn = (acting: Acting, slug: string): Promise<StaleEdition[]> =>
  look(acting, async (db) => staleEditions(acting, db, (await appBySlug(db, slug)).id));

/** Publishes what is out of date anew: all, or none. */
export const issueAnew = (acting: Acting, slug: string, asked: SentReissue): Promise<PublishedEdition[]> =>
  act(acting, 'published', async (db) => reissue(acting, db, (await appBySlug(db, slug)).id, asked));
