/**
 * Knows what trainers decided about two programs: which command answers to which, how closely, and where nothing does;
 * also how decisions follow renamed commands, and what learners bring along by them.
 */
export { RELATIONS, composed, composition, inverse, inverted, isLike, type Match, type Relation } from './relations.ts';
export { matchesOf, standings, taught, type Standing } from './standings.ts';
export { carriedAlong, crosswalkIn, type End } from './along-lineage.ts';
export { habitsFrom, lineageFrom, lineageOf, usesThere, type Habits, type LikelyPairs } from './habits.ts';
