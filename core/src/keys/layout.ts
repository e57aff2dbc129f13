import { usualBoard } from './boards.ts';
import { codeRank } from './codes.ts';
import { XKB_TABLES } from './layouts.generated.ts';
import { OVERLAYS, WHOLE } from './overlays.ts';
import { keyCharacter } from './shortcut.ts';
import { conventionOf, type KnownPlatform, type Platform } from './platform.ts';

/** The levels of a key: none, Shift, AltGr (Option on macOS), both. */
type Level = 0 | 1 | 2 | 3;

/** What a layout gives on one platform. */
export interface LayoutTable {
  /** Which character each position gives on each level; an empty text where it gives none. */
  readonly characters: Readonly<Record<string, readonly string[]>>;
  /** `KeyN 2` for each position and level that is a dead key; its character is the spacing one. */
  readonly dead: ReadonlySet<string>;
  /** There is a third level: the right Alt is AltGr (on macOS Option types). */
  readonly third: boolean;
  /** Everything is told: what is not in the table cannot be typed. */
  readonly whole: boolean;
  /** All ways to type each character. */
  readonly spots: ReadonlyMap<string, readonly Spot[]>;
}

/** A keyboard layout, with its table on each platform. */
export interface Layout {
  readonly id: string;
  readonly name: string;
  readonly on: Readonly<Record<KnownPlatform, LayoutTable>>;
}

/** A way to type a character: a position and a level. */
export interface Spot {
  readonly code: string;
  readonly level: Level;
}

const NAMES: Record<string, string> = {
  us: 'US',
  uk: 'UK',
  de: 'German',
  'de-ch': 'Swiss German',
  fr: 'French',
  be: 'Belgian',
  es: 'Spanish',
  it: 'Italian',
  'pt-br': 'Portuguese (Brazil)',
  sv: 'Swedish',
  da: 'Danish',
  no: 'Norwegian',
  pl: 'Polish (programmer)',
  ja: 'Japanese (JIS)',
  'ca-multi': 'Canadian multilingual',
  dvorak: 'Dvorak',
  colemak: 'Colemak',
};

type Cells = Record<string, string[]>;

const copyOf = (cells: Cells, levels: number): Cells =>
  Object.fromEntries(Object.entries(cells).map(([code, row]) => [code, row.slice(0, levels)]));

/** Lays the rows of a platform over a table that ends at Shift. */
function overlaid(id: string, platform: 'windows' | 'macos', linux: Cells): Cells {
  const cells = copyOf(linux, 2);
  for (const row of OVERLAYS) {
    if (row.layout !== id || row.platform !== platform) continue;
    for (const entry of row.keys.split(' ')) {
      const sign = entry.indexOf('=');
      const [code, character] = [entry.slice(0, sign), entry.slice(sign + 1)];
      const levels = (cells[code] ??= []);
      while (levels.length <= row.level) levels.push('');
      levels[row.level] = character;
    }
  }
  return cells;
}

function tableOf(cells: Cells, whole: boolean, lacks: ReadonlySet<string>): LayoutTable {
  const dead = new Set<string>();
  const characters: Record<string, string[]> = {};
  for (const [code, levels] of Object.entries(cells)) {
    characters[code] = levels.map((text, level) => {
      if (!text.startsWith('◌')) return text;
      dead.add(`${code} ${level}`);
      return text.slice(1);
    });
  }
  // A key that its usual board lacks makes no AltGr of the right Alt.
  const third = Object.entries(characters).some(([code, levels]) => levels.length > 2 && !lacks.has(code));
  return { characters, dead, third, whole, spots: indexOf(characters) };
}

function layoutOf(id: string): Layout {
  const linux: Cells = Object.fromEntries(
    Object.entries(XKB_TABLES[id]!).map(([code, text]) => [code, text.split(' ')]),
  );
  const on = (platform: 'windows' | 'macos') =>
    tableOf(overlaid(id, platform, linux), WHOLE[platform].includes(id), usualBoard({ id }, platform).lacks);
  return {
    id,
    name: NAMES[id] ?? id,
    on: { linux: tableOf(linux, true, usualBoard({ id }, 'linux').lacks), windows: on('windows'), macos: on('macos') },
  };
}

/**
 * The layouts that ship. Linux tables: Debian's xkb-data; Windows and macOS: those, with the overlay of `overlays.ts`.
 */
export const LAYOUTS: readonly Layout[] = Object.keys(NAMES).map(layoutOf);

const BY_ID = new Map(LAYOUTS.map((layout) => [layout.id, layout]));

/** A layout by its id, or undefined. */
export function layoutById(id: string): Layout | undefined {
  return BY_ID.get(id);
}

export const US: Layout = BY_ID.get('us')!;

/** What a layout gives on a platform; one that is not known follows Windows. */
export function tableOn(layout: Layout, platform: Platform): LayoutTable {
  return layout.on[conventionOf(platform)];
}

/** All ways to type a character, lowest level first, then lowest position. Letters are case-blind. */
export function spotsOf({ spots }: LayoutTable, character: string): readonly Spot[] {
  return spots.get(character) ?? [];
}

function indexOf(characters: LayoutTable['characters']): Map<string, Spot[]> {
  const index = new Map<string, Spot[]>();
  const add = (character: string, spot: Spot) => {
    const spots = index.get(character);
    if (spots) spots.push(spot);
    else index.set(character, [spot]);
  };
  for (const [code, levels] of Object.entries(characters)) {
    for (const low of [0, 2] as const) {
      const [plain, shifted] = [levels[low], levels[low + 1]].map((text) => keyCharacter(text ?? ''));
      if (plain) add(plain, { code, level: low });
      if (shifted && shifted !== plain) add(shifted, { code, level: (low + 1) as Level });
    }
  }
  for (const spots of index.values()) {
    spots.sort((a, b) => a.level - b.level || codeRank(a.code) - codeRank(b.code));
  }
  return index;
}
