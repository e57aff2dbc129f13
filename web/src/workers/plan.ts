import {
  habitsFrom,
  moveFigures,
  plan,
  steps,
  usesThere,
  type Habits,
  type MoveFigures,
  type Plan,
  type Step,
} from '@crib/core/crosswalk';
import type { Catalogue, Crosswalk } from '@crib/core/contract';
import { layoutById, type Platform } from '@crib/core/keys';
import { layerOver, opened, settingAfter, settingWith, weigh, type Setting } from '@crib/core/keyset';
import { keyboardsOf } from '@crib/core/press';
import type { PressPool, Rest } from '@crib/core/reach';

/** The two programs and what was judged; then, again and again, how much of the old hands is kept. */
export type PlanAsked =
  | {
      readonly kind: 'programs';
      readonly old: Catalogue;
      readonly now: Catalogue;
      readonly crosswalk: Crosswalk;
      /** All releases of the old program: a keyset that imitates one of them is a way to move over. */
      readonly oldReleases: readonly number[];
      readonly layouts: readonly string[];
      readonly platform: Platform;
      readonly rest: Rest;
    }
  | {
      readonly kind: 'plan';
      readonly round: number;
      readonly keep: number;
      readonly pinned: readonly number[];
      readonly ruledOut: readonly string[];
      readonly pool: PressPool;
      readonly steps: number;
    };
/** One way to move over: what it keeps, and what becomes of old hands by it. */
export interface Policy {
  readonly name: 'learn' | 'halfway' | 'keep' | 'imitation';
  readonly figures: MoveFigures;
  readonly moves: number;
  readonly without: number;
}
export interface PlanAnswer {
  readonly round: number;
  readonly policies: readonly Policy[];
  readonly plan: Plan;
  readonly steps: readonly PlanStep[];
}
/** A step, and what becomes of old hands once it is learned. */
export interface PlanStep extends Step {
  /** Null while it is worked out. */
  readonly figures: MoveFigures | null;
}

interface Ready {
  readonly habits: Habits;
  readonly setting: Setting;
  readonly platform: Platform;
  readonly rest: Rest;
  readonly name: string;
  readonly imitation: Setting | null;
}
let ready: Ready | null = null;

function prepare(asked: Extract<PlanAsked, { kind: 'programs' }>): Ready | null {
  const [old, now] = [opened(asked.old), opened(asked.now)];
  const layouts = asked.layouts.flatMap((id) => layoutById(id) ?? []);
  const keyboards = keyboardsOf(layouts, asked.now.release.platforms);
  if (!now.shipped) return null;
  const base = now.setting(now.shipped.id, keyboards);
  const setting = settingWith(base, layerOver(base.weighed.stack, []));
  const imitates = asked.now.keysets.find(
    (one) => one.kind === 'shipped' && one.imitates !== null && asked.oldReleases.includes(one.imitates),
  );
  return {
    habits: habitsFrom(old, asked.crosswalk),
    setting,
    platform: asked.platform,
    rest: asked.rest,
    name: asked.old.app.name,
    imitation: imitates ? { ...setting, weighed: weigh(now.stack(imitates.id), keyboards) } : null,
  };
}

const known = new Map<string, Policy>();
let latest = 0;
self.onmessage = ({ data }: MessageEvent<PlanAsked>) => {
  if (data.kind === 'programs') {
    ready = prepare(data);
    known.clear();
    return;
  }
  if (!ready) return;
  const { habits, setting, platform, rest, name, imitation } = ready;
  const there = usesThere(habits);
  const ask = (keep: number) =>
    plan({
      habits,
      setting,
      facts: { rest, uses: there, pool: data.pool },
      keep,
      pinned: new Set(data.pinned),
      ruledOut: data.ruledOut,
      because: (kept) => (kept ? `Kept from ${name}.` : `Moved to keep a shortcut from ${name}.`),
    });
  const policyOf = (policy: Policy['name'], found: Plan): Policy => ({
    name: policy,
    figures: moveFigures(habits, settingAfter(setting, { put: found.edits, remove: [] }), platform),
    moves: found.displaced.length,
    without: found.displaced.filter((one) => one.without.length > 0).length,
  });
  const fixed = (policy: Policy['name'], keep: number) => {
    const key = `${policy} ${data.pinned.join()} ${data.ruledOut.join(' ')} ${JSON.stringify(data.pool)}`;
    const found = known.get(key) ?? policyOf(policy, ask(keep));
    known.set(key, found);
    return found;
  };
  const halfway = ask(data.keep);
  const policies = [
    fixed('learn', 0),
    policyOf('halfway', halfway),
    fixed('keep', Infinity),
    ...(imitation
      ? [{ name: 'imitation' as const, figures: moveFigures(habits, imitation, platform), moves: 0, without: 0 }]
      : []),
  ];
  const parts = steps(halfway.edits, setting, there, data.steps);
  const answer = (of: readonly PlanStep[]) =>
    self.postMessage({ round: data.round, policies, plan: halfway, steps: of } satisfies PlanAnswer);
  answer(parts.map((part) => ({ ...part, figures: null })));
  // The plan is shown at once; what each step does to old hands follows, unless something else was asked meanwhile.
  latest = data.round;
  setTimeout(() => {
    if (latest !== data.round) return;
    answer(
      parts.map((part, at) => {
        const put = parts.slice(0, at + 1).flatMap((one) => one.edits);
        return { ...part, figures: moveFigures(habits, settingAfter(setting, { put, remove: [] }), platform) };
      }),
    );
  });
};
