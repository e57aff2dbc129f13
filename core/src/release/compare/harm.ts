import { boardSpots, distanceOf, endsOn, mainKey, type RunSetting } from '../../reach/index.ts';
import { once } from '../../memory/index.ts';
import { firingOf, type Moved, type PressChange, type PressChangeKind } from './moved.ts';
import type { Side } from '../sides.ts';

/** What a change of a press is to a hand that was trained on it. */
export interface HarmFacts {
  readonly kind: PressChangeKind | 'none';
  /** How often the former command is used in a working day; 0 where nobody has said. */
  readonly uses: number;
  /** What the press does now destroys something, and what it did before did not. */
  readonly destroys: boolean;
  /** The former command has no key any more that fires it. */
  readonly keyless: boolean;
  /** How far the former command’s new key lies from the old one, in mm. */
  readonly mm: number;
}

/** Weights of a change’s kind, and of what makes it worse (our own choice, no source). */
export const HARM = {
  kind: { 'new meaning': 3, dead: 1, new: 0, none: 0 },
  destroys: 4,
  keyless: 2,
  /** Travel counts up to this many mm, and then as 2. */
  furthest: 400,
} as const;

/**
 * Harm to habit, a number to order changes by: (1 + uses a day) × (kind + 4 if the press now destroys + 2 if the former
 * command has no key left + travel in mm ÷ 200, at most 2). Never falls when one of these rises; 0 for no change.
 */
export function harmToHabit({ kind, uses, destroys, keyless, mm }: HarmFacts): number {
  if (kind === 'none') return 0;
  const travel = Math.min(mm, HARM.furthest) / (HARM.furthest / 2);
  return (1 + uses) * (HARM.kind[kind] + (destroys ? HARM.destroys : 0) + (keyless ? HARM.keyless : 0) + travel);
}

/** A change of a press with what it costs, and the figures it comes from. */
export interface Harm extends HarmFacts {
  readonly change: PressChange;
  readonly harm: number;
}

type Hands = Pick<RunSetting, 'rest' | 'typist'>;

/** The harm of each change of a press, the greatest first. */
export function harms(
  { presses, commands }: Pick<Moved, 'presses' | 'commands'>,
  old: Side,
  now: Side,
  uses: ReadonlyMap<number, number>,
  hands: Hands,
): Harm[] {
  const became = new Map(commands.flatMap((one) => one.old.map(({ id }) => [id, one] as const)));
  const spots = boardSpots(now.keyboard.board);
  const spotOf = (shortcut: string, side: Side) => spots.get(endsOn(shortcut, side.keyboard) ?? '');
  const { effective, commands: present, keyboard } = now;
  const setting: RunSetting = { ...hands, effective, commands: present, keyboard };
  /** From the key it was on to the nearest it has now. */
  const travel = (change: PressChange) =>
    Math.max(
      0,
      ...change.old.map(({ command, shortcut }) => {
        const from = spotOf(shortcut, old);
        const keys = (became.get(command)?.now ?? []).flatMap(({ id }) => mainKey(id, setting) ?? []);
        return from && keys.length ? Math.min(...keys.map((key) => distanceOf(from, key.spot))) : 0;
      }),
    );
  const usesOf = (command: number) => {
    const known = became.get(command);
    const all = [command, ...(known?.now ?? []).map((one) => one.id)].map((id) => uses.get(id) ?? 0);
    return Math.max(...all);
  };
  const after = once(() => firingOf(now));
  /** Whether a command still has a key that fires it; what cannot be told of this keyboard counts as one. */
  const reachable = (command: number) =>
    (became.get(command)?.after ?? []).some((one) => after().reaches(one) !== false);
  const found = presses.map((change): Harm => {
    const facts: HarmFacts = {
      kind: change.kind,
      uses: change.old.reduce((sum, { command }) => sum + usesOf(command), 0),
      destroys:
        change.now.some(({ command }) => now.commands.get(command)?.destructive) &&
        !change.old.some(({ command }) => old.commands.get(command)?.destructive),
      keyless: change.old.some(({ command }) => !reachable(command)),
      mm: travel(change),
    };
    return { ...facts, change, harm: harmToHabit(facts) };
  });
  return found.sort((a, b) => b.harm - a.harm);
}
