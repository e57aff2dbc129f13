import type { z } from 'zod';
import type {
  ApiToken,
  MadeInvitation,
  MadeToken,
  People,
  SentInvitation,
  SentMember,
  SentToken,
  SentWorkspace,
  Workspace,
} from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { hashOf } from '../entry/secrets.ts';
import { dropInvitation, dropToken, insertInvitation, insertToken, invitationsOf, tokensOf } from '../store/entry.ts';
import { dropMember, insertWorkspace, membersOf, updateMember, updateWorkspace } from '../store/people.ts';
import { act, look, type Acting } from './acting.ts';
import { mayDo } from './may.ts';

/** Who is in a workspace, and as what: one function an act. */

export const peopleHere = (acting: Acting): Promise<People> =>
  look(acting, async (db) => {
    const { workspace } = acting.who;
    const manages = mayDo(acting.who, 'manage');
    const members = await membersOf(db, workspace.id);
    return {
      workspace,
      members: manages ? members : members.map((one) => ({ ...one, email: null })),
      invitations: manages ? await invitationsOf(db, workspace.id) : [],
    };
  });

export const changeWorkspace = (acting: Acting, asked: z.output<typeof SentWorkspace>): Promise<Workspace> =>
  act(acting, 'changed the workspace', async (db) => {
    const changed = { ...asked, id: acting.who.workspace.id };
    await updateWorkspace(db, changed);
    return changed;
  });

/** A workspace of one’s own, beside those one is in. */
export const makeWorkspace = (acting: Acting, name: string): Promise<number> => {
  if (acting.who.scope !== null) refuse('not-allowed', 'Tokens cannot create workspaces. Sign in instead.');
  return act(acting, 'began another workspace', (db) => insertWorkspace(db, name, acting.actor));
};

/** Invites somebody by a link that works once; its secret is kept nowhere. */
export async function invite(acting: Acting, asked: z.output<typeof SentInvitation>): Promise<MadeInvitation> {
  const secret = acting.newSecret('invitation');
  const made = await act(acting, 'invited somebody', async (db) => {
    const workspace = acting.who.workspace.id;
    const members = await membersOf(db, workspace);
    if (members.some((one) => one.email === asked.email)) refuse('taken', 'This person is already a member.');
    return insertInvitation(db, { ...asked, workspace, secretHash: hashOf(secret), by: acting.actor });
  });
  return { ...made, secret, link: `${acting.site}/join/${secret}` };
}
export const uninvite = (acting: Acting, id: number): Promise<void> =>
  act(acting, 'took an invitation back', (db) => dropInvitation(db, acting.who.workspace.id, id));

/** Gives a member another role, or keeps them out for a while: what they ask next is refused here, and elsewhere they go on. */
export const changeMember = (acting: Acting, id: number, asked: z.output<typeof SentMember>): Promise<void> =>
  act(acting, 'changed somebody’s standing', async (db) => {
    await updateMember(db, acting.who.workspace.id, id, asked);
  });

/** Ends a membership; an account that is in no workspace any more goes with it, and its name everywhere. */
export const removeMember = (acting: Acting, id: number): Promise<void> =>
  act(acting, 'removed somebody', (db) => dropMember(db, acting.who.workspace.id, id));

export const tokensHere = (acting: Acting): Promise<ApiToken[]> =>
  look(acting, (db) => tokensOf(db, acting.who.workspace.id, acting.actor));

/** A token for the API, told once; it can do no more than whoever made it. */
export async function makeToken(acting: Acting, asked: z.output<typeof SentToken>): Promise<MadeToken> {
  if (acting.who.scope !== null) refuse('not-allowed', 'Tokens cannot create tokens. Sign in instead.');
  const secret = acting.newSecret('token');
  const made = { ...asked, workspace: acting.who.workspace.id, editor: acting.actor, secretHash: hashOf(secret) };
  return { ...(await act(acting, 'made a token', (db) => insertToken(db, made))), token: `crib_${secret}` };
}
export function endToken(acting: Acting, id: number): Promise<void> {
  if (acting.who.scope !== null) refuse('not-allowed', 'Tokens cannot revoke tokens. Sign in instead.');
  return act(acting, 'ended a token', (db) => dropToken(db, acting.who.workspace.id, acting.actor, id));
}
