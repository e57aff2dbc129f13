import { problem, type Problem } from '../error/index.ts';
import { lex, type Unit } from './lex.ts';
import { isDeleteWord, parseStrokes, type Item, type StrokeOptions } from './strokes.ts';
import { readHyphenForm, unbracketed } from './notations.ts';
import { conventionOf } from './platform.ts';
import type { ReadOptions, ReadResult } from './reading.ts';
import { MOST_STROKES, characterKey, type Key, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';

/** Reads a text whose signs have been looked at; `readShortcuts` says how. */
export function readPlain(text: string, options: ReadOptions = {}): ReadResult {
  const hyphened = readHyphenForm(text);
  if (hyphened) return 'code' in hyphened ? failed(hyphened) : { kind: 'read', shortcuts: [hyphened] };
  const units = lex(unbracketed(text), options.typedLetters);
  const plusMinus = signPair(units);
  if (plusMinus) return plusMinus;
  const onMac = options.platform && conventionOf(options.platform) === 'macos';
  if (!onMac || !units.some(isDeleteWord)) return readUnits(units, options);

  const results = (['Backspace', 'Delete'] as const).map((deleteIs) => readUnits(units, { ...options, deleteIs }));
  const read = results.flatMap((result) => (result.kind === 'read' ? [result.shortcuts] : []));
  const [left, forward] = read;
  if (!left || !forward) return results[0]!;
  return {
    kind: 'choice',
    sentence: 'On macOS, “Delete” deletes to the left. Some lists mean the key that deletes forward.',
    readings: [
      { shortcuts: left, sentence: 'Delete to the left (⌫)' },
      { shortcuts: forward, sentence: 'Delete forward (⌦)' },
    ],
  };
}

const failed = (found: Problem): ReadResult => ({ kind: 'error', problem: found });

/** `Ctrl+/-`: the slash may be a key, or stand for “or” between two signs. */
function signPair(units: readonly Unit[]): ReadResult | null {
  const [sign, slash, joiner] = [units.at(-1), units.at(-2), units.at(-3)];
  if (sign?.sign !== '-' || slash?.sign !== '/') return null;
  const modifiers = units
    .slice(0, -3)
    .flatMap((unit) => (unit.meaning?.is === 'modifier' ? [unit.meaning.modifier] : []));
  const glued = joiner?.sign === '+' && !sign.spaced && !slash.spaced;
  const onlyModifiers = units.slice(0, -3).every((unit) => unit.meaning?.is === 'modifier' || unit.sign === '+');
  if (!glued || !onlyModifiers || modifiers.length === 0) return null;
  const chord = (character: string, held = modifiers): Shortcut => pressed([key(character, held)]);
  return {
    kind: 'choice',
    sentence: 'Does the slash mean “or”, or is it a key?',
    readings: [
      { shortcuts: [chord('+'), chord('-')], sentence: 'Plus, or minus' },
      { shortcuts: [chord('/'), chord('-')], sentence: 'Slash or minus, each with the modifiers' },
      { shortcuts: [chord('/'), chord('-', [])], sentence: 'Slash with the modifiers, or minus on its own' },
    ],
  };
}

const key = (character: string, modifiers: readonly Modifier[]): Stroke => ({
  kind: 'key',
  modifiers,
  key: characterKey(character),
});
const pressed = (strokes: readonly Stroke[]): Shortcut => ({ strokes, manner: 'pressed' });

function readUnits(units: readonly Unit[], options: ReadOptions & StrokeOptions): ReadResult {
  const items = parseStrokes(units, options);
  if (!Array.isArray(items)) return failed(items as Problem);
  const shortcuts: Shortcut[] = [];
  for (const group of split(items, (item) => item.link === 'or')) {
    const result = readGroup(group);
    // A choice inside several alternatives would need choices of choices: the reader is asked to part them.
    if (result.kind === 'choice' && group.length < items.length) {
      return failed(
        problem('unclear-alternative', `${result.sentence} Put each alternative in its own row.`, placeOf(group)),
      );
    }
    if (result.kind !== 'read') return result;
    shortcuts.push(...result.shortcuts);
  }
  return { kind: 'read', shortcuts };
}

function split(items: readonly Item[], parts: (item: Item) => boolean): Item[][] {
  const groups: Item[][] = [];
  for (const item of items) {
    if (groups.length === 0 || parts(item)) groups.push([item]);
    else groups.at(-1)!.push(item);
  }
  return groups;
}

const placeOf = (items: readonly Item[]) => ({ from: items[0]!.from, to: items.at(-1)!.to });

/** Strokes that no “or” parts: one shortcut, several parted by commas or slashes, or a question. */
function readGroup(items: readonly Item[]): ReadResult {
  const [first, second] = items;
  const single = (item: Item) => item.stroke.kind === 'key' && item.stroke.modifiers.length === 0;
  const asSequence = sequence(items);
  if (items.some((item) => item.link === 'slash')) return slashes(items);
  if (items.some((item) => item.glued)) return gluedSigns(items, asSequence);

  if (first!.loose && second?.link === 'space' && single(second) && first!.stroke.kind === 'key') {
    return looseSequence(items, first!.stroke);
  }
  const parts = split(items, (item) => item.link === 'comma');
  if (parts.length === 1) {
    const names = items.length > 1 && items.every((item) => item.link !== 'then' && single(item) && named(item.stroke));
    return names ? choice(items, 'Are these pressed one after another, or alternatives?') : asSequence;
  }
  if (first!.bare) return asSequence;
  if (parts.every((part) => part.length === 1)) {
    const alike = new Set(
      items.map((item) => (item.stroke.kind === 'key' ? String(item.stroke.modifiers) : 'pointer')),
    );
    // `Ctrl+E, C`: what has no modifier of its own may follow, or be another way.
    const led = items.slice(1).every((item) => single(item));
    if ((alike.size === 1 || led) && !items.some((item) => named(item.stroke))) {
      return choice(items, 'Does the comma separate alternatives, or keys pressed one after another?');
    }
  }
  return alternatives(parts);
}

/** `Ctrl+++`, `++`: a sign right behind a key may follow it, or stand there for nothing. */
function gluedSigns(items: readonly Item[], whole: ReadResult): ReadResult {
  const without = sequence(items.filter((item) => !item.glued));
  if (without.kind !== 'read' || whole.kind !== 'read') return whole;
  return {
    kind: 'choice',
    sentence: 'Is the symbol after the key part of the shortcut?',
    readings: [
      { shortcuts: without.shortcuts, sentence: 'Without it' },
      { shortcuts: whole.shortcuts, sentence: 'Yes, pressed after it' },
    ],
  };
}

function slashes(items: readonly Item[]): ReadResult {
  const parts = split(items, (item) => item.link === 'slash');
  const [first, ...rest] = parts.map((part) => part[0]!.stroke);
  const held = first?.kind === 'key' ? first.modifiers : [];
  const shared = held.length > 0 && rest.every((stroke) => stroke.kind === 'key' && stroke.modifiers.length === 0);
  if (!shared || parts.some((part) => part.length > 1)) return alternatives(parts);
  const withAll = rest.map((stroke) =>
    pressed([{ ...(stroke as Stroke & { key: Key }), kind: 'key', modifiers: held }]),
  );
  return {
    kind: 'choice',
    sentence: 'Do the modifiers apply to the first key only, or to all of them?',
    readings: [
      { shortcuts: [pressed([first!]), ...withAll], sentence: 'Modifiers with each key' },
      {
        shortcuts: [first!, ...rest].map((stroke) => pressed([stroke])),
        sentence: 'Modifiers with the first key only',
      },
    ],
  };
}

function named(stroke: Stroke): boolean {
  return stroke.kind === 'key' && stroke.key.by === 'name';
}

function looseSequence(items: readonly Item[], stroke: Stroke & { kind: 'key' }): ReadResult {
  const tail = items.slice(1).map((item) => item.stroke);
  const taps = stroke.modifiers.map((modifier): Stroke => ({ kind: 'tap', modifier }));
  return {
    kind: 'choice',
    sentence: 'Is the modifier held with the first key, or tapped before it?',
    readings: [
      { shortcuts: [pressed([stroke, ...tail])], sentence: 'Held with the first key; the others follow' },
      {
        shortcuts: [pressed([...taps, { ...stroke, modifiers: [] }, ...tail])],
        sentence: 'Tapped first; the other keys follow',
      },
    ],
  };
}

function choice(items: readonly Item[], sentence: string): ReadResult {
  const oneAfterAnother = sequence(items);
  const each = alternatives(items.map((item) => [item]));
  if (oneAfterAnother.kind !== 'read') return each;
  if (each.kind !== 'read') return oneAfterAnother;
  return {
    kind: 'choice',
    sentence,
    readings: [
      { shortcuts: each.shortcuts, sentence: 'Alternatives' },
      { shortcuts: oneAfterAnother.shortcuts, sentence: 'One after another' },
    ],
  };
}

function alternatives(parts: readonly (readonly Item[])[]): ReadResult {
  const shortcuts: Shortcut[] = [];
  for (const part of parts) {
    const result = sequence(part);
    if (result.kind !== 'read') return result;
    shortcuts.push(...result.shortcuts);
  }
  return { kind: 'read', shortcuts };
}

function sequence(items: readonly Item[]): ReadResult {
  const first = items[0]!;
  if (items.length === 1 && first.bare) {
    const sentence = `A modifier alone is not a shortcut (position ${first.from + 1}). Write “tap” before it if it is tapped on its own.`;
    return failed(problem('bare-modifier', sentence, placeOf(items)));
  }
  if (items.length > MOST_STROKES) {
    return failed(
      problem(
        'too-many-strokes',
        `A shortcut can have at most ${MOST_STROKES} steps; this has ${items.length}.`,
        placeOf(items),
      ),
    );
  }
  const manner = items.find((item) => item.manner !== 'pressed')?.manner ?? 'pressed';
  return { kind: 'read', shortcuts: [{ strokes: items.map((item) => item.stroke), manner }] };
}
