import { problem, type Problem } from '../error/index.ts';
import { conventionOf, type Platform } from './platform.ts';
import { readShortcuts, type ReadOptions } from './read.ts';
import { inOrder, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';
import { writeStored } from './stored.ts';

/** A shortcut that a cell of a list states, for one platform or (null) for all. */
export interface StatedKey {
  readonly platform: Platform | null;
  readonly shortcut: Shortcut;
}

export interface CellReading {
  readonly keys: readonly StatedKey[];
  readonly sentence: string;
}

export type CellResult =
  | { readonly kind: 'read'; readonly keys: readonly StatedKey[] }
  | { readonly kind: 'choice'; readonly sentence: string; readonly readings: readonly CellReading[] }
  | { readonly kind: 'error'; readonly problem: Problem };

export interface CellOptions extends Omit<ReadOptions, 'platform'> {
  /** The platform the cell is written for; null for all. */
  readonly platform: Platform | null;
  /** The platforms there are. */
  readonly platforms: readonly Platform[];
}

const MAC_WORDS = /[⌘⌥⌃]|\b(?:cmd|command|option|opt)\b/i;
/** `Ctrl/Cmd+J`: one modifier in the words of two platforms. */
const SHARED: readonly [RegExp, string][] = [
  [/\b(?:ctrl|control|ctl|strg)\s*\/\s*(?:cmd\b|command\b|⌘)/gi, 'Primary'],
  [/(?:\bcmd|\bcommand|⌘)\s*\/\s*(?:ctrl|control|ctl|strg)\b/gi, 'Primary'],
  [/\balt\s*\/\s*(?:option\b|opt\b|⌥)/gi, 'Alt'],
  [/(?:\boption|\bopt|⌥)\s*\/\s*alt\b/gi, 'Alt'],
];
/** What parts the platforms of a cell; a slash only with a space before it, or behind one that says whose keys follow. */
const PARTS = /\s+\/\s*|\s*[;|\n]\s*|\s+or\s+|(?<=\)),\s*|\s*\((?=(?:on )?(?:mac|win|linux|pc)\w*\s*:)/i;
const LABELS: readonly [RegExp, Platform][] = [
  [/(?:^|[\s(])(?:on )?(?:macos|mac os x?|mac)\b[:)]?|\(mac\)/i, 'macos'],
  [/(?:^|[\s(])(?:on )?(?:windows|win|pc)(?=[:)])[:)]?/i, 'windows'],
  [/(?:^|[\s(])(?:on )?linux\b[:)]?/i, 'linux'],
];

/** Which platform a part of a cell says it is for, and the part without saying so. */
function labelled(part: string): { text: string; platform: Platform | null } {
  for (const [label, platform] of LABELS) {
    if (label.test(part))
      return {
        text: part
          .replace(label, ' ')
          .trim()
          .replace(/^:\s*|\)$/g, '')
          .trim(),
        platform,
      };
  }
  return { text: part.trim(), platform: null };
}

/**
 * Reads a cell of a list, which may state the keys of several platforms at once: `Ctrl/Cmd+J`, `⌘J / Ctrl J`,
 * `Ctrl+J (Mac: ⌘J)`. What is the same on all once Primary is folded comes back once, for all.
 */
export function readCell(text: string, options: CellOptions): CellResult {
  const { platform, platforms } = options;
  // Far more than any shortcut: the reader itself refuses it, in one look.
  const shared = text.length > 1000 ? text : SHARED.reduce((now, [pattern, word]) => now.replace(pattern, word), text);
  const parts =
    text.length > 1000
      ? []
      : shared
          .split(PARTS)
          .map(labelled)
          .filter((part) => part.text !== '');
  const onMac = (part: { text: string; platform: Platform | null }) =>
    part.platform ? conventionOf(part.platform) === 'macos' : MAC_WORDS.test(part.text);
  if (parts.length < 2 || !parts.some(onMac) || parts.every(onMac)) return readPlain(shared, options);

  const macs = platforms.filter((one) => conventionOf(one) === 'macos');
  const others = platforms.filter((one) => conventionOf(one) !== 'macos');
  const mine: StatedKey[] = [];
  for (const part of parts) {
    const mac = onMac(part);
    const targets = part.platform && platforms.includes(part.platform) ? [part.platform] : mac ? macs : others;
    const wanted = platform === null ? targets : targets.filter((one) => one === platform);
    if (wanted.length === 0) continue;
    const result = readShortcuts(part.text, { ...options, platform: mac ? 'macos' : wanted[0] });
    if (result.kind !== 'read') return stated(result, platform);
    for (const one of wanted) mine.push(...result.shortcuts.map((shortcut) => ({ platform: one, shortcut })));
  }
  if (mine.length === 0) return { kind: 'error', problem: problem('no-key', 'No keys of this platform stand there.') };
  return { kind: 'read', keys: platform === null ? folded(mine, platforms) : mine };
}

function readPlain(text: string, options: CellOptions): CellResult {
  const { platform } = options;
  return stated(readShortcuts(text, { ...options, platform: platform ?? undefined }), platform);
}

function stated(result: ReturnType<typeof readShortcuts>, platform: Platform | null): CellResult {
  const keys = (shortcuts: readonly Shortcut[]) => shortcuts.map((shortcut) => ({ platform, shortcut }));
  if (result.kind === 'read') return { kind: 'read', keys: keys(result.shortcuts) };
  if (result.kind === 'error') return result;
  return {
    ...result,
    readings: result.readings.map((one) => ({ keys: keys(one.shortcuts), sentence: one.sentence })),
  };
}

/** Shortcuts that are one on every platform once Primary is folded, said once for all. */
function folded(keys: readonly StatedKey[], platforms: readonly Platform[]): StatedKey[] {
  const forms = new Map<string, { shortcut: Shortcut; on: Set<Platform>; keys: StatedKey[] }>();
  for (const key of keys) {
    const general = withPrimary(key.shortcut, key.platform!);
    const form = forms.get(writeStored(general)) ?? { shortcut: general, on: new Set<Platform>(), keys: [] };
    form.on.add(key.platform!);
    form.keys.push(key);
    forms.set(writeStored(general), form);
  }
  return [...forms.values()].flatMap((form) =>
    platforms.every((one) => form.on.has(one)) ? [{ platform: null, shortcut: form.shortcut }] : form.keys,
  );
}

/** A platform's own primary modifier written as Primary. */
export function withPrimary(shortcut: Shortcut, platform: Platform): Shortcut {
  const own: Modifier = conventionOf(platform) === 'macos' ? 'Meta' : 'Ctrl';
  const general = (modifiers: readonly Modifier[]) =>
    inOrder(modifiers.map((modifier) => (modifier === own ? 'Primary' : modifier)));
  const strokes = shortcut.strokes.map((stroke): Stroke => {
    if (stroke.kind === 'tap') return { kind: 'tap', modifier: general([stroke.modifier])[0]! };
    return { ...stroke, modifiers: general(stroke.modifiers) };
  });
  return { ...shortcut, strokes };
}
