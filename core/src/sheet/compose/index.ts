/**
 * Fills in sheets and release notes from a release and a keyset: the rows each section’s rule gives, their keys on every
 * platform, figures, and how keys are loaded or changed. Also what differs between two editions of a sheet.
 */
export { composeSheet, rowsOf } from './compose.ts';
export { NO_FACTS, rowsIn, ruled, type Ruled } from './rules.ts';
export { changedKeys, differences, type RowDifference } from './differences.ts';
export { appliesOn, changesFrom, composeChanges, subjectOf, type ChangesFrame } from './changes.ts';
export { loadingSteps, loadingText } from './loading.ts';
export { changingIn, changingSaid } from './how-to-change.ts';
