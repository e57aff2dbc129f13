/**
 * Tells learners who move over what their old presses do now: press by press, in figures, and on the first day.
 */
export { moveFigures, type MoveFigures } from './figures.ts';
export { translator, type Translated } from './translator.ts';
export { firstDay, madeInTurn, type FirstDay, type WrongPress } from './first-day.ts';
export { severalHands, type Meanings, type OtherKeys, type SeveralHands } from './several.ts';
