import fc from 'fast-check';
import type { Habits } from '../../src/crosswalk/index.ts';
import { clashes, opened, settingAfter, weigh, type Setting } from '../../src/keyset/index.ts';
import type { Edit } from '../../src/contract/index.ts';
import { LAYOUTS, US } from '../../src/keys/index.ts';
import { keyboardsOf } from '../../src/press/index.ts';
import { catalogue } from '../list/fixtures.ts';
import { binding, custom, shipped } from '../keyset/fixtures.ts';

/** Two programs of six commands with random keys, some of them tied crosswise: what is planned is tried on these. */
export const COMMANDS = 6;
const KEYS = ['A', 'B', 'Shift+A', 'F5', 'F6', 'Ctrl+J', 'A B', 'Alt+Q'];
const bindings = fc.uniqueArray(
  fc.record({
    command: fc.integer({ min: 1, max: COMMANDS }),
    shortcut: fc.constantFrom(...KEYS),
    contexts: fc.constantFrom(1, 2, 3).map((id) => [id]),
    platform: fc.constantFrom(null, null, 'windows' as const, 'macos' as const),
  }),
  { maxLength: 9, selector: (one) => `${one.shortcut} ${one.contexts.join()} ${one.platform}` },
);
export const world = fc.record({
  old: bindings,
  now: bindings,
  tied: fc.subarray([1, 2, 3, 4, 5, 6], { minLength: 2 }),
  uses: fc.array(fc.integer({ min: 0, max: 50 }), { minLength: COMMANDS, maxLength: COMMANDS }),
  fixed: fc.subarray([1, 2, 3, 4, 5, 6], { maxLength: 1 }),
  keep: fc.constantFrom(0, 2, Infinity),
  layout: fc.constantFrom(0, 1, 2, 3),
});
export type World = typeof world extends fc.Arbitrary<infer T> ? T : never;

export function made({ old, now, tied, uses, fixed, layout }: World) {
  const commands = Array.from({ length: COMMANDS }, (_, i) => ({ label: `C${i + 1}`, fixed: fixed.includes(i + 1) }));
  const keyboards = keyboardsOf([LAYOUTS[layout]!, US], ['windows', 'macos']);
  const theirs = opened(catalogue(commands, old));
  const ours = opened(catalogue(commands, now));
  const stack = {
    shipped: shipped(
      now.map((one) => binding(one.command, one.shortcut, { contexts: one.contexts, platform: one.platform })),
    ),
    layers: [custom([])],
  };
  const setting: Setting = { ...ours.setting(1, keyboards), weighed: weigh(stack, keyboards) };
  const habits: Habits = {
    old: theirs,
    counterparts: tied.map((id) => ({ source: id, target: COMMANDS + 1 - id, relation: 'exact' as const })),
    places: new Map([
      [1, 1],
      [2, 2],
      [3, 3],
    ]),
    judged: new Set(tied),
    uses: new Map(uses.map((one, i) => [i + 1, one])),
  };
  return { setting, habits, ours, keyboards };
}
/** What clashes as an error on any one keyboard, by its parties; each keyboard is weighed alone, and no system takes a press. */
export function errors({ weighed, ...rest }: Setting): Set<string> {
  const alone = weighed.keyboards.all.flatMap(({ layout, platform }) =>
    clashes({ ...rest, takers: () => [], weighed: weigh(weighed.stack, keyboardsOf([layout], [platform])) }).map(
      (one) => ({ ...one, on: `${layout.id} ${platform}` }),
    ),
  );
  return new Set(
    alone
      .filter((one) => one.severity === 'error')
      .map(
        (one) =>
          `${one.kind} ${one.on} ${one.parties
            .map((party) => `${party.command} ${party.context} ${party.shortcut}`)
            .sort()
            .join(' | ')}`,
      ),
  );
}
export const after = (setting: Setting, edits: readonly Edit[]) => settingAfter(setting, { put: edits, remove: [] });
export const has = (setting: Setting, command: number, platform: string) =>
  setting.weighed.on(platform).of(command).length > 0;
