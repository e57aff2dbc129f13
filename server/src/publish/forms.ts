import type { ChangesBody, EditionBody } from '@crib/core/contract';
import { changesCsv, changesMarkdown, fit, sheetCsv, sheetMarkdown } from '@crib/core/sheet';
import { changesPdf } from './changes-pdf.ts';
import { sheetPdf } from './sheet-pdf.ts';

/** A form of an edition as a file, made once, when it is published. */
export interface Form {
  readonly ending: 'csv' | 'md' | 'pdf';
  readonly type: string;
  readonly content: Buffer;
}

/** The forms that an edition is handed out in beside its JSON; a printed sheet says where it is to be had. */
export async function formsOf(body: EditionBody | ChangesBody, path: string): Promise<Form[]> {
  const text = (ending: 'csv' | 'md', type: string, content: string): Form => ({
    ending,
    type: `${type}; charset=utf-8`,
    content: Buffer.from(content, 'utf8'),
  });
  if (body.format !== 'crib-changes') {
    // Each platform in its turn, where they do not stand side by side.
    const readings = body.look.sideBySide ? [body.platforms] : body.platforms.map((one) => [one]);
    const layouts = readings.map((platforms) => fit(body, { platforms, how: 'words' }, path));
    return [
      text('csv', 'text/csv', sheetCsv(body)),
      text('md', 'text/markdown', sheetMarkdown(body)),
      { ending: 'pdf', type: 'application/pdf', content: await sheetPdf(layouts, body) },
    ];
  }
  return [
    text('csv', 'text/csv', changesCsv(body)),
    text('md', 'text/markdown', changesMarkdown(body)),
    { ending: 'pdf', type: 'application/pdf', content: await changesPdf(body) },
  ];
}
