import { describe, expect, it } from 'vitest';
import { readPast } from '../../src/catalogue/index.ts';
import { command } from '../keyset/fixtures.ts';

const commands = [
  command(1, { name: 'depth.place', label: 'Place sounding', otherNames: ['Spot depth'] }),
  command(2, { name: 'view.closer', label: 'Closer…' }),
  command(3, { name: 'line.part', label: 'Part contour' }),
  command(4, { name: 'line.part-again', label: 'Part contour' }),
];

describe('a program’s own list of last commands', () => {
  it('is read as it is copied: with numbers, times, bullets and quotes, by any of its names', () => {
    const { steps, counts } = readPast(
      '1. Place sounding\n14:03:22\t“Closer”\n• spot depth\n\n  - CLOSER…\n7) depth.place\n',
      commands,
    );
    expect(steps.map((one) => one.command)).toEqual([1, 2, 1, 2, 1]);
    expect(Object.fromEntries(counts)).toEqual({ 1: 3, 2: 2 });
  });
  it('counts nothing that is not sure: what nobody knows, and what two commands are called', () => {
    const { steps, counts } = readPast('Part contour\nMake tea\n12\n', commands);
    expect(steps).toEqual([
      { text: 'Part contour', command: null },
      { text: 'Make tea', command: null },
    ]);
    expect(counts.size).toBe(0);
  });
  it('stays with its last 20,000 lines, the blank one at the end too, however many there are', () => {
    expect(readPast('Place sounding\n'.repeat(50_000), commands).counts.get(1)).toBe(19_999);
  });
});
