import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readKeyRun, writeStored } from '../../src/keys/index.ts';
import { runs } from '../runs.ts';

const read = (text: string, platform = 'windows') =>
  readKeyRun(text, platform)?.map((key) =>
    writeStored({ strokes: [{ kind: 'key', modifiers: [], key }], manner: 'pressed' }),
  );

describe('a run of keys', () => {
  it.each([
    ['F2..F7', ['F2', 'F3', 'F4', 'F5', 'F6', 'F7']],
    ['f9–F10', ['F9', 'F10']],
    ['1-3', ['1', '2', '3']],
    ['Q W, E;R', ['Q', 'W', 'E', 'R']],
    ['Home, End', ['Home', 'End']],
    ['F1 3..4 Z', ['F1', '3', '4', 'Z']],
    ['', []],
  ])('is read from “%s”', (text, keys) => {
    expect(read(text)).toEqual(keys);
  });
  it.each(['Ctrl+A', 'F2..7', 'F7..F2', 'Shift', 'Entre', 'Q then W', 'T twice', 'A or B'])('is not “%s”', (text) => {
    expect(read(text)).toBeUndefined();
  });
  it('never fails, and never gets out of hand, whatever stands there', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (text) => {
        expect((readKeyRun(text, 'linux') ?? []).length).toBeLessThanOrEqual(100);
      }),
      runs(1000),
    );
    expect(readKeyRun('1..99 1..99', 'linux')).toBeNull();
  });
});
