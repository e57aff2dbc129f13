import { createReadStream, statSync } from 'node:fs';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import type { Packer, Packing } from '../packing/packer.ts';

/** Sends a folder for a website as a file; whoever leaves while it is being made is not waited for. */
export async function sendPacked(res: Response, packer: Packer, name: string, packing: Packing): Promise<void> {
  // Whoever left before this is not heard leaving.
  const gone = () => res.closed;
  if (gone()) return;
  const leaving = new AbortController();
  res.once('close', () => leaving.abort());
  const path = await packer.file(packing, leaving.signal);
  if (gone()) return;
  res
    .attachment(name)
    .type('application/zip')
    .set('Content-Length', String(statSync(path).size));
  // Whoever leaves half-way has what they have.
  await pipeline(createReadStream(path), res).catch(() => undefined);
}
