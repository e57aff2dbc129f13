import QR from 'qrcode';
import { each } from '../../memory/index.ts';
import type { Drawing } from './layout.ts';

/** The dark modules of an address as a QR code (ISO/IEC 18004, by the package `qrcode`), row by row. */
const modulesOf = each((address: string) => {
  const { modules } = QR.create(address, { errorCorrectionLevel: 'M' });
  return { size: modules.size, dark: (row: number, column: number) => modules.get(row, column) !== 0 };
});

/** An address as a code of a size in pt, as one drawn area. */
export function codeOf(address: string, size: number): Drawing {
  const { size: count, dark } = modulesOf(address);
  const n = (at: number) => String(Math.round((1000 * at * size) / count) / 1000);
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
