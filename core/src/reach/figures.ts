import { parseStored } from '../keys/index.ts';
import { canonicalOn, targetOf, type Keyboard } from '../press/index.ts';
import type { CommandGroup, Run } from '../contract/index.ts';
import { boardSpots, centreOf, distanceOf, type KeySpot } from './geometry.ts';
import { reach } from './reach.ts';
import { depthOf, type RunSetting } from './runs.ts';
import { menuSeconds, shortcutSeconds } from './time.ts';

/** A command's main shortcut that can be pressed, and the key its last stroke ends on. */
export interface MainKey {
  readonly command: number;
  readonly shortcut: string;
  readonly code: string;
  readonly spot: KeySpot;
  readonly mm: number;
}

/** The code of the key that a shortcut's last stroke ends on; undefined where it cannot be pressed. */
export function endsOn(shortcut: string, keyboard: Keyboard): string | undefined {
  const last = canonicalOn(shortcut, keyboard)?.at(-1);
  return last && (targetOf(last).code ?? undefined);
}

/** The main key of a command with a keyset; null where it has none on the board. */
export function mainKey(command: number, { effective, keyboard, rest }: RunSetting): MainKey | null {
  const spots = boardSpots(keyboard.board);
  for (const { shortcut } of effective.of(command)) {
    const code = endsOn(shortcut, keyboard);
    const found = reach(shortcut, keyboard, rest);
    const spot = code ? spots.get(code) : undefined;
    if (code && spot && found) return { command, shortcut, code, spot, mm: found.mm };
  }
  return null;
}

/** How far apart the keys of a group lie, in mm: on average, and the widest pair. */
export interface Spread {
  readonly keys: readonly MainKey[];
  readonly without: readonly number[];
  readonly mean: number;
  readonly widest: number;
}

export function groupSpread({ members }: Pick<CommandGroup, 'members'>, setting: RunSetting): Spread {
  const found = members.map((command) => ({ command, key: mainKey(command, setting) }));
  const keys = found.flatMap((one) => one.key ?? []);
  const distances = keys.flatMap((a, i) => keys.slice(i + 1).map((b) => distanceOf(a.spot, b.spot)));
  const mean = distances.length ? distances.reduce((sum, one) => sum + one, 0) / distances.length : 0;
  return {
    keys,
    without: found.filter((one) => !one.key).map((one) => one.command),
    mean,
    widest: Math.max(0, ...distances),
  };
}

/** The keys a run goes over, in order; steps through a menu are null. */
export function runPath({ steps }: Pick<Run, 'steps'>, setting: RunSetting): (MainKey | null)[] {
  const known = new Map<number, MainKey | null>();
  return steps.map((step) => {
    if (!known.has(step)) known.set(step, mainKey(step, setting));
    return known.get(step)!;
  });
}

/** A command, and a figure a working day. */
export interface Daily {
  readonly command: number;
  readonly shortcut: string;
  readonly aDay: number;
}

function daily(uses: ReadonlyMap<number, number>, figure: (command: number, count: number) => Daily | null): Daily[] {
  const found = [...uses].flatMap(([command, count]) => figure(command, count) ?? []);
  return found.filter((one) => one.aDay > 0).sort((a, b) => b.aDay - a.aDay || a.command - b.command);
}

/** Seconds a working day that a command's shortcut saves against its menu route, the most first. */
export function worthLearning(uses: ReadonlyMap<number, number>, setting: RunSetting): Daily[] {
  return daily(uses, (command, count) => {
    const key = mainKey(command, setting);
    if (!key) return null;
    const menu = menuSeconds(depthOf(setting.commands.get(command)), setting.typist);
    const saved = menu - shortcutSeconds(parseStored(key.shortcut), setting.typist);
    return { command, shortcut: key.shortcut, aDay: saved * count };
  });
}

/** Travel of the fingers a working day, in mm, the most first: what is worth a nearer key. */
export function mostTravel(uses: ReadonlyMap<number, number>, setting: RunSetting): Daily[] {
  return daily(uses, (command, count) => {
    const key = mainKey(command, setting);
    return key && { command, shortcut: key.shortcut, aDay: key.mm * count };
  });
}

/** Two commands that follow one another in a run, and how far their keys are apart. */
export interface FarApart {
  readonly first: MainKey;
  readonly second: MainKey;
  readonly times: number;
  readonly mm: number;
}

/** Commands that follow one another, the furthest travelled first. */
export function farApart(path: readonly (MainKey | null)[]): FarApart[] {
  const found = new Map<string, FarApart>();
  path.forEach((second, at) => {
    const first = path[at - 1];
    if (!first || !second || first.command === second.command) return;
    const key = [first.command, second.command].sort((a, b) => a - b).join(' ');
    const known = found.get(key);
    const mm = distanceOf(first.spot, second.spot);
    found.set(key, known ? { ...known, times: known.times + 1 } : { first, second, times: 1, mm });
  });
  return [...found.values()].sort((a, b) => b.mm * b.times - a.mm * a.times);
}

/** Where resting fingers lie, in mm, and how far a point is from the nearest of them: what contour lines are drawn by. */
export function restingPoints(spots: ReadonlyMap<string, KeySpot>, on: Readonly<Record<string, string>>) {
  return Object.entries(on).flatMap(([finger, code]) => {
    const spot = spots.get(code);
    return spot && !finger.endsWith('thumb') ? [{ finger, code, ...centreOf(spot) }] : [];
  });
}
