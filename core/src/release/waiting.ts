import { commandCount, holding } from '../catalogue/index.ts';
import type { CustomKeyset, DeskLine } from '../contract/index.ts';
import { clashes, unverifiedOn, type Opened } from '../keyset/index.ts';
import type { Keyboards } from '../press/index.ts';
import { contextProposals } from './lineage/context-proposals.ts';
import type { Lineage } from './lineage/lineage.ts';
import { lineageProposals } from './lineage/proposals.ts';
import { sideOf } from './sides.ts';

/** The custom keysets of a release. */
const customOf = ({ catalogue }: Opened) =>
  catalogue.keysets.filter((one): one is CustomKeyset => one.kind === 'custom');

/**
 * What waits in the custom keysets of a release: edits that carrying left open, clashes of severity error, and commands
 * used often that have no key, on each platform of the keyboards. In one that `goesOn` as another nothing waits.
 */
export function waitingIn(opened: Opened, keyboards: Keyboards, goesOn: (keyset: number) => boolean): DeskLine[] {
  const release = opened.catalogue.release.label;
  const layouts = [...new Set(keyboards.all.map((one) => one.layout.id))];
  return customOf(opened).flatMap((keyset): DeskLine[] => {
    if (goesOn(keyset.id)) return [];
    const named = { release, keyset: keyset.id, name: keyset.name };
    const setting = opened.setting(keyset.id, keyboards);
    const errors = clashes(setting).filter((one) => one.severity === 'error').length;
    const keyless = keyboards.platforms.map((platform): DeskLine => {
      const held = setting.weighed.on(platform);
      const keyed = holding(opened.catalogue.commands, (id) => held.of(id).length > 0);
      const without = opened.catalogue.commands.filter((one) => opened.often().has(one.id) && !keyed.has(one.id));
      return { kind: 'keyless', ...named, platform, count: commandCount(without) };
    });
    const lines: DeskLine[] = [
      { kind: 'open', ...named, count: keyset.open.length, edits: keyset.edits.length },
      { kind: 'errors', ...named, count: errors, layouts },
      // The platforms differ little; the one with the most stands for them.
      keyless.reduce((most, one) => (one.count > most.count ? one : most), keyless[0]!),
    ];
    return lines.filter((line) => line.count > 0);
  });
}

/** Commands of a release whose shipped keys nobody has tried, on the platforms where that is so. */
export function untriedIn({ catalogue, commands, shipped }: Opened): DeskLine[] {
  if (shipped?.kind !== 'shipped') return [];
  const { label, platforms } = catalogue.release;
  const counts = platforms.map((platform) => {
    const found = [...unverifiedOn(shipped, platform)].flatMap((id) => commands.get(id) ?? []);
    return { platform, count: commandCount(found) };
  });
  const some = counts.filter((one) => one.count > 0);
  const count = Math.max(...some.map((one) => one.count));
  return some.length ? [{ kind: 'untried', release: label, platforms: some.map((one) => one.platform), count }] : [];
}

/**
 * How many proposals of lineage wait between two releases: renames, splits, merges and places, less those refused.
 * `refused` has the pairs that were said to be different, by kind, as `pairKey` writes them.
 */
export function lineageWaiting(
  before: Opened,
  now: Opened,
  lineage: Lineage,
  refused: Readonly<Record<'command' | 'context', ReadonlySet<string>>>,
  keyboards: Keyboards,
): DeskLine[] {
  if (!before.shipped || !now.shipped) return [];
  const platform = keyboards.platforms[0]!;
  const side = (one: Opened) => sideOf(one, one.shipped!.id, keyboards, platform);
  const [a, b] = [side(before), side(now)];
  const count =
    contextProposals(a, b, lineage, refused.context).length + lineageProposals(a, b, lineage, refused.command).length;
  return count ? [{ kind: 'lineage', release: now.catalogue.release.label, count }] : [];
}
