import type { Command, CommandState } from '../../contract/index.ts';
import { contextTree } from '../../catalogue/index.ts';
import { canonicalText, type Keyboard } from '../../press/index.ts';
import { effective, type Held } from '../../keyset/index.ts';
import { said, type Said } from '../../words/index.ts';
import { sameMenu } from '../menu.ts';

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
  /** What is otherwise than in the release before; empty where nothing is. */
  readonly changes: readonly Said[];
}

function keysThen(state: CommandState, { platform }: Keyboard, wanted: (held: Held) => boolean): KeyThen[] {
  if (!state.shipped) return [];
  const tree = contextTree(state.contexts);
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

/** Keys as the presses they are, however they are spelled. */
const keysText = (keys: readonly KeyThen[], keyboard: Keyboard) =>
  keys
    .map(({ shortcut, places }) => `${canonicalText(shortcut, keyboard) ?? shortcut} ${[...places].sort().join(', ')}`)
    .sort()
    .join(' | ');

/** A command through the releases of an app, the oldest first; a release that does not have it has no commands. */
export function commandHistory(states: readonly CommandState[], keyboard: Keyboard): HistoryLine[] {
  const lines: HistoryLine[] = [];
  for (const state of states) {
    const keys = keysThen(state, keyboard, () => true);
    const before = lines.at(-1);
    const line = { release: state.release, commands: state.commands, keys };
    lines.push({ ...line, changes: before ? commandChanges(before, line, keyboard) : [] });
  }
  return lines;
}

function commandChanges(
  before: Omit<HistoryLine, 'changes'>,
  now: Omit<HistoryLine, 'changes'>,
  keyboard: Keyboard,
): Said[] {
  const [was, is] = [before.commands[0], now.commands[0]];
  if (!was || !is) return was ? [said('history.dropped')] : is ? [said('history.added')] : [];
  const words: Said[] = [];
  if (now.commands.length > before.commands.length) words.push(said('history.split'));
  if (now.commands.length < before.commands.length) words.push(said('history.merged'));
  if (was.label !== is.label) words.push(said('history.called', { was: was.label }));
  if (!sameMenu(was, is)) words.push(said('history.menu', { was: was.menu || said('history.no menu') }));
  if (was.fixed !== is.fixed) words.push(said(is.fixed ? 'history.fixed' : 'history.free'));
  if (keysText(before.keys, keyboard) !== keysText(now.keys, keyboard)) {
    const what =
      now.keys.length === 0 ? 'history.lost' : before.keys.length === 0 ? 'history.got' : 'history.other keys';
    words.push(said(what));
  }
  return words;
}

/** A press through the releases of an app, the oldest first: who answers to it, and where. */
export function pressHistory(states: readonly CommandState[], press: string, keyboard: Keyboard): HistoryLine[] {
  const lines: HistoryLine[] = [];
  for (const state of states) {
    const keys = keysThen(state, keyboard, ({ shortcut }) => canonicalText(shortcut, keyboard) === press);
    const commands = state.commands.filter(({ id }) => keys.some((one) => one.command === id));
    const before = lines.at(-1);
    const who = (line: Pick<HistoryLine, 'keys' | 'commands'>) =>
      line.keys
        .map(({ command, places }) => `${command} ${[...places].sort().join(', ')}`)
        .sort()
        .join(' | ');
    const changed = before !== undefined && who(before) !== who({ keys, commands });
    const word = commands.length === 0 ? 'history.nothing' : before?.commands.length ? 'history.else' : 'history.now';
    lines.push({ release: state.release, commands, keys, changes: changed ? [said(word)] : [] });
  }
  return lines;
}
