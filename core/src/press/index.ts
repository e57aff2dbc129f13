export {
  HELD_NAMES,
  beginningsOf,
  foldedText,
  heldBy,
  heldText,
  isPlain,
  isThird,
  onKey,
  overlaps,
  pressOf,
  pressText,
  pressesText,
  readPress,
  readPresses,
  sidesOf,
  targetOf,
  unsided,
  withHeld,
  withSides,
  withoutHeld,
  type HeldName,
  type Press,
} from './press.ts';
export {
  canonicalOn,
  canonicalText,
  keyboardOf,
  madeOn,
  madeOrWhy,
  samePress,
  type Keyboard,
  type Made,
  type NoPress,
} from './keyboard.ts';
export { keyboardsOf, type Keyboards, type Mask, type Places, type StrokeKind } from './keyboards.ts';
export { begin, howOf, meet, meetOn, type How } from './meets.ts';
export { editsText, typesCharacter } from './types.ts';
export { keyAtCode, pressedForm, strokeOf } from './printed.ts';
export { readAria, writeAria } from './aria.ts';
