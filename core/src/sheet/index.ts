export { composeSheet } from './compose.ts';
export { canonicalJson, sheetCsv } from './export.ts';
