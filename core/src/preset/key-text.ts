import type { Recipe } from '../contract/index.ts';
import {
  characterKey,
  inOrder,
  parseStored,
  physicalModifiers,
  platformName,
  readStored,
  writeStored,
  type Key,
  type Manner,
  type Modifier,
  type Platform,
  type PointerAction,
  type Stroke,
} from '../keys/index.ts';
import { Lost, required } from './lost.ts';

/** A shortcut in the words of a recipe. */
export function keysText(recipe: Recipe, stored: string, platform: Platform): string {
  const { strokes, manner } = parseStored(stored);
  const written = strokes.map((stroke) => strokeText(recipe, stroke, platform));
  const joined = written.length > 1 ? written.join(required(recipe.sequence, 'lack.strokes')) : written[0]!;
  return (manner === 'pressed' ? '' : `${required(recipe.manners[manner], `lack.${manner}`)} `) + joined;
}

function strokeText(recipe: Recipe, stroke: Stroke, platform: Platform): string {
  if (stroke.kind === 'tap') throw new Lost('lack.tap');
  const words = required(recipe.platforms[platform], 'lack.platform', () => platformName(platform));
  const wanted = new Set(physicalModifiers(stroke.modifiers, platform));
  const modifiers = words.modifiers.filter(([modifier]) => wanted.delete(modifier)).map(([, word]) => word);
  for (const modifier of wanted) throw new Lost('lack.modifier', ({ held }) => held[modifier] ?? modifier);
  if (stroke.kind === 'key') return [...modifiers, keyText(recipe, stroke.key, words.keys)].join(recipe.joiner);
  const action = required(
    recipe.pointers[stroke.action],
    'lack.pointer',
    ({ pointer }) => pointer[stroke.action] ?? stroke.action,
  );
  if (stroke.over) throw new Lost('lack.over');
  const held = stroke.held ? [keyText(recipe, stroke.held, words.keys)] : [];
  return [...modifiers, ...held, action].join(recipe.joiner);
}

function keyText(recipe: Recipe, key: Key, names: Readonly<Record<string, string>>): string {
  if (key.by === 'position') return required(names[`[${key.code}]`], 'lack.position', () => key.code);
  if (key.by === 'name') return required(names[key.name], 'lack.key', ({ keys }) => keys[key.name] ?? key.name);
  const named = names[key.character];
  if (named) return named;
  return recipe.letters === 'small' ? key.character.toLowerCase() : key.character;
}

interface Words {
  readonly modifiers: ReadonlyMap<string, Modifier>;
  readonly keys: ReadonlyMap<string, Key>;
  readonly pointers: ReadonlyMap<string, PointerAction>;
}
const fold = (word: string) => word.toLowerCase();

/** The words of a recipe on a platform the other way round; case does not tell words apart. */
function wordsOf(recipe: Recipe, platform: Platform): Words | null {
  const words = Object.hasOwn(recipe.platforms, platform) ? recipe.platforms[platform] : undefined;
  if (!words) return null;
  const keys = Object.entries(words.keys).flatMap(([name, word]): [string, Key][] => {
    const [stroke] = parseStored(name).strokes;
    return stroke?.kind === 'key' ? [[fold(word), stroke.key]] : [];
  });
  return {
    modifiers: new Map(words.modifiers.map(([modifier, word]) => [fold(word), modifier])),
    keys: new Map(keys),
    pointers: new Map(Object.entries(recipe.pointers).map(([action, word]) => [fold(word), action as PointerAction])),
  };
}

/** Reads shortcuts in the words of a recipe; null for what is none. */
export function keyReader(recipe: Recipe, platform: Platform): (text: string) => string | null {
  const words = wordsOf(recipe, platform);
  if (!words) return () => null;
  const { modifiers, keys, pointers } = words;
  const keyOf = (text: string): Key | null => {
    const named = keys.get(fold(text));
    if (named) return named;
    return [...text].length === 1 ? characterKey(text) : null;
  };
  /** A stroke in parts: modifiers first, then a key, an action, or a key and an action. */
  const strokeOf = (parts: readonly string[]): Stroke | null => {
    const held: Modifier[] = [];
    let at = 0;
    for (; at < parts.length - 1; at++) {
      const modifier = modifiers.get(fold(parts[at]!));
      if (!modifier) break;
      held.push(modifier);
    }
    const rest = parts.slice(at);
    const action = pointers.get(fold(rest.at(-1)!));
    if (action && rest.length <= 2) {
      const key = rest.length === 2 ? keyOf(rest[0]!) : undefined;
      return key === null ? null : { kind: 'pointer', modifiers: inOrder(held), action, ...(key ? { held: key } : {}) };
    }
    const key = rest.length === 1 ? keyOf(rest[0]!) : null;
    return key && { kind: 'key', modifiers: inOrder(held), key };
  };
  const signs = [...modifiers.keys()].sort((a, b) => b.length - a.length);
  /** Modifiers that stand before a key without a joiner, one by one. */
  const peeled = (text: string): string[] => {
    const sign = signs.find((one) => text.length > one.length && fold(text.slice(0, one.length)) === one);
    return sign ? [text.slice(0, sign.length), ...peeled(text.slice(sign.length))] : [text];
  };
  const partsOf = (text: string): string[] => {
    if (recipe.joiner === '') return peeled(text);
    // A joiner at the end is the key itself: Ctrl++.
    if (text === recipe.joiner) return [text];
    if (text.endsWith(recipe.joiner + recipe.joiner))
      return [...text.slice(0, -2 * recipe.joiner.length).split(recipe.joiner), recipe.joiner];
    return text.split(recipe.joiner);
  };
  return (given) => {
    let text = given.trim();
    let manner: Manner = 'pressed';
    for (const one of ['held', 'twice'] as const) {
      const word = recipe.manners[one];
      if (word && fold(text).startsWith(`${fold(word)} `)) [manner, text] = [one, text.slice(word.length + 1)];
    }
    if (text === '') return null;
    const strokes = (recipe.sequence === null ? [text] : text.split(recipe.sequence)).map((one) =>
      strokeOf(partsOf(one)),
    );
    if (strokes.some((one) => one === null)) return null;
    const stored = writeStored({ strokes: strokes as Stroke[], manner });
    return 'code' in readStored(stored) ? null : stored;
  };
}
