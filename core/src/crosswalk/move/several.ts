import type { Lineage, Side } from '../../release/index.ts';
import { faithfulness } from '../../release/index.ts';

/** A press that means one thing in one program and another in the other. */
export interface Meanings {
  readonly press: string;
  /** As the program here has it. */
  readonly shortcut: string;
  readonly here: number;
  readonly there: readonly number[];
  /** Uses a day here × uses a day there of what it does: how often one is in the way of the other. */
  readonly interference: number;
}
/** One idea that has other presses in the other program. */
export interface OtherKeys {
  readonly here: number;
  readonly there: number;
  readonly keysHere: readonly string[];
  readonly keysThere: readonly string[];
  readonly uses: number;
}
export interface SeveralHands {
  readonly meanings: readonly Meanings[];
  readonly ideas: readonly OtherKeys[];
}

/**
 * Hands that work in two programs: where one press means different things, and where one idea has different presses; the
 * most often used first. Ask it again with the sides exchanged for the other way.
 */
export function severalHands(
  here: Side,
  there: Side,
  counterparts: Lineage,
  uses: ReadonlyMap<number, number>,
): SeveralHands {
  const { presses } = faithfulness(here, there, counterparts, uses);
  const use = (id: number) => uses.get(id) ?? 0;
  const meanings = presses.flatMap(({ press, original, now, fares }): Meanings[] => {
    if (fares !== 'different') return [];
    const answers = counterparts.commands.forward(original.command);
    const others = [...new Set(now.map((held) => held.command))].filter((id) => !answers.includes(id));
    if (others.length === 0) return [];
    const interference = (1 + use(original.command)) * (1 + Math.max(...others.map(use)));
    return [{ press, shortcut: original.shortcut, here: original.command, there: others, interference }];
  });
  const keys = (side: Side, id: number) => [...new Set(side.effective.of(id).map((held) => held.shortcut))];
  const canonical = (side: Side, list: readonly string[]) =>
    new Set(list.map((one) => side.weighed.keyboards.pressKey(one, side.platform)));
  const ideas = [...here.commands.keys()].flatMap((id) =>
    counterparts.commands.forward(id).flatMap((target): OtherKeys[] => {
      const [mine, theirs] = [keys(here, id), keys(there, target)];
      if (!mine.length || !theirs.length) return [];
      const known = canonical(there, theirs);
      if ([...canonical(here, mine)].some((press) => known.has(press))) return [];
      return [{ here: id, there: target, keysHere: mine, keysThere: theirs, uses: use(id) + use(target) }];
    }),
  );
  return {
    meanings: meanings.sort((a, b) => b.interference - a.interference),
    ideas: ideas.sort((a, b) => b.uses - a.uses),
  };
}
