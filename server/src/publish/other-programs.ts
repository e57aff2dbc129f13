import { habitsFrom, crosswalkIn, type Habits } from '@crib/core/crosswalk';
import type { Opened } from '@crib/core/keyset';
import type { EarlierRelease } from '@crib/core/learn';
import type { Acting } from '../acts/acting.ts';
import { appBySlug, releasesOf } from '../store/apps.ts';
import { crosswalkAt, crosswalksOf } from '../store/crosswalks.ts';
import type { Db } from '../store/db.ts';
import { lineageOf } from '../store/releases.ts';
import { lineageFrom } from './lineage.ts';

/** A crosswalk that leads here, with what hands from the other program bring along. */
export interface CrosswalkHere {
  readonly crosswalk: number;
  readonly from: string;
  readonly coming: Habits;
}

/** The crosswalks that lead to an app, as they hold in a release of it and in the newest of the other programs. */
export async function crosswalksHere(
  { catalogues }: Acting,
  db: Db,
  appId: number,
  now: Opened,
): Promise<CrosswalkHere[]> {
  const own = await lineageOf(db, appId);
  const found: CrosswalkHere[] = [];
  for (const { id, from, to } of await crosswalksOf(db, appId)) {
    if (to.slug !== now.catalogue.app.slug) continue;
    const { id: other } = await appBySlug(db, from.slug);
    const newest = (await releasesOf(db, other)).at(-1);
    if (!newest) continue;
    const old = await catalogues.opened(db, newest.id);
    const crosswalk = crosswalkIn(
      await crosswalkAt(db, id),
      { release: old, links: await lineageOf(db, other) },
      { release: now, links: own },
    );
    found.push({ crosswalk: id, from: from.name, coming: habitsFrom(old, crosswalk) });
  }
  return found;
}

/** The releases before one, with what became of their commands. */
export async function earlierReleases(
  { catalogues }: Acting,
  db: Db,
  appId: number,
  now: Opened,
): Promise<EarlierRelease[]> {
  const releases = await releasesOf(db, appId);
  const before = releases.slice(
    0,
    releases.findIndex((one) => one.id === now.catalogue.release.id),
  );
  const found: EarlierRelease[] = [];
  for (const { id } of before) {
    const opened = await catalogues.opened(db, id);
    found.push({ opened, lineage: await lineageFrom(db, opened.catalogue, now.catalogue) });
  }
  return found;
}
