import type { BinKind, Binned, Hanging } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { appBySlug } from '../store/apps.ts';
import { bringBack, findThing, hangingOn, inBin, keysetsGoing, purgeBin, putInBin } from '../store/bin.ts';
import type { Pool } from '../store/db.ts';
import { forgetOld } from '../store/once.ts';
import { act, look, type Acting } from './acting.ts';
import { refuseUnlessMay } from './may.ts';

export const binned = (acting: Acting): Promise<Binned[]> => look(acting, inBin);

/** What would go with a thing into the bin. */
export const hanging = (acting: Acting, kind: BinKind, id: number): Promise<Hanging[]> =>
  look(acting, async (db) => hangingOn(db, kind, (await findThing(db, kind, id, '')).id));

/** Puts something into the bin with all that hangs on it: out of sight, and for thirty days brought back with a press. */
export const putAway = (acting: Acting, kind: BinKind, id: number): Promise<number> =>
  act(acting, 'put into the bin', async (db) => {
    const found = await findThing(db, kind, id);
    for (const layer of await keysetsGoing(db, kind, id)) refuseUnlessMay(acting.who, 'delete', layer);
    if (found.isDefault)
      refuse('default-stays', `“${found.name}” is the default keyset. Make another keyset the default first.`);
    return putInBin(db, kind, found, acting.actor);
  });

/** Puts a run or a group of an app away. */
export const putAwayOf = (acting: Acting, slug: string, kind: 'run' | 'group', id: number): Promise<void> =>
  act(acting, 'put into the bin', async (db) => {
    const found = await findThing(db, kind, id);
    if (found.appId !== (await appBySlug(db, slug)).id) refuse('not-found', 'Not found in this program.');
    await putInBin(db, kind, found, acting.actor);
  });

export const takeBack = (acting: Acting, bin: number): Promise<void> =>
  act(acting, 'brought back from the bin', (db) => bringBack(db, bin));

const DAY = 86_400_000;
/** Empties the bin of what is due and forgets what is past, now and once a day; what fails is told, and tried again the next day. */
export function emptyDaily(pool: Pool, failed: (error: unknown) => void): void {
  const empty = () =>
    void purgeBin(pool)
      .then(() => forgetOld(pool))
      .catch(failed);
  empty();
  setInterval(empty, DAY).unref();
}
