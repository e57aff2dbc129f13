import { describe, expect, it } from 'vitest';
import { Recipe } from '@crib/core/contract';
import { effective } from '@crib/core/keyset';
import { mergedPreset, physical, readPreset, saidIn, writePreset } from '@crib/core/preset';
import { json, programOf } from './program.ts';

describe.each([
  // Found by hand in the lists: what each format has no words for.
  [
    'fathomry',
    '7.0-keys.csv',
    'windows',
    ['Open key help by letters, tap Alt then Y then K: the file does not support single modifier taps.'],
  ],
  [
    'fathomry',
    '7.0-keys.csv',
    'macos',
    ['Open key help by letters, tap Option then Y then K: the file does not support single modifier taps.'],
  ],
  ['brinechart', '3-keys.csv', 'windows', []],
  ['brinechart', '3-keys.csv', 'macos', []],
  ['tallowline', '2.8-keys.csv', 'windows', []],
])('the file of %s (%s, %s)', (folder, list, platform, lost) => {
  const catalogue = programOf(folder, list);
  const recipe = { ...Recipe.parse(json(`${folder}/recipe.json`)), scope: 'all' as const };
  const keyset = catalogue.keysets[0]!;
  const made = writePreset(recipe, keyset, catalogue, platform, { edition: 1 });

  it('holds every shipped key and reads back as the same, less what the format has no words for', () => {
    const read = readPreset(recipe, made.bytes, catalogue, platform);
    expect(read.bindings.flatMap((one) => one.unknown)).toEqual([]);
    const said = saidIn(read);
    const from = effective({ shipped: keyset as never, layers: [] }, platform);
    let [all, found] = [0, 0];
    for (const { id } of catalogue.commands)
      for (const { id: context } of catalogue.contexts) {
        const now = from.at(id, context).map((one) => physical(one.shortcut, platform));
        const there = said.get(`${id} ${context}`) ?? [];
        all += new Set(now).size;
        found += there.length;
        for (const one of there) expect(now).toContain(one);
      }
    expect(all).toBeGreaterThan(80);
    expect(found + new Set(made.losses).size).toBe(all);
    expect(made.losses).toEqual(lost);
    expect(
      Buffer.from(mergedPreset(recipe, made.bytes, [], catalogue, platform).bytes).equals(Buffer.from(made.bytes)),
    ).toBe(true);
  });
});
