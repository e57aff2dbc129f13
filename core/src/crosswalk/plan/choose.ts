import type { Setting } from '../../keyset/index.ts';
import { howOf, meetOn } from '../../press/index.ts';
import { isShipped, type Claim } from './claims.ts';

/** A conflict of up to so many claims is settled by trying all sets; a larger one by use alone. */
const TRIED = 18;

/** No edit of a layer holds more. */
const MOST_IN_EDIT = 8;

/** Whether two claims cannot both be kept: other commands, places that overlap, and presses that meet or begin one another. */
function exclude(a: Claim, b: Claim, { tree, decides, weighed: { keyboards } }: Setting): boolean {
  if (a.target === b.target) return false;
  if (!a.platforms.some((one) => b.platforms.includes(one))) return false;
  const relation = tree.relation(a.context, b.context);
  if (relation === 'apart') return false;
  const [mine, theirs] = [keyboards.strokes(a.shortcut), keyboards.strokes(b.shortcut)];
  const inOnePlace = relation === 'same' || relation === 'together';
  // A narrower place hides a wider one, as the old program has it too; and a chooser’s commands share their press.
  if (howOf(mine, theirs) === 'meet' && (!inOnePlace || decides(a.target, b.target))) return false;
  return meetOn(mine, theirs, keyboards) !== 0n;
}

/**
 * Of claims that exclude one another those of the greatest use together, or the busiest of them, one after the other;
 * pinned ones before all others.
 */
export function chosenOf(
  claims: readonly Claim[],
  setting: Setting,
  pinned: ReadonlySet<number>,
  how: 'greatest' | 'busiest',
): Set<Claim> {
  const { keyboards } = setting.weighed;
  const firstOf = (claim: Claim) => keyboards.strokes(claim.shortcut)[0]!;
  const byStroke = new Map<number, number[]>();
  claims.forEach((claim, at) => {
    const first = firstOf(claim);
    for (const stroke of [first, ...keyboards.near(first)]) byStroke.set(stroke, [...(byStroke.get(stroke) ?? []), at]);
  });
  const rivals = claims.map((claim, at) => {
    const near = new Set(byStroke.get(firstOf(claim)));
    return [...near].filter((other) => other !== at && exclude(claim, claims[other]!, setting));
  });
  const worth = (at: number) => claims[at]!.uses + 0.001 + (pinned.has(claims[at]!.source) ? 1e6 : 0);
  const settle = (group: readonly number[]) =>
    how === 'greatest' && group.length <= TRIED ? heaviest(group, rivals, worth) : busiestFirst(group, rivals, worth);
  return new Set(conflicts(rivals).flatMap((group) => settle(group).map((at) => claims[at]!)));
}

/** Claims in groups that have no rival outside. */
function conflicts(rivals: readonly (readonly number[])[]): number[][] {
  const seen = new Set<number>();
  return [...rivals.keys()].flatMap((start) => {
    const group: number[] = [];
    const open = [start];
    while (open.length) {
      const at = open.pop()!;
      if (seen.has(at)) continue;
      seen.add(at);
      group.push(at);
      open.push(...rivals[at]!);
    }
    return group.length ? [group] : [];
  });
}

type Rivals = readonly (readonly number[])[];

/** The heaviest set of which no two are rivals, by trying all. */
function heaviest(group: readonly number[], rivals: Rivals, worth: (at: number) => number): number[] {
  let best: number[] = [];
  let most = -1;
  const left = group.map((_, k) => group.slice(k).reduce((sum, at) => sum + worth(at), 0));
  const look = (k: number, taken: number[], sum: number) => {
    if (sum > most) [best, most] = [taken, sum];
    if (k === group.length || sum + left[k]! <= most) return;
    const at = group[k]!;
    if (!taken.some((one) => rivals[at]!.includes(one))) look(k + 1, [...taken, at], sum + worth(at));
    look(k + 1, taken, sum);
  };
  look(0, [], 0);
  return best;
}

function busiestFirst(group: readonly number[], rivals: Rivals, worth: (at: number) => number): number[] {
  const taken: number[] = [];
  for (const at of group.toSorted((a, b) => worth(b) - worth(a)))
    if (!taken.some((one) => rivals[at]!.includes(one))) taken.push(at);
  return taken;
}

/**
 * Claims, the busiest first, as long as their command has no more shortcuts by them than the program lets it have: what it
 * has in places that no claim is about counts.
 */
export function withinMost(claims: readonly Claim[], setting: Setting, pinned: ReadonlySet<number>): Set<Claim> {
  const { weighed, policy } = setting;
  const { keyboards } = weighed;
  const most = Math.min(policy.accepts.mostPerCommand, MOST_IN_EDIT);
  const byTarget = new Map<number, Claim[]>();
  for (const claim of claims) byTarget.set(claim.target, [...(byTarget.get(claim.target) ?? []), claim]);
  const fits = (target: number, kept: readonly Claim[]) =>
    keyboards.platforms.every((platform) => {
      const here = kept.filter((claim) => claim.platforms.includes(platform));
      const elsewhere = weighed
        .on(platform)
        .of(target)
        .filter((held) => !here.some((claim) => claim.context === held.context));
      return new Set([...here, ...elsewhere].map((one) => keyboards.pressKey(one.shortcut, platform))).size <= most;
    });
  return new Set(
    [...byTarget].flatMap(([target, list]) => {
      const pinnedFirst = list.toSorted((a, b) => Number(pinned.has(b.source)) - Number(pinned.has(a.source)));
      return pinnedFirst.reduce<Claim[]>(
        (kept, claim) => (isShipped(claim, setting) || fits(target, [...kept, claim]) ? [...kept, claim] : kept),
        [],
      );
    }),
  );
}
