export * from './contexts.ts';
export * from './language.ts';
export { CLASS_A_DAY, OFTEN_A_DAY, usedOften, usesADay } from './uses.ts';
export { readUses, type UsesRead } from './read-uses.ts';
export { argumentFault, argumentsOf, commandCount, holding, wholeOf } from './arguments.ts';
export { familyName } from './family-name.ts';
export { readPast, type PastRead, type PastStep } from './read-history.ts';
export { correctedFacts } from './facts.ts';
export { isUndo } from './undo.ts';
