// @ts-check
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { root } from './lib/run.mjs';

/**
 * Writes the Linux tables of the layouts from Debian's xkb-data, through `xkbcli compile-keymap`: for each position
 * what its levels (none, Shift, AltGr, Shift+AltGr) give. Needs libxkbcommon-tools, xkb-data, x11proto-dev.
 */

/** Our names of layouts, and where xkb-data has them. */
export const SOURCES = /** @type {const} */ ({
  us: ['us', ''],
  uk: ['gb', ''],
  de: ['de', ''],
  'de-ch': ['ch', ''],
  fr: ['fr', ''],
  be: ['be', ''],
  es: ['es', ''],
  it: ['it', ''],
  'pt-br': ['br', ''],
  sv: ['se', ''],
  da: ['dk', ''],
  no: ['no', ''],
  pl: ['pl', ''],
  ja: ['jp', ''],
  'ca-multi': ['ca', 'multix'],
  dvorak: ['us', 'dvorak'],
  colemak: ['us', 'colemak'],
});

/** W3C `code`s by the key names of xkb-data. */
const KEY_NAMES = new Map(
  /** @type {[string, string][]} */ ([
    ['TLDE', 'Backquote'],
    ...['1', '2', '3', '4', '5', '6', '7', '8', '9', '0'].map((digit, i) => [name('AE', i + 1), `Digit${digit}`]),
    ...['Minus', 'Equal', 'IntlYen'].map((code, i) => [name('AE', i + 11), code]),
    ...[...'QWERTYUIOP'].map((letter, i) => [name('AD', i + 1), `Key${letter}`]),
    ...['BracketLeft', 'BracketRight'].map((code, i) => [name('AD', i + 11), code]),
    ...[...'ASDFGHJKL'].map((letter, i) => [name('AC', i + 1), `Key${letter}`]),
    ...['Semicolon', 'Quote'].map((code, i) => [name('AC', i + 10), code]),
    ['BKSL', 'Backslash'],
    ['LSGT', 'IntlBackslash'],
    ...[...'ZXCVBNM'].map((letter, i) => [name('AB', i + 1), `Key${letter}`]),
    ...['Comma', 'Period', 'Slash', 'IntlRo'].map((code, i) => [name('AB', i + 8), code]),
  ]),
);

/** @param {string} row @param {number} column */
function name(row, column) {
  return row + String(column).padStart(2, '0');
}

/** Dead keys by the character that stands for each; ◌ marks them in the table. */
export const DEAD = /** @type {Record<string, string>} */ ({
  dead_grave: '`',
  dead_acute: '´',
  dead_circumflex: '^',
  dead_tilde: '~',
  dead_macron: '¯',
  dead_breve: '˘',
  dead_abovedot: '˙',
  dead_diaeresis: '¨',
  dead_abovering: '°',
  dead_doubleacute: '˝',
  dead_caron: 'ˇ',
  dead_cedilla: '¸',
  dead_ogonek: '˛',
  dead_belowdot: '\u0323',
  dead_hook: '\u0309',
  dead_horn: '\u031b',
  dead_stroke: '\u0335',
  dead_belowcomma: '\u0326',
  dead_invertedbreve: '\u0311',
  dead_doublegrave: '\u030f',
  dead_currency: '¤',
  dead_greek: '\u0370',
  dead_iota: 'ͺ',
});

/** Characters by the names that X gives them (keysymdef.h). */
export function keysymCharacters() {
  /** @type {Map<string, string>} */
  const characters = new Map();
  const header = readFileSync('/usr/include/X11/keysymdef.h', 'utf8');
  for (const [, symbol = '', point = ''] of header.matchAll(/^#define XK_(\w+)\s+0x\w+\s+\/\*[ (]U\+([0-9A-F]{4,6})/gm))
    if (!characters.has(symbol)) characters.set(symbol, String.fromCodePoint(parseInt(point, 16)));
  return characters;
}

/** @param {string[]} args */
function xkbcli(...args) {
  const { status, stdout, stderr } = spawnSync('xkbcli', args, { encoding: 'utf8', maxBuffer: 1 << 24 });
  if (status !== 0) throw new Error(`xkbcli ${args.join(' ')}: ${stderr}`);
  return stdout;
}

/** @param {readonly [string, string]} source @param {Map<string, string>} characters */
function tableOf([layout, variant], characters) {
  const keymap = xkbcli('compile-keymap', '--layout', layout, ...(variant ? ['--variant', variant] : []));
  const symbols = keymap.slice(keymap.indexOf('xkb_symbols'));
  /** @type {Record<string, string>} */
  const table = {};
  for (const [, key = '', body = ''] of symbols.matchAll(/key <(\w+)>\s*\{([\s\S]*?)\};/g)) {
    const code = KEY_NAMES.get(key);
    const list = /symbols\[(?:Group)?1\]\s*=\s*\[([^\]]*)\]/.exec(body)?.[1] ?? /^\s*\[([^\]]*)\]/.exec(body)?.[1];
    if (!code || list === undefined) continue;
    const levels = list
      .split(',')
      .slice(0, 4)
      .map((symbol) => characterOf(symbol.trim(), characters));
    const text = levels.join(' ').trimEnd();
    if (text) table[code] = text;
  }
  return Object.fromEntries([...KEY_NAMES.values()].flatMap((code) => (table[code] ? [[code, table[code]]] : [])));
}

/** @param {string} symbol @param {Map<string, string>} characters */
function characterOf(symbol, characters) {
  if (DEAD[symbol]) return `◌${DEAD[symbol]}`;
  const point = /^U([0-9A-F]{4,6})$/.exec(symbol)?.[1] ?? /^0x100([0-9a-f]{4,5})$/i.exec(symbol)?.[1];
  const character = characters.get(symbol) ?? (point ? String.fromCodePoint(parseInt(point, 16)) : '');
  return /^\s$/.test(character) ? '' : character;
}

/** The text of the table's file, for the xkb-data that is installed. */
export function layoutsFile() {
  const version = spawnSync('dpkg-query', ['-W', '-f', '${Version}', 'xkb-data'], { encoding: 'utf8' }).stdout.trim();
  const characters = keysymCharacters();
  const tables = Object.entries(SOURCES).map(([id, source]) => {
    const rows = Object.entries(tableOf(source, characters));
    return `  '${id}': {\n${rows.map(([code, text]) => `    ${code}: ${JSON.stringify(text)},\n`).join('')}  },\n`;
  });
  return `// Written by scripts/layouts.mjs from Debian's xkb-data ${version} (MIT/X11 licence); not edited by hand.
// For each position its characters on the levels none, Shift, AltGr, Shift+AltGr; ◌ marks a dead key.

export const XKB_DATA = ${JSON.stringify(version)};

export const XKB_TABLES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
${tables.join('')}};
`;
}

export const LAYOUTS_FILE = join(root, 'core/src/keys/layouts.generated.ts');

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href) writeFileSync(LAYOUTS_FILE, layoutsFile());
