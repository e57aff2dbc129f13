import { readShortcuts } from '../keys/index.ts';

/** Of the cells of a column that hold anything, how many are keys. */
export function keyShare(rows: readonly { readonly cells: readonly string[] }[], column: number): number {
  let filled = 0;
  let keys = 0;
  for (const { cells } of rows.slice(0, 200)) {
    const text = cells[column]?.trim();
    if (!text || NOTHING.test(text)) continue;
    filled++;
    if (
      text.length < 80 &&
      readShortcuts(text, { typedLetters: /^[A-Z]{2}$/.test(text), suggest: false }).kind !== 'error'
    )
      keys++;
  }
  return filled === 0 ? 0 : keys / filled;
}
const NOTHING = /^(none|no key|n\/a|[–—-]|unassigned|not assigned)$/i;
