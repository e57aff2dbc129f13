import type { Platform } from '../../src/keys/index.ts';

/** What files are made of: commands with their keys, as modifiers and a key, one stroke after another. */
export const NAMES = [
  'save',
  'open.all',
  'close',
  'undo',
  'redo',
  'draw-line',
  'draw.arc',
  'sound',
  'buoy',
  'wreck',
  'light',
  'note',
  'zoom-in',
  'zoom-out',
  'north',
  'grid',
  'print',
  'help',
  'find',
  'next',
  'back',
  'top',
  'end',
  'tide',
  'depth',
  'mark',
  'erase',
  'copy',
  'cut',
  'paste',
];
const KEYS = [
  'C S',
  'C O',
  'F4',
  'C Z',
  'CS Z',
  'L',
  'S L',
  'D',
  'B',
  'W',
  'CS G',
  'A N',
  'F9',
  'S F9',
  'Home',
  'C F5',
  'C P',
  'F1',
  'C F',
  'PageDown',
  'PageUp',
  'C Home',
  'C End',
  'SA T',
  'CA D',
  'M',
  'Delete',
  'C C',
  'C X',
  'C V',
];
type Written = readonly { readonly held: readonly ('Ctrl' | 'Shift' | 'Alt')[]; readonly key: string }[];
const HELD = { C: 'Ctrl', S: 'Shift', A: 'Alt' } as const;
const strokes = (text: string): Written =>
  text.split(', ').map((one) => {
    const [a, b] = one.split(' ') as [string, string?];
    return b === undefined ? { held: [], key: a } : { held: [...a].map((sign) => HELD[sign as 'C']), key: b };
  });
const BINDINGS = NAMES.map((name, at) => ({ name, strokes: strokes(KEYS[at]!) }));
const SEQUENCES = BINDINGS.map((one, at) => (at % 7 === 3 ? { ...one, strokes: strokes(`C K, ${KEYS[at]}`) } : one));
export const stored = (written: Written) =>
  written
    .map(({ held, key }) => [...(['Ctrl', 'Alt', 'Shift'] as const).filter((one) => held.includes(one)), key].join('+'))
    .join(' ');
const words =
  (name: (part: string) => string, joiner: string, between = ' ') =>
  (written: Written) =>
    written.map(({ held, key }) => [...held.map(name), name(key)].join(joiner)).join(between);
const plain = words((one) => one, '+');
const small = words((one) => one.toLowerCase(), '+');

export interface Shaped {
  readonly title: string;
  readonly text: string;
  readonly bindings: typeof BINDINGS;
  /** Which records are marked; how their keys are written; and pressed, where a word is nobody’s. */
  readonly marked: readonly number[];
  readonly show: (written: Written) => string;
  /** All keys of a record, where it has more than one way. */
  readonly whole?: (one: (typeof BINDINGS)[number], at: number) => string;
  readonly means?: boolean;
  readonly utf16?: boolean;
  /** Commands are named by their labels. */
  readonly labels?: boolean;
  readonly platform?: Platform;
}
const lines = (
  head: string[],
  list: typeof BINDINGS,
  line: (one: (typeof BINDINGS)[number], at: number) => string,
  foot: string[] = [],
) => [...head, ...list.map(line), ...foot, ''].join('\n');
const emacs = words(
  (one) =>
    ({ Ctrl: 'C', Shift: 'S', Alt: 'M' })[one] ?? (one.length > 1 ? `<${one.toLowerCase()}>` : one.toLowerCase()),
  '-',
);
const vk = words(
  (one) =>
    ({ Ctrl: 'VK_CONTROL', Shift: 'VK_SHIFT', Alt: 'VK_MENU', PageDown: 'VK_NEXT', PageUp: 'VK_PRIOR' })[one] ??
    `VK_${one.toUpperCase()}`,
  '|',
);

const signs = words((one) => ({ Ctrl: '⌃', Shift: '⇧', Alt: '⌥' })[one] ?? one, '');
const dotted = words((one) => ({ Ctrl: 'Mod.Ctrl', Shift: 'Mod.Shift', Alt: 'Mod.Alt' })[one] ?? `Key.${one}`, ' ');
const blank = words((one) => ({ Ctrl: 'ctrl', Shift: 'shift', Alt: 'alt' })[one] ?? one.toLowerCase(), ' ');
const dashed = words((one) => one, '-');
const spoken = words((one) => ({ Ctrl: 'Control', Alt: 'Option' })[one] ?? one, ' + ');
const coded = words((one) => ({ Ctrl: 'ctl', Shift: 'sft', Alt: 'opt' })[one] ?? `key${one}`, '_');
const several = (one: (typeof BINDINGS)[number], at: number) =>
  plain(one.strokes) + (at % 5 === 2 ? `, Alt+F${(at % 11) + 1}` : '');
/** Files that were looked at while this was made. */
export const OWN: readonly Shaped[] = [
  {
    title: 'sections, with remarks',
    bindings: BINDINGS,
    marked: [0, 10],
    show: plain,
    text: lines(
      ['; keys of mine', '[general]', 'theme=dark paper'],
      BINDINGS,
      (one, at) => `${at === 12 ? '[view]\n; closer and farther\n' : ''}${one.name}=${plain(one.strokes)}`,
    ),
  },
  {
    title: 'columns parted by tabs',
    bindings: BINDINGS,
    marked: [0, 4, 9],
    show: small,
    text: lines(
      ['id\tmenu\tkeys\tremark'],
      BINDINGS,
      (one, at) =>
        `${one.name}\t${at % 2 ? 'File › Other' : 'Draw'}\t${small(one.strokes)}\t${at % 3 ? '' : 'since 2'}`,
    ),
  },
  {
    title: 'columns filled up with blanks, short words for what is held',
    bindings: SEQUENCES,
    marked: [4, 10, 23],
    show: emacs,
    means: true,
    text: lines(['# bindings'], SEQUENCES, (one) => `bind ${`"${emacs(one.strokes)}"`.padEnd(24)} ${one.name}`),
  },
  {
    title: 'elements with attributes',
    bindings: BINDINGS,
    marked: [1],
    show: plain,
    text: lines(
      ['<?xml version="1.0"?>', '<keys version="3">', '<colour id="a" key="blue &amp; white"/>'],
      BINDINGS,
      (one, at) => `  <item n="${at}" id="${one.name}" group="g${at % 3}" press="${plain(one.strokes)}"/>`,
      ['</keys>'],
    ),
  },
  {
    title: 'elements side by side',
    bindings: BINDINGS,
    marked: [0, 1],
    show: small,
    text: lines(
      ['<plist><dict>'],
      BINDINGS,
      (one) => `<key>${one.name}</key>\n<string>${small(one.strokes)}</string>`,
      ['</dict></plist>'],
    ),
  },
  {
    title: 'objects in a list',
    bindings: SEQUENCES,
    marked: [3],
    show: small,
    text: JSON.stringify(
      [
        { settings: true },
        ...SEQUENCES.map((one, at) => ({ when: `place ${at % 4}`, command: one.name, key: small(one.strokes) })),
      ],
      null,
      2,
    ),
  },
  {
    title: 'members by name',
    bindings: BINDINGS,
    marked: [0],
    show: plain,
    text: JSON.stringify(
      { version: 2, keys: Object.fromEntries(BINDINGS.map((one) => [one.name, plain(one.strokes)])) },
      null,
      1,
    ),
  },
  {
    title: 'virtual keys',
    bindings: BINDINGS,
    marked: [4, 11, 24],
    show: vk,
    means: true,
    text: lines(['// made by hand'], BINDINGS, (one) => `${one.name} = ${vk(one.strokes)};`),
  },
  {
    title: 'texts of elements, with a sign before each word',
    bindings: BINDINGS,
    marked: [0],
    show: dotted,
    text: lines(
      ['<set><colour>red</colour>'],
      BINDINGS,
      (one) => `<map to="${one.name}">${dotted(one.strokes)}</map>`,
      ['</set>'],
    ),
  },
  {
    title: 'a line with more than one way',
    bindings: BINDINGS,
    marked: [1, 2],
    show: plain,
    whole: several,
    text: lines(['! mine'], BINDINGS, (one, at) => `command ${one.name} on ${several(one, at)} in all`),
  },
  {
    title: 'settings of another kind around it, by label',
    bindings: BINDINGS,
    marked: [0, 11],
    show: spoken,
    labels: true,
    text: lines(
      ['[desk]', 'paper = white', '[keys]'],
      BINDINGS,
      (one, at) => `${String(at).padStart(3, '0')} | Does ${one.name} | ${spoken(one.strokes)} | on`,
      ['[end]', 'lines = 31'],
    ),
  },
];
/** Files that were written when all was done, and have mended nothing. */
export const UNSEEN: readonly Shaped[] = [
  {
    title: 'quoted cells',
    bindings: BINDINGS,
    marked: [0, 5, 13],
    show: plain,
    text: lines(
      ['"action","keys","menu"'],
      BINDINGS,
      (one, at) => `"${one.name}","${plain(one.strokes)}","${at % 2 ? 'Chart' : 'Edit, more'}"`,
    ),
  },
  {
    title: 'elements within elements',
    bindings: BINDINGS,
    marked: [2],
    show: dashed,
    text: lines(
      ['<keymap>'],
      BINDINGS,
      (one, at) =>
        `<binding><action>${one.name}</action><note>${at}</note><keys><k>${dashed(one.strokes)}</k></keys></binding>`,
      ['</keymap>'],
    ),
  },
  {
    title: 'keys first, in angles',
    bindings: BINDINGS,
    marked: [0, 2],
    show: plain,
    text: lines(['% keys', 'set bell off'], BINDINGS, (one) => `<${plain(one.strokes)}> => ${one.name}`),
  },
  {
    title: 'members with signs, on a Mac',
    bindings: BINDINGS,
    marked: [0],
    show: signs,
    platform: 'macos',
    text: JSON.stringify(
      { map: Object.fromEntries(BINDINGS.map((one, at) => [one.name, { order: at, keys: signs(one.strokes) }])) },
      null,
      2,
    ),
  },
  {
    title: 'UTF-16, with blanks between what is pressed',
    bindings: BINDINGS,
    marked: [0, 10],
    show: blank,
    utf16: true,
    text: lines(['keys 4'], BINDINGS, (one) => `${one.name}: ${blank(one.strokes)}`),
  },
  {
    title: 'calls of a function',
    bindings: SEQUENCES,
    marked: [0, 3],
    show: small,
    text: lines(['function keys() {'], SEQUENCES, (one) => `  map("${one.name}", "${small(one.strokes)}");`, ['}']),
  },
  {
    title: 'attributes with codes of keys',
    bindings: BINDINGS,
    marked: [0, 4, 11],
    show: coded,
    means: true,
    text: lines(
      ['<?xml version="1.0" encoding="UTF-8"?>', '<bench:set xmlns:bench="urn:x">'],
      BINDINGS,
      (one) => `<bench:bind\n  keys='${coded(one.strokes)}'\n  what='${one.name}' on='true'/>`,
      ['</bench:set>'],
    ),
  },
  {
    title: 'one list in another',
    bindings: SEQUENCES,
    marked: [0, 3],
    show: small,
    text: lines(['(keys'], SEQUENCES, (one) => `  (bind (${one.name}) "${small(one.strokes)}") ; mine`, [')']),
  },
];
