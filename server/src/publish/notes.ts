import { US } from '@crib/core/keys';
import type { Opened } from '@crib/core/keyset';
import { RESTS } from '@crib/core/reach';
import { comparedOn, noteLines, type NoteLine } from '@crib/core/release';
import { canonicalJson, composeChanges, notesProof } from '@crib/core/sheet';
import { refuse } from '@crib/core/error';
import type { ChangesBody, ProofException, PublishedEdition } from '@crib/core/contract';
import type { Acting } from '../acts/acting.ts';
import { releaseOfKeyset } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import { loadNotes } from '../store/notes.ts';
import { editionsOf, insertEdition, insertForms, nextEdition } from '../store/editions.ts';
import { keepStanding } from '../store/handouts.ts';
import { newAddress, slugOf } from './address.ts';
import { formsOf } from './forms.ts';
import { exceptionsFor } from './exceptions.ts';
import { lineageFrom } from './lineage.ts';
import { sha256 } from './publish.ts';

/** What moved between the keysets of change notes, as lines, and what they are called. */
async function linesOf(
  { catalogues }: Acting,
  db: Db,
  oldKeyset: number,
  nowKeyset: number,
): Promise<{ lines: NoteLine[]; frame: Pick<ChangesBody, 'app' | 'old' | 'now' | 'platforms'> }> {
  const old = await catalogues.opened(db, await releaseOfKeyset(db, oldKeyset));
  const now = await catalogues.opened(db, await releaseOfKeyset(db, nowKeyset));
  const lineage = await lineageFrom(db, old.catalogue, now.catalogue);
  const compared = comparedOn(
    { opened: old, keyset: oldKeyset },
    { opened: now, keyset: nowKeyset },
    lineage,
    catalogues.keyboards([US], now.catalogue.release.platforms),
    { rest: RESTS[0]!, typist: 'average' },
  );
  const named = ({ catalogue: { release }, keyset }: Opened, id: number) => ({
    release: release.label,
    keyset: keyset(id)!.name,
  });
  return {
    lines: noteLines(compared),
    frame: {
      app: now.catalogue.app.name,
      old: named(old, oldKeyset),
      now: named(now, nowKeyset),
      platforms: compared.map((one) => one.now.platform),
    },
  };
}

/** Change notes as they would be published now. */
export async function changesNow(
  acting: Acting,
  db: Db,
  notesId: number,
  number: number,
  language?: ChangesBody['language'],
): Promise<ChangesBody> {
  const notes = await loadNotes(db, notesId);
  const { lines, frame } = await linesOf(acting, db, notes.oldKeyset, notes.nowKeyset);
  const publishedOn = new Date().toISOString().slice(0, 10);
  return composeChanges({ ...notes, language: language ?? notes.language }, lines, { ...frame, number, publishedOn });
}

/** What texts of change notes claim of keys and is not so. */
async function findingsOf({ catalogues }: Acting, db: Db, notesId: number) {
  const notes = await loadNotes(db, notesId);
  const side = async (keyset: number) => ({
    opened: await catalogues.opened(db, await releaseOfKeyset(db, keyset)),
    keyset,
  });
  const [old, now] = [await side(notes.oldKeyset), await side(notes.nowKeyset)];
  return notesProof(notes, old, now, catalogues.keyboards([US], now.opened.catalogue.release.platforms));
}

/** Publishes change notes as their next edition, with what is wrong and was named, and refuses what was not. */
export async function publishNotes(
  acting: Acting,
  db: Db,
  notesId: number,
  named: readonly Omit<ProofException, 'said'>[] = [],
): Promise<PublishedEdition> {
  const number = await nextEdition(db, { notesId });
  const changes = await changesNow(acting, db, notesId, number);
  if (changes.groups.length === 0) refuse('empty-notes', 'These notes have no lines. Add some before publishing.');
  const found = await findingsOf(acting, db, notesId);
  const [last] = await editionsOf(db, { notesId });
  const exceptions = exceptionsFor(found, [...(last?.exceptions ?? []), ...named]);
  const body = canonicalJson(changes);
  const edition = {
    of: { notesId },
    exceptions,
    number,
    address: newAddress(),
    slug: slugOf(changes.title),
    body,
    hash: sha256(body),
    howToLoad: '',
  };
  await keepStanding(db, edition.of, newAddress(), edition.slug);
  const made = await insertEdition(db, edition, [], acting.actor);
  await insertForms(db, made.address, await formsOf(changes, acting.site + made.path));
  return made;
}
