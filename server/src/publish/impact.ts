import {
  ChangesBody,
  EditionBody,
  type Catalogue,
  type Keyset,
  type PublishedEdition,
  type SentReissue,
  type StaleEdition,
} from '@crib/core/contract';
import { rowsByName, rowsOf, sheetOn, wrongChanges, wrongLines } from '@crib/core/sheet';
import { refuse } from '@crib/core/error';
import { releasesOf } from '../store/apps.ts';
import { loadCatalogue, releaseOfKeyset } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import { loadNotes } from '../store/notes.ts';
import { insertSheet, loadSheet, newestEditions, newestNotes, updateSheet } from '../store/sheets.ts';
import { changesNow, lineageFrom, publishNotes } from './notes.ts';
import { publishSheet } from './publish.ts';

/** A keyset of a release that stands for one of an earlier release: what it was carried to, else what is shipped. */
function successor(keyset: number, now: Catalogue): Keyset | undefined {
  const carried = now.keysets.find((one) => one.kind === 'custom' && one.carriedFrom === keyset);
  return carried ?? now.keysets.find((one) => one.kind === 'shipped' && one.isDefault);
}

/** The newest edition of each sheet of an app that has lines which are wrong now, here or in the newest release. */
export async function staleEditions(db: Db, appId: number): Promise<StaleEdition[]> {
  const editions = await newestEditions(db, appId);
  const newest = (await releasesOf(db, appId)).at(-1);
  const known = new Map<number, Catalogue>();
  const catalogue = async (release: number) => {
    const found = known.get(release) ?? (await loadCatalogue(db, release));
    known.set(release, found);
    return found;
  };
  const found: StaleEdition[] = [];
  for (const { sheet, releaseId, keysetId, number, path, body: text, files } of editions) {
    const body = EditionBody.parse(JSON.parse(text));
    const here = await catalogue(releaseId);
    const keyset = here.keysets.find((one) => one.id === keysetId)!;
    const wrong = wrongLines(body, rowsByName(here, rowsOf(keyset, here)));
    if (files && keyset.revision !== body.keyset.revision)
      wrong.push({
        label: 'The preset file',
        why: `is of revision ${body.keyset.revision}; the keyset is at ${keyset.revision}`,
      });
    let next: StaleEdition['next'] = null;
    if (newest && newest.id !== releaseId) {
      const there = await catalogue(newest.id);
      const heir = successor(keysetId, there);
      const { commands } = await lineageFrom(db, here, there);
      const ids = new Map(here.commands.map((one) => [one.name, one.id]));
      const names = new Map(there.commands.map((one) => [one.id, one.name]));
      const became = (name: string) => names.get(commands.forward(ids.get(name) ?? 0)[0] ?? 0) ?? null;
      if (heir)
        next = {
          release: newest.label,
          keyset: heir.name,
          keysetId: heir.id,
          wrong: wrongLines(body, rowsByName(there, rowsOf(heir, there)), became),
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
  return [...found, ...(await staleNotes(db, appId))];
}

/** The newest edition of all change notes whose lines are not so any more: after a correction, or what was confirmed since. */
async function staleNotes(db: Db, appId: number): Promise<StaleEdition[]> {
  const found: StaleEdition[] = [];
  for (const { notes, number, path, body: text } of await newestNotes(db, appId)) {
    const body = ChangesBody.parse(JSON.parse(text));
    const wrong = wrongChanges(body, await changesNow(db, notes, number));
    const { title, now } = body;
    if (wrong.length) found.push({ of: 'notes', id: notes, title, number, path, ...now, wrong, next: null });
  }
  return found;
}

/** Publishes sheets and change notes anew: as they are now, or sheets on a keyset of another release. All, or none. */
export async function reissue(
  db: Db,
  appId: number,
  { sheets, notes, keyset }: SentReissue,
  editorId: number,
): Promise<PublishedEdition[]> {
  const made: PublishedEdition[] = [];
  for (const id of sheets) {
    const sheet = await loadSheet(db, id);
    if (sheet.appId !== appId) refuse('not-found', `This app has no sheet ${id}.`);
    const on = keyset === null ? id : await madeOn(db, sheet, keyset);
    made.push(await publishSheet(db, on, editorId));
  }
  for (const id of notes) {
    if ((await loadNotes(db, id)).appId !== appId) refuse('not-found', `This app has no change notes ${id}.`);
    made.push(await publishNotes(db, id, editorId));
  }
  return made;
}

/** The same sheet on a keyset of another release, its commands followed by lineage. */
async function madeOn(db: Db, sheet: Awaited<ReturnType<typeof loadSheet>>, keysetId: number): Promise<number> {
  const [here, there] = [
    await loadCatalogue(db, sheet.releaseId),
    await loadCatalogue(db, await releaseOfKeyset(db, keysetId)),
  ];
  const id = await insertSheet(db, sheet.appId, keysetId, sheet.title);
  const { title, intro, credit, sections } = sheetOn(sheet, await lineageFrom(db, here, there));
  await updateSheet(db, id, { revision: 1, keysetId, title, intro, credit, sections });
  return id;
}
