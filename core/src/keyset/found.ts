import type { Binding, ShippedKeyset } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { heldAt } from './effective.ts';

/** A shipped shortcut as it was found in the program on one platform. */
export interface Finding {
  readonly binding: Binding;
  readonly platform: Platform;
  /** What does it there; null where nothing does. */
  readonly shortcut: string | null;
}

/** A shortcut to be stated, in the words and with the trials of one that stands, or (null) as it was found. */
export interface Restated {
  readonly shortcut: string;
  readonly platform: Platform | null;
  readonly contexts: readonly number[];
  readonly from: Binding | null;
}
export interface Restatement {
  /** Where bindings are not stated any more. */
  readonly drop: readonly { readonly binding: number; readonly context: number }[];
  readonly state: readonly Restated[];
}

/** Shortcuts of a command with one replaced, in its place; nothing stands twice. */
const replaced = (list: readonly string[], was: string, is: string | null): string[] => {
  const found = is === null ? [] : [is];
  return [...new Set(list.includes(was) ? list.flatMap((one) => (one === was ? found : one)) : [...list, ...found])];
};

/** What a sealed release is corrected to, context by context: the command’s other shortcuts there stay. */
export const correctedTo = (
  keyset: ShippedKeyset,
  { binding, platform, shortcut }: Finding,
): { readonly context: number; readonly now: readonly string[] }[] =>
  binding.contexts.map((context) => {
    const held = heldAt({ shipped: keyset, layers: [] }, platform, binding.command, context);
    return {
      context,
      now: replaced(
        held.map((one) => one.shortcut),
        binding.shortcut,
        shortcut,
      ),
    };
  });

/**
 * What an open release states after a finding. The platform’s own bindings stand in place of those for all, so what is
 * otherwise on one platform is stated as its own, together with the command’s other shortcuts there; where it has none
 * left, the other platforms state theirs as their own, since nothing else says that it has none. No other platform
 * changes.
 */
export function restated(
  { bindings }: ShippedKeyset,
  { binding, platform, shortcut }: Finding,
  platforms: readonly Platform[],
): Restatement {
  const alike = bindings.filter((one) => one.command === binding.command && one.language === binding.language);
  const others = platforms.filter((one) => one !== platform);
  const parts = binding.contexts.map((context) => {
    const there = alike.filter((one) => one.contexts.includes(context));
    const on = (name: Platform | null) => there.filter((one) => one.platform === name);
    const counting = (name: Platform) => (on(name).length ? on(name) : on(null));
    const shortcuts = (name: Platform) => counting(name).map((one) => one.shortcut);
    const wanted = (name: Platform) =>
      name === platform ? replaced(shortcuts(name), binding.shortcut, shortcut) : shortcuts(name);
    const same = (a: readonly string[], b: readonly string[]) => a.join('\n') === b.join('\n');
    const [first = platform] = others;
    const shared = others.every((one) => same(wanted(one), wanted(first))) && wanted(platform).length > 0;
    const general = shared ? wanted(first) : [];
    const own = platforms.filter((one) => !same(wanted(one), general));
    const lists = [null, ...platforms].map((as) => {
      const list = as === null ? general : own.includes(as) ? wanted(as) : [];
      const standing = on(as);
      // Shortcuts are in order, the main one first: what stands stays up to the first that is otherwise.
      const differs = list.findIndex((text, at) => standing[at]?.shortcut !== text);
      const kept = differs < 0 ? list.length : differs;
      const known = counting(as ?? first);
      return {
        drop: standing.slice(kept).map((one) => ({ binding: one.id, context })),
        state: list.slice(kept).map((text): Restated => {
          const from = known.find((one) => one.shortcut === text) ?? null;
          return { shortcut: text, platform: as, contexts: [context], from };
        }),
      };
    });
    return { drop: lists.flatMap((one) => one.drop), state: lists.flatMap((one) => one.state) };
  });
  // Places that get the same, in the same order, get it together.
  const alikeStated = new Map<string, Restated[]>();
  for (const { state } of parts) {
    const name = state.map((one) => `${one.platform} ${one.from?.id} ${one.shortcut}`).join('\n');
    const known = alikeStated.get(name);
    const merged = state.map((one, at) => ({ ...one, contexts: [...(known?.[at]!.contexts ?? []), ...one.contexts] }));
    alikeStated.set(name, merged);
  }
  return { drop: parts.flatMap((part) => part.drop), state: [...alikeStated.values()].flat() };
}
