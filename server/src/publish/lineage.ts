import type { Catalogue } from '@crib/core/contract';
import { lineageBetween, type Lineage } from '@crib/core/release';
import { releasesOf } from '../store/apps.ts';
import type { Db } from '../store/db.ts';
import { lineageOf } from '../store/releases.ts';

/** The lineage between two releases of an app, as it was confirmed. */
export async function lineageFrom(db: Db, old: Catalogue, now: Catalogue): Promise<Lineage> {
  const order = (await releasesOf(db, now.app.id)).map((one) => one.id);
  return lineageBetween(await lineageOf(db, now.app.id), order, old, now);
}
