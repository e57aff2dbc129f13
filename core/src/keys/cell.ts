import { problem, type Problem } from '../error/index.ts';
import { conventionOf, platformName, type Platform } from './platform.ts';
import { readShortcuts } from './read.ts';
import type { ReadOptions } from './reading.ts';
import { inOrder, type Modifier, type Shortcut, type Stroke } from './shortcut.ts';
import { writeStored } from './stored.ts';
import { bracketedEnd, normalized } from './written.ts';

/** A shortcut that a cell of a list states, for one platform or (null) for all. */
export interface StatedKey {
  readonly platform: Platform | null;
  readonly shortcut: Shortcut;
}

interface CellReading {
  readonly keys: readonly StatedKey[];
  readonly sentence: string;
  /** The keys are no alternatives: each is that of one member of a family. */
  readonly each?: true;
}

export type CellResult =
  | {
      readonly kind: 'read';
      readonly keys: readonly StatedKey[];
      /** What stood in brackets behind them. */
      readonly remark?: string;
      readonly each?: true;
    }
  | { readonly kind: 'choice'; readonly sentence: string; readonly readings: readonly CellReading[] }
  | { readonly kind: 'error'; readonly problem: Problem };

export interface CellOptions extends Omit<ReadOptions, 'platform'> {
  /** The platform the cell is written for; null for all. */
  readonly platform: Platform | null;
  /** The platforms there are. */
  readonly platforms: readonly Platform[];
}

const MAC_WORDS = /[⌘⌥⌃]|\b(?:cmd|command|option|opt)\b/i;
const PC_WORDS = /\b(?:ctrl|control|ctl|strg|alt|altgr|win|windows|super)\b/i;
/** `Ctrl/Cmd+J`: one modifier in the words of two platforms. */
const SHARED: readonly [RegExp, string][] = [
  [/\b(?:ctrl|control|ctl|strg) ?\/ ?(?:cmd\b|command\b|⌘)/gi, 'Primary'],
  [/(?:\bcmd|\bcommand|⌘) ?\/ ?(?:ctrl|control|ctl|strg)\b/gi, 'Primary'],
  [/\balt ?\/ ?(?:option\b|opt\b|⌥)/gi, 'Alt'],
  [/(?:\boption|\bopt|⌥) ?\/ ?alt\b/gi, 'Alt'],
];
/** What parts the platforms of a cell; a slash only with a space before it, or behind one that says whose keys follow. */
const PARTS = / \/ ?| ?[;|\n] ?| or |(?<=\)), ?| ?\((?=(?:on )?(?:mac|win|linux|pc)\w* ?:)/i;
const NAMES: readonly [RegExp, Platform][] = [
  [/^(?:macos|mac os x?|mac|osx|apple)$/, 'macos'],
  [/^(?:windows|win|pc)$/, 'windows'],
  [/^linux$/, 'linux'],
];

/** The platform that a few words name: `Mac only`, `on Windows`, `Linux:`; null for anything else. */
export function labelledPlatform(text: string): Platform | null {
  const plain = text
    .toLowerCase()
    .replace(/^(?:on|only|only on|for) /, '')
    .replace(/ only$|:$/, '')
    .trim();
  return NAMES.find(([name]) => name.test(plain))?.[1] ?? null;
}

/** Without the half of a pair of brackets that parting a cell has left. */
function halfBracket(text: string): string {
  if (text.startsWith('(') && !text.includes(')') && text.length > 1) return text.slice(1);
  return text.endsWith(')') && !text.includes('(') && !/[+\-⌘⌥⌃⇧]\)$/.test(text) ? text.slice(0, -1) : text;
}

/** Which platform a part of a cell says it is for, before its keys or behind them, and the part without saying so. */
function labelled(part: string): { text: string; platform: Platform | null } {
  const text = halfBracket(part.trim());
  const end = bracketedEnd(text);
  const behind = end && labelledPlatform(end.inner);
  if (end && behind) return { text: end.before, platform: behind };
  const colon = text.indexOf(':');
  const before = colon > 0 ? labelledPlatform(text.slice(0, colon)) : null;
  if (before && text.slice(colon + 1).trim()) return { text: text.slice(colon + 1).trim(), platform: before };
  if (text.startsWith('(')) {
    const close = text.indexOf(')');
    const inner = close > 0 ? labelledPlatform(text.slice(1, close)) : null;
    if (inner) return { text: text.slice(close + 1).trim(), platform: inner };
  }
  const on = text.lastIndexOf(' on ');
  const last = on > 0 ? labelledPlatform(text.slice(on + 1)) : null;
  return last ? { text: text.slice(0, on).trim(), platform: last } : { text, platform: null };
}

/** `Ctrl+J (⌘J)`: the same keys in the words of two platforms, the second in brackets. */
function unbracketedParts(text: string): string {
  const end = bracketedEnd(text);
  if (!end || end.before === '' || /[+-]$/.test(end.before) || labelledPlatform(end.inner)) return text;
  const differs = MAC_WORDS.test(end.inner) !== MAC_WORDS.test(end.before);
  const keys = readShortcuts(end.inner, { suggest: false }).kind !== 'error';
  return differs && keys && readShortcuts(end.before, { suggest: false }).kind !== 'error'
    ? `${end.before} / ${end.inner}`
    : text;
}

/**
 * Reads a cell of a list, which may state the keys of several platforms at once: `Ctrl/Cmd+J`, `⌘J / Ctrl J`,
 * `Ctrl+J (Mac: ⌘J)`. What is the same on all once Primary is folded comes back once, for all.
 */
export function readCell(given: string, options: CellOptions): CellResult {
  const { platform, platforms } = options;
  // Far more than any shortcut: the reader itself refuses it, in one look.
  if (given.length > 1000) return readPlain(given, options);
  const text = normalized(given)
    .replace(/[^\S\n]+/g, ' ')
    .trim();
  if (/^each of /i.test(text)) {
    const each = readPlain(text.slice('each of '.length), options);
    return each.kind === 'read' ? { ...each, each: true } : each;
  }
  const shared = SHARED.reduce((now, [pattern, word]) => now.replace(pattern, word), unbracketedParts(text));
  const parts = shared
    .split(PARTS)
    .map(labelled)
    .filter((part) => part.text !== '');
  const [only] = parts;
  if (parts.length === 1 && only!.platform && (platform === null || platform === only!.platform)) {
    if (!platforms.includes(only!.platform))
      return {
        kind: 'error',
        problem: problem('unknown-platform', `This release does not support ${platformName(only!.platform)}.`),
      };
    return readPlain(only!.text, { ...options, platform: only!.platform });
  }
  // In a column of macOS, keys that name no other platform's modifier are its own, as ⌘= and Num + are.
  const mac = platform !== null && conventionOf(platform) === 'macos';
  const onMac = (part: { text: string; platform: Platform | null }) =>
    part.platform
      ? conventionOf(part.platform) === 'macos'
      : MAC_WORDS.test(part.text) || (mac && !PC_WORDS.test(part.text));
  const named = parts.some((part) => (part.platform ? onMac(part) : MAC_WORDS.test(part.text)));
  if (parts.length < 2 || !named || parts.every(onMac)) return readPlain(shared, options);

  const macs = platforms.filter((one) => conventionOf(one) === 'macos');
  const others = platforms.filter((one) => conventionOf(one) !== 'macos');
  const mine: StatedKey[] = [];
  for (const part of parts) {
    const its = onMac(part);
    const targets = part.platform && platforms.includes(part.platform) ? [part.platform] : its ? macs : others;
    const wanted = platform === null ? targets : targets.filter((one) => one === platform);
    if (wanted.length === 0) continue;
    const result = readShortcuts(part.text, { ...options, platform: its ? 'macos' : wanted[0] });
    if (result.kind !== 'read') return stated(result, platform);
    for (const one of wanted) mine.push(...result.shortcuts.map((shortcut) => ({ platform: one, shortcut })));
  }
  if (mine.length === 0)
    return { kind: 'error', problem: problem('no-key', 'There are no shortcuts for this platform in this cell.') };
  return { kind: 'read', keys: platform === null ? foldedKeys(mine, platforms) : mine };
}

function readPlain(text: string, options: CellOptions): CellResult {
  return stated(readShortcuts(text, options), options.platform);
}

function stated(result: ReturnType<typeof readShortcuts>, platform: Platform | null): CellResult {
  const keys = (shortcuts: readonly Shortcut[]) => shortcuts.map((shortcut) => ({ platform, shortcut }));
  if (result.kind === 'read')
    return { kind: 'read', keys: keys(result.shortcuts), ...(result.remark && { remark: result.remark }) };
  if (result.kind === 'error') return result;
  return {
    ...result,
    readings: result.readings.map((one) => ({ ...one, keys: keys(one.shortcuts) })),
  };
}

/**
 * The keys of several platforms, said once for all where that says the same: every platform has the same ones in the same
 * order, once each has its own primary modifier written as Primary, or as they are. Where one has a key more, each keeps its
 * own, because the keys of one platform replace those for all platforms.
 */
export function foldedKeys(keys: readonly StatedKey[], platforms: readonly Platform[]): StatedKey[] {
  const lists = platforms.map((one) => distinct(keys.filter((key) => key.platform === one)));
  const [first = []] = lists;
  if (keys.some((key) => key.platform === null) || lists.some((list) => list.length !== first.length)) return [...keys];
  const forAll = first.map((_, at) => alike(lists.map((list) => list[at]!)));
  if (!forAll.every((shortcut) => shortcut !== null)) return [...keys];
  return forAll.map((shortcut) => ({ platform: null, shortcut }));
}

const distinct = (keys: readonly StatedKey[]) => [
  ...new Map(keys.map((key) => [writeStored(key.shortcut), key])).values(),
];

/** The one shortcut that keys of different platforms are, or null. */
function alike(keys: readonly StatedKey[]): Shortcut | null {
  const forms = [(key: StatedKey) => withPrimary(key.shortcut, key.platform!), (key: StatedKey) => key.shortcut];
  for (const formOf of forms)
    if (new Set(keys.map((key) => writeStored(formOf(key)))).size === 1) return formOf(keys[0]!);
  return null;
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
