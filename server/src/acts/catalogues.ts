import { catalogueIn } from '@crib/core/catalogue';
import { opened, type Opened } from '@crib/core/keyset';
import type { Layout } from '@crib/core/keys';
import { keyboardsOf, type Keyboards } from '@crib/core/press';
import type { Catalogue, Keyset } from '@crib/core/contract';
import { catalogueStamp, layersNow, loadCatalogue } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';

interface Kept {
  readonly stamp: string;
  /** As it is stored under the empty name, and in the words of languages. */
  readonly byLanguage: Map<string, Opened>;
}

/** How many releases are kept at once. */
const MOST_KEPT = 12;

/**
 * Loaded catalogues with what was computed of them, kept as long as the database says that nothing of theirs has changed.
 * They are asked for before an act writes anything: what a transaction has not yet committed is never kept.
 */
export interface Catalogues {
  opened(db: Db, releaseId: number): Promise<Opened>;
  /** The same catalogue in the words of an interface language. */
  openedIn(db: Db, releaseId: number, language: string | null): Promise<Opened>;
  /** One value for each set of keyboards, so that what is weighed on them stays known. */
  keyboards(layouts: readonly Layout[], platforms: readonly string[]): Keyboards;
}

/** The catalogue as the stamp says it is: where only layers have moved, they alone are read again. */
async function catalogueNow(db: Db, releaseId: number, stamp: string, found: Kept | undefined): Promise<Catalogue> {
  const [version, ...now] = stamp.split(' ');
  const [before, ...then] = found?.stamp.split(' ') ?? [];
  const ids = (list: readonly string[]) => list.map((one) => one.slice(0, one.indexOf(':'))).join();
  if (!found || version !== before || ids(now) !== ids(then)) return loadCatalogue(db, releaseId);
  const moved = now.filter((one) => !then.includes(one)).map((one) => Number(one.slice(0, one.indexOf(':'))));
  const { catalogue } = found.byLanguage.get('')!;
  const custom = catalogue.keysets.filter((one) => moved.includes(one.id)).every((one) => one.kind === 'custom');
  if (!custom) return loadCatalogue(db, releaseId);
  const layers = await layersNow(db, moved);
  const keysets = catalogue.keysets.map((one): Keyset => {
    const layer = layers.get(one.id);
    return one.kind === 'custom' && layer ? { ...one, ...layer } : one;
  });
  return { ...catalogue, keysets };
}

export function keptCatalogues(): Catalogues {
  const kept = new Map<number, Kept>();
  const boards = new Map<string, Keyboards>();

  async function entryOf(db: Db, releaseId: number) {
    const stamp = await catalogueStamp(db, releaseId);
    const found = kept.get(releaseId);
    kept.delete(releaseId);
    const entry =
      found?.stamp === stamp
        ? found
        : { stamp, byLanguage: new Map([['', opened(await catalogueNow(db, releaseId, stamp, found))]]) };
    // The one asked for last stands last: the first is let go when there are too many.
    kept.set(releaseId, entry);
    const [oldest] = kept.keys();
    if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
    return entry;
  }
  return {
    opened: async (db, releaseId) => (await entryOf(db, releaseId)).byLanguage.get('')!,
    async openedIn(db, releaseId, language) {
      const { byLanguage } = await entryOf(db, releaseId);
      const plain = byLanguage.get('')!;
      if (language === null) return plain;
      const found = byLanguage.get(language) ?? opened(catalogueIn(plain.catalogue, language));
      byLanguage.set(language, found);
      return found;
    },
    keyboards(layouts, platforms) {
      const name = `${layouts.map((one) => one.id).join()} ${platforms.join()}`;
      const found = boards.get(name) ?? keyboardsOf(layouts, platforms);
      boards.delete(name);
      boards.set(name, found);
      const [oldest] = boards.keys();
      if (boards.size > MOST_KEPT && oldest !== undefined) boards.delete(oldest);
      return found;
    },
  };
}
