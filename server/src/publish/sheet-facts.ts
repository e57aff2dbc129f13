import { EditionBody, type Sheet, type SheetFacts } from '@crib/core/contract';
import { US, showStored } from '@crib/core/keys';
import type { Opened } from '@crib/core/keyset';
import type { Lineage } from '@crib/core/release';
import { changedKeys } from '@crib/core/sheet';
import type { Acting } from '../acts/acting.ts';
import { releasesOf } from '../store/apps.ts';
import type { Db } from '../store/db.ts';
import { lastEdition } from '../store/editions.ts';
import { crosswalksHere } from './other-programs.ts';
import { lineageFrom } from './lineage.ts';

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
  acting: Acting,
  db: Db,
  sheet: Pick<Sheet, 'id' | 'appId'> & { readonly releaseId: number },
): Promise<SheetFacts> {
  const { catalogues } = acting;
  const releases = await releasesOf(db, sheet.appId);
  const at = releases.findIndex((one) => one.id === sheet.releaseId);
  const now = await catalogues.opened(db, sheet.releaseId);
  const before = at > 0 ? await catalogues.opened(db, releases[at - 1]!.id) : null;
  const keyboards = catalogues.keyboards([US], now.catalogue.release.platforms);
  const lineage = before && (await lineageFrom(db, before.catalogue, now.catalogue));
  const last = await lastEdition(db, sheet.id);
  const coming = (await crosswalksHere(acting, db, sheet.appId, now)).map(
    ({ crosswalk, from, coming: { old, counterparts, uses } }) => {
      const { platforms } = old.catalogue.release;
      const held = old.shipped && old.weighed(old.shipped.id, catalogues.keyboards([US], platforms)).on(platforms[0]!);
      const lines = counterparts
        .toSorted((a, b) => (uses.get(b.source) ?? 0) - (uses.get(a.source) ?? 0))
        .map(({ source, target }) => {
          const key = held?.of(source)[0]?.shortcut;
          const was = old.commands.get(source)?.label ?? '';
          return { target, said: `${from}: ${was}${key ? `, ${showStored(key, platforms[0]!)}` : ''}` };
        });
      return { crosswalk, from, lines };
    },
  );
  return {
    changed: before && lineage ? changedKeys(before, now, lineage, keyboards) : [],
    renamed: before && lineage ? renamedSince(before, now, lineage) : [],
    last: last === null ? null : EditionBody.parse(JSON.parse(last)),
    coming,
  };
}
