import { PATH_SIGN } from '../../catalogue/index.ts';
import type { Command } from '../../contract/index.ts';
import { said, type Said } from '../../words/index.ts';
import { menuOf } from '../menu.ts';
import type { Lineage } from './lineage.ts';
import type { Side } from '../sides.ts';
import { labelComparer, type LabelComparer } from './labels.ts';

/** That one or several commands became one or several others, as the two releases suggest. */
export interface LineageProposal {
  readonly kind: 'renamed' | 'split' | 'merged';
  readonly old: readonly number[];
  readonly now: readonly number[];
  /** From 0 to 1. */
  readonly score: number;
  /** What speaks for it. */
  readonly evidence: readonly Said[];
}

/** What a likeness is made of; weights are our own choice, tried on invented lists (no source). */
const WEIGHT = { label: 0.42, keys: 0.22, menu: 0.14, home: 0.08, category: 0.05, effect: 0.03, words: 0.06 } as const;
/** Under these nothing is proposed: a rename, and a part of what was split or merged. */
export const LEAST = { renamed: 0.56, part: 0.42, core: 0.5 } as const;

interface Likeness {
  readonly score: number;
  readonly label: number;
  readonly keys: boolean;
  readonly evidence: readonly Said[];
}

/**
 * What became of the commands that are gone, among those that are new: renames (each other’s best), splits and merges,
 * with a score and the evidence. What was said of a pair before is left out; nothing is decided here.
 */
export function lineageProposals(
  old: Side,
  now: Side,
  lineage: Lineage,
  refused: ReadonlySet<string> = new Set(),
): LineageProposal[] {
  const gone = [...old.commands.values()].filter(({ id }) => lineage.commands.forward(id).length === 0);
  const fresh = [...now.commands.values()].filter(({ id }) => lineage.commands.back(id).length === 0);
  const labels = labelComparer([...old.commands.values(), ...now.commands.values()].map((one) => one.label));
  const likeness = comparer(old, now, lineage, labels);
  const pairs = gone.flatMap((was) =>
    fresh.flatMap((is) => {
      if (refused.has(pairKey(was.id, is.id))) return [];
      const found = likeness(was, is);
      return found.score >= LEAST.part ? [{ was, is, ...found }] : [];
    }),
  );
  const parts = [...groups(pairs, 'split', labels), ...groups(pairs, 'merged', labels)];
  const taken = { old: new Set(parts.flatMap((one) => one.old)), now: new Set(parts.flatMap((one) => one.now)) };
  const single = pairs
    .filter((pair) => pair.score >= LEAST.renamed && !taken.old.has(pair.was.id) && !taken.now.has(pair.is.id))
    .sort((a, b) => b.score - a.score);
  const renames: LineageProposal[] = [];
  for (const { was, is, score, evidence } of single) {
    if (taken.old.has(was.id) || taken.now.has(is.id)) continue;
    taken.old.add(was.id);
    taken.now.add(is.id);
    renames.push({ kind: 'renamed', old: [was.id], now: [is.id], score, evidence });
  }
  return [...renames, ...parts].sort((a, b) => b.score - a.score);
}

/** A pair of identities as a text, for sets of what was refused. */
export const pairKey = (old: number, now: number) => `${old} ${now}`;

function comparer(old: Side, now: Side, lineage: Lineage, labels: LabelComparer) {
  const keys = ({ effective, weighed, platform }: Side, { id }: Command) =>
    new Map(effective.of(id).map(({ shortcut }) => [weighed.keyboards.pressKey(shortcut, platform), shortcut]));
  const parent = (command: Command) => menuOf(command).split(PATH_SIGN).slice(0, -1).join(PATH_SIGN);
  const top = ({ menu }: Command) => menu.split(PATH_SIGN)[0]!;
  return (was: Command, is: Command): Likeness => {
    const names = [is.label, ...is.otherNames];
    const former = is.otherNames.some((name) => name.toLowerCase() === was.label.toLowerCase());
    const label = former ? 1 : Math.max(...names.map((name) => labels.alike(was.label, name)));
    const [had, has] = [keys(old, was), keys(now, is)];
    const same = [...has].flatMap(([press, shortcut]) => (had.has(press) ? shortcut : []));
    const home = lineage.contexts.forward(was.home)[0] === is.home;
    const menu =
      was.menu === '' || is.menu === '' ? 0 : parent(was) === parent(is) ? 1 : top(was) === top(is) ? 0.4 : 0;
    const words = was.description && is.description ? labels.alike(was.description, is.description) : 0;
    // Where neither has a key, keys speak neither for nor against.
    const weighed = had.size + has.size === 0 ? 1 - WEIGHT.keys : 1;
    const score =
      (WEIGHT.label * label +
        WEIGHT.keys * (same.length ? 1 : 0) +
        WEIGHT.menu * menu +
        WEIGHT.home * Number(home) +
        WEIGHT.category * Number(was.category === is.category) +
        WEIGHT.effect * Number(was.onePress === is.onePress && was.destructive === is.destructive) +
        WEIGHT.words * words) /
      (weighed - (was.description && is.description ? 0 : WEIGHT.words));
    const evidence = [
      ...(former ? [said('evidence.former', { was: was.label })] : []),
      ...(!former && label >= 0.5 ? [said('evidence.names')] : []),
      ...(same.length ? [said('evidence.keys', { keys: { keys: same[0]!, on: now.platform } })] : []),
      ...(menu === 1 ? [said('evidence.menu')] : []),
      ...(home ? [said('evidence.home', { place: now.tree.get(is.home).name })] : []),
      ...(words >= 0.5 ? [said('evidence.described')] : []),
    ];
    return { score: Math.min(1, score), label, keys: same.length > 0, evidence };
  };
}

interface Pair extends Likeness {
  readonly was: Command;
  readonly is: Command;
}

/** One that became several (or several that became one): each part has the telling words of the whole, and its place. */
function groups(pairs: readonly Pair[], kind: 'split' | 'merged', labels: LabelComparer): LineageProposal[] {
  const [wholeOf, partOf] = kind === 'split' ? (['was', 'is'] as const) : (['is', 'was'] as const);
  const byWhole = new Map<Command, Pair[]>();
  for (const pair of pairs) {
    const [whole, part] = [pair[wholeOf], pair[partOf]];
    const core = labels.within(whole.label, part.label);
    if (core < LEAST.core || pair.label >= 0.999) continue;
    byWhole.set(whole, [...(byWhole.get(whole) ?? []), pair]);
  }
  const best = new Map<Command, Pair>();
  for (const pair of pairs) {
    const known = best.get(pair[partOf]);
    if (!known || pair.score > known.score) best.set(pair[partOf], pair);
  }
  return [...byWhole].flatMap(([whole, found]): LineageProposal[] => {
    // A part that is likelier to be something else is no part.
    const parts = found.filter((pair) => best.get(pair[partOf])![wholeOf] === whole);
    if (parts.length < 2) return [];
    const score = parts.reduce((sum, one) => sum + one.score, 0) / parts.length;
    const ids = parts.map((one) => one[partOf].id);
    const [first] = parts as [Pair, ...Pair[]];
    return [
      {
        kind,
        old: kind === 'split' ? [whole.id] : ids,
        now: kind === 'split' ? ids : [whole.id],
        score,
        evidence: [said('evidence.parts', { count: parts.length }), ...first.evidence],
      },
    ];
  });
}
