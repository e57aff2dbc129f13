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
    if (!base) return refuse('no-base', `The base of “${name}” does not exist.`);
    if (base.id >= at.id) return refuse('cyclic-base', `“${name}” is based on a keyset that is newer than itself.`);
    at = base;
  }
  return { shipped: at, layers };
}

/** A stack with another layer on top that is not kept anywhere: what it would do. */
export function layerOver(stack: Stack, edits: readonly Edit[]): Stack {
  const below = stack.layers.at(-1) ?? stack.shipped;
  const { id: baseId, appId } = below;
  const layer: CustomKeyset = {
    id: baseId + 1,
    appId,
    name: '',
    note: '',
    revision: 1,
    owner: null,
    kind: 'custom',
    baseId,
    carriedFrom: null,
    open: [],
    edits: [...edits],
  };
  return { ...stack, layers: [...stack.layers, layer] };
}

/** A shortcut that a command has in a context on one platform. */
export interface Held {
  readonly command: number;
  readonly context: number;
  readonly shortcut: string;
  /** The edit that put it there; none when it is as shipped. */
  readonly edit?: Edit;
  readonly binding?: Binding;
  /** The slot whose key it is, where the command is in one. */
  readonly slot?: number;
}

/** A press that does nothing in a context, though a wider one has it; what has it in the very context keeps it. */
export interface Blocked {
  readonly context: number;
  readonly shortcut: string;
  readonly edit: Edit;
}

/** Which shortcuts each command has where, on one platform. */
export interface Effective {
  readonly held: readonly Held[];
  /** In order, the main one first. */
  at(command: number, context: number): readonly Held[];
  of(command: number): readonly Held[];
  /** Edits of any layer that left a command without a shortcut in a context where it is shipped with one. */
  cleared(command: number): readonly Edit[];
  readonly blocked: readonly Blocked[];
  /** What a slot holds by an edit, where that is something. */
  holds(slot: number): number | undefined;
}

/** A command and a context as one number: both are the database's own, far below these bounds. */
export function spotKey(command: number, context: number): number {
  return command * 0x4000000 + context;
}

/** The shortcuts that count: a platform's own stand in place of those for all, by command and context. */
function ownFirst(general: Map<number, Held[]>, own: Map<number, Held[]>): Map<number, Held[]> {
  for (const [key, list] of own) general.set(key, list);
  return general;
}

/**
 * A platform's own shipped bindings stand in place of those for all, by command and context; so do corrections. What
 * belongs to an interface language counts only in a catalogue that is read in it (`catalogueIn`).
 */
function shippedOn({ bindings, corrections }: ShippedKeyset, platform: Platform): Map<number, Held[]> {
  const own = new Map<number, Held[]>();
  const general = new Map<number, Held[]>();
  for (const binding of bindings) {
    if (binding.platform !== null && binding.platform !== platform) continue;
    if (binding.language !== null) continue;
    const into = binding.platform === null ? general : own;
    for (const context of binding.contexts) {
      const key = spotKey(binding.command, context);
      const held = { command: binding.command, context, shortcut: binding.shortcut, binding };
      const list = into.get(key);
      if (list) list.push(held);
      else into.set(key, [held]);
    }
  }
  for (const { command, context, platform: on, now } of corrections) {
    if (on !== null && on !== platform) continue;
    const into = on === null ? general : own;
    const known = into.get(spotKey(command, context)) ?? [];
    const held = now.map(
      (shortcut): Held => known.find((one) => one.shortcut === shortcut) ?? { command, context, shortcut },
    );
    into.set(spotKey(command, context), held);
  }
  return ownFirst(general, own);
}

const heldIn = (fill: Edit | undefined) => (fill && fill.holds !== fill.command ? fill.holds : undefined);

/** What an edit makes of the shortcuts at its place. */
function edited(edit: Edit, below: readonly Held[], original: readonly Held[]): Held[] {
  const texts = (list: readonly Held[]) => list.map((held) => held.shortcut);
  const { command, context } = edit;
  return applyEdit(edit, texts(below), texts(original)).map(
    (shortcut) =>
      original.find((held) => held.shortcut === shortcut) ??
      below.find((held) => held.shortcut === shortcut) ?? { command, context, shortcut, edit },
  );
}

/** The shortcuts of one command in one context on a platform: `effective(stack, platform).at(…)` without all others. */
export function heldAt(stack: Stack, platform: Platform, command: number, context: number): readonly Held[] {
  const { bindings, corrections } = stack.shipped;
  const mine = {
    ...stack.shipped,
    bindings: bindings.filter((one) => one.command === command && one.contexts.includes(context)),
    corrections: corrections.filter((one) => one.command === command && one.context === context),
  };
  const key = spotKey(command, context);
  const original = shippedOn(mine, platform).get(key) ?? [];
  return stack.layers.reduce<readonly Held[]>((below, layer) => {
    const here = layer.edits.filter((one) => one.command === command && one.context === context);
    const edit = here.find((one) => one.platform === platform) ?? here.find((one) => one.platform === null);
    return edit ? edited(edit, below, original) : below;
  }, original);
}

/** The shortcuts in force on a platform: the shipped ones with each layer’s edits applied, from the bottom up. */
export function effective(stack: Stack, platform: Platform): Effective {
  const shipped = shippedOn(stack.shipped, platform);
  const places = stack.layers.length ? new Map(shipped) : shipped;
  const cleared = new Map<number, Edit[]>();
  const blocks = new Map<number, Edit>();
  const fills = new Map<number, Edit>();
  for (const layer of stack.layers) {
    const byPlace = new Map(layer.edits.map((edit) => [placeKey(edit), edit]));
    for (const edit of layer.edits) {
      const general = edit.platform === null;
      const beaten = general && byPlace.has(placeKey({ ...edit, platform }));
      if ((!general && edit.platform !== platform) || beaten) continue;
      const key = spotKey(edit.command, edit.context);
      if (edit.holds !== undefined) fills.set(key, edit);
      const original = shipped.get(key) ?? [];
      const after = edited(edit, places.get(key) ?? [], original);
      places.set(key, after);
      if (edit.action === 'block') blocks.set(key, edit);
      else blocks.delete(key);
      if (after.length === 0 && original.length > 0)
        cleared.set(edit.command, [...(cleared.get(edit.command) ?? []), edit]);
    }
  }

  const held: Held[] = [];
  const byCommand = new Map<number, Held[]>();
  const note = (one: Held) => {
    const mine = byCommand.get(one.command);
    if (mine) mine.push(one);
    else byCommand.set(one.command, [one]);
  };
  for (const list of places.values()) for (const one of list) note(one);
  // What is in a slot answers to its key; the slot itself keeps it, whatever is put in.
  const inside = (one: { command: number; context: number }) => heldIn(fills.get(spotKey(one.command, one.context)));
  const passedOn: Held[] = [];
  for (const list of byCommand.values())
    for (const one of list) {
      const filled = fills.size ? inside(one) : undefined;
      if (filled === undefined) held.push(one);
      else
        passedOn.push({
          ...one,
          command: filled,
          slot: one.command,
          edit: fills.get(spotKey(one.command, one.context))!,
        });
    }
  for (const one of passedOn) {
    held.push(one);
    note(one);
  }
  const stillCleared = (command: number) =>
    (cleared.get(command) ?? []).filter((edit) => !places.get(spotKey(command, edit.context))?.length);
  return {
    held,
    at: (command, context) => places.get(spotKey(command, context)) ?? [],
    of: (command) => byCommand.get(command) ?? [],
    holds: (slot) =>
      [...fills.values()].map((fill) => (fill.command === slot ? heldIn(fill) : undefined)).find(Boolean),
    cleared: stillCleared,
    blocked: [...blocks.values()].flatMap((edit) =>
      edit.shortcuts.map((shortcut): Blocked => ({ context: edit.context, shortcut, edit })),
    ),
  };
}
