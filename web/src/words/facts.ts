import { COMMAND_FIELDS, type Command, type CommandField, type CommandFieldName } from '@crib/core/contract';

/** One thing that is known of a command: what it is, and what it says. */
export interface Fact {
  readonly name: string;
  readonly text: string;
}

type Told = (command: Command, labelled: (name: string) => string | undefined) => string;
/** Fields that are not told as they stand, or together with another. */
const TOLD: Partial<Record<CommandFieldName, Told>> = {
  needs: ({ needs, satisfiedBy }, labelled) =>
    [needs, labelled(satisfiedBy) && `use ${labelled(satisfiedBy)}`].filter(Boolean).join('; '),
  presses: ({ presses }) => presses.map((does, at) => `${at + 1}. ${does}`).join(', '),
  keyList: ({ keyList, keyListSince }) => [keyList, keyListSince && `since ${keyListSince}`].filter(Boolean).join(', '),
  unshown: ({ unshown }) => (unshown ? 'not shown in the program, but works' : ''),
};
const FIRST: readonly CommandFieldName[] = ['needs', 'then'];
const LAST: readonly CommandFieldName[] = ['otherNames'];
const factName = (field: CommandFieldName) => (COMMAND_FIELDS[field] as CommandField).fact;
const middle = (Object.keys(COMMAND_FIELDS) as CommandFieldName[]).filter(
  (field) => factName(field) && !FIRST.includes(field) && !LAST.includes(field),
);

/** What is known of a command besides its label, place and keys, in the order in which it is asked for. */
export function factsOf(command: Command, labelled: (name: string) => string | undefined): Fact[] {
  const { argument, argumentOf } = command;
  const asIs = (field: CommandFieldName) => {
    const value = command[field];
    return Array.isArray(value) ? value.join(', ') : String(value);
  };
  const facts: Fact[] = [
    { name: 'Argument', text: argument && `${argument}, of ${labelled(argumentOf) ?? argumentOf}` },
    ...[...FIRST, ...middle, ...LAST].map((field) => ({
      name: factName(field)!,
      text: TOLD[field]?.(command, labelled) ?? asIs(field),
    })),
  ];
  return facts.filter((fact) => fact.text !== '');
}
