import { isUndo } from '../catalogue/index.ts';
import { resolve, type Resolution, type Scene } from '../keyset/index.ts';
import { LAYOUTS, type Layout } from '../keys/index.ts';
import {
  HELD_NAMES,
  heldBy,
  isPlain,
  keyboardOf,
  pressText,
  readPress,
  targetOf,
  unsided,
  withHeld,
  withoutHeld,
  type HeldName,
  type Press,
} from '../press/index.ts';
import type { Command, CommandGroup } from '../contract/index.ts';
import { said, type Said } from '../words/index.ts';
import { boardSpots } from './geometry.ts';
import { neighbours } from './neighbours.ts';

/** What may have gone wrong with the fingers, or with where the press went. */
export type SlipKind = 'as meant' | 'neighbour key' | 'lost modifier' | 'caps lock' | 'other layout' | 'other place';

/** A slip, what was pressed by it, where, and what that did. */
export interface Slip {
  readonly kind: SlipKind;
  readonly said: Said;
  /** Written like `Ctrl+Shift+KeyU`. */
  readonly press: string;
  readonly context: number;
  readonly did: Resolution;
}

export interface TraceQuestion {
  readonly scene: Scene;
  /** The press that was meant, as a text, and the place it was meant in. */
  readonly press: string;
  readonly context: number;
  readonly commands: ReadonlyMap<number, Command>;
  /** Layouts the keyboard may have been switched to. */
  readonly layouts?: readonly Layout[];
}

/** How often a slip happens, against the others (our own choice, no source): it orders what does equal harm. */
const LIKELY: Record<SlipKind, number> = {
  'as meant': 6,
  'lost modifier': 5,
  'neighbour key': 4,
  'caps lock': 3,
  'other place': 2,
  'other layout': 1,
};

/**
 * What an unintended press may have done: the press as it was meant, and the likeliest slips from it, those first that
 * would destroy work, then those that fire another command, then those that type or wait. Slips that do nothing are left out.
 */
export function traceSlips(question: TraceQuestion): Slip[] {
  const { scene, context, commands } = question;
  const press = readPress(question.press);
  const spots = boardSpots(scene.keyboard.board);
  const at = (
    kind: SlipKind,
    made: Press,
    how: Said['with'] = {},
    place = context,
    keyboard = scene.keyboard,
  ): Slip => ({
    kind,
    said: said(`slip.${kind}`, how),
    press: pressText(made),
    context: place,
    did: resolve({ ...scene, keyboard, active: [place] }, [made]),
  });
  const { code } = targetOf(press);
  const held = heldBy(unsided(press)) as HeldName[];
  const meant = at('as meant', press);
  const slips: Slip[] = [
    meant,
    ...neighbours(press, spots).map((one) => at('neighbour key', one)),
    ...held.map((name) => at('lost modifier', withoutHeld(press, name), { modifier: name })),
    ...(isPlain(press) && held.length === 0 && /^Key[A-Z]$/.test(code ?? '')
      ? [at('caps lock', withHeld(press, 'Shift'))]
      : []),
    ...scene.tree.inOrder
      .filter((place) => place.id !== context)
      .map((place) => at('other place', press, { place: place.name }, place.id)),
    ...(question.layouts ?? LAYOUTS)
      .filter((layout) => layout.id !== scene.keyboard.layout.id)
      .map((layout) =>
        at('other layout', press, { layout: layout.name }, context, keyboardOf(layout, scene.keyboard.platform)),
      ),
  ];
  const did = (slip: Slip) => slip.did.fires?.command ?? null;
  const harm = (slip: Slip) => {
    const command = did(slip);
    if (command !== null) return commands.get(command)?.destructive ? 3 : 2;
    if (slip.did.outcome === 'chooses')
      return slip.did.candidates.some((one) => !one.stopped && commands.get(one.held.command)?.destructive) ? 3 : 2;
    return slip.did.outcome === 'ambiguous' || slip.did.outcome === 'waits' || slip.did.typed ? 1 : 0;
  };
  const other = (slip: Slip) => slip === meant || did(slip) !== did(meant) || slip.did.typed !== meant.did.typed;
  const seen = new Set<string>();
  return slips
    .filter((slip) => harm(slip) > 0 && other(slip))
    .sort((a, b) => harm(b) - harm(a) || LIKELY[b.kind] - LIKELY[a.kind])
    .filter((slip) => {
      const key = `${slip.kind === 'other layout' || slip.kind === 'other place' ? slip.kind : slip.press} ${did(slip)} ${slip.did.typed}`;
      return !seen.has(key) && seen.add(key);
    });
}

/** How a command is taken back in the program, from what is catalogued of it; null where nothing is. */
export function howToReverse(
  command: Command,
  commands: ReadonlyMap<number, Command>,
  groups: readonly CommandGroup[],
): { readonly said: Said; readonly by: number | null } | null {
  if (command.onePress === 'toggles') return { said: said('reverse.toggles'), by: command.id };
  const pair = groups.find((group) => group.kind === 'pair' && group.members.includes(command.id));
  const partner = commands.get(pair?.members.find((one) => one !== command.id) ?? -1);
  const undo = [...commands.values()].find(isUndo);
  if (partner && command.id !== undo?.id && partner.id !== undo?.id)
    return { said: said('reverse.partner', { command: partner.label }), by: partner.id };
  if (command.then) return { said: said('reverse.then', { then: command.then }), by: null };
  if (undo && undo.id !== command.id) return { said: said('reverse.undo', { command: undo.label }), by: undo.id };
  return null;
}

/** From a command back to the presses: what fires it, and from which commands it is one slip away. */
export function slipsTo(
  command: number,
  { scene, commands }: Pick<TraceQuestion, 'scene' | 'commands'>,
  pressesOf: (command: number) => readonly { readonly press: string; readonly context: number }[],
): { readonly meant: number; readonly slip: Slip }[] {
  const spots = boardSpots(scene.keyboard.board);
  const near = new Set(
    pressesOf(command).flatMap(({ press: text }) => {
      const press = readPress(text);
      const more = HELD_NAMES.slice(0, 4).map((name) => withHeld(press, name));
      return [...neighbours(press, spots), ...more].map(pressText).filter((one) => one !== text);
    }),
  );
  return [...commands.keys()].flatMap((meant) => {
    if (meant === command) return [];
    return pressesOf(meant)
      .filter((one) => near.has(one.press))
      .flatMap(({ press, context }) =>
        traceSlips({ scene, press, context, commands, layouts: [] })
          .filter((slip) => slip.kind !== 'as meant' && slip.did.fires?.command === command)
          .slice(0, 1)
          .map((slip) => ({ meant, slip })),
      );
  });
}
