import { PublicEdition } from '@crib/core/contract';
import { EVERYWHERE, inTransaction, type Pool } from '../store/db.ts';
import { editionsWithoutForms, insertForms } from '../store/editions.ts';
import { formsOf } from './forms.ts';

/** Makes the forms of editions that were published before forms were kept. */
export const keepForms = (pool: Pool, site: string): Promise<void> =>
  inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    for (const { address, path, body } of await editionsWithoutForms(db))
      await insertForms(db, address, await formsOf(PublicEdition.shape.body.parse(JSON.parse(body)), site + path));
  });
