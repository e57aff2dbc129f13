import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { Binding, ShippedKeyset } from '../../src/contract/index.ts';
import { correctedTo, effective, restated, roundOf, timeLeft, unverifiedOn } from '../../src/keyset/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { COMMANDS, binding, command, shipped, tree } from './fixtures.ts';
import { runs } from '../runs.ts';

const commands = Array.from({ length: COMMANDS }, (_, i) => command(i + 1));

const trial = { platform: 'windows', who: 'Tess', on: '2026-11-01', build: '' };
const bindings = fc
  .array(
    fc.record({
      command: fc.constantFrom(...commands.map((one) => one.id)),
      tried: fc.boolean(),
      on: fc.constantFrom(null, 'windows', 'macos'),
      at: fc.constantFrom(...tree.inOrder.map((one) => one.id)),
    }),
    { maxLength: 12 },
  )
  .map((list) =>
    list.map((one, i) =>
      binding(one.command, `F${i + 1}`, {
        id: i + 1,
        platform: one.on,
        contexts: [one.at],
        trials: one.tried ? [trial] : [],
      }),
    ),
  );

it('a round stops once at every shortcut that counts and that nobody has tried, and place by place stays in a place', () => {
  fc.assert(
    fc.property(bindings, (list) => {
      const keyset = shipped(list);
      // Each stands in one place: one for all platforms counts where the command has none of the platform’s own.
      const own = (one: Binding) =>
        list.some(
          (other) =>
            other.platform === 'windows' && other.command === one.command && other.contexts[0] === one.contexts[0],
        );
      const counting = list.filter((one) => one.platform === 'windows' || (one.platform === null && !own(one)));
      const open = counting.filter((one) => one.trials.length === 0).map((one) => one.id);
      for (const order of ['menu', 'place'] as const) {
        const stops = roundOf(commands, keyset, 'windows', order, tree);
        expect(stops.map((one) => one.binding.id).sort((a, b) => a - b)).toEqual(open);
        expect(new Set(stops.map((one) => one.command.id))).toEqual(unverifiedOn(keyset, 'windows'));
        if (order === 'menu') continue;
        const places = stops.map((one) => one.binding.contexts[0]!);
        const changes = places.filter((one, at) => at > 0 && one !== places[at - 1]).length;
        expect(changes).toBe(Math.max(0, new Set(places).size - 1));
      }
    }),
  );
});

/** Shortcuts of two commands in up to three places, for all platforms or one. */
const several = fc
  .array(
    fc.record({
      command: fc.constantFrom(1, 2),
      key: fc.constantFrom('F1', 'F2', 'F3', 'F4'),
      on: fc.constantFrom(null, ...PLATFORMS),
      at: fc.uniqueArray(fc.constantFrom(1, 2, 3), { minLength: 1 }),
    }),
    { minLength: 1, maxLength: 9 },
  )
  .map((list) => {
    const taken = new Set<string>();
    return list.flatMap(({ command: id, key, on, at }, n): Binding[] => {
      const contexts = at.filter((context) => !taken.has(`${id} ${key} ${on} ${context}`));
      for (const context of contexts) taken.add(`${id} ${key} ${on} ${context}`);
      const trials = PLATFORMS.filter((one) => on === null || on === one).map((platform) => ({ ...trial, platform }));
      return contexts.length ? [binding(id, key, { id: n + 1, platform: on, contexts, trials })] : [];
    });
  });
/** What every command has in every place on every platform, in order. */
const listed = (keyset: ShippedKeyset) =>
  PLATFORMS.flatMap((platform) => {
    const held = effective({ shipped: keyset, layers: [] }, platform);
    return [1, 2].flatMap((id) =>
      [1, 2, 3].map((at) => [platform, id, at, held.at(id, at).map((one) => one.shortcut)] as const),
    );
  });
const finding = several.chain((list) =>
  fc.record({
    list: fc.constant(list),
    binding: fc.constantFrom(...list),
    platform: fc.constantFrom(...PLATFORMS),
    shortcut: fc.constantFrom(null, 'F9', 'F2'),
  }),
);

it('what is found otherwise changes that one shortcut in its places on that platform, and nothing else, sealed or not', () => {
  fc.assert(
    fc.property(finding, ({ list, ...found }) => {
      const keyset = shipped(list);
      const { command: id, contexts, shortcut } = found.binding;
      const counts = (at: number) =>
        effective({ shipped: keyset, layers: [] }, found.platform)
          .at(id, at)
          .some((one) => one.binding === found.binding);
      fc.pre(contexts.every(counts));
      const wanted = listed(keyset).map(([platform, command_, at, keys]) => {
        if (platform !== found.platform || command_ !== id || !contexts.includes(at))
          return [platform, command_, at, keys];
        const now = keys.map((one) => (one === shortcut ? found.shortcut : one)).filter((one) => one !== null);
        return [platform, command_, at, [...new Set(now)]];
      });

      const { drop, state } = restated(keyset, found, PLATFORMS);
      const gone = (one: Binding) =>
        one.contexts.filter((at) => !drop.some((each) => each.binding === one.id && each.context === at));
      const left = list.map((one) => ({ ...one, contexts: gone(one) })).filter((one) => one.contexts.length > 0);
      const made = state.map((one, n) =>
        binding(id, one.shortcut, { id: 100 + n, platform: one.platform, contexts: [...one.contexts] }),
      );
      expect(listed(shipped([...left, ...made]))).toEqual(wanted);
      // What is stated as another is, is a shortcut that was tried; only the one that was found is new.
      for (const one of state) expect(one.from?.shortcut ?? found.shortcut).toBe(one.shortcut);

      const lines = correctedTo(keyset, found).map(({ context, now }, n) => ({
        id: n + 1,
        command: id,
        context,
        platform: found.platform,
        on: '2026-11-01',
        who: 'Tess',
        reason: 'tried',
        old: [],
        now: [...now],
      }));
      expect(listed({ ...keyset, corrections: lines })).toEqual(wanted);
    }),
    runs(500),
  );
});
it('what is left of it is told from the ticks so far, a break apart', () => {
  expect(timeLeft(10, [4, 6])).toBeNull();
  expect(timeLeft(10, [4, 6, 900])).toBe(60);
  expect(timeLeft(0, [4, 6, 5])).toBe(0);
});
