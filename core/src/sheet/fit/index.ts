export { fit, fitsAt, type Placing, type PlacedText, type Rect, type SheetLayout, type SheetPage } from './fit.ts';
export { detailsOf, type Reading } from './blocks.ts';
export { measurer, type Line, type Measurer, type Run } from './measure.ts';
export { FACE_TABLES, type Face } from './metrics.ts';
export { MM, leastAt, paperOf, sizesOf, type Paper } from './paper.ts';
export { balanced, place, type Item } from './columns.ts';
export { PAGE_CSS, escaped, layoutText, pageSvg } from './svg.ts';
