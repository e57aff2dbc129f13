export { composeSheet } from './compose.ts';
export { canonicalJson, sheetCsv } from './export.ts';
export { tableCsv, tableHtml, tableMarkdown, tableText, type PlainTable } from './table.ts';
export { argue, arguedMarkdown, type Argued, type ArguedRow } from './argued.ts';
