/** A file format of command lists. */
export interface ListFormatFacts {
  /** What the import page calls it. */
  readonly name: string;
  /** Extensions of its files. */
  readonly endings: readonly string[];
  /** Its media type, where that is not text. */
  readonly type?: string;
}

/** Every format that can be imported; `openList` detects which one a file has. */
export const LIST_FORMATS = {
  csv: { name: 'text with columns', endings: ['.csv', '.tsv', '.txt'] },
  xlsx: {
    name: 'spreadsheet (XLSX)',
    endings: ['.xlsx'],
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  },
  ods: { name: 'spreadsheet (ODS)', endings: ['.ods'], type: 'application/vnd.oasis.opendocument.spreadsheet' },
  html: { name: 'a web page', endings: ['.html', '.htm'] },
  markdown: { name: 'Markdown', endings: ['.md'] },
  lines: { name: 'plain lines', endings: ['.txt'] },
  'crib json': { name: 'Crib JSON', endings: ['.json'] },
} as const satisfies Record<string, ListFormatFacts>;
export type ListFormat = keyof typeof LIST_FORMATS;
