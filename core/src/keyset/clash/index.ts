import { US, isWays, strokeWays } from '../../keys/index.ts';
import type { EditPlace } from '../../contract/index.ts';
import { effective, heldAt, type Held, type Stack } from '../effective.ts';
import { CLASH_KINDS, type Clash, type Setting } from './finding.ts';
import { pairFinder, type Entry } from './pairs.ts';
import { singleFinder, typesCharacter } from './single.ts';
import { strokeTable, type Mask } from './strokes.ts';

export { CLASH_KINDS, type Clash, type ClashKind, type Setting, type Severity } from './finding.ts';
export { clashSentence } from './sentences.ts';
export { groupClashes, type ClashGroup } from './groups.ts';

/** The clashes of a keyset, kept up to date while it is edited. */
export interface ClashFinder {
  /** All of them, errors first. */
  all(): Clash[];
  /** All of them once the keyset is what `stack` says, which differs at these places only. */
  after(stack: Stack, places: readonly EditPlace[]): Clash[];
}

const RANK = new Map(CLASH_KINDS.map((kind, index) => [kind, index]));
const WEIGHT = { error: 0, warning: 1, note: 2 } as const;

/** All clashes of a keyset; a pair yields one finding of the most specific kind. Errors come first. */
export function clashes(setting: Setting): Clash[] {
  return clashFinder(setting).all();
}

/** Finds the clashes of a keyset, and after an edit only those that it touches. */
export function clashFinder(setting: Setting): ClashFinder {
  const { platforms, tree } = setting;
  const layouts = setting.layouts?.length ? setting.layouts : [US];
  const table = strokeTable(layouts, platforms);
  const pairs = pairFinder(setting, table);
  const alone = singleFinder(setting, table, pairs);
  const platformMask = platforms.map((_, p) => ((1n << BigInt(layouts.length)) - 1n) << BigInt(p * layouts.length));

  const entries = new Map<string, Entry>();
  const byFirst = new Map<number, Set<Entry>>();
  const byCommand = new Map<number, Set<Entry>>();
  /** What is found about each binding; what concerns two stands with both. */
  const found = new Map<Entry, Set<Clash>>();
  /** Everything found, by severity and kind: in the order in which it is told. */
  const told = Array.from({ length: 3 * CLASH_KINDS.length }, () => new Set<Clash>());
  const shelf = (clash: Clash) => told[WEIGHT[clash.severity] * CLASH_KINDS.length + RANK.get(clash.kind)!]!;

  function entryOf(held: Held, there: Mask): Entry {
    const strokes = table.of(held.shortcut);
    let pressable = there;
    for (const stroke of strokes) pressable &= table.pressable(stroke);
    return { key: keyOf(held), held, strokes, there, pressable };
  }
  function meet(entry: Entry, mine: Set<Clash>, stroke: number) {
    for (const other of byFirst.get(stroke) ?? []) {
      const clash = pairs.between(entry, other);
      if (!clash) continue;
      mine.add(clash);
      found.get(other)!.add(clash);
      shelf(clash).add(clash);
    }
  }
  function add(entry: Entry) {
    entries.set(entry.key, entry);
    const mine = new Set<Clash>(alone(entry));
    for (const clash of mine) shelf(clash).add(clash);
    found.set(entry, mine);
    const first = entry.strokes[0]!;
    meet(entry, mine, first);
    for (const stroke of table.near(first)) meet(entry, mine, stroke);
    join(byFirst, first, entry);
    join(byCommand, entry.held.command, entry);
  }
  function drop(entry: Entry) {
    entries.delete(entry.key);
    byFirst.get(entry.strokes[0]!)?.delete(entry);
    byCommand.get(entry.held.command)?.delete(entry);
    for (const clash of found.get(entry) ?? []) {
      shelf(clash).delete(clash);
      for (const party of clash.parties) found.get(entries.get(keyOf(party)) ?? entry)?.delete(clash);
    }
    found.delete(entry);
  }
  /** Bindings that stand on several platforms, once each, with the keyboards they are on. */
  function gather(lists: readonly (readonly Held[])[]): Map<string, { held: Held; there: Mask }> {
    const all = new Map<string, { held: Held; there: Mask }>();
    lists.forEach((list, p) => {
      for (const held of list) {
        const key = keyOf(held);
        const known = all.get(key);
        if (known) known.there |= platformMask[p]!;
        else all.set(key, { held, there: platformMask[p]! });
      }
    });
    return all;
  }

  /** Pairs of which one has a key on a platform and its partner none. */
  function lopsided(): Clash[] {
    const ids = layouts.map((layout) => layout.id);
    const on = (command: number) => {
      let mask = 0n;
      for (const entry of byCommand.get(command) ?? []) mask |= entry.there;
      return mask;
    };
    const one = (has: number, lacks: number): Clash[] => {
      const mask = on(has) & ~on(lacks);
      const party = [...(byCommand.get(has) ?? [])]
        .filter((entry) => entry.there & mask)
        .sort((a, b) => a.held.context - b.held.context || (a.key < b.key ? -1 : 1))[0]?.held;
      if (!party) return [];
      const where = { platforms: platforms.filter((_, p) => mask & platformMask[p]!), layouts: ids };
      return [{ kind: 'lopsided', severity: 'note', parties: [party], ...where, missing: lacks }];
    };
    return (setting.pairs ?? []).flatMap(([a, b]) => [...one(a, b), ...one(b, a)]);
  }
  /** One note a place that takes text: how many shortcuts of wider places are typed there. */
  function swallowed(): Clash[] {
    const keyboard = table.keyboards[0]!;
    const types = new Map<number, boolean>();
    const isTyped = (entry: Entry) => {
      const first = entry.strokes[0]!;
      const known = types.get(first);
      if (known !== undefined) return known;
      const ways = strokeWays(table.stroke(first), keyboard);
      const typed = isWays(ways) && ways.some((way) => typesCharacter(way, keyboard));
      types.set(first, typed);
      return typed;
    };
    return tree.inOrder.flatMap((context): Clash[] => {
      if (!context.takesText) return [];
      const wider = new Set(tree.chain(context.id).slice(1));
      let count = 0;
      let first: Held | undefined;
      for (const entry of entries.values()) {
        if (!wider.has(entry.held.context) || !isTyped(entry)) continue;
        count++;
        first ??= entry.held;
      }
      if (!first) return [];
      const everywhere = platformMask.reduce((a, b) => a | b);
      const parties = [{ ...first, context: context.id }] as const;
      return [{ kind: 'typing', severity: 'note', parties, ...pairs.placesOf(everywhere), swallowed: count }];
    });
  }
  function all(): Clash[] {
    const [notes, hints] = [swallowed(), lopsided()];
    const list: Clash[] = [];
    told.forEach((kind, at) => {
      for (const clash of kind) list.push(clash);
      if (at === 2 * CLASH_KINDS.length + RANK.get('typing')!) list.push(...notes);
      if (at === 2 * CLASH_KINDS.length + RANK.get('lopsided')!) list.push(...hints);
    });
    return list;
  }
  function after(stack: Stack, places: readonly EditPlace[]): Clash[] {
    const touched = new Map(places.map((place) => [`${place.command} ${place.context}`, place]));
    for (const { command, context } of touched.values()) {
      for (const entry of [...(byCommand.get(command) ?? [])]) if (entry.held.context === context) drop(entry);
      const lists = platforms.map((platform) => heldAt(stack, platform, command, context));
      for (const { held, there } of gather(lists).values()) add(entryOf(held, there));
    }
    return all();
  }
  const held = platforms.map((platform) => effective(setting.stack, platform).held);
  for (const one of gather(held).values()) add(entryOf(one.held, one.there));
  return { all, after };
}

function join(map: Map<number, Set<Entry>>, key: number, entry: Entry) {
  const there = map.get(key);
  if (there) there.add(entry);
  else map.set(key, new Set([entry]));
}

function keyOf(held: Held): string {
  return `${held.command} ${held.context} ${held.shortcut}`;
}
