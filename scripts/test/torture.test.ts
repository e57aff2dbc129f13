import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { torture } from '../lib/torture.mjs';

it('loses nothing and does nothing twice, whatever is ended at a moment nobody chose (npm run torture: 200 of them)', async () => {
  const home = mkdtempSync(join(tmpdir(), 'crib-torture-'));
  try {
    const told = await torture({ home: join(home, 'pg'), moments: 12, seed: 7 });
    expect(told.moments).toBe(12);
    expect(Object.keys(told.byFault).length).toBeGreaterThan(2);
  } finally {
    rmSync(home, { recursive: true, force: true });
  }
});
