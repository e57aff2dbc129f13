import type { Command } from '@crib/core/contract';

/** One thing that is known of a command: what it is, and what it says. */
export interface Fact {
  readonly name: string;
  readonly text: string;
}

/** What is known of a command besides its label, place and keys, in the order in which it is asked for. */
export function factsOf(command: Command, labelled: (name: string) => string | undefined): Fact[] {
  const needs = [command.needs, labelled(command.satisfiedBy) && `${labelled(command.satisfiedBy)} does that`];
  const list = [command.keyList, command.keyListSince && `since ${command.keyListSince}`];
  const facts: Fact[] = [
    {
      name: 'Argument',
      text: command.argument && `${command.argument}, of ${labelled(command.argumentOf) ?? command.argumentOf}`,
    },
    { name: 'Needs', text: needs.filter(Boolean).join(': ') },
    { name: 'Then', text: command.then },
    { name: 'You see', text: command.sign },
    { name: 'Goes through', text: command.states.join(', ') },
    { name: 'Each press', text: command.presses.map((does, at) => `${at + 1}. ${does}`).join(', ') },
    { name: 'Steps by', text: command.step },
    { name: 'Setting', text: command.setting },
    { name: 'Key changed in', text: list.filter(Boolean).join(', ') },
    { name: 'Key shown', text: command.unshown ? 'nowhere, though it works' : '' },
    { name: 'Also called', text: command.otherNames.join(', ') },
  ];
  return facts.filter((fact) => fact.text !== '');
}
