import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll } from 'vitest';
import { copyOf, testDatabase } from '../../scripts/lib/copies.mjs';
import { programOf } from '../../scripts/lib/packages.mjs';

/** Gives each test file its own copy of the migrated database and its own temporary folder; threads run the built server. */
await programOf('main');
const own = await copyOf(testDatabase());
const shared = process.env['TMPDIR'];
const folder = mkdtempSync(join(tmpdir(), 'crib-test-'));
process.env['CRIB_OWN_OWNER_URL'] = own.ownerUrl;
process.env['CRIB_OWN_SERVER_URL'] = own.serverUrl;
process.env['TMPDIR'] = folder;
afterAll(async () => {
  if (shared === undefined) delete process.env['TMPDIR'];
  else process.env['TMPDIR'] = shared;
  rmSync(folder, { recursive: true, force: true });
  await own.drop();
});
