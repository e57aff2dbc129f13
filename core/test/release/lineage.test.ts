import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Context, LineageLink } from '../../src/contract/index.ts';
import { distance } from '../../src/keys/index.ts';
import {
  composed,
  contextProposals,
  inverse,
  lineageBetween,
  lineageProposals,
  pairKey,
  relation,
  type Lineage,
  type LineageProposal,
} from '../../src/release/index.ts';
import { say } from '../../src/words/index.ts';
import { binding, command, shipped } from '../keyset/fixtures.ts';
import { ADDED, DROPPED, KEPT, PARTS, RENAMES, type ListedCommand } from './lineage-lists.ts';
import { sideOfWorld, type World } from './worlds.ts';

const link = (release: number, old: number, now: number, more: Partial<LineageLink> = {}): LineageLink => ({
  release,
  kind: 'command',
  old,
  now,
  confirmed: true,
  goesOn: false,
  ...more,
});
const state = (release: number, commands: number[], contexts = [1]) => ({
  release: { id: release },
  commands: commands.map((id) => ({ id })),
  contexts: contexts.map((id) => ({ id })),
});

describe('lineage', () => {
  it('leads from identity to identity through what was confirmed, in either direction', () => {
    const links = [
      link(2, 1, 10),
      link(3, 10, 20),
      link(3, 3, 30, { goesOn: true }),
      link(2, 4, 40),
      link(2, 5, 40),
      link(2, 6, 60, { confirmed: false }),
      link(9, 2, 99),
    ];
    const [first, last] = [state(1, [1, 2, 3, 4, 5, 6]), state(3, [2, 3, 20, 30, 40, 60])];
    const { commands } = lineageBetween(links, [1, 2, 3, 9], first, last);
    expect([1, 2, 3, 4, 5, 6].map((id) => commands.forward(id))).toEqual([[20], [2], [30, 3], [40], [40], []]);
    expect(commands.back(40)).toEqual([4, 5]);
    const other = lineageBetween(links, [1, 2, 3, 9], last, first).commands;
    expect(other.forward(20)).toEqual([1]);
    expect(other.forward(40)).toEqual([4, 5]);
  });

  it('lets places answer one to one, and what was confirmed before what merely kept its identity', () => {
    const links = [link(2, 7, 8, { kind: 'context', goesOn: true })];
    const { contexts } = lineageBetween(links, [1, 2], state(1, [], [1, 7]), state(2, [], [1, 7, 8]));
    expect([contexts.forward(7), contexts.back(7), contexts.forward(1)]).toEqual([[8], [], [1]]);
  });

  it('composes, and read backwards twice is itself', () => {
    const pairs = fc.array(fc.tuple(fc.nat(9), fc.nat(9)), { maxLength: 14 });
    fc.assert(
      fc.property(pairs, pairs, fc.nat(9), (a, b, id) => {
        const of = (list: [number, number][]): Lineage => ({ commands: relation(list), contexts: relation([]) });
        const both = composed(of(a), of(b)).commands;
        const byHand = new Set(
          a.filter(([old]) => old === id).flatMap(([, mid]) => b.filter(([old]) => old === mid).map(([, now]) => now)),
        );
        expect(new Set(both.forward(id))).toEqual(byHand);
        expect(inverse(inverse(of(a))).commands.forward(id)).toEqual(of(a).commands.forward(id));
        const turned = composed(inverse(of(b)), inverse(of(a))).commands;
        expect(new Set(turned.back(id))).toEqual(byHand);
      }),
    );
  });
});

/** The lists as two releases, and the pairs that are so. */
function releases() {
  const homes = new Map<string, number>();
  const homeOf = (name: string) => homes.get(name) ?? (homes.set(name, homes.size + 2), homes.get(name)!);
  let id = 0;
  const make = (one: ListedCommand) => {
    const { keys, home, ...facts } = one;
    id++;
    return { command: command(id, { ...facts, home: homeOf(home) }), keys, home: homeOf(home) };
  };
  type Made = ReturnType<typeof make>;
  const kept = KEPT.map(make);
  const renames = RENAMES.map(([old, now]) => [make(old), make(now)] as const);
  const parts = PARTS.map(({ old, now }) => ({ old: old.map(make), now: now.map(make) }));
  const [dropped, added] = [DROPPED.map(make), ADDED.map(make)];
  const contexts: Context[] = [
    { id: 1, parent: null, name: 'Everywhere at all', position: 0, takesText: false, together: [] },
    ...[...homes].map(([name, at]) => ({ id: at, parent: 1, name, position: at, takesText: false, together: [] })),
  ];
  const world = (list: Made[]): World => ({
    contexts,
    commands: list.map((one) => one.command),
    stack: {
      shipped: shipped(
        list.flatMap((one) => one.keys.map((key) => binding(one.command.id, key, { contexts: [one.home] }))),
      ),
      layers: [],
    },
  });
  const old = world([...kept, ...renames.map((one) => one[0]), ...parts.flatMap((one) => one.old), ...dropped]);
  const now = world([...kept, ...renames.map((one) => one[1]), ...parts.flatMap((one) => one.now), ...added]);
  const truth = new Set([
    ...renames.map(([a, b]) => pairKey(a.command.id, b.command.id)),
    ...parts.flatMap((one) => one.old.flatMap((a) => one.now.map((b) => pairKey(a.command.id, b.command.id)))),
  ]);
  const lineage: Lineage = {
    commands: relation(kept.map(({ command: { id: one } }) => [one, one])),
    contexts: relation(contexts.map((one) => [one.id, one.id])),
  };
  return { old: sideOfWorld(old), now: sideOfWorld(now), truth, lineage };
}

const pairsIn = (proposals: readonly LineageProposal[]) =>
  new Set(proposals.flatMap((one) => one.old.flatMap((a) => one.now.map((b) => pairKey(a, b)))));
function measure(found: ReadonlySet<string>, truth: ReadonlySet<string>) {
  const right = [...found].filter((one) => truth.has(one)).length;
  return { precision: right / Math.max(1, found.size), recall: right / truth.size };
}

describe('lineage proposals', () => {
  const { old, now, truth, lineage } = releases();
  const proposals = lineageProposals(old, now, lineage);

  it('are right nine times in ten and find four in five of 40 renames and 10 splits or merges among 40 others', () => {
    const { precision, recall } = measure(pairsIn(proposals), truth);
    expect(precision).toBeGreaterThanOrEqual(0.9);
    expect(recall).toBeGreaterThanOrEqual(0.8);
  });

  it('are better than the distance of labels alone, at whichever threshold that is best', () => {
    const gone = [...old.commands.values()].filter(({ id }) => !lineage.commands.forward(id).length);
    const fresh = [...now.commands.values()].filter(({ id }) => !lineage.commands.back(id).length);
    const far = (a: string, b: string) => distance(a.toLowerCase(), b.toLowerCase(), 60) / Math.max(a.length, b.length);
    const nearestOf = gone.map((was) => {
      const best = fresh.map((is) => ({ is, d: far(was.label, is.label) })).sort((a, b) => a.d - b.d)[0]!;
      return { key: pairKey(was.id, best.is.id), d: best.d };
    });
    const score = ({ precision, recall }: ReturnType<typeof measure>) =>
      (2 * precision * recall) / Math.max(1e-9, precision + recall);
    const byLabel = Array.from({ length: 100 }, (_, i) =>
      score(measure(new Set(nearestOf.filter((one) => one.d <= i / 100).map((one) => one.key)), truth)),
    );
    expect(score(measure(pairsIn(proposals), truth))).toBeGreaterThan(Math.max(...byLabel) + 0.1);
  });

  it('say what speaks for them, propose each command once, and not again what was refused', () => {
    expect(proposals.every((one) => one.score > 0 && one.score <= 1 && one.evidence.length > 0)).toBe(true);
    const renamed = proposals.filter((one) => one.kind === 'renamed').flatMap((one) => one.old);
    expect(new Set(renamed).size).toBe(renamed.length);
    const split = proposals.find((one) => one.kind === 'split')!;
    expect(split.now.length).toBeGreaterThan(1);
    const [first] = proposals.filter((one) => one.kind === 'renamed');
    const key = pairKey(first!.old[0]!, first!.now[0]!);
    expect(pairsIn(lineageProposals(old, now, lineage, new Set([key]))).has(key)).toBe(false);
    const told = lineageProposals(old, now, {
      ...lineage,
      commands: relation([...truth].map((one) => one.split(' ').map(Number) as [number, number])),
    });
    expect([...pairsIn(told)].some((one) => truth.has(one))).toBe(false);
  });

  it('of places go by the commands that are at home in them', () => {
    const place = (id: number, parent: number | null, name: string): Context => ({
      id,
      parent,
      name,
      position: id,
      takesText: false,
      together: [],
    });
    const home = (at: number) => [1, 2, 3].map((id) => command(id, { home: at }));
    const empty = { shipped: shipped([]), layers: [] };
    const was = sideOfWorld({
      contexts: [place(1, null, 'Everywhere'), place(2, 1, 'Placing marks'), place(3, 1, 'Log')],
      commands: home(2),
      stack: empty,
    });
    const is = sideOfWorld({
      contexts: [
        place(1, null, 'Everywhere'),
        place(2, 1, 'Placing marks'),
        place(9, 1, 'Setting marks'),
        place(8, 1, 'Grid'),
      ],
      commands: home(9),
      stack: empty,
    });
    const same = {
      commands: relation([
        [1, 1],
        [2, 2],
        [3, 3],
      ]),
      contexts: relation([
        [1, 1],
        [2, 2],
      ]),
    };
    const found = contextProposals(was, is, same);
    expect(found.map((one) => [one.old, one.now])).toEqual([[[2], [9]]]);
    expect(found[0]!.evidence.map((one) => say(one))).toEqual([
      '3 of its 3 commands are there',
      'similar names',
      'same parent context',
    ]);
    expect(contextProposals(was, is, same, new Set([pairKey(2, 9)]))).toEqual([]);
  });
});
