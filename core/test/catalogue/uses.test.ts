import { describe, expect, it } from 'vitest';
import { readUses, usedOften, usesADay } from '../../src/catalogue/index.ts';
import { command } from '../keyset/fixtures.ts';

const commands = [
  command(1, { name: 'depth.place', label: 'Place sounding' }),
  command(2, { name: 'line.trace', label: 'Trace, by hand' }),
  command(3, { name: 'a.twin', label: 'Twin' }),
  command(4, { name: 'b.twin', label: 'Twin' }),
];
const use = (
  id: number,
  perDay: number | null,
  often: 'daily' | 'weekly' | 'rarely' | null = null,
  source = 'desk',
) => ({
  command: id,
  source,
  perDay,
  often,
});

describe('how often commands are used', () => {
  it('is read from lines in the shapes that people keep counts in', () => {
    const text = 'Place sounding ..... 212\nline.trace\t9.5\n\n"Trace, by hand";weekly\nb.twin, daily\r\n';
    const { uses, problems } = readUses(text, commands);
    expect(uses).toEqual([
      { command: 1, perDay: 212, often: null },
      { command: 2, perDay: 9.5, often: null },
      { command: 4, perDay: null, often: 'daily' },
    ]);
    expect(problems).toMatchObject([{ place: { line: 4 }, sentence: 'Line 4: Trace, by hand is listed twice.' }]);
  });
  it.each([
    ['Twin, 4', /2 commands have the name “Twin”. Write its id: a.twin or b.twin/],
    ['Nobody, 4', /no command has the name “Nobody”/],
    ['Place sounding, sometimes', /must be uses per day/],
    ['212', /has no count/],
  ])('asks about “%s”', (line, sentence) => {
    const { uses, problems } = readUses(line, commands);
    expect(uses).toEqual([]);
    expect(problems[0]!.sentence).toMatch(sentence);
  });
  it('counts the greatest of several sources, and as often what is daily or over ten times a day', () => {
    const uses = [use(1, 12), use(1, 40, null, 'log'), use(2, 10), use(3, null, 'daily'), use(4, null, 'rarely')];
    expect([...usesADay(uses)]).toEqual([
      [1, 40],
      [2, 10],
      [3, 5],
      [4, 0.1],
    ]);
    expect([...usedOften(uses)].sort()).toEqual([1, 3]);
  });
});
