import type { Shortcut, Stroke } from '../keys/index.ts';

/**
 * The keystroke-level model (Card, Moran and Newell 1980, from memory): seconds for a key, for pointing without the
 * button press, for moving a hand between keyboard and mouse, and for making up one's mind.
 */
export const KLM = { P: 1.1, H: 0.4, M: 1.35 } as const;

/** Seconds a key, by how one types: average skilled typist (55 words a minute), average non-secretary (40). */
export const TYPISTS = { skilled: 0.2, average: 0.28 } as const;
export type Typist = keyof typeof TYPISTS;

/** Keys and modifiers that a stroke presses; a pointer action counts its button as one. */
function keysOf(stroke: Stroke): number {
  if (stroke.kind === 'tap') return 1;
  return stroke.modifiers.length + 1 + (stroke.kind === 'pointer' && stroke.held ? 1 : 0);
}

/** Seconds to give a command by its shortcut: M + K × (keys and modifiers); with a pointer action P for each. */
export function shortcutSeconds(shortcut: Shortcut, typist: Typist = 'skilled'): number {
  const times = shortcut.manner === 'twice' ? 2 : 1;
  const keys = shortcut.strokes.reduce((sum, stroke) => sum + keysOf(stroke), 0) * times;
  const pointing = shortcut.strokes.filter((stroke) => stroke.kind === 'pointer').length * times;
  return KLM.M + TYPISTS[typist] * keys + KLM.P * pointing;
}

/** Seconds to give a command through a menu of a depth, hands on the keyboard before and after: H + M + d(P + K) + H. */
export function menuSeconds(depth: number, typist: Typist = 'skilled'): number {
  return KLM.H + KLM.M + depth * (KLM.P + TYPISTS[typist]) + KLM.H;
}
