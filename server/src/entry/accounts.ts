import type { DemoAccounts } from '../config.ts';
import { EVERYWHERE, inTransaction, type Db, type Pool } from '../store/db.ts';
import {
  accountAt,
  anybody,
  insertAccount,
  insertWorkspace,
  oneByOne,
  saveMember,
  workspaceNamed,
} from '../store/people.ts';
import { checkPassword, hashPassword } from './password.ts';

type Wanted = DemoAccounts[number];

/** Makes an account in a workspace, which is made where there is none of that name; refuses an address that has one. */
export async function makeAccount(pool: Pool, wanted: Wanted): Promise<void> {
  const passwordHash = await hashPassword(wanted.password);
  await inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    await oneByOne(db);
    await makeIn(db, wanted, passwordHash);
  });
}

/**
 * The accounts of the demo, whose passwords everybody knows: made all at once in an installation that never had an account,
 * and in no other. Gives those that are still as they were made; only they may be shown.
 */
export async function seedDemo(pool: Pool, accounts: DemoAccounts): Promise<DemoAccounts> {
  if (!(await inTransaction(pool, { workspace: EVERYWHERE }, anybody))) {
    // Before the lock, which processes that start at the same moment wait for only so long.
    const hashes = await Promise.all(accounts.map(({ password }) => hashPassword(password)));
    await inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
      await oneByOne(db);
      if (await anybody(db)) return;
      for (const [index, account] of accounts.entries()) await makeIn(db, account, hashes[index]!);
    });
  }
  const unchanged = await Promise.all(
    accounts.map(async ({ email, password }) => {
      const found = await accountAt(pool, email);
      return found !== undefined && checkPassword(password, found.passwordHash);
    }),
  );
  return accounts.filter((_, index) => unchanged[index]);
}

async function makeIn(db: Db, { name, email, role, workspace }: Wanted, passwordHash: string): Promise<void> {
  const editor = await insertAccount(db, name, email, passwordHash);
  const known = await workspaceNamed(db, workspace);
  if (known) await saveMember(db, known.id, editor, role);
  else await insertWorkspace(db, workspace, editor);
}
