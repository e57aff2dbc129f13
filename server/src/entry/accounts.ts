import type { DemoAccounts } from '../config.ts';
import { EVERYWHERE, inTransaction, type Db, type Pool } from '../store/db.ts';
import { accountAt, insertAccount, insertWorkspace, oneByOne, saveMember, workspaceNamed } from '../store/people.ts';
import { hashPassword } from './password.ts';

type Wanted = DemoAccounts[number];

/** Makes an account in a workspace, which is made where there is none of that name; refuses an address that has one. */
export const makeAccount = (pool: Pool, wanted: Wanted): Promise<void> =>
  inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    await oneByOne(db);
    await makeIn(db, wanted);
  });

/** The accounts of the demo, all on its first start or none: of those that are there nothing is changed, nor are removed ones made again. */
export const seedDemo = (pool: Pool, accounts: DemoAccounts): Promise<void> =>
  inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    await oneByOne(db);
    if (await accountAt(db, accounts[0]!.email)) return;
    for (const account of accounts) await makeIn(db, account);
  });

async function makeIn(db: Db, { name, email, password, role, workspace }: Wanted): Promise<void> {
  const editor = await insertAccount(db, name, email, await hashPassword(password));
  const known = await workspaceNamed(db, workspace);
  if (known) await saveMember(db, known.id, editor, role);
  else await insertWorkspace(db, workspace, editor);
}
