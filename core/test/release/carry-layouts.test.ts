import { describe, expect, it } from 'vitest';
import type { Edit } from '../../src/contract/index.ts';
import { US, layoutById } from '../../src/keys/index.ts';
import { carry } from '../../src/release/index.ts';
import { say } from '../../src/words/index.ts';
import { binding, command, edit, shipped } from '../keyset/fixtures.ts';
import { identity, settingOfWorld, type World } from './worlds.ts';

describe('carrying for several layouts', () => {
  const world = (keys: [number, string, Partial<{ platform: string }>?][]): World => ({
    contexts: [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }],
    commands: [1, 2].map((id) => command(id)),
    stack: { shipped: shipped(keys.map(([id, key, more]) => binding(id, key, more))), layers: [] },
  });
  const german = [US, layoutById('de')!];
  const kinds = (edits: Edit[], old: World, now: World, layouts = german) =>
    carry({ edits, old: settingOfWorld(old, layouts), now: settingOfWorld(now, layouts), lineage: identity(old, now) });

  it('sees a press that is taken on one of them only, and says with which', () => {
    const [old, now] = [world([[2, 'F9']]), world([[2, 'Ctrl+Shift+7']])];
    const edits = [edit(1, 'set', ['Ctrl+/'])];
    expect(kinds(edits, old, now).map((one) => say(one.said))).toEqual([
      'Ctrl+Shift+7 now runs Command 2 in Everywhere with the German layout.',
    ]);
    expect(kinds(edits, old, now, [US]).map((one) => one.kind)).toEqual(['carried']);
  });
  it('calls as shipped what is the same press, however it is spelled', () => {
    const [old, now] = [
      world([[1, 'F2']]),
      world([
        [1, 'Ctrl+J', { platform: 'windows' }],
        [1, 'Meta+J', { platform: 'macos' }],
      ]),
    ];
    expect(kinds([edit(1, 'set', ['Primary+J'])], old, now).map((one) => one.kind)).toEqual(['now as shipped']);
    const plus = [world([[1, 'F2']]), world([[1, 'Ctrl++']])] as const;
    expect(kinds([edit(1, 'set', ['Ctrl+Shift+='])], ...plus, [US]).map((one) => one.kind)).toEqual(['now as shipped']);
    expect(kinds([edit(1, 'set', ['Ctrl+Shift+='])], ...plus).map((one) => one.kind)).toEqual(['carried']);
  });
});
