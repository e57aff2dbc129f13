// @ts-check
import { randomBytes } from 'node:crypto';
import { sql } from './database.mjs';

/**
 * Copies a database that nobody is connected to, as PostgreSQL copies a template: in a fraction of a second, whatever it holds.
 * @param {{ ownerUrl: string, serverUrl: string, adminUrl: string }} database
 */
export async function copyOf({ ownerUrl, serverUrl, adminUrl }) {
  const { pathname, username } = new URL(ownerUrl);
  const name = `${pathname.slice(1)}_${randomBytes(4).toString('hex')}`;
  const at = (/** @type {string} */ url) => {
    const changed = new URL(url);
    changed.pathname = `/${name}`;
    return changed.href;
  };
  await sql(adminUrl, [`CREATE DATABASE ${name} TEMPLATE ${pathname.slice(1)} OWNER ${username}`]);
  return {
    ownerUrl: at(ownerUrl),
    serverUrl: at(serverUrl),
    drop: () => sql(adminUrl, [`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`]),
  };
}

/** The database that tests copy, as `npm test` names it. */
export function testDatabase() {
  const [ownerUrl, serverUrl, adminUrl] = ['OWNER', 'SERVER', 'ADMIN'].map(
    (role) => process.env[`CRIB_TEST_${role}_URL`],
  );
  if (!ownerUrl || !serverUrl || !adminUrl)
    throw new Error('Run these tests with npm test, which creates their database.');
  return { ownerUrl, serverUrl, adminUrl };
}

/** The same, for whoever runs such tests. @param {{ ownerUrl: string, serverUrl: string, adminUrl: string }} database */
export const testEnvironment = ({ ownerUrl, serverUrl, adminUrl }) => ({
  CRIB_TEST_OWNER_URL: ownerUrl,
  CRIB_TEST_SERVER_URL: serverUrl,
  CRIB_TEST_ADMIN_URL: adminUrl,
});
