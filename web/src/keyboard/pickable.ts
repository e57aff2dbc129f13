import {
  NAMED_KEYS,
  conventionOf,
  tableOn,
  usualBoard,
  type Key,
  type Layout,
  type Modifier,
  type NamedKey,
  type Platform,
  type Stroke,
} from '@crib/core/keys';

/** Something that is picked, with the word it has. */
export interface Pickable<Name extends string> {
  readonly name: Name;
  readonly word: string;
}
const HELD: Readonly<Record<string, Partial<Record<Modifier, string>>>> = {
  macos: { Ctrl: 'Control', Alt: 'Option', Shift: 'Shift', Meta: 'Command', Fn: 'Fn' },
  windows: { Ctrl: 'Ctrl', Alt: 'Alt', Shift: 'Shift', Meta: 'Win', AltGr: 'AltGr' },
  linux: { Ctrl: 'Ctrl', Alt: 'Alt', Shift: 'Shift', Meta: 'Super', AltGr: 'AltGr' },
};
/** What can be held on a platform. */
export const heldOn = (platform: Platform): Pickable<Modifier>[] =>
  Object.entries(HELD[conventionOf(platform)]!).map(([name, word]) => ({ name: name as Modifier, word }));

/** The keys of a layout and its board: characters first, then the named ones. */
export function keysOn(layout: Layout, platform: Platform): Pickable<string>[] {
  const { lacks } = usualBoard(layout, platform);
  const typed = Object.entries(tableOn(layout, platform).characters).flatMap(([code, [plain = '']]) => {
    const upper = plain.toUpperCase();
    return plain && !lacks.has(code) ? [upper.length === 1 ? upper : plain] : [];
  });
  const named = [...NAMED_KEYS.values()].filter((one) => !lacks.has(one.code));
  return [
    ...typed.sort((a, b) => a.localeCompare(b)).map((name) => ({ name, word: name })),
    ...named.map((one) => ({ name: one.name as string, word: one.word })),
  ];
}

/** The stroke of a key that was picked. */
export function pickedStroke(name: string, modifiers: readonly Modifier[]): Stroke {
  const key: Key = NAMED_KEYS.has(name) ? { by: 'name', name: name as NamedKey } : { by: 'character', character: name };
  return { kind: 'key', modifiers: [...modifiers], key };
}
