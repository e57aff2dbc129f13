import type { Edit } from '../../contract/index.ts';
import type { Setting } from '../../keyset/index.ts';
import { meetOn } from '../../press/index.ts';
import { evenly, type Waiting } from './evenly.ts';

/** Edits that are learned together. */
export interface Step {
  readonly edits: readonly Edit[];
  /** Uses a day + 1, summed over its edits. */
  readonly weight: number;
}

/**
 * A plan in at most `count` steps, as even by weight as its heaviest indivisible group allows. An edit waits for those whose
 * present press its new one meets; what waits in a circle changes together (strongly connected components, Tarjan 1972), and
 * so do a command that is left without a key and the one that takes it.
 */
export function steps(
  edits: readonly Edit[],
  setting: Setting,
  uses: ReadonlyMap<number, number>,
  count: number,
): Step[] {
  const { groups: found, after } = waiting(edits, setting);
  const groups = found.map((list) => list.map((at) => edits[at]!));
  const weights = groups.map((list) => list.reduce((sum, one) => sum + 1 + (uses.get(one.command) ?? 0), 0));
  return evenly(weights, after, Math.max(1, count)).map((part) => ({
    edits: part.flatMap((at) => groups[at]!),
    weight: part.reduce((sum, at) => sum + weights[at]!, 0),
  }));
}

/** Edits in groups that change together, each group after those it waits for. */
export function waiting(edits: readonly Edit[], setting: Setting): Waiting {
  const { weighed, tree } = setting;
  const { keyboards } = weighed;
  // What an edit gives and takes, platform by platform: what is new on one may be there already on another.
  const changes = edits.map(({ command, context, platform, shortcuts }) =>
    keyboards.platforms.map((one) => {
      if (platform !== null && platform !== one) return { given: [], taken: [] };
      const present = weighed
        .on(one)
        .at(command, context)
        .map((held) => held.shortcut);
      const without = (list: readonly string[], others: readonly string[]) =>
        list.filter((key) => !others.includes(key)).map((key) => keyboards.strokes(key));
      return { given: without(shortcuts, present), taken: without(present, shortcuts) };
    }),
  );
  const meets = (at: number, other: number) =>
    changes[at]!.some(({ given }, platform) =>
      given.some((a) => changes[other]![platform]!.taken.some((b) => meetOn(a, b, keyboards))),
    );
  const waits = edits.map((edit, at) =>
    edits.flatMap((other, index) => {
      if (index === at || tree.relation(edit.context, other.context) === 'apart') return [];
      return other.command === edit.command || meets(at, index) ? [index] : [];
    }),
  );
  // One left without goes when its press is taken, not before.
  edits.forEach((edit, at) => {
    if (edit.shortcuts.length) return;
    waits.forEach((list, index) => list.includes(at) && waits[at]!.push(index));
  });
  const groups = components(waits);
  const groupOf = new Map(groups.flatMap((list, index) => list.map((at) => [at, index] as const)));
  const after = groups.map((list, index) =>
    [...new Set(list.flatMap((at) => waits[at]!.map((one) => groupOf.get(one)!)))].filter((one) => one !== index),
  );
  return { groups, after };
}

/** Strongly connected components, those that are waited for first. */
function components(waits: readonly (readonly number[])[]): number[][] {
  const index = new Map<number, number>();
  const low = new Map<number, number>();
  const stack: number[] = [];
  const on = new Set<number>();
  const found: number[][] = [];
  const visit = (start: number) => {
    const work: [number, number][] = [[start, 0]];
    while (work.length) {
      const frame = work.at(-1)!;
      const [at, next] = frame;
      if (next === 0) {
        index.set(at, index.size);
        low.set(at, index.get(at)!);
        stack.push(at);
        on.add(at);
      }
      const to = waits[at]![next];
      if (to !== undefined) {
        frame[1]++;
        if (!index.has(to)) work.push([to, 0]);
        else if (on.has(to)) low.set(at, Math.min(low.get(at)!, index.get(to)!));
        continue;
      }
      work.pop();
      const above = work.at(-1)?.[0];
      if (above !== undefined) low.set(above, Math.min(low.get(above)!, low.get(at)!));
      if (low.get(at) !== index.get(at)) continue;
      const group: number[] = [];
      for (let one = stack.pop()!; ; one = stack.pop()!) {
        on.delete(one);
        group.push(one);
        if (one === at) break;
      }
      found.push(group.sort((a, b) => a - b));
    }
  };
  for (const at of waits.keys()) if (!index.has(at)) visit(at);
  return found;
}
