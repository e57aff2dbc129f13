import { describe, expect, it } from 'vitest';
import { contextTree } from '../../src/catalogue/index.ts';
import {
  SYSTEM_KEYS,
  acceptance,
  consequences,
  resolve,
  settingWith,
  weigh,
  whyNothing,
  type Scene,
  type Stack,
  type UserState,
} from '../../src/keyset/index.ts';
import { KeyPolicy, type Edit } from '../../src/contract/index.ts';
import { readPress } from '../../src/press/index.ts';
import { say } from '../../src/words/index.ts';
import { FOUR_CONTEXTS, PLATFORMS } from '../arbitraries.ts';
import { binding, command, custom, edit, setting, shipped, tree, usKeyboards } from './fixtures.ts';

const keyboards = usKeyboards();
const [keyboard] = keyboards.on('windows') as [ReturnType<typeof keyboards.on>[0]];
const texts = contextTree([
  ...FOUR_CONTEXTS,
  { id: 5, parent: 2, name: 'Note', position: 1, takesText: true, together: [] },
  { id: 6, parent: 1, name: 'Legend', position: 2, takesText: false, together: [{ context: 4, first: true }] },
]);
const scene = (list: ReturnType<typeof binding>[], active: number[], state: UserState = 'none'): Scene => ({
  weighed: weigh({ shipped: shipped(list), layers: [] }, keyboards),
  tree: texts,
  policy: { pause: 800 },
  decides: () => '',
  keyboard,
  active,
  state,
});
const did = (from: Scene, ...strokes: string[]) => {
  const { outcome, fires, typed } = resolve(from, strokes.map(readPress));
  return [outcome, fires?.command, typed && 'typed'].filter(Boolean).join(' ');
};
const at = (id: number) => ({ contexts: [id] });

describe('resolve', () => {
  it('lets the most specific context win, and the stated order between contexts active together', () => {
    const keys = [binding(1, 'A'), binding(2, 'A', at(2)), binding(3, 'A', at(4)), binding(4, 'A', at(6))];
    expect(did(scene(keys, [1]), 'KeyA')).toBe('fires 1');
    expect(did(scene(keys, [3]), 'KeyA')).toBe('fires 2');
    expect(did(scene(keys, [4, 6]), 'KeyA')).toBe('fires 4');
    expect(did(scene([binding(1, 'A', at(3)), binding(2, 'A', at(4))], [3, 4]), 'KeyA')).toBe('ambiguous');
    expect(did(scene(keys, [1]), 'KeyB')).toBe('nothing');
    // What is said to decide makes of it a choice; of three commands it has to decide between each two.
    const both = { ...scene([binding(1, 'A', at(2)), binding(2, 'A', at(2))], [2]), decides: () => 'what is selected' };
    expect(did(both, 'KeyA')).toBe('chooses');
    const three = scene(
      [1, 2, 3].map((id) => binding(id, 'A', at(2))),
      [2],
    );
    expect(did({ ...three, decides: (a, b) => (a + b < 5 ? 'what is selected' : '') }, 'KeyA')).toBe('ambiguous');
  });
  it('waits where a longer one may follow, and takes T twice for T T', () => {
    const keys = [binding(1, 'U'), binding(2, 'U B'), binding(3, 'twice:T')];
    expect(did(scene(keys, [1]), 'KeyU')).toBe('waits 1');
    expect(did(scene(keys, [1]), 'KeyU', 'KeyB')).toBe('fires 2');
    expect(did(scene(keys, [1]), 'KeyU', 'KeyX')).toBe('nothing');
    expect(did(scene(keys, [1]), 'KeyT', 'KeyT')).toBe('fires 3');
    expect(did(scene([binding(1, 'U B', at(1)), binding(2, 'U', at(2))], [2]), 'KeyU')).toBe('fires 2');
  });
  it('lets a text swallow characters and nothing else', () => {
    const keys = [binding(1, 'A'), binding(2, 'Ctrl+A'), binding(3, 'Shift+B', at(5)), binding(4, 'F5')];
    expect(did(scene(keys, [5]), 'KeyA')).toBe('nothing typed');
    expect(did(scene(keys, [5]), 'Shift+KeyB')).toBe('nothing typed');
    expect(did(scene(keys, [5]), 'Ctrl+KeyA')).toBe('fires 2');
    expect(did(scene(keys, [5]), 'F5')).toBe('fires 4');
  });
  it('follows the states that the key policy names', () => {
    const keys = [binding(1, 'A'), binding(2, 'Ctrl+B', at(2)), binding(3, 'U B')];
    expect(did(scene(keys, [2], 'root only'), 'Ctrl+KeyB')).toBe('nothing');
    expect(did(scene(keys, [2], 'root only'), 'KeyA')).toBe('fires 1');
    expect(did(scene(keys, [2], 'diverted'), 'KeyA')).toBe('nothing');
    expect(did(scene(keys, [2], 'diverted'), 'Ctrl+KeyB')).toBe('fires 2');
  });
  it('tells left from right only where a binding does', () => {
    const keys = [binding(1, 'RightCtrl+A'), binding(2, 'Ctrl+B')];
    expect(did(scene(keys, [1]), 'RightCtrl+KeyA')).toBe('fires 1');
    expect(did(scene(keys, [1]), 'LeftCtrl+KeyA')).toBe('nothing');
    expect(did(scene(keys, [1]), 'LeftCtrl+KeyB')).toBe('fires 2');
  });

  it('tells left from right with other modifiers held, whichever side they are on', () => {
    const keys = [binding(1, 'LeftCtrl+Shift+A')];
    expect(did(scene(keys, [1]), 'LeftCtrl+RightShift+KeyA')).toBe('fires 1');
    expect(did(scene(keys, [1]), 'RightCtrl+LeftShift+KeyA')).toBe('nothing');
  });
});

describe('a blocked press', () => {
  const wide = binding(1, 'Ctrl+K');
  const stackWith = (edits_: Edit[], more: ReturnType<typeof binding>[] = []) => ({
    shipped: shipped([wide, ...more]),
    layers: [custom(edits_)],
  });
  const block = edit(1, 'block', ['Ctrl+K'], { context: 3 });
  const fired = (edits_: Edit[], active: number[], more: ReturnType<typeof binding>[] = []) => {
    const scene: Scene = {
      weighed: weigh(stackWith(edits_, more), keyboards),
      tree,
      policy: { pause: null },
      decides: () => '',
      keyboard,
      active,
    };
    const { outcome, candidates } = resolve(scene, [readPress('Ctrl+KeyK')]);
    return [outcome, candidates[0]?.stopped ?? null];
  };
  it('does nothing where it is blocked, and what it did everywhere else', () => {
    expect(fired([block], [3])).toEqual(['nothing', 'blocked there']);
    expect(fired([block], [2])).toEqual(['fires', null]);
    expect(fired([block], [3], [binding(2, 'Ctrl+K', { contexts: [3] })])[0]).toBe('fires');
  });
  it('is told before it is blocked, and before a key is given that it would keep from working', () => {
    const on = setting(stackWith([]), [command(1), command(2, { label: 'Undo a line' })]);
    expect(consequences(on, { put: [block], remove: [] }).consequences.map((one) => say(one.said))).toEqual([
      'Ctrl+K no longer runs Command 1 in Line.',
    ]);
    const blocked = settingWith(on, stackWith([block]));
    const given = consequences(blocked, { put: [edit(2, 'set', ['Ctrl+K'], { context: 2 })], remove: [] });
    expect(given.consequences.map((one) => one.kind)).toContain('blocked');
    // What has the press in the very place is its owner: it is taken from it.
    const owned = settingWith(on, stackWith([], [binding(2, 'Ctrl+K', { contexts: [3] })]));
    expect(consequences(owned, { put: [block], remove: [] }).change.put).toMatchObject([
      { action: 'block' },
      { command: 2, action: 'clear' },
    ]);
  });
});

describe('what a program accepts', () => {
  const policy = (accepts: object, typedLetters = false) => KeyPolicy.parse({ accepts, typedLetters });
  it.each([
    ['bareLetters', policy({ bareLetters: false }), ['Ctrl+A', 'F3', 'Ctrl+U B'], ['A', 'Shift+A', '[KeyZ]', 'U B']],
    ['typed letters', policy({ bareLetters: false }, true), ['U B'], ['A']],
    [
      'needsOneOf',
      policy({ needsOneOf: ['Ctrl', 'Alt'] }),
      ['Primary+A', 'Alt+A', 'F3', 'Ctrl+E J'],
      ['A', 'Shift+A', 'Meta+A', 'A Ctrl+B'],
    ],
    ['refuses', policy({ refuses: ['Alt'] }), ['Ctrl+A'], ['Alt+A', 'LeftAlt+A', 'Ctrl+Alt+A']],
    ['mostStrokes', policy({ mostStrokes: 2 }), ['U B'], ['U B H']],
    ['held', policy({ held: false }), ['Space'], ['hold:Space']],
    ['twice', policy({ twice: false }), ['T'], ['twice:T']],
    ['taps', policy({ taps: false }), ['Alt+U'], ['tap(Alt) U']],
    ['pointer', policy({ pointer: false }), ['A'], ['Shift+Drag']],
    ['keypad', policy({ keypad: false }), ['5'], ['[Numpad5]']],
    ['functionKeys', policy({ functionKeys: false }), ['Home'], ['Shift+F4']],
  ])('%s', (_, given, taken, refused) => {
    for (const shortcut of taken) expect(acceptance(given, shortcut), shortcut).toBeNull();
    for (const shortcut of refused) expect(acceptance(given, shortcut)?.said, shortcut).toMatch(/^accept/);
  });
});

describe('why does my key do nothing?', () => {
  const policy = KeyPolicy.parse({ rootOnly: 'A dialog is open', diverted: 'The command line has the focus' });
  const needless = { needs: '', satisfiedBy: '', setting: '' };
  const ask = (from: Scene, shortcut: string, command = 1) => {
    const steps = whyNothing({
      scene: from,
      policy,
      systemKeys: SYSTEM_KEYS,
      shortcut,
      command: { ...needless, id: command, label: 'Trace shoreline' },
      label: (id) => `Command ${id}`,
      named: () => undefined,
    });
    return (
      steps.filter((one) => one.verdict === 'cause').map((one) => one.check)[0] ??
      steps
        .filter((one) => one.verdict === 'look')
        .map((one) => one.check)
        .join()
    );
  };
  const key = [binding(1, 'A', at(2))];
  const inLayer = (edits: Edit[], active: number[]): Scene => {
    const stack: Stack = { shipped: shipped([]), layers: [custom(edits)] };
    return { ...scene([], active), weighed: weigh(stack, keyboards) };
  };
  it.each([
    ['the keyset', 'keyset', () => ask(scene(key, [2]), 'B')],
    ['the layout', 'layout', () => ask(scene([binding(1, 'Ö')], [2]), 'Ö')],
    ['a system key', 'system key', () => ask(scene([binding(1, 'Meta+L')], [2]), 'Meta+L')],
    ['a state', 'state', () => ask(scene(key, [2], 'root only'), 'A')],
    ['the focus', 'focus', () => ask(scene(key, [4]), 'A')],
    ['a text', 'text', () => ask(scene(key, [5]), 'A')],
    ['another command', 'hidden', () => ask(scene([...key, binding(2, 'A', at(3))], [3]), 'A')],
    [
      'a shorter shortcut in a narrower place',
      'hidden',
      () => ask(scene([binding(1, 'A B', at(2)), binding(2, 'A', at(3))], [3]), 'A B'),
    ],
    [
      'nothing but what one has to look at: the state, and whether the preset is loaded',
      'state,preset',
      () => ask(inLayer([edit(1, 'set', ['A'], { context: 2 })], [2]), 'A'),
    ],
  ])('because of %s', (_, check, answer) => expect(answer()).toBe(check));

  it('goes through all its checks in order', () => {
    const given = inLayer([edit(1, 'set', ['Ctrl+J'], { context: 2 })], [2]);
    const steps = whyNothing({
      scene: given,
      policy,
      systemKeys: [],
      shortcut: 'Ctrl+J',
      command: { id: 1, label: 'X', needs: 'a line', satisfiedBy: 'line.pick', setting: 'Snap, shipped on' },
      label: String,
      named: (name) => (name === 'line.pick' ? 'Pick line' : undefined),
    });
    expect(steps.map((one) => one.check)).toEqual([
      'keyset',
      'layout',
      'system key',
      'state',
      'focus',
      'text',
      'hidden',
      'preset',
      'needs',
      'setting',
    ]);
    expect(say(steps.at(-2)!.said)).toBe('The command needs a line. Use Pick line to do that.');
  });
});

describe('the table of system keys', () => {
  it('has at least forty rows a platform, each press once, each with its source', () => {
    for (const platform of PLATFORMS) {
      const mine = SYSTEM_KEYS.filter((one) => one.platform === platform);
      expect(mine.length).toBeGreaterThanOrEqual(40);
      expect(new Set(mine.map((one) => one.shortcut)).size).toBe(mine.length);
      expect(mine.every((one) => one.source && one.taker)).toBe(true);
    }
  });
});
