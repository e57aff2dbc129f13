import { promisify } from 'node:util';
import { zip, type AsyncZippable } from 'fflate';
import { platformName } from '@crib/core/keys';
import { loadingSteps } from '@crib/core/sheet';
import { tell } from '@crib/core/words';
import { fileBytes, formAt } from '../store/editions.ts';
import type { Reading } from '../store/replica.ts';
import { sha256 } from './publish.ts';
import type { KeptEdition } from './reading.ts';

const packed = promisify<AsyncZippable, Uint8Array>(zip);

/**
 * All preset files of an edition in one: those of each platform with the ones that lead back, how to load them and what
 * they cannot say, the sheet as PDF, and the sums of everything (as `sha256sum -c` reads them).
 */
export async function presetZip(reading: Reading, { id, body, files, howToLoad }: KeptEdition): Promise<Buffer> {
  const all: Record<string, Uint8Array> = {};
  for (const { name } of files) all[name] = await reading((db) => fileBytes(db, id, name));
  const losses = files
    .filter((one) => !one.back && one.losses.length)
    .flatMap((one) => ['', `${platformName(one.platform)}, ${one.name}:`, ...one.losses.map((loss) => `- ${loss}`)]);
  const { said, steps, back } = loadingSteps(howToLoad);
  const heading = (code: 'page.loading file' | 'page.going back') => ['', tell(body.language, code), ''];
  const told = [
    `${body.title}, ${body.number}, ${body.publishedOn}`,
    ...(said.length + steps.length ? heading('page.loading file') : []),
    ...said,
    ...steps.map((one) => `[ ] ${one}`),
    ...(back.length ? [...heading('page.going back'), ...back] : []),
    ...losses,
  ];
  all['how-to-load.txt'] = Buffer.from(told.map((line) => `${line}\r\n`).join(''), 'utf8');
  const pdf = await reading((db) => formAt(db, id, 'pdf'));
  if (pdf) all['sheet.pdf'] = pdf.content;
  const sums = Object.entries(all).map(([name, content]) => `${sha256(content)}  ${name}\n`);
  return Buffer.from(await packed({ ...all, SHA256SUMS: Buffer.from(sums.join(''), 'utf8') }));
}
