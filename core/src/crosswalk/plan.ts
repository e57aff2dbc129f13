import type { Edit } from '../contract/index.ts';
import { clashes, consequences, placeKey, settingAfter, type Clash, type Setting } from '../keyset/index.ts';
import { howOf, meetOn } from '../press/index.ts';
import { reassign, type ProposalFacts } from '../reach/index.ts';
import { claimsOf, hindranceOf, isShipped, type Claim, type Coming, type Hindrance } from './claims.ts';

export interface PlanQuestion {
  readonly coming: Coming;
  /** The new program’s keyset with an empty layer on top, weighed on every keyboard. */
  readonly setting: Setting;
  readonly facts: ProposalFacts;
  /** How many of the busiest old commands keep their keys; Infinity for all that can. */
  readonly keep: number;
  /** Old commands that keep theirs in any case. */
  readonly pinned?: ReadonlySet<number>;
  /** Presses that nobody is given. */
  readonly ruledOut?: ReadonlySet<string>;
  /** Why an edit is made, for its reason: it kept an old press, or made way for one. */
  readonly because: (kept: Claim | null) => string;
}

/** A press that is kept, and what it took from whom. */
export interface Plan {
  readonly kept: readonly Claim[];
  /** Presses that could not be kept, and why. */
  readonly refused: readonly { readonly claim: Claim; readonly why: Hindrance | 'another is busier' | 'would clash' }[];
  /** Commands that made way: the press they lost, and the one they get, if any is left. */
  readonly displaced: readonly { readonly command: number; readonly context: number; readonly lost: string; readonly now: string | null }[]; // prettier-ignore
  /** The whole as edits of one layer. */
  readonly edits: readonly Edit[];
}

/**
 * Who keeps an old press, who makes way, and where those go. Of claims that exclude one another those of the greatest use
 * are kept (exact within a conflict of up to 18 claims); pinned ones come first. What makes way gets presses at least total
 * cost, exactly (`reassign`). Nothing of it adds an error that the keyset does not have already.
 */
export function plan(question: PlanQuestion): Plan {
  const { coming, setting, keep, pinned = new Set<number>() } = question;
  const all = claimsOf(coming, setting);
  const busiest = [...new Set(all.map((one) => one.source))].slice(0, keep === Infinity ? undefined : keep);
  const wanted = new Set([...busiest, ...pinned]);
  const refused: { claim: Claim; why: Plan['refused'][number]['why'] }[] = [];
  const able = all.filter((claim) => {
    if (!wanted.has(claim.source)) return false;
    if (isShipped(claim, setting)) return true;
    const why = question.ruledOut?.has(claim.shortcut) ? 'not accepted' : hindranceOf(claim, setting);
    if (why) refused.push({ claim, why });
    return why === null;
  });
  const chosen = greatest(able, setting, pinned);
  for (const claim of able) if (!chosen.has(claim)) refused.push({ claim, why: 'another is busier' });

  const before = new Set(errorsOf(clashes(setting)));
  let kept = able.filter((claim) => chosen.has(claim));
  for (;;) {
    const laid = layOut(kept, question);
    const fresh = clashes(settingAfter(setting, { put: laid.edits, remove: [] })).filter((one) => one.severity === 'error' && !before.has(errorKey(one))); // prettier-ignore
    if (fresh.length === 0) return { kept, refused, displaced: laid.displaced, edits: laid.edits };
    const guilty = new Set(fresh.flatMap((one) => one.parties.map((party) => `${party.command} ${party.shortcut}`)));
    const out = kept.filter((claim) => guilty.has(`${claim.target} ${claim.shortcut}`));
    // Where it is nobody’s claim, the least used is given up, until nothing clashes.
    const dropped = new Set(out.length ? out : kept.slice(-1));
    for (const claim of dropped) refused.push({ claim, why: 'would clash' });
    kept = kept.filter((claim) => !dropped.has(claim));
  }
}

const errorKey = (one: Clash) => `${one.kind} ${one.parties.map((party) => `${party.command} ${party.context} ${party.shortcut}`).sort().join(' | ')}`; // prettier-ignore
const errorsOf = (found: readonly Clash[]) => found.flatMap((one) => (one.severity === 'error' ? errorKey(one) : []));

/** Whether two claims cannot both be kept: other commands, places that overlap, and presses that meet or begin one another. */
function exclude(a: Claim, b: Claim, { tree, weighed: { keyboards } }: Setting): boolean {
  if (a.target === b.target) return false;
  if (a.platform !== null && b.platform !== null && a.platform !== b.platform) return false;
  const relation = tree.relation(a.context, b.context);
  if (relation === 'apart') return false;
  const [mine, theirs] = [keyboards.strokes(a.shortcut), keyboards.strokes(b.shortcut)];
  const how = howOf(mine, theirs);
  // A narrower place hides a wider one, as the old program has it too.
  if (how === 'meet' && relation !== 'same' && relation !== 'together') return false;
  return meetOn(mine, theirs, keyboards) !== 0n;
}

/** Of claims that exclude one another those of the greatest use; pinned ones before all others. */
function greatest(claims: readonly Claim[], setting: Setting, pinned: ReadonlySet<number>): Set<Claim> {
  const byStroke = new Map<number, number[]>();
  claims.forEach((claim, at) => {
    const [first] = setting.weighed.keyboards.strokes(claim.shortcut) as [number];
    for (const stroke of [first, ...setting.weighed.keyboards.near(first)]) byStroke.set(stroke, [...(byStroke.get(stroke) ?? []), at]); // prettier-ignore
  });
  const rivals = claims.map((claim, at) => {
    const [first] = setting.weighed.keyboards.strokes(claim.shortcut) as [number];
    const near = new Set(byStroke.get(first) ?? []);
    return [...near].filter((other) => other !== at && exclude(claim, claims[other]!, setting));
  });
  const worth = (at: number) => claims[at]!.uses + 0.001 + (pinned.has(claims[at]!.source) ? 1e6 : 0);
  const seen = new Set<number>();
  const chosen = new Set<Claim>();
  for (const start of claims.keys()) {
    if (seen.has(start)) continue;
    const group: number[] = [];
    const open = [start];
    while (open.length) {
      const at = open.pop()!;
      if (seen.has(at)) continue;
      seen.add(at);
      group.push(at);
      open.push(...rivals[at]!);
    }
    for (const at of group.length <= 18 ? heaviest(group, rivals, worth) : busiestFirst(group, rivals, worth)) chosen.add(claims[at]!); // prettier-ignore
  }
  return chosen;
}

/** The heaviest set of which no two are rivals, by trying all. */
function heaviest(
  group: readonly number[],
  rivals: readonly (readonly number[])[],
  worth: (at: number) => number,
): number[] {
  // prettier-ignore
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

function busiestFirst(
  group: readonly number[],
  rivals: readonly (readonly number[])[],
  worth: (at: number) => number,
): number[] {
  // prettier-ignore
  const taken: number[] = [];
  for (const at of group.toSorted((a, b) => worth(b) - worth(a)))
    if (!taken.some((one) => rivals[at]!.includes(one))) taken.push(at);
  return taken;
}

/** The edits that keep claims, take their presses from whoever has them, and give those others. */
function layOut(kept: readonly Claim[], question: PlanQuestion): Pick<Plan, 'edits' | 'displaced'> {
  const { setting, because } = question;
  const { keyboards } = setting.weighed;
  const most = setting.policy.accepts.mostPerCommand;
  const places = new Map<string, { first: Claim; keys: string[] }>();
  for (const claim of kept) {
    const place = { command: claim.target, context: claim.context, platform: claim.platform };
    const known = places.get(placeKey(place)) ?? { first: claim, keys: [] };
    if (!known.keys.includes(claim.shortcut)) known.keys.push(claim.shortcut);
    places.set(placeKey(place), known);
  }
  const put = [...places.values()].flatMap(({ first, keys }): Edit[] => {
    const { target: command, context, platform } = first;
    const on = platform === null ? keyboards.platforms : [platform];
    const own = on.map((one) => setting.weighed.on(one).at(command, context).map((held) => held.shortcut)); // prettier-ignore
    if (keys.every((shortcut) => isShipped({ ...first, shortcut }, setting))) return [];
    // What it had and another is to keep goes to that one.
    const free = (own[0] ?? []).filter((one) => !kept.some((claim) => claim.target !== command && claim.context === context && meetOn(keyboards.strokes(one), keyboards.strokes(claim.shortcut), keyboards) !== 0n)); // prettier-ignore
    const shortcuts = [...new Set([...keys, ...free])].slice(0, Math.max(keys.length, most));
    return [{ command, context, platform, action: 'set', shortcuts: shortcuts.slice(0, 8), reason: because(first), memoryAid: '' }]; // prettier-ignore
  });
  const outcome = consequences(setting, { put, remove: [] });
  if (outcome.refusals.length || !outcome.change.put.length)
    return { edits: outcome.refusals.length ? put : [], displaced: [] };
  const claimed = new Set(put.map((one) => placeKey(one)));
  const after = settingAfter(setting, outcome.change);
  const lost = outcome.change.put.filter((edit) => !claimed.has(placeKey(edit)));
  const spots = new Map(lost.map((edit) => [`${edit.command} ${edit.context}`, edit]));
  const wishes = [...spots.values()].filter(({ command, context }) => keyboards.platforms.some((one) => after.weighed.on(one).at(command, context).length === 0)); // prettier-ignore
  const found = reassign(wishes, after, question.facts);
  const given = new Map(
    wishes.map((wish, at) => [`${wish.command} ${wish.context}`, found.given[at]?.shortcut ?? null]),
  );
  const displaced = [...spots.values()].map(({ command, context }) => ({
    command,
    context,
    lost: keyboards.platforms.flatMap((one) => setting.weighed.on(one).at(command, context))[0]?.shortcut ?? '',
    now: given.get(`${command} ${context}`) ?? null,
  }));
  const edits = outcome.change.put.flatMap((edit): Edit[] => {
    const key = `${edit.command} ${edit.context}`;
    if (claimed.has(placeKey(edit))) return [edit];
    const now = given.get(key);
    if (now === undefined || now === null) return [{ ...edit, reason: because(null) }];
    if (spots.get(key) !== edit) return [];
    return [{ command: edit.command, context: edit.context, platform: null, action: 'set', shortcuts: [now], reason: because(null), memoryAid: '' }]; // prettier-ignore
  });
  return { edits, displaced };
}
