import type { Edit } from '../../contract/index.ts';
import { clashes, settingAfter, type Clash, type Setting } from '../../keyset/index.ts';
import { meetOn } from '../../press/index.ts';
import type { ProposalFacts } from '../../reach/index.ts';
import { chosenOf, withinMost } from './choose.ts';
import { claimsOf, hindranceOf, isShipped, type Claim, type Hindrance } from './claims.ts';
import type { Habits } from '../decide/habits.ts';
import { layOut, type Displaced } from './edits.ts';
import { reachedIn } from './reached.ts';

export interface PlanQuestion {
  readonly habits: Habits;
  /** The new program’s keyset with an empty layer on top, weighed on every keyboard. */
  readonly setting: Setting;
  readonly facts: ProposalFacts;
  /** How many of the busiest old commands keep their keys; Infinity for all that can. */
  readonly keep: number;
  /** Old commands that keep theirs in any case. */
  readonly pinned?: ReadonlySet<number>;
  /** Presses that nobody is given: no old command keeps them, and none that makes way gets them. */
  readonly ruledOut?: readonly string[];
  /** Why an edit is made, for its reason: it kept an old press, or made way for one. */
  readonly because: (kept: Claim | null) => string;
}

/** Why an old press is not kept. */
export type Refusal =
  Hindrance | 'ruled out' | 'another is busier' | 'too many' | 'would clash' | 'would not run' | 'would silence';

/** Presses that are kept, and what they took from whom. */
export interface Plan {
  readonly kept: readonly Claim[];
  readonly refused: readonly { readonly claim: Claim; readonly why: Refusal }[];
  readonly displaced: readonly Displaced[];
  /** The whole as edits of one layer. */
  readonly edits: readonly Edit[];
}

/**
 * Who keeps an old press, who makes way, and where those go. Of claims that exclude one another the busier is kept; where
 * all that can are kept, those of the greatest use together (exact within a conflict of up to 18 claims); pinned ones come
 * first. What makes way gets presses at least total
 * cost, exactly (`reassign`). Nothing of it adds an error that the keyset does not have already, on any keyboard; every
 * shortcut that is kept runs its command, and none that ran before is stopped by a longer or shorter one.
 */
export function plan({ habits, setting, facts, keep, pinned = new Set(), ruledOut = [], because }: PlanQuestion): Plan {
  const { keyboards } = setting.weighed;
  const away = ruledOut.map((shortcut) => keyboards.strokes(shortcut));
  const out = (shortcut: string) => away.some((one) => meetOn(one, keyboards.strokes(shortcut), keyboards));
  const given = { ...facts, pool: { ...facts.pool, without: ruledOut } };
  const all = claimsOf(habits, setting);
  const busiest = [...new Set(all.map((one) => one.source))].slice(0, keep === Infinity ? undefined : keep);
  const wanted = new Set([...busiest, ...pinned]);
  const refused: Plan['refused'][number][] = [];
  const sift = (claims: readonly Claim[], whyNot: (claim: Claim) => Refusal | null) =>
    claims.filter((claim) => {
      const why = whyNot(claim);
      if (why) refused.push({ claim, why });
      return why === null;
    });
  const able = sift(
    all.filter((claim) => wanted.has(claim.source)),
    (claim) => {
      if (isShipped(claim, setting)) return null;
      return out(claim.shortcut) ? 'ruled out' : hindranceOf(claim, setting);
    },
  );
  const chosen = chosenOf(able, setting, pinned, keep === Infinity ? 'greatest' : 'busiest');
  const ours = sift(able, (claim) => (chosen.has(claim) ? null : 'another is busier'));
  const fitting = withinMost(ours, setting, pinned);
  let kept = sift(ours, (claim) => (fitting.has(claim) ? null : 'too many'));

  const before = new Set(clashes(setting).flatMap(errorKeys));
  const ranBefore = reachedIn(setting);
  for (;;) {
    const laid = layOut(kept, setting, given, because);
    const then = laid && settingAfter(setting, { put: laid.edits, remove: [] });
    const fresh = then && clashes(then).filter((one) => errorKeys(one).some((key) => !before.has(key)));
    if (laid && fresh?.length === 0) {
      // A shortcut that is kept runs its command, and stops no other from running.
      const silent = silenced(kept, then!, setting, ranBefore);
      if (silent.size === 0) return { kept, refused, ...laid };
      kept = sift(kept, (claim) => silent.get(claim) ?? null);
      continue;
    }
    const guilty = new Set(fresh?.flatMap((one) => one.parties.map((party) => `${party.command} ${party.shortcut}`)));
    const out = kept.filter((claim) => guilty.has(`${claim.target} ${claim.shortcut}`));
    // Where it is nobody’s claim, the least used is given up, until nothing clashes.
    const dropped = new Set(out.length ? out : kept.slice(-1));
    kept = sift(kept, (claim) => (dropped.has(claim) ? 'would clash' : null));
  }
}

/**
 * Claims that would not run their commands, or would stop another command’s shortcut from running, the least used first. Of
 * those that start alike only one is named: without it the others may do.
 */
function silenced(
  kept: readonly Claim[],
  then: Setting,
  setting: Setting,
  ranBefore: ReturnType<typeof reachedIn>,
): ReadonlyMap<Claim, Refusal> {
  const runs = reachedIn(then);
  const { keyboards } = then.weighed;
  const stops = ({ shortcut, target }: Claim) =>
    then.weighed.near(shortcut).some(({ held, how, on }) => {
      if (how === 'meet' || held.command === target) return false;
      const platforms = keyboards.platforms.filter((one) => keyboards.maskOf(one) & on);
      return ranBefore(held, platforms) && !runs(held, platforms);
    });
  const found = new Map<Claim, Refusal>();
  for (const claim of kept.toReversed()) {
    const strokes = keyboards.strokes(claim.shortcut);
    if ([...found.keys()].some((one) => meetOn(keyboards.strokes(one.shortcut), strokes, keyboards))) continue;
    if (!runs({ ...claim, command: claim.target }, claim.platforms)) found.set(claim, 'would not run');
    else if (!isShipped(claim, setting) && stops(claim)) found.set(claim, 'would silence');
  }
  return found;
}

/** An error keyboard by keyboard: one that spreads to another keyboard is a new one there. */
function errorKeys({ kind, severity, parties, platforms, layouts }: Clash): string[] {
  if (severity !== 'error') return [];
  const who = parties.map(({ command, context, shortcut }) => `${command} ${context} ${shortcut}`).sort();
  return platforms.flatMap((platform) => layouts.map((layout) => [kind, platform, layout, ...who].join(' | ')));
}
