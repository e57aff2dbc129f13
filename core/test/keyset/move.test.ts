import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Key } from '../../src/keys/index.ts';
import { consequences, moveRun, settingAfter, type MoveQuestion, type Setting } from '../../src/keyset/index.ts';
import type { Edit } from '../../src/contract/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { binding, command, custom, setting, shipped } from './fixtures.ts';
import { runs } from '../runs.ts';

const F = (...numbers: number[]): Key[] => numbers.map((n) => ({ by: 'name', name: `F${n}` as 'F1' }));
const commands = Array.from({ length: 12 }, (_, i) => command(i + 1));
const on = (keys: Record<number, string | null>, edits: Edit[] = []): Setting =>
  setting(
    {
      shipped: shipped(Object.entries(keys).flatMap(([id, key]) => (key ? [binding(Number(id), key)] : []))),
      layers: [custom(edits)],
    },
    commands,
  );
/** What every command has after a move and all that follows from it. */
function after(before: Setting, question: Omit<MoveQuestion, 'reason'>) {
  const moved = moveRun(before, { ...question, reason: 'together' });
  const outcome = consequences(before, moved.change);
  expect(outcome.refusals).toEqual([]);
  const then = settingAfter(before, outcome.change);
  const held = then.weighed.on('windows');
  const keys = Object.fromEntries(commands.map(({ id }) => [id, held.of(id)[0]?.shortcut ?? null]));
  const notes = Object.fromEntries(moved.lines.map((line) => [line.command, line.note]));
  return { ...moved, keys, notes, setting: then };
}
const six = { 1: 'F2', 2: 'F3', 3: 'F4', 4: 'F5', 5: 'F6', 6: 'F7' };
const run = [1, 2, 3, 4, 5, 6];
const shift = { by: 'modifiers', held: ['Shift'] } as const;

describe('moving a run of keys', () => {
  it('changes what is held: F2 to F7 become Shift+F2 to Shift+F7, in one change with its reason', () => {
    const { keys, change } = after(on(six), { members: run, to: shift });
    expect(run.map((id) => keys[id])).toEqual(['Shift+F2', 'Shift+F3', 'Shift+F4', 'Shift+F5', 'Shift+F6', 'Shift+F7']);
    expect(change.put.every((one) => one.reason === 'together')).toBe(true);
  });
  it('leaves out members that are excepted, and gives others a key of their own', () => {
    const own = new Map([[3, 'Alt+Q']]);
    const { keys, notes } = after(on(six), { members: run, to: shift, except: [2], own });
    expect([keys[1], keys[2], keys[3], keys[4]]).toEqual(['Shift+F2', 'F3', 'Alt+Q', 'Shift+F5']);
    expect([notes[2], notes[3]]).toEqual(['left out', 'custom shortcut']);
  });
  it('takes the modifier variants of its keys along to other keys', () => {
    const keys = { 1: 'F2', 2: 'F3', 7: 'Shift+F2', 8: 'Ctrl+F3', 9: 'Shift+F9' };
    const moved = after(on(keys), { members: [1, 2], to: { by: 'keys', keys: F(10, 11), variants: true } });
    expect(moved.keys).toMatchObject({ 1: 'F10', 2: 'F11', 7: 'Shift+F10', 8: 'Ctrl+F11', 9: 'Shift+F9' });
    const alone = after(on(keys), { members: [1, 2], to: { by: 'keys', keys: F(10, 11), variants: false } });
    expect(alone.keys).toMatchObject({ 1: 'F10', 7: 'Shift+F2' });
  });
  it('goes over gaps, and says for whom nothing is left where lengths differ', () => {
    const gapped = on({ 1: 'F2', 2: null, 3: 'F4' });
    const moved = after(gapped, { members: [1, 2, 3], to: { by: 'keys', keys: F(8, 9), variants: false } });
    expect(moved.keys).toMatchObject({ 1: 'F8', 2: null, 3: 'F9' });
    expect(moved.notes[2]).toBe('has no shortcut to move');
    const short = after(on(six), { members: run, to: { by: 'keys', keys: F(8, 9), variants: false } });
    expect(short.keys).toMatchObject({ 1: 'F8', 2: 'F9', 3: 'F4' });
    expect(short.notes[3]).toBe('no key left for it');
  });
  it('loses nothing where source and target overlap', () => {
    const moved = after(on(six), { members: run, to: { by: 'keys', keys: F(3, 4, 5, 6, 7, 8), variants: false } });
    expect(run.map((id) => moved.keys[id])).toEqual(['F3', 'F4', 'F5', 'F6', 'F7', 'F8']);
  });
  it('gives the keys of one family to another in order, over its gaps and to its end', () => {
    const keys = { 1: 'F2', 2: null, 3: 'F4', 7: 'A', 8: 'B', 9: 'C', 10: 'D' };
    const moved = after(on(keys), { members: [1, 2, 3], to: { by: 'family', family: [7, 8, 9, 10] } });
    expect(moved.keys).toMatchObject({ 1: null, 2: null, 3: null, 7: 'F2', 8: 'B', 9: 'F4', 10: 'D' });
    expect(moved.notes).toMatchObject({
      1: 'loses its shortcut',
      2: 'has no shortcut to swap',
      10: 'no matching command',
    });
    // Those who give their key away can be given another in the same step.
    const given = after(on(keys), { members: [1], to: { by: 'family', family: [7] }, own: new Map([[1, 'Alt+1']]) });
    expect(given.keys).toMatchObject({ 1: 'Alt+1', 7: 'F2' });
    // Other modifiers for both on the way, and custom shortcut for one that receives.
    const to = { by: 'family', family: [7, 8, 9, 10], there: ['Ctrl'], here: ['Alt', 'Shift'] } as const;
    const held = after(on(keys), { members: [1, 2, 3], to, own: new Map([[9, 'Ctrl+L']]) });
    expect(held.keys).toMatchObject({
      1: 'Alt+Shift+F2',
      3: 'Alt+Shift+F4',
      7: 'Ctrl+F2',
      8: 'B',
      9: 'Ctrl+L',
      10: 'D',
    });
  });
  it('swaps two families, and refuses a command that is in both', () => {
    const keys = { 1: 'F2', 2: 'F3', 7: 'A', 8: 'B' };
    const moved = after(on(keys), { members: [1, 2], to: { by: 'swap', family: [7, 8] } });
    expect(moved.keys).toMatchObject({ 1: 'A', 2: 'B', 7: 'F2', 8: 'F3' });
    expect(
      moveRun(on(keys), { members: [1, 2], to: { by: 'swap', family: [2, 8] }, reason: '' }).problems,
    ).toMatchObject([{ code: 'overlap' }]);
  });
  it('moves a twin family alike: by the same modifiers, or to the same keys held its own way', () => {
    const twins = { 1: 'Ctrl+F2', 2: 'Ctrl+F3', 7: 'Ctrl+Shift+F2', 8: 'Ctrl+Shift+F3' };
    const moved = after(on(twins), {
      members: [1, 2],
      twin: [7, 8],
      to: { by: 'keys', keys: F(8, 9), variants: false },
    });
    expect(moved.keys).toMatchObject({ 1: 'Ctrl+F8', 2: 'Ctrl+F9', 7: 'Ctrl+Shift+F8', 8: 'Ctrl+Shift+F9' });
  });
  it('keeps what a platform has of its own, and the other shortcuts of a command', () => {
    const bindings = [
      binding(1, 'F2'),
      binding(1, 'Alt+Q'),
      binding(2, 'F3'),
      binding(2, 'Meta+2', { platform: 'macos' }),
    ];
    const before = setting({ shipped: shipped(bindings), layers: [custom([])] }, commands);
    const { setting: now } = after(before, { members: [1, 2], to: shift });
    const has = (id: number, platform: string) =>
      now.weighed
        .on(platform)
        .of(id)
        .map((one) => one.shortcut);
    expect(has(1, 'windows')).toEqual(['Shift+F2', 'Alt+Q']);
    expect([has(2, 'windows'), has(2, 'macos')]).toEqual([['Shift+F3'], ['Meta+2']]);
  });
  it('takes presses from others with that said, as any edit does', () => {
    const { keys } = after(on({ ...six, 9: 'Shift+F2' }), { members: [1], to: shift });
    expect(keys).toMatchObject({ 1: 'Shift+F2', 9: null });
  });
  it('and back restores what every command has, when the target was free', () => {
    const numbers = fc.shuffledSubarray([2, 3, 4, 5, 6, 7], { minLength: 2 });
    fc.assert(
      fc.property(numbers, fc.subarray([1, 2, 3]), fc.constantFrom('Alt', 'Shift'), (list, except, held) => {
        const keys = Object.fromEntries(list.map((n, i) => [i + 1, `F${n}`]));
        const members = list.map((_, i) => i + 1);
        const there = after(on(keys), { members, except, to: { by: 'modifiers', held: [held as 'Alt'] } });
        const back = after(there.setting, { members, except, to: { by: 'modifiers', held: [] } });
        for (const platform of PLATFORMS) {
          const texts = ({ weighed }: Setting) =>
            commands.map(({ id }) =>
              weighed
                .on(platform)
                .of(id)
                .map((one) => one.shortcut),
            );
          expect(texts(back.setting)).toEqual(texts(on(keys)));
        }
      }),
      runs(200),
    );
  });

  it.each(['swap', 'family', 'modifiers', 'keys'] as const)(
    'by %s moves each platform’s keys by themselves, and leaves the others with their words',
    (by) => {
      const key = fc.constantFrom(null, null, 'F2', 'F3', 'F5', 'F6', 'Primary+K', 'Ctrl+L', 'Meta+L', 'Alt+Q');
      const row = fc.record({ windows: key, macos: key, linux: key });
      type Row = Readonly<Record<string, string | null>>;
      const on = (keys: Row | undefined, platform: string) => keys?.[platform] ?? null;
      fc.assert(
        fc.property(fc.array(row, { minLength: 4, maxLength: 4 }), fc.boolean(), (rows: readonly Row[], inLayer) => {
          const states = rows.flatMap((keys, at) =>
            PLATFORMS.flatMap((platform) =>
              keys[platform] ? [{ command: at + 1, platform, shortcut: keys[platform]! }] : [],
            ),
          );
          const edits = states.map(({ command: id, platform, shortcut }): Edit => ({
            command: id,
            context: 1,
            platform,
            action: 'set',
            shortcuts: [shortcut],
            reason: `${platform} asked.`,
            memoryAid: 'five alive',
          }));
          const bindings = states.map(({ command: id, platform, shortcut }) => binding(id, shortcut, { platform }));
          const before = setting(
            { shipped: shipped(inLayer ? [] : bindings), layers: [custom(inLayer ? edits : [])] },
            commands,
          );
          const to: MoveQuestion['to'] =
            by === 'modifiers'
              ? { by, held: ['Shift', 'Alt'] }
              : by === 'keys'
                ? { by, keys: F(8, 9), variants: false }
                : { by, family: [3, 4] };
          const { change, lines } = moveRun(before, { members: [1, 2], to, reason: 'Moved.' });
          expect(lines.length).toBeGreaterThan(1);
          const now = settingAfter(before, change).weighed;
          // The same said plainly: of each platform by itself, a pair at a time.
          const first = (keys: Row) => PLATFORMS.map((one) => on(keys, one)).find((one) => one !== null) ?? null;
          const plain = (text: string | null) => text?.split('+').at(-1) ?? null;
          const keyed = rows.slice(0, 2).filter((keys) => first(keys) !== null);
          const expected = (id: number, platform: string): string | null => {
            const mine = on(rows[id - 1], platform);
            if (by === 'swap') return on(rows[(id + 1) % 4], platform);
            if (by === 'family') return id < 3 ? null : (on(rows[id - 3], platform) ?? mine);
            if (id > 2 || mine === null || plain(mine) !== plain(first(rows[id - 1]!))) return mine;
            if (by === 'modifiers') return `Alt+Shift+${plain(mine)}`;
            return mine.slice(0, mine.length - plain(mine)!.length) + ['F8', 'F9'][keyed.indexOf(rows[id - 1]!)]!;
          };
          for (const platform of PLATFORMS)
            for (const id of [1, 2, 3, 4]) {
              const has = now
                .on(platform)
                .at(id, 1)
                .map((one) => one.shortcut);
              const wanted = expected(id, platform);
              expect(has, JSON.stringify([by, rows, id, platform])).toEqual(wanted === null ? [] : [wanted]);
              const [left] =
                inLayer && wanted === on(rows[id - 1], platform)
                  ? edits.filter((one) => one.command === id && one.platform === platform)
                  : [];
              if (left)
                expect(
                  change.put.filter(
                    (one) => one.command === id && (one.platform === null || one.platform === platform),
                  ),
                ).toEqual([]);
            }
        }),
        runs(400),
      );
    },
  );
});
