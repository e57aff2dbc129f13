import type { DemoAccounts } from '../config.ts';
import { EVERYWHERE, inTransaction, type Pool } from '../store/db.ts';
import { insertWorkspace, saveAccount, saveMember, workspaceNamed } from '../store/people.ts';
import { hashPassword } from './password.ts';

type Wanted = Pick<DemoAccounts[number], 'name' | 'email' | 'password' | 'role' | 'workspace'>;

/** Makes an account in a workspace, which is made where there is none of that name; gives both their numbers. */
export async function makeAccount(pool: Pool, { name, email, password, role, workspace }: Wanted) {
  const passwordHash = await hashPassword(password);
  return inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    const editor = await saveAccount(db, name, email, passwordHash);
    const known = await workspaceNamed(db, workspace);
    if (!known) return { editor, workspace: await insertWorkspace(db, workspace, editor) };
    await saveMember(db, known.id, editor, role);
    return { editor, workspace: known.id };
  });
}

/** The accounts of the demo; of those that are there, nothing is changed. */
export async function seedDemo(pool: Pool, accounts: DemoAccounts): Promise<void> {
  for (const account of accounts) await makeAccount(pool, account);
}
