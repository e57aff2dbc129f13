import type { KeyPolicy } from '../contract/index.ts';

const BINDS: Record<KeyPolicy['binds'], string> = {
  character: 'by character',
  position: 'by position',
  letters: 'letters by character, the rest by position',
};
const yes = (value: boolean) => (value ? 'taken' : 'not taken');
const listed = (list: readonly string[]) => (list.length ? list.join(', ') : 'none');

const SAID: readonly (readonly [what: string, of: (policy: KeyPolicy) => string])[] = [
  ['keys are bound', ({ binds }) => BINDS[binds]],
  ['letters typed in a row', ({ typedLetters }) => yes(typedLetters)],
  ['a begun sequence ends', ({ pause }) => (pause === null ? 'never' : `after ${pause} ms`)],
  ['only Everywhere is left while', ({ rootOnly }) => rootOnly || 'never'],
  ['letters go elsewhere while', ({ diverted }) => diverted || 'never'],
  ['bare letters', ({ accepts }) => yes(accepts.bareLetters)],
  ['modifiers needed', ({ accepts }) => listed(accepts.needsOneOf)],
  ['modifiers refused', ({ accepts }) => listed(accepts.refuses)],
  ['most strokes', ({ accepts }) => String(accepts.mostStrokes)],
  ['most shortcuts a command', ({ accepts }) => String(accepts.mostPerCommand)],
  ['held keys', ({ accepts }) => yes(accepts.held)],
  ['keys pressed twice', ({ accepts }) => yes(accepts.twice)],
  ['modifiers tapped', ({ accepts }) => yes(accepts.taps)],
  ['pointer actions', ({ accepts }) => yes(accepts.pointer)],
  ['the numeric pad', ({ accepts }) => yes(accepts.keypad)],
  ['function keys', ({ accepts }) => yes(accepts.functionKeys)],
];

/** Where two key policies differ, in words: `most strokes: 2, now 3`. */
export function policyDifferences(old: KeyPolicy, now: KeyPolicy): string[] {
  return SAID.flatMap(([what, of]) => (of(old) === of(now) ? [] : [`${what}: ${of(old)}, now ${of(now)}`]));
}
