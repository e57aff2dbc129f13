import { conventionOf, keyboardOf, storedPresses, type Keyboard, type Layout, type Platform } from '../keys/index.ts';
import { pressTypes, type Held } from '../keyset/index.ts';
import type { Side } from './sides.ts';

const FOLDED = {
  macos: { Meta: 'Primary', Ctrl: 'Control' },
  other: { Ctrl: 'Primary', Meta: 'System' },
} as const;

/** A press with Primary written so, whichever key it is on the platform; Option is Alt in a press already. */
export function foldedPress(press: string, platform: Platform): string {
  const names: Readonly<Record<string, string>> = conventionOf(platform) === 'macos' ? FOLDED.macos : FOLDED.other;
  return press
    .split(' ')
    .map((stroke) => {
      const parts = stroke.split('+');
      const target = parts.pop()!;
      const held = parts.map((part) => {
        const [, side = '', base = part] = /^(Left|Right)?(\w+)$/.exec(part) ?? [];
        return side + (names[base] ?? base);
      });
      // Only a tap has a modifier for its target.
      return [...held.sort(), names[target] ?? target].join('+');
    })
    .join(' ');
}

/** What fires where on one side, asked by press. */
export interface Firing {
  /** The presses that are bound or blocked somewhere, and the contexts where each is. */
  readonly where: ReadonlyMap<string, readonly number[]>;
  /** What a press fires for one who is in a context; one shortcut a command. */
  fires(press: string, context: number): readonly Held[];
  pressOf(held: Pick<Held, 'shortcut'>): string | null;
}

const NOTHING: readonly Held[] = [];

/**
 * What fires on a side, by canonical presses on a layout, as `resolve` has it for one who is in a context: the nearest
 * context around counts, a block or the beginning of a longer shortcut ends the search, and a context that takes text
 * swallows what types a character. `folded` writes presses so that platforms can be compared.
 */
export function firing(side: Side, layout: Layout, folded: boolean): Firing {
  const { effective, tree, platform } = side;
  const keyboard: Keyboard = keyboardOf(layout, platform);
  const known = new Map<string, readonly string[] | null>();
  const strokesOf = ({ shortcut }: Pick<Held, 'shortcut'>): readonly string[] | null => {
    const found = known.get(shortcut);
    if (found !== undefined) return found;
    const strokes = storedPresses(shortcut, layout, platform)?.map((ways) => ways[0]!) ?? null;
    const made = strokes && folded ? strokes.map((stroke) => foldedPress(stroke, platform)) : strokes;
    known.set(shortcut, made);
    made?.forEach((_, at) => {
      const begun = made.slice(0, at + 1).join(' ');
      if (!typing.has(begun)) typing.set(begun, pressTypes(strokes![0]!, keyboard));
    });
    return made;
  };
  const pressOf = (held: Pick<Held, 'shortcut'>) => strokesOf(held)?.join(' ') ?? null;
  const typing = new Map<string, boolean>();
  const bound = new Map<string, Map<number, Held[]>>();
  const where = new Map<string, number[]>();
  const at = (press: string, context: number): Held[] => {
    let contexts = bound.get(press);
    if (!contexts) {
      bound.set(press, (contexts = new Map()));
      where.set(press, []);
    }
    let list = contexts.get(context);
    if (!list) {
      contexts.set(context, (list = []));
      where.get(press)!.push(context);
    }
    return list;
  };
  for (const held of effective.held) {
    const strokes = strokesOf(held);
    if (!strokes) continue;
    const list = at(strokes.join(' '), held.context);
    if (!list.some((one) => one.command === held.command)) list.push(held);
    // What begins a longer shortcut waits there, whatever a wider place does at once.
    for (let begun = 1; begun < strokes.length; begun++) at(strokes.slice(0, begun).join(' '), held.context);
  }
  // A place that is blocked and has nobody is one where an empty list stands.
  for (const { shortcut, context } of effective.blocked) {
    const press = pressOf({ shortcut });
    if (press !== null) at(press, context);
  }
  return {
    where,
    pressOf,
    fires(press, context) {
      const contexts = bound.get(press);
      if (!contexts) return NOTHING;
      if (tree.get(context).takesText && typing.get(press)) return NOTHING;
      for (const one of tree.chain(context)) {
        const found = contexts.get(one);
        if (found) return found;
      }
      return NOTHING;
    },
  };
}
