import { describe, expect, it } from 'vitest';
import { KeyPolicy } from '../../src/contract/index.ts';
import { consequences, editOf, overfilled } from '../../src/keyset/index.ts';
import { binding, command, custom, edit, setting, shipped } from './fixtures.ts';

const COMMANDS = [command(1), command(2)];
const PLACE = { command: 1, context: 1, platform: null };
const SAID = { shortcut: 'F5', reason: 'why', memoryAid: 'aid' };
const layers = (count: number) => ({
  shipped: shipped([binding(1, 'J')]),
  layers: Array.from({ length: count }, (_, n) => custom([], n + 2)),
});

describe('the edit that an action is', () => {
  it('names its keys where it gives or blocks some, and none where it clears', () => {
    const made = (action: 'set' | 'add' | 'block' | 'clear') =>
      editOf(setting(layers(1), COMMANDS), PLACE, action, SAID);
    for (const action of ['set', 'add', 'block'] as const)
      expect(made(action)).toEqual({
        put: [{ ...PLACE, action, shortcuts: ['F5'], reason: 'why', memoryAid: 'aid' }],
        remove: [],
      });
    expect(made('clear').put).toMatchObject([{ action: 'clear', shortcuts: [] }]);
  });
  it('is taken away when it is put back over the shipped keyset, and an edit of its own over another layer', () => {
    expect(editOf(setting(layers(1), COMMANDS), PLACE, 'put back', SAID)).toEqual({ put: [], remove: [PLACE] });
    expect(editOf(setting(layers(2), COMMANDS), PLACE, 'put back', SAID)).toMatchObject({
      put: [{ action: 'put back', shortcuts: [] }],
      remove: [],
    });
  });
});

describe('a program that lets a command have one shortcut', () => {
  const policy = KeyPolicy.parse({ accepts: { mostPerCommand: 1 } });
  const given = setting({ shipped: shipped([binding(1, 'J')]), layers: [custom([])] }, COMMANDS, { policy });
  it('refuses a second one, by hand or from a file, and not the same press in another spelling', () => {
    const change = (...keys: string[]) => ({ put: [edit(1, 'set', keys)], remove: [] });
    for (const made of [change('F5', 'F6'), { put: [edit(1, 'add', ['F6'])], remove: [] }]) {
      expect(overfilled(given, made).map((one) => one.code)).toEqual(['not-accepted']);
      expect(consequences(given, made).refusals.map((one) => one.code)).toEqual(['not-accepted']);
    }
    expect(overfilled(given, change('F5'))).toEqual([]);
    expect(overfilled(given, change('A', '[KeyA]'))).toEqual([]);
  });
});
