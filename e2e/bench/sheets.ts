import { EditionBody } from '@crib/core/contract';
import { fit, pageHtml } from '@crib/core/sheet';
import { layoutPdf } from '../../server/src/publish/layout-pdf.ts';
import { HELD, LETTERS, lines, median, ms } from './table.ts';

/** A sheet of 200 rows in eight sections laid out on two pages, and drawn; beside measuring its texts alone. */
export async function sheets() {
  const rows = Array.from({ length: 200 }, (_, i) => ({
    command: `c${i}`,
    label: `Command ${i} of the plotting desk`,
    menu: '',
    keys: { windows: [HELD[i % 8]! + LETTERS[i % 36]!] },
    shipped: {},
    contexts: ['Chart'],
    note: i % 5 ? '' : 'then drag the mark to where it belongs',
    memoryAid: '',
    fixed: false,
  }));
  const sections = Array.from({ length: 8 }, (_, s) => ({
    title: `Section ${s}`,
    rows: rows.slice(25 * s, 25 * s + 25),
  }));
  const body = EditionBody.parse({
    format: 'crib-sheet',
    version: 1,
    title: 'First week',
    intro: '',
    credit: '',
    language: 'en',
    number: 1,
    publishedOn: '2026-11-27',
    app: 'Fathomry',
    release: '7.0',
    keyset: { name: 'School set', revision: 1, custom: true },
    platforms: ['windows'],
    look: { pages: 2 },
    sections,
  });
  const lay = () => fit(body, { platforms: ['windows'], how: 'words' });
  const layout = lay();
  lines.push([`200 rows fitted, ${layout.size} pt`, ms(await median(lay)), '40 ms', '']);
  const facts = { title: 'First week', author: '', subject: '', language: 'en', publishedOn: '2026-11-27' };
  const pdf = await median(() => layoutPdf([layout], facts), 5);
  const empty = await median(
    () => layoutPdf([{ ...layout, pages: [{ ...layout.pages[0]!, placings: [] }] }], facts),
    5,
  );
  lines.push(['200 rows made a PDF', ms(pdf), '1000 ms', `${ms(empty)} an empty page by the same library`]);
  lines.push([
    'its pages drawn',
    ms(await median(() => layout.pages.map((page) => pageHtml(layout, page, { title: 'First week' })))),
    '',
    '',
  ]);
}
