import type { Edit, SystemKey } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { howOf, meetOn, type How, type Keyboards, type Mask } from '../press/index.ts';
import { heldAt, type Blocked, type Held, type Stack } from './effective.ts';
import type { Change } from './layers.ts';
import type { Setting } from './setting.ts';
import { entriesOf, entryOf, nearOf, type Entry, type Near } from './weighed.ts';

export type ConsequenceKind =
  | 'taken from'
  | 'hides'
  | 'hidden by'
  | 'together'
  | 'chooses'
  | 'waits'
  | 'blocks'
  | 'blocked'
  | 'system'
  | 'typing'
  | 'lopsided'
  | 'own replaced'
  | 'cannot be pressed';

/** A shortcut that a command gains at a place, and the keyboards on which it does. */
export interface Gain {
  readonly command: number;
  readonly context: number;
  readonly shortcut: string;
  readonly there: Mask;
}

/** Something found about a gain, and the keyboards on which it holds. */
export interface Fact {
  readonly kind: ConsequenceKind | 'fixed' | 'both' | 'kept';
  readonly gain: Gain;
  readonly held?: Held;
  /** The gained shortcut is the shorter one. */
  readonly shorter?: boolean;
  readonly on: Mask;
  /** Who else takes the press. */
  readonly taker?: SystemKey;
}

/** Where a shortcut is kept: what is in a slot has the slot’s. */
const spot = (one: { command: number; context: number; slot?: number }) => `${one.slot ?? one.command} ${one.context}`;

/** A keyset after a change, without computing anew what the change does not touch. */
export function afterChange({ weighed }: Setting, change: Change, after: Stack) {
  const { keyboards } = weighed;
  const places = new Map([...change.put, ...change.remove].map((place) => [spot(place), place]));
  const now = new Map(
    [...places].map(([key, { command, context }]) => [
      key,
      keyboards.platforms.map((platform) => heldAt(after, platform, command, context)),
    ]),
  );
  const isChanged = (held: { command: number; context: number; slot?: number }) => places.has(spot(held));
  const fresh = [...now.values()].flatMap((lists) => entriesOf(lists, keyboards));
  const byFirst = new Map<number, Entry[]>();
  for (const entry of fresh) byFirst.set(entry.strokes[0]!, [...(byFirst.get(entry.strokes[0]!) ?? []), entry]);
  const blocksIn = (platform: Platform) => [
    ...weighed.on(platform).blocked.filter(({ edit }) => !isChanged(edit)),
    ...blocksOf(change.put, platform),
  ];
  return {
    places: [...places.values()],
    /** The shortcuts at a place then. */
    at: (platform: Platform, command: number, context: number): readonly Held[] =>
      now.get(spot({ command, context }))?.[keyboards.platforms.indexOf(platform)] ??
      weighed.on(platform).at(command, context),
    /** As `near` of the whole keyset then. */
    near: (shortcut: string): Near[] => [
      ...weighed.near(shortcut).filter(({ held }) => !isChanged(held)),
      ...nearOf(keyboards.strokes(shortcut), (stroke) => byFirst.get(stroke) ?? [], keyboards),
    ],
    blocksIn,
  };
}
type After = ReturnType<typeof afterChange>;

function blocksOf(edits: readonly Edit[], platform: Platform): Blocked[] {
  return edits
    .filter(({ action, platform: on }) => action === 'block' && (on === null || on === platform))
    .flatMap((edit) => edit.shortcuts.map((shortcut) => ({ context: edit.context, shortcut, edit })));
}

/** What the shortcuts that a change gives, and those it blocks, meet on all keyboards. */
export function factsOf(setting: Setting, change: Change, then: After): Fact[] {
  const { keyboards } = setting.weighed;
  const gained = gains(setting, then);
  const gainedOn = new Map(gained.map((one) => [`${spot(one)} ${one.shortcut}`, one.there]));
  const found = gained.flatMap((gain): Fact[] => {
    const { strokes, pressable } = entryOf({ ...gain }, gain.there, keyboards);
    const cannot = gain.there & ~pressable;
    return [
      ...(cannot ? [{ kind: 'cannot be pressed' as const, gain, on: cannot }] : []),
      ...elsewhereFacts(setting, gain, strokes, pressable),
      ...keyboards.platforms.flatMap((platform) =>
        then
          .blocksIn(platform)
          .flatMap((one) => blockedFor(gain, one, setting, pressable & keyboards.maskOf(platform))),
      ),
      ...then.near(gain.shortcut).flatMap(({ held, how, on }): Fact[] => {
        // Where the change gives both, each finds the other.
        const too = namedOn(change, held, keyboards);
        const fact = (kind: Fact['kind'] | null, mask: Mask): Fact[] =>
          kind && mask ? [{ kind, gain, held, on: mask, ...(how !== 'meet' && { shorter: how === 'begins' }) }] : [];
        const mask = on & pressable;
        const twice = too & (gainedOn.get(`${spot(held)} ${held.shortcut}`) ?? 0n);
        const kind = factKind(setting, gain, held, how);
        return [
          ...fact(kind, mask & ~too),
          // It was there, and the change says so again: it cannot be taken.
          ...fact(kind === 'taken from' ? 'both' : kind, mask & too & ~twice),
          ...fact(givenBoth(setting, gain, held, how), mask & twice),
        ];
      }),
    ];
  });
  const blocks = keyboards.platforms.flatMap((platform) =>
    blocksOf(change.put, platform).flatMap(({ context, shortcut, edit: { command } }) => {
      const there = keyboards.maskOf(platform);
      return then
        .near(shortcut)
        .flatMap((one) => blockFact(setting, { command, context, shortcut, there }, one, one.on & there))
        .map((fact): Fact => {
          // What the change itself gives cannot be blocked in its very place.
          const given = fact.kind === 'taken from' && fact.held && namedOn(change, fact.held, keyboards) & fact.on;
          return given ? { ...fact, kind: 'both' } : fact;
        });
    }),
  );
  return [...together(blocks), ...together(found)];
}

/** The keyboards on which a change itself says that a command has a shortcut at a place. */
function namedOn({ put }: Change, held: Held, keyboards: Keyboards): Mask {
  const here = put.filter((edit) => spot(edit) === spot(held));
  const own = here.filter((edit) => edit.platform !== null);
  return here.reduce((mask, edit) => {
    if (edit.action === 'block' || !edit.shortcuts.includes(held.shortcut)) return mask;
    if (edit.platform !== null) return mask | keyboards.maskOf(edit.platform);
    return mask | own.reduce((rest, one) => rest & ~keyboards.maskOf(one.platform!), keyboards.everywhere);
  }, 0n);
}

/** Facts that are the same on several keyboards as one. */
function together(facts: readonly Fact[]): Fact[] {
  const groups = new Map<string, Fact>();
  for (const fact of facts) {
    const { kind, gain, held, taker } = fact;
    const key = [kind, spot(gain), gain.shortcut, held && `${spot(held)} ${held.shortcut}`, taker?.taker].join(' | ');
    const known = groups.get(key);
    groups.set(key, known ? { ...known, on: known.on | fact.on } : fact);
  }
  return [...groups.values()];
}

/** What takes the press besides the program’s own commands: the system or another taker, and the text it is typed into. */
function elsewhereFacts(setting: Setting, gain: Gain, strokes: readonly number[], pressable: Mask): Fact[] {
  const { keyboards } = setting.weighed;
  const facts = setting.takers(strokes).flatMap(({ taken, on }): Fact[] => {
    const mask = on & pressable;
    return mask ? [{ kind: taken.hard ? 'kept' : 'system', gain, on: mask, taker: taken }] : [];
  });
  const typed = setting.tree.get(gain.context).takesText ? keyboards.where(strokes[0]!, 'types') & pressable : 0n;
  return typed ? [...facts, { kind: 'typing', gain, on: typed }] : facts;
}

/** Who reached a blocked press from where it is blocked, or from a wider place. */
function blockFact(setting: Setting, gain: Gain, { held, how }: Near, on: Mask): Fact[] {
  const relation = setting.tree.relation(gain.context, held.context);
  if (!on || how !== 'meet' || (relation !== 'same' && relation !== 'wider')) return [];
  if (relation === 'same' && held.command === gain.command) return [];
  if (held.command !== gain.command && setting.commands.get(held.command)?.fixed)
    return [{ kind: 'fixed', gain, held, on }];
  return [{ kind: relation === 'same' ? 'taken from' : 'blocks', gain, held, on }];
}

/** A narrower place in which a shortcut that is gained is made to do nothing. */
function blockedFor(gain: Gain, { context, shortcut, edit }: Blocked, setting: Setting, there: Mask): Fact[] {
  const { keyboards } = setting.weighed;
  if (setting.tree.relation(gain.context, context) !== 'narrower') return [];
  const [mine, theirs] = [keyboards.strokes(gain.shortcut), keyboards.strokes(shortcut)];
  const on = howOf(mine, theirs) === 'meet' ? meetOn(mine, theirs, keyboards) & there : 0n;
  return on ? [{ kind: 'blocked', gain, held: { command: edit.command, context, shortcut }, on }] : [];
}

function factKind(setting: Setting, gain: Gain, held: Held, how: How): Fact['kind'] | null {
  const relation = setting.tree.relation(gain.context, held.context);
  if (relation === 'apart') return null;
  if (how !== 'meet') return 'waits';
  if (held.command === gain.command) return null;
  if (relation === 'together') {
    const first = setting.tree.firstOf(gain.context, held.context);
    if (first === null) return setting.decides(gain.command, held.command) ? 'chooses' : 'together';
    return first === gain.context ? 'hides' : 'hidden by';
  }
  if (relation === 'narrower') return 'hidden by';
  if (setting.commands.get(held.command)?.fixed) return 'fixed';
  if (relation === 'same' && setting.decides(gain.command, held.command)) return 'chooses';
  return relation === 'wider' ? 'hides' : 'taken from';
}

/** The same where the change gives the other shortcut as well: of the two that find each other one tells. */
function givenBoth(setting: Setting, gain: Gain, held: Held, how: How): Fact['kind'] | null {
  const kind = factKind(setting, gain, held, how);
  if (kind === 'waits') return how === 'begins' ? kind : null;
  if (kind === 'chooses') return gain.command < held.command ? kind : null;
  return kind !== 'taken from' ? kind : gain.command < held.command ? 'both' : null;
}

/** The shortcuts that the change itself gives to commands; what was there as the same press is no gain. */
function gains({ weighed }: Setting, then: After): Gain[] {
  const { keyboards } = weighed;
  return then.places.flatMap(({ command, context }) => {
    const gained = new Map<string, Gain>();
    for (const platform of keyboards.platforms) {
      const key = (shortcut: string) => keyboards.pressKey(shortcut, platform);
      const had = new Set(
        weighed
          .on(platform)
          .at(command, context)
          .map((held) => key(held.shortcut)),
      );
      for (const { shortcut } of then.at(platform, command, context)) {
        if (had.has(key(shortcut))) continue;
        const there = (gained.get(shortcut)?.there ?? 0n) | keyboards.maskOf(platform);
        gained.set(shortcut, { command, context, shortcut, there });
      }
    }
    return [...gained.values()];
  });
}
