import type { EditPlace } from '../../contract/index.ts';
import { inPlaceOrder, placeKey, type Weighed } from '../../keyset/index.ts';

/** The shortcuts that stand at a place, the main one first. */
export interface WrittenLine extends EditPlace {
  readonly shortcuts: readonly string[];
}

/** A place where what is written differs: the old value and the new one, empty where nothing stands. */
export interface WrittenChange extends EditPlace {
  readonly old: readonly string[];
  readonly now: readonly string[];
}

/** What a keyset says, place by place and platform by platform, in the order of places. */
export function writtenOf({ on, keyboards: { platforms } }: Weighed): WrittenLine[] {
  const lines = new Map<string, { place: EditPlace; shortcuts: string[] }>();
  for (const platform of platforms)
    for (const { command, context, shortcut } of on(platform).held) {
      const place = { command, context, platform };
      const line = lines.get(placeKey(place)) ?? { place, shortcuts: [] };
      lines.set(placeKey(place), line);
      line.shortcuts.push(shortcut);
    }
  return inPlaceOrder([...lines.values()].map(({ place, shortcuts }) => ({ ...place, shortcuts })));
}

const same = (a: readonly string[], b: readonly string[]) => a.length === b.length && a.every((one, i) => one === b[i]);

/** The written difference of two keysets: where they say something else, with the old and the new value. */
export function writtenDifference(old: readonly WrittenLine[], now: readonly WrittenLine[]): WrittenChange[] {
  const before = new Map(old.map((line) => [placeKey(line), line.shortcuts]));
  const after = new Map(now.map((line) => [placeKey(line), line.shortcuts]));
  const places = new Map([...old, ...now].map((line) => [placeKey(line), line]));
  return inPlaceOrder([...places.values()]).flatMap(({ command, context, platform }) => {
    const key = placeKey({ command, context, platform });
    const [was, is] = [before.get(key) ?? [], after.get(key) ?? []];
    return same(was, is) ? [] : [{ command, context, platform, old: was, now: is }];
  });
}

/** What is written after a difference: `applyWritten(old, writtenDifference(old, now)) = now`. */
export function applyWritten(lines: readonly WrittenLine[], changes: readonly WrittenChange[]): WrittenLine[] {
  const known = new Map(lines.map((line) => [placeKey(line), line]));
  for (const { command, context, platform, now } of changes) {
    const place = { command, context, platform };
    if (now.length) known.set(placeKey(place), { ...place, shortcuts: now });
    else known.delete(placeKey(place));
  }
  return inPlaceOrder([...known.values()]);
}

/** The difference that leads back. */
export function invertWritten(changes: readonly WrittenChange[]): WrittenChange[] {
  return changes.map(({ old, now, ...place }) => ({ ...place, old: now, now: old }));
}
