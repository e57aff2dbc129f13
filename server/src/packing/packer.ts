import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { LRUCache } from 'lru-cache';
import { refuseAny } from '@crib/core/error';
import { Outage } from '../store/db.ts';
import { workerOf } from '../places.ts';
import { openThreads } from '../threads.ts';
import type { Packed, Question } from './worker.ts';

/** What is packed: editions by their addresses, as they stand now, under a title. */
export interface Packing {
  readonly title: string;
  readonly addresses: readonly string[];
  /** What became of the editions: another stamp is another folder. */
  readonly stamp: string;
}
/** Makes folders for websites, one at a time, in a thread of its own, and keeps what was made. */
export interface Packer {
  /** The path of the file; made once for all who ask meanwhile, and given up when all of them have left. */
  file(packing: Packing, leaving: AbortSignal): Promise<string>;
  close(): Promise<void>;
}

/** How long one may take, in ms: a school of many hundred sheets. */
const MOST_MS = 15 * 60_000;
/** How many bytes of them are kept on the disk. */
const MOST_BYTES = 512 * 1024 * 1024;

interface Making {
  readonly path: Promise<string>;
  readonly end: AbortController;
  waiting: number;
}

export function packerInThreads(databaseUrl: string, site: string, pages: string | undefined): Packer {
  const folder = mkdtempSync(join(tmpdir(), 'crib-sites-'));
  const threads = openThreads<Question, Packed>(workerOf('packing'), 1, MOST_MS, {
    busy: 'Several downloads are being prepared right now. Try again in a few minutes.',
    heavy: ['too-heavy', 'This download takes too long. Download the editions one by one.'],
  });
  const made = new LRUCache<string, string>({
    maxSize: MOST_BYTES,
    sizeCalculation: (path) => Math.max(1, statSync(path).size),
    dispose: (path) => void rm(path, { force: true }),
  });
  const making = new Map<string, Making>();
  let count = 0;

  function begin(key: string, { title, addresses }: Packing): Making {
    const end = new AbortController();
    const path = join(folder, `${++count}.zip`);
    const pack = async () => {
      try {
        const packed = await threads.run({ databaseUrl, site, pages, path, title, addresses }, end.signal);
        if (packed.kind === 'wrong') refuseAny(packed.problems);
        if (packed.kind === 'outage') throw new Outage('The database did not answer a thread.');
        made.set(key, path);
        return path;
      } catch (error) {
        await rm(path, { force: true });
        throw error;
      }
    };
    const done = pack();
    const begun: Making = { path: done, end, waiting: 0 };
    making.set(key, begun);
    const over = () => void (making.get(key) === begun && making.delete(key));
    done.then(over, over);
    return begun;
  }

  return {
    async file(packing, leaving) {
      const key = createHash('sha256').update(JSON.stringify(packing)).digest('base64url');
      const known = made.get(key);
      if (known) return known;
      const mine = making.get(key) ?? begin(key, packing);
      mine.waiting++;
      const leave = () => {
        if (--mine.waiting > 0) return;
        // Whoever asks from now on is not given what is being ended.
        if (making.get(key) === mine) making.delete(key);
        mine.end.abort();
      };
      leaving.addEventListener('abort', leave, { once: true });
      return mine.path;
    },
    async close() {
      await threads.close();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
