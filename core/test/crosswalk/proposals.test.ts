import Fuse from 'fuse.js';
import MiniSearch from 'minisearch';
import { describe, expect, it } from 'vitest';
import { ACCEPTANCE, WEIGHTS, propose, type MatchedCommand } from '../../src/crosswalk/index.ts';
import { plainWords } from '../../src/crosswalk/match/names.ts';
import { fitAcceptance, fitScale, quality } from './fit.ts';
import { commandsOf, goldLists, type Gold } from './lists.ts';
import { DEEP, SEED } from '../runs.ts';

const lists = goldLists();
/** What weights are set on; the last list, of another field, was opened once, when nothing was changed any more. */
const set = lists.slice(0, 4);
const last = lists[4]!;
const textOf = ({ label, name }: MatchedCommand) =>
  plainWords(`${label} ${name.slice(name.lastIndexOf('.') + 1)}`).join(' ');

/** How often a search of labels and ids has a right one first, and among five. */
function searched({ from, to, right }: Gold, search: (text: string) => readonly number[]) {
  const sources = new Map(commandsOf(from).map((one) => [one.id, one]));
  void to;
  const found = [...right]
    .filter(([, targets]) => targets.size)
    .map(([source, targets]) =>
      search(textOf(sources.get(source)!))
        .slice(0, 5)
        .map((id) => targets.has(id)),
    );
  return {
    first: found.filter((one) => one[0]).length / found.length,
    five: found.filter((one) => one.includes(true)).length / found.length,
  };
}
const fuzzy = (gold: Gold) => {
  const fuse = new Fuse(
    commandsOf(gold.to).map((one) => ({ id: one.id, text: textOf(one) })),
    { keys: ['text'], threshold: 1, ignoreLocation: true },
  );
  return searched(gold, (text) => fuse.search(text).map((one) => one.item.id));
};
const indexed = (gold: Gold) => {
  const index = new MiniSearch({ fields: ['text'] });
  index.addAll(commandsOf(gold.to).map((one) => ({ id: one.id, text: textOf(one) })));
  return searched(gold, (text) => index.search(text, { prefix: true, fuzzy: 0.2 }).map((one) => one.id as number));
};
const mean = (numbers: readonly number[]) => numbers.reduce((a, b) => a + b, 0) / numbers.length;

describe('proposals of counterparts on command lists of open libraries', () => {
  it('are judged on enough: 300 counterparts and 80 commands without, in five pairs and two fields', () => {
    const sizes = lists.flatMap((one) => [...one.right.values()].map((targets) => targets.size > 0));
    expect(sizes.filter(Boolean).length).toBeGreaterThanOrEqual(300);
    expect(sizes.filter((one) => !one).length).toBeGreaterThanOrEqual(80);
  });

  it('are right first and among five as often as was reached leaving each list out, far above a fuzzy search and a word index', () => {
    // Reached, weights fitted on the three others: first 84, 88, 82, 88 %, among five 89, 96, 91, 98 %, commands without a
    // counterpart under 0.4: 91, 90, 71, 95 %, right ones over it 95, 92, 98, 92 %. Held here less three points.
    const floors = { first: [0.81, 0.85, 0.79, 0.85], five: [0.86, 0.93, 0.88, 0.95], under: [0.88, 0.87, 0.68, 0.92] };
    // Fitting takes seconds for each list: one of them is left out in a short run, all in turn in a long one.
    const leftOut = DEEP ? set : [set[SEED % set.length]!];
    const found = leftOut.map((gold) => {
      const others = set.filter((one) => one !== gold);
      const scale = fitScale(others, WEIGHTS);
      return { gold, ...quality(gold, scale, fitAcceptance(others, scale, ACCEPTANCE)) };
    });
    found.forEach((one) => {
      const at = set.indexOf(one.gold);
      for (const name of ['first', 'five', 'under'] as const)
        expect(one[name], `${one.gold.from} ${name}`).toBeGreaterThanOrEqual(floors[name][at]!);
      expect(one.over).toBeGreaterThanOrEqual(0.88);
      for (const plain of [fuzzy(one.gold), indexed(one.gold)]) {
        expect(one.first).toBeGreaterThan(plain.first + 0.1);
        expect(one.five).toBeGreaterThan(plain.five);
      }
    });
    if (!DEEP) return;
    // How likely the first one is said to be right, and how often it is, pooled over ten bins.
    const bins = Array.from({ length: 10 }, (_, at) => found.map((one) => one.bins[at]!));
    const gaps = bins.map((of) => of.reduce((sum, [said, right]) => sum + said - right, 0));
    const all = bins.flat().reduce((sum, [, , count]) => sum + count, 0);
    expect(gaps.reduce((sum, gap) => sum + Math.abs(gap), 0) / all).toBeLessThan(0.1);
  });

  it('hold on a list of another field that nothing was set on', () => {
    // Opened once: first 87 %, among five 100 %, 81 % of those without an equivalent under 0.4, 94 % of the right ones over it.
    const { first, five, under, over } = quality(last);
    expect(first).toBeGreaterThanOrEqual(0.84);
    expect(five).toBeGreaterThanOrEqual(0.97);
    expect(under).toBeGreaterThanOrEqual(0.77);
    expect(over).toBeGreaterThanOrEqual(0.91);
    expect(fuzzy(last).first).toBeLessThan(first - 0.1);
  });

  it('learn from judgements: rows not judged are no worse for it, on the whole better', () => {
    const gain = set.flatMap((gold) => {
      const judged = [...gold.right].flatMap(([source, targets]) =>
        targets.size ? [{ source, target: [...targets][0]! }] : [],
      );
      const counts = [10, 30, 60].filter((count) => count + 20 <= judged.length);
      return counts.map((count) => {
        // In the order of the menu, and spread over the list.
        const orders = [judged, judged.toSorted((a, b) => ((a.source * 7919) % 101) - ((b.source * 7919) % 101))];
        return mean(
          orders.map((order) => {
            const told = order.slice(0, count);
            const rest = {
              ...gold,
              right: new Map([...gold.right].filter(([id]) => !told.some((one) => one.source === id))),
            };
            return quality(rest, WEIGHTS, ACCEPTANCE, told).first - quality(rest).first;
          }),
        );
      });
    });
    expect(Math.min(...gain)).toBeGreaterThan(-0.04);
    expect(mean(gain)).toBeGreaterThan(-0.005);
  });

  it('are the same each time, at most five a command, the best first, whatever stops them', () => {
    const question = { sources: commandsOf('cm5'), targets: commandsOf('ace') };
    const found = propose(question);
    expect(propose(question)).toEqual(found);
    for (const { proposals, likelihood } of found) {
      expect(proposals.length).toBeLessThanOrEqual(5);
      expect(proposals.map((one) => one.score)).toEqual(proposals.map((one) => one.score).sort((a, b) => b - a));
      expect(likelihood).toBeGreaterThanOrEqual(0);
      expect(likelihood).toBeLessThanOrEqual(1);
    }
    const stopped = () =>
      propose(question, (done) => {
        if (done === 3) throw new Error('stopped');
      });
    expect(stopped).toThrow('stopped');
    expect(propose({ sources: question.sources, targets: [] }).every((one) => one.proposals.length === 0)).toBe(true);
  });
});
