// @ts-check
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensurePackages } from './lib/packages.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { openDatabase } from './lib/database.mjs';
import { freePort } from './lib/ports.mjs';
import { main, run, varFolder } from './lib/run.mjs';
import { loadDemo, startServer } from './lib/server.mjs';
import { playwrightTally, vitestTally } from './lib/tally.mjs';

/** Everything a submission must pass, against a database and a port of its own. */
await main(async () => {
  await ensureDebian([
    'postgresql-15',
    'chromium',
    'poppler-utils',
    'qpdf',
    // The layout tables are compared with their source, and with what a browser reports on a display with real layouts.
    'libxkbcommon-tools',
    'xkb-data',
    'x11proto-dev',
    'xvfb',
    'x11-xkb-utils',
    'xdotool',
  ]);
  await ensurePackages();
  await ensureBuild();
  const home = join(varFolder, `test-${process.pid}`);
  mkdirSync(home, { recursive: true });
  /** @type {(() => Promise<void> | void)[]} */
  const undo = [() => rmSync(home, { recursive: true, force: true })];
  let stopped = false;
  const leave = async () => {
    for (const step of undo.splice(0).reverse()) await step();
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.on(signal, () => {
      stopped = true;
      void leave().then(() => process.exit(130));
    });
  }
  let passed = 0;
  /** @type {string[]} */
  const failed = [];
  /** @param {string} name @param {import('./lib/tally.mjs').Tally} tally @param {number} code */
  const count = (name, tally, code) => {
    passed += tally.passed;
    failed.push(...(tally.failed.length || code === 0 ? tally.failed : [`${name} ended with code ${code}.`]));
  };
  const step = async (/** @type {string} */ name, /** @type {string[]} */ command, env = {}) => {
    console.log(`\n— ${name}`);
    const [program = '', ...args] = command;
    return stopped ? 1 : run(program, args, { env: { ...process.env, ...env } });
  };
  try {
    for (const [name, script] of [
      ['Types', 'typecheck'],
      ['Lint', 'lint'],
    ]) {
      const code = await step(name ?? '', ['npm', 'run', '--silent', script ?? '']);
      count(name ?? '', { passed: code === 0 ? 1 : 0, failed: [] }, code);
    }
    const units = await openDatabase({
      name: `crib_test_${process.pid}`,
      home: join(home, 'pg'),
      throwaway: true,
    });
    undo.push(units.leave);
    const report = join(home, 'vitest.json');
    const unitCode = await step(
      'Unit and API tests',
      ['npx', 'vitest', 'run', '--reporter=default', '--reporter=json', `--outputFile=${report}`],
      {
        CRIB_TEST_OWNER_URL: units.ownerUrl,
        CRIB_TEST_SERVER_URL: units.serverUrl,
      },
    );
    count('Unit and API tests', vitestTally(report), unitCode);

    const pages = await openDatabase({
      name: `crib_pages_${process.pid}`,
      home: join(home, 'pg'),
      throwaway: true,
    });
    undo.push(pages.leave);
    const server = await startServer({ databaseUrl: pages.serverUrl, port: await freePort(), demo: true });
    undo.push(async () => (server.stop(), void (await server.ended)));
    await loadDemo(server.address);
    const journeys = join(home, 'playwright.json');
    const pageCode = await step('Browser tests', ['npx', 'playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
      CRIB_ADDRESS: server.address,
      PLAYWRIGHT_JSON_OUTPUT_NAME: journeys,
      CRIB_TEST_OUTPUT: join(home, 'pages'),
    });
    count('Browser tests', playwrightTally(journeys), pageCode);
  } finally {
    await leave();
  }
  if (failed.length) console.log(`\n— What failed\n${failed.join('\n')}`);
  console.log(`\n${passed} passed, ${failed.length} failed`);
  if (failed.length || passed === 0) process.exitCode = 1;
});
