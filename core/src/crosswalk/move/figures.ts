import type { Setting } from '../../keyset/index.ts';
import type { Platform } from '../../keys/index.ts';
import { faithfulness, sideIn, sideOf } from '../../release/index.ts';
import { lineageOf, type Habits } from '../decide/habits.ts';

/** What a keyset of the new program does to hands trained on the old one: uses a day of judged commands, by what becomes of them. */
export interface MoveFigures {
  /** All judged uses; each command counts once where nobody has counted. */
  readonly all: number;
  /** The old press does what answers to the old command. */
  readonly stays: number;
  /** The old press does something else. */
  readonly misleads: number;
  /** The old press does nothing. */
  readonly dead: number;
  /** The old command has a press, and no counterpart. */
  readonly without: number;
  /** The old command had no press. */
  readonly keyless: number;
  /** Uses of commands that nobody has judged, apart from all others. */
  readonly unjudged: number;
  /** Old presses that mislead, as commands. */
  readonly misleading: readonly number[];
  /** Commands of the new program that had a key as shipped and have none now. */
  readonly losing: readonly number[];
  /** Commands of the new program that nothing answers to. */
  readonly neverHad: number;
}

/** The figures of a keyset on a platform; a command with several presses counts for each its share. */
export function moveFigures(habits: Habits, setting: Setting, platform: Platform): MoveFigures {
  const { old, counterparts, judged, uses } = habits;
  const { keyboards } = setting.weighed;
  const counted = [...judged].some((id) => (uses.get(id) ?? 0) > 0);
  const use = (id: number) => (counted ? (uses.get(id) ?? 0) : 1);
  const on = old.catalogue.release.platforms.includes(platform) ? platform : old.catalogue.release.platforms[0]!;
  const oldKeyboards = keyboards.platforms.includes(on) ? keyboards : null;
  const answered = new Set(counterparts.map((one) => one.source));
  const now = sideIn(setting, platform);
  const before = old.shipped && oldKeyboards ? sideOf(old, old.shipped.id, oldKeyboards, on) : null;
  const presses = before ? faithfulness(before, now, lineageOf(habits)).presses : [];
  const share = new Map<number, number>();
  for (const { original } of presses) share.set(original.command, (share.get(original.command) ?? 0) + 1);
  const sums = { stays: 0, misleads: 0, dead: 0, without: 0 };
  const misleading = new Set<number>();
  for (const { original, fares } of presses) {
    const { command } = original;
    if (!judged.has(command)) continue;
    const part = use(command) / share.get(command)!;
    if (fares === 'different') misleading.add(command);
    if (!answered.has(command)) sums.without += part;
    else sums[fares === 'same' ? 'stays' : fares === 'different' ? 'misleads' : 'dead'] += part;
  }
  const all = [...judged].reduce((sum, id) => sum + use(id), 0);
  const keyless = [...judged].reduce((sum, id) => sum + (share.has(id) ? 0 : use(id)), 0);
  const had = setting.weighed.shipped().on(platform);
  const targets = new Set(counterparts.map((one) => one.target));
  const commands = [...setting.commands.keys()];
  return {
    all,
    ...sums,
    keyless,
    unjudged: old.catalogue.commands.reduce((sum, { id }) => sum + (judged.has(id) ? 0 : use(id)), 0),
    misleading: [...misleading],
    losing: commands.filter((id) => had.of(id).length > 0 && now.effective.of(id).length === 0),
    neverHad: commands.filter((id) => !targets.has(id)).length,
  };
}
