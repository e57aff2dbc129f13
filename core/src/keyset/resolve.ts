import type { ContextTree } from '../catalogue/index.ts';
import type { KeyPolicy } from '../contract/index.ts';
import { meeting, parseStored, storedPresses, unsided, type Keyboard } from '../keys/index.ts';
import { typesCharacter } from './clash/single.ts';
import type { Effective, Held } from './effective.ts';

/** A state the user may be in, which the key policy names: only the root’s shortcuts are left, or letters go elsewhere. */
export type UserState = 'none' | 'root only' | 'diverted';

/** Where a stroke is made: in which program, on which keyboard, with what active. */
export interface Scene {
  readonly effective: Effective;
  readonly tree: ContextTree;
  readonly policy: Pick<KeyPolicy, 'pause'>;
  readonly keyboard: Keyboard;
  /** The contexts in which the user is; those that contain them are active too. */
  readonly active: readonly number[];
  readonly state?: UserState;
}

/** What kept a candidate from firing. */
export type Stop =
  | 'not active'
  | 'typed into the text'
  | 'only Everywhere is left'
  | 'letters go elsewhere'
  | 'hidden by a narrower context'
  | 'blocked there'
  | 'hidden by the order'
  | 'waits for more';

export interface Candidate {
  readonly held: Held;
  /** All its strokes are made; else more are to come. */
  readonly whole: boolean;
  /** Null for those that count. */
  readonly stopped: Stop | null;
}

/** What a stroke does: it fires a command, waits for more, does nothing, or is ambiguous; with every candidate. */
export interface Resolution {
  readonly outcome: 'fires' | 'waits' | 'nothing' | 'ambiguous';
  /** What fires; for `waits`, what fires when the pause ends, if the program has one. */
  readonly fires: Held | null;
  readonly candidates: readonly Candidate[];
  /** The stroke types a character into a text. */
  readonly typed: boolean;
}

/** Whether presses are among the ways to make a shortcut's first strokes; a side counts only where both name one. */
export const fits = (ways: readonly (readonly string[])[], made: readonly string[]) =>
  made.every((press, i) => ways[i]?.some((way) => way === press || unsided(way) === press || way === unsided(press)));

/** Whether a press, written like `Ctrl+Shift+Equal`, types a character on a keyboard. */
export function pressTypes(press: string, keyboard: Keyboard): boolean {
  const parts = press.replace(/^hold /, '').split('+');
  const target = parts.pop()!;
  const BIT: Record<string, number> = { Ctrl: 1, Alt: 2, Shift: 4, Meta: 8, AltGr: 16, Fn: 32 };
  const bits = parts.reduce((sum, name) => sum | (BIT[unsided(name + '+').slice(0, -1)] ?? 0), 0);
  return typesCharacter({ bits, target, level: 0 }, keyboard);
}

/**
 * What a stroke does. `made` are the presses since the last thing that fired, the new one last, written like
 * `Ctrl+Shift+Equal` (`hold Space` for a held key). The most specific context wins; between contexts active together,
 * the stated order, else it is ambiguous. Contexts that take text swallow characters. Total and deterministic.
 */
export function resolve(scene: Scene, made: readonly string[]): Resolution {
  const { effective, tree, keyboard, active, state = 'none' } = scene;
  const reach = new Set(active.flatMap((context) => [...tree.chain(context)]));
  const first = made[0] ?? '';
  const types = pressTypes(first, keyboard);
  const typed = types && active.some((context) => tree.get(context).takesText);
  const waysOf = (shortcut: string) => storedPresses(shortcut, keyboard.layout, keyboard.platform, keyboard.board);
  const candidates: { held: Held; whole: boolean; stopped: Stop | null }[] = [];
  for (const held of effective.held) {
    const ways = waysOf(held.shortcut);
    if (!ways || ways.length < made.length || !fits(ways, made)) continue;
    const stopped: Stop | null = !reach.has(held.context)
      ? 'not active'
      : typed
        ? 'typed into the text'
        : state === 'root only' && held.context !== tree.root.id
          ? 'only Everywhere is left'
          : state === 'diverted' && types && ways.length === 1
            ? 'letters go elsewhere'
            : null;
    candidates.push({ held, whole: ways.length === made.length, stopped });
  }
  const blocks = effective.blocked.filter(({ context }) => reach.has(context));
  for (const one of candidates) {
    const blocked = blocks.some(
      ({ context, shortcut }) =>
        tree.relation(context, one.held.context) === 'wider' &&
        meeting(waysOf(shortcut) ?? [], waysOf(one.held.shortcut)!) === 'meet',
    );
    if (blocked && !one.stopped) one.stopped = 'blocked there';
  }
  const live = candidates.filter((one) => !one.stopped);
  for (const one of live) {
    const above = live.find(
      (other) => other !== one && tree.relation(one.held.context, other.held.context) === 'narrower',
    );
    if (above) one.stopped = 'hidden by a narrower context';
  }
  const rest = live.filter((one) => !one.stopped);
  for (const one of rest) {
    const winner = rest.some((other) => {
      const before = tree.firstOf(one.held.context, other.held.context);
      return before !== null && before !== one.held.context && before === other.held.context;
    });
    if (winner) one.stopped = 'hidden by the order';
  }
  const left = rest.filter((one) => !one.stopped);
  const whole = left.filter((one) => one.whole);
  const commands = new Set(whole.map((one) => one.held.command));
  const fires = commands.size === 1 ? whole[0]!.held : null;
  const answer = (outcome: Resolution['outcome']): Resolution => ({ outcome, fires, candidates, typed });
  if (commands.size > 1) return answer('ambiguous');
  if (left.some((one) => !one.whole)) {
    for (const one of whole) one.stopped = 'waits for more';
    return answer('waits');
  }
  return answer(fires ? 'fires' : 'nothing');
}

/** The presses of a stored shortcut as `resolve` takes them: its canonical ones, or null where it cannot be made. */
export function madeOf(stored: string, keyboard: Keyboard): string[] | null {
  const ways = storedPresses(stored, keyboard.layout, keyboard.platform, keyboard.board);
  return ways && parseStored(stored) ? ways.map((way) => way[0]!) : null;
}
