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
 * press that is kept runs its command, and no press that ran before dies of a longer or shorter one.
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
  for (;;) {
    const laid = layOut(kept, setting, given, because);
    const then = laid && settingAfter(setting, { put: laid.edits, remove: [] });
    const fresh = then && clashes(then).filter((one) => errorKeys(one).some((key) => !before.has(key)));
    if (laid && fresh?.length === 0) {
      // A press that is kept runs its command, and no other command’s press dies of it.
      const silent = silenced(kept, setting, then!);
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
 * Claims that would not run their commands, or would keep another command’s press from running; one at a time where claims
 * are in each other’s way, the least used first.
 */
function silenced(kept: readonly Claim[], setting: Setting, then: Setting): ReadonlyMap<Claim, Refusal> {
  const [before, after] = [reachedIn(setting), reachedIn(then)];
  const { keyboards } = then.weighed;
  const guilty = new Map<Claim, Refusal>();
  for (const claim of kept.toReversed()) {
    if (!after({ ...claim, command: claim.target }, claim.platforms)) {
      guilty.set(claim, 'would not run');
      break;
    }
    if (isShipped(claim, setting)) continue;
    const dies = then.weighed.near(claim.shortcut).some(({ held, how, on }) => {
      if (how === 'meet' || held.command === claim.target) return false;
      const platforms = keyboards.platforms.filter((one) => keyboards.maskOf(one) & on);
      return before(held, platforms) && !after(held, platforms);
    });
    if (dies) {
      guilty.set(claim, 'would silence');
      break;
    }
  }
  return guilty;
}

/** An error keyboard by keyboard: one that spreads to another keyboard is a new one there. */
function errorKeys({ kind, severity, parties, platforms, layouts }: Clash): string[] {
  if (severity !== 'error') return [];
  const who = parties.map(({ command, context, shortcut }) => `${command} ${context} ${shortcut}`).sort();
  return platforms.flatMap((platform) => layouts.map((layout) => [kind, platform, layout, ...who].join(' | ')));
}
