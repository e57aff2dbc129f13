import type { DemoAccounts } from '../config.ts';
import { EVERYWHERE, inTransaction, type Db, type Pool } from '../store/db.ts';
import { accountAt, insertAccount, insertWorkspace, oneByOne, saveMember, workspaceNamed } from '../store/people.ts';
import { hashPassword } from './password.ts';

type Wanted = DemoAccounts[number];

/** Makes an account in a workspace, which is made where there is none of that name; refuses an address that has one. */
export async function makeAccount(pool: Pool, wanted: Wanted): Promise<void> {
  const passwordHash = await hashPassword(wanted.password);
  await inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    await oneByOne(db);
    await makeIn(db, wanted, passwordHash);
  });
}

/** The accounts of the demo, all on its first start or none: of those that are there nothing is changed, nor are removed ones made again. */
export async function seedDemo(pool: Pool, accounts: DemoAccounts): Promise<void> {
  const isThere = (db: Db) => accountAt(db, accounts[0]!.email);
  if (await inTransaction(pool, { workspace: EVERYWHERE }, isThere)) return;
  // Before the lock, which processes that start at the same moment wait for only so long.
  const hashes = await Promise.all(accounts.map(({ password }) => hashPassword(password)));
  await inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    await oneByOne(db);
    if (await isThere(db)) return;
    for (const [index, account] of accounts.entries()) await makeIn(db, account, hashes[index]!);
  });
}

async function makeIn(db: Db, { name, email, role, workspace }: Wanted, passwordHash: string): Promise<void> {
  const editor = await insertAccount(db, name, email, passwordHash);
  const known = await workspaceNamed(db, workspace);
  if (known) await saveMember(db, known.id, editor, role);
  else await insertWorkspace(db, workspace, editor);
}
