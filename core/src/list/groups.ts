import { problem, type Problem } from '../error/index.ts';
import type { Catalogue } from '../contract/index.ts';
import type { Target } from './targets.ts';

/** Commands that rows say belong together: ways to one goal with the trainer’s advice, slots of a bar in their order. */
export interface NewGroup {
  readonly kind: 'ways' | 'slots';
  readonly name: string;
  /** By their names, in the order of the list. */
  readonly members: readonly string[];
  readonly advised: string | null;
  readonly because: string;
}

/** The ways and slots that a list states; one that is there already stays as it is, and a list that says otherwise is told so. */
export function groupsIn(
  targets: readonly Target[],
  { groups, commands }: Pick<Catalogue, 'groups' | 'commands'>,
  problems: Problem[],
): NewGroup[] {
  const there = new Map(groups.map((one) => [`${one.kind} ${one.name.toLowerCase()}`, one]));
  const idOf = new Map(commands.map((one) => [one.name, one.id]));
  const found = new Map<
    string,
    { kind: NewGroup['kind']; name: string; members: string[]; advised: string | null; because: string }
  >();
  for (const { name: command, rows } of targets)
    for (const { line, wayTo, advice, slotOf } of rows) {
      if (advice && !wayTo)
        problems.push(
          problem('no-goal', `Row ${line}: “${advice}” recommends a command, but no alternatives group is given.`, {
            line,
          }),
        );
      for (const [kind, name] of [
        ['ways', wayTo],
        ['slots', slotOf],
      ] as const) {
        const key = `${kind} ${name.toLowerCase()}`;
        if (!name) continue;
        const present = there.get(key);
        if (present) {
          const advised = kind === 'ways' && advice !== '';
          const same =
            present.members.includes(idOf.get(command) ?? -1) &&
            (!advised || (present.advised === idOf.get(command) && present.because === advice));
          if (!same)
            problems.push(
              problem(
                'group-there',
                `Row ${line}: “${name}” already exists with other members. Change it under Command groups and leave this cell empty.`,
                { line },
              ),
            );
          continue;
        }
        const group = found.get(key) ?? { kind, name, members: [], advised: null, because: '' };
        found.set(key, group);
        if (!group.members.includes(command)) group.members.push(command);
        if (kind === 'slots' || !advice) continue;
        if (group.advised !== null && group.advised !== command)
          problems.push(problem('two-advised', `Row ${line}: “${name}” already has a recommended command.`, { line }));
        group.advised = command;
        group.because = advice;
      }
    }
  return [...found.values()];
}
