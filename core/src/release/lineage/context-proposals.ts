import type { Context } from '../../contract/index.ts';
import { said } from '../../words/index.ts';
import type { Lineage } from './lineage.ts';
import { pairKey, type LineageProposal } from './proposals.ts';
import type { Side } from '../sides.ts';
import { labelComparer } from './labels.ts';

/** Weights of what two contexts share, and the least sum that is proposed (our own choice, no source). */
const WEIGHT = { commands: 0.6, name: 0.25, place: 0.15 } as const;
const LEAST = 0.45;

/**
 * Which new contexts may be former ones under another name: by the commands at home in both, their names, and where they
 * lie. A former context that nothing is at home in any more counts as gone, though it is still listed.
 */
export function contextProposals(
  old: Side,
  now: Side,
  lineage: Lineage,
  refused: ReadonlySet<string> = new Set(),
): LineageProposal[] {
  const [homesOld, homesNow] = [homes(old), homes(now)];
  const linked = (context: Context) => lineage.contexts.back(context.id)[0];
  const fresh = now.tree.inOrder.filter((one) => linked(one) === undefined);
  const emptied = (id: number) => {
    const [there] = lineage.contexts.forward(id);
    return there === undefined || (!homesNow.has(there) && there === id);
  };
  const gone = old.tree.inOrder.filter((one) => one.parent !== null && homesOld.has(one.id) && emptied(one.id));
  const names = labelComparer([...old.tree.inOrder, ...now.tree.inOrder].map((one) => one.name));
  const pairs = gone.flatMap((was) =>
    fresh.flatMap((is): LineageProposal[] => {
      if (refused.has(pairKey(was.id, is.id))) return [];
      const [before, after] = [homesOld.get(was.id) ?? [], new Set(homesNow.get(is.id))];
      const kept = before.filter((id) => lineage.commands.forward(id).some((one) => after.has(one))).length;
      const commands = kept / Math.max(before.length, after.size, 1);
      const name = names.alike(was.name, is.name);
      const parent = was.parent === null ? undefined : lineage.contexts.forward(was.parent)[0];
      const place = parent !== undefined && parent === is.parent;
      const score = WEIGHT.commands * commands + WEIGHT.name * name + WEIGHT.place * Number(place);
      const evidence = [
        said('evidence.commands', { kept, of: before.length }),
        ...(name >= 0.4 ? [said('evidence.names')] : []),
        ...(place ? [said('evidence.place')] : []),
      ];
      return score >= LEAST ? [{ kind: 'renamed', old: [was.id], now: [is.id], score, evidence }] : [];
    }),
  );
  const taken = { old: new Set<number>(), now: new Set<number>() };
  return pairs
    .sort((a, b) => b.score - a.score)
    .filter(({ old: [was], now: [is] }) => {
      if (taken.old.has(was!) || taken.now.has(is!)) return false;
      taken.old.add(was!);
      taken.now.add(is!);
      return true;
    });
}

function homes({ commands }: Side): Map<number, number[]> {
  const found = new Map<number, number[]>();
  for (const { id, home } of commands.values()) found.set(home, [...(found.get(home) ?? []), id]);
  return found;
}
