import { PublicEdition } from '@crib/core/contract';
import type { Db } from '../store/db.ts';
import { editionsWithoutForms, insertForms } from '../store/sheets.ts';
import { formsOf } from './forms.ts';

/** Makes the forms of editions that were published before forms were kept. */
export async function keepForms(db: Db, site: string): Promise<void> {
  for (const { address, path, body } of await editionsWithoutForms(db))
    await insertForms(db, address, await formsOf(PublicEdition.shape.body.parse(JSON.parse(body)), site + path));
}
