import { problem, type Problem } from '../error/index.ts';
import {
  inOrder,
  parseStored,
  writeStored,
  type Key,
  type Modifier,
  type Platform,
  type Shortcut,
} from '../keys/index.ts';
import type { Edit } from '../contract/index.ts';
import type { Effective } from './effective.ts';
import type { Setting } from './setting.ts';
import type { Change } from './layers.ts';

/** Where a run of keys goes. */
export type MoveTo =
  /** The same keys, held otherwise: F2 to F7 become Shift+F2 to Shift+F7. */
  | { readonly by: 'modifiers'; readonly held: readonly Modifier[] }
  /** Other keys in the same order, held as before; the modifier variants of each key go along, if asked. */
  | { readonly by: 'keys'; readonly keys: readonly Key[]; readonly variants: boolean }
  /** The commands of another family, in order; what the members had they have no more, unless it is held otherwise `here`. */
  | ({ readonly by: 'family'; readonly family: readonly number[] } & HeldOtherwise)
  /** The commands of another family, and theirs come here. */
  | ({ readonly by: 'swap'; readonly family: readonly number[] } & HeldOtherwise);

/** Modifiers that keys get on their way between two families: those of the other family, and those of the members. */
interface HeldOtherwise {
  readonly there?: readonly Modifier[] | undefined;
  readonly here?: readonly Modifier[] | undefined;
}

export interface MoveQuestion {
  /** Commands in order. */
  readonly members: readonly number[];
  /** The family numbered alongside, that is moved alike: its members, in order. */
  readonly twin?: readonly number[];
  readonly to: MoveTo;
  /** Members that stay as they are. */
  readonly except?: readonly number[];
  /** Members that get a key of their own instead. */
  readonly own?: ReadonlyMap<number, string>;
  readonly reason: string;
}

/** What becomes of one command. */
export interface MoveLine {
  readonly command: number;
  readonly old: string | null;
  readonly now: string | null;
  /** Why it is not as the others: it has no key, nothing answers to it, it is left out. */
  readonly note: string;
}

export interface Moved {
  readonly problems: readonly Problem[];
  readonly lines: readonly MoveLine[];
  /** All of it in one change: all or nothing. */
  readonly change: Change;
}

type Renamed = (shortcut: string) => string | null;

/**
 * Moves a run of keys in one change. Only the main shortcut of each command is moved, on every platform and in every
 * context that has it; its other ones stay. Where source and target overlap nothing is lost: all is given at once.
 */
export function moveRun(setting: Setting, question: MoveQuestion): Moved {
  const { to, except = [], own = new Map<number, string>(), reason } = question;
  const { platforms } = setting.weighed.keyboards;
  const on = new Map(platforms.map((platform) => [platform, setting.weighed.on(platform)]));
  /** The main shortcut of a command: on the first platform where it has one. */
  const mainOf = (command: number) => mainIn(on, command) ?? null;
  const members = [...question.members, ...(question.twin ?? [])];
  const problems: Problem[] = [];
  const lines: MoveLine[] = [];
  const wanted = new Map<number, { now: Renamed; line: MoveLine }>();
  const state = (command: number, now: Renamed | null, note = '') => {
    const old = mainOf(command);
    const kept = except.includes(command) ? { now: null, note: 'left out' } : { now, note };
    const mine = own.get(command);
    const named = mine && !except.includes(command) ? { now: () => mine, note: 'a key of its own' } : kept;
    const line = {
      command,
      old,
      now: named.now ? named.now(old ?? '') : old,
      note: named.note,
    };
    lines.push(line);
    if (named.now && line.now !== old) wanted.set(command, { now: named.now, line });
  };

  if (to.by === 'modifiers') {
    for (const command of members) {
      if (mainOf(command) === null) state(command, null, 'has no key to move');
      else state(command, (shortcut) => heldWith(shortcut, to.held));
    }
  } else if (to.by === 'keys') {
    const moved = new Map<string, Key>();
    let next = 0;
    for (const command of question.members) {
      const old = mainOf(command);
      if (old === null) state(command, null, 'has no key to move');
      else if (except.includes(command)) {
        state(command, null);
        next++;
      } else if (next >= to.keys.length) state(command, null, 'no key is left for it');
      else {
        const key = to.keys[next++]!;
        moved.set(keyText(old), key);
        state(command, (shortcut) => withKey(shortcut, key));
      }
    }
    for (const command of to.variants ? variantsOf([...on.values()], members, moved) : [])
      state(command, (shortcut) => withKey(shortcut, moved.get(keyText(shortcut))!), 'on the same key, held otherwise');
    for (const command of question.twin ?? []) {
      const old = mainOf(command);
      const key = old === null ? undefined : moved.get(keyText(old));
      state(command, key ? (shortcut) => withKey(shortcut, key) : null, key ? '' : 'nothing answers to it');
    }
  } else {
    const all = [...question.members, ...to.family];
    if (new Set(all).size !== all.length)
      problems.push(problem('overlap', 'A command cannot be in both families: they would swap it with itself.'));
    const held = (shortcut: string | null, modifiers: readonly Modifier[] | undefined) =>
      shortcut && modifiers ? heldWith(shortcut, modifiers) : shortcut;
    const pairs = Math.max(question.members.length, to.family.length);
    for (let i = 0; i < pairs; i++) {
      const [from, into] = [question.members[i], to.family[i]];
      if (from === undefined || into === undefined) {
        state((from ?? into)!, null, 'nothing answers to it');
        continue;
      }
      const [a, b] = [mainOf(from), mainOf(into)];
      const skipped = except.includes(from) || except.includes(into);
      if (skipped) {
        state(from, null, 'left out');
        state(into, null, 'left out');
      } else if (to.by === 'swap') {
        state(from, () => held(b, to.here), b ? '' : 'is left without');
        state(into, () => held(a, to.there), a ? '' : 'is left without');
      } else if (a === null) {
        state(from, null, 'has no key to give');
        state(into, null, 'is given none');
      } else {
        state(from, () => (to.here ? held(a, to.here) : null), own.has(from) || to.here ? '' : 'is left without');
        state(into, () => held(a, to.there));
      }
    }
  }

  const put = [...wanted].flatMap(([command, { now }]) => restated(setting, on, command, now, reason));
  return { problems, lines, change: { put, remove: [] } };
}

/** Other commands on the keys that move, with other modifiers, in the contexts of the run. */
function variantsOf(all: readonly Effective[], members: readonly number[], moved: ReadonlyMap<string, Key>): number[] {
  const found = all.flatMap((held) => {
    const contexts = new Set(members.flatMap((one) => held.of(one).map((own) => own.context)));
    return held.held.filter(
      ({ command, context, shortcut }) =>
        !members.includes(command) &&
        contexts.has(context) &&
        moved.has(keyText(shortcut)) &&
        held.of(command)[0]?.shortcut === shortcut,
    );
  });
  return [...new Set(found.map((one) => one.command))];
}

const mainIn = (on: ReadonlyMap<Platform, Effective>, command: number) =>
  [...on.values()].map((held) => held.of(command)[0]?.shortcut).find(Boolean);

/** The edits that give a command another main shortcut wherever it has one: for all platforms where they agree. */
function restated(
  { weighed: { stack, keyboards }, commands }: Setting,
  on: ReadonlyMap<Platform, Effective>,
  command: number,
  now: Renamed,
  reason: string,
): Edit[] {
  const contexts = new Set([...on.values()].flatMap((held) => held.of(command).map((one) => one.context)));
  if (!contexts.size) contexts.add(commands.get(command)?.home ?? 0);
  const { platforms } = keyboards;
  const main = mainIn(on, command);
  return [...contexts].flatMap((context) => {
    const edit = (platform: Platform | null, shortcuts: readonly string[]): Edit => ({
      command,
      context,
      platform,
      action: shortcuts.length ? 'set' : 'clear',
      shortcuts: [...new Set(shortcuts)],
      reason,
      memoryAid: '',
    });
    const lists = platforms.map((platform) => {
      const held = on
        .get(platform)!
        .at(command, context)
        .map((one) => one.shortcut);
      const [first, ...rest] = held;
      if (first !== undefined && main !== undefined && first !== main && !sameKey(first, main)) return held;
      const moved = now(first ?? '');
      return moved === null ? rest : [moved, ...rest];
    });
    const alike = new Set(lists.map((list) => list.join(' | '))).size === 1;
    const split = stack.layers
      .at(-1)
      ?.edits.some((one) => one.command === command && one.context === context && one.platform !== null);
    if (alike && !split) return [edit(null, lists[0]!)];
    return platforms.map((platform, at) => edit(platform, lists[at]!));
  });
}

const sameKey = (a: string, b: string) => keyText(a) === keyText(b);

/** The key of a shortcut's first stroke, as a text. */
function keyText(shortcut: string): string {
  const [stroke] = parseStored(shortcut).strokes;
  return stroke?.kind === 'key' ? JSON.stringify(stroke.key) : shortcut;
}

function changed(shortcut: string, change: (stroke: { modifiers: readonly Modifier[]; key: Key }) => object): string {
  const parsed: Shortcut = parseStored(shortcut);
  const [first, ...rest] = parsed.strokes;
  if (first?.kind !== 'key') return shortcut;
  return writeStored({ ...parsed, strokes: [{ ...first, ...change(first) }, ...rest] });
}

/** A shortcut with other modifiers on its first stroke. */
export const heldWith = (shortcut: string, modifiers: readonly Modifier[]) =>
  changed(shortcut, () => ({ modifiers: inOrder(modifiers) }));

/** A shortcut with another key on its first stroke, held as before. */
export const withKey = (shortcut: string, key: Key) => changed(shortcut, () => ({ key }));
