import { createHash } from 'node:crypto';
import type { ProofException, PublishedEdition } from '@crib/core/contract';
import { canonicalJson, composeSheet, loadingText, proof } from '@crib/core/sheet';
import { writePreset } from '@crib/core/preset';
import { programOf } from '@crib/core/learn';
import { refuse, refuseAny } from '@crib/core/error';
import { US } from '@crib/core/keys';
import type { Acting } from '../acts/acting.ts';
import type { Db } from '../store/db.ts';
import { editionsOf, insertEdition, insertForms, nextEdition, type FileRecord } from '../store/editions.ts';
import { recipesOf } from '../store/recipes.ts';
import { loadSheet } from '../store/sheets.ts';
import { keepStanding } from '../store/handouts.ts';
import { newAddress, slugOf } from './address.ts';
import { crosswalksHere, earlierReleases } from './other-programs.ts';
import { exceptionsFor } from './exceptions.ts';
import { formsOf, programForm } from './forms.ts';
import { sheetFacts } from './sheet-facts.ts';

export const sha256 = (content: string | Uint8Array) => createHash('sha256').update(content).digest('hex');

/** Publishes a sheet as its next edition, with a preset file for each platform when its keyset is a custom one. */
export async function publishSheet(
  acting: Acting,
  db: Db,
  sheetId: number,
  named: readonly Omit<ProofException, 'said'>[] = [],
): Promise<PublishedEdition> {
  const number = await nextEdition(db, { sheetId });
  const sheet = await loadSheet(db, sheetId);
  const opened = await acting.catalogues.opened(db, sheet.releaseId);
  const { catalogue } = opened;
  const keyboards = acting.catalogues.keyboards([US], catalogue.release.platforms);
  const publishedOn = new Date().toISOString().slice(0, 10);
  const facts = await sheetFacts(acting, db, sheet);
  const composed = composeSheet(sheet, opened, keyboards, { number, publishedOn }, facts);
  if (!composed.sections.some((section) => section.rows.length + section.figures.length))
    refuse('empty-sheet', 'This sheet has no commands. Add some before publishing.');
  const [last] = await editionsOf(db, { sheetId });
  const wrong = proof(sheet, composed, opened, keyboards, facts).filter((one) => one.wrong);
  const exceptions = exceptionsFor(wrong, [...(last?.exceptions ?? []), ...named]);
  const body = canonicalJson(composed);
  const keyset = catalogue.keysets.find((one) => one.id === sheet.keysetId)!;
  const recipes = keyset.kind === 'custom' ? await recipesOf(db, sheet.appId) : [];
  const files = recipes.flatMap(({ recipe }) =>
    catalogue.release.platforms
      .filter((platform) => platform in recipe.platforms)
      .flatMap((platform) =>
        [false, true].map((back): FileRecord => {
          const wish = { edition: number, language: sheet.language, back };
          const { name, bytes, losses, fault } = writePreset(recipe, keyset, catalogue, platform, wish);
          if (fault) refuseAny([fault]);
          return {
            name,
            platform,
            recipe: recipe.name,
            content: bytes,
            hash: sha256(bytes),
            losses: [...losses],
            back,
          };
        }),
      ),
  );
  const edition = {
    of: { sheetId },
    number,
    address: newAddress(),
    slug: slugOf(sheet.title),
    body,
    hash: sha256(body),
    exceptions,
    howToLoad: loadingText(recipes.map((one) => one.recipe)),
  };
  await keepStanding(db, edition.of, newAddress(), edition.slug);
  const made = await insertEdition(db, edition, onePerName(files), acting.actor);
  const others = await crosswalksHere(acting, db, sheet.appId, opened);
  const earlier = await earlierReleases(acting, db, sheet.appId, opened);
  const commands = composed.sections.flatMap((one) => one.rows.map((row) => row.command));
  const program = programOf(opened, sheet.keysetId, keyboards, {
    recipes: recipes.map((one) => one.recipe),
    others,
    sheet: commands,
    earlier,
  });
  await insertForms(db, made.address, [...(await formsOf(composed, acting.site + made.path)), programForm(program)]);
  return made;
}

/** Files of several recipes whose names would be the same carry the recipe’s name too. */
function onePerName(files: readonly FileRecord[]): FileRecord[] {
  const count = new Map<string, number>();
  for (const { name } of files) count.set(name, (count.get(name) ?? 0) + 1);
  const taken = new Set<string>();
  return files.map((file) => {
    const doubled = count.get(file.name)! > 1;
    const dot = file.name.lastIndexOf('.');
    const [stem, end] = dot > 0 ? [file.name.slice(0, dot), file.name.slice(dot)] : [file.name, ''];
    const named = doubled ? `${stem}-${slugOf(file.recipe)}` : stem;
    let name = `${named}${end}`;
    for (let n = 2; taken.has(name); n++) name = `${named}-${n}${end}`;
    taken.add(name);
    return { ...file, name };
  });
}
