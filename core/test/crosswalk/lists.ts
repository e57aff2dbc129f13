import { readFileSync } from 'node:fs';
import type { MatchedCommand } from '../../src/crosswalk/index.ts';

/**
 * Command lists of open libraries, taken from their packages by their sources (named in each file), and which command of one
 * answers to which of the other, judged from those sources before anything here ran on them. Several targets: any is right;
 * none: there is no counterpart. Commands that could be read either way are not judged.
 */
export type ListName = 'ace' | 'monaco' | 'cm5' | 'cm6' | 'excal' | 'svgedit';
const read = <T>(name: string) => JSON.parse(readFileSync(new URL(`lists/${name}.json`, import.meta.url), 'utf8')) as T;

export function commandsOf(name: ListName): MatchedCommand[] {
  const { commands } = read<{ commands: [string, string, string][] }>(name);
  return commands.map(([id, label, keys], at) => ({
    id: at + 1,
    name: id,
    label,
    otherNames: [],
    description: '',
    menu: '',
    place: '',
    destructive: false,
    presses: keys
      .split(' ')
      .filter(Boolean)
      .map((press) => `windows ${press.replace(/^Mod\+/, 'Ctrl+')}`),
  }));
}

export interface Gold {
  readonly from: ListName;
  readonly to: ListName;
  /** By source: the targets that are right; none where it has no counterpart. */
  readonly right: ReadonlyMap<number, ReadonlySet<number>>;
}
export function goldLists(): Gold[] {
  return read<{ from: ListName; to: ListName; judged: [string, string][] }[]>('gold').map(({ from, to, judged }) => {
    const ids = (name: ListName) => new Map(commandsOf(name).map((one) => [one.name, one.id]));
    const [sources, targets] = [ids(from), ids(to)];
    const right = judged.map(
      ([source, names]) =>
        [
          sources.get(source)!,
          new Set(
            names
              .split(' ')
              .filter(Boolean)
              .map((one) => targets.get(one)!),
          ),
        ] as const,
    );
    return { from, to, right: new Map(right) };
  });
}
