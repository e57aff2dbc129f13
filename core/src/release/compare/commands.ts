import type { Command } from '../../contract/index.ts';
import { foldedPresses, type Firing, type Held } from '../../keyset/index.ts';
import { readPresses } from '../../press/index.ts';
import { sameMenu } from '../menu.ts';
import type { Relation } from '../lineage/lineage.ts';
import type { Places } from './places.ts';
import type { Side } from '../sides.ts';

export const COMMAND_KINDS = [
  'split',
  'merged',
  'added',
  'dropped',
  'renamed',
  'moved in the menus',
  'became fixed',
  'became free',
] as const;
export type CommandKind = (typeof COMMAND_KINDS)[number];

/** What became of a command’s shortcuts: `none` where it has none on either side. */
export type KeysKind = 'kept' | 'gained' | 'lost' | 'moved' | 'none';

/** Commands that answer to one another on the two sides: mostly one and one. */
export interface CommandChange {
  readonly old: readonly Command[];
  readonly now: readonly Command[];
  /** Empty where nothing is different but perhaps its keys. */
  readonly kinds: readonly CommandKind[];
  readonly keys: KeysKind;
  readonly before: readonly Held[];
  readonly after: readonly Held[];
}

/** Two keysets as they are compared: what fires with each, and where their contexts lie. */
export interface Sides {
  readonly old: Side;
  readonly now: Side;
  readonly before: Firing;
  readonly after: Firing;
  readonly places: Places;
}

/** All commands of both sides, put together by lineage, with what became of each. */
export function commandChanges({ old, now, before, after, places }: Sides, commands: Relation): CommandChange[] {
  const folded = old.platform !== now.platform;
  return together(old, now, commands).map(([was, is]): CommandChange => {
    const [held, holds] = [was.flatMap((id) => old.effective.of(id)), is.flatMap((id) => now.effective.of(id))];
    const [olds, nows] = [was.map((id) => old.commands.get(id)!), is.map((id) => now.commands.get(id)!)];
    const [a, b] = [
      spots(held, old, before, folded, (context) => places.ofOld(context)),
      spots(holds, now, after, folded, (context) => places.ofNow(context)),
    ];
    return { old: olds, now: nows, kinds: kindsOf(olds, nows), keys: keysKind(a, b), before: held, after: holds };
  });
}

function spots(
  held: readonly Held[],
  { keyboard }: Side,
  side: Firing,
  folded: boolean,
  numberOf: (context: number) => number,
): Set<string> {
  const texts = held.map((one) => {
    const press = side.pressOf(one);
    const name = press && folded ? foldedPresses(readPresses(press), keyboard) : press;
    return `${numberOf(one.context)} ${name ?? one.shortcut}`;
  });
  return new Set(texts);
}

function keysKind(before: ReadonlySet<string>, after: ReadonlySet<string>): KeysKind {
  if (before.size === 0 && after.size === 0) return 'none';
  const kept = [...before].filter((one) => after.has(one)).length;
  if (kept === before.size) return kept === after.size ? 'kept' : 'gained';
  return kept === after.size ? 'lost' : 'moved';
}

function kindsOf(old: readonly Command[], now: readonly Command[]): CommandKind[] {
  if (old.length === 0) return ['added'];
  if (now.length === 0) return ['dropped'];
  const [was, is] = [old[0]!, now[0]!];
  if (old.length > 1 || now.length > 1)
    return [...(now.length > 1 ? (['split'] as const) : []), ...(old.length > 1 ? (['merged'] as const) : [])];
  return [
    ...(was.label === is.label ? [] : (['renamed'] as const)),
    ...(sameMenu(was, is) ? [] : (['moved in the menus'] as const)),
    ...(was.fixed === is.fixed ? [] : ([is.fixed ? 'became fixed' : 'became free'] as const)),
  ];
}

/** The commands of both sides in sets that answer to one another; the newer side’s order, then what is gone. */
function together(old: Side, now: Side, { forward, back }: Relation): [old: number[], now: number[]][] {
  const seen = new Set<number>();
  const found: [number[], number[]][] = [];
  for (const id of now.commands.keys()) {
    if (seen.has(id)) continue;
    const [olds, nows] = [new Set<number>(), new Set([id])];
    for (const one of nows) {
      for (const was of back(one)) {
        if (olds.has(was)) continue;
        olds.add(was);
        for (const other of forward(was)) nows.add(other);
      }
    }
    for (const one of nows) seen.add(one);
    found.push([[...olds], [...nows]]);
  }
  for (const id of old.commands.keys()) if (forward(id).length === 0) found.push([[id], []]);
  return found;
}
