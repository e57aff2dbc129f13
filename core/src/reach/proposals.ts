import { each } from '../memory/index.ts';
import { acceptance, type Setting } from '../keyset/index.ts';
import {
  WRITING_CODES,
  characterKey,
  parseStored,
  writeStored,
  type Key,
  type Modifier,
  type NamedKey,
} from '../keys/index.ts';
import { canonicalOn, meetOn, type Keyboard, type Keyboards } from '../press/index.ts';
import type { Command, CommandGroup } from '../contract/index.ts';
import { said, type Said } from '../words/index.ts';
import { boardSpots } from './geometry.ts';
import { neighbours } from './neighbours.ts';
import { reachOn } from './reach.ts';
import type { Rest } from './rest.ts';

/** Why a press is near the top, or is not: `weight` in mm, below zero where it speaks for it. */
export interface Reason {
  readonly said: Said;
  readonly weight: number;
}

/** A free press for a command: its cost is its reach in mm and the weight of the reasons. */
export interface Proposal {
  readonly shortcut: string;
  /** How far it is, on the keyboard that reach is told of. */
  readonly mm: number;
  readonly cost: number;
  readonly reasons: readonly Reason[];
}

/** Which presses may be proposed. */
export interface PressPool {
  /** The modifiers held, as they are written, '' for none: every combination where nothing is said. */
  readonly combinations?: readonly string[];
  /** Whether F1 to F12 are among them. */
  readonly functionKeys?: boolean;
  /** What meets one of these is left out. */
  readonly without?: readonly string[];
}

/** What is known besides the keyset. */
export interface ProposalFacts {
  readonly rest: Rest;
  /** The keyboard that reach is told of; of all of them the one where it is furthest, when none is named. */
  readonly keyboard?: Keyboard;
  readonly groups?: readonly CommandGroup[];
  /** Times a day. */
  readonly uses?: ReadonlyMap<number, number>;
  /** Which presses there are to propose; all, where nothing is said. */
  readonly pool?: PressPool;
  /** What a command has in the learner’s other programs. */
  readonly elsewhere?: (command: Command) => readonly { readonly shortcut: string; readonly app: string }[];
}

/** Proposes free presses for commands of one keyset. */
export interface Proposer {
  /** Ranked, the best first; all are free, can be pressed and are accepted on every keyboard of the setting. */
  proposals(command: Command, context: number): Proposal[];
  /** Every press that is free in a context, with its reach. */
  pool(context: number): readonly { readonly shortcut: string; readonly mm: number }[];
}

/** The combinations of modifiers that keys are proposed with. */
export const COMBINATIONS: readonly (readonly Modifier[])[] = [
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
  const { weighed, tree, commands, policy, takers } = setting;
  const { keyboards } = weighed;
  const near = each((shortcut: string) => weighed.near(shortcut));
  const former = each((shortcut: string) => weighed.below().near(shortcut));
  const without = (facts.pool?.without ?? []).map((shortcut) => keyboards.strokes(shortcut));
  const reaches = (facts.keyboard ? [facts.keyboard] : keyboards.all).map((one) => reachOn(one, facts.rest));
  const candidates = candidatesOn(keyboards, facts.pool)
    .filter((shortcut) => !acceptance(policy, shortcut))
    .filter((shortcut) => !without.some((one) => meetOn(one, keyboards.strokes(shortcut), keyboards)))
    .flatMap((shortcut) => {
      const strokes = keyboards.strokes(shortcut);
      const [first] = strokes as [number];
      if (keyboards.pressable(first) !== keyboards.everywhere || takers(strokes).length) return [];
      if (keyboards.where(first, 'types with AltGr')) return [];
      const all = reaches.map((reach) => reach(shortcut));
      if (all.some((one) => one === null)) return [];
      const furthest = all.reduce((most, one) => (one!.mm > most!.mm ? one : most))!;
      const text = Boolean(keyboards.where(first, 'types') || keyboards.where(first, 'edits'));
      return [{ shortcut, mm: furthest.mm, hands: furthest.hands, text }];
    });
  const pool = each((context: number) => {
    const { takesText } = tree.get(context);
    const free = (shortcut: string) =>
      near(shortcut).every(({ held }) => tree.relation(context, held.context) === 'apart');
    return candidates.filter(({ shortcut, text }) => !(takesText && text) && free(shortcut));
  });
  const label = (command: number) => commands.get(command)?.label ?? '';
  const mainOf = (command: number) =>
    keyboards.platforms.map((platform) => weighed.on(platform).of(command)[0]?.shortcut).find(Boolean);

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
  const strokeOf = each((shortcut: string) => parseStored(shortcut).strokes[0]);
  function reasonsFor(command: Command, context: number, shortcut: string, kin: ReturnType<typeof kinOf>): Reason[] {
    const reasons: Reason[] = [];
    const add = (weight: number, what: Said) => reasons.push({ weight, said: what });
    const stroke = strokeOf(shortcut);
    if (stroke?.kind !== 'key') return [];
    const letter = stroke.key.by === 'character' ? stroke.key.character : '';
    if (/\p{L}/u.test(letter)) reasons.push(aidOf(letter, command));
    for (const { kind, name, partner, strokes } of kin) {
      const held = stroke.modifiers.join();
      if (kind === 'pair' && strokes.some((one) => sameAs(one.key, stroke.key)))
        add(WEIGHT.partner, said('reach.partner', { partner: label(partner) }));
      else if (held && strokes.some((one) => one.modifiers.join() === held))
        add(WEIGHT.family, said('reach.family', { family: name }));
    }
    const same = (other: string) =>
      keyboards.platforms.every((on) => keyboards.pressKey(other, on) === keyboards.pressKey(shortcut, on));
    for (const other of facts.elsewhere?.(command) ?? [])
      if (same(other.shortcut)) add(WEIGHT.elsewhere, said('reach.elsewhere', { app: other.app }));
    const before = former(shortcut).find(
      (one) => one.held.command !== command.id && tree.relation(context, one.held.context) !== 'apart',
    );
    if (before) add(AGAINST.former, said('reach.former', { command: label(before.held.command) }));
    if (command.destructive) {
      if (stroke.modifiers.every((one) => one === 'Shift')) add(AGAINST.plain, said('reach.plain'));
      const slip = neighbourInUse(shortcut, context, command.id);
      if (slip !== null) add(AGAINST.slip, said('reach.slip', { command: label(slip) }));
    }
    return reasons;
  }
  /** Who has a key beside this one on some keyboard, held alike, in the same place. */
  function neighbourInUse(shortcut: string, context: number, own: number): number | null {
    const beside = (keyboard: Keyboard) => {
      const press = canonicalOn(shortcut, keyboard)?.[0];
      return press ? neighbours(press, boardSpots(keyboard.board)) : [];
    };
    for (const keyboard of keyboards.all)
      for (const press of beside(keyboard)) {
        const found = weighed
          .answering([press], keyboard)
          .find((one) => one.held.command !== own && tree.relation(context, one.held.context) !== 'apart');
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
        const distance = { said: said('reach.distance', { mm: Math.round(mm), hands }), weight: 0 };
        return { shortcut, mm, cost, reasons: [distance, ...reasons] };
      });
      return list.sort((a, b) => a.cost - b.cost || (a.shortcut < b.shortcut ? -1 : 1));
    },
  };
}

/** Every key that some keyboard prints, with the usual modifiers, as far as the pool has them. */
function candidatesOn({ all }: Keyboards, { combinations, functionKeys = true }: PressPool = {}): string[] {
  const printed = all.flatMap(({ table }) => WRITING_CODES.flatMap((code) => table.characters[code]?.[0] || []));
  const keys: Key[] = [
    ...[...new Set(printed)].map(characterKey),
    ...(functionKeys ? FUNCTION_KEYS : []).map((name): Key => ({ by: 'name', name })),
  ];
  const held = COMBINATIONS.filter((one) => !combinations || combinations.includes(one.join('+')));
  return held.flatMap((modifiers) =>
    keys.map((key) => writeStored({ strokes: [{ kind: 'key', modifiers, key }], manner: 'pressed' })),
  );
}

/** What ties a letter to a command’s names, most telling first. */
function aidOf(sign: string, { label, otherNames, wordings }: Command): Reason {
  const letter = sign.toUpperCase();
  const words = label.split(/[^\p{L}\p{N}]+/u).filter(Boolean);
  const begins = (word: string | undefined) => word?.[0]?.toUpperCase() === letter;
  const forWord = (weight: number, word: string) => ({ weight, said: said('reach.letter for', { letter, word }) });
  if (begins(words[0])) return forWord(WEIGHT.initial, words[0]!);
  const word = words.find(begins);
  if (word) return forWord(WEIGHT.word, word);
  const other = [...otherNames, ...wordings.flatMap((one) => [one.label, ...one.otherNames])].find(begins);
  if (other) return { weight: WEIGHT.otherName, said: said('reach.other name', { letter, word: other }) };
  if (label.toUpperCase().includes(letter)) return { weight: WEIGHT.letter, said: said('reach.letter in', { letter }) };
  return { weight: 0, said: said('reach.no letter') };
}

const sameAs = (a: Key, b: Key) => JSON.stringify(a) === JSON.stringify(b);

/** Presses of which no two meet, or begin one another, on any of the keyboards; earlier ones stay. */
export function prunedPool(presses: readonly string[], keyboards: Keyboards): string[] {
  const kept: string[] = [];
  const byFirst = new Map<number, (readonly number[])[]>();
  for (const shortcut of new Set(presses)) {
    const strokes = keyboards.strokes(shortcut);
    const [first] = strokes as [number];
    const rivals = [first, ...keyboards.near(first)].flatMap((stroke) => byFirst.get(stroke) ?? []);
    if (rivals.some((other) => meetOn(strokes, other, keyboards))) continue;
    kept.push(shortcut);
    byFirst.set(first, [...(byFirst.get(first) ?? []), strokes]);
  }
  return kept;
}
