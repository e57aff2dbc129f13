import type { Command } from '../contract/index.ts';

type Named = Pick<Command, 'id' | 'name' | 'argumentOf'>;

/** The id of the command that counts: an argument is its command with a value. */
export const wholeOf = ({ name, argumentOf }: Pick<Command, 'name' | 'argumentOf'>) => argumentOf || name;

/** How many commands some are, each once with all its arguments. */
export const commandCount = (commands: Iterable<Named>) => new Set([...commands].map(wholeOf)).size;

/** The arguments of a command, in the catalogue’s order. */
export const argumentsOf = <One extends Named>({ name }: Named, commands: readonly One[]) =>
  commands.filter((one) => one.argumentOf === name);

/** Ids of the commands that have something themselves, or one of whose arguments has it: a key, a trial. */
export function holding(commands: readonly Named[], has: (command: number) => boolean): ReadonlySet<number> {
  const wholes = new Set(commands.filter((one) => has(one.id)).map(wholeOf));
  return new Set(commands.filter((one) => wholes.has(wholeOf(one))).map((one) => one.id));
}

/**
 * What is wrong with saying that a command is an argument of another: a command that is not there, itself, one that is an
 * argument too, a value without a command or the reverse. Null where nothing is.
 */
export function argumentFault(
  { name, argumentOf, argument }: Pick<Command, 'name' | 'argumentOf' | 'argument'>,
  named: (name: string) => Pick<Command, 'argumentOf'> | undefined,
): string | null {
  if (!argumentOf && !argument) return null;
  if (!argumentOf) return `The value “${argument}” belongs to no command. Choose the command it is a value of.`;
  if (!argument) return `Enter the value of ${argumentOf} it is.`;
  const whole = named(argumentOf);
  if (!whole) return `No command has the id “${argumentOf}”.`;
  if (argumentOf === name) return 'A command cannot be a variant of itself.';
  return whole.argumentOf ? `${argumentOf} is itself a value of ${whole.argumentOf}.` : null;
}
