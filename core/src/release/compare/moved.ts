import type { KeyPolicy } from '../../contract/index.ts';
import {
  foldedPresses,
  firing,
  sidedPresses,
  type Doing,
  type Firing,
  type Held,
  type Never,
} from '../../keyset/index.ts';
import { each } from '../../memory/index.ts';
import { beginningsOf, pressesText, readPresses, unsided, type Press } from '../../press/index.ts';
import type { Said } from '../../words/index.ts';
import { commandChanges, type CommandChange, type Sides } from './commands.ts';
import { contextChanges, type ContextChange } from './contexts.ts';
import type { Lineage, Relation } from '../lineage/lineage.ts';
import { placesOf, type Place, type Places } from './places.ts';
import { policyDifferences } from './policy.ts';
import type { Side } from '../sides.ts';

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
  /** Of one that is dead: what is in its way, where its command still has it; null where nothing has it any more. */
  readonly never: Never | null;
}

/** What moved between two keysets. */
export interface Moved {
  /** How the program takes keys, where that changed: what is different, in words. */
  readonly policy: { readonly old: KeyPolicy; readonly now: KeyPolicy; readonly differences: readonly Said[] } | null;
  readonly presses: readonly PressChange[];
  readonly commands: readonly CommandChange[];
  readonly contexts: readonly ContextChange[];
}

/**
 * Compares what fires with two keysets: releases, layers, platforms. A press’s change is told at a context when it occurs
 * there and not in what contains it; a context that only one side has counts on the other as part of what contains it.
 * Platforms that differ are compared after folding Primary and Option. Linear in the bindings, times the tree’s depth.
 */
export function moved(old: Side, now: Side, lineage: Lineage): Moved {
  const [before, after] = [firingOf(old), firingOf(now)];
  const places = placesOf(old, now, lineage.contexts);
  const sides = { old, now, before, after, places };
  const differences = policyDifferences(old.policy, now.policy);
  return {
    policy: differences.length ? { old: old.policy, now: now.policy, differences } : null,
    presses: pressChanges(sides, lineage.commands),
    commands: commandChanges(sides, lineage.commands),
    contexts: contextChanges(old, now, places),
  };
}

export const firingOf = ({ weighed, keyboard, tree, policy }: Side) => firing(weighed, keyboard, tree, policy);

/** A press as it can be made on both sides: as presses of each, and what it is called. */
interface Compared {
  readonly name: string;
  /** Without which of two like modifiers is meant. */
  readonly plain: string;
  readonly old: readonly Press[] | null;
  readonly now: readonly Press[] | null;
}

/** Every press that is bound or blocked somewhere; a modifier as its left and its right one, where a binding tells them apart. */
function comparedPresses({ old, now, before, after }: Sides): Compared[] {
  const folded = old.platform !== now.platform;
  const told = (plain: string) => before.sidesTold(plain) | after.sidesTold(plain);
  const found = new Map<string, { plain: string; old: readonly Press[] | null; now: readonly Press[] | null }>();
  const add = (side: 'old' | 'now', { keyboard }: Side, text: string) => {
    const ways = folded ? [readPresses(text)] : sidedPresses(text, told);
    for (const presses of ways) {
      const name = folded ? foldedPresses(presses, keyboard) : pressesText(presses);
      const plain = folded ? name : pressesText(presses.map(unsided));
      const known = found.get(name) ?? { plain, old: folded ? null : presses, now: folded ? null : presses };
      known[side] = presses;
      found.set(name, known);
    }
  };
  for (const text of before.where.keys()) add('old', old, text);
  for (const text of after.where.keys()) add('now', now, text);
  return [...found].map(([name, one]) => ({ name, ...one }));
}

function pressChanges(sides: Sides, commands: Relation): PressChange[] {
  const { old, now, before, after, places } = sides;
  const found: (PressChange & { plain: string })[] = [];
  const look = ({ name, plain, old: was, now: is }: Compared, numbers: Iterable<number>) => {
    const [firedIn, doesIn] = [was ? before.fires(was) : nothing, is ? after.does(is) : unbound];
    const firesIn = (context: number) => doesIn(context).fires;
    // A place is looked at for itself, and for each that it contains.
    const at = each((place: number) => [firedIn(places.standsOld[place]!), firesIn(places.standsNow[place]!)] as const);
    for (const number of numbers) {
      const [fired, fires] = at(number);
      if (sameMeaning(fired, fires, commands)) continue;
      const parents = places.parents[number]!;
      const likewise = (parent: number) => {
        const [theirs, thereNow] = at(parent);
        return sameCommands(fired, theirs) && sameCommands(fires, thereNow);
      };
      if (parents.length > 0 && parents.every(likewise)) continue;
      const kind = fired.length === 0 ? 'new' : fires.length === 0 ? 'dead' : 'new meaning';
      const { never } = doesIn(places.standsNow[number]!);
      found.push({ kind, press: name, plain, place: places.list[number]!, old: fired, now: fires, never });
    }
  };

  const special = specialPlaces(old, now, places);
  const bound = new Map<string, Set<number>>();
  const note = (firing: Firing, side: Side, ofPlace: (context: number) => number) => {
    for (const [text, contexts] of firing.where) {
      const plain = plainOf(text, side, old.platform !== now.platform);
      const list = bound.get(plain) ?? new Set(special);
      for (const context of contexts) list.add(ofPlace(context));
      bound.set(plain, list);
    }
  };
  note(before, old, (context) => places.ofOld(context));
  note(after, now, (context) => places.ofNow(context));
  const begins = beginnings(bound);
  for (const press of comparedPresses(sides)) look(press, begins(press.plain));
  return unitedSides(found);
}

const NOTHING: readonly Held[] = [];
const nothing = () => NOTHING;
const unbound = (): Doing => ({ fires: NOTHING, never: null });
const plainOf = (text: string, { keyboard }: Side, folded: boolean) => {
  const presses = readPresses(text);
  return folded ? foldedPresses(presses, keyboard) : pressesText(presses.map(unsided));
};

/** The places where a press, or what it begins with, is bound: a shorter one in a narrower place takes the longer one’s beginning. */
function beginnings(bound: ReadonlyMap<string, ReadonlySet<number>>) {
  return (plain: string): ReadonlySet<number> => {
    const all = new Set<number>();
    for (const text of beginningsOf(plain)) for (const number of bound.get(text) ?? []) all.add(number);
    return all;
  };
}

/** A change of the left and of the right one alike is a change of the press without sides. */
function unitedSides(found: readonly (PressChange & { plain: string })[]): PressChange[] {
  const groups = new Map<string, (PressChange & { plain: string })[]>();
  for (const one of found) {
    const ids = (held: readonly Held[]) =>
      held
        .map(({ command }) => command)
        .sort()
        .join();
    const key = `${one.plain} / ${one.place.old} ${one.place.now} / ${ids(one.old)} > ${ids(one.now)}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()].flatMap((group) => {
    const [{ plain, ...first }] = group as [PressChange & { plain: string }];
    // As many as there are ways to tell the sides apart, and none of them named.
    const all = group.length > 1 && (group.length & (group.length - 1)) === 0;
    return all ? [{ ...first, press: plain }] : group.map(({ plain: _plain, ...one }) => one);
  });
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
