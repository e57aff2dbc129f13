import type { Command } from '../../contract/index.ts';
import { foldedPresses, type Held } from '../../keyset/index.ts';
import { readPresses } from '../../press/index.ts';
import { firingOf } from './moved.ts';
import type { Lineage } from '../lineage/lineage.ts';
import { placesOf } from './places.ts';
import type { Side } from '../sides.ts';

/** How a press of what is imitated fares in the imitation. */
export interface ImitatedPress {
  readonly press: string;
  /** What it does in the original, and what in the imitation. */
  readonly original: Held;
  readonly now: readonly Held[];
  readonly fares: 'same' | 'different' | 'missing';
  /** Uses a day of the original’s command. */
  readonly uses: number;
}

/** How true an imitation is: presses, and the same weighted by use. */
export interface Faithfulness {
  readonly presses: readonly ImitatedPress[];
  readonly counts: Readonly<Record<ImitatedPress['fares'], number>>;
  /** Uses a day, by how the press fares. */
  readonly uses: Readonly<Record<ImitatedPress['fares'], number>>;
  /** Commands that the original had not, and that have no key in the imitation. */
  readonly newWithout: readonly Command[];
}

/**
 * How true a keyset is to the one it imitates: for each press of the original, at the place where it is bound, whether it
 * does the same. `lineage` leads from the original to the imitation: of one app’s releases, or of two apps.
 */
export function faithfulness(
  original: Side,
  imitation: Side,
  lineage: Lineage,
  usesADay: ReadonlyMap<number, number> = new Map(),
): Faithfulness {
  const folded = original.platform !== imitation.platform;
  const [before, after] = [firingOf(original), firingOf(imitation)];
  /** The presses of the imitation by what they are called where platforms differ. */
  const known = new Map([...after.where.keys()].map((text) => [nameOf(text, imitation, folded), readPresses(text)]));
  const places = placesOf(original, imitation, lineage.contexts);
  const counts = { same: 0, different: 0, missing: 0 };
  const uses = { same: 0, different: 0, missing: 0 };
  const presses = original.effective.held.flatMap((held): ImitatedPress[] => {
    const text = before.pressOf(held);
    const made = text === null ? null : readPresses(text);
    // What another command fires there is that one’s press.
    const fired = made ? before.fires(made)(held.context) : [];
    if (!made || !fired.some((one) => one.command === held.command)) return [];
    const press = nameOf(text!, original, folded);
    const there = folded ? known.get(press) : made;
    const now = there ? after.fires(there)(places.standsNow[places.ofOld(held.context)]!) : [];
    const like = lineage.commands.forward(held.command);
    const fares = now.length === 0 ? 'missing' : now.every((one) => like.includes(one.command)) ? 'same' : 'different';
    const often = usesADay.get(held.command) ?? 0;
    counts[fares]++;
    uses[fares] += often;
    return [{ press, original: held, now, fares, uses: often }];
  });
  const newWithout = [...imitation.commands.values()].filter(
    ({ id }) => lineage.commands.back(id).length === 0 && imitation.effective.of(id).length === 0,
  );
  return { presses, counts, uses, newWithout };
}

const nameOf = (text: string, { keyboard }: Side, folded: boolean) =>
  folded ? foldedPresses(readPresses(text), keyboard) : text;

/** A lineage between two apps that nobody has judged yet: by the program’s own id, else by label; contexts by name. */
export function likelyLineage(old: Side, now: Side): { commands: [number, number][]; contexts: [number, number][] } {
  const byName = new Map([...now.commands.values()].map((one) => [one.name, one.id]));
  const byLabel = new Map([...now.commands.values()].map((one) => [one.label.toLowerCase(), one.id]));
  const byPath = new Map(now.tree.inOrder.map((one) => [one.name.toLowerCase(), one.id]));
  return {
    commands: [...old.commands.values()].flatMap(({ id, name, label }): [number, number][] => {
      const found = byName.get(name) ?? byLabel.get(label.toLowerCase());
      return found === undefined ? [] : [[id, found]];
    }),
    contexts: old.tree.inOrder.flatMap(({ id, name, parent }): [number, number][] => {
      const found = parent === null ? now.tree.root.id : byPath.get(name.toLowerCase());
      return found === undefined ? [] : [[id, found]];
    }),
  };
}
