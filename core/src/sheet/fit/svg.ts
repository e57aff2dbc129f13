import type { Placing, PlacedText, Rect, SheetLayout, SheetPage } from './fit.ts';

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
/** A text as it stands in markup. */
export const escaped = (text: string) => text.replace(/[&<>"']/g, (sign) => SIGNS[sign]!);
/** Three places are a hundredth of a hair. */
const n = (value: number) => String(Math.round(value * 1000) / 1000);

const rectOf = ({ kind, x, y, width, height }: Rect): string =>
  height === 0 || width === 0
    ? `<line class="${kind.replace(' ', '-')}" x1="${n(x)}" y1="${n(y)}" x2="${n(x + width)}" y2="${n(y + height)}"/>`
    : `<rect class="${kind.replace(' ', '-')}" x="${n(x)}" y="${n(y)}" width="${n(width)}" height="${n(height)}"/>`;

const textOf = ({ x, y, size, tone, runs }: PlacedText): string =>
  runs
    .map(
      (run) =>
        `<text class="f-${run.face} ${tone}" x="${n(x + run.x)}" y="${n(y)}" font-size="${n(size)}">${escaped(run.text)}</text>`,
    ) // prettier-ignore
    .join('');

function placingOf({ kind, section, row, texts, rects }: Placing): string {
  const at = section === null ? '' : ` data-section="${section}"${row === null ? '' : ` data-row="${row}"`}`;
  const role = kind === 'title' ? ' role="heading" aria-level="1"' : kind === 'heading' ? ' role="heading" aria-level="2"' : ''; // prettier-ignore
  return `<g class="${kind}"${at}${role}>${rects.map(rectOf).join('')}${texts.map(textOf).join('')}</g>`;
}

/** A page of a sheet as SVG, at its size in pt: the same on screen, in print and in a file. */
export function pageSvg(
  { width, height }: Pick<SheetLayout, 'width' | 'height'>,
  page: SheetPage,
  title: string,
): string {
  // prettier-ignore
  const placings = page.placings.map(placingOf).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" class="sheet-page" viewBox="0 0 ${n(width)} ${n(height)}" width="${n(width)}pt" height="${n(height)}pt" role="group" aria-label="${escaped(title)}">${placings}</svg>`; // prettier-ignore
}

/** What the pages of a sheet are drawn with: its faces by their names, and its lines. Readable in black and white. */
export const PAGE_CSS = `
.sheet-page { display: block; background: #fff; }
.sheet-page text { font-kerning: normal; font-variant-ligatures: none; white-space: pre; fill: #182430; }
.sheet-page .mid { fill: #55616b; }
.sheet-page .light { fill: #fff; }
.sheet-page .f-text { font-family: 'Crib Text'; }
.sheet-page .f-head { font-family: 'Crib Head'; font-weight: 700; }
.sheet-page .f-keys { font-family: 'Crib Keys'; font-weight: 500; }
.sheet-page .f-signs { font-family: 'Crib Signs'; font-kerning: none; }
.sheet-page .key { fill: none; stroke: #8a8372; stroke-width: 0.5; }
.sheet-page .own-key { fill: #182430; }
.sheet-page .tick { fill: none; stroke: #182430; stroke-width: 0.7; }
.sheet-page .rule { stroke: #182430; stroke-width: 1.2; }
.sheet-page .hair { stroke: #ddd8cb; stroke-width: 0.5; }
.sheet-page .fresh { fill: #182430; }
.sheet-page .fold { stroke: #8a8372; stroke-width: 0.4; stroke-dasharray: 3 3; }
`;

/** The plain text of a layout in the order it is read: each row as its texts stand. */
export const layoutText = ({ pages }: Pick<SheetLayout, 'pages'>): string[] =>
  pages.flatMap((page) => page.placings.map(({ texts }) => texts.map(({ runs }) => runs.map((run) => run.text).join('')).join(' '))); // prettier-ignore
