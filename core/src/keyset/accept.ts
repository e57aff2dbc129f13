import { problem, type Problem } from '../error/index.ts';
import { parseStored, sideOf, type Key, type Modifier, type Shortcut, type Stroke } from '../keys/index.ts';
import type { KeyPolicy } from '../contract/index.ts';

const refusal = (what: string): Problem => problem('not-accepted', `The program does not take ${what}.`);
const isFunctionKey = (key: Key) => key.by === 'name' && /^F\d+$/.test(key.name);
const isPad = (key: Key) => key.by === 'position' && key.code.startsWith('Numpad');

/** Modifiers as a policy speaks of them: Primary stands for itself and for Ctrl and Meta. */
function names(modifiers: readonly Modifier[]): Set<string> {
  const all = new Set<string>(modifiers.map((modifier) => sideOf(modifier).base));
  if (all.has('Primary')) all.add('Ctrl').add('Meta');
  return all;
}

/** Whether a program lets its users assign a shortcut, by its key policy: what it does not take, or null. */
export function acceptance({ accepts }: Pick<KeyPolicy, 'accepts'>, shortcut: Shortcut | string): Problem | null {
  const { strokes, manner } = typeof shortcut === 'string' ? parseStored(shortcut) : shortcut;
  if (strokes.length > accepts.mostStrokes) {
    const most = accepts.mostStrokes === 1 ? 'one stroke' : `${accepts.mostStrokes} strokes`;
    return refusal(`${strokes.length} strokes: a shortcut has at most ${most} there`);
  }
  if (manner === 'held' && !accepts.held) return refusal('held keys');
  if (manner === 'twice' && !accepts.twice) return refusal('keys pressed twice');
  for (const stroke of strokes) {
    const found = strokeRefusal(stroke, accepts, strokes.length);
    if (found) return found;
  }
  return null;
}

function strokeRefusal(stroke: Stroke, accepts: KeyPolicy['accepts'], strokes: number): Problem | null {
  if (stroke.kind === 'tap') return accepts.taps ? null : refusal('a modifier tapped alone');
  const held = names(stroke.modifiers);
  const refused = accepts.refuses.find((name) => held.has(name));
  if (refused) return refusal(`the modifier ${refused}`);
  if (stroke.kind === 'pointer') return accepts.pointer ? null : refusal('pointer actions');
  const { key } = stroke;
  if (isPad(key) && !accepts.keypad) return refusal('keys of the numeric pad');
  if (isFunctionKey(key) && !accepts.functionKeys) return refusal('function keys');
  const types = key.by !== 'name' && !isPad(key);
  const bare = types && !['Ctrl', 'Alt', 'Meta', 'Primary'].some((name) => held.has(name));
  if (bare && !accepts.bareLetters && strokes === 1)
    return refusal('a letter, digit or sign without Ctrl, Alt or Meta');
  const needs = accepts.needsOneOf;
  if (types && needs.length && !needs.some((name) => held.has(name)) && strokes === 1)
    return refusal(`a key without ${needs.join(' or ')}`);
  return null;
}
