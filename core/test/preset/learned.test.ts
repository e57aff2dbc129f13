import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CribError } from '../../src/error/index.ts';
import { learnRecipe, mergedPreset, readPreset, writePreset, type Mark } from '../../src/preset/index.ts';
import type { Platform } from '../../src/keys/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { catalogue } from '../list/fixtures.ts';

/** What files are made of: commands with their keys, as modifiers and a key, one stroke after another. */
const NAMES = ['save', 'open.all', 'close', 'undo', 'redo', 'draw-line', 'draw.arc', 'sound', 'buoy', 'wreck', 'light', 'note', 'zoom-in', 'zoom-out', 'north', 'grid', 'print', 'help', 'find', 'next', 'back', 'top', 'end', 'tide', 'depth', 'mark', 'erase', 'copy', 'cut', 'paste']; // prettier-ignore
const KEYS = ['C S', 'C O', 'F4', 'C Z', 'CS Z', 'L', 'S L', 'D', 'B', 'W', 'CS G', 'A N', 'F9', 'S F9', 'Home', 'C F5', 'C P', 'F1', 'C F', 'PageDown', 'PageUp', 'C Home', 'C End', 'SA T', 'CA D', 'M', 'Delete', 'C C', 'C X', 'C V']; // prettier-ignore
type Written = readonly { readonly held: readonly ('Ctrl' | 'Shift' | 'Alt')[]; readonly key: string }[];
const HELD = { C: 'Ctrl', S: 'Shift', A: 'Alt' } as const;
const strokes = (text: string): Written => text.split(', ').map((one) => {
  const [a, b] = one.split(' ') as [string, string?];
  return b === undefined ? { held: [], key: a } : { held: [...a].map((sign) => HELD[sign as 'C']), key: b };
}); // prettier-ignore
const BINDINGS = NAMES.map((name, at) => ({ name, strokes: strokes(KEYS[at]!) }));
const SEQUENCES = BINDINGS.map((one, at) => (at % 7 === 3 ? { ...one, strokes: strokes(`C K, ${KEYS[at]}`) } : one));
const stored = (written: Written) => written.map(({ held, key }) => [...(['Ctrl', 'Alt', 'Shift'] as const).filter((one) => held.includes(one)), key].join('+')).join(' '); // prettier-ignore
const words = (name: (part: string) => string, joiner: string, between = ' ') => (written: Written) => written.map(({ held, key }) => [...held.map(name), name(key)].join(joiner)).join(between); // prettier-ignore
const plain = words((one) => one, '+');
const small = words((one) => one.toLowerCase(), '+');

interface Shaped {
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
const lines = (head: string[], list: typeof BINDINGS, line: (one: (typeof BINDINGS)[number], at: number) => string, foot: string[] = []) => [...head, ...list.map(line), ...foot, ''].join('\n'); // prettier-ignore
const emacs = words((one) => ({ Ctrl: 'C', Shift: 'S', Alt: 'M' })[one] ?? (one.length > 1 ? `<${one.toLowerCase()}>` : one.toLowerCase()), '-'); // prettier-ignore
const vk = words((one) => ({ Ctrl: 'VK_CONTROL', Shift: 'VK_SHIFT', Alt: 'VK_MENU', PageDown: 'VK_NEXT', PageUp: 'VK_PRIOR' })[one] ?? `VK_${one.toUpperCase()}`, '|'); // prettier-ignore

const signs = words((one) => ({ Ctrl: '⌃', Shift: '⇧', Alt: '⌥' })[one] ?? one, '');
const dotted = words((one) => ({ Ctrl: 'Mod.Ctrl', Shift: 'Mod.Shift', Alt: 'Mod.Alt' })[one] ?? `Key.${one}`, ' ');
const blank = words((one) => ({ Ctrl: 'ctrl', Shift: 'shift', Alt: 'alt' })[one] ?? one.toLowerCase(), ' ');
const dashed = words((one) => one, '-');
const spoken = words((one) => ({ Ctrl: 'Control', Alt: 'Option' })[one] ?? one, ' + ');
const coded = words((one) => ({ Ctrl: 'ctl', Shift: 'sft', Alt: 'opt' })[one] ?? `key${one}`, '_');
const several = (one: (typeof BINDINGS)[number], at: number) => plain(one.strokes) + (at % 5 === 2 ? `, Alt+F${(at % 11) + 1}` : ''); // prettier-ignore
/** Files that were looked at while this was made. */
const OWN: readonly Shaped[] = [
  { title: 'sections, with remarks', bindings: BINDINGS, marked: [0, 10], show: plain, text: lines(['; keys of mine', '[general]', 'theme=dark paper'], BINDINGS, (one, at) => `${at === 12 ? '[view]\n; closer and farther\n' : ''}${one.name}=${plain(one.strokes)}`) }, // prettier-ignore
  { title: 'columns parted by tabs', bindings: BINDINGS, marked: [0, 4, 9], show: small, text: lines(['id\tmenu\tkeys\tremark'], BINDINGS, (one, at) => `${one.name}\t${at % 2 ? 'File › Other' : 'Draw'}\t${small(one.strokes)}\t${at % 3 ? '' : 'since 2'}`) }, // prettier-ignore
  { title: 'columns filled up with blanks, short words for what is held', bindings: SEQUENCES, marked: [4, 10, 23], show: emacs, means: true, text: lines(['# bindings'], SEQUENCES, (one) => `bind ${`"${emacs(one.strokes)}"`.padEnd(24)} ${one.name}`) }, // prettier-ignore
  { title: 'elements with attributes', bindings: BINDINGS, marked: [1], show: plain, text: lines(['<?xml version="1.0"?>', '<keys version="3">', '<colour id="a" key="blue &amp; white"/>'], BINDINGS, (one, at) => `  <item n="${at}" id="${one.name}" group="g${at % 3}" press="${plain(one.strokes)}"/>`, ['</keys>']) }, // prettier-ignore
  { title: 'elements side by side', bindings: BINDINGS, marked: [0, 1], show: small, text: lines(['<plist><dict>'], BINDINGS, (one) => `<key>${one.name}</key>\n<string>${small(one.strokes)}</string>`, ['</dict></plist>']) }, // prettier-ignore
  { title: 'objects in a list', bindings: SEQUENCES, marked: [3], show: small, text: JSON.stringify([{ settings: true }, ...SEQUENCES.map((one, at) => ({ when: `place ${at % 4}`, command: one.name, key: small(one.strokes) }))], null, 2) }, // prettier-ignore
  { title: 'members by name', bindings: BINDINGS, marked: [0], show: plain, text: JSON.stringify({ version: 2, keys: Object.fromEntries(BINDINGS.map((one) => [one.name, plain(one.strokes)])) }, null, 1) }, // prettier-ignore
  { title: 'virtual keys', bindings: BINDINGS, marked: [4, 11, 24], show: vk, means: true, text: lines(['// made by hand'], BINDINGS, (one) => `${one.name} = ${vk(one.strokes)};`) }, // prettier-ignore
  { title: 'texts of elements, with a sign before each word', bindings: BINDINGS, marked: [0], show: dotted, text: lines(['<set><colour>red</colour>'], BINDINGS, (one) => `<map to="${one.name}">${dotted(one.strokes)}</map>`, ['</set>']) }, // prettier-ignore
  { title: 'a line with more than one way', bindings: BINDINGS, marked: [1, 2], show: plain, whole: several, text: lines(['! mine'], BINDINGS, (one, at) => `command ${one.name} on ${several(one, at)} in all`) }, // prettier-ignore
  { title: 'settings of another kind around it, by label', bindings: BINDINGS, marked: [0, 11], show: spoken, labels: true, text: lines(['[desk]', 'paper = white', '[keys]'], BINDINGS, (one, at) => `${String(at).padStart(3, '0')} | Does ${one.name} | ${spoken(one.strokes)} | on`, ['[end]', 'lines = 31']) }, // prettier-ignore
];
/** Files that were written when all was done, and have mended nothing. */
const UNSEEN: readonly Shaped[] = [
  { title: 'quoted cells', bindings: BINDINGS, marked: [0, 5, 13], show: plain, text: lines(['"action","keys","menu"'], BINDINGS, (one, at) => `"${one.name}","${plain(one.strokes)}","${at % 2 ? 'Chart' : 'Edit, more'}"`) }, // prettier-ignore
  { title: 'elements within elements', bindings: BINDINGS, marked: [2], show: dashed, text: lines(['<keymap>'], BINDINGS, (one, at) => `<binding><action>${one.name}</action><note>${at}</note><keys><k>${dashed(one.strokes)}</k></keys></binding>`, ['</keymap>']) }, // prettier-ignore
  { title: 'keys first, in angles', bindings: BINDINGS, marked: [0, 2], show: plain, text: lines(['% keys', 'set bell off'], BINDINGS, (one) => `<${plain(one.strokes)}> => ${one.name}`) }, // prettier-ignore
  { title: 'members with signs, on a Mac', bindings: BINDINGS, marked: [0], show: signs, platform: 'macos', text: JSON.stringify({ map: Object.fromEntries(BINDINGS.map((one, at) => [one.name, { order: at, keys: signs(one.strokes) }])) }, null, 2) }, // prettier-ignore
  { title: 'UTF-16, with blanks between what is pressed', bindings: BINDINGS, marked: [0, 10], show: blank, utf16: true, text: lines(['keys 4'], BINDINGS, (one) => `${one.name}: ${blank(one.strokes)}`) }, // prettier-ignore
  { title: 'calls of a function', bindings: SEQUENCES, marked: [0, 3], show: small, text: lines(['function keys() {'], SEQUENCES, (one) => `  map("${one.name}", "${small(one.strokes)}");`, ['}']) }, // prettier-ignore
  { title: 'attributes with codes of keys', bindings: BINDINGS, marked: [0, 4, 11], show: coded, means: true, text: lines(['<?xml version="1.0" encoding="UTF-8"?>', '<bench:set xmlns:bench="urn:x">'], BINDINGS, (one) => `<bench:bind\n  keys='${coded(one.strokes)}'\n  what='${one.name}' on='true'/>`, ['</bench:set>']) }, // prettier-ignore
  { title: 'one list in another', bindings: SEQUENCES, marked: [0, 3], show: small, text: lines(['(keys'], SEQUENCES, (one) => `  (bind (${one.name}) "${small(one.strokes)}") ; mine`, [')']) }, // prettier-ignore
];

const fileOf = ({ text, utf16 }: Shaped) => {
  if (!utf16) return new TextEncoder().encode(text);
  return new Uint8Array([0xff, 0xfe, ...[...text].flatMap((one) => [one.charCodeAt(0) & 255, one.charCodeAt(0) >> 8])]);
};
function marksOf({ text, bindings, marked, show, means, whole, labels }: Shaped): Mark[] {
  return marked.map((at) => {
    const { strokes: written } = bindings[at]!;
    const name = labels ? `Does ${bindings[at]!.name}` : bindings[at]!.name;
    // The place where both stand nearest to one another is the record.
    const keys = whole?.(bindings[at]!, at) ?? show(written);
    const all = (part: string) => [...text.matchAll(new RegExp(`(?<![\\w.-])${part.replace(/[.*+?^${}()|[\]\\<>-]/g, '\\$&')}(?![\\w+|-])`, 'g'))].map((one) => one.index); // prettier-ignore
    const pairs = all(name).flatMap((a) => all(keys).map((b) => [a, b] as const)).sort((p, q) => Math.abs(p[0] - p[1]) - Math.abs(q[0] - q[1])); // prettier-ignore
    const [a, b] = pairs[0]!;
    return { command: { from: a, to: a + name.length }, keys: { from: b, to: b + keys.length }, ...(means ? { means: stored(written) } : {}) }; // prettier-ignore
  });
}
const spanOf = (text: string, part: string, from: number) => ({ from: text.indexOf(part, from), to: text.indexOf(part, from) + part.length }); // prettier-ignore
const app = catalogue(NAMES.map((name) => ({ name, label: `Does ${name}` })), []); // prettier-ignore
function explained(shaped: Shaped) {
  const bytes = fileOf(shaped);
  const platform = shaped.platform ?? 'windows';
  const learned = learnRecipe({ name: 'mine.keys', bytes }, marksOf(shaped), app, platform);
  const read = readPreset(learned.recipe, bytes, app, platform).bindings;
  const found = new Set(read.map((one) => `${one.command?.name} ${one.shortcuts[0]}`));
  const right = shaped.bindings.filter((one) => found.has(`${one.name} ${stored(one.strokes)}`)).length;
  // What is none of the bindings is not to be taken for one.
  const wrong = read.filter((one) => one.command && one.shortcuts.length && !shaped.bindings.some((each) => each.name === one.command!.name && stored(each.strokes) === one.shortcuts[0])); // prettier-ignore
  return { share: right / shaped.bindings.length, wrong, learned };
}

describe('a recipe learned from a file', () => {
  it.each(UNSEEN.map((one) => [one.title, one] as const))(
    'explains a file of %s, which it was not made by',
    (_, shaped) => {
      const { share, wrong, learned } = explained(shaped);
      if (share < 0.95 || wrong.length) console.log(JSON.stringify({ share, wrong: wrong.length, ...learned }));
      expect(share).toBeGreaterThanOrEqual(0.95);
    },
  );

  it.each(OWN.map((one) => [one.title, one] as const))('explains a file of %s by three marks at most', (_, shaped) => {
    expect(shaped.marked.length).toBeLessThanOrEqual(3);
    const { share, wrong, learned } = explained(shaped);
    if (share < 0.95 || wrong.length)
      console.log(
        JSON.stringify({ share, wrong: wrong.length, ...learned, recipe: { ...learned.recipe, howToLoad: 0 } }),
      );
    expect({ share, wrong: wrong.length }).toMatchObject({ share: expect.closeTo(1, 1) as number, wrong: 0 });
    expect(share).toBeGreaterThanOrEqual(0.95);
    // What it writes it reads again, by the same recipe.
    const mine = custom([edit(1, 'set', ['Ctrl+S']), edit(3, 'set', ['F4'])]);
    const all = { ...app, keysets: [...app.keysets, mine] };
    const file = writePreset({ ...learned.recipe, contexts: { Everywhere: 'x', ...learned.recipe.contexts } }, mine, all, shaped.platform ?? 'windows', { edition: 1 }); // prettier-ignore
    const back = readPreset(learned.recipe, file.bytes, all, shaped.platform ?? 'windows').bindings;
    expect(back.flatMap((one) => (one.command && one.shortcuts.length ? [`${one.command.name} ${one.shortcuts.join()}`] : []))).toEqual(expect.arrayContaining(['save Ctrl+S', 'close F4'])); // prettier-ignore
  });

  it('explains the keymap that an editor library ships, and gives it back byte for byte', () => {
    // CodeMirror 5.65.20 (MIT), keymap/sublime.js, as it lies in its package; taken apart by a pattern of its own.
    const bytes = new Uint8Array(readFileSync(createRequire(import.meta.url).resolve('codemirror/keymap/sublime.js')));
    const text = new TextDecoder().decode(bytes);
    // `fallthrough` names another keymap: it is no key.
    const pairs = [...text.matchAll(/^ +"(?!fallthrough)([^"\n]+)": "(\w+)",?$/gm)].map(([line, keys, name]) => ({ keys: keys!, name: name!, at: text.indexOf(line) })); // prettier-ignore
    const editor = catalogue(
      [...new Set(pairs.map((one) => one.name))].map((name) => ({ name, label: name })),
      [],
    );
    const mark = ({ keys, name, at }: (typeof pairs)[number]): Mark => ({ keys: spanOf(text, keys, at), command: spanOf(text, name, text.indexOf(': "', at)) }); // prettier-ignore
    const marked = [pairs[3]!, pairs[40]!].map(mark);
    const { recipe, records, read, questions } = learnRecipe({ name: 'sublime.js', bytes }, marked, editor, 'macos');
    expect([records, read]).toEqual([pairs.length, pairs.length]);
    // Whether presses follow one another nobody can see; and more lines stand before the keys than a recipe keeps.
    expect(questions.map((one) => one.about)).toEqual(['sequence', 'around']);
    const found = readPreset(recipe, bytes, editor, 'macos').bindings;
    const ours = found.map((one) => `${one.command?.name} ${one.shortcuts.join()}`);
    // Read by hand: `-` joins, blanks part strokes; what the word list of the library calls keys.
    const names: Record<string, string> = { Cmd: 'Meta', Left: 'ArrowLeft', Right: 'ArrowRight', Up: 'ArrowUp', Down: 'ArrowDown', Esc: 'Escape' }; // prettier-ignore
    const order = ['Ctrl', 'Alt', 'Shift', 'Meta'];
    const byHand = (keys: string) => keys.split(' ').map((stroke) => {
      const parts = (stroke.endsWith('--') ? [...stroke.slice(0, -2).split('-'), '-'] : stroke.split('-')).map((part) => names[part] ?? part);
      return [...parts.slice(0, -1).sort((a, b) => order.indexOf(a) - order.indexOf(b)), parts.at(-1)!].join('+');
    }).join(' '); // prettier-ignore
    const right = pairs.filter((one) => ours.includes(`${one.name} ${byHand(one.keys)}`));
    expect(right.length).toBe(pairs.length);
    expect(mergedPreset(recipe, bytes, [], editor, 'macos').bytes).toEqual(bytes);
  });

  it('misses nothing that comes in turns in a long file', () => {
    const held = ['', 'Ctrl+', 'Alt+', 'Shift+', 'Ctrl+Shift+', 'Ctrl+Alt+', 'Alt+Shift+', 'Ctrl+Alt+Shift+'];
    const keys = (n: number) => `${held[n % 8]}${'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'[Math.floor(n / 8) % 36]}${n >= 288 ? ` > ${'QRSTUVWXY'[Math.floor(n / 288) % 9]}` : ''}`; // prettier-ignore
    const many = Array.from({ length: 3000 }, (_, n) => ({ name: `cmd.${n}`, label: `Command ${n}` }));
    const text = many.map((one, n) => `all ${one.name} = ${keys(n)}`).join('\n');
    const mark = (n: number): Mark => {
      const at = text.indexOf(`cmd.${n} = `);
      return { command: spanOf(text, `cmd.${n}`, at), keys: spanOf(text, keys(n), at) };
    };
    const file = { name: 'long.keys', bytes: new TextEncoder().encode(text) };
    const { records, read, known, questions } = learnRecipe(file, [mark(1), mark(40)], catalogue(many), 'windows');
    expect([records, read, known]).toEqual([3000, 3000, 3000]);
    expect(questions).toEqual([]);
  });

  it('refuses what it cannot learn from with a sentence, and falls over nothing', () => {
    const learn = (content: string | Uint8Array, marks: readonly Mark[]) => {
      try {
        return learnRecipe({ name: 'x', bytes: typeof content === 'string' ? new TextEncoder().encode(content) : content }, marks, app, 'windows').records; // prettier-ignore
      } catch (error) {
        if (!(error instanceof CribError)) throw error;
        expect(error.problems[0]!.sentence).toMatch(/^\p{Lu}.+[.?]$/su);
        return error.problems[0]!.code;
      }
    };
    const mark = (text: string, command: string, keys: string): Mark => ({ command: spanOf(text, command, 0), keys: spanOf(text, keys, 0) }); // prettier-ignore
    expect(learn('save=Ctrl+S', [])).toBe('no-marks');
    expect(learn('save\nCtrl+S\n', [mark('save\nCtrl+S\n', 'save', 'Ctrl+S')])).toBe('not-one-line');
    const turned = 'save Ctrl+S\nF4 close';
    expect(learn(turned, [mark(turned, 'save', 'Ctrl+S'), mark(turned, 'close', 'F4')])).toBe('other-order');
    const lol = '<!DOCTYPE x [<!ENTITY a "b"><!ENTITY c "&a;&a;&a;">]><k><b id="save">Ctrl+S</b></k>';
    expect(learn(lol, [mark(lol, 'save', 'Ctrl+S')])).toBe('not-a-file');
    const deep = `${'<a>'.repeat(90)}<b id="save">Ctrl+S</b>${'</a>'.repeat(90)}`;
    expect(learn(deep, [mark(deep, 'save', 'Ctrl+S')])).toBe('too-large');
    const nested = `${'['.repeat(90)}{"save":"Ctrl+S"}${']'.repeat(90)}`;
    expect(learn(nested, [mark(nested, 'save', 'Ctrl+S')])).toBe('too-large');
    expect(learn(new Uint8Array(4 * 1024 * 1024 + 1).fill(65), [mark('AAAA', 'A', 'A')])).toBe('file-too-large');
    // Names of an object’s own parts are names like others; a million signs in a line are no trap.
    const strange = '{"__proto__": "Ctrl+S", "constructor": "F4", "toString": "F5"}';
    expect(learn(strange, [mark(strange, 'constructor', 'F4')])).toBe(3);
    expect(({} as Record<string, unknown>)['Ctrl+S']).toBeUndefined();
    const long = `save=Ctrl+S\n${'+a-'.repeat(300_000)}`;
    expect(learn(long, [mark(long, 'save', 'Ctrl+S')])).toBe(1);
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom('a', '=', '+', '<', '>', '"', '{', '}', ':', ',', '\n', ' ', '\t', '&', '/', '[', ']', '\r'), minLength: 4, maxLength: 60 }), fc.nat(50), fc.nat(50), fc.nat(9), fc.nat(9), (text, a, b, m, n) => {
        const at = (from: number, length: number) => ({ from: Math.min(from, text.length - 1), to: Math.min(from, text.length - 1) + 1 + Math.min(length, text.length - 1 - Math.min(from, text.length - 1)) });
        learn(text, [{ command: at(a, m), keys: at(b, n) }]);
      }),
      { numRuns: 1500 },
    ); // prettier-ignore
  });
});
