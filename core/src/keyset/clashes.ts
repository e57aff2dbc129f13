import { US, meeting, platformName, showStored, storedPresses, type Layout, type Platform } from '../keys/index.ts';
import { effective, type Held } from './effective.ts';
import { pressIndex } from './presses.ts';
import type { Setting } from './consequences.ts';

export type ClashKind = 'same place' | 'fixed' | 'waits' | 'hidden';
export type Severity = 'error' | 'warning' | 'note';

/** Two shortcuts that get in each other's way, on the platforms where they do. */
export interface Clash {
  readonly kind: ClashKind;
  readonly severity: Severity;
  readonly parties: readonly [Held, Held];
  readonly platforms: readonly Platform[];
  readonly sentence: string;
}

const SEVERITY: Record<ClashKind, Severity> = {
  'same place': 'error',
  fixed: 'error',
  waits: 'warning',
  hidden: 'note',
};
const RANK: readonly ClashKind[] = ['same place', 'fixed', 'waits', 'hidden'];

/** All clashes of a keyset; a pair yields one finding of the most specific kind. Errors come first. */
export function clashes(setting: Setting): Clash[] {
  const layout = setting.layout ?? US;
  const found = new Map<string, Clash>();
  for (const platform of setting.platforms) {
    for (const [first, second, kind] of clashingPairs(setting, layout, platform)) {
      const sides = [first, second].map((held) => `${held.command} ${held.context} ${held.shortcut}`);
      const key = [kind, ...sides].join(' | ');
      const platforms = [...(found.get(key)?.platforms ?? []), platform];
      const sentence = sentenceOf(setting, kind, first, second, platforms);
      found.set(key, { kind, severity: SEVERITY[kind], parties: [first, second], platforms, sentence });
    }
  }
  return [...found.values()].sort((a, b) => RANK.indexOf(a.kind) - RANK.indexOf(b.kind));
}

function* clashingPairs(setting: Setting, layout: Layout, platform: Platform): Generator<[Held, Held, ClashKind]> {
  const seen = new Set<string>();
  for (const group of pressIndex(effective(setting.stack, platform), layout, platform).groups) {
    for (let i = 0; i < group.length; i++) {
      for (let j = i + 1; j < group.length; j++) {
        const kind = kindOf(setting, group[i]!, group[j]!, layout, platform);
        if (!kind) continue;
        const pair = wideFirst(setting, group[i]!, group[j]!);
        const key = pair.map((held) => `${held.command} ${held.context} ${held.shortcut}`).join(' | ');
        if (seen.has(key)) continue;
        seen.add(key);
        yield [...pair, kind];
      }
    }
  }
}

function wideFirst(setting: Setting, a: Held, b: Held): [Held, Held] {
  const byDepth = setting.tree.depth(a.context) - setting.tree.depth(b.context);
  return (byDepth || a.command - b.command) <= 0 ? [a, b] : [b, a];
}

function kindOf(setting: Setting, a: Held, b: Held, layout: Layout, platform: Platform): ClashKind | null {
  const relation = setting.tree.relation(a.context, b.context);
  if (relation === 'apart' || (a.command === b.command && relation === 'same')) return null;
  const ways = (held: Held) => storedPresses(held.shortcut, layout, platform)!;
  const how = meeting(ways(a), ways(b));
  if (how === 'apart') return null;
  if (how !== 'meet') return 'waits';
  if (a.command === b.command) return null;
  const fixed = (held: Held) => setting.commands.get(held.command)?.fixed === true;
  if (relation === 'same') return fixed(a) !== fixed(b) ? 'fixed' : 'same place';
  const [wide] = wideFirst(setting, a, b);
  return fixed(wide) ? 'fixed' : 'hidden';
}

function sentenceOf(setting: Setting, kind: ClashKind, a: Held, b: Held, platforms: readonly Platform[]): string {
  const label = (held: Held) => setting.commands.get(held.command)?.label ?? `command ${held.command}`;
  const keys = (held: Held) => showStored(held.shortcut, platforms[0]!);
  const place = (held: Held) => setting.tree.get(held.context).name;
  const where = platforms.length < setting.platforms.length ? ` on ${platforms.map(platformName).join(' and ')}` : '';
  switch (kind) {
    case 'same place':
      return `${keys(a)} is given to both ${label(a)} and ${label(b)} in ${place(a)}${where}.`;
    case 'fixed':
      return `${keys(a)} in ${place(a)} meets ${keys(b)} in ${place(b)}${where}: ${label(a)} and ${label(b)}, one of which cannot be changed.`;
    case 'waits':
      return `${keys(a)} (${label(a)}) and ${keys(b)} (${label(b)}) begin alike${where}: the shorter one has to wait.`;
    case 'hidden':
      return `In ${place(b)} ${keys(b)} is ${label(b)}${where}; ${label(a)}, which has it in ${place(a)}, is hidden there.`;
  }
}
