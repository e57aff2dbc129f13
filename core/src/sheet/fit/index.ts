/**
 * Lays a sheet out on paper: measures its texts with the fonts’ own widths, breaks it into columns and pages at the
 * largest size that fits, and draws keyboards. One layout serves the page, the PDF and the print.
 */
export { fit, fitsAt } from './fit.ts';
export {
  layoutText,
  type Drawing,
  type PlacedText,
  type Placing,
  type Rect,
  type SheetLayout,
  type SheetPage,
  type Stroke,
} from './layout.ts';
export { detailsOf, type Reading } from './sheet-setting.ts';
export { measurer, type Line, type Measurer, type Run } from './measure.ts';
export { FACE_TABLES, type Face } from './metrics.generated.ts';
export { MM, leastAt, paperOf, sizesOf, type Paper } from './paper.ts';
export { balanced, place, type Item } from './columns.ts';
export { pageHtml, type PageWords } from './html.ts';
export { PAGE_CSS } from './page-css.ts';
export { stripsIn, stripsOf, type StripBoard } from './strips.ts';
export { codeOf } from './code.ts';
