import { addCounts } from '../store/handouts.ts';
import { EVERYWHERE, inTransaction, type Pool } from '../store/db.ts';

export type Counted = 'opened' | 'pdf' | 'strips' | 'csv' | 'md' | 'json' | 'preset' | 'site';
export interface Counter {
  /** Counts one more. */
  add(address: string, what: Counted): void;
  /** Writes what was counted since; what cannot be written is kept for the next time. */
  flush(): Promise<void>;
}

/** Counts of openings and downloads, gathered here and written every few seconds: a reader waits for none of it. */
export function counterOn(pool: Pool, every = 5000): Counter {
  let counts = new Map<string, number>();
  const flush = async () => {
    if (counts.size === 0) return;
    const taken = counts;
    counts = new Map();
    const list = [...taken].map(([key, count]) => ({ address: key.split(' ')[0]!, what: key.split(' ')[1]!, count }));
    try {
      await inTransaction(pool, { workspace: EVERYWHERE }, (db) => addCounts(db, list));
    } catch {
      for (const [key, count] of taken) counts.set(key, (counts.get(key) ?? 0) + count);
    }
  };
  setInterval(() => void flush(), every).unref();
  return {
    add: (address, what) => void counts.set(`${address} ${what}`, (counts.get(`${address} ${what}`) ?? 0) + 1),
    flush,
  };
}
