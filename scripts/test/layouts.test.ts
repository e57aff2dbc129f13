import { execFile } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';
import { LAYOUTS, WRITING_CODES } from '@crib/core/keys';
import { DEAD, LAYOUTS_FILE, SOURCES, keysymCharacters, layoutsFile } from '../layouts.mjs';

const run = promisify(execFile);

/** Linux key codes (kernel input-event-codes.h, from memory), each 8 above as X and xkbcli count them, by position. */
const KEYCODES: Record<number, string> = Object.fromEntries(
  [
    [49, 'Backquote'],
    ...WRITING_CODES.slice(1, 13).map((code, i) => [10 + i, code]),
    ...WRITING_CODES.slice(14, 26).map((code, i) => [24 + i, code]),
    ...WRITING_CODES.slice(26, 37).map((code, i) => [38 + i, code]),
    [51, 'Backslash'],
    [94, 'IntlBackslash'],
    ...WRITING_CODES.slice(39, 49).map((code, i) => [52 + i, code]),
    [97, 'IntlRo'],
    [132, 'IntlYen'],
  ].map(([number, code]) => [number, code]),
);
const LEVELS: Record<string, number> = { '': 0, Shift: 1, Mod5: 2, 'Shift Mod5': 3 };

/** Where xkbcli says that something is typed: `KeyQ 2` for each position and level. */
async function spots(id: keyof typeof SOURCES, ...what: string[]): Promise<string[]> {
  const [layout, variant] = SOURCES[id];
  const args = ['how-to-type', '--layout', layout, ...(variant ? ['--variant', variant] : []), ...what];
  const { stdout } = await run('xkbcli', args).catch((error: { stdout: string }) => error);
  return stdout
    .split('\n')
    .flatMap((line) => {
      const [, keycode, modifiers = ''] = /^(\d+)\s.*\[\s*([\w ]*?)\s*\]/.exec(line) ?? [];
      const code = KEYCODES[Number(keycode)];
      const level = LEVELS[modifiers];
      return code && level !== undefined ? [`${code} ${level}`] : [];
    })
    .sort();
}

const unicodeName = (character: string) => `U${character.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`;
const names = new Map<string, string[]>();
for (const [name, character] of keysymCharacters()) names.set(character, [...(names.get(character) ?? []), name]);

describe('the Linux tables', () => {
  it('are what the script writes from the xkb-data of this machine', () => {
    expect(readFileSync(LAYOUTS_FILE, 'utf8')).toBe(layoutsFile());
  });

  it.each(LAYOUTS.map((layout) => layout.id as keyof typeof SOURCES))(
    '%s agrees with xkbcli how-to-type on every character and dead key of the writing block',
    async (id) => {
      const { characters, dead } = LAYOUTS.find((one) => one.id === id)!.on.linux;
      const ours = new Map<string, string[]>();
      for (const [code, levels] of Object.entries(characters)) {
        levels.forEach((character, level) => {
          if (!character) return;
          const place = `${code} ${level}`;
          const what = dead.has(place) ? `dead ${character}` : character;
          ours.set(what, [...(ours.get(what) ?? []), place]);
        });
      }
      const deadNames = new Map(Object.entries(DEAD).map(([symbol, character]) => [`dead ${character}`, symbol]));
      const asked = [...ours];
      for (let character = 0x21; character < 0x7f; character++) {
        const text = String.fromCharCode(character);
        if (!ours.has(text)) asked.push([text, []]);
      }
      const wrong: string[] = [];
      const queue = asked.slice();
      const work = async () => {
        for (let next = queue.pop(); next; next = queue.pop()) {
          const [what, places] = next;
          const symbol = deadNames.get(what);
          const theirs = symbol ? await spots(id, '--keysym', symbol) : await spots(id, String(what.codePointAt(0)));
          // Some characters have a name of their own in X beside their code point, and tables use either.
          if (!symbol && theirs.length < places.length)
            for (const name of [unicodeName(what), ...(names.get(what) ?? [])])
              theirs.push(...(await spots(id, '--keysym', name)));
          const found = [...new Set(theirs)].sort();
          if (found.join() !== places.toSorted().join()) wrong.push(`${what}: ${found} ≠ ${places}`);
        }
      };
      await Promise.all(Array.from({ length: 4 }, work));
      expect(wrong).toEqual([]);
      expect(asked.length).toBeGreaterThanOrEqual(94);
    },
  );
});
