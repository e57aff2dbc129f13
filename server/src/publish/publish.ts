import { createHash } from 'node:crypto';
import type { PublishedEdition } from '@crib/core/contract';
import { canonicalJson, composeSheet } from '@crib/core/sheet';
import { writePreset } from '@crib/core/preset';
import { refuse } from '@crib/core/error';
import { loadCatalogue } from '../store/catalogue.ts';
import type { Db } from '../store/db.ts';
import { insertEdition, loadSheet, nextEdition, recipesOf, type FileRecord } from '../store/sheets.ts';
import { newAddress, slugOf } from './address.ts';

export const sha256 = (text: string) => createHash('sha256').update(text, 'utf8').digest('hex');

/** Publishes a sheet as its next edition, with a preset file for each platform when its keyset is a custom one. */
export async function publishSheet(db: Db, sheetId: number, editorId: number): Promise<PublishedEdition> {
  const number = await nextEdition(db, { sheetId });
  const sheet = await loadSheet(db, sheetId);
  if (!sheet.sections.some((section) => section.rows.length)) {
    refuse('empty-sheet', 'There is no command on this sheet. Put some into a section, then publish it.');
  }
  const catalogue = await loadCatalogue(db, sheet.releaseId);
  const publishedOn = new Date().toISOString().slice(0, 10);
  const body = canonicalJson(composeSheet(sheet, catalogue, { number, publishedOn }));
  const keyset = catalogue.keysets.find((one) => one.id === sheet.keysetId)!;
  const recipes = keyset.kind === 'custom' ? await recipesOf(db, sheet.appId) : [];
  const files = recipes.flatMap((recipe) =>
    catalogue.release.platforms
      .filter((platform) => platform in recipe.platforms)
      .map((platform): FileRecord => {
        const { name, text, losses } = writePreset(recipe, keyset, catalogue, platform, number);
        return { name, platform, recipe: recipe.name, body: text, hash: sha256(text), losses: [...losses] };
      }),
  );
  const edition = {
    of: { sheetId },
    number,
    address: newAddress(),
    slug: slugOf(sheet.title),
    body,
    hash: sha256(body),
    howToLoad: recipes.map((recipe) => recipe.howToLoad).join('\n'),
  };
  return insertEdition(db, edition, files, editorId);
}
