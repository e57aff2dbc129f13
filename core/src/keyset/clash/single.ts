import {
  BITS,
  isTypingCode,
  isWays,
  physicalModifiers,
  strokeWays,
  type Keyboard,
  type Stroke,
  type Way,
} from '../../keys/index.ts';
import { acceptance } from '../accept.ts';
import type { Clash, Setting, Severity } from './finding.ts';
import type { Entry, pairFinder } from './pairs.ts';
import type { Mask, StrokeTable } from './strokes.ts';

const { Ctrl, Alt, Shift, AltGr } = BITS;
const EDITING = /^(Enter|Tab|Backspace|Delete|Arrow(Left|Right|Up|Down)|NumpadEnter)$/;

/** Whether a press types a character where text is taken: plain, with Shift, AltGr or Option, on the keypad, or a dead key. */
export function typesCharacter({ bits, target }: Way, { table, convention }: Keyboard): boolean {
  const third = convention === 'linux' ? AltGr : convention === 'macos' ? Alt : Ctrl | Alt;
  const held = bits & 63 & ~Shift;
  if (held !== 0 && held !== third) return false;
  if (target === 'Space') return true;
  if (target.startsWith('Numpad')) return held === 0 && target !== 'NumpadEnter';
  if (!isTypingCode(target)) return false;
  const level = (bits & Shift ? 1 : 0) + (held ? 2 : 0);
  // Whatever Option types on macOS, it types something on every key of the writing block.
  if (held && convention === 'macos') return target in table.characters;
  return Boolean(table.characters[target]?.[level]);
}

/** Findings that concern one binding alone. */
export function singleFinder(setting: Setting, table: StrokeTable, { placesOf }: ReturnType<typeof pairFinder>) {
  const { tree, policy, systemKeys = [] } = setting;
  const system = systemKeys.flatMap((taken) => {
    const strokes = table.of(taken.shortcut);
    const mask = maskOf((keyboard) => keyboard.platform === taken.platform);
    return mask ? [{ taken, strokes, mask }] : [];
  });
  const byStroke = new Map<number, typeof system>();
  for (const one of system) byStroke.set(one.strokes[0]!, [...(byStroke.get(one.strokes[0]!) ?? []), one]);

  function maskOf(holds: (keyboard: Keyboard, index: number) => boolean): Mask {
    let mask = 0n;
    table.keyboards.forEach((keyboard, index) => {
      if (holds(keyboard, index)) mask |= 1n << BigInt(index);
    });
    return mask;
  }
  const clash = (
    kind: Clash['kind'],
    severity: Severity,
    entry: Entry,
    mask: Mask,
    more: Partial<Clash> = {},
  ): Clash => ({
    kind,
    severity,
    parties: [entry.held],
    ...placesOf(mask),
    ...more,
  });

  /** What the program itself does not take; shipped shortcuts it has taken already. */
  function notAccepted(entry: Entry): Clash[] {
    const refused = policy && entry.held.edit ? acceptance(policy, entry.held.shortcut) : null;
    return refused ? [clash('not accepted', 'error', entry, entry.there, { says: refused.sentence })] : [];
  }

  function takenBySystem(entry: Entry): Clash[] {
    const clashes: Clash[] = [];
    entry.strokes.forEach((stroke, at) => {
      takenAt(entry, at, stroke, stroke, clashes);
      for (const other of table.near(stroke)) takenAt(entry, at, stroke, other, clashes);
    });
    return clashes;
  }
  function takenAt(entry: Entry, at: number, stroke: number, other: number, into: Clash[]) {
    for (const { taken, strokes, mask } of byStroke.get(other) ?? []) {
      const on = entry.pressable & mask & table.meets(stroke, other);
      if (!on || strokes.some((next, i) => i > 0 && entry.strokes[at + i] !== next)) continue;
      into.push(clash('system', taken.hard ? 'error' : 'warning', entry, on, { taker: taken.taker }));
    }
  }

  function typing(entry: Entry): Clash[] {
    if (!tree.get(entry.held.context).takesText) return [];
    const stroke = table.stroke(entry.strokes[0]!);
    if (stroke.kind !== 'key') return [];
    const found: Clash[] = [];
    const on = (test: (way: Way, keyboard: Keyboard) => boolean) =>
      entry.pressable &
      maskOf((keyboard) => {
        const ways = strokeWays(stroke, keyboard);
        return isWays(ways) && ways.some((way) => test(way, keyboard));
      });
    const types = on(typesCharacter);
    if (types) found.push(clash('typing', 'error', entry, types));
    const edits = on((way) => EDITING.test(way.target) && (way.bits & ~Shift) === 0);
    if (edits) found.push(clash('typing', 'warning', entry, edits));
    return found;
  }

  function pressing(entry: Entry): Clash[] {
    const cannot = entry.there & ~entry.pressable;
    if (!cannot) return [];
    const unknown = maskOf((keyboard) => lacksKnowledge(entry, keyboard)) & cannot;
    return [
      ...(cannot & ~unknown ? [clash('cannot be pressed', 'warning', entry, cannot & ~unknown)] : []),
      ...(unknown ? [clash('cannot be pressed', 'warning', entry, unknown, { unknown: true })] : []),
    ];
  }
  function lacksKnowledge(entry: Entry, keyboard: Keyboard): boolean {
    return entry.strokes.some((id) => {
      const ways = strokeWays(table.stroke(id), keyboard);
      return !isWays(ways) && ways.why === 'not known';
    });
  }

  /** Ctrl+Alt on Windows and Option on macOS, on a key that types something with them. */
  function typesSomething(entry: Entry): Clash[] {
    const risky = riskyOf(entry);
    if (risky.length === 0 || tree.get(entry.held.context).takesText) return [];
    const at = (test: (way: Way, keyboard: Keyboard) => boolean) =>
      entry.pressable &
      maskOf((keyboard) => {
        if (keyboard.convention === 'linux') return false;
        return risky.some((stroke) => {
          const ways = strokeWays(stroke, keyboard);
          return isWays(ways) && ways.some((way) => test(way, keyboard));
        });
      });
    const third = (keyboard: Keyboard) => (keyboard.convention === 'macos' ? Alt : Ctrl | Alt);
    const types = at((way, keyboard) => (way.bits & 63 & ~Shift) === third(keyboard) && typesCharacter(way, keyboard));
    const unknown =
      at(
        (way, keyboard) =>
          keyboard.convention === 'windows' &&
          !keyboard.table.whole &&
          isTypingCode(way.target) &&
          (way.bits & 63 & ~Shift) === (Ctrl | Alt),
      ) & ~types;
    return [
      ...(types ? [clash('types a character', 'warning', entry, types)] : []),
      ...(unknown ? [clash('types a character', 'note', entry, unknown, { unknown: true })] : []),
    ];
  }
  const riskyStrokes = new Map<number, boolean>();
  function riskyOf(entry: Entry): Stroke[] {
    const risky: Stroke[] = [];
    for (const id of entry.strokes) {
      let known = riskyStrokes.get(id);
      if (known === undefined) riskyStrokes.set(id, (known = isRisky(table.stroke(id))));
      if (known) risky.push(table.stroke(id));
    }
    return risky;
  }
  return (entry: Entry): Clash[] => {
    const all = notAccepted(entry);
    for (const find of [takenBySystem, typing, pressing, typesSomething]) {
      const more = find(entry);
      if (more.length) all.push(...more);
    }
    return all;
  };
}

/** Written with Ctrl and Alt, or with Option: not the character itself, which may well be typed with them. */
function isRisky(stroke: Stroke): boolean {
  if (stroke.kind !== 'key') return false;
  const pc = physicalModifiers(stroke.modifiers, 'windows');
  const mac = physicalModifiers(stroke.modifiers, 'macos');
  return (pc.includes('Ctrl') && pc.includes('Alt')) || (mac.includes('Alt') && !mac.includes('Meta'));
}
