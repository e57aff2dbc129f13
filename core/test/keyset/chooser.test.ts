import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS } from '../../src/keys/index.ts';
import { clashSaid, clashes, consequences, settingAfter, type Clash, type Setting } from '../../src/keyset/index.ts';
import { say } from '../../src/words/index.ts';
import { binding, command, edit, on, setting as settingOf, settings, shipped, custom } from './fixtures.ts';
import { runs } from '../runs.ts';

/** All commands of one chooser, or those of a pair. */
const choosing = (setting: Setting, only?: readonly number[]): Setting => ({
  ...setting,
  decides: (a, b) => (!only || (only.includes(a) && only.includes(b)) ? 'by what is selected' : ''),
});
const told = ({ kind, severity, parties, platforms, layouts }: Clash) =>
  [
    kind,
    severity,
    ...parties.map((one) => `${one.command} ${one.context} ${one.shortcut}`),
    platforms.join('+'),
    layouts.join('+'),
  ].join(' | ');

describe('a press that chooses between commands', () => {
  it('is no clash: what would be two in one place, or two at once, is told as a choice, and nothing else is otherwise', () => {
    fc.assert(
      fc.property(settings, fc.constantFrom(...LAYOUTS), (random, layout) => {
        const setting = on(random, [layout]);
        const plain = clashes(setting).map((one) =>
          one.kind === 'same place' || one.kind === 'together'
            ? told({ ...one, kind: 'chooses', severity: 'note' })
            : told(one),
        );
        expect(clashes(choosing(setting)).map(told).sort()).toEqual(plain.sort());
      }),
      runs(200),
    );
  });
  it('is taken from nobody: both have it then, and a third command’s press is taken as ever', () => {
    const given = { shipped: shipped([binding(1, 'J'), binding(3, 'K')]), layers: [custom([])] };
    const setting = choosing(settingOf(given, [command(1), command(2), command(3)]), [1, 2]);
    const both = consequences(setting, { put: [edit(2, 'set', ['J'])], remove: [] });
    expect(both.change.put.map((one) => one.command)).toEqual([2]);
    expect(both.consequences.map((one) => say(one.said))).toEqual([
      expect.stringContaining('. The program picks the command by context: by what is selected.'),
    ]);
    const after = choosing(settingAfter(setting, both.change), [1, 2]);
    const found = clashes(after);
    expect(found.map((one) => [one.kind, one.severity])).toEqual([['chooses', 'note']]);
    expect(say(clashSaid(after, found[0]!))).toContain(
      'J in Everywhere runs Command 1 or Command 2. The program picks one: by what is selected.',
    );
    const taken = consequences(setting, { put: [edit(2, 'set', ['K'])], remove: [] });
    expect(taken.change.put.map((one) => `${one.command} ${one.action}`)).toEqual(['2 set', '3 clear']);
  });
});
