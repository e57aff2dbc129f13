import { describe, expect, it } from 'vitest';
import { learnRecipe, readPreset, writePreset } from '../../src/preset/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { app, fileOf, marksOf } from './marked.ts';
import { OWN, UNSEEN, stored, type Shaped } from './shaped-files.ts';

/** Files whose formats, as they are learned, write no file that reads back. */
const NOT_WRITTEN: readonly string[] = [];

function explained(shaped: Shaped) {
  const bytes = fileOf(shaped);
  const platform = shaped.platform ?? 'windows';
  const learned = learnRecipe({ name: 'mine.keys', bytes }, marksOf(shaped), app, platform);
  const read = readPreset(learned.recipe, bytes, app, platform).bindings;
  const found = new Set(read.map((one) => `${one.command?.name} ${one.shortcuts[0]}`));
  const right = shaped.bindings.filter((one) => found.has(`${one.name} ${stored(one.strokes)}`)).length;
  // What is none of the bindings is not to be taken for one.
  const wrong = read.filter(
    (one) =>
      one.command &&
      one.shortcuts.length &&
      !shaped.bindings.some((each) => each.name === one.command!.name && stored(each.strokes) === one.shortcuts[0]),
  );
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
    const file = writePreset(learned.recipe, mine, all, shaped.platform ?? 'windows', { edition: 1 });
    // What would not, is refused before anybody is handed it.
    if (file.fault) return void expect(NOT_WRITTEN).toContain(shaped.title);
    expect(NOT_WRITTEN).not.toContain(shaped.title);
    const back = readPreset(learned.recipe, file.bytes, all, shaped.platform ?? 'windows').bindings;
    expect(
      back.flatMap((one) =>
        one.command && one.shortcuts.length ? [`${one.command.name} ${one.shortcuts.join()}`] : [],
      ),
    ).toEqual(expect.arrayContaining(['save Ctrl+S', 'close F4']));
  });
});
