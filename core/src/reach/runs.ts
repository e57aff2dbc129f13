import { parseStored } from '../keys/index.ts';
import { each, eachPair } from '../memory/index.ts';
import type { Keyboard } from '../press/index.ts';
import type { Command, Run } from '../contract/index.ts';
import type { Effective } from '../keyset/index.ts';
import { reachOn } from './reach.ts';
import type { Rest } from './rest.ts';
import { menuSeconds, shortcutSeconds, type Typist } from './time.ts';

export interface RunSetting {
  readonly effective: Effective;
  readonly commands: ReadonlyMap<number, Command>;
  readonly keyboard: Keyboard;
  readonly rest: Rest;
  readonly typist: Typist;
}

/** What a run asks of the hands with a keyset. */
export interface RunFigures {
  readonly steps: number;
  /** Steps that a shortcut without the pointer does. */
  readonly withoutMouse: number;
  /** Travel of all fingers, in mm. */
  readonly travel: number;
  /** How often a hand leaves where it rests; a menu is one such time. */
  readonly leaves: number;
  readonly seconds: number;
}

/** How deep a menu path lies; a command that is in no menu is taken to be two deep. */
export const depthOf = (command: Command | undefined) => command?.menu.split(' › ').filter(Boolean).length || 2;

/** The keysets of a program share most of their shortcuts: each is computed once for a keyboard and a rest. */
const reaches = eachPair((keyboard: Keyboard, rest: Rest) => each(reachOn(keyboard, rest)));

/** A run of commands with a keyset: each by its main shortcut that can be pressed, else through the menu. */
export function runFigures(run: Pick<Run, 'steps'>, setting: RunSetting): RunFigures {
  const { effective, commands, keyboard, rest, typist } = setting;
  const known = new Map<number, Omit<RunFigures, 'steps'>>();
  const reach = reaches(keyboard, rest);
  const figuresOf = (id: number): Omit<RunFigures, 'steps'> => {
    for (const { shortcut: stored } of effective.of(id)) {
      const found = reach(stored);
      if (!found) continue;
      const shortcut = parseStored(stored);
      const pointer = shortcut.strokes.some((stroke) => stroke.kind === 'pointer');
      const seconds = shortcutSeconds(shortcut, typist);
      return { withoutMouse: pointer ? 0 : 1, travel: found.mm, leaves: found.leaves ? 1 : 0, seconds };
    }
    return { withoutMouse: 0, travel: 0, leaves: 1, seconds: menuSeconds(depthOf(commands.get(id)), typist) };
  };
  const sum = { steps: run.steps.length, withoutMouse: 0, travel: 0, leaves: 0, seconds: 0 };
  for (const id of run.steps) {
    const one = known.get(id) ?? figuresOf(id);
    known.set(id, one);
    sum.withoutMouse += one.withoutMouse;
    sum.travel += one.travel;
    sum.leaves += one.leaves;
    sum.seconds += one.seconds;
  }
  return sum;
}
