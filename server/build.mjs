// @ts-check
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

const at = (/** @type {string} */ path) => fileURLToPath(new URL(path, import.meta.url));
const installed = (/** @type {string} */ path) =>
  Object.keys(JSON.parse(readFileSync(at(path), 'utf8')).dependencies).filter((name) => !name.startsWith('@crib/'));

/** The programs and threads of the server, each as one file of plain JavaScript; packages stay packages. */
await build({
  entryPoints: {
    main: at('src/main.ts'),
    migrate: at('src/migrate.ts'),
    account: at('src/account.ts'),
    workspace: at('src/workspace/main.ts'),
    'lists-worker': at('src/lists/worker.ts'),
    'matching-worker': at('src/matching/worker.ts'),
    'packing-worker': at('src/packing/worker.ts'),
    'weighing-worker': at('src/weighing/worker.ts'),
  },
  outdir: at('dist'),
  bundle: true,
  format: 'esm',
  platform: 'node',
  target: 'node20',
  sourcemap: true,
  legalComments: 'none',
  // What is not a dependency of production is bundled, or the build fails: nothing else is there where it runs.
  external: [...installed('package.json'), ...installed('../core/package.json')].flatMap((name) => [name, `${name}/*`]),
  logLevel: 'warning',
});
