import type { Platform } from '../keys/index.ts';
import type { Setting } from '../keyset/index.ts';
import { faithfulness, relation, sideOf, type Side } from '../release/index.ts';
import type { Coming } from './claims.ts';
import type { Relation } from './relations.ts';

/** What an old press did, and what to press now. */
export interface Translated {
  readonly shortcut: string;
  readonly context: number;
  readonly did: number;
  readonly answers: readonly {
    readonly target: number;
    readonly relation: Relation;
    readonly now: readonly string[];
  }[];
  /** What the same press does here now, where that is something else. */
  readonly misleads: readonly number[];
}

/** For every old press in every place of the old program: what it did, what answers to it and its keys now. */
export function translator(coming: Coming, setting: Setting, platform: Platform): Translated[] {
  const { old, counterparts, places } = coming;
  const { weighed } = setting;
  if (!old.shipped || !old.catalogue.release.platforms.includes(platform)) return [];
  const before = sideOf(old, old.shipped.id, weighed.keyboards, platform);
  const { tree, commands, policy, decides } = setting;
  const now: Side = { weighed, effective: weighed.on(platform), tree, commands, keyboard: weighed.keyboards.on(platform)[0]!, platform, policy, decides }; // prettier-ignore
  const lineage = { commands: relation(counterparts.map(({ source, target }) => [source, target] as const)), contexts: relation([...places]) }; // prettier-ignore
  const bySource = new Map<number, { target: number; relation: Relation }[]>();
  for (const { source, ...match } of counterparts) bySource.set(source, [...(bySource.get(source) ?? []), match]);
  return faithfulness(before, now, lineage).presses.map(({ original, now: fires, fares }) => ({
    shortcut: original.shortcut,
    context: original.context,
    did: original.command,
    answers: (bySource.get(original.command) ?? []).map((match) => ({
      ...match,
      now: [...new Set(now.effective.of(match.target).map((held) => held.shortcut))],
    })),
    misleads: fares === 'different' ? [...new Set(fires.map((held) => held.command))] : [],
  }));
}
