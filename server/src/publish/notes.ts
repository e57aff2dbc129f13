import { US } from '@crib/core/keys';
import { RESTS } from '@crib/core/reach';
import { comparedOn, lineageBetween, noteLines, type Lineage, type NoteLine } from '@crib/core/release';
import { canonicalJson, composeChanges } from '@crib/core/sheet';
import { refuse } from '@crib/core/error';
import type { Catalogue, ChangesBody, PublishedEdition } from '@crib/core/contract';
import { releasesOf } from '../store/apps.ts';
import { loadCatalogue, releaseOfKeyset } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import { loadNotes } from '../store/notes.ts';
import { lineageOf } from '../store/releases.ts';
import { insertEdition, nextEdition } from '../store/sheets.ts';
import { newAddress, slugOf } from './address.ts';
import { sha256 } from './publish.ts';

/** The lineage between two releases of an app, as it was confirmed. */
export async function lineageFrom(db: Db, old: Catalogue, now: Catalogue): Promise<Lineage> {
  const order = (await releasesOf(db, now.app.id)).map((one) => one.id);
  return lineageBetween(await lineageOf(db, now.app.id), order, old, now);
}

/** What moved between the keysets of change notes, as lines, and what they are called. */
async function linesOf(
  db: Db,
  oldKeyset: number,
  nowKeyset: number,
): Promise<{ lines: NoteLine[]; frame: Pick<ChangesBody, 'app' | 'old' | 'now' | 'platforms'> }> {
  const catalogues = [oldKeyset, nowKeyset].map(async (id) => loadCatalogue(db, await releaseOfKeyset(db, id)));
  const [old, now] = (await Promise.all(catalogues)) as [Catalogue, Catalogue];
  const hands = { layout: US, rest: RESTS[0]!, typist: 'average' as const };
  const lineage = await lineageFrom(db, old, now);
  const compared = comparedOn(
    { catalogue: old, keyset: oldKeyset },
    { catalogue: now, keyset: nowKeyset },
    lineage,
    hands,
  );
  const named = ({ release, keysets }: Catalogue, id: number) => ({
    release: release.label,
    keyset: keysets.find((one) => one.id === id)!.name,
  });
  return {
    lines: noteLines(compared),
    frame: {
      app: now.app.name,
      old: named(old, oldKeyset),
      now: named(now, nowKeyset),
      platforms: compared.map((one) => one.now.platform),
    },
  };
}

/** Change notes as they would be published now. */
export async function changesNow(db: Db, notesId: number, number: number): Promise<ChangesBody> {
  const notes = await loadNotes(db, notesId);
  const { lines, frame } = await linesOf(db, notes.oldKeyset, notes.nowKeyset);
  const publishedOn = new Date().toISOString().slice(0, 10);
  return composeChanges(notes, lines, { ...frame, number, publishedOn });
}

/** Publishes change notes as their next edition. */
export async function publishNotes(db: Db, notesId: number, editorId: number): Promise<PublishedEdition> {
  const number = await nextEdition(db, { notesId });
  const changes = await changesNow(db, notesId, number);
  if (changes.groups.length === 0)
    refuse('empty-notes', 'There is no line in these notes. Put one in, then publish them.');
  const body = canonicalJson(changes);
  const edition = {
    of: { notesId },
    number,
    address: newAddress(),
    slug: slugOf(changes.title),
    body,
    hash: sha256(body),
    howToLoad: '',
  };
  return insertEdition(db, edition, [], editorId);
}
