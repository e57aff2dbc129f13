import fc from 'fast-check';
import {
  KEYPAD,
  MODIFIERS,
  NAMED_KEYS,
  POINTER_ACTIONS,
  US,
  WRITING_CODES,
  characterKey,
  inOrder,
  sideOf,
  usualBoard,
  type Key,
  type Modifier,
  type NamedKey,
  type Shortcut,
  type Stroke,
} from '../src/keys/index.ts';
import type { Context, Edit } from '../src/contract/index.ts';

const board = usualBoard(US, 'linux');
const usKeys = Object.entries(US.on.linux.characters).filter(([code]) => !board.lacks.has(code));
/** Characters that lists are written with: all of the US layout, and some that it lacks. */
const typedCharacters = usKeys.flatMap(([, levels]) => levels.slice(0, 2));
const characters = [...typedCharacters, ...'äßéñÅœ€¿'];

const characterKeys: fc.Arbitrary<Key> = fc.constantFrom(...characters).map(characterKey);
const named = (names: Iterable<string>): fc.Arbitrary<Key> =>
  fc.constantFrom(...names).map((name): Key => ({ by: 'name', name: name as NamedKey }));
const namedKeys = named(NAMED_KEYS.keys());
const positions = [...KEYPAD.keys(), ...WRITING_CODES].filter((code) => !board.lacks.has(code));
const positionKeys: fc.Arbitrary<Key> = fc.constantFrom(...positions).map((code): Key => ({ by: 'position', code }));

const keys = fc.oneof({ weight: 4, arbitrary: characterKeys }, { weight: 2, arbitrary: namedKeys }, positionKeys);
const isPrimary = (modifier: Modifier) => {
  const { base } = sideOf(modifier);
  return base === 'Ctrl' || base === 'Meta' ? 'Primary' : base;
};
/** Modifiers as one stroke can hold them: each at most once, of whichever side. */
const modifiers = fc
  .subarray([...MODIFIERS])
  .map((list) => inOrder(new Map(list.map((one) => [isPrimary(one), one])).values()));

const keyStrokes: fc.Arbitrary<Stroke> = fc.record({
  kind: fc.constant('key' as const),
  modifiers,
  key: keys,
});
const pointerStrokes: fc.Arbitrary<Stroke> = fc
  .record(
    {
      kind: fc.constant('pointer' as const),
      modifiers,
      action: fc.constantFrom(...POINTER_ACTIONS),
      held: keys,
      over: fc.constant(true as const),
    },
    { requiredKeys: ['kind', 'modifiers', 'action'] },
  )
  .map((stroke) => stroke as Stroke);
const taps: fc.Arbitrary<Stroke> = fc
  .constantFrom(...MODIFIERS)
  .map((modifier) => ({ kind: 'tap' as const, modifier }));
const strokes = fc.oneof({ weight: 6, arbitrary: keyStrokes }, pointerStrokes, taps);

export const shortcuts: fc.Arbitrary<Shortcut> = fc.record({
  strokes: fc.array(strokes, { minLength: 1, maxLength: 5 }),
  manner: fc.constantFrom('pressed' as const, 'pressed' as const, 'held' as const, 'twice' as const),
});

const namedOnBoard = named([...NAMED_KEYS.values()].filter((one) => !board.lacks.has(one.code)).map((one) => one.name));
/** Shortcuts of one stroke that can be pressed on the US layout. */
export const chords: fc.Arbitrary<Shortcut> = fc
  .record({
    modifiers,
    key: fc.oneof(fc.constantFrom(...typedCharacters).map(characterKey), namedOnBoard, positionKeys),
  })
  .map(({ modifiers: held, key }) => ({
    strokes: [{ kind: 'key', modifiers: held, key }],
    manner: 'pressed',
  }));

/** Few shortcuts, so that random keysets clash. */
export const fewShortcuts = fc.constantFrom(
  'A',
  'B',
  'Shift+A',
  'Ctrl+A',
  'Primary+A',
  'Ctrl++',
  'Ctrl+Shift+=',
  'A B',
  'A A',
  'twice:A',
  '?',
  'Shift+/',
  'Ctrl+[',
  'Alt+[',
  'Ctrl+Alt+8',
  'RightCtrl+A',
  'LeftCtrl+A',
  'Ctrl+Z',
  'Ctrl+[KeyZ]',
);

/** A root with two children, one of which has a child of its own; the child and the second are active together. */
export const FOUR_CONTEXTS: Context[] = [
  { id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] },
  { id: 2, parent: 1, name: 'Chart', position: 0, takesText: false, together: [] },
  { id: 3, parent: 2, name: 'Line', position: 0, takesText: false, together: [] },
  { id: 4, parent: 1, name: 'Table', position: 1, takesText: false, together: [{ context: 3, first: null }] },
];
export const PLATFORMS = ['windows', 'macos', 'linux'];

export const edits = (commands: number): fc.Arbitrary<Edit> =>
  fc
    .record({
      command: fc.integer({ min: 1, max: commands }),
      context: fc.integer({ min: 1, max: 4 }),
      platform: fc.constantFrom(null, null, ...PLATFORMS),
      action: fc.constantFrom('set' as const, 'add' as const, 'clear' as const, 'block' as const, 'put back' as const),
      shortcuts: fc.uniqueArray(fewShortcuts, { minLength: 1, maxLength: 2 }),
      reason: fc.string({ maxLength: 5 }),
      memoryAid: fc.constant(''),
    })
    .map((edit) => ({
      ...edit,
      shortcuts: edit.action === 'clear' || edit.action === 'put back' ? [] : edit.shortcuts,
    }));

/** A layer: at most one edit a place. */
export const layers = (commands: number): fc.Arbitrary<Edit[]> =>
  fc.uniqueArray(edits(commands), {
    maxLength: 12,
    selector: (edit) => `${edit.command} ${edit.context} ${edit.platform}`,
  });
