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

/** What the main shortcut of a command becomes on a platform: null for none, undefined where it stays as it is. */
type Renamed = (platform: Platform, main: string | null) => string | null | undefined;

/**
 * Moves a run of keys in one change. Only the main shortcut of each command is moved, on every platform and in every
 * context that has it on the same key; its other ones stay. What a platform has on another key, or does not have, is left
 * alone: families give and swap platform by platform. Where source and target overlap nothing is lost: all is given at once.
 */
export function moveRun(setting: Setting, question: MoveQuestion): Moved {
  const { to, except = [], own = new Map<number, string>(), reason } = question;
  const { platforms } = setting.weighed.keyboards;
  const on = new Map(platforms.map((platform) => [platform, setting.weighed.on(platform)]));
  const mainOn = (platform: Platform, command: number) => on.get(platform)?.of(command)[0]?.shortcut ?? null;
  /** The main shortcut of a command: on the first platform where it has one. */
  const mainOf = (command: number) => mainIn(on, command) ?? null;
  const members = [...question.members, ...(question.twin ?? [])];
  const problems: Problem[] = [];
  const lines: MoveLine[] = [];
  const wanted = new Map<number, Renamed>();

  const state = (command: number, now: Renamed | null, note = '') => {
    const mine = own.get(command);
    const left = except.includes(command);
    const keyed = platforms.filter((one) => mainOn(one, command) !== null);
    const given: Renamed | null = mine ? (one) => (!keyed.length || keyed.includes(one) ? mine : undefined) : now;
    const renamed = left ? null : given;
    const at = platforms.find((one) => renamed?.(one, mainOn(one, command)) !== undefined);
    const old = at === undefined ? mainOf(command) : mainOn(at, command);
    const line = {
      command,
      old,
      now: at === undefined ? old : renamed!(at, old)!,
      note: left ? 'left out' : mine ? 'custom shortcut' : note,
    };
    lines.push(line);
    if (renamed && platforms.some((one) => differs(renamed(one, mainOn(one, command)), mainOn(one, command))))
      wanted.set(command, renamed);
  };
  /** A change of those shortcuts of a command that are on the key of its main one. */
  const onKeyOf = (old: string, change: (shortcut: string) => string): Renamed => {
    return (_, main) => (main !== null && sameKey(main, old) ? change(main) : undefined);
  };

  if (to.by === 'modifiers') {
    for (const command of members) {
      const old = mainOf(command);
      if (old === null) state(command, null, 'has no shortcut to move');
      else
        state(
          command,
          onKeyOf(old, (shortcut) => heldWith(shortcut, to.held)),
        );
    }
  } else if (to.by === 'keys') {
    const moved = new Map<string, Key>();
    let next = 0;
    for (const command of question.members) {
      const old = mainOf(command);
      if (old === null) state(command, null, 'has no shortcut to move');
      else if (except.includes(command)) {
        state(command, null);
        next++;
      } else if (next >= to.keys.length) state(command, null, 'no key left for it');
      else {
        const key = to.keys[next++]!;
        moved.set(keyText(old), key);
        state(
          command,
          onKeyOf(old, (shortcut) => withKey(shortcut, key)),
        );
      }
    }
    const along: Renamed = (_, main) => {
      const key = main === null ? undefined : moved.get(keyText(main));
      return key && withKey(main!, key);
    };
    for (const command of to.variants ? variantsOf([...on.values()], members, moved) : [])
      state(command, along, 'same key, other modifiers');
    for (const command of question.twin ?? []) {
      const old = mainOf(command);
      const answers = old !== null && moved.has(keyText(old));
      state(command, answers ? along : null, answers ? '' : 'no matching command');
    }
  } else {
    const all = [...question.members, ...to.family];
    if (new Set(all).size !== all.length) problems.push(problem('overlap', 'A command cannot be in both families.'));
    const held = (shortcut: string | null, modifiers: readonly Modifier[] | undefined) =>
      shortcut && modifiers ? heldWith(shortcut, modifiers) : shortcut;
    const pairs = Math.max(question.members.length, to.family.length);
    for (let i = 0; i < pairs; i++) {
      const [from, into] = [question.members[i], to.family[i]];
      if (from === undefined || into === undefined) {
        state((from ?? into)!, null, 'no matching command');
        continue;
      }
      /** What each gets on a platform where there is something to give. */
      const where = (gives: readonly number[], now: Renamed): Renamed => {
        return (platform, main) =>
          gives.some((one) => mainOn(platform, one) !== null) ? now(platform, main) : undefined;
      };
      if (except.includes(from) || except.includes(into)) {
        state(from, null, 'left out');
        state(into, null, 'left out');
      } else if (to.by === 'swap') {
        const both = [from, into];
        state(
          from,
          where(both, (one) => held(mainOn(one, into), to.here)),
          mainOf(into) ? '' : 'loses its shortcut',
        );
        state(
          into,
          where(both, (one) => held(mainOn(one, from), to.there)),
          mainOf(from) ? '' : 'loses its shortcut',
        );
      } else if (mainOf(from) === null) {
        state(from, null, 'has no shortcut to swap');
        state(into, null, 'is given none');
      } else {
        const { here } = to;
        state(
          from,
          where([from], (_, main) => (here ? held(main, here) : null)),
          own.has(from) || here ? '' : 'loses its shortcut',
        );
        state(
          into,
          where([from], (one) => held(mainOn(one, from), to.there)),
        );
      }
    }
  }

  const put = [...wanted].flatMap(([command, now]) => restated(setting, on, command, now, reason));
  return { problems, lines, change: { put, remove: [] } };
}

const differs = (now: string | null | undefined, old: string | null) => now !== undefined && now !== old;

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

/**
 * The edits that give a command another main shortcut on each platform that moves, wherever it has it: one for all platforms
 * where all of them end alike, else one for each. What stays as it is keeps the edit it has, with its words.
 */
function restated(
  { weighed: { stack, keyboards }, commands }: Setting,
  on: ReadonlyMap<Platform, Effective>,
  command: number,
  now: Renamed,
  reason: string,
): Edit[] {
  const { platforms } = keyboards;
  const home = commands.get(command)?.home ?? 0;
  const placesOn = new Map(
    platforms.map((platform) => {
      const places = new Set(
        on
          .get(platform)!
          .of(command)
          .map((one) => one.context),
      );
      return [platform, places.size ? places : new Set([home])] as const;
    }),
  );
  const contexts = new Set([...placesOn.values()].flatMap((places) => [...places]));
  return [...contexts].flatMap((context) => {
    const mine = (stack.layers.at(-1)?.edits ?? []).filter((one) => one.command === command && one.context === context);
    const edit = (platform: Platform | null, shortcuts: readonly string[]): Edit => {
      const known = mine.find((one) => one.platform === platform) ?? mine.find((one) => one.platform === null);
      return {
        command,
        context,
        platform,
        action: shortcuts.length ? 'set' : 'clear',
        shortcuts: [...new Set(shortcuts)],
        reason,
        memoryAid: '',
        // A slot keeps what is in it.
        ...(known?.holds !== undefined && { holds: known.holds }),
      };
    };
    const lists = platforms.map((platform) => {
      const effective = on.get(platform)!;
      const had = effective.at(command, context).map((one) => one.shortcut);
      const [first = null, ...rest] = had;
      const main = effective.of(command)[0]?.shortcut ?? null;
      const elsewhere = first !== null && main !== null && first !== main && !sameKey(first, main);
      const moved = elsewhere || !placesOn.get(platform)!.has(context) ? undefined : now(platform, first);
      return { platform, moves: differs(moved, first), list: moved ? [moved, ...rest] : moved === null ? rest : had };
    });
    const alike = new Set(lists.map(({ list }) => list.join(' | '))).size === 1;
    const split = mine.some((one) => one.platform !== null);
    if (alike && !split && lists.every((one) => one.moves)) return [edit(null, lists[0]!.list)];
    return lists.flatMap(({ platform, moves, list }) => (moves ? [edit(platform, list)] : []));
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
