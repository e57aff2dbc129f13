import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CribError } from '../../src/error/index.ts';
import { learnRecipe, mergedPreset, readPreset, type Mark } from '../../src/preset/index.ts';
import { catalogue } from '../list/fixtures.ts';
import { app, spanOf } from './marked.ts';
import { runs } from '../runs.ts';

describe('a recipe learned from files of others', () => {
  it('explains the keymap that an editor library ships, and gives it back byte for byte', () => {
    // CodeMirror 5.65.20 (MIT), keymap/sublime.js, as it lies in its package; taken apart by a pattern of its own.
    const bytes = new Uint8Array(readFileSync(createRequire(import.meta.url).resolve('codemirror/keymap/sublime.js')));
    const text = new TextDecoder().decode(bytes);
    // `fallthrough` names another keymap: it is no key.
    const pairs = [...text.matchAll(/^ +"(?!fallthrough)([^"\n]+)": "(\w+)",?$/gm)].map(([line, keys, name]) => ({
      keys: keys!,
      name: name!,
      at: text.indexOf(line),
    }));
    const editor = catalogue(
      [...new Set(pairs.map((one) => one.name))].map((name) => ({ name, label: name })),
      [],
    );
    const mark = ({ keys, name, at }: (typeof pairs)[number]): Mark => ({
      keys: spanOf(text, keys, at),
      command: spanOf(text, name, text.indexOf(': "', at)),
    });
    const marked = [pairs[3]!, pairs[40]!].map(mark);
    const { recipe, records, read, questions } = learnRecipe({ name: 'sublime.js', bytes }, marked, editor, 'macos');
    expect([records, read]).toEqual([pairs.length, pairs.length]);
    // Whether presses follow one another nobody can see; and more lines stand before the keys than a recipe keeps.
    expect(questions.map((one) => one.about)).toEqual(['sequence', 'around']);
    const found = readPreset(recipe, bytes, editor, 'macos').bindings;
    const ours = found.map((one) => `${one.command?.name} ${one.shortcuts.join()}`);
    // Read by hand: `-` joins, blanks part strokes; what the word list of the library calls keys.
    const names: Record<string, string> = {
      Cmd: 'Meta',
      Left: 'ArrowLeft',
      Right: 'ArrowRight',
      Up: 'ArrowUp',
      Down: 'ArrowDown',
      Esc: 'Escape',
    };
    const order = ['Ctrl', 'Alt', 'Shift', 'Meta'];
    const byHand = (keys: string) =>
      keys
        .split(' ')
        .map((stroke) => {
          const parts = (stroke.endsWith('--') ? [...stroke.slice(0, -2).split('-'), '-'] : stroke.split('-')).map(
            (part) => names[part] ?? part,
          );
          return [...parts.slice(0, -1).sort((a, b) => order.indexOf(a) - order.indexOf(b)), parts.at(-1)!].join('+');
        })
        .join(' ');
    const right = pairs.filter((one) => ours.includes(`${one.name} ${byHand(one.keys)}`));
    expect(right.length).toBe(pairs.length);
    expect(mergedPreset(recipe, bytes, [], editor, 'macos').bytes).toEqual(bytes);
  });

  it('misses nothing that comes in turns in a long file', () => {
    const held = ['', 'Ctrl+', 'Alt+', 'Shift+', 'Ctrl+Shift+', 'Ctrl+Alt+', 'Alt+Shift+', 'Ctrl+Alt+Shift+'];
    const keys = (n: number) =>
      `${held[n % 8]}${'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'[Math.floor(n / 8) % 36]}${n >= 288 ? ` > ${'QRSTUVWXY'[Math.floor(n / 288) % 9]}` : ''}`;
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
        return learnRecipe(
          { name: 'x', bytes: typeof content === 'string' ? new TextEncoder().encode(content) : content },
          marks,
          app,
          'windows',
        ).records;
      } catch (error) {
        if (!(error instanceof CribError)) throw error;
        expect(error.problems[0]!.sentence).toMatch(/^\p{Lu}.+[.?]$/su);
        return error.problems[0]!.code;
      }
    };
    const mark = (text: string, command: string, keys: string): Mark => ({
      command: spanOf(text, command, 0),
      keys: spanOf(text, keys, 0),
    });
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
      fc.property(
        fc.string({
          unit: fc.constantFrom(
            'a',
            '=',
            '+',
            '<',
            '>',
            '"',
            '{',
            '}',
            ':',
            ',',
            '\n',
            ' ',
            '\t',
            '&',
            '/',
            '[',
            ']',
            '\r',
          ),
          minLength: 4,
          maxLength: 60,
        }),
        fc.nat(50),
        fc.nat(50),
        fc.nat(9),
        fc.nat(9),
        (text, a, b, m, n) => {
          const at = (from: number, length: number) => ({
            from: Math.min(from, text.length - 1),
            to:
              Math.min(from, text.length - 1) + 1 + Math.min(length, text.length - 1 - Math.min(from, text.length - 1)),
          });
          learn(text, [{ command: at(a, m), keys: at(b, n) }]);
        },
      ),
      runs(1500),
    );
  });
});
