import fc from 'fast-check';
import { expect, it } from 'vitest';
import { roundOf, timeLeft, unverifiedOn } from '../../src/keyset/index.ts';
import { COMMANDS, binding, command, shipped, tree } from './fixtures.ts';

const commands = Array.from({ length: COMMANDS }, (_, i) => command(i + 1));

const trial = { platform: 'windows', who: 'Tess', on: '2026-11-01', build: '' };
const bindings = fc
  .array(fc.record({ command: fc.constantFrom(...commands.map((one) => one.id)), tried: fc.boolean(), on: fc.constantFrom(null, 'windows', 'macos'), at: fc.constantFrom(...tree.inOrder.map((one) => one.id)) }), { maxLength: 12 }) // prettier-ignore
  .map((list) => list.map((one, i) => binding(one.command, `F${i + 1}`, { id: i + 1, platform: one.on, contexts: [one.at], trials: one.tried ? [trial] : [] }))); // prettier-ignore

it('a round stops once at every shortcut that nobody has tried, whatever the order, and place by place stays in a place', () => {
  fc.assert(
    fc.property(bindings, (list) => {
      const keyset = shipped(list);
      for (const order of ['menu', 'place'] as const) {
        const stops = roundOf(commands, keyset, 'windows', order, tree);
        expect(new Set(stops.map((one) => one.command.id))).toEqual(unverifiedOn(keyset, 'windows'));
        expect(new Set(stops.map((one) => one.binding.id)).size).toBe(stops.length);
        if (order === 'menu') continue;
        const places = stops.map((one) => one.binding.contexts[0]!);
        const changes = places.filter((one, at) => at > 0 && one !== places[at - 1]).length;
        expect(changes).toBe(Math.max(0, new Set(places).size - 1));
      }
    }),
  );
});
it('what is left of it is told from the ticks so far, a break apart', () => {
  expect(timeLeft(10, [4, 6])).toBeNull();
  expect(timeLeft(10, [4, 6, 900])).toBe(60);
  expect(timeLeft(0, [4, 6, 5])).toBe(0);
});
