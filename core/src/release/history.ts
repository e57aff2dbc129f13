import type { Command, CommandState } from '../contract/index.ts';
import { storedPress, type Layout, type Platform } from '../keys/index.ts';
import { effective, type Held } from '../keyset/index.ts';
import { menuOf } from './commands.ts';
import { treeOf } from './sides.ts';

/** A shortcut as a release ships it, with the places where it works, by name. */
export interface KeyThen {
  readonly shortcut: string;
  readonly places: readonly string[];
  /** Who has it. */
  readonly command: number;
}

/** What a release made of a command or of a press. */
export interface HistoryLine {
  readonly release: CommandState['release'];
  readonly commands: readonly Command[];
  readonly keys: readonly KeyThen[];
  /** What is otherwise than in the release before, in words; empty where nothing is. */
  readonly changes: readonly string[];
}

function keysThen(state: CommandState, platform: Platform, wanted: (held: Held) => boolean): KeyThen[] {
  if (!state.shipped) return [];
  const tree = treeOf(state.contexts);
  const found = new Map<string, { shortcut: string; command: number; places: string[] }>();
  for (const held of effective({ shipped: state.shipped, layers: [] }, platform).held) {
    if (!wanted(held)) continue;
    const key = `${held.command} ${held.shortcut}`;
    const line = found.get(key) ?? { shortcut: held.shortcut, command: held.command, places: [] };
    line.places.push(tree.get(held.context).name);
    found.set(key, line);
  }
  return [...found.values()];
}

const keysText = (keys: readonly KeyThen[]) =>
  keys
    .map(({ shortcut, places }) => `${shortcut} ${[...places].sort().join(', ')}`)
    .sort()
    .join(' | ');

/** A command through the releases of an app, the oldest first; a release that does not have it has no commands. */
export function commandHistory(states: readonly CommandState[], platform: Platform): HistoryLine[] {
  const lines: HistoryLine[] = [];
  for (const state of states) {
    const keys = keysThen(state, platform, () => true);
    const before = lines.at(-1);
    const line = { release: state.release, commands: state.commands, keys };
    lines.push({ ...line, changes: before ? commandWords(before, line) : [] });
  }
  return lines;
}

function commandWords(before: Omit<HistoryLine, 'changes'>, now: Omit<HistoryLine, 'changes'>): string[] {
  const [was, is] = [before.commands[0], now.commands[0]];
  if (!was || !is) return was ? ['dropped'] : is ? ['added'] : [];
  const words: string[] = [];
  if (now.commands.length > before.commands.length) words.push('split');
  if (now.commands.length < before.commands.length) words.push('merged');
  if (was.label !== is.label) words.push(`was called ${was.label}`);
  if (menuOf(was) !== menuOf(is)) words.push(`was in ${was.menu || 'no menu'}`);
  if (was.fixed !== is.fixed) words.push(is.fixed ? 'cannot be changed any more' : 'can be changed now');
  if (keysText(before.keys) !== keysText(now.keys))
    words.push(now.keys.length === 0 ? 'lost its key' : before.keys.length === 0 ? 'got a key' : 'other keys');
  return words;
}

/** A press through the releases of an app, the oldest first: who answers to it, and where. */
export function pressHistory(
  states: readonly CommandState[],
  press: string,
  layout: Layout,
  platform: Platform,
): HistoryLine[] {
  const lines: HistoryLine[] = [];
  for (const state of states) {
    const keys = keysThen(state, platform, ({ shortcut }) => storedPress(shortcut, layout, platform) === press);
    const commands = state.commands.filter(({ id }) => keys.some((one) => one.command === id));
    const before = lines.at(-1);
    const who = (line: Pick<HistoryLine, 'keys' | 'commands'>) =>
      line.keys.map(({ command, places }) => `${command} ${[...places].sort().join(', ')}`).sort().join(' | '); // prettier-ignore
    const changed = before !== undefined && who(before) !== who({ keys, commands });
    const word = commands.length === 0 ? 'does nothing any more' : before?.commands.length ? 'does something else' : 'does something now'; // prettier-ignore
    lines.push({ release: state.release, commands, keys, changes: changed ? [word] : [] });
  }
  return lines;
}
