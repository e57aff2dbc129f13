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
  const likest = comparer(old, now, lineage, labels, fresh);
  const pairs = gone.flatMap((was) => likest(was).filter(({ is }) => !refused.has(pairKey(was.id, is.id))));
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

/** What is looked at of a command again and again. */
interface Facts {
  readonly command: Command;
  /** Its presses, each with the shortcut that makes it. */
  readonly keys: ReadonlyMap<string, string>;
  readonly parent: string;
  readonly top: string;
}

/**
 * Finds the new commands that a gone one is like enough to be part of. Each command is taken apart once, and names are
 * compared through an index; a description is read only where it could still decide.
 */
function comparer(old: Side, now: Side, lineage: Lineage, labels: LabelComparer, fresh: readonly Command[]) {
  const factsOn =
    ({ effective, weighed, platform }: Side) =>
    (command: Command): Facts => ({
      command,
      keys: new Map(
        effective.of(command.id).map(({ shortcut }) => [weighed.keyboards.pressKey(shortcut, platform), shortcut]),
      ),
      parent: menuOf(command).split(PATH_SIGN).slice(0, -1).join(PATH_SIGN),
      top: command.menu.split(PATH_SIGN)[0]!,
    });
  const [before, after] = [factsOn(old), fresh.map(factsOn(now))];
  const names = fresh.flatMap((is, at) => [is.label, ...is.otherNames].map((name) => ({ name, at })));
  const alike = labels.against(names.map(({ name }) => name));
  const formers = new Map<string, number[]>();
  fresh.forEach(({ otherNames }, at) => {
    for (const name of otherNames.map((one) => one.toLowerCase()))
      formers.set(name, [...(formers.get(name) ?? []), at]);
  });

  return (command: Command): Pair[] => {
    const was = before(command);
    const label = new Float64Array(fresh.length);
    alike(command.label).forEach((value, n) => {
      const { at } = names[n]!;
      if (value > label[at]!) label[at] = value;
    });
    const former = new Set(formers.get(command.label.toLowerCase()));
    for (const at of former) label[at] = 1;
    const home = lineage.contexts.forward(command.home)[0];
    return after.flatMap((is, at): Pair[] => {
      const same = [...was.keys.keys()].flatMap((press) => is.keys.get(press) ?? []);
      const described = command.description !== '' && is.command.description !== '';
      const menu =
        command.menu === '' || is.command.menu === '' ? 0 : was.parent === is.parent ? 1 : was.top === is.top ? 0.4 : 0;
      // Where neither has a key, keys speak neither for nor against.
      const weighed = (was.keys.size + is.keys.size === 0 ? 1 - WEIGHT.keys : 1) - (described ? 0 : WEIGHT.words);
      const known =
        WEIGHT.label * label[at]! +
        WEIGHT.keys * (same.length ? 1 : 0) +
        WEIGHT.menu * menu +
        WEIGHT.home * Number(home === is.command.home) +
        WEIGHT.category * Number(command.category === is.command.category) +
        WEIGHT.effect *
          Number(command.onePress === is.command.onePress && command.destructive === is.command.destructive);
      if ((known + (described ? WEIGHT.words : 0)) / weighed < LEAST.part) return [];
      const words = described ? labels.alike(command.description, is.command.description) : 0;
      const score = Math.min(1, (known + WEIGHT.words * words) / weighed);
      if (score < LEAST.part) return [];
      const evidence = [
        ...(former.has(at) ? [said('evidence.former', { was: command.label })] : []),
        ...(!former.has(at) && label[at]! >= 0.5 ? [said('evidence.names')] : []),
        ...(same.length ? [said('evidence.keys', { keys: { keys: same[0]!, on: now.platform } })] : []),
        ...(menu === 1 ? [said('evidence.menu')] : []),
        ...(home === is.command.home ? [said('evidence.home', { place: now.tree.title(is.command.home) })] : []),
        ...(words >= 0.5 ? [said('evidence.described')] : []),
      ];
      return [{ was: command, is: is.command, score, label: label[at]!, keys: same.length > 0, evidence }];
    });
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
