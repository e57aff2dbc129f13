import type { KeyPolicy } from '../../contract/index.ts';
import { said, type Said, type SaidCode, type SaidValue } from '../../words/index.ts';

const taken = (value: boolean) => said(value ? 'policy.taken' : 'policy.not taken');
const listed = (list: readonly string[]) => (list.length ? list : said('policy.none'));
const state = (text: string) => text || said('policy.never');

const LINES: readonly (readonly [what: SaidCode, of: (policy: KeyPolicy) => SaidValue])[] = [
  ['policy.binds', ({ binds }) => said(`policy.by ${binds}`)],
  ['policy.typed letters', ({ typedLetters }) => taken(typedLetters)],
  ['policy.pause', ({ pause }) => (pause === null ? said('policy.never') : said('policy.after', { pause }))],
  ['policy.root only', ({ rootOnly }) => state(rootOnly)],
  ['policy.diverted', ({ diverted }) => state(diverted)],
  ['policy.bare letters', ({ accepts }) => taken(accepts.bareLetters)],
  ['policy.needs', ({ accepts }) => listed(accepts.needsOneOf)],
  ['policy.refuses', ({ accepts }) => listed(accepts.refuses)],
  ['policy.most strokes', ({ accepts }) => accepts.mostStrokes],
  ['policy.most per command', ({ accepts }) => accepts.mostPerCommand],
  ['policy.held', ({ accepts }) => taken(accepts.held)],
  ['policy.twice', ({ accepts }) => taken(accepts.twice)],
  ['policy.taps', ({ accepts }) => taken(accepts.taps)],
  ['policy.pointer', ({ accepts }) => taken(accepts.pointer)],
  ['policy.keypad', ({ accepts }) => taken(accepts.keypad)],
  ['policy.function keys', ({ accepts }) => taken(accepts.functionKeys)],
];

/** Where two key policies differ: `most strokes: 2, now 3`. */
export function policyDifferences(old: KeyPolicy, now: KeyPolicy): Said[] {
  return LINES.flatMap(([what, of]) => {
    const [was, is] = [of(old), of(now)];
    return JSON.stringify(was) === JSON.stringify(is) ? [] : [said('policy.line', { what: said(what), was, is })];
  });
}
