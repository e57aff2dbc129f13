import type { ContextTree } from '../catalogue/index.ts';
import type { KeyPolicy } from '../contract/index.ts';
import { madeOn, typesCharacter, type Keyboard, type Press } from '../press/index.ts';
import { blockedBy, decide, type Candidate, type Decision, type Stop } from './fires.ts';
import type { Weighed } from './weighed.ts';

/** A state the user may be in, which the key policy names: only the root’s shortcuts are left, or letters go elsewhere. */
export type UserState = 'none' | 'root only' | 'diverted';

/** Where a stroke is made: in which program, on which keyboard, with what active. */
export interface Scene {
  readonly weighed: Weighed;
  readonly tree: ContextTree;
  readonly policy: Pick<KeyPolicy, 'pause'>;
  /** What decides between two commands that one press chooses from; empty where nothing does. */
  readonly decides: (a: number, b: number) => string;
  readonly keyboard: Keyboard;
  /** The contexts in which the user is; those that contain them are active too. */
  readonly active: readonly number[];
  readonly state?: UserState;
}

/** What a stroke does: it fires a command, chooses among several, waits for more, does nothing, or is ambiguous; with every candidate. */
export interface Resolution extends Decision {
  readonly candidates: readonly Candidate[];
  /** The stroke types a character into a text. */
  readonly typed: boolean;
}

/**
 * What a stroke does. `made` are the presses since the last thing that fired, the new one last. The most specific context
 * wins; between contexts active together, the stated order, else it is ambiguous. Contexts that take text swallow
 * characters. Total and deterministic.
 */
export function resolve(scene: Scene, made: readonly Press[]): Resolution {
  const { weighed, tree, keyboard, active, decides, state = 'none' } = scene;
  const reach = new Set(active.flatMap((context) => [...tree.chain(context)]));
  const types = made[0] !== undefined && typesCharacter(made[0], keyboard);
  const typed = types && active.some((context) => tree.get(context).takesText);
  const candidates = weighed.answering(made, keyboard).map(({ held, whole }) => {
    const letters = types && madeOn(held.shortcut, keyboard)!.length === 1;
    const stopped: Stop | null = !reach.has(held.context)
      ? 'not active'
      : typed
        ? 'typed into the text'
        : state === 'root only' && held.context !== tree.root.id
          ? 'only Everywhere is left'
          : state === 'diverted' && letters
            ? 'letters go elsewhere'
            : null;
    return { held, whole, stopped };
  });
  const blocked = blockedBy(weighed.on(keyboard.platform), reach, tree, keyboard);
  return { ...decide(candidates, blocked, tree, decides), candidates, typed };
}

/** The commands that a stroke fires, or that it chooses from; one that waits for more, if it is whole. */
export const mayFire = ({ fires, candidates }: Resolution): number[] =>
  fires
    ? [fires.command]
    : [...new Set(candidates.filter((one) => one.whole && !one.stopped).map((one) => one.held.command))];
