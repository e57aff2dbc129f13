import type { Edit } from '../../contract/index.ts';
import type { Platform } from '../../keys/index.ts';
import { consequences, placeKey, settingAfter, type Setting } from '../../keyset/index.ts';
import { meetOn } from '../../press/index.ts';
import { reassign, type ProposalFacts } from '../../reach/index.ts';
import { isShipped, type Claim } from './claims.ts';

/** A command that made way for keys that are kept. */
export interface Displaced {
  readonly command: number;
  readonly context: number;
  /** The shortcuts that were taken from it, on any platform. */
  readonly lost: readonly string[];
  /** The one it gets where it would have none there; null where it needs none, or none is left. */
  readonly now: string | null;
  /** Platforms on which it had a shortcut there and has none now. */
  readonly without: readonly Platform[];
}

export interface Laid {
  readonly edits: readonly Edit[];
  readonly displaced: readonly Displaced[];
}

/** What a command is to have at a place, platform by platform. */
interface Spot {
  readonly command: number;
  readonly context: number;
  readonly lists: ReadonlyMap<Platform, readonly string[]>;
  /** The claim that is kept there; none where it made way. */
  readonly kept: Claim | null;
}

const keysAt = ({ weighed }: Setting, platform: Platform, { command, context }: Pick<Spot, 'command' | 'context'>) =>
  weighed
    .on(platform)
    .at(command, context)
    .map((held) => held.shortcut);

/**
 * The edits that keep claims, take their presses from whoever has them, and give those others, on each platform for
 * itself: what no claim meets stays as it is. Null where the keyset refuses them.
 */
export function layOut(
  kept: readonly Claim[],
  setting: Setting,
  facts: ProposalFacts,
  because: (kept: Claim | null) => string,
): Laid | null {
  const { platforms } = setting.weighed.keyboards;
  const wanted = spotsOf(kept, setting);
  const outcome = consequences(setting, { put: wanted.flatMap((spot) => editsOf(spot, setting, because)), remove: [] });
  if (outcome.refusals.length) return null;
  const after = settingAfter(setting, outcome.change);
  const spots = new Map(wanted.map((spot) => [`${spot.command} ${spot.context}`, spot]));
  for (const { command, context } of outcome.change.put) {
    const key = `${command} ${context}`;
    const lists = new Map(platforms.map((platform) => [platform, keysAt(after, platform, { command, context })]));
    spots.set(key, { command, context, lists, kept: spots.get(key)?.kept ?? null });
  }
  const lacking = (spot: Spot) =>
    platforms.filter((one) => keysAt(setting, one, spot).length > 0 && spot.lists.get(one)!.length === 0);
  const wishes = [...spots.values()].filter((spot) => lacking(spot).length > 0);
  const { given } = reassign(wishes, after, facts);
  const got = new Map(wishes.map((spot, at) => [spot, given[at]?.shortcut ?? null]));
  const displaced = [...spots.values()].flatMap((spot): Displaced[] => {
    const { command, context } = spot;
    const lost = platforms.flatMap((one) =>
      keysAt(setting, one, spot).filter(
        (shortcut) =>
          isTaken({ command, context, shortcut }, one, kept, setting) && !spot.lists.get(one)!.includes(shortcut),
      ),
    );
    const now = got.get(spot) ?? null;
    return lost.length ? [{ command, context, lost: [...new Set(lost)], now, without: now ? [] : lacking(spot) }] : [];
  });
  const followed = outcome.change.put.filter((edit) => !spots.get(`${edit.command} ${edit.context}`)!.kept);
  const edits = [...spots.values()].flatMap((spot): Edit[] => {
    const now = got.get(spot);
    if (now)
      return editsOf(
        {
          ...spot,
          lists: new Map([...spot.lists].map(([one, list]) => [one, lacking(spot).includes(one) ? [now] : list])),
        },
        setting,
        because,
      );
    if (spot.kept) return editsOf(spot, setting, because);
    const mine = followed.filter((edit) => edit.command === spot.command && edit.context === spot.context);
    return mine.map((edit) => ({ ...edit, reason: because(null) }));
  });
  return { edits, displaced };
}

/** Whether a kept claim takes a press from a command at a place on a platform. */
function isTaken(
  held: { command: number; context: number; shortcut: string },
  platform: Platform,
  kept: readonly Claim[],
  setting: Setting,
): boolean {
  const { keyboards } = setting.weighed;
  const mine = keyboards.strokes(held.shortcut);
  return kept.some((claim) => {
    if (claim.target === held.command || claim.context !== held.context) return false;
    if (setting.decides(claim.target, held.command)) return false;
    if (!claim.platforms.includes(platform)) return false;
    return (meetOn(mine, keyboards.strokes(claim.shortcut), keyboards) & keyboards.maskOf(platform)) !== 0n;
  });
}

/** What the commands that keep old keys are to have: those, then their own ones that nobody else keeps. */
function spotsOf(kept: readonly Claim[], setting: Setting): Spot[] {
  const { weighed, policy } = setting;
  const { keyboards } = weighed;
  const places = new Map<string, Claim[]>();
  for (const claim of kept) {
    const key = placeKey({ command: claim.target, context: claim.context, platform: null });
    places.set(key, [...(places.get(key) ?? []), claim]);
  }
  return [...places.values()].map((claims) => {
    const { target: command, context } = claims[0]!;
    const lists = keyboards.platforms.map((platform) => {
      const own = keysAt(setting, platform, { command, context });
      const free = own.filter((shortcut) => !isTaken({ command, context, shortcut }, platform, kept, setting));
      const keys = claims.filter((claim) => claim.platforms.includes(platform));
      if (keys.every((claim) => isShipped({ ...claim, platforms: [platform] }, setting)))
        return [platform, free] as const;
      const press = (shortcut: string) => keyboards.pressKey(shortcut, platform);
      const all = new Map(
        [...keys.map((claim) => claim.shortcut), ...free].toReversed().map((one) => [press(one), one]),
      );
      const elsewhere = new Set(
        weighed
          .on(platform)
          .of(command)
          .filter((held) => held.context !== context)
          .map((held) => press(held.shortcut)),
      );
      const room = Math.max(keys.length, policy.accepts.mostPerCommand - elsewhere.size);
      return [platform, [...all.values()].toReversed().slice(0, room)] as const;
    });
    return { command, context, lists: new Map(lists), kept: claims[0]! };
  });
}

/** The edits that make a spot what it is to be: one for all platforms where that says the same, else for those it changes. */
function editsOf(
  { command, context, lists, kept }: Spot,
  setting: Setting,
  because: (kept: Claim | null) => string,
): Edit[] {
  const text = (list: readonly string[]) => list.join(' | ');
  const changed = [...lists].filter(
    ([platform, list]) => text(list) !== text(keysAt(setting, platform, { command, context })),
  );
  if (changed.length === 0) return [];
  const edit = (platform: Platform | null, shortcuts: readonly string[]): Edit => {
    const action = shortcuts.length ? 'set' : 'clear';
    return { command, context, platform, action, shortcuts: [...shortcuts], reason: because(kept), memoryAid: '' };
  };
  const forAll = new Set([...lists.values()].map(text)).size === 1;
  return forAll ? [edit(null, changed[0]![1])] : changed.map(([platform, list]) => edit(platform, list));
}
