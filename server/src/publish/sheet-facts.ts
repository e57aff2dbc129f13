import { EditionBody, type Sheet, type SheetFacts } from '@crib/core/contract';
import { comingFrom, crosswalkIn } from '@crib/core/crosswalk';
import { US, showStored } from '@crib/core/keys';
import type { Opened } from '@crib/core/keyset';
import type { Lineage } from '@crib/core/release';
import { changedKeys } from '@crib/core/sheet';
import type { Acting } from '../acts/acting.ts';
import { appBySlug, releasesOf } from '../store/apps.ts';
import { crosswalkAt, crosswalksOf } from '../store/crosswalks.ts';
import type { Db } from '../store/db.ts';
import { lineageOf } from '../store/releases.ts';
import { lastEdition } from '../store/sheets.ts';
import { lineageFrom } from './notes.ts';

/** What commands were called in an earlier release, where that was otherwise. */
const renamedSince = (before: Opened, now: Opened, lineage: Lineage): SheetFacts['renamed'] =>
  now.catalogue.commands.flatMap(({ id, label }) =>
    lineage.commands.back(id).flatMap((old) => {
      const was = before.commands.get(old)?.label;
      return was === undefined || was === label ? [] : [{ command: id, was }];
    }),
  );

/** What a sheet is made from besides its release and keyset: the release before, its last edition, other programs. */
export async function sheetFacts(
  { catalogues }: Acting,
  db: Db,
  sheet: Pick<Sheet, 'id' | 'appId'> & { readonly releaseId: number },
): Promise<SheetFacts> {
  const releases = await releasesOf(db, sheet.appId);
  const at = releases.findIndex((one) => one.id === sheet.releaseId);
  const now = await catalogues.opened(db, sheet.releaseId);
  const before = at > 0 ? await catalogues.opened(db, releases[at - 1]!.id) : null;
  const keyboards = catalogues.keyboards([US], now.catalogue.release.platforms);
  const lineage = before && (await lineageFrom(db, before.catalogue, now.catalogue));
  const last = await lastEdition(db, sheet.id);
  const own = await lineageOf(db, sheet.appId);
  const coming: SheetFacts['coming'] = [];
  for (const { id, from, to } of await crosswalksOf(db, sheet.appId)) {
    if (to.slug !== now.catalogue.app.slug) continue;
    const { id: other } = await appBySlug(db, from.slug);
    const newest = (await releasesOf(db, other)).at(-1);
    if (!newest) continue;
    const old = await catalogues.opened(db, newest.id);
    const crosswalk = crosswalkIn(await crosswalkAt(db, id), { release: old, links: await lineageOf(db, other) }, { release: now, links: own }); // prettier-ignore
    const { counterparts, uses } = comingFrom(old, crosswalk);
    const { platforms } = old.catalogue.release;
    const held = old.shipped && old.weighed(old.shipped.id, catalogues.keyboards([US], platforms)).on(platforms[0]!);
    const lines = counterparts
      .toSorted((a, b) => (uses.get(b.source) ?? 0) - (uses.get(a.source) ?? 0))
      .map(({ source, target }) => {
        const key = held?.of(source)[0]?.shortcut;
        const was = old.commands.get(source)?.label ?? '';
        return { target, said: `${from.name}: ${was}${key ? `, ${showStored(key, platforms[0]!)}` : ''}` };
      });
    coming.push({ crosswalk: id, from: from.name, lines });
  }
  return {
    changed: before && lineage ? changedKeys(before, now, lineage, keyboards) : [],
    renamed: before && lineage ? renamedSince(before, now, lineage) : [],
    last: last === null ? null : EditionBody.parse(JSON.parse(last)),
    coming,
  };
}
