import { physicalModifiers, type Stroke } from '../../keys/index.ts';
import type { Mask } from '../../press/index.ts';
import { acceptance, overFull } from '../accept.ts';
import type { Setting } from '../setting.ts';
import { each } from '../../memory/index.ts';
import type { Entry } from '../weighed.ts';
import type { Clash, Severity } from './finding.ts';

/** Findings that concern one binding alone. */
export function singleFinder({ tree, policy, takers, weighed }: Setting) {
  const { keyboards } = weighed;
  const clash = (
    kind: Clash['kind'],
    severity: Severity,
    entry: Entry,
    mask: Mask,
    more: Partial<Clash> = {},
  ): Clash => ({ kind, severity, parties: [entry.held], ...keyboards.placesOf(mask), ...more });
  const union = (entry: Entry, of: (stroke: number) => Mask) =>
    entry.strokes.reduce((mask, stroke) => mask | of(stroke), 0n) & entry.there;

  /** What the program itself does not take; shipped shortcuts it has taken already. */
  function notAccepted(entry: Entry): Clash[] {
    if (!entry.held.edit) return [];
    const refused = acceptance(policy, entry.held.shortcut) ?? overFull(policy, entry.held, weighed);
    return refused ? [clash('not accepted', 'error', entry, entry.there, { says: refused })] : [];
  }
  const taken = (entry: Entry) =>
    takers(entry.strokes).flatMap(({ taken: by, on }) =>
      on & entry.pressable
        ? [clash('system', by.hard ? 'error' : 'warning', entry, on & entry.pressable, { taker: by.taker })]
        : [],
    );
  function typing(entry: Entry): Clash[] {
    if (!tree.get(entry.held.context).takesText) return [];
    const first = entry.strokes[0]!;
    if (keyboards.stroke(first).kind !== 'key') return [];
    const types = entry.pressable & keyboards.where(first, 'types');
    const edits = entry.pressable & keyboards.where(first, 'edits');
    return [
      ...(types ? [clash('typing', 'error', entry, types)] : []),
      ...(edits ? [clash('typing', 'warning', entry, edits)] : []),
    ];
  }
  function pressing(entry: Entry): Clash[] {
    const cannot = entry.there & ~entry.pressable;
    if (!cannot) return [];
    const unknown = union(entry, (stroke) => keyboards.where(stroke, 'layout not known')) & cannot;
    return [
      ...(cannot & ~unknown ? [clash('cannot be pressed', 'warning', entry, cannot & ~unknown)] : []),
      ...(unknown ? [clash('cannot be pressed', 'warning', entry, unknown, { unknown: true })] : []),
    ];
  }
  const linux = keyboards.all.reduce(
    (mask, one, k) => (one.convention === 'linux' ? mask | (1n << BigInt(k)) : mask),
    0n,
  );
  const risky = each((stroke: number) => isRisky(keyboards.stroke(stroke)));
  /** Ctrl+Alt on Windows and Option on macOS, on a key that types something with them. */
  function typesSomething(entry: Entry): Clash[] {
    if (!entry.strokes.some(risky) || tree.get(entry.held.context).takesText) return [];
    const of = (kind: 'types with AltGr' | 'not known') =>
      union(entry, (stroke) => (risky(stroke) ? keyboards.where(stroke, kind) : 0n)) & entry.pressable & ~linux;
    const types = of('types with AltGr');
    const unknown = of('not known') & ~types;
    return [
      ...(types ? [clash('types a character', 'warning', entry, types)] : []),
      ...(unknown ? [clash('types a character', 'note', entry, unknown, { unknown: true })] : []),
    ];
  }
  return (entry: Entry): Clash[] => {
    const all = notAccepted(entry);
    for (const find of [taken, typing, pressing, typesSomething]) {
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
