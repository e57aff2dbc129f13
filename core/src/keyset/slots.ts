import type { CommandGroup, Edit } from '../contract/index.ts';
import type { Change } from './layers.ts';
import type { Setting } from './setting.ts';

/** The slots beside one, itself among them, in order; none where the command is no slot. */
export const slotsBeside = (slot: number, groups: readonly CommandGroup[]): readonly number[] =>
  groups.find(({ kind, members }) => kind === 'slots' && members.includes(slot))?.members ?? [];

/** What a slot holds with a keyset on some platform; undefined where nothing is known to be in it. */
export const heldBy = ({ weighed }: Setting, slot: number): number | undefined =>
  weighed.keyboards.platforms.map((platform) => weighed.on(platform).holds(slot)).find((one) => one !== undefined);

/** Puts a command into a slot of the topmost layer, or empties it (null); its keys stay as they are. */
export function filling(setting: Setting, slot: number, held: number | null, reason: string): Change {
  const { stack, keyboards, on } = setting.weighed;
  const top = (stack.layers.at(-1)?.edits ?? []).filter((one) => one.command === slot);
  const keyed = keyboards.platforms.flatMap((platform) =>
    on(platform)
      .of(slot)
      .map((one) => one.context),
  );
  const contexts = new Set([setting.commands.get(slot)!.home, ...keyed, ...top.map((one) => one.context)]);
  const put = [...contexts].flatMap((context): Edit[] => {
    const present = top.filter((one) => one.context === context);
    const fresh: Edit = {
      command: slot,
      context,
      platform: null,
      action: 'add',
      shortcuts: [],
      reason: '',
      memoryAid: '',
    };
    const all = present.some((one) => one.platform === null) ? present : [...present, fresh];
    return all.map((edit) => ({ ...edit, holds: held ?? slot, reason: reason || edit.reason }));
  });
  return { put, remove: [] };
}

/** What two slots hold changes places: each keeps its key, and what is in it has the other’s. */
export function swapping(setting: Setting, a: number, b: number, reason: string): Change {
  const [inA, inB] = [heldBy(setting, a), heldBy(setting, b)];
  return {
    put: [filling(setting, a, inB ?? null, reason), filling(setting, b, inA ?? null, reason)].flatMap((one) => one.put),
    remove: [],
  };
}
