import type { Platform } from '../../keys/index.ts';
import type { Setting } from '../../keyset/index.ts';
import { faithfulness, sideIn, sideOf } from '../../release/index.ts';
import { lineageOf, type Habits } from '../decide/habits.ts';
import type { Match } from '../decide/relations.ts';

/** What an old press did, and what to press now. */
export interface Translated {
  readonly shortcut: string;
  readonly context: number;
  readonly did: number;
  readonly answers: readonly (Match & { readonly now: readonly string[] })[];
  /** What the same press does here now, where that is something else. */
  readonly misleads: readonly number[];
}

/** For every old press in every place of the old program: what it did, what answers to it and its keys now. */
export function translator(habits: Habits, setting: Setting, platform: Platform): Translated[] {
  const { old, counterparts } = habits;
  if (!old.shipped || !old.catalogue.release.platforms.includes(platform)) return [];
  const before = sideOf(old, old.shipped.id, setting.weighed.keyboards, platform);
  const now = sideIn(setting, platform);
  const bySource = new Map<number, Match[]>();
  for (const match of counterparts) bySource.set(match.source, [...(bySource.get(match.source) ?? []), match]);
  const lineage = lineageOf(habits);
  return faithfulness(before, now, lineage).presses.map(({ original, now: fires }) => ({
    shortcut: original.shortcut,
    context: original.context,
    did: original.command,
    answers: (bySource.get(original.command) ?? []).map((match) => ({
      ...match,
      now: [...new Set(now.effective.of(match.target).map((held) => held.shortcut))],
    })),
    misleads: [...new Set(fires.map((held) => held.command))].filter(
      (id) => !lineage.commands.forward(original.command).includes(id),
    ),
  }));
}
