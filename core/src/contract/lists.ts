/** A form that lists of commands come in. */
export interface ListFormatFacts {
  /** What a reader is told that it was recognised as. */
  readonly name: string;
  /** How names of such files end. */
  readonly endings: readonly string[];
  /** Its media type, where that is not text. */
  readonly type?: string;
}

/** All forms that lists are read from; `openList` tells them apart. */
export const LIST_FORMATS = {
  csv: { name: 'text in columns', endings: ['.csv', '.tsv', '.txt'] },
  xlsx: {
    name: 'a spreadsheet (XLSX)',
    endings: ['.xlsx'],
    type: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  },
  ods: { name: 'a spreadsheet (ODS)', endings: ['.ods'], type: 'application/vnd.oasis.opendocument.spreadsheet' },
  html: { name: 'a web page', endings: ['.html', '.htm'] },
  markdown: { name: 'Markdown', endings: ['.md'] },
  lines: { name: 'plain lines', endings: ['.txt'] },
  'crib json': { name: 'Crib’s own JSON', endings: ['.json'] },
} as const satisfies Record<string, ListFormatFacts>;
export type ListFormat = keyof typeof LIST_FORMATS;
