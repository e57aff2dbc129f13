import { test as base } from '@playwright/test';
import { copyOf, testDatabase } from '../scripts/lib/copies.mjs';
import { freePort } from '../scripts/lib/ports.mjs';
import { startServer } from '../scripts/lib/server.mjs';

export * from '@playwright/test';

interface Site {
  readonly file: string;
  readonly address: string;
  readonly close: () => Promise<void>;
}
let site: Site | undefined;

/** Starts a server with a copy of the demo for each file of journeys, so that no file depends on another. */
async function siteFor(file: string): Promise<Site> {
  if (site?.file === file) return site;
  await site?.close();
  const database = await copyOf(testDatabase());
  const server = await startServer({ databaseUrl: database.serverUrl, port: await freePort(), demo: true });
  const close = async () => {
    server.stop();
    await server.ended;
    await database.drop();
  };
  return (site = { file, address: server.address, close });
}

export const test = base.extend<{ site: string }, { leaving: void }>({
  leaving: [
    // Playwright reads a fixture’s dependencies from its first parameter; this one has none.
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      await use();
      await site?.close();
    },
    { scope: 'worker', auto: true },
  ],
  site: [
    async ({ leaving: _leaving }, use, info) => {
      const { address } = await siteFor(info.file);
      process.env['CRIB_ADDRESS'] = address;
      await use(address);
    },
    { auto: true },
  ],
  baseURL: async ({ site: address }, use) => use(address),
});
