import type { Editor, Member, Role, Session, Workspace } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** Accounts, workspaces, and who is in which. */

export interface Account extends Editor {
  readonly passwordHash: string;
}
const ACCOUNT = 'id, name, email, password_hash AS "passwordHash"';

export const accountAt = (db: Db, email: string): Promise<Account | undefined> =>
  first(db, `SELECT ${ACCOUNT} FROM editor WHERE email = $1`, [email.toLowerCase()]);
export const accountOf = (db: Db, id: number): Promise<Account | undefined> =>
  first(db, `SELECT ${ACCOUNT} FROM editor WHERE id = $1 AND removed_at IS NULL`, [id]);
export const editorOf = (db: Db, id: number): Promise<Editor | undefined> =>
  first(db, `SELECT id, name, coalesce(email, '') AS email FROM editor WHERE id = $1`, [id]);

/** Whether there is, or ever was, an account. */
export const anybody = async (db: Db): Promise<boolean> =>
  (await first(db, 'SELECT 1 FROM editor LIMIT 1')) !== undefined;
/** Whether some workspace has an owner. */
export const anyOwner = async (db: Db): Promise<boolean> =>
  (await first(db, `SELECT 1 FROM membership WHERE role = 'owner' LIMIT 1`)) !== undefined;

/** Makes an account; an address has one, whoever was faster. Its number. */
export async function insertAccount(db: Db, name: string, email: string, passwordHash: string): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    'INSERT INTO editor (name, email, password_hash) VALUES ($1, lower($2), $3) ON CONFLICT (email) DO NOTHING RETURNING id',
    [name, email, passwordHash],
  );
  return made?.id ?? refuse('taken', 'There is already an account with this email.');
}
export async function changeAccount(db: Db, id: number, to: { name?: string | undefined; passwordHash?: string }) {
  await db.query(
    'UPDATE editor SET name = coalesce($2, name), password_hash = coalesce($3, password_hash) WHERE id = $1 AND removed_at IS NULL',
    [id, to.name, to.passwordHash],
  );
}
/** Ends the sessions of an account, but for one. */
export async function endSessions(db: Db, editor: number, except = ''): Promise<void> {
  await db.query(`DELETE FROM session WHERE sess ->> 'editorId' = $1::text AND sid <> $2`, [editor, except]);
}

const WORKSPACE = 'id, name, editors_propose AS "editorsPropose"';
export const workspaceNamed = (db: Db, name: string): Promise<Workspace | undefined> =>
  first(db, `SELECT ${WORKSPACE} FROM workspace WHERE name = $1 ORDER BY id LIMIT 1`, [name]);
export const workspacesOf = (db: Db, editor: number): Promise<Session['workspaces']> =>
  rows(
    db,
    `SELECT w.id, w.name FROM membership m JOIN workspace w ON w.id = m.workspace_id
     WHERE m.editor_id = $1 AND m.disabled_at IS NULL ORDER BY m.since, w.id`,
    [editor],
  );
/** One after another: of those who would make a workspace of one name at the same moment, the second finds it. */
export const oneByOne = (db: Db) => db.query("SELECT pg_advisory_xact_lock(hashtext('crib accounts'))");

export async function insertWorkspace(db: Db, name: string, owner: number): Promise<number> {
  const made = await first<{ id: number }>(db, 'INSERT INTO workspace (name) VALUES ($1) RETURNING id', [name]);
  await saveMember(db, made!.id, owner, 'owner');
  return made!.id;
}
/** The first workspace of an installation; it has nobody in it yet. */
export async function firstWorkspace(db: Db, name: string): Promise<number> {
  const found = await first<{ id: number }>(db, 'SELECT id FROM workspace ORDER BY id LIMIT 1');
  if (found) return found.id;
  return (await first<{ id: number }>(db, 'INSERT INTO workspace (name) VALUES ($1) RETURNING id', [name]))!.id;
}
export async function updateWorkspace(db: Db, { id, name, editorsPropose }: Workspace): Promise<void> {
  await db.query('UPDATE workspace SET name = $2, editors_propose = $3 WHERE id = $1', [id, name, editorsPropose]);
}

/** What somebody is in a workspace, while nobody has disabled them there. */
export async function standingIn(
  db: Db,
  workspace: number,
  editor: number,
): Promise<{ name: string; email: string; role: Role; workspace: Workspace } | undefined> {
  const found = await first<
    { name: string; email: string; role: Role } & Omit<Workspace, 'id' | 'name'> & { school: string }
  >(
    db,
    `SELECT e.name, e.email, m.role, w.name AS school, w.editors_propose AS "editorsPropose"
     FROM membership m JOIN workspace w ON w.id = m.workspace_id JOIN editor e ON e.id = m.editor_id
     WHERE m.workspace_id = $1 AND m.editor_id = $2 AND m.disabled_at IS NULL AND e.removed_at IS NULL`,
    [workspace, editor],
  );
  if (!found) return undefined;
  const { school, editorsPropose, ...who } = found;
  return { ...who, workspace: { id: workspace, name: school, editorsPropose } };
}

export const membersOf = (db: Db, workspace: number): Promise<Member[]> =>
  rows(
    db,
    `SELECT e.id, e.name, e.email, m.role, m.disabled_at IS NOT NULL AS disabled, m.since
     FROM membership m JOIN editor e ON e.id = m.editor_id WHERE m.workspace_id = $1
     ORDER BY m.disabled_at IS NOT NULL, array_position(ARRAY['owner', 'editor', 'reviewer', 'reader'], m.role), e.name, e.id`,
    [workspace],
  );
/** Makes somebody a member, or gives a member another role. */
export async function saveMember(db: Db, workspace: number, editor: number, role: Role): Promise<void> {
  await db.query(
    `INSERT INTO membership (workspace_id, editor_id, role) VALUES ($1, $2, $3)
     ON CONFLICT (workspace_id, editor_id) DO UPDATE SET role = excluded.role, disabled_at = NULL`,
    [workspace, editor, role],
  );
}
export async function updateMember(
  db: Db,
  workspace: number,
  editor: number,
  to: { role?: Role | undefined; disabled?: boolean | undefined },
): Promise<void> {
  const done = await db.query(
    `UPDATE membership SET role = coalesce($3, role),
       disabled_at = CASE WHEN $4::boolean IS NULL THEN disabled_at WHEN $4 THEN coalesce(disabled_at, now()) END
     WHERE workspace_id = $1 AND editor_id = $2`,
    [workspace, editor, to.role, to.disabled],
  );
  if (done.rowCount === 0) refuse('not-found', 'Member not found.');
}
/** Ends a membership; an account that is in no workspace any more is removed with it, and its name wherever it is read. */
export async function dropMember(db: Db, workspace: number, editor: number): Promise<void> {
  const gone = await db.query('DELETE FROM membership WHERE workspace_id = $1 AND editor_id = $2', [workspace, editor]);
  if (gone.rowCount === 0) refuse('not-found', 'Member not found.');
  await db.query('UPDATE keyset SET owner_id = NULL WHERE owner_id = $1', [editor]);
  await db.query('SELECT forget_member($1)', [editor]);
  const elsewhere = await first(db, 'SELECT 1 FROM membership WHERE editor_id = $1', [editor]);
  if (!elsewhere) await db.query('SELECT remove_account($1)', [editor]);
}
