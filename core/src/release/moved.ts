import type { KeyPolicy } from '../contract/index.ts';
import type { Layout } from '../keys/index.ts';
import type { Held } from '../keyset/index.ts';
import { commandChanges, type CommandChange } from './commands.ts';
import { contextChanges, type ContextChange } from './contexts.ts';
import { firing, type Firing } from './fires.ts';
import type { Lineage, Relation } from './lineage.ts';
import { placesOf, type Place, type Places } from './places.ts';
import { policyDifferences } from './policy.ts';
import type { Side } from './sides.ts';

/** A press does something else, nothing any more, or something where it did nothing. */
export type PressChangeKind = 'new meaning' | 'dead' | 'new';

/** A press that does not do what it did, at the widest place where that is so. */
export interface PressChange {
  readonly kind: PressChangeKind;
  /** Canonical, like `Ctrl+Shift+KeyY`; with Primary and Alt where platforms are compared. */
  readonly press: string;
  readonly place: Place;
  /** What fired and what fires, one shortcut a command; several where two have the press. */
  readonly old: readonly Held[];
  readonly now: readonly Held[];
}

/** What moved between two keysets. */
export interface Moved {
  /** How the program takes keys, where that changed: what is different, in words. */
  readonly policy: { readonly old: KeyPolicy; readonly now: KeyPolicy; readonly differences: readonly string[] } | null;
  readonly presses: readonly PressChange[];
  readonly commands: readonly CommandChange[];
  readonly contexts: readonly ContextChange[];
}

/**
 * Compares what fires with two keysets: releases, layers, platforms. A press’s change is told at a context when it occurs
 * there and not in what contains it; a context that only one side has counts on the other as part of what contains it.
 * Platforms that differ are compared after folding Primary and Option. Linear in the bindings, times the tree’s depth.
 */
export function moved(old: Side, now: Side, lineage: Lineage, layout: Layout): Moved {
  const folded = old.platform !== now.platform;
  const [before, after] = [firing(old, layout, folded), firing(now, layout, folded)];
  const places = placesOf(old, now, lineage.contexts);
  const differences = policyDifferences(old.policy, now.policy);
  return {
    policy: differences.length ? { old: old.policy, now: now.policy, differences } : null,
    presses: pressChanges(old, now, before, after, places, lineage.commands),
    commands: commandChanges(old, now, before, after, places, lineage.commands),
    contexts: contextChanges(old, now, places),
  };
}

function pressChanges(
  old: Side,
  now: Side,
  before: Firing,
  after: Firing,
  places: Places,
  commands: Relation,
): PressChange[] {
  const at = (press: string, place: number) =>
    [before.fires(press, places.standsOld[place]!), after.fires(press, places.standsNow[place]!)] as const;
  const found: PressChange[] = [];
  const look = (press: string, number: number) => {
    const [was, is] = at(press, number);
    if (sameMeaning(was, is, commands)) return;
    const parents = places.parents[number]!;
    const likewise = (parent: number) => {
      const [theirs, thereNow] = at(press, parent);
      return sameCommands(was, theirs) && sameCommands(is, thereNow);
    };
    if (parents.length > 0 && parents.every(likewise)) return;
    const kind = was.length === 0 ? 'new' : is.length === 0 ? 'dead' : 'new meaning';
    found.push({ kind, press, place: places.list[number]!, old: was, now: is });
  };

  const special = specialPlaces(old, now, places);
  for (const press of union(before.where.keys(), after.where.keys())) {
    const numbers = new Set(special);
    for (const context of before.where.get(press) ?? []) numbers.add(places.ofOld(context));
    for (const context of after.where.get(press) ?? []) numbers.add(places.ofNow(context));
    for (const number of numbers) look(press, number);
  }
  return found;
}

function* union(a: Iterable<string>, b: Iterable<string>): Iterable<string> {
  const seen = new Set(a);
  yield* seen;
  for (const one of b) if (!seen.has(one)) yield one;
}

/**
 * Places where a press may change though nothing is bound there: whose parent differs on the two sides, that one side
 * lacks, or where what is typed goes into text on one side only, or here and not in what contains it.
 */
function specialPlaces(old: Side, now: Side, places: Places): number[] {
  const text = (number: number) =>
    [old.tree.get(places.standsOld[number]!).takesText, now.tree.get(places.standsNow[number]!).takesText] as const;
  return places.list.flatMap((place, number) => {
    const [parents, here] = [places.parents[number]!, text(number)];
    if (parents.length > 1 || place.old === null || place.now === null || here[0] !== here[1]) return number;
    const around = parents.map(text);
    return around.some((one) => one[0] !== here[0] || one[1] !== here[1]) ? number : [];
  });
}

const sameCommands = (a: readonly Held[], b: readonly Held[]) =>
  a === b || (a.length === b.length && a.every((one) => b.some((other) => other.command === one.command)));

/** Whether everything on either side is answered to by something on the other. */
function sameMeaning(was: readonly Held[], is: readonly Held[], commands: Relation): boolean {
  if (was.length === 0 || is.length === 0) return was.length === is.length;
  return (
    was.every((one) => is.some((other) => commands.forward(one.command).includes(other.command))) &&
    is.every((one) => was.some((other) => commands.forward(other.command).includes(one.command)))
  );
}
