import type { z } from 'zod';
import type { Crosswalk, CrosswalkOverview, NewCrosswalk, SentJudgements } from '@crib/core/contract';
import { appBySlug } from '../store/apps.ts';
import {
  crosswalkAt,
  crosswalksOf,
  deleteCrosswalk,
  insertCrosswalk,
  lockCrosswalk,
  writeJudgements,
} from '../store/crosswalks.ts';
import { act, look, type Acting } from './acting.ts';

/** Crosswalks between two programs: one function an act. */

export const crosswalksIn = (acting: Acting, slug: string): Promise<CrosswalkOverview[]> =>
  look(acting, async (db) => crosswalksOf(db, (await appBySlug(db, slug)).id));

export const crosswalk = (acting: Acting, id: number): Promise<Crosswalk> => look(acting, (db) => crosswalkAt(db, id));

export const makeCrosswalk = (acting: Acting, asked: z.output<typeof NewCrosswalk>): Promise<number> =>
  act(acting, async (db) => {
    const [from, to] = [await appBySlug(db, asked.from), await appBySlug(db, asked.to)];
    return insertCrosswalk(db, from.id, to.id, acting.actor);
  });

/** Judges commands or places: all of what is sent, or none. */
export const judge = (acting: Acting, id: number, asked: z.output<typeof SentJudgements>): Promise<Crosswalk> =>
  act(acting, async (db) => {
    await lockCrosswalk(db, id);
    await writeJudgements(db, id, asked, acting.actor);
    return crosswalkAt(db, id);
  });

/** A crosswalk nothing was judged in is taken back; another one stays. */
export const dropCrosswalk = (acting: Acting, id: number): Promise<boolean> =>
  act(acting, async (db) => {
    await lockCrosswalk(db, id);
    const { commands, contexts } = await crosswalkAt(db, id);
    if (commands.length + contexts.length > 0) return false;
    await deleteCrosswalk(db, id);
    return true;
  });
