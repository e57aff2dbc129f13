import { refuse } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import type { Binding, CustomKeyset, Edit, Keyset, ShippedKeyset } from '../contract/index.ts';
import { applyEdit, placeKey } from './layers.ts';

/** A keyset as it is computed with: the shipped bindings at the bottom, and the layers over them, lowest first. */
export interface Stack {
  readonly shipped: ShippedKeyset;
  readonly layers: readonly CustomKeyset[];
}

/** Puts a keyset on the bases it stands on. */
export function stackOf(keyset: Keyset, all: readonly Keyset[]): Stack {
  const layers: CustomKeyset[] = [];
  let at: Keyset = keyset;
  while (at.kind === 'custom') {
    layers.unshift(at);
    const { baseId, name } = at;
    const base = all.find((other) => other.id === baseId);
    if (!base) return refuse('no-base', `The keyset under “${name}” is not there.`);
    if (base.id >= at.id) return refuse('cyclic-base', `“${name}” stands on a keyset that is not older than itself.`);
    at = base;
  }
  return { shipped: at, layers };
}

/** A shortcut that a command has in a context on one platform. */
export interface Held {
  readonly command: number;
  readonly context: number;
  readonly shortcut: string;
  /** The edit that put it there; none when it is as shipped. */
  readonly edit?: Edit;
  readonly binding?: Binding;
}

/** Which shortcuts each command has where, on one platform. */
export interface Effective {
  readonly held: readonly Held[];
  /** In order, the main one first. */
  at(command: number, context: number): readonly Held[];
  of(command: number): readonly Held[];
  /** Edits of any layer that left a command without a shortcut in a context where it is shipped with one. */
  cleared(command: number): readonly Edit[];
}

const pairKey = (command: number, context: number) => `${command} ${context}`;

/** A platform's own shipped bindings stand in place of those for all, by command and context. */
function shippedOn(bindings: readonly Binding[], platform: Platform): Map<string, Held[]> {
  const own = new Map<string, Held[]>();
  const general = new Map<string, Held[]>();
  for (const binding of bindings) {
    if (binding.platform !== null && binding.platform !== platform) continue;
    const into = binding.platform === null ? general : own;
    for (const context of binding.contexts) {
      const key = pairKey(binding.command, context);
      const list = into.get(key) ?? [];
      list.push({ command: binding.command, context, shortcut: binding.shortcut, binding });
      into.set(key, list);
    }
  }
  return new Map([...general, ...own]);
}

/** The shortcuts in force on a platform: the shipped ones with each layer's edits applied, from the bottom up. */
export function effective(stack: Stack, platform: Platform): Effective {
  const shipped = shippedOn(stack.shipped.bindings, platform);
  const places = new Map(shipped);
  const cleared = new Map<number, Edit[]>();
  for (const layer of stack.layers) {
    const byPlace = new Map(layer.edits.map((edit) => [placeKey(edit), edit]));
    for (const edit of layer.edits) {
      const general = edit.platform === null;
      const beaten = general && byPlace.has(placeKey({ ...edit, platform }));
      if ((general || edit.platform === platform) && !beaten) put(edit);
    }
  }
  function put(edit: Edit) {
    const key = pairKey(edit.command, edit.context);
    const below = places.get(key) ?? [];
    const original = shipped.get(key) ?? [];
    const texts = (list: readonly Held[]) => list.map((held) => held.shortcut);
    const after = applyEdit(edit, texts(below), texts(original));
    const { command, context } = edit;
    places.set(
      key,
      after.map(
        (shortcut) =>
          original.find((held) => held.shortcut === shortcut) ??
          below.find((held) => held.shortcut === shortcut) ?? { command, context, shortcut, edit },
      ),
    );
    if (after.length === 0 && original.length > 0) cleared.set(command, [...(cleared.get(command) ?? []), edit]);
  }

  const byCommand = new Map<number, Held[]>();
  for (const list of places.values()) {
    for (const held of list) {
      const mine = byCommand.get(held.command);
      if (mine) mine.push(held);
      else byCommand.set(held.command, [held]);
    }
  }
  const stillCleared = (command: number) =>
    (cleared.get(command) ?? []).filter((edit) => !places.get(pairKey(command, edit.context))?.length);
  return {
    held: [...byCommand.values()].flat(),
    at: (command, context) => places.get(pairKey(command, context)) ?? [],
    of: (command) => byCommand.get(command) ?? [],
    cleared: stillCleared,
  };
}
