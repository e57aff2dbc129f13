import { openList, readList } from '@crib/core/list';
import type { Catalogue } from '@crib/core/contract';
import { lines, median, ms } from './table.ts';

const MB = 1024 * 1024;
const SIGNS = [
  ' ',
  '\u00a0',
  '\t',
  '\n',
  '(',
  ')',
  '[',
  '<',
  '>',
  '-',
  '.',
  '…',
  '*',
  '#',
  '|',
  '"',
  '`',
  '\\',
  '+',
  '^',
  '›',
  '&',
  '́',
];
/** What a long run of a sign may stand in. */
const FRAMES: Readonly<Record<string, (signs: string) => string>> = {
  line: (signs) => `Label${signs}x\nOpen  Ctrl+O\n`,
  heading: (signs) => `# a${signs}b\n| A | B |\n|---|---|\n| x | F5 |\n`,
  section: (signs) => `Label,Shortcut\n"${signs.replaceAll('"', '""')}keys",\nA,F5\n`,
  cell: (signs) => `Label,Shortcut\nA,"Ctrl+${signs.replaceAll('"', '""')}"\n`,
  page: (signs) => `<table><tr><th>Command</th><th>Key</th></tr><tr><td>a${signs}b</td><td>F5</td></tr></table>`,
};

/** Lists with 1 MB of one sign: how long the slowest takes in each frame, beside one look at each character. */
export async function signs(catalogue: Catalogue) {
  const options = { platforms: catalogue.release.platforms, places: [] };
  const baseline = await median(() => {
    const text = FRAMES['line']!(' '.repeat(MB));
    let sum = 0;
    for (let at = 0; at < text.length; at++) sum += text.charCodeAt(at);
    return sum;
  }, 3);
  for (const [name, frame] of Object.entries(FRAMES)) {
    let slowest = { sign: '', took: 0 };
    for (const sign of SIGNS) {
      const text = frame(sign.repeat(MB));
      const begun = performance.now();
      const opened = await openList(text, options);
      if (!('code' in opened)) readList(opened.tables[0]!.table, catalogue);
      const took = performance.now() - begun;
      if (took > slowest.took) slowest = { sign, took };
    }
    lines.push([
      `1 MB of one sign in a ${name}, the slowest of ${SIGNS.length} (${JSON.stringify(slowest.sign)})`,
      ms(slowest.took),
      '1000 ms',
      `${ms(baseline)} a look at each character`,
    ]);
  }
}
