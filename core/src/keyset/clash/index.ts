import type { Mask } from '../../press/index.ts';
import type { Held } from '../effective.ts';
import type { Setting } from '../setting.ts';
import { heldKey, type Entry } from '../weighed.ts';
import { CLASH_KINDS, type Clash } from './finding.ts';
import { pairFinder } from './pairs.ts';
import { singleFinder } from './single.ts';

export { CLASH_KINDS, type Clash, type ClashKind, type Severity } from './finding.ts';
export { groupClashes, type ClashGroup } from './groups.ts';

const RANK = new Map(CLASH_KINDS.map((kind, index) => [kind, index]));
const WEIGHT = { error: 0, warning: 1, note: 2 } as const;

/** All clashes of a keyset; a pair yields one finding of the most specific kind. Errors come first. */
export function clashes(setting: Setting): Clash[] {
  const { tree, weighed } = setting;
  const { keyboards } = weighed;
  const { platforms } = keyboards;
  const pairs = pairFinder(setting);
  const alone = singleFinder(setting);

  const byFirst = new Map<number, Entry[]>();
  const byCommand = new Map<number, Entry[]>();
  /** Everything found, by severity and then by kind. */
  const found = Array.from({ length: 3 * CLASH_KINDS.length }, (): Clash[] => []);
  const add = (clash: Clash) =>
    void found[WEIGHT[clash.severity] * CLASH_KINDS.length + RANK.get(clash.kind)!]!.push(clash);

  /** Compares a binding with those seen before it, so that each pair is compared once. */
  function compare(entry: Entry) {
    const first = entry.strokes[0]!;
    for (const stroke of [first, ...keyboards.near(first)])
      for (const other of byFirst.get(stroke) ?? []) {
        const clash = pairs(entry, other);
        if (clash) add(clash);
      }
    join(byFirst, first, entry);
    join(byCommand, entry.held.command, entry);
  }

  /** Pairs of which one has a key on a platform and its partner none. */
  function lopsided(): Clash[] {
    const ids = keyboards.layouts.map((layout) => layout.id);
    const on = (command: number) => {
      let mask: Mask = 0n;
      for (const entry of byCommand.get(command) ?? []) mask |= entry.there;
      return mask;
    };
    const one = (has: number, lacks: number): Clash[] => {
      const mask = on(has) & ~on(lacks);
      const party = [...(byCommand.get(has) ?? [])]
        .filter((entry) => entry.there & mask)
        .sort((a, b) => a.held.context - b.held.context || (heldKey(a.held) < heldKey(b.held) ? -1 : 1))[0]?.held;
      if (!party) return [];
      const where = { platforms: platforms.filter((platform) => mask & keyboards.maskOf(platform)), layouts: ids };
      return [{ kind: 'lopsided', severity: 'note', parties: [party], ...where, missing: lacks }];
    };
    return setting.pairs.flatMap(([a, b]) => [...one(a, b), ...one(b, a)]);
  }
  /** One note a place that takes text: how many shortcuts of wider places are typed there, on some keyboard. */
  function swallowed(): Clash[] {
    return tree.inOrder.flatMap((context): Clash[] => {
      if (!context.takesText) return [];
      const wider = new Set(tree.chain(context.id).slice(1));
      let count = 0;
      let on: Mask = 0n;
      let first: Held | undefined;
      for (const { held, strokes, pressable } of weighed.entries()) {
        const typed = wider.has(held.context) ? pressable & keyboards.where(strokes[0]!, 'types') : 0n;
        if (!typed) continue;
        count++;
        on |= typed;
        first ??= held;
      }
      if (!first) return [];
      const parties = [{ ...first, context: context.id }] as const;
      return [{ kind: 'typing', severity: 'note', parties, ...keyboards.placesOf(on), swallowed: count }];
    });
  }
  for (const entry of weighed.entries()) {
    for (const clash of alone(entry)) add(clash);
    compare(entry);
  }
  for (const clash of [...swallowed(), ...lopsided()]) add(clash);
  return found.flat();
}

function join(map: Map<number, Entry[]>, key: number, entry: Entry) {
  const there = map.get(key);
  if (there) there.push(entry);
  else map.set(key, [entry]);
}
