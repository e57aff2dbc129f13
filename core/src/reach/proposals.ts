import {
  acceptance,
  effective,
  pressIndex,
  pressTypes,
  takersOn,
  type PressIndex,
  type Setting,
} from '../keyset/index.ts';
import {
  US,
  WRITING_CODES,
  characterKey,
  keyboardOf,
  meeting,
  parseStored,
  storedPresses,
  tableOn,
  usualBoard,
  writeStored,
  type Key,
  type Layout,
  type Modifier,
  type NamedKey,
  type Platform,
} from '../keys/index.ts';
import type { Command, CommandGroup } from '../contract/index.ts';
import { boardSpots, distanceOf, PITCH } from './geometry.ts';
import { storedReach } from './reach.ts';
import type { Rest } from './rest.ts';
import { isThird } from './room.ts';

/** Why a press is near the top, or is not: `weight` in mm, below zero where it speaks for it. */
export interface Reason {
  readonly says: string;
  readonly weight: number;
}

/** A free press for a command: its cost is its reach in mm and the weight of the reasons. */
export interface Proposal {
  readonly shortcut: string;
  readonly mm: number;
  readonly cost: number;
  readonly reasons: readonly Reason[];
}

/** What is known besides the keyset. */
export interface ProposalFacts {
  readonly rest: Rest;
  readonly groups?: readonly CommandGroup[];
  /** Times a day. */
  readonly uses?: ReadonlyMap<number, number>;
  /** What a command has in the learner’s other programs. */
  readonly elsewhere?: (command: Command) => readonly { readonly shortcut: string; readonly app: string }[];
}

/** Proposes free presses for commands of one keyset. */
export interface Proposer {
  /** Ranked, the best first; all are free, can be pressed and are accepted on every platform and layout of the setting. */
  proposals(command: Command, context: number): Proposal[];
  /** Every press that is free in a context, with its reach. */
  pool(context: number): readonly { readonly shortcut: string; readonly mm: number }[];
}

const COMBINATIONS: readonly (readonly Modifier[])[] = [
  [],
  ['Shift'],
  ['Primary'],
  ['Alt'],
  ['Primary', 'Shift'],
  ['Alt', 'Shift'],
];
const FUNCTION_KEYS = Array.from({ length: 12 }, (_, i) => `F${i + 1}` as NamedKey);

/** Weights in mm (our own choice): a letter that helps is worth about a key and a half of travel. */
const WEIGHT = { initial: -28, word: -20, otherName: -14, letter: -5, partner: -24, family: -8, elsewhere: -26 };
const AGAINST = { former: 18, plain: 60, slip: 16 };

/** Everything that is asked again and again about a keyset, computed once. */
export function proposer(setting: Setting, facts: ProposalFacts): Proposer {
  const layouts = setting.layouts?.length ? setting.layouts : [US];
  const [layout, platform] = [layouts[0]!, setting.platforms[0]!];
  const boards = setting.platforms.flatMap((on) => layouts.map((one) => boardOf(setting, one, on)));
  const below = { ...setting, stack: { ...setting.stack, layers: setting.stack.layers.slice(0, -1) } };
  const former = pressIndex(effective(below.stack, platform), layout, platform);
  const held = effective(setting.stack, platform);
  const spots = boardSpots(usualBoard(layout, platform));
  const candidates = candidatesOn(layout, platform, setting).flatMap((shortcut) => {
    const found = storedReach(shortcut, layout, platform, facts.rest);
    return found ? [{ shortcut, mm: found.mm, hands: found.hands }] : [];
  });
  const pools = new Map<number, typeof candidates>();
  function pool(context: number) {
    const known = pools.get(context);
    if (known) return known;
    const takesText = setting.tree.get(context).takesText;
    const free = candidates.filter(({ shortcut }) => boards.every((one) => one.free(shortcut, context, takesText)));
    pools.set(context, free);
    return free;
  }
  const label = (command: number) => setting.commands.get(command)?.label ?? '';
  const mainOf = (command: number) => held.of(command)[0]?.shortcut;

  /** The groups of a command, with the first strokes that the others in them have. */
  function kinOf({ id }: Command) {
    const mine = (facts.groups ?? []).filter(({ members, kind }) => members.includes(id) && kind !== 'ways');
    return mine.map(({ kind, name, members }) => {
      const others = members.filter((one) => one !== id);
      const strokes = others.flatMap((one) => {
        const main = mainOf(one);
        const stroke = main === undefined ? undefined : parseStored(main).strokes[0];
        return stroke?.kind === 'key' ? [stroke] : [];
      });
      return { kind, name, partner: others[0]!, strokes };
    });
  }
  function reasonsFor(command: Command, context: number, shortcut: string, kin: ReturnType<typeof kinOf>): Reason[] {
    const reasons: Reason[] = [];
    const add = (weight: number, says: string) => reasons.push({ weight, says });
    const [stroke] = parseStored(shortcut).strokes;
    if (stroke?.kind !== 'key') return [];
    const letter = stroke.key.by === 'character' ? stroke.key.character : '';
    const aid = /\p{L}/u.test(letter) ? aidOf(letter, command) : null;
    if (aid) add(aid.weight, aid.says);
    for (const { kind, name, partner, strokes } of kin) {
      const held = stroke.modifiers.join();
      if (kind === 'pair' && strokes.some((one) => sameAs(one.key, stroke.key)))
        add(WEIGHT.partner, `the key of its partner, ${label(partner)}`);
      else if (held && strokes.some((one) => one.modifiers.join() === held))
        add(WEIGHT.family, `held like the others of ${name}`);
    }
    for (const other of facts.elsewhere?.(command) ?? [])
      if (other.shortcut === shortcut) add(WEIGHT.elsewhere, `what it has in ${other.app}`);
    const before = former
      .near(shortcut)
      .find((one) => one.held.command !== command.id && setting.tree.relation(context, one.held.context) !== 'apart');
    if (before) add(AGAINST.former, `was ${label(before.held.command)}`);
    if (command.destructive) {
      const plain = stroke.modifiers.every((one) => one === 'Shift');
      if (plain) add(AGAINST.plain, 'destroys work, and needs no Ctrl or Alt');
      const slip = neighbourInUse(shortcut, context, command.id);
      if (slip !== null) add(AGAINST.slip, `destroys work, one slip from ${label(slip)}`);
    }
    return reasons;
  }
  /** Who has a key beside this one, held alike, in the same place. */
  function neighbourInUse(shortcut: string, context: number, own: number): number | null {
    const press = storedPresses(shortcut, layout, platform)?.[0]?.[0];
    if (!press) return null;
    for (const near of neighbours(press, spots)) {
      const found = boards[0]!.index
        .answering(near)
        .find((one) => one.held.command !== own && setting.tree.relation(context, one.held.context) !== 'apart');
      if (found) return found.held.command;
    }
    return null;
  }
  return {
    pool,
    proposals(command, context) {
      const kin = kinOf(command);
      const list = pool(context).map(({ shortcut, mm, hands }): Proposal => {
        const reasons = reasonsFor(command, context, shortcut, kin);
        const cost = mm + reasons.reduce((sum, one) => sum + one.weight, 0);
        const distance = { says: `${Math.round(mm)} mm, ${hands === 1 ? 'one hand' : 'two hands'}`, weight: 0 };
        return { shortcut, mm, cost, reasons: [distance, ...reasons] };
      });
      return list.sort((a, b) => a.cost - b.cost || (a.shortcut < b.shortcut ? -1 : 1));
    },
  };
}

/** Presses on the keys next to one, with the same modifiers. */
export function neighbours(press: string, spots: ReturnType<typeof boardSpots>): string[] {
  const parts = press.split('+');
  const code = parts.pop()!;
  const spot = spots.get(code);
  if (!spot) return [];
  const codes = [...WRITING_CODES, ...FUNCTION_KEYS, 'Space', 'Enter', 'Tab', 'Escape', 'Backspace'];
  return codes
    .filter((one) => one !== code && spots.has(one) && distanceOf(spot, spots.get(one)!) <= 1.2 * PITCH)
    .map((one) => [...parts, one].join('+'));
}

/** One keyboard on one platform, as a place where a press has to be free. */
function boardOf(setting: Setting, layout: Layout, platform: Platform) {
  const index: PressIndex = pressIndex(effective(setting.stack, platform), layout, platform);
  const keyboard = keyboardOf(layout, platform);
  const takers = takersOn(setting.systemKeys ?? [], layout, platform);
  function free(shortcut: string, context: number, takesText: boolean): boolean {
    const ways = storedPresses(shortcut, layout, platform);
    if (!ways) return false;
    if (ways[0]!.some((way) => takers.has(way))) return false;
    if (ways[0]!.some((way) => (takesText || isThird(way, platform)) && pressTypes(way, keyboard))) return false;
    if (takesText && /^(Shift\+)?(Enter|Tab|Backspace|Delete|Arrow\w+)$/.test(ways[0]![0]!)) return false;
    return index.near(shortcut).every(({ held }) => setting.tree.relation(context, held.context) === 'apart');
  }
  return { index, free };
}

function candidatesOn(layout: Layout, platform: Platform, { policy }: Setting): string[] {
  const characters = tableOn(layout, platform)?.characters ?? {};
  const keys: Key[] = [
    ...WRITING_CODES.flatMap((code) => {
      const character = characters[code]?.[0];
      return character ? [characterKey(character)] : [];
    }),
    ...FUNCTION_KEYS.map((name): Key => ({ by: 'name', name })),
  ];
  const all = COMBINATIONS.flatMap((modifiers) =>
    keys.map((key) => writeStored({ strokes: [{ kind: 'key', modifiers, key }], manner: 'pressed' })),
  );
  return policy ? all.filter((shortcut) => !acceptance(policy, shortcut)) : all;
}

/** What ties a letter to a command’s names, most telling first. */
function aidOf(letter: string, { label, otherNames, wordings }: Command): Reason | null {
  const capital = letter.toUpperCase();
  const words = label.split(/[^\p{L}\p{N}]+/u).filter(Boolean);
  const begins = (word: string | undefined) => word?.[0]?.toUpperCase() === capital;
  if (begins(words[0])) return { weight: WEIGHT.initial, says: `${capital} for ${words[0]}` };
  const word = words.find(begins);
  if (word) return { weight: WEIGHT.word, says: `${capital} for ${word}` };
  const others = [...otherNames, ...wordings.flatMap((one) => [one.label, ...one.otherNames])];
  const other = others.find(begins);
  if (other) return { weight: WEIGHT.otherName, says: `${capital} for ${other}, another name` };
  if (label.toUpperCase().includes(capital)) return { weight: WEIGHT.letter, says: `${capital} is in its name` };
  return { weight: 0, says: 'no letter in common' };
}

const sameAs = (a: Key, b: Key) => JSON.stringify(a) === JSON.stringify(b);

/** Presses of which no two meet, or begin one another, on any of the platforms and layouts; earlier ones stay. */
export function prunedPool(
  presses: readonly string[],
  layouts: readonly Layout[],
  platforms: readonly Platform[],
): string[] {
  const kept: string[] = [];
  const taken = platforms.flatMap((platform) => layouts.map((layout) => ({ platform, layout, first: new Map<string, string[][][]>() }))); // prettier-ignore
  for (const shortcut of new Set(presses)) {
    const mine = taken.map(({ layout, platform }) => storedPresses(shortcut, layout, platform));
    const meets = taken.some(({ first }, at) =>
      mine[at]?.[0]?.some((way) => first.get(way)?.some((other) => meeting(mine[at]!, other) !== 'apart')),
    );
    if (meets) continue;
    kept.push(shortcut);
    taken.forEach(({ first }, at) => {
      for (const way of mine[at]?.[0] ?? []) first.set(way, [...(first.get(way) ?? []), mine[at]!]);
    });
  }
  return kept;
}
