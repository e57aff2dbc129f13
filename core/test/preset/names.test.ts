import { describe, expect, it } from 'vitest';
import { Recipe } from '../../src/contract/index.ts';
import { US } from '../../src/keys/index.ts';
import { keyboardOf } from '../../src/press/index.ts';
import { planPreset, readPreset, saidIn, writePreset } from '../../src/preset/index.ts';
import { custom, edit } from '../keyset/fixtures.ts';
import { catalogue } from '../list/fixtures.ts';

describe('a preset format', () => {
  it('names contexts of one name by their paths, and asks about a record that it does not understand', () => {
    const panels = catalogue(
      [
        { name: 'one', label: 'One' },
        { name: 'two', label: 'Two' },
      ],
      [
        { command: 1, shortcut: 'F2', contexts: [3] },
        { command: 2, shortcut: 'F3', contexts: [4] },
      ],
    );
    const own = custom([edit(1, 'set', ['F7'], { context: 3 }), edit(2, 'set', ['F8'], { context: 4 })]);
    const all = { ...panels, keysets: [...panels.keysets, own] };
    const how = (contexts: Record<string, string>) =>
      Recipe.parse({
        name: 'Keys',
        extension: 'keys',
        syntax: 'lines',
        lineEnd: '\n',
        header: [],
        footer: [],
        record: '{context} {command} = {keys}',
        noKey: null,
        joiner: '+',
        sequence: null,
        manners: { held: null, twice: null },
        pointers: {},
        howToLoad: '',
        letters: 'capitals',
        contexts,
        platforms: { windows: { modifiers: [], keys: { F2: 'F2', F3: 'F3', F7: 'F7', F8: 'F8' } } },
      });
    const bare = writePreset(how({ Panel: 'panel' }), own, all, 'windows', { edition: 1 });
    expect(bare.losses).toHaveLength(2);
    const byPath = how({ 'Chart window › Panel': 'chart-panel', Panel: 'panel' });
    const file = writePreset(byPath, own, all, 'windows', { edition: 1 });
    expect([file.losses, file.fault]).toEqual([[], null]);
    const said = saidIn(readPreset(byPath, file.bytes, all, 'windows'));
    expect([said.get('1 3'), said.get('2 4')]).toEqual([['F7'], ['F8']]);
    // A record of keys that nobody knows is a question, and no key less.
    const everything = { ...byPath, scope: 'all' as const };
    const read = readPreset(everything, Buffer.from('chart-panel one = hyper\npanel two = F3\n'), all, 'windows');
    const plan = planPreset(everything, read, all, 'windows', keyboardOf(US, 'windows'))!;
    expect([plan.questions.length, plan.edits]).toEqual([1, []]);
  });
});
