/**
 * Decides which old shortcuts the new program can keep: of claims that exclude one another the busiest together, what
 * makes way gets other presses, and nothing adds a conflict. Splits the edits into steps for learners.
 */
export { claimsOf, hindranceOf, isShipped, type Claim, type Hindrance } from './claims.ts';
export { plan, type Plan, type PlanQuestion, type Refusal } from './plan.ts';
export type { Displaced } from './edits.ts';
export { steps, waiting, type Step } from './steps.ts';
