import type { ChangesBody, EditionBody, EditionProgram } from '@crib/core/contract';
import {
  changesCsv,
  changesMarkdown,
  fit,
  sheetCsv,
  sheetMarkdown,
  stripsIn,
  subjectOf,
  type SheetLayout,
} from '@crib/core/sheet';
import { layoutPdf, type PdfFacts } from './layout-pdf.ts';

/** A form of an edition as a file, made once, when it is published. */
export interface Form {
  readonly ending: 'csv' | 'md' | 'pdf' | 'strips.pdf' | 'program.json';
  readonly type: string;
  readonly content: Buffer;
}

/** What the PDF of an edition is called, and in which language it is. */
export function pdfFacts(body: EditionBody | ChangesBody): PdfFacts {
  const { title, credit, language, publishedOn } = body;
  return { title, author: credit, subject: subjectOf(body), language, publishedOn };
}

/** The pages of an edition on paper: each platform in its turn, unless they stand side by side. */
function printed(body: EditionBody | ChangesBody, address: string) {
  const together = body.format === 'crib-changes' || body.look.sideBySide;
  const readings = together ? [body.platforms] : body.platforms.map((one) => [one]);
  return readings.map((platforms) => fit(body, { platforms, how: 'words' }, address));
}

/** The forms that an edition is handed out in beside its JSON; in print it says at which address it is to be had. */
export async function formsOf(body: EditionBody | ChangesBody, address: string): Promise<Form[]> {
  const text = (ending: 'csv' | 'md', type: string, content: string): Form => ({
    ending,
    type: `${type}; charset=utf-8`,
    content: Buffer.from(content, 'utf8'),
  });
  const strips = body.format === 'crib-sheet' ? stripsIn(body) : [];
  const pdf = async (ending: 'pdf' | 'strips.pdf', layouts: readonly SheetLayout[]): Promise<Form> => ({
    ending,
    type: 'application/pdf',
    content: await layoutPdf(layouts, pdfFacts(body)),
  });
  const changes = body.format === 'crib-changes';
  return [
    text('csv', 'text/csv', changes ? changesCsv(body) : sheetCsv(body)),
    text('md', 'text/markdown', changes ? changesMarkdown(body) : sheetMarkdown(body)),
    await pdf('pdf', printed(body, address)),
    ...(strips.length ? [await pdf('strips.pdf', strips)] : []),
  ];
}

/** What the learners’ tools of an edition are computed from, as it is kept with it. */
export const programForm = (program: EditionProgram): Form => ({
  ending: 'program.json',
  type: 'application/json',
  content: Buffer.from(JSON.stringify(program), 'utf8'),
});
