import { CribError, problem, type Problem } from '../error/index.ts';
import { KEYPAD, isTypingCode } from './codes.ts';
import { namedKey, type NamedKey } from './named.ts';
import {
  MODIFIERS,
  MOST_STROKES,
  POINTER_ACTIONS,
  characterKey,
  inOrder,
  isKeyCharacter,
  sideOf,
  type Key,
  type Manner,
  type Modifier,
  type PointerAction,
  type Shortcut,
  type Stroke,
} from './shortcut.ts';

const MANNERS: Record<Exclude<Manner, 'pressed'>, string> = { held: 'hold:', twice: 'twice:' };
const POINTERS = new Set<string>(POINTER_ACTIONS);
const MODIFIER_NAMES = new Set<string>(MODIFIERS);

/** The stored form of a character with modifiers, whatever their order: `storedChord(['Shift', 'Primary'], 'A')`. */
export const storedChord = (modifiers: readonly Modifier[], character: string): string =>
  writeStored({
    strokes: [{ kind: 'key', modifiers: [...modifiers], key: characterKey(character) }],
    manner: 'pressed',
  });

/**
 * The one form in which shortcuts are stored and sent: `Primary+Shift+Y`, `[KeyZ]` for a position,
 * strokes parted by a space, `hold:Space`, `twice:T`, `tap(Alt)`, `Shift+Drag`, `Click@over`.
 */
export function writeStored(shortcut: Shortcut): string {
  const manner = shortcut.manner === 'pressed' ? '' : MANNERS[shortcut.manner];
  return manner + shortcut.strokes.map(writeStroke).join(' ');
}

function writeStroke(stroke: Stroke): string {
  if (stroke.kind === 'tap') return `tap(${stroke.modifier})`;
  const parts: string[] = inOrder(stroke.modifiers);
  if (stroke.kind === 'key') return [...parts, writeKey(stroke.key)].join('+');
  if (stroke.held) parts.push(writeKey(stroke.held));
  return [...parts, stroke.action].join('+') + (stroke.over ? '@over' : '');
}

function writeKey(key: Key): string {
  if (key.by === 'character') return key.character;
  return key.by === 'name' ? key.name : `[${key.code}]`;
}

/** Reads the stored form exactly; `read(write(s)) = s`. What is not in it is a problem, never an exception. */
export function readStored(text: string): Shortcut | Problem {
  const manner = (Object.keys(MANNERS) as (keyof typeof MANNERS)[]).find((name) => text.startsWith(MANNERS[name]));
  const body = manner ? text.slice(MANNERS[manner].length) : text;
  const texts = body.split(' ');
  if (texts.length > MOST_STROKES) {
    return problem('too-many-strokes', `A shortcut can have at most ${MOST_STROKES} steps.`);
  }
  const strokes: Stroke[] = [];
  for (const part of texts) {
    const stroke = readStroke(part);
    if (!stroke) return problem('not-stored-form', `“${text}” is not a shortcut in Crib’s stored form.`);
    strokes.push(stroke);
  }
  const shortcut: Shortcut = { strokes, manner: manner ?? 'pressed' };
  const loneTap = strokes.length === 1 && strokes[0]?.kind === 'tap' && shortcut.manner === 'pressed';
  // A tap alone is told apart from a modifier held for a chord only by its being written as a tap.
  return writeStored(shortcut) === text || loneTap
    ? shortcut
    : problem('not-stored-form', `“${text}” is not written in the stored order.`);
}

/** Reads the stored form, and throws a CribError on anything else: for texts that were checked before. */
export function parseStored(text: string): Shortcut {
  const shortcut = readStored(text);
  if ('code' in shortcut) throw new CribError(shortcut);
  return shortcut;
}

function readStroke(text: string): Stroke | null {
  const tap = /^tap\((\w+)\)$/.exec(text);
  if (tap) return MODIFIER_NAMES.has(tap[1]!) ? { kind: 'tap', modifier: tap[1] as Modifier } : null;
  const modifiers: Modifier[] = [];
  let rest = text;
  for (;;) {
    const plus = rest.indexOf('+');
    const name = rest.slice(0, plus);
    if (plus < 1 || !MODIFIER_NAMES.has(name)) break;
    modifiers.push(name as Modifier);
    rest = rest.slice(plus + 1);
  }
  if (rest === '' || doubled(modifiers)) return null;
  return readPointer(modifiers, rest) ?? readKeyStroke(modifiers, rest);
}

/** One modifier twice, be it by its two sides, is none that can be held. */
const doubled = (modifiers: readonly Modifier[]) =>
  new Set(modifiers.map((one) => sideOf(one).base)).size < modifiers.length;

function readKeyStroke(modifiers: Modifier[], text: string): Stroke | null {
  const key = readKey(text);
  return key && { kind: 'key', modifiers, key };
}

function readPointer(modifiers: Modifier[], text: string): Stroke | null {
  const over = text.endsWith('@over');
  const plain = over ? text.slice(0, -'@over'.length) : text;
  const join = plain.lastIndexOf('+');
  const action = plain.slice(join + 1);
  if (!POINTERS.has(action)) return null;
  const held = join > 0 ? readKey(plain.slice(0, join)) : undefined;
  if (held === null) return null;
  return {
    kind: 'pointer',
    modifiers,
    ...(held && { held }),
    action: action as PointerAction,
    ...(over && { over: true as const }),
  };
}

function readKey(text: string): Key | null {
  if ([...text].length === 1) return isKeyCharacter(text) ? characterKey(text) : null;
  if (namedKey(text)) return { by: 'name', name: text as NamedKey };
  const code = text.startsWith('[') && text.endsWith(']') ? text.slice(1, -1) : '';
  return isTypingCode(code) || KEYPAD.has(code) ? { by: 'position', code } : null;
}
