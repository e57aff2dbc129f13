import type { EditionProgram } from './program.ts';

/** The learners’ tools of an edition, by the last part of their addresses. */
export const TOOLS = ['find', 'practise', 'translate', 'try-out', 'own'] as const;
export type ToolName = (typeof TOOLS)[number];
/** Which tools an edition has: the translator needs a program that was mapped, a learner’s own file a format that can be read. */
export const toolsOf = (
  { coming, recipes }: Pick<EditionProgram, 'coming' | 'recipes'>,
  files: readonly unknown[],
): ToolName[] =>
  TOOLS.filter((one) =>
    one === 'translate' ? coming.length > 0 : one === 'own' ? recipes.length > 0 && files.length > 0 : true,
  );
