import { refuse } from '@crib/core/error';
import type { Editor } from '@crib/core/contract';

/** What can be done to something that may have an owner. */
export type Action = 'look at' | 'build on' | 'carry' | 'publish' | 'change' | 'delete';

/** Something that may belong to somebody: a layer of one’s own, or what all editors share. */
export interface Owned {
  readonly name: string;
  readonly owner: Pick<Editor, 'id' | 'name'> | null;
}

/** Every editor may do everything with what is shared; what belongs to somebody is changed by nobody else. */
export function may(actor: number, action: Action, { owner }: Owned): boolean {
  return !(action === 'change' || action === 'delete') || owner === null || owner.id === actor;
}

/** Stops an act that its actor may not do. */
export function refuseUnlessMay(actor: number, action: Action, object: Owned): void {
  if (may(actor, action, object)) return;
  const remedy = action === 'delete' ? 'Only they can delete it.' : 'Make a layer of your own on top of it.';
  refuse('not-yours', `“${object.name}” belongs to ${object.owner?.name}. ${remedy}`);
}
