import { meetOn, type Keyboards, type Mask } from '../../press/index.ts';
import type { Setting } from '../setting.ts';
import type { Entry } from '../weighed.ts';
import type { Clash, ClashKind, Severity } from './finding.ts';

const SEVERITY: Partial<Record<ClashKind, Severity>> = {
  fixed: 'error',
  'platform fold': 'error',
  'same place': 'error',
  together: 'error',
  waits: 'warning',
  chooses: 'note',
};

/** Whether two bindings meet on a platform and differ on another, with one layout. */
function folds(mask: Mask, a: Entry, b: Entry, { layouts }: Keyboards): boolean {
  const apart = a.pressable & b.pressable & ~mask;
  if (!apart) return false;
  const inLayout = (from: Mask, layout: number) => {
    for (let at = from >> BigInt(layout); at; at >>= BigInt(layouts.length)) if (at & 1n) return true;
    return false;
  };
  return layouts.some((_, layout) => inLayout(mask, layout) && inLayout(apart, layout));
}

/** Finds what two bindings do to each other; its answer is null for those that get along. */
export function pairFinder({ tree, commands, often, decides, weighed: { keyboards } }: Setting) {
  const places = new Map(tree.inOrder.map((context, index) => [context.id, index]));
  const relations = tree.inOrder.map((a) => tree.inOrder.map((b) => tree.relation(a.id, b.id)));
  const depths = tree.inOrder.map((context) => tree.depth(context.id));
  const isFixed = (entry: Entry) => commands.get(entry.held.command)?.fixed === true;

  return (a: Entry, b: Entry): Clash | null => {
    const [at, bt] = [places.get(a.held.context)!, places.get(b.held.context)!];
    const relation = relations[at]![bt]!;
    if (relation === 'apart') return null;
    const whole = a.strokes.length === b.strokes.length;
    // A command gets in its own way only where one of its shortcuts begins another.
    if (whole && a.held.command === b.held.command) return null;
    const both = a.pressable & b.pressable;
    const mask = both && meetOn(a.strokes, b.strokes, keyboards) & both;
    if (!mask) return null;
    let [first, second] = (depths[at]! - depths[bt]! || a.held.command - b.held.command) <= 0 ? [a, b] : [b, a];
    let kind: ClashKind;
    if (!whole) kind = 'waits';
    else if (relation === 'same') {
      kind = isFixed(a) !== isFixed(b) ? 'fixed' : folds(mask, a, b, keyboards) ? 'platform fold' : 'same place';
    } else if (relation === 'together') {
      const winner = tree.firstOf(a.held.context, b.held.context);
      if (isFixed(a) !== isFixed(b)) kind = 'fixed';
      else if (winner === null) kind = folds(mask, a, b, keyboards) ? 'platform fold' : 'together';
      else {
        kind = 'hidden';
        [first, second] = winner === a.held.context ? [b, a] : [a, b];
      }
    } else kind = isFixed(first) ? 'fixed' : 'hidden';
    // One press for several commands, and what is selected or pointed at decides: no clash, and told as such.
    if ((kind === 'same place' || kind === 'together') && decides(a.held.command, b.held.command)) kind = 'chooses';
    const severity = SEVERITY[kind] ?? (often.has(first.held.command) ? 'warning' : 'note');
    return { kind, severity, parties: [first.held, second.held], ...keyboards.placesOf(mask) };
  };
}
