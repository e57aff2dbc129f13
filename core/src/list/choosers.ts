import { problem, type Problem } from '../error/index.ts';
import type { Catalogue } from '../contract/index.ts';
import type { Target } from './targets.ts';

/** One shortcut for several commands, and what decides between them; the commands by their names. */
export interface NewChooser {
  readonly name: string;
  readonly because: string;
  readonly members: readonly string[];
}

/** The choosers that rows state: commands with a shortcut in common whose rows name the same as deciding between them. */
export function choosersIn(
  targets: readonly Target[],
  { groups, commands }: Pick<Catalogue, 'groups' | 'commands'>,
  problems: Problem[],
): NewChooser[] {
  const idOf = new Map(commands.map((one) => [one.name, one.id]));
  const known = groups.filter((one) => one.kind === 'chooser').map((one) => ({ ...one, ids: new Set(one.members) }));
  const byKey = new Map<string, Map<string, Target>>();
  for (const target of targets)
    for (const { keys, chosenBy } of target.rows)
      if (chosenBy)
        for (const { shortcut } of keys) {
          const key = `${chosenBy.toLowerCase()}\u0000${shortcut}`;
          byKey.set(key, (byKey.get(key) ?? new Map<string, Target>()).set(target.name, target));
        }
  const found = new Map<string, NewChooser>();
  for (const target of targets)
    for (const { line, keys, chosenBy } of target.rows) {
      if (!chosenBy) continue;
      const groupsOf = keys.map(({ shortcut }) => byKey.get(`${chosenBy.toLowerCase()}\u0000${shortcut}`)!);
      const shared = groupsOf.filter((one) => one.size > 1);
      if (shared.length === 0) {
        const sentence = `Row ${line}: “${chosenBy}” is marked as context-dependent, but no other row has the same shortcut and mark.`;
        problems.push(problem('lone-chooser', sentence, { line }));
        continue;
      }
      // A command with several shortcuts can share each with others.
      for (const group of shared) {
        const members = [...group.keys()];
        const there = known.some(
          (one) => one.because === chosenBy && members.every((name) => one.ids.has(idOf.get(name) ?? -1)),
        );
        const name = [...group.values()]
          .map((one) => one.words.label)
          .join(' or ')
          .slice(0, 120);
        const key = members.toSorted().join('\u0000');
        if (!there && !found.has(key)) found.set(key, { name, because: chosenBy, members });
      }
    }
  return [...found.values()];
}
