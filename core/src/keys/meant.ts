import { conventionOf, type Platform } from './platform.ts';
import { inOrder, sideOf, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';

/** What keys mean for the platform they are meant for, and whether that is other than what was literally pressed. */
export interface Meant {
  readonly shortcut: Shortcut;
  readonly changed: boolean;
}

const isMac = (platform: Platform) => conventionOf(platform) === 'macos';
const primaryOf = (platform: Platform) => (isMac(platform) ? 'Meta' : 'Ctrl');
const otherOf = (platform: Platform) => (isMac(platform) ? 'Ctrl' : 'Meta');

/**
 * What keys pressed on one machine mean for a platform, or for all (null): modifiers go by their part. The primary one
 * (Command on a Mac, Ctrl elsewhere) stays the primary one, and is Primary where it is for all; Option is Alt, Shift is
 * Shift; the other one (Control on a Mac, Win or Super elsewhere) is the other one there. What names Primary itself, and
 * which of two keys, stays as it is said.
 */
export function meantFor(shortcut: Shortcut, machine: Platform, target: Platform | null): Meant {
  const primary = primaryOf(machine);
  const turned = (modifier: Modifier): Modifier => {
    const { base, side } = sideOf(modifier);
    if (side !== null || (base !== 'Ctrl' && base !== 'Meta')) return modifier;
    if (target === null) return base === primary ? 'Primary' : modifier;
    return base === primary ? primaryOf(target) : otherOf(target);
  };
  const strokes = shortcut.strokes.map((stroke): Stroke => {
    if (stroke.kind === 'tap') return { kind: 'tap', modifier: turned(stroke.modifier) };
    return { ...stroke, modifiers: inOrder(stroke.modifiers.map(turned)) };
  });
  const changed = JSON.stringify(strokes) !== JSON.stringify(shortcut.strokes);
  return { shortcut: { ...shortcut, strokes }, changed };
}

/**
 * The machine that a text is written for, by the words for modifiers in it: those of a Mac, or of the others; else the
 * one it is typed on. Without a Mac’s words, a text for another platform is in that platform’s words.
 */
export function machineOfText(text: string, typedOn: Platform, target: Platform | null = null): Platform {
  if (/[⌘⌥⌃]|\b(?:cmd|command|opt|option)\b/i.test(text)) return 'macos';
  if (target !== null && !isMac(target)) return target;
  if (/\b(?:win|windows|super|alt)\b/i.test(text)) return isMac(typedOn) ? 'windows' : typedOn;
  return typedOn;
}
