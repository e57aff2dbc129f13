import type { z } from 'zod';
import type { Invited, Joining, Session } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { checkPassword, hashPassword, isDated } from '../entry/password.ts';
import { blurred, hashOf } from '../entry/secrets.ts';
import { EVERYWHERE, inTransaction, type Pool } from '../store/db.ts';
import {
  countWrong,
  dropInvitation,
  forgetWrong,
  invitationAt,
  paceOf,
  waitFor,
  type Subject,
} from '../store/entry.ts';
import {
  accountAt,
  accountOf,
  changeAccount,
  endSessions,
  insertAccount,
  saveMember,
  standingIn,
  workspacesOf,
  type Account,
} from '../store/people.ts';
import { WithDetails } from './details.ts';
import { problem } from '@crib/core/error';

/** The way in: signing in, joining, one’s own account. Whoever comes has no role yet. */
export interface Gate {
  readonly pool: Pool;
  /** What addresses are blurred with. */
  readonly secret: string;
  /** Where the request comes from. */
  readonly from: string;
}

const subjectsOf = ({ secret, from }: Gate, email: string): Subject[] => [
  { kind: 'account', hash: blurred(secret, `account ${email}`) },
  { kind: 'address', hash: blurred(secret, `address ${from}`) },
];

function refuseWaiting(seconds: number): void {
  if (seconds <= 0) return;
  const told = seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
  throw new WithDetails(problem('too-many-tries', `Too many wrong passwords. Wait ${told}, then try again.`), {
    retryAfter: seconds,
  });
}

/**
 * The account of an address and a password. Only wrong passwords are counted, for the account and for where they come from;
 * whoever tries many at once is told nothing of those that were still being looked at when it became too many.
 */
export async function identified(
  gate: Gate,
  email: string,
  password: string,
  wrong = 'Email or password is incorrect.',
): Promise<Account> {
  const { pool } = gate;
  const subjects = subjectsOf(gate, email);
  refuseWaiting(await waitFor(pool, subjects));
  const account = await accountAt(pool, email);
  const right = await checkPassword(password, account?.passwordHash);
  refuseWaiting(await waitFor(pool, subjects));
  if (!right || !account) {
    await countWrong(pool, subjects);
    return refuse('wrong-password', wrong);
  }
  await forgetWrong(pool, subjects);
  if (isDated(account.passwordHash))
    await changeAccount(pool, account.id, { passwordHash: await hashPassword(password) });
  return account;
}

/** Who somebody is in a workspace, or in the first one of theirs; null where they are in none. */
export async function sessionOf(pool: Pool, editor: number, wanted: number | undefined): Promise<Session | null> {
  const workspaces = await workspacesOf(pool, editor);
  const chosen = workspaces.find((one) => one.id === wanted) ?? workspaces[0];
  const standing = chosen && (await standingIn(pool, chosen.id, editor));
  if (!standing) return null;
  const { name, email, role, workspace } = standing;
  return { id: editor, name, email, role, workspace, workspaces };
}

const MOST_JOINING = 20;
async function refuseHurry({ pool, secret, from }: Gate): Promise<void> {
  if ((await paceOf(pool, `join ${blurred(secret, from)}`)) > MOST_JOINING)
    refuse('too-many', 'Too many attempts. Wait a minute, then try again.');
}

/** What an invitation is to. */
export async function invited(gate: Gate, secret: string): Promise<Invited> {
  await refuseHurry(gate);
  const { workspace, role, email } = await invitationAt(gate.pool, hashOf(secret));
  const known = email !== null && (await accountAt(gate.pool, email)) !== undefined;
  return { workspace, role, email, known };
}

/** Joins a workspace: whoever has an account shows its password, whoever has none makes one. */
export async function join(
  gate: Gate,
  secret: string,
  { name, password, email: brought }: z.output<typeof Joining>,
): Promise<{ editor: number; workspace: number }> {
  await refuseHurry(gate);
  const invitation = await invitationAt(gate.pool, hashOf(secret));
  const email = invitation.email ?? brought ?? refuse('no-email', 'Enter your email.');
  const known = await accountAt(gate.pool, email);
  if (!known && password.length < 12) refuse('short-password', 'Choose a password with at least 12 characters.');
  if (!known && !name) refuse('no-name', 'Enter your name.');
  const account = known
    ? await identified(gate, email, password, 'Incorrect password for your existing account.')
    : null;
  const passwordHash = account ? '' : await hashPassword(password);
  const within = { workspace: EVERYWHERE } as const;
  return inTransaction(gate.pool, within, async (db) => {
    const { id, workspaceId, role } = await invitationAt(db, hashOf(secret), 'FOR UPDATE OF i');
    const editor = account?.id ?? (await insertAccount(db, name!, email, passwordHash));
    await saveMember(db, workspaceId, editor, role);
    await dropInvitation(db, workspaceId, id);
    return { editor, workspace: workspaceId };
  });
}

/** A new name or password of one’s own; a new password ends all other sessions. */
export async function changeOwn(
  gate: Gate,
  editor: number,
  session: string,
  { name, password }: { name?: string | undefined; password?: { old: string; now: string } | undefined },
): Promise<void> {
  const account = (await accountOf(gate.pool, editor)) ?? refuse('not-signed-in', 'Sign in first.');
  // Guesses at it count as they do at the door.
  if (password) await identified(gate, account.email, password.old, 'Current password is incorrect.');
  const passwordHash = password && (await hashPassword(password.now));
  await inTransaction(gate.pool, { workspace: EVERYWHERE }, async (db) => {
    await changeAccount(db, editor, { name, ...(passwordHash && { passwordHash }) });
    if (passwordHash) await endSessions(db, editor, session);
  });
}
