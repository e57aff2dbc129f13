import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Edit } from '../../src/contract/index.ts';
import {
  claimsOf,
  hindranceOf,
  isShipped,
  moveFigures,
  plan,
  steps,
  translator,
  waiting,
  type Claim,
  type Habits,
  type MoveFigures,
  type Plan,
} from '../../src/crosswalk/index.ts';
import { clashes, mayFire, resolve, weigh, type Setting } from '../../src/keyset/index.ts';
import { canonicalOn } from '../../src/press/index.ts';
import type { Platform } from '../../src/keys/index.ts';
import { RESTS } from '../../src/reach/index.ts';
import { binding, shipped } from '../keyset/fixtures.ts';
import { COMMANDS, after, errors, has, made, world, type World } from './worlds.ts';
import { met, runs } from '../runs.ts';

const facts = { rest: RESTS[0]! };
const firstKey = (shortcut: string) => shortcut.split(' ')[0]!.split('+').at(-1);
const PLATFORMS = ['windows', 'macos'] as const;
const keysAt = (setting: Setting, platform: Platform, command: number, context: number) =>
  setting.weighed
    .on(platform)
    .at(command, context)
    .map((held) => held.shortcut);
const planned = (one: World, keep = one.keep): { setting: Setting; habits: Habits; found: Plan } => {
  const { setting, habits } = made(one);
  return {
    setting,
    habits,
    found: plan({ habits, setting, facts, keep, because: (kept) => (kept ? 'kept' : 'made way') }),
  };
};
/** The heaviest part of the best cut of all permutations that keep to what waits for what: brute force. */
function lightestOf(weights: readonly number[], waits: readonly (readonly number[])[], count: number): number {
  const cut = (row: readonly number[], left: number): number => {
    if (row.length === 0) return 0;
    if (left === 1) return row.reduce((a, b) => a + b, 0);
    const parts = row.map((_, to) =>
      Math.max(
        row.slice(0, to + 1).reduce((a, b) => a + b, 0),
        cut(row.slice(to + 1), left - 1),
      ),
    );
    return Math.min(...parts);
  };
  const orders = (done: readonly number[]): number =>
    done.length === weights.length
      ? cut(
          done.map((at) => weights[at]!),
          count,
        )
      : Math.min(
          ...weights.map((_, at) =>
            done.includes(at) || waits[at]!.some((one) => !done.includes(one)) ? Infinity : orders([...done, at]),
          ),
        );
  return orders([]);
}

describe('a plan', () => {
  it('adds no error on any keyboard, moves nothing fixed, gives what is kept, and says why of all else', () => {
    fc.assert(
      fc.property(world, (one) => {
        const { setting, habits, found } = planned(one);
        const then = after(setting, found.edits);
        const base = errors(setting);
        expect([...errors(then)].filter((each) => !base.has(each))).toEqual([]);
        expect(found.edits.filter((edit) => setting.commands.get(edit.command)!.fixed)).toEqual([]);
        for (const claim of found.kept)
          for (const platform of claim.platforms)
            expect(keysAt(then, platform, claim.target, claim.context)).toContain(claim.shortcut);
        const wanted = one.keep === 0 ? 0 : claimsOf(habits, setting).length;
        expect(found.kept.length + found.refused.length).toBeLessThanOrEqual(wanted);
        expect(found.edits.every((edit) => edit.reason !== '')).toBe(true);
      }),
      runs(90),
    );
  });

  it('keeps only presses that run their command when they are pressed, one stroke after another, on every keyboard', () => {
    let pressed = 0;
    fc.assert(
      fc.property(world, (one) => {
        const { setting, found } = planned(one);
        const { kept, edits } = found;
        const then = after(setting, edits);
        for (const { target, context, shortcut, platforms } of kept)
          for (const platform of platforms)
            for (const keyboard of then.weighed.keyboards.on(platform)) {
              const presses = canonicalOn(shortcut, keyboard);
              if (!presses) continue;
              pressed++;
              const scene = { ...then, keyboard, active: [context] };
              const outcomes = presses.map((_, at) => resolve(scene, presses.slice(0, at + 1)));
              expect(outcomes.slice(0, -1).map((step) => step.outcome)).toEqual(presses.slice(1).map(() => 'waits'));
              const last = outcomes.at(-1)!;
              // Whoever waits for more without end never runs.
              if (then.policy.pause === null) expect(last.outcome).not.toBe('waits');
              expect(mayFire(last)).toContain(target);
            }
      }),
      runs(200),
    );
    expect(pressed).toBeGreaterThan(met(100));
  });

  it('leaves on each platform what no kept press meets, and tells of each command what it lost, got, and where it has none', () => {
    let [parted, unlike] = [0, 0];
    fc.assert(
      fc.property(world, (one) => {
        const { setting, found } = planned(one, Infinity);
        const then = after(setting, found.edits);
        for (let command = 1; command <= COMMANDS; command++)
          for (const context of [1, 2, 3]) {
            const told = found.displaced.filter((each) => each.command === command && each.context === context);
            expect(told.length).toBeLessThanOrEqual(1);
            const gone = PLATFORMS.flatMap((platform) =>
              keysAt(setting, platform, command, context).filter(
                (key) => !keysAt(then, platform, command, context).includes(key),
              ),
            );
            expect(new Set(told[0]?.lost)).toEqual(new Set(gone));
            for (const key of gone)
              expect(
                found.kept.some(
                  (claim) =>
                    claim.target !== command && claim.context === context && firstKey(claim.shortcut) === firstKey(key),
                ),
              ).toBe(true);
            const bare = PLATFORMS.filter(
              (platform) =>
                keysAt(setting, platform, command, context).length && !keysAt(then, platform, command, context).length,
            );
            expect(told[0]?.without ?? []).toEqual(bare);
            if (
              gone.length &&
              PLATFORMS.some((platform) =>
                keysAt(setting, platform, command, context).some((key) =>
                  keysAt(then, platform, command, context).includes(key),
                ),
              )
            )
              parted++;
            if (
              told[0]?.now &&
              new Set(PLATFORMS.map((platform) => keysAt(then, platform, command, context).join())).size > 1
            )
              unlike++;
          }
      }),
      runs(150, 2),
    );
    expect(Math.min(parted, unlike)).toBeGreaterThan(0);
  });

  it('keeps the greatest use that does not exclude itself, as trying all sets of up to eight finds', () => {
    let compared = 0;
    fc.assert(
      fc.property(world, (one) => {
        const { setting, habits, found } = planned(one, Infinity);
        const able = claimsOf(habits, setting).filter(
          (claim) => isShipped(claim, setting) || hindranceOf(claim, setting) === null,
        );
        if (able.length > 8 || found.refused.some((each) => each.why.startsWith('would '))) return;
        // Alone in a keyset of their own: two that clash there, or begin alike, exclude one another.
        const alone = (claims: readonly Claim[]) =>
          weigh(
            {
              shipped: shipped(
                claims.flatMap((claim) =>
                  claim.platforms.map((platform) =>
                    binding(claim.target, claim.shortcut, { contexts: [claim.context], platform }),
                  ),
                ),
              ),
              layers: [],
            },
            setting.weighed.keyboards,
          );
        const fits = (claims: readonly Claim[]) =>
          !clashes({ ...setting, weighed: alone(claims) }).some(
            (clash) =>
              clash.parties.length === 2 &&
              clash.parties[0].command !== clash.parties[1].command &&
              ['same place', 'together', 'platform fold', 'waits'].includes(clash.kind),
          );
        let best = 0;
        for (let set = 0; set < 1 << able.length; set++) {
          const claims = able.filter((_, at) => set & (1 << at));
          const sum = claims.reduce((total, claim) => total + claim.uses, 0);
          if (sum > best && fits(claims)) best = sum;
        }
        compared++;
        expect(found.kept.reduce((total, claim) => total + claim.uses, 0)).toBe(best);
      }),
      runs(90),
    );
    expect(compared).toBeGreaterThan(met(40));
  });

  it('is learned in steps that each add no error, and leave nobody without a key in between', () => {
    let several = 0;
    fc.assert(
      fc.property(world, fc.integer({ min: 1, max: 4 }), (one, count) => {
        const { setting, habits, found } = planned(one, Infinity);
        const parts = steps(found.edits, setting, habits.uses, count);
        expect(parts.length).toBeLessThanOrEqual(count);
        expect(parts.flatMap((part) => part.edits).length).toBe(found.edits.length);
        expect(new Set(parts.flatMap((part) => part.edits))).toEqual(new Set(found.edits));
        if (parts.length > 1) several++;
        const [base, whole] = [errors(setting), after(setting, found.edits)];
        const done: Edit[] = [];
        for (const part of parts) {
          done.push(...part.edits);
          const now = after(setting, done);
          expect([...errors(now)].filter((each) => !base.has(each))).toEqual([]);
          for (const platform of PLATFORMS)
            for (let id = 1; id <= COMMANDS; id++)
              if (has(setting, id, platform) && has(whole, id, platform)) expect(has(now, id, platform)).toBe(true);
        }
        // The heaviest step is as light as any cut of any order that waits for what it has to.
        const { groups, after: waits } = waiting(found.edits, setting);
        if (groups.length === 0 || groups.length > 7) return;
        const weights = groups.map((list) =>
          list.reduce((sum, at) => sum + 1 + (habits.uses.get(found.edits[at]!.command) ?? 0), 0),
        );
        expect(Math.max(...parts.map((part) => part.weight))).toBeCloseTo(lightestOf(weights, waits, count), 6);
      }),
      runs(80),
    );
    expect(several).toBeGreaterThan(met(8));
  });

  it('has figures that add up to all judged uses; keeping old hands never keeps less than learning the new keys', () => {
    let better = 0;
    fc.assert(
      fc.property(world, (one) => {
        const { setting, habits, found } = planned(one, Infinity);
        const [learn, keep] = [setting, after(setting, found.edits)].map((each) =>
          moveFigures(habits, each, 'windows'),
        ) as [MoveFigures, MoveFigures];
        for (const { all, stays, misleads, dead, without, keyless } of [learn, keep])
          expect(stays + misleads + dead + without + keyless).toBeCloseTo(all, 6);
        // What is in the way of a key that is kept can only be another old one.
        if (found.refused.length === 0) expect(keep.stays).toBeGreaterThanOrEqual(learn.stays - 1e-9);
        if (keep.stays > learn.stays) better++;
        expect(learn.neverHad).toBe(COMMANDS - new Set(one.tied).size);
        for (const id of keep.losing) expect(has(after(setting, found.edits), id, 'windows')).toBe(false);
      }),
      runs(80),
    );
    expect(better).toBeGreaterThan(met(10));
  });

  it('reads as a translator: every old press once in its place, what answers to it now, and where it misleads', () => {
    fc.assert(
      fc.property(world, (one) => {
        const { setting, habits } = made(one);
        const lines = translator(habits, setting, 'windows');
        const keys = lines.map((line) => `${line.did} ${line.context} ${line.shortcut}`);
        expect(new Set(keys).size).toBe(keys.length);
        for (const line of lines) {
          expect(one.old.some((each) => each.command === line.did && each.shortcut === line.shortcut)).toBe(true);
          expect(line.answers.map((each) => each.target)).toEqual(
            one.tied.includes(line.did) ? [COMMANDS + 1 - line.did] : [],
          );
          for (const { target, now } of line.answers)
            expect(now).toEqual([
              ...new Set(
                setting.weighed
                  .on('windows')
                  .of(target)
                  .map((held) => held.shortcut),
              ),
            ]);
          for (const other of line.misleads) expect(line.answers.some((each) => each.target === other)).toBe(false);
        }
      }),
      runs(80),
    );
  });
});
