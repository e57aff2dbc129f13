import { randomBytes } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll } from 'vitest';

/** Gives each file of tests a database of its own, copied from one that is migrated already, and a folder for its files. */
const {
  CRIB_TEST_OWNER_URL: ownerUrl,
  CRIB_TEST_SERVER_URL: serverUrl,
  CRIB_TEST_ADMIN_URL: adminUrl,
  TMPDIR: shared,
} = process.env;
if (!ownerUrl || !serverUrl || !adminUrl)
  throw new Error('Run these tests with npm test, which makes a database for them.');

const { pathname, username } = new URL(ownerUrl);
const template = pathname.slice(1);
const own = `${template}_${randomBytes(4).toString('hex')}`;
const copy = (url: string) => {
  const changed = new URL(url);
  changed.pathname = `/${own}`;
  return changed.href;
};

async function asAdmin(statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: adminUrl });
  await client.connect();
  try {
    await client.query(statement);
  } finally {
    await client.end();
  }
}

await asAdmin(`CREATE DATABASE ${own} TEMPLATE ${template} OWNER ${username}`);
const folder = mkdtempSync(join(tmpdir(), 'crib-test-'));
process.env['CRIB_OWN_OWNER_URL'] = copy(ownerUrl);
process.env['CRIB_OWN_SERVER_URL'] = copy(serverUrl);
process.env['TMPDIR'] = folder;
afterAll(async () => {
  if (shared === undefined) delete process.env['TMPDIR'];
  else process.env['TMPDIR'] = shared;
  rmSync(folder, { recursive: true, force: true });
  await asAdmin(`DROP DATABASE ${own} WITH (FORCE)`);
});
