import type { Read, ReadOptions, ReadResult } from './reading.ts';
import { characterKey, type Key, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';
import { NAMED_KEYS, type NamedKey } from './named.ts';

/** What parts the ends of a range, the longest sign first. */
const SIGNS = [' through ', ' thru ', ' until ', ' to ', ' bis ', '...', '..', '…', '–', '—', '-'];

const DIGITS = [...'1234567890'];
const name = (one: string): Key => ({ by: 'name', name: one as NamedKey });
const characters = (list: readonly string[]): Key[] => list.map((one) => characterKey(one));
const numbered = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => from + i);
const FUNCTION_KEYS = numbered(1, 12).map((n) => name(`F${n}`));
const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown'].map(name);
const LETTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];

/** Kinds of keys by their words, the longest first: `Shift + arrow keys`, `Ctrl + any digit`. */
const KINDS: readonly (readonly [string, readonly Key[]])[] = (
  [
    ['any function key|function keys|any of the function keys', FUNCTION_KEYS],
    ['arrow keys|any arrow key|any arrow|arrows|arrow key|cursor keys|an arrow key', ARROWS],
    ['any digit|any number key|any number|number keys|digit keys|digits|a digit|a number', characters(DIGITS)],
    ['any letter key|any letter|letter keys|letters|a letter', characters(LETTERS)],
  ] as const
)
  .flatMap(([words, keys]) => words.split('|').map((word) => [word, keys] as const))
  .sort((a, b) => b[0].length - a[0].length);
const WHEEL = /(?:^|[\s+])(?:mouse wheel|scroll wheel|wheel)$/i;

/**
 * A range of keys (`F2–F7`, `Ctrl+1 to Ctrl+9`, `Ctrl + any digit`) as a question: it stands for one key of each member of
 * a family. Null where the text is no range.
 */
export function readRange(text: string, options: ReadOptions, read: Read): ReadResult | null {
  const members = byEnds(text, options, read) ?? byKind(text, options, read);
  if (!members || members.length < 2) return null;
  return {
    kind: 'choice',
    sentence: 'This is a range of keys: one per member of a family.',
    readings: [{ shortcuts: members, sentence: 'One key per member', each: true }],
  };
}

/** The one shortcut of one stroke that a text names. */
function single(text: string, options: ReadOptions, read: Read): (Stroke & { kind: 'key' }) | null {
  const result = read(text, { ...options, suggest: false });
  if (result.kind !== 'read' || result.shortcuts.length !== 1) return null;
  const [{ strokes, manner }] = result.shortcuts as [Shortcut];
  const [stroke] = strokes;
  return strokes.length === 1 && manner === 'pressed' && stroke?.kind === 'key' ? stroke : null;
}

function byEnds(text: string, options: ReadOptions, read: Read): Shortcut[] | null {
  for (const sign of SIGNS) {
    const at = text.toLowerCase().lastIndexOf(sign);
    if (at <= 0 || at + sign.length >= text.length) continue;
    const [left, right] = [text.slice(0, at).trim(), text.slice(at + sign.length).trim()];
    if (!left || !right || /[+-]$/.test(left) || right.length > 24) continue;
    // Small letters with a hyphen are no range: `c-j` is a chord to some.
    if (sign === '-' && right !== right.toUpperCase()) continue;
    const [from, to] = [single(left, options, read), single(right, options, read)];
    if (!from || !to) continue;
    const alike = to.modifiers.length === 0 || String(to.modifiers) === String(from.modifiers);
    const keys = alike ? between(from.key, to.key) : null;
    if (keys) return keys.map((key) => pressed(from.modifiers, key));
  }
  return null;
}

/** The keys from one to another: function keys, digits or letters, upwards. */
function between(from: Key, to: Key): Key[] | null {
  if (from.by === 'name' && to.by === 'name') {
    const [a, b] = [from, to].map((key) => Number(/^F(\d+)$/.exec(key.name)?.[1] ?? NaN)) as [number, number];
    return a < b && NAMED_KEYS.has(`F${b}`) ? numbered(a, b).map((n) => name(`F${n}`)) : null;
  }
  if (from.by !== 'character' || to.by !== 'character') return null;
  for (const row of [DIGITS, [...'0123456789'], LETTERS]) {
    const [a, b] = [from, to].map((key) => row.indexOf(key.character.toUpperCase())) as [number, number];
    if (a >= 0 && b > a) return characters(row.slice(a, b + 1));
  }
  return null;
}

function byKind(text: string, options: ReadOptions, read: Read): Shortcut[] | null {
  const low = text.toLowerCase();
  const found = KINDS.find(([words]) => low.endsWith(words));
  const wheel = WHEEL.exec(text);
  const used = found ? found[0].length : wheel ? wheel[0].replace(/^[\s+]/, '').length : 0;
  if (!used) return null;
  const held = heldBefore(text.slice(0, -used).trim(), options, read);
  if (!held) return null;
  if (found) return found[1].map((key) => pressed(held, key));
  return (['WheelUp', 'WheelDown'] as const).map((action) => ({
    strokes: [{ kind: 'pointer', modifiers: held, action }],
    manner: 'pressed',
  }));
}

/** The modifiers that stand before a kind of keys. */
function heldBefore(before: string, options: ReadOptions, read: Read): readonly Modifier[] | null {
  const held = before.replace(/[+-]$/, '').trim();
  if (held === '') return before === '' ? [] : null;
  return single(`${held}+A`, options, read)?.modifiers ?? null;
}

const pressed = (modifiers: readonly Modifier[], key: Key): Shortcut => ({
  strokes: [{ kind: 'key', modifiers, key }],
  manner: 'pressed',
});
