import { refuse } from '@crib/core/error';
import {
  ROLES,
  SCOPES,
  aRole,
  type Action,
  type Editor,
  type Role,
  type Scope,
  type Workspace,
} from '@crib/core/contract';

/** Who acts: what they are in the workspace, and what their token lets them do. */
export interface Actor {
  readonly id: number;
  readonly role: Role;
  readonly workspace: Workspace;
  /** Of a token; null for whoever is signed in. */
  readonly scope: Scope | null;
}

const ALLOWED: Record<Action, string> = {
  'look at': 'view this workspace',
  comment: 'comment',
  edit: 'edit',
  publish: 'publish',
  review: 'approve or return proposals',
  manage: 'manage members',
};

export const mayDo = ({ role, scope }: Pick<Actor, 'role' | 'scope'>, action: Action): boolean =>
  ROLES[role].includes(action) && (scope === null || SCOPES[scope].includes(action));

/** Stops an act that its actor may not do in the workspace. */
export function refuseUnlessMayDo(actor: Actor, action: Action): void {
  if (mayDo(actor, action)) return;
  if (actor.scope !== null && mayDo({ ...actor, scope: null }, action))
    refuse('not-allowed', `This token’s scope (${actor.scope}) does not allow it to ${ALLOWED[action]}.`);
  const [first = '', ...rest] = aRole(actor.role);
  refuse(
    'not-allowed',
    `${first.toUpperCase()}${rest.join('')} of this workspace cannot ${ALLOWED[action]}. Ask an owner.`,
  );
}

/** What can be done to something that may have an owner. */
export type OwnedAction = 'look at' | 'build on' | 'carry' | 'publish' | 'change' | 'propose' | 'delete' | 'give';

/** Something that may belong to somebody: a layer of one’s own, or what all editors share. */
export interface Owned {
  readonly name: string;
  readonly owner: Pick<Editor, 'id' | 'name'> | null;
  readonly madeBy?: number | null | undefined;
  readonly locked?: boolean | undefined;
}

/**
 * Whether somebody may do something to what may belong to somebody. Nobody changes what is locked or another’s; claiming,
 * giving and locking are for whoever made it and for owners of the workspace. Where editors propose, they change only what
 * is their own.
 */
function may(actor: Actor, action: OwnedAction, { owner, madeBy = null, locked = false }: Owned): boolean {
  const others = owner !== null && owner.id !== actor.id;
  if (action === 'give') return actor.role === 'owner' || madeBy === actor.id;
  if (action === 'propose') return !others && !locked;
  if (action === 'delete') return actor.role === 'owner' || (!others && !locked);
  if (action !== 'change') return true;
  return !others && !locked && !(actor.workspace.editorsPropose && actor.role === 'editor' && owner === null);
}

/** Stops an act that its actor may not do. */
export function refuseUnlessMay(actor: Actor, action: OwnedAction, object: Owned): void {
  if (may(actor, action, object)) return;
  const { name, owner, locked } = object;
  if (action === 'give')
    refuse('not-yours', `Only the creator of “${name}” or an owner can change its ownership or lock.`);
  if (owner && owner.id !== actor.id)
    refuse(
      'not-yours',
      `“${name}” belongs to ${owner.name}. ${action === 'delete' ? 'Only they can delete it.' : 'Create your own keyset based on it.'}`,
    );
  if (locked)
    refuse(
      'locked',
      `“${name}” is locked. Its creator or an owner can unlock it, or you can create a keyset based on it.`,
    );
  refuse('propose', `Changes to “${name}” need review. Submit a proposal.`);
}
