import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LAYOUTS } from '../../src/keys/index.ts';
import { canonicalOn, madeOn } from '../../src/press/index.ts';
import { clashes, resolve, type Clash, type Held, type Scene, type Setting } from '../../src/keyset/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { on, settings, tree } from './fixtures.ts';
import { runs } from '../runs.ts';

const platforms = fc.constantFrom(...PLATFORMS);
const layouts = fc.constantFrom(...LAYOUTS);
const sameHeld = (a: Held, b: Held) => a.command === b.command && a.context === b.context && a.shortcut === b.shortcut;

/** What somebody meets who is in some places: the setting is weighed for one layout. */
function sceneOf({ weighed }: Setting, platform: string, active: number[]): Scene {
  return {
    weighed,
    tree,
    policy: { pause: null },
    decides: () => '',
    keyboard: weighed.keyboards.on(platform)[0]!,
    active,
  };
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
      fc.property(settings, platforms, layouts, (random, platform, layout) => {
        const setting = on(random, [layout]);
        const found = clashes(setting);
        for (const held of setting.weighed.on(platform).held) {
          const scene = sceneOf(setting, platform, [held.context]);
          const made = canonicalOn(held.shortcut, scene.keyboard);
          const named = namedIn(found, held, platform, layout.id);
          const what = `${held.shortcut} of ${held.command} in ${held.context} on ${platform} ${layout.id}`;
          if (!made) {
            expect(
              named.map((one) => one.kind),
              what,
            ).toContain('cannot be pressed');
            continue;
          }
          const { outcome, fires } = resolve(scene, made);
          if (outcome === 'fires' && fires!.command === held.command) continue;
          expect(named, `${what}: ${outcome}`).not.toEqual([]);
        }
      }),
      runs(1500),
    );
  });

  it('is the same the other way: of two in the same place neither fires, and what waits does wait', () => {
    fc.assert(
      fc.property(settings, layouts, (random, layout) => {
        const setting = on(random, [layout]);
        for (const { kind, parties, platforms: where } of clashes(setting)) {
          const [first, second] = parties;
          if (!second || (kind !== 'same place' && kind !== 'waits')) continue;
          for (const platform of where) {
            const scene = sceneOf(setting, platform, [first.context, second.context]);
            const [shorter] = [first, second].sort((a, b) => strokes(a, scene) - strokes(b, scene));
            const made = canonicalOn(shorter!.shortcut, scene.keyboard)!;
            const { candidates, typed, outcome } = resolve(scene, made);
            const what = `${kind}: ${first.shortcut} and ${second.shortcut} on ${platform} ${layout.id}`;
            const pair = candidates.filter(({ held }) => sameHeld(held, first) || sameHeld(held, second));
            // Both are answered to by one press, where one way to make it is the other’s too.
            if (pair.length < 2 || typed || pair.some(({ stopped }) => /^hidden|^blocked/.test(stopped ?? '')))
              continue;
            expect(outcome, what).toMatch(kind === 'waits' ? /waits|ambiguous/ : /ambiguous/);
          }
        }
      }),
      runs(1500),
    );
  });
});

const strokes = (held: Held, { keyboard }: Scene) => madeOn(held.shortcut, keyboard)!.length;
