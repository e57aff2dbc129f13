import type { ApiToken, Invitation, Role, Scope } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** Ways in: invitations and tokens, of which only hashes are kept, and how often somebody tried. */

const INVITATION = `i.id, i.email, i.role, e.name AS by, i.ends_at AS "endsAt"`;

export const invitationsOf = (db: Db, workspace: number): Promise<Invitation[]> =>
  rows(
    db,
    `SELECT ${INVITATION} FROM invitation i JOIN editor e ON e.id = i.made_by WHERE i.workspace_id = $1 AND i.ends_at > now() ORDER BY i.id`,
    [workspace],
  );
/** Invites somebody; whoever was invited before has the new link alone. */
export async function insertInvitation(
  db: Db,
  asked: { workspace: number; email: string; role: Role; secretHash: string; by: number },
): Promise<Invitation> {
  const made = await first<Invitation>(
    db,
    `WITH i AS (
       INSERT INTO invitation (workspace_id, secret_hash, email, role, made_by) VALUES ($1, $2, $3, $4, $5)
       ON CONFLICT (workspace_id, email) DO UPDATE SET secret_hash = excluded.secret_hash, role = excluded.role,
         made_by = excluded.made_by, ends_at = now() + interval '14 days' RETURNING *)
     SELECT ${INVITATION} FROM i JOIN editor e ON e.id = i.made_by`,
    [asked.workspace, asked.secretHash, asked.email, asked.role, asked.by],
  );
  return made!;
}
/** The link by which an installation gets its first owner, who brings an address of their own; an earlier one ends. */
export async function inviteFirstOwner(db: Db, workspace: number, secretHash: string): Promise<void> {
  await db.query('DELETE FROM invitation WHERE email IS NULL');
  await db.query(`INSERT INTO invitation (workspace_id, secret_hash, role) VALUES ($1, $2, 'owner')`, [
    workspace,
    secretHash,
  ]);
}
/** Whether such a link was given and can still be used. */
export const firstOwnerInvited = async (db: Db): Promise<boolean> =>
  (await first(db, 'SELECT 1 FROM invitation WHERE email IS NULL AND ends_at > now()')) !== undefined;

export async function dropInvitation(db: Db, workspace: number, id: number): Promise<void> {
  const gone = await db.query('DELETE FROM invitation WHERE workspace_id = $1 AND id = $2', [workspace, id]);
  if (gone.rowCount === 0) refuse('not-found', 'Invitation not found.');
}

export interface Opened {
  readonly id: number;
  readonly workspaceId: number;
  readonly workspace: string;
  /** None: whoever has the link brings their own. */
  readonly email: string | null;
  readonly role: Role;
}
/** The invitation of a link, while it can be used; locked, so that it is used once. */
export async function invitationAt(db: Db, secretHash: string, lock: '' | 'FOR UPDATE OF i' = ''): Promise<Opened> {
  const found = await first<Opened>(
    db,
    `SELECT i.id, i.workspace_id AS "workspaceId", w.name AS workspace, i.email, i.role
     FROM invitation i JOIN workspace w ON w.id = i.workspace_id WHERE i.secret_hash = $1 AND i.ends_at > now() ${lock}`,
    [secretHash],
  );
  return found ?? refuse('not-found', 'This invitation has been used or has expired. Ask for a new one.');
}

const TOKEN = 'id, name, scope, made_at AS "madeAt", ends_at AS "endsAt"';
export const tokensOf = (db: Db, workspace: number, editor: number): Promise<ApiToken[]> =>
  rows(
    db,
    `SELECT ${TOKEN} FROM api_token WHERE workspace_id = $1 AND editor_id = $2 AND ends_at > now() ORDER BY id`,
    [workspace, editor],
  );
export async function insertToken(
  db: Db,
  made: { workspace: number; editor: number; name: string; scope: Scope; days: number; secretHash: string },
): Promise<ApiToken> {
  const token = await first<ApiToken>(
    db,
    `INSERT INTO api_token (workspace_id, editor_id, name, scope, secret_hash, ends_at)
     VALUES ($1, $2, $3, $4, $5, now() + make_interval(days => $6)) RETURNING ${TOKEN}`,
    [made.workspace, made.editor, made.name, made.scope, made.secretHash, made.days],
  );
  return token!;
}
export async function dropToken(db: Db, workspace: number, editor: number, id: number): Promise<void> {
  const gone = await db.query('DELETE FROM api_token WHERE workspace_id = $1 AND editor_id = $2 AND id = $3', [
    workspace,
    editor,
    id,
  ]);
  if (gone.rowCount === 0) refuse('not-found', 'Token not found.');
}
export const tokenAt = (
  db: Db,
  secretHash: string,
): Promise<{ workspace: number; editor: number; scope: Scope } | undefined> =>
  first(
    db,
    'SELECT workspace_id AS workspace, editor_id AS editor, scope FROM api_token WHERE secret_hash = $1 AND ends_at > now()',
    [secretHash],
  );

/** What somebody was let in with: a session by its id, or a token by its hash. */
export type Shown = { readonly session: string } | { readonly token: string };

/** Whether an editor may still listen to a workspace with what they were let in with. */
export async function mayListen(db: Db, workspace: number, editor: number, shown: Shown): Promise<boolean> {
  const [from, condition, key] =
    'session' in shown
      ? [
          'session s',
          `s.sid = $3 AND s.expire > now() AND (s.sess ->> 'editorId')::bigint = $2 AND (s.sess ->> 'workspaceId')::bigint = $1`,
          shown.session,
        ]
      : [
          'api_token t',
          't.secret_hash = $3 AND t.ends_at > now() AND t.editor_id = $2 AND t.workspace_id = $1',
          shown.token,
        ];
  const found = await first(
    db,
    `SELECT 1 FROM ${from}, membership m WHERE ${condition} AND m.workspace_id = $1 AND m.editor_id = $2 AND m.disabled_at IS NULL`,
    [workspace, editor, key],
  );
  return found !== undefined;
}

/** How many wrong tries of a kind are free, and how long is waited at most, in seconds. */
const FREE = { account: 5, address: 30 };
const MOST_WAIT = 900;

export interface Subject {
  readonly kind: keyof typeof FREE;
  /** A hash: neither address is kept. */
  readonly hash: string;
}
const subject = ({ kind, hash }: Subject) => `${kind} ${hash}`;

/** For how many seconds more no password is looked at; doubled with each wrong one beyond the free ones. */
export async function waitFor(db: Db, subjects: readonly Subject[]): Promise<number> {
  const found = await first<{ wait: number | null }>(
    db,
    `SELECT max(extract(epoch FROM w.last_at + make_interval(secs => least($3, 2 ^ least(w.count - s.free, 20))) - now()))::float AS wait
     FROM unnest($1::text[], $2::int[]) AS s (subject, free) JOIN wrong_password w ON w.subject = s.subject AND w.count >= s.free`,
    [subjects.map(subject), subjects.map((one) => FREE[one.kind]), MOST_WAIT],
  );
  return Math.max(0, Math.ceil(found?.wait ?? 0));
}
export async function countWrong(db: Db, subjects: readonly Subject[]): Promise<void> {
  await db.query(
    `INSERT INTO wrong_password (subject, count) SELECT s, 1 FROM unnest($1::text[]) AS s ORDER BY s
     ON CONFLICT (subject) DO UPDATE SET count = wrong_password.count + 1, last_at = now()`,
    [subjects.map(subject)],
  );
}
/** A right password of an account clears what was counted of it; an address keeps its own. */
export async function forgetWrong(db: Db, subjects: readonly Subject[]): Promise<void> {
  await db.query('DELETE FROM wrong_password WHERE subject = ANY ($1)', [
    subjects.filter((one) => one.kind === 'account').map(subject),
  ]);
}

/** Counts one more of something in this minute; how many there are. */
export async function paceOf(db: Db, what: string): Promise<number> {
  const counted = await first<{ count: number }>(
    db,
    `INSERT INTO pace (subject, minute, count) VALUES ($1, date_trunc('minute', now()), 1)
     ON CONFLICT (subject, minute) DO UPDATE SET count = pace.count + 1 RETURNING count`,
    [what],
  );
  return counted!.count;
}
