import QR from 'qrcode';
import { thousandths, type Drawing } from './layout.ts';

/** An address as a QR code (ISO/IEC 18004, by the package `qrcode`) of a size in pt, as one drawn area. */
export function codeOf(address: string, size: number): Drawing {
  const { modules } = QR.create(address, { errorCorrectionLevel: 'M' });
  const count = modules.size;
  const dark = (row: number, column: number) => modules.get(row, column) !== 0;
  const n = (at: number) => thousandths((at * size) / count);
  let path = '';
  for (let row = 0; row < count; row++)
    for (let from = 0; from < count; from++) {
      if (!dark(row, from)) continue;
      let to = from;
      while (to + 1 < count && dark(row, to + 1)) to++;
      path += `M${n(from)} ${n(row)}H${n(to + 1)}V${n(row + 1)}H${n(from)}Z`;
      from = to;
    }
  return { alt: address, strokes: [{ path, line: null, tone: 'ink' }] };
}
