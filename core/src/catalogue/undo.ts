import type { Command } from '../contract/index.ts';

/** What the command that undoes the last change is called, in the languages that learners read (common practice, no source). */
const UNDO = /^(?:undo|rückgängig|annuler)(?![\p{L}\p{N}])/iu;

/** Whether a command undoes the last change: told by its name, since its usual keys may be those of another one. */
export const isUndo = ({ label }: Pick<Command, 'label'>): boolean => UNDO.test(label);
