// @ts-check
import { mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuild, ensurePackages } from './lib/packages.mjs';
import { testEnvironment } from './lib/copies.mjs';
import { ensureDebian } from './lib/debian.mjs';
import { openDatabase } from './lib/database.mjs';
import { keepFigures } from './lib/figures.mjs';
import { Parts, checkCode } from './lib/parts.mjs';
import { freePort } from './lib/ports.mjs';
import { main, varFolder } from './lib/run.mjs';
import { loadDemo, startServer } from './lib/server.mjs';
import { playwrightTally, vitestTally } from './lib/tally.mjs';

/** What the tests need from Debian. @type {Parameters<typeof ensureDebian>[0]} */
const NEEDED = [
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
];

/**
 * Runs every check, on its own databases and ports. `npm run check` is the short form: types, lint, core and the pages' units,
 * without a database. `npm run deep` is the long one: all random cases, crash tests and scaling. `--keep` writes the times into
 * docs/benchmarks.md.
 */
await main(async () => {
  const keep = process.argv.includes('--keep');
  const [form = 'test'] = process.argv.slice(2).filter((word) => word !== '--keep');
  const parts = new Parts();
  const seed = process.env['CRIB_SEED'] ?? String(Date.now() % 2 ** 31);
  process.env['CRIB_SEED'] = seed;
  if (form === 'deep') process.env['CRIB_DEEP'] = '1';

  if (form !== 'check') await parts.time('Debian packages', () => ensureDebian(NEEDED));
  await parts.time('Packages', ensurePackages);
  const home = join(varFolder, `test-${process.pid}`);
  mkdirSync(home, { recursive: true });
  /** @type {(() => Promise<void> | void)[]} */
  const undo = [() => rmSync(home, { recursive: true, force: true })];
  const leave = async () => {
    for (const step of undo.splice(0).reverse()) await step();
  };
  for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM', 'SIGHUP'])) {
    process.on(signal, () => {
      parts.stop();
      void leave().then(() => process.exit(130));
    });
  }
  console.log(`Random seed: ${seed}. Repeat this run with CRIB_SEED=${seed}.`);

  /** @param {string} name @param {string} project @param {Record<string, string>} [env] */
  const vitest = (name, project, env = {}) => {
    const report = join(home, `${project}.json`);
    const command = ['npx', 'vitest', 'run', '--project', project, '--reporter=default', '--reporter=json'];
    return parts.run(name, [...command, `--outputFile=${report}`], { env, tally: () => vitestTally(report) });
  };
  /** @param {string} name */
  const database = async (name) => {
    const made = await openDatabase({ name: `crib_${name}_${process.pid}`, home: join(home, 'pg'), throwaway: true });
    undo.push(made.leave);
    return made;
  };
  try {
    await checkCode(parts);
    await vitest('Core', 'core');
    await vitest('Pages', 'web');
    if (form === 'check') return;
    await parts.time('Build', ensureBuild);
    const units = await database('test');
    await vitest('Server', 'server', testEnvironment(units));
    await vitest('Setup and operation', 'scripts');

    const pages = await database('pages');
    await parts.time('Demo', async () => {
      const server = await startServer({ databaseUrl: pages.serverUrl, port: await freePort(), demo: true });
      await loadDemo(server.address);
      server.stop();
      await server.ended;
    });
    const journeys = join(home, 'playwright.json');
    await parts.run('Journeys', ['npx', 'playwright', 'test', '-c', 'e2e/playwright.config.ts'], {
      env: {
        ...testEnvironment(pages),
        CRIB_SCRYPT_LOG_N: '10',
        PLAYWRIGHT_JSON_OUTPUT_NAME: journeys,
        CRIB_TEST_OUTPUT: join(home, 'pages'),
      },
      tally: () => playwrightTally(journeys),
    });
    if (form !== 'deep') return;
    await parts.run('Crash tests', ['node', 'scripts/torture.mjs', '200', seed]);
    await parts.run('Scaling', ['node', 'scripts/scaling.mjs', '--print']);
  } finally {
    await leave();
    parts.report();
    if (keep) await keepFigures('docs/benchmarks.md', 'parts', parts.table());
  }
});
