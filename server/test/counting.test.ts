import { describe, expect, it } from 'vitest';
import { counterOn } from '../src/publish/counting.ts';
import type { Pool } from '../src/store/db.ts';

/** A database that answers when it may, and keeps what was added. */
function database() {
  const kept = new Map<string, number>();
  const pool = {
    down: false,
    connect() {
      return Promise.resolve({ query: pool.query, release: () => {} });
    },
    query(_text: string, values?: [string]) {
      if (!values) return Promise.resolve({ rows: [], rowCount: 0 });
      const [list] = values;
      if (pool.down) return Promise.reject(new Error('no connection'));
      for (const { address, what, count } of JSON.parse(list) as { address: string; what: string; count: number }[])
        kept.set(`${address} ${what}`, (kept.get(`${address} ${what}`) ?? 0) + count);
      return Promise.resolve({ rows: [], rowCount: 0 });
    },
  };
  return { pool, kept };
}

describe('what learners open', () => {
  it('is counted once, whatever the database does meanwhile', async () => {
    const { pool, kept } = database();
    const counter = counterOn(pool as unknown as Pool, 1_000_000);
    counter.add('a', 'opened');
    counter.add('a', 'opened');
    counter.add('b', 'pdf');
    await counter.flush();
    expect([...kept]).toEqual([
      ['a opened', 2],
      ['b pdf', 1],
    ]);
    await counter.flush();
    expect(kept.get('a opened')).toBe(2);
    // While it is away, nothing is lost; what comes meanwhile is added to it.
    pool.down = true;
    counter.add('a', 'opened');
    await counter.flush();
    counter.add('a', 'opened');
    await counter.flush();
    expect(kept.get('a opened')).toBe(2);
    pool.down = false;
    await counter.flush();
    await counter.flush();
    expect(kept.get('a opened')).toBe(4);
  });
});
