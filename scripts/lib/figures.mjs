// @ts-check
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root, run } from './run.mjs';

/**
 * Puts what was measured into a page of the docs, between `<!-- name -->` and `<!-- end of name -->`.
 * @param {string} page @param {string} name @param {string} text
 */
export async function keepFigures(page, name, text) {
  const file = join(root, page);
  const [mark, end] = [`<!-- ${name} -->`, `<!-- end of ${name} -->`];
  const before = readFileSync(file, 'utf8');
  const [from, to] = [before.indexOf(mark), before.indexOf(end)];
  if (from < 0 || to < from) throw new Error(`${page} has no section for ${name}.`);
  writeFileSync(file, `${before.slice(0, from + mark.length)}\n\n${text.trim()}\n\n${before.slice(to)}`);
  await run('npx', ['prettier', '--write', '--log-level', 'warn', file]);
}
