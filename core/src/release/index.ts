/**
 * Follows a program from release to release: which command is which (`lineage`), what changed (`compare`), and what
 * becomes of custom keysets (`carry`).
 */
export * from './lineage/index.ts';
export * from './compare/index.ts';
export * from './carry/index.ts';
export { sideIn, sideOf, type Side } from './sides.ts';
export { sameMenu } from './menu.ts';
export { lineageWaiting, untriedIn, waitingIn } from './waiting.ts';
