import type { Edit, EditAction, EditPlace } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import type { Mask } from '../press/index.ts';
import { said, say } from '../words/index.ts';
import type { afterChange, Gain } from './facts.ts';
import type { Held } from './effective.ts';
import { placeKey, type Change } from './layers.ts';
import type { Setting } from './setting.ts';

/** A shortcut that is taken from a command, by what, and where the two meet. */
export interface Loss {
  readonly held: Held;
  readonly gain: Gain;
  readonly on: Mask;
}

type After = ReturnType<typeof afterChange>;
/** What stays at a place on a platform, and the loss that is last. */
interface Rest {
  readonly shortcuts: readonly string[];
  readonly loss: Loss;
}

/**
 * The edits that take lost presses from their owners, `edits` being the layer with the change in it: one for all
 * platforms where that says the same. What the owner
 * keeps stays as it stands, with its reason and memory aid; only one that is left without gets the taking for its reason.
 */
export function takenFrom(losses: readonly Loss[], setting: Setting, then: After, edits: readonly Edit[]): Edit[] {
  const { keyboards } = setting.weighed;
  const places = new Map<string, Loss[]>();
  for (const loss of losses) {
    const key = `${loss.held.command} ${loss.held.context}`;
    places.set(key, [...(places.get(key) ?? []), loss]);
  }
  return [...places.values()].flatMap((group) => {
    const { command, context } = group[0]!.held;
    const presentAt = (platform: Platform | null) =>
      edits.find((one) => placeKey(one) === placeKey({ command, context, platform }));
    const left = new Map<Platform, Rest>();
    for (const loss of group)
      for (const platform of keyboards.placesOf(loss.on).platforms) {
        const now = left.get(platform)?.shortcuts ?? then.at(platform, command, context).map((one) => one.shortcut);
        left.set(platform, { shortcuts: now.filter((shortcut) => shortcut !== loss.held.shortcut), loss });
      }
    const edit = (platform: Platform | null, { shortcuts, loss }: Rest): Edit => {
      const present = platform === null ? presentAt(null) : (presentAt(platform) ?? presentAt(null));
      const kept = shortcuts.length ? present : undefined;
      return {
        command,
        context,
        platform,
        action: shortcuts.length ? 'set' : 'clear',
        shortcuts: [...shortcuts],
        reason: kept?.reason || takenReason(loss, platform ?? keyboards.placesOf(loss.on).platforms[0]!, setting),
        memoryAid: kept?.memoryAid ?? '',
        ...(present?.holds === undefined ? {} : { holds: present.holds }),
      };
    };
    const rests = [...left.values()];
    const same = new Set(rests.map((rest) => rest.shortcuts.join(' | '))).size === 1;
    const hasOwn = keyboards.platforms.some((platform) => presentAt(platform));
    if (same && left.size === keyboards.platforms.length && !hasOwn) return [edit(null, rests[0]!)];
    return [...left].map(([platform, rest]) => edit(platform, rest));
  });
}

const takenReason = ({ gain }: Loss, on: Platform, { commands }: Setting) =>
  say(said('reason.taken', { keys: { keys: gain.shortcut, on }, command: commands.get(gain.command)?.label ?? '' }));

/** What is said with an edit: the keys, why, and how to keep them in mind. */
export type EditSaid = Pick<Edit, 'reason' | 'memoryAid'> & { readonly shortcut: string };

/**
 * The change that one action at a place of the topmost layer is. Straight over the shipped keyset, putting back is taking
 * the edit away; over another layer it is an edit of its own.
 */
export function editOf({ weighed }: Setting, place: EditPlace, action: EditAction, told: EditSaid): Change {
  if (action === 'put back' && weighed.stack.layers.length === 1) return { put: [], remove: [place] };
  const named = action === 'set' || action === 'add' || action === 'block';
  const { reason, memoryAid, shortcut } = told;
  return { put: [{ ...place, action, shortcuts: named ? [shortcut] : [], reason, memoryAid }], remove: [] };
}

/** What is done for the former owner of a press, in the same change. */
export type FollowUp =
  { readonly kind: 'leave' } | { readonly kind: 'give'; readonly shortcut: string } | { readonly kind: 'swap' };

/** Who loses a press to an edit, where, and which one. */
export interface Owner {
  readonly command: number;
  readonly context: number;
  readonly shortcut: string;
}

/**
 * A change with what is done for the former owner of its press: it is given another key in the place of the one it
 * loses, or the one that the edited command had; its other keys stay, on every platform as they are.
 */
export function withFollowUp(setting: Setting, change: Change, owner: Owner, follow: FollowUp): Change {
  const [edit] = change.put;
  if (!edit || follow.kind === 'leave') return change;
  const { weighed, commands } = setting;
  const { platforms } = weighed.keyboards;
  const concerned = edit.platform === null ? platforms : [edit.platform];
  const lists = concerned.map((platform) => {
    const key = (shortcut: string) => weighed.keyboards.pressKey(shortcut, platform);
    const given =
      follow.kind === 'give' ? follow.shortcut : weighed.on(platform).at(edit.command, edit.context)[0]?.shortcut;
    const lost = new Set([key(owner.shortcut), ...edit.shortcuts.map(key)]);
    const had = weighed
      .on(platform)
      .at(owner.command, owner.context)
      .map((held) => held.shortcut);
    const others = had.filter((shortcut) => !lost.has(key(shortcut)));
    // The key that is given stands where the lost one stood: a main key stays one.
    const at = Math.max(
      0,
      had.findIndex((shortcut) => lost.has(key(shortcut))),
    );
    return { platform, shortcuts: given === undefined ? null : [...others.slice(0, at), given, ...others.slice(at)] };
  });
  const found = lists.filter((one): one is { platform: Platform; shortcuts: string[] } => one.shortcuts !== null);
  if (found.length === 0) return change;
  const theirs = (platform: Platform | null, shortcuts: readonly string[]): Edit => {
    const present = weighed.stack.layers
      .at(-1)
      ?.edits.find((one) => placeKey(one) === placeKey({ ...owner, platform }));
    return {
      command: owner.command,
      context: owner.context,
      platform,
      action: 'set',
      shortcuts: [...new Set(shortcuts)],
      reason: present?.reason || say(said('reason.has taken', { command: commands.get(edit.command)?.label ?? '' })),
      memoryAid: present?.memoryAid ?? '',
    };
  };
  const alike = new Set(found.map((one) => one.shortcuts.join(' | '))).size === 1;
  const ownThere = platforms.some((platform) =>
    weighed.stack.layers.at(-1)?.edits.some((one) => placeKey(one) === placeKey({ ...owner, platform })),
  );
  const forAll = edit.platform === null && alike && found.length === platforms.length && !ownThere;
  const put = forAll ? [theirs(null, found[0]!.shortcuts)] : found.map((one) => theirs(one.platform, one.shortcuts));
  return { ...change, put: [...change.put, ...put] };
}
