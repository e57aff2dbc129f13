import type { Clash, ClashKind, Setting, Severity } from './finding.ts';
import { keyboardsIn, type Mask, type StrokeTable } from './strokes.ts';
import type { Held } from '../effective.ts';

/** A binding of one keyset with the keyboards it is on, whatever the platforms: what clashes are found between. */
export interface Entry {
  readonly key: string;
  readonly held: Held;
  readonly strokes: readonly number[];
  /** The keyboards of its platforms. */
  readonly there: Mask;
  /** Those on which it can be made. */
  readonly pressable: Mask;
}

const SEVERITY: Partial<Record<ClashKind, Severity>> = {
  fixed: 'error',
  'platform fold': 'error',
  'same place': 'error',
  together: 'error',
  waits: 'warning',
};

/** The keyboards on which two bindings meet, or one begins the other. */
function meetingOn(a: Entry, b: Entry, table: StrokeTable): Mask {
  let mask = a.pressable & b.pressable;
  const shared = Math.min(a.strokes.length, b.strokes.length);
  for (let i = 0; i < shared && mask; i++) mask &= table.meets(a.strokes[i]!, b.strokes[i]!);
  return mask;
}

/** Whether two bindings meet on a platform and differ on another, with one layout. */
function folds(mask: Mask, a: Entry, b: Entry, layouts: number): boolean {
  const apart = a.pressable & b.pressable & ~mask;
  if (!apart) return false;
  const inLayout = (from: Mask, layout: number) => {
    for (let at = from >> BigInt(layout); at; at >>= BigInt(layouts)) if (at & 1n) return true;
    return false;
  };
  for (let layout = 0; layout < layouts; layout++) if (inLayout(mask, layout) && inLayout(apart, layout)) return true;
  return false;
}

/** Finds what two bindings do to each other; its answer is null for those that get along. */
export function pairFinder(setting: Setting, table: StrokeTable) {
  const { tree, commands, often } = setting;
  const layouts = table.keyboards.length / setting.platforms.length;
  const places = new Map(tree.inOrder.map((context, index) => [context.id, index]));
  const relations = tree.inOrder.map((a) => tree.inOrder.map((b) => tree.relation(a.id, b.id)));
  const depths = tree.inOrder.map((context) => tree.depth(context.id));
  const isFixed = (entry: Entry) => commands.get(entry.held.command)?.fixed === true;
  const shown = new Map<Mask, Pick<Clash, 'platforms' | 'layouts'>>();

  /** A mask as platforms and layouts. */
  function placesOf(mask: Mask): Pick<Clash, 'platforms' | 'layouts'> {
    const known = shown.get(mask);
    if (known) return known;
    const on = keyboardsIn(mask, table.keyboards);
    const found = {
      platforms: [...new Set(on.map((keyboard) => keyboard.platform))],
      layouts: [...new Set(on.map((keyboard) => keyboard.layout.id))],
    };
    shown.set(mask, found);
    return found;
  }

  function between(a: Entry, b: Entry): Clash | null {
    const [at, bt] = [places.get(a.held.context)!, places.get(b.held.context)!];
    const relation = relations[at]![bt]!;
    const sameCommand = a.held.command === b.held.command;
    if (relation === 'apart' || (sameCommand && relation === 'same')) return null;
    const mask = meetingOn(a, b, table);
    if (!mask) return null;
    const whole = a.strokes.length === b.strokes.length;
    if (whole && sameCommand) return null;
    let [first, second] = (depths[at]! - depths[bt]! || a.held.command - b.held.command) <= 0 ? [a, b] : [b, a];
    let kind: ClashKind;
    if (!whole) kind = 'waits';
    else if (relation === 'same') {
      kind = isFixed(a) !== isFixed(b) ? 'fixed' : folds(mask, a, b, layouts) ? 'platform fold' : 'same place';
    } else if (relation === 'together') {
      const winner = tree.firstOf(a.held.context, b.held.context);
      if (isFixed(a) !== isFixed(b)) kind = 'fixed';
      else if (winner === null) kind = folds(mask, a, b, layouts) ? 'platform fold' : 'together';
      else {
        kind = 'hidden';
        [first, second] = winner === a.held.context ? [b, a] : [a, b];
      }
    } else kind = isFixed(first) ? 'fixed' : 'hidden';
    const severity = SEVERITY[kind] ?? (often?.has(first.held.command) ? 'warning' : 'note');
    return { kind, severity, parties: [first.held, second.held], ...placesOf(mask) };
  }
  return { between, placesOf };
}
