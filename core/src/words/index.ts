export { LANGUAGE_NAMES, LEARNER_LANGUAGES, type LearnerCode, type LearnerLanguage } from './learner.ts';
export { LEARNER, tell } from './tell.ts';
export { said, say, type Said, type SaidCode, type SaidKeys, type SaidValue, type Spelling } from './say.ts';
export { EN } from './en.ts';
export { where } from './where.ts';
export { meantSaid } from './meant.ts';
export { counted, listed, numberOf, percent } from './counts.ts';
export { dateIn, momentIn } from './dates.ts';
