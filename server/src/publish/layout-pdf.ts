import PDFDocument from 'pdfkit';
import type { Drawing, Placing, Rect, SheetLayout, Stroke } from '@crib/core/sheet';
import { FACE_FILES } from './faces.ts';

const INK = '#182430';
const MID = '#55616b';
const FAINT = '#8a8372';
/** No ligatures: a line is as wide as it was measured. */
const PLAIN = { liga: false, clig: false, calt: false } as unknown as PDFKit.Mixins.OpenTypeFeatures[];
const UNKERNED = { ...PLAIN, kern: false } as unknown as PDFKit.Mixins.OpenTypeFeatures[];
const LINES: Record<Rect['kind'], { width: number; color: string }> = {
  key: { width: 0.5, color: FAINT },
  'own key': { width: 0, color: INK },
  'fixed key': { width: 1.4, color: INK },
  tick: { width: 0.7, color: INK },
  rule: { width: 1.2, color: INK },
  hair: { width: 0.5, color: '#ddd8cb' },
  fresh: { width: 0, color: INK },
  fold: { width: 0.4, color: FAINT },
  cell: { width: 0.5, color: MID },
};
const TONES: Record<Stroke['tone'], { line: string; area: string }> = {
  ink: { line: INK, area: INK },
  mid: { line: MID, area: MID },
  faint: { line: FAINT, area: '#ddd8cb' },
  paper: { line: '#ffffff', area: '#ffffff' },
};

/** What a document is called, and in which language it is. */
export interface PdfFacts {
  readonly title: string;
  readonly author: string;
  readonly subject: string;
  readonly language: string;
  readonly publishedOn: string;
}

/** Layouts one after another as PDF: real text in embedded faces, with a structure that a screen reader goes by. */
export async function layoutPdf(layouts: readonly SheetLayout[], facts: PdfFacts): Promise<Buffer> {
  const { title, author, subject, language, publishedOn } = facts;
  const doc = new PDFDocument({
    margin: 0,
    autoFirstPage: false,
    tagged: true,
    lang: language,
    displayTitle: true,
    pdfVersion: '1.7',
    info: { Title: title, Author: author, Subject: subject, CreationDate: new Date(`${publishedOn}T00:00:00Z`) },
  });
  const done = new Promise<Buffer>((resolve, reject) => {
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
  for (const [face, file] of Object.entries(FACE_FILES)) doc.registerFont(face, file);
  const whole = doc.struct('Document');
  doc.addStructure(whole);
  let list: PDFKit.PDFStructureElement | null = null;
  const closeList = () => {
    list?.end();
    list = null;
  };
  for (const { width, height, page } of layouts.flatMap(({ pages, ...size }) =>
    pages.map((page) => ({ ...size, page })),
  )) {
    doc.addPage({ size: [width, height], margin: 0 });
    for (const placing of page.placings) {
      drawRects(doc, placing.rects);
      if (placing.kind !== 'row') closeList();
      if (placing.kind === 'foot') {
        doc.markContent('Artifact', { type: 'Pagination' });
        drawTexts(doc, placing);
        doc.endMarkedContent();
      } else if (placing.drawing) {
        const { drawing } = placing;
        whole.add(
          doc.struct('Figure', { alt: drawing.alt }, () => {
            draw(doc, placing, drawing);
            drawTexts(doc, placing);
          }),
        );
      } else if (placing.kind !== 'row') {
        const tag = placing.kind === 'title' ? 'H1' : placing.kind === 'heading' ? 'H2' : 'P';
        whole.add(doc.struct(tag, {}, () => drawTexts(doc, placing)));
        if (placing.kind === 'heading') doc.outline.addItem(textOf(placing));
      } else {
        if (!list) {
          list = doc.struct('L');
          whole.add(list);
        }
        const item = doc.struct('LI');
        list.add(item);
        item.add(doc.struct('LBody', {}, () => drawTexts(doc, placing)));
        item.end();
      }
    }
  }
  closeList();
  whole.end();
  doc.end();
  return done;
}

const textOf = ({ texts }: Placing) => texts.map(({ runs }) => runs.map((run) => run.text).join('')).join(' ');

function drawTexts(doc: PDFKit.PDFDocument, { texts }: Placing) {
  for (const { x, y, size, tone, runs } of texts)
    for (const [at, run] of runs.entries()) {
      doc.font(run.face).fontSize(size).fillColor({ ink: INK, mid: MID, light: '#ffffff' }[tone]);
      // What comes next is another word: whoever hears or copies the text needs the space between.
      const text = at === runs.length - 1 ? `${run.text} ` : run.text;
      doc.text(text, x + run.x, y, {
        lineBreak: false,
        baseline: 'alphabetic',
        features: run.face === 'signs' ? UNKERNED : PLAIN,
      });
    }
}

/** A drawing from the corner of its placing. */
function draw(doc: PDFKit.PDFDocument, { x, y, width, height }: Placing, { strokes }: Drawing) {
  doc.save().translate(x, y).rect(0, 0, width, height).clip();
  for (const { path, line, tone } of strokes) {
    doc.path(path);
    if (line === null) doc.fill(TONES[tone].area);
    else doc.lineWidth(line).stroke(TONES[tone].line);
  }
  doc.restore();
}

/** Frames and lines say nothing that the words do not: a screen reader passes them. */
function drawRects(doc: PDFKit.PDFDocument, rects: readonly Rect[]) {
  if (rects.length === 0) return;
  doc.markContent('Artifact', { type: 'Layout' });
  for (const { kind, x, y, width, height } of rects) {
    const { width: line, color } = LINES[kind];
    if (kind === 'fresh' || kind === 'own key') {
      doc.rect(x, y, width, height).fill(color);
      continue;
    }
    if (kind === 'fold') doc.dash(3, { space: 3 });
    if (width === 0 || height === 0) doc.moveTo(x, y).lineTo(x + width, y + height);
    else doc.rect(x, y, width, height);
    doc.lineWidth(line).stroke(color).undash();
  }
  doc.endMarkedContent();
}
