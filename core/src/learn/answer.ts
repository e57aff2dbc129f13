import type { EditionProgram, OldPress } from '../contract/index.ts';
import { writeStored, type Stroke } from '../keys/index.ts';
import { begin, canonicalOn, madeOn, samePress, type Keyboard } from '../press/index.ts';
import { mayFire, resolve, type Scene } from '../keyset/index.ts';
import type { Card } from './cards.ts';

/** What a press on a card comes to. */
export type Answered =
  | { readonly kind: 'right' }
  | { readonly kind: 'begun' }
  | {
      readonly kind: 'wrong';
      readonly shortcut: string;
      /** The command that it is here, or those that it may be. */
      readonly does: readonly number[];
      /** What the same press did in other programs, and is this very card’s answer there. */
      readonly from: readonly { readonly program: string; readonly press: OldPress }[];
    };

/** Judges strokes that were made for a card: they are one of its keys, begin one, or are something else, which is named. */
export function answered(
  card: Pick<Card, 'keys' | 'command'>,
  strokes: readonly Stroke[],
  keyboard: Keyboard,
  known: { readonly scene: Scene; readonly program: EditionProgram } | null,
): Answered {
  const shortcut = writeStored({ strokes: [...strokes], manner: 'pressed' });
  const presses = canonicalOn(shortcut, keyboard);
  // Whatever way a key is made: what the program hears is what counts.
  const heard = presses
    ? card.keys.flatMap((one) => {
        const whole = madeOn(one, keyboard);
        return whole && begin(presses, whole) ? [whole.length - presses.length] : [];
      })
    : [];
  if (heard.includes(0)) return { kind: 'right' };
  if (heard.length) return { kind: 'begun' };
  const made = known && presses;
  if (!made) return { kind: 'wrong', shortcut, does: [], from: [] };
  const does = mayFire(resolve(known.scene, made));
  const from = known.program.coming.flatMap(({ from: program, presses }) =>
    (presses[keyboard.platform] ?? []).flatMap((press) =>
      samePress(press.shortcut, shortcut, keyboard) && press.answers.some((one) => one.command === card.command)
        ? [{ program, press }]
        : [],
    ),
  );
  return { kind: 'wrong', shortcut, does, from };
}

/** Commands whose old keys, in some program that hands come from, now do something else: they are learned first. */
export function misleading({ coming }: EditionProgram, platform: string): ReadonlySet<string> {
  const lines = coming.flatMap(({ presses }) => presses[platform] ?? []);
  return new Set(lines.flatMap((one) => (one.misleads.length ? one.answers.map(({ command }) => command) : [])));
}
