/**
 * Finds what a learner would trip over: sentences that claim other keys than there are, rows that are wrong or missing,
 * and lines of published editions that a later state of the catalogue has made untrue.
 */
export { claimsIn, commandsIn, keysIn, namedBy, type KeyClaim, type Named } from './claims.ts';
export { namedIn, wrongClaims, type WrongClaim } from './wrong-claims.ts';
export { proof, withFix, type Finding, type FindingKind, type Fix, type Spot } from './check.ts';
export { notesProof, type NotesFinding } from './notes.ts';
export { rowsByName, sheetOn, wrongChanges, wrongLines, type WrongLine } from './out-of-date.ts';
