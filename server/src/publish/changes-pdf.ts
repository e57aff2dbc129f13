import pdfmake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';
import type { ChangesBody } from '@crib/core/contract';
import { changesFrom, changesTable } from '@crib/core/sheet';
import { tell } from '@crib/core/words';
import { FACE_FILES, fontFile, google } from './faces.ts';

const TEXT = 'atkinson-hyperlegible-next';
const fonts = {
  text: {
    normal: FACE_FILES.text,
    bold: google(TEXT, '600SemiBold', 'AtkinsonHyperlegibleNext'),
    italics: google(TEXT, '400Regular_Italic', 'AtkinsonHyperlegibleNext'),
  },
  head: { normal: FACE_FILES.head, bold: FACE_FILES.head },
  keys: {
    normal: FACE_FILES.keys,
    bold: google('atkinson-hyperlegible-mono', '600SemiBold', 'AtkinsonHyperlegibleMono'),
  },
  signs: { normal: FACE_FILES.signs, bold: fontFile('dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf') },
};
const files = new Set(Object.values(fonts).flatMap((family) => Object.values(family)));
pdfmake.setFonts(fonts);
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => files.has(path));

const LATIN = /^[\u0020-\u024f\u2010-\u203a\u20ac\n]*$/;
/** A text in the font that has its signs. */
const run = (text: string, font: 'text' | 'keys' = 'text') => ({ text, font: LATIN.test(text) ? font : 'signs' });

/** Published change notes as a PDF: real text in embedded fonts, a table a group. */
export function changesPdf(body: ChangesBody): Promise<Buffer> {
  const groups = body.groups.flatMap((group): Content[] => {
    const { header, rows, columns } = changesTable(group, body.platforms, body.language);
    const isKeys = (at: number) => columns[at] === 'before' || columns[at] === 'after';
    return [
      { text: group.title, style: 'group', headlineLevel: 1 },
      {
        table: {
          headerRows: 1,
          dontBreakRows: true,
          widths: columns.map((name) => (name === 'change' || name === 'why' ? '*' : 'auto')),
          body: [
            header.map((name) => ({ text: name, style: 'th' })),
            ...rows.map((row) => row.map((cell, at) => run(cell, isKeys(at) ? 'keys' : 'text'))),
          ],
        },
        layout: {
          hLineWidth: (at, node) => (at === 0 || at === node.table.body.length ? 0 : at === 1 ? 1 : 0.5),
          vLineWidth: () => 0,
          hLineColor: () => '#182430',
          paddingLeft: (at) => (at === 0 ? 0 : 8),
        },
      },
    ];
  });
  const definition: TDocumentDefinitions = {
    info: { title: body.title, subject: changesFrom(body) },
    language: body.language,
    pageSize: 'A4',
    pageMargins: [48, 48, 48, 54],
    defaultStyle: { font: 'text', fontSize: 9.5, color: '#182430' },
    styles: {
      title: { font: 'head', fontSize: 20, margin: [0, 0, 0, 4] },
      under: { fontSize: 9.5, color: '#55616b', margin: [0, 0, 0, 8] },
      group: { font: 'head', fontSize: 13, margin: [0, 14, 0, 4] },
      th: { bold: true, fontSize: 8.5, color: '#55616b' },
    },
    content: [
      { ...run(body.title), style: 'title', font: LATIN.test(body.title) ? 'head' : 'signs' },
      {
        ...run(changesFrom(body)),
        style: 'under',
      },
      ...(body.intro ? [{ ...run(body.intro), margin: [0, 0, 0, 4] as [number, number, number, number] }] : []),
      ...groups,
      ...(body.credit ? [{ ...run(body.credit), style: 'under', margin: [0, 16, 0, 0] as [number, number, number, number] }] : []), // prettier-ignore
    ],
    footer: (page, pages) => ({
      text: `${tell(body.language, 'print.edition', { number: body.number, on: body.publishedOn })} · ${tell(body.language, 'print.page', { page, pages })}`,
      margin: [48, 16, 48, 0],
      fontSize: 8.5,
      color: '#55616b',
    }),
    // A group’s heading does not stay behind at the foot of a page.
    pageBreakBefore: (node, nodes) => node.headlineLevel === 1 && nodes.getFollowingNodesOnPage().length < 2,
  };
  return pdfmake.createPdf(definition).getBuffer();
}
