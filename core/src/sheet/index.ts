export { composeSheet, rowsOf } from './compose.ts';
export { NO_FACTS, rowsIn, ruled, type Ruled } from './rules.ts';
export { changedKeys, differences, type RowDifference } from './differences.ts';
export * from './fit/index.ts';
export * from './page/index.ts';
export { claimsIn, commandsIn, keysIn, namedBy, type KeyClaim } from './claims.ts';
export { namedIn, wrongClaims, type WrongClaim } from './wrong-claims.ts';
export { mended, proof, type Finding, type FindingKind, type Mend, type Spot } from './proof.ts';
export { canonicalJson, sheetCsv, sheetMarkdown } from './export.ts';
export { tableCsv, tableHtml, tableMarkdown, tableText, type PlainTable } from './table.ts';
export { notesProof, type NotesFinding } from './notes-proof.ts';
export { argue, arguedMarkdown, type Argued, type ArguedRow } from './argued.ts';
export {
  changesCsv,
  changesFrom,
  changesMarkdown,
  changesTable,
  composeChanges,
  keysText,
  type ChangesFrame,
} from './changes.ts';
export { appliesOn } from './applies.ts';
export { rowsByName, sheetOn, wrongChanges, wrongLines, type WrongLine } from './impact.ts';
export { ledgerTable, type LedgerKeys } from './ledger.ts';
export { changingIn, changingSaid } from './changing.ts';
