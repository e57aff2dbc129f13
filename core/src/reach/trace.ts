import { resolve, type Resolution, type Scene } from '../keyset/index.ts';
import { keyboardOf, LAYOUTS, type Layout } from '../keys/index.ts';
import type { Command, CommandGroup } from '../contract/index.ts';
import { boardSpots } from './geometry.ts';
import { neighbours } from './proposals.ts';

/** What may have gone wrong with the fingers, or with where the press went. */
export type SlipKind = 'as meant' | 'neighbour key' | 'lost modifier' | 'caps lock' | 'other layout' | 'other place';

/** A slip, what was pressed by it, where, and what that did. */
export interface Slip {
  readonly kind: SlipKind;
  readonly says: string;
  /** Written like `Ctrl+Shift+KeyU`. */
  readonly press: string;
  readonly context: number;
  readonly did: Resolution;
}

export interface TraceQuestion {
  readonly scene: Scene;
  /** The press that was meant, and the place it was meant in. */
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
  const { scene, press, context, commands } = question;
  const spots = boardSpots(scene.keyboard.board);
  const at = (kind: SlipKind, says: string, made: string, place = context, keyboard = scene.keyboard): Slip => ({
    kind,
    says,
    press: made,
    context: place,
    did: resolve({ ...scene, keyboard, active: [place] }, [made]),
  });
  const parts = press.split('+');
  const code = parts.at(-1)!;
  const held = parts.slice(0, -1);
  const meant = at('as meant', 'Just as it was meant', press);
  const slips: Slip[] = [
    meant,
    ...neighbours(press, spots).map((one) => at('neighbour key', 'The finger came down on the key beside it', one)),
    ...held.map((name) =>
      at('lost modifier', `${name} was let go too early`, [...held.filter((one) => one !== name), code].join('+')),
    ),
    ...(held.length === 0 && /^Key[A-Z]$/.test(code) ? [at('caps lock', 'Caps Lock was on', `Shift+${code}`)] : []),
    ...scene.tree.inOrder
      .filter((place) => place.id !== context)
      .map((place) => at('other place', `The focus was in ${place.name}`, press, place.id)),
    ...(question.layouts ?? LAYOUTS)
      .filter((layout) => layout.id !== scene.keyboard.layout.id)
      .map((layout) =>
        at(
          'other layout',
          `The keyboard was set to ${layout.name}`,
          press,
          context,
          keyboardOf(layout, scene.keyboard.platform),
        ),
      ),
  ];
  const did = (slip: Slip) => slip.did.fires?.command ?? null;
  const harm = (slip: Slip) => {
    const command = did(slip);
    if (command !== null) return commands.get(command)?.destructive ? 3 : 2;
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

/** How a command is taken back in the program, from what is catalogued of it; empty where nothing is. */
export function howToReverse(
  command: Command,
  commands: ReadonlyMap<number, Command>,
  groups: readonly CommandGroup[],
): { readonly says: string; readonly by: number | null } {
  if (command.onePress === 'toggles') return { says: 'Press it again: it is on and off in turn.', by: command.id };
  const pair = groups.find((group) => group.kind === 'pair' && group.members.includes(command.id));
  const partner = commands.get(pair?.members.find((one) => one !== command.id) ?? -1);
  const undo = [...commands.values()].find((one) => /^undo\b/i.test(one.label));
  if (partner && command.id !== undo?.id && partner.id !== undo?.id)
    return { says: `Its opposite is ${partner.label}.`, by: partner.id };
  if (command.then) return { says: command.then, by: null };
  if (undo && undo.id !== command.id) return { says: `${undo.label} takes it back, if the program can.`, by: undo.id };
  return { says: '', by: null };
}

/** From a command back to the presses: what fires it, and from which commands it is one slip away. */
export function slipsTo(
  command: number,
  { scene, commands }: Pick<TraceQuestion, 'scene' | 'commands'>,
  pressesOf: (command: number) => readonly { readonly press: string; readonly context: number }[],
): { readonly meant: number; readonly slip: Slip }[] {
  const mine = pressesOf(command);
  const near = new Set(
    mine.flatMap(({ press }) => {
      const parts = press.split('+');
      const held = parts.slice(0, -1);
      const more = ['Ctrl', 'Alt', 'Shift', 'Meta'].filter((one) => !held.includes(one));
      return [...neighbours(press, boardSpots(scene.keyboard.board)), ...more.map((one) => withHeld(one, press))];
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

const MODIFIER_ORDER = ['Ctrl', 'Alt', 'Shift', 'Meta'];
function withHeld(name: string, press: string): string {
  const parts = press.split('+');
  const code = parts.pop()!;
  const held = new Set([...parts, name]);
  return [
    ...MODIFIER_ORDER.filter((one) => held.has(one)),
    ...parts.filter((one) => !MODIFIER_ORDER.includes(one)),
    code,
  ].join('+');
}
