import type { z } from 'zod';
import type { EndedReport, LearnerReport, SentShelf, Shelf } from '@crib/core/contract';
import { newAddress } from '../publish/address.ts';
import { appBySlug } from '../store/apps.ts';
import { endReport, issuedIn, reportsOf, saveShelf, setListed, shelfOf } from '../store/handouts.ts';
import { act, look, type Acting } from './acting.ts';

/** What learners have said of an app’s editions. */
export const reportsIn = (acting: Acting, slug: string): Promise<LearnerReport[]> =>
  look(acting, async (db) => reportsOf(db, (await appBySlug(db, slug)).id));

export const endOneReport = (acting: Acting, id: number, ended: EndedReport): Promise<void> =>
  act(acting, 'ended a report', (db) => endReport(db, id, ended, acting.actor));

/** Puts what stands at an address on the public index, or takes it off. */
export const listAt = (acting: Acting, address: string, listed: boolean): Promise<void> =>
  act(acting, 'listed an edition', (db) => setListed(db, address, listed));

export const shelf = (acting: Acting): Promise<Shelf | null> => look(acting, shelfOf);

export const changeShelf = (acting: Acting, asked: z.output<typeof SentShelf>): Promise<Shelf> =>
  act(acting, 'changed the public index', async (db) => {
    await saveShelf(db, asked, newAddress());
    return (await shelfOf(db))!;
  });

/** The addresses of the newest editions of an app that stand. */
export const newestOf = (acting: Acting, slug: string): Promise<{ name: string; addresses: string[] }> =>
  look(acting, async (db) => {
    const { id, name } = await appBySlug(db, slug);
    return { name, addresses: (await issuedIn(db, { app: id })).map((one) => one.address) };
  });
