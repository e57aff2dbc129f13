/**
 * Writes what is published for readers outside Crib: web pages of editions and lists of them, tables as CSV, Markdown,
 * HTML and text, and canonical JSON. All text is escaped.
 */
export { type PageChoice } from './choice.ts';
export { editionPage, type PageFrame, type PageLinks } from './edition-page.ts';
export { listPage, notePage, type ListedEdition } from './list-page.ts';
export { type Assets } from './shell.ts';
export { canonicalJson, sheetCsv, sheetMarkdown } from './export.ts';
export { tableCsv, tableHtml, tableMarkdown, tableText, type PlainTable } from './table.ts';
export { changesCsv, changesMarkdown, changesTable } from './changes-tables.ts';
export { argue, arguedMarkdown, type Argued, type ArguedRow } from './argued.ts';
export { ledgerTable, type LedgerKeys } from './ledger.ts';
