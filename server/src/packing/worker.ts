import { learnerAssets } from '../publish/assets.ts';
import { readingRoom } from '../publish/reading.ts';
import { writeSite } from '../publish/site-zip.ts';
import { READERS, openPool, type Pool } from '../store/db.ts';
import { answeredOr, type Unanswered } from '../threads-acting.ts';
import type { Reading } from '../store/replica.ts';
import { yieldToOthers } from '../priority.ts';

/** A folder to be made: plain data, so that nothing large changes threads. */
export interface Question {
  readonly databaseUrl: string;
  readonly site: string;
  /** The folder of the built pages. */
  readonly pages: string | undefined;
  /** Where it is written. */
  readonly path: string;
  readonly title: string;
  readonly addresses: readonly string[];
}

/** That it is there; or why it is not. */
export type Packed = { readonly kind: 'packed' } | Unanswered;

yieldToOthers();
let pool: Pool | null = null;

/** What the thread of the packer runs. */
export default function pack({ databaseUrl, site, pages, path, title, addresses }: Question): Promise<Packed> {
  const db = (pool ??= openPool(databaseUrl, READERS));
  const reading: Reading = (ask) => ask(db);
  const assets = learnerAssets(pages);
  return answeredOr(async () => {
    await writeSite(path, { reading, room: readingRoom(reading, site, assets), assets, site, title, addresses });
    return { kind: 'packed' };
  });
}
