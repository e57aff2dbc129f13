import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS, keyboardOf, storedPresses } from '../../src/keys/index.ts';
import {
  clashes,
  effective,
  madeOf,
  pressIndex,
  resolve,
  type Clash,
  type Held,
  type Scene,
  type Setting,
} from '../../src/keyset/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { settings, tree } from './fixtures.ts';

const platforms = fc.constantFrom(...PLATFORMS);
const layouts = fc.constantFrom(...LAYOUTS);
const sameHeld = (a: Held, b: Held) => a.command === b.command && a.context === b.context && a.shortcut === b.shortcut;

function sceneOf(setting: Setting, platform: string, layout: (typeof LAYOUTS)[number], active: number[]): Scene {
  const keyboard = keyboardOf(layout, platform);
  return { effective: effective(setting.stack, platform), tree, policy: { pause: null }, keyboard, active };
}

const namedIn = (found: readonly Clash[], held: Held, platform: string, layout: string) =>
  found.filter(
    (clash) =>
      clash.platforms.includes(platform) &&
      clash.layouts.includes(layout) &&
      clash.parties.some((party) => sameHeld(party, held)),
  );

describe('what clashes say and what presses do', () => {
  it('is the same: pressed where it works, a shortcut fires its command unless a clash names it', () => {
    fc.assert(
      fc.property(settings, platforms, layouts, (setting, platform, layout) => {
        const found = clashes({ ...setting, layouts: [layout] });
        for (const held of effective(setting.stack, platform).held) {
          const scene = sceneOf(setting, platform, layout, [held.context]);
          const made = madeOf(held.shortcut, scene.keyboard);
          const named = namedIn(found, held, platform, layout.id);
          const what = `${held.shortcut} of ${held.command} in ${held.context} on ${platform} ${layout.id}`;
          if (!made) {
            expect(
              named.map((one) => one.kind),
              what,
            ).toContain('cannot be pressed');
            continue;
          }
          const { outcome, fires, candidates } = resolve(scene, made);
          if (outcome === 'fires' && fires!.command === held.command) continue;
          // A command that waits for no other than itself gets in nobody’s way.
          const live = candidates.filter(({ stopped }) => stopped === null || stopped === 'waits for more');
          if (outcome === 'waits' && live.every((one) => one.held.command === held.command)) continue;
          expect(named, `${what}: ${outcome}`).not.toEqual([]);
        }
      }),
      { numRuns: 1500 },
    );
  }, 60_000);

  it('is the same the other way: of two in the same place neither fires, and what waits does wait', () => {
    fc.assert(
      fc.property(settings, layouts, (setting, layout) => {
        for (const { kind, parties, platforms: where } of clashes({ ...setting, layouts: [layout] })) {
          const [first, second] = parties;
          if (!second || (kind !== 'same place' && kind !== 'waits')) continue;
          for (const platform of where) {
            const on = sceneOf(setting, platform, layout, [first.context, second.context]);
            const [shorter] = [first, second].sort((a, b) => strokes(a, on) - strokes(b, on));
            const made = madeOf(shorter!.shortcut, on.keyboard)!;
            const { candidates, typed, outcome } = resolve(on, made);
            const what = `${kind}: ${first.shortcut} and ${second.shortcut} on ${platform} ${layout.id}`;
            const pair = candidates.filter(({ held }) => sameHeld(held, first) || sameHeld(held, second));
            // Both are answered to by one press, where one way to make it is the other’s too.
            if (pair.length < 2 || typed || pair.some(({ stopped }) => /^hidden|^blocked/.test(stopped ?? '')))
              continue;
            expect(outcome, what).toMatch(kind === 'waits' ? /waits|ambiguous/ : /ambiguous/);
          }
        }
      }),
      { numRuns: 1500 },
    );
  }, 60_000);
});

const strokes = (held: Held, { keyboard }: Scene) =>
  storedPresses(held.shortcut, keyboard.layout, keyboard.platform, keyboard.board)!.length;

describe('finding by a press', () => {
  it('finds what the press would wake in any place, and nothing else', () => {
    fc.assert(
      fc.property(settings, platforms, layouts, (setting, platform, layout) => {
        const held = effective(setting.stack, platform);
        const index = pressIndex(held, layout, platform);
        const scene = sceneOf(setting, platform, layout, [1]);
        for (const { shortcut } of held.held) {
          const made = madeOf(shortcut, scene.keyboard);
          if (!made) continue;
          const answering = index.answering(made.join(' '));
          const { candidates } = resolve(scene, made);
          const text = (one: { held: Held; whole: boolean }) =>
            `${one.held.command} ${one.held.context} ${one.held.shortcut} ${one.whole}`;
          expect(answering.map(text).sort(), shortcut).toEqual(candidates.map(text).sort());
        }
      }),
      { numRuns: 800 },
    );
  }, 60_000);
});
