import { US, keyboardOf, meeting, storedPresses, type Layout, type Platform } from '../keys/index.ts';
import type { Setting } from './clash/finding.ts';
import { effective, heldAt, type Blocked, type Effective, type Held, type Stack } from './effective.ts';
import type { Change } from './layers.ts';
import { pressIndex } from './presses.ts';
import { pressTypes } from './resolve.ts';
import { takersOn } from './takers.ts';

export type ConsequenceKind =
  | 'taken from'
  | 'hides'
  | 'hidden by'
  | 'together'
  | 'waits'
  | 'blocks'
  | 'blocked'
  | 'system'
  | 'typing'
  | 'lopsided'
  | 'cannot be pressed';

export interface Gain {
  readonly command: number;
  readonly context: number;
  readonly shortcut: string;
}

/** Something found on one platform, before what is the same on several is put together. */
export interface Fact {
  readonly kind: ConsequenceKind | 'fixed' | 'both' | 'kept';
  readonly gain: Gain;
  readonly held?: Held;
  readonly platform: Platform;
  readonly layout?: Layout;
  /** Who else takes the press. */
  readonly taker?: string;
}

/** A keyset on one platform after a change, without computing anew what the change does not touch. */
function afterChange(platform: Platform, layout: Layout, setting: Setting, change: Change, after: Stack) {
  const before = effective(setting.stack, platform);
  const index = pressIndex(before, layout, platform);
  const key = (command: number, context: number) => `${command} ${context}`;
  const changed = new Map<string, readonly Held[]>();
  for (const { command, context } of [...change.put, ...change.remove])
    if (!changed.has(key(command, context)))
      changed.set(key(command, context), heldAt(after, platform, command, context));
  const isChanged = (held: { command: number; context: number }) => changed.has(key(held.command, held.context));
  const fresh = [...changed.values()].flat();
  const ways = (shortcut: string) => storedPresses(shortcut, layout, platform);
  const HOW = { meet: 'meet', 'first begins second': 'begins', 'second begins first': 'begun' } as const;
  return {
    before,
    at: (command: number, context: number) => changed.get(key(command, context)) ?? before.at(command, context),
    /** As `near` of an index over all that is in force then. */
    near(shortcut: string): { held: Held; how: 'meet' | 'begins' | 'begun' }[] {
      const mine = ways(shortcut);
      const added = fresh.flatMap((held) => {
        const theirs = ways(held.shortcut);
        const how = mine && theirs ? meeting(mine, theirs) : 'apart';
        return how === 'apart' ? [] : [{ held, how: HOW[how] }];
      });
      return [...index.near(shortcut).filter(({ held }) => !isChanged(held)), ...added];
    },
    blocked: [
      ...before.blocked.filter(({ edit }) => !isChanged(edit)),
      ...change.put
        .filter(({ action, platform: on }) => action === 'block' && (on === null || on === platform))
        .flatMap((edit) => edit.shortcuts.map((shortcut) => ({ context: edit.context, shortcut, edit }))),
    ],
  };
}

/** What the shortcuts gained on a platform meet there. */
export function factsOn(platform: Platform, setting: Setting, change: Change, after: Stack): Fact[] {
  const layouts = setting.layouts?.length ? setting.layouts : [US];
  const [layout] = layouts as [Layout];
  const then = afterChange(platform, layout, setting, change, after);
  const gained = gains(change, then.before, then.at);
  const found = gained.flatMap((gain): Fact[] => {
    const without = layouts.filter((one) => !storedPresses(gain.shortcut, one, platform));
    const cannot = without.map((one): Fact => ({ kind: 'cannot be pressed', gain, platform, layout: one }));
    if (without.includes(layout)) return cannot;
    return [
      ...cannot,
      ...elsewhereFacts(setting, gain, layout, platform),
      ...then.blocked.flatMap((one) => blockedFor(gain, one, setting, layout, platform)),
      ...then.near(gain.shortcut).flatMap(({ held, how }): Fact[] => {
        const kind = held.command === gain.command ? null : factKind(setting, gain, held, how, gained);
        return kind ? [{ kind, gain, held, platform }] : [];
      }),
    ];
  });
  const blocks = change.put
    .filter(({ action, platform: on }) => action === 'block' && (on === null || on === platform))
    .flatMap(({ command, context, shortcuts }) =>
      shortcuts.flatMap((shortcut) =>
        then.near(shortcut).flatMap((one) => blockFact(setting, { command, context, shortcut }, one, platform)),
      ),
    );
  return [...blocks, ...found];
}

/** What takes the press besides the program’s own commands: the system or another taker, and the text it is typed into. */
function elsewhereFacts(setting: Setting, gain: Gain, layout: Layout, platform: Platform): Fact[] {
  const ways = storedPresses(gain.shortcut, layout, platform)!;
  const takers = takersOn(setting.systemKeys ?? [], layout, platform);
  const found = ways.flatMap((stroke) => stroke.flatMap((way) => takers.get(way) ?? [])).slice(0, 1);
  const facts = found.map(({ hard, taker }): Fact => ({
    kind: hard ? 'kept' : 'system',
    gain,
    platform,
    layout,
    taker,
  }));
  const typed =
    setting.tree.get(gain.context).takesText && ways[0]!.some((way) => pressTypes(way, keyboardOf(layout, platform)));
  return typed ? [...facts, { kind: 'typing', gain, platform, layout }] : facts;
}

/** Who reached a blocked press from where it is blocked, or from a wider place. */
function blockFact(
  setting: Setting,
  gain: Gain,
  { held, how }: { held: Held; how: 'meet' | 'begins' | 'begun' },
  platform: Platform,
): Fact[] {
  const relation = setting.tree.relation(gain.context, held.context);
  if (how !== 'meet' || (relation !== 'same' && relation !== 'wider')) return [];
  if (relation === 'same' && held.command === gain.command) return [];
  if (held.command !== gain.command && setting.commands.get(held.command)?.fixed)
    return [{ kind: 'fixed', gain, held, platform }];
  return [{ kind: relation === 'same' ? 'taken from' : 'blocks', gain, held, platform }];
}

/** A narrower place in which a shortcut that is gained is made to do nothing. */
function blockedFor(gain: Gain, block: Blocked, setting: Setting, layout: Layout, platform: Platform): Fact[] {
  const { context, shortcut, edit } = block;
  if (setting.tree.relation(gain.context, context) !== 'narrower') return [];
  const [a, b] = [storedPresses(shortcut, layout, platform), storedPresses(gain.shortcut, layout, platform)];
  if (!a || !b || meeting(a, b) !== 'meet') return [];
  return [{ kind: 'blocked', gain, held: { command: edit.command, context, shortcut }, platform }];
}

function factKind(
  setting: Setting,
  gain: Gain,
  held: Held,
  how: 'meet' | 'begins' | 'begun',
  gained: readonly Gain[],
): Fact['kind'] | null {
  const relation = setting.tree.relation(gain.context, held.context);
  if (relation === 'apart') return null;
  if (how !== 'meet') return 'waits';
  if (relation === 'together') {
    const first = setting.tree.firstOf(gain.context, held.context);
    return first === null ? 'together' : first === gain.context ? 'hides' : 'hidden by';
  }
  if (relation === 'narrower') return 'hidden by';
  if (setting.commands.get(held.command)?.fixed) return 'fixed';
  if (relation === 'wider') return 'hides';
  const alsoGains = gained.some(
    (other) => other.command === held.command && other.context === held.context && other.shortcut === held.shortcut,
  );
  // Each of the two finds the other: one of them tells.
  if (alsoGains) return gain.command < held.command ? 'both' : null;
  return 'taken from';
}

/** The shortcuts that the change itself gives to commands. */
function gains(change: Change, before: Effective, then: Effective['at']): Gain[] {
  const places = new Map(
    [...change.put, ...change.remove].map((place) => [`${place.command} ${place.context}`, place]),
  );
  return [...places.values()].flatMap(({ command, context }) => {
    const had = new Set(before.at(command, context).map((held) => held.shortcut));
    const gained = then(command, context).filter((held) => !had.has(held.shortcut));
    return gained.map(({ shortcut }) => ({ command, context, shortcut }));
  });
}
