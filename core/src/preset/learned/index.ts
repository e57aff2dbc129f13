export { learnRecipe, openedFile, type LearnedQuestion, type LearnedRecipe } from './learned.ts';
export type { Mark, Span } from './marks.ts';
