import { parseStored, sideOf, type Key, type Modifier, type Shortcut, type Stroke } from '../keys/index.ts';
import type { KeyPolicy } from '../contract/index.ts';
import { said, type Said } from '../words/index.ts';
import type { Held } from './effective.ts';
import type { Weighed } from './weighed.ts';

const isFunctionKey = (key: Key) => key.by === 'name' && /^F\d+$/.test(key.name);
const isPad = (key: Key) => key.by === 'position' && key.code.startsWith('Numpad');

/** Modifiers as a policy speaks of them: Primary stands for itself and for Ctrl and Meta. */
function names(modifiers: readonly Modifier[]): Set<string> {
  const all = new Set<string>(modifiers.map((modifier) => sideOf(modifier).base));
  if (all.has('Primary')) all.add('Ctrl').add('Meta');
  return all;
}

/** Whether a program lets its users assign a shortcut, by its key policy: what it does not take, or null. */
export function acceptance(policy: KeyPolicy, shortcut: Shortcut | string): Said | null {
  const { accepts, typedLetters } = policy;
  const { strokes, manner } = typeof shortcut === 'string' ? parseStored(shortcut) : shortcut;
  if (strokes.length > accepts.mostStrokes)
    return said('accept.strokes', { strokes: strokes.length, most: accepts.mostStrokes });
  if (manner === 'held' && !accepts.held) return said('accept.held');
  if (manner === 'twice' && !accepts.twice) return said('accept.twice');
  // Letters typed in a row are no bare letters, where the program knows such sequences.
  const typed =
    typedLetters && strokes.length > 1 && strokes.every((stroke) => stroke.kind === 'key' && isBare(stroke));
  for (const [at, stroke] of strokes.entries()) {
    const found = strokeRefusal(stroke, accepts, at === 0 && !typed);
    if (found) return found;
  }
  return null;
}

const typing = ({ key }: Stroke & { kind: 'key' }) => key.by !== 'name' && !isPad(key);
function isBare(stroke: Stroke & { kind: 'key' }): boolean {
  const held = names(stroke.modifiers);
  return typing(stroke) && !['Ctrl', 'Alt', 'Meta', 'Primary'].some((name) => held.has(name));
}

function strokeRefusal(stroke: Stroke, accepts: KeyPolicy['accepts'], begins: boolean): Said | null {
  if (stroke.kind === 'tap') return accepts.taps ? null : said('accept.taps');
  const held = names(stroke.modifiers);
  const refused = accepts.refuses.find((name) => held.has(name));
  if (refused) return said('accept.refuses', { modifier: refused });
  if (stroke.kind === 'pointer') return accepts.pointer ? null : said('accept.pointer');
  if (isPad(stroke.key) && !accepts.keypad) return said('accept.keypad');
  if (isFunctionKey(stroke.key) && !accepts.functionKeys) return said('accept.functionKeys');
  if (!begins) return null;
  if (isBare(stroke) && !accepts.bareLetters) return said('accept.bareLetters');
  const needs = accepts.needsOneOf;
  if (typing(stroke) && needs.length && !needs.some((name) => held.has(name)))
    return said('accept.needs', { modifiersOr: needs });
  return null;
}

/** Whether a command has more shortcuts on some platform than the program lets it have: said of those that edits gave. */
export function overFull({ accepts }: KeyPolicy, { command }: Pick<Held, 'command'>, weighed: Weighed): Said | null {
  const counts = weighed.keyboards.platforms.map(
    (platform) =>
      new Set(
        weighed
          .on(platform)
          .of(command)
          .map((one) => weighed.keyboards.pressKey(one.shortcut, platform)),
      ).size,
  );
  const most = Math.max(0, ...counts);
  return most > accepts.mostPerCommand ? said('accept.perCommand', { most: accepts.mostPerCommand, now: most }) : null;
}
