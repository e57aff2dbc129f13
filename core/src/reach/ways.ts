import type { ContextTree } from '../catalogue/index.ts';
import { parseStored } from '../keys/index.ts';
import { said, type Said } from '../words/index.ts';
import { reachOn } from './reach.ts';
import { depthOf, type RunSetting } from './runs.ts';
import { menuSeconds, shortcutSeconds } from './time.ts';

/** One way to a goal: a command's shortcut, or its menu path. */
export interface GoalWay {
  readonly command: number;
  /** In the stored form; null for the way through the menu. */
  readonly shortcut: string | null;
  /** The widest place where it works. */
  readonly context: number;
  readonly menu: string;
  /** Presses to make in a row, or choices in the menu. */
  readonly strokes: number;
  readonly seconds: number;
  /** Travel of all fingers, in mm; none is known of a menu. */
  readonly mm: number | null;
  readonly withPointer: boolean;
}

/** The ways to a goal, the advised one first, and why it is advised. */
export interface GoalWays {
  readonly ways: readonly GoalWay[];
  /** Why the computed one is the best; null where no way is known. */
  readonly why: Said | null;
  /** The best by computing, whatever the trainer advises. */
  readonly computed: GoalWay | null;
}

/**
 * All ways to a goal that several commands reach: each command's shortcuts that can be pressed, and its menu path. What
 * the trainer advises comes first. Else the quickest by the keystroke-level model is advised; of equally quick ones, the
 * nearest to the resting hands. A way that works only within the place of another is not advised before that one.
 */
export function waysTo(
  goal: readonly number[],
  setting: RunSetting & { readonly tree: ContextTree },
  advised: number | null = null,
): GoalWays {
  const { effective, commands, keyboard, rest, typist, tree } = setting;
  const reach = reachOn(keyboard, rest);
  const ways = goal.flatMap((command): GoalWay[] => {
    // Where a shortcut is stated in several places, the widest says where the way works.
    const places = new Map<string, number>();
    for (const { shortcut, context } of effective.of(command)) {
      const known = places.get(shortcut);
      if (known === undefined || tree.relation(known, context) === 'wider') places.set(shortcut, context);
    }
    const keys = [...places].flatMap(([text, context]): GoalWay[] => {
      const shortcut = parseStored(text);
      const found = reach(text);
      const withPointer = shortcut.strokes.some((stroke) => stroke.kind === 'pointer');
      if (!found) return [];
      const strokes = shortcut.strokes.length * (shortcut.manner === 'twice' ? 2 : 1);
      const seconds = shortcutSeconds(shortcut, typist);
      return [{ command, shortcut: text, context, menu: '', strokes, seconds, mm: found.mm, withPointer }];
    });
    const known = commands.get(command);
    if (!known?.menu) return keys;
    const depth = depthOf(known);
    const seconds = menuSeconds(depth, typist);
    return [
      ...keys,
      {
        command,
        shortcut: null,
        context: known.home,
        menu: known.menu,
        strokes: depth,
        seconds,
        mm: null,
        withPointer: true,
      },
    ];
  });
  const widest = (way: GoalWay) => !ways.some((other) => tree.relation(way.context, other.context) === 'wider');
  const ranked = ways.map((way) => ({ way, narrow: Number(!widest(way)) }));
  ranked.sort(
    ({ way: a, narrow: x }, { way: b, narrow: y }) =>
      x - y || a.seconds - b.seconds || (a.mm ?? Infinity) - (b.mm ?? Infinity),
  );
  const computed = ranked.map((one) => one.way);
  const first = computed.find((way) => way.command === advised);
  return {
    ways: first ? [first, ...computed.filter((way) => way !== first)] : computed,
    why: whyFirst(computed),
    computed: computed[0] ?? null,
  };
}

function whyFirst([first, second]: readonly GoalWay[]): Said | null {
  if (!first) return null;
  if (!second) return said('ways.only');
  const saved = second.seconds - first.seconds;
  if (saved >= 0.005)
    return said('ways.quickest', { seconds: saved.toFixed(2), calm: !first.withPointer && second.withPointer });
  if (first.mm !== null && second.mm !== null && Math.round(second.mm) > Math.round(first.mm))
    return said('ways.nearer', { mm: Math.round(second.mm - first.mm) });
  return said('ways.as quick');
}
