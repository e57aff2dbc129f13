// @ts-check
import { readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

/**
 * Writes a brotli and a gzip form beside each built file that shrinks by it, so that none is compressed again for each
 * request; and refuses a build whose scripts have grown beyond what a page may load in one piece.
 */
const folder = fileURLToPath(new URL('dist', import.meta.url));
const PACKED = /\.(?:js|css|html|svg|json|ttf)$/;
/** Below this, what is sent around a file is as long as what is saved. */
const LEAST_BYTES = 1024;
const MOST_SCRIPT_BYTES = 300_000;
/** The library of charts is loaded by the three pages that draw one. */
const LARGE = /apexcharts/;

const [brotli, gzipped] = [promisify(brotliCompress), promisify(gzip)];
const names = (await readdir(folder, { recursive: true })).filter((name) => PACKED.test(name));
const large = [];
await Promise.all(
  names.map(async (name) => {
    const file = join(folder, name);
    const bytes = await readFile(file);
    if (name.endsWith('.js') && bytes.length > MOST_SCRIPT_BYTES && !LARGE.test(name))
      large.push(`${name}: ${bytes.length} bytes`);
    if (bytes.length < LEAST_BYTES) return;
    const quality = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length };
    await Promise.all([
      writeFile(`${file}.br`, await brotli(bytes, { params: quality })),
      writeFile(`${file}.gz`, await gzipped(bytes, { level: 9 })),
    ]);
  }),
);
if (large.length) {
  console.error(`No script may have more than ${MOST_SCRIPT_BYTES} bytes:\n${large.join('\n')}`);
  process.exitCode = 1;
}
