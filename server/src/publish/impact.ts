import {
  ChangesBody,
  EditionBody,
  type Keyset,
  type PublishedEdition,
  type SentReissue,
  type StaleEdition,
} from '@crib/core/contract';
import { US } from '@crib/core/keys';
import type { Opened } from '@crib/core/keyset';
import { each } from '@crib/core/memory';
import { rowsByName, rowsOf, sheetOn, wrongChanges, wrongLines } from '@crib/core/sheet';
import { refuse } from '@crib/core/error';
import { releasesOf } from '../store/apps.ts';
import { releaseOfKeyset } from '../store/catalogue.ts';
import type { Acting } from '../acts/acting.ts';
import type { Db } from '../store/db.ts';
import { loadNotes } from '../store/notes.ts';
import { newestEditions, newestNotes } from '../store/editions.ts';
import { insertSheet, loadSheet, updateSheet } from '../store/sheets.ts';
import { lineageFrom } from './lineage.ts';
import { changesNow, publishNotes } from './notes.ts';
import { publishSheet } from './publish.ts';

/** A keyset of a release that stands for one of an earlier release: what it was carried to, else what is shipped. */
function successor(keyset: number, now: Opened): Keyset | undefined {
  const carried = now.catalogue.keysets.find((one) => one.kind === 'custom' && one.carriedFrom === keyset);
  return carried ?? now.shipped;
}

/** The newest edition of each sheet of an app that has lines which are wrong now, here or in the newest release. */
export async function staleEditions(acting: Acting, db: Db, appId: number): Promise<StaleEdition[]> {
  const editions = await newestEditions(db, appId);
  const newest = (await releasesOf(db, appId)).at(-1);
  const { catalogues } = acting;
  // Each release is opened once, and each step of lineage asked for once, however many editions there are.
  const openedAt = each((release: number) => catalogues.opened(db, release));
  const boards = (one: Opened) => catalogues.keyboards([US], one.catalogue.release.platforms);
  const lineageTo = each((release: number) =>
    Promise.all([openedAt(release), openedAt(newest!.id)]).then(([from, to]) =>
      lineageFrom(db, from.catalogue, to.catalogue),
    ),
  );
  const namesOf = each((one: Opened) => ({
    ids: new Map(one.catalogue.commands.map((command) => [command.name, command.id])),
    names: new Map(one.catalogue.commands.map((command) => [command.id, command.name])),
  }));
  const rowOf = each((one: Opened) =>
    each((keyset: number) => rowsByName(one.catalogue, rowsOf(one, keyset, boards(one)))),
  );
  const found: StaleEdition[] = [];
  for (const { sheet, releaseId, keysetId, number, path, body: text, files } of editions) {
    const body = EditionBody.parse(JSON.parse(text));
    const here = await openedAt(releaseId);
    const keyset = here.keyset(keysetId)!;
    const wrong = wrongLines(body, rowOf(here)(keysetId), boards(here));
    if (files && keyset.revision !== body.keyset.revision)
      wrong.push({
        label: 'The preset file',
        why: `is of revision ${body.keyset.revision}; the keyset is at ${keyset.revision}`,
      });
    let next: StaleEdition['next'] = null;
    if (newest && newest.id !== releaseId) {
      const there = await openedAt(newest.id);
      const heir = successor(keysetId, there);
      const { commands } = await lineageTo(releaseId);
      const { ids } = namesOf(here);
      const { names } = namesOf(there);
      const became = (name: string) => names.get(commands.forward(ids.get(name) ?? 0)[0] ?? 0) ?? null;
      if (heir)
        next = {
          release: newest.label,
          keyset: heir.name,
          keysetId: heir.id,
          wrong: wrongLines(body, rowOf(there)(heir.id), boards(there), became),
        };
    }
    if (wrong.length || next?.wrong.length)
      found.push({
        of: 'sheet',
        id: sheet,
        title: body.title,
        number,
        path,
        release: body.release,
        keyset: body.keyset.name,
        wrong,
        next,
      });
  }
  return [...found, ...(await staleNotes(acting, db, appId))];
}

/** The newest edition of all change notes whose lines are not so any more: after a correction, or what was confirmed since. */
async function staleNotes(acting: Acting, db: Db, appId: number): Promise<StaleEdition[]> {
  const found: StaleEdition[] = [];
  for (const { notes, number, path, body: text } of await newestNotes(db, appId)) {
    const body = ChangesBody.parse(JSON.parse(text));
    const wrong = wrongChanges(body, await changesNow(acting, db, notes, number, body.language));
    const { title, now } = body;
    if (wrong.length) found.push({ of: 'notes', id: notes, title, number, path, ...now, wrong, next: null });
  }
  return found;
}

/** Publishes sheets and change notes anew: as they are now, or sheets on a keyset of another release. All, or none. */
export async function reissue(
  acting: Acting,
  db: Db,
  appId: number,
  { sheets, notes, keyset }: SentReissue,
): Promise<PublishedEdition[]> {
  const made: PublishedEdition[] = [];
  for (const id of sheets) {
    const sheet = await loadSheet(db, id);
    if (sheet.appId !== appId) refuse('not-found', `This program has no sheet ${id}.`);
    const on = keyset === null ? id : await madeOn(acting, db, sheet, keyset);
    made.push(await publishSheet(acting, db, on));
  }
  for (const id of notes) {
    if ((await loadNotes(db, id)).appId !== appId) refuse('not-found', `This program has no change notes ${id}.`);
    made.push(await publishNotes(acting, db, id));
  }
  return made;
}

/** The same sheet on a keyset of another release, its commands followed by lineage. */
async function madeOn(
  { catalogues }: Acting,
  db: Db,
  sheet: Awaited<ReturnType<typeof loadSheet>>,
  keysetId: number,
): Promise<number> {
  const [here, there] = [
    await catalogues.opened(db, sheet.releaseId),
    await catalogues.opened(db, await releaseOfKeyset(db, keysetId)),
  ];
  const id = await insertSheet(db, sheet.appId, keysetId, sheet.title);
  const made = sheetOn(sheet, await lineageFrom(db, here.catalogue, there.catalogue));
  await updateSheet(db, id, { ...made, revision: 1, keysetId });
  return id;
}
