// @ts-check
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Stop, root, run } from './run.mjs';

const stamp = join(root, 'node_modules/.crib-lock');

/** What is built, from which sources, and what of it must be there. */
const BUILDS = {
  pages: {
    workspace: '@crib/web',
    made: 'web/dist/index.html',
    sources: [
      'core/src',
      'web/src',
      'web/offline',
      'web/index.html',
      'web/study.html',
      'web/public',
      'web/vite.config.ts',
      'web/vite.learner.config.ts',
      'web/vite.study.config.ts',
      'web/package.json',
      'web/compress.mjs',
      'package-lock.json',
    ],
  },
  server: {
    workspace: '@crib/server',
    made: 'server/dist/main.js',
    sources: ['core/src', 'server/src', 'server/build.mjs', 'server/package.json', 'package-lock.json'],
  },
};

/** Runs `npm ci` when the lock file is not the one the present node_modules were made from. */
export async function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages from the npm registry');
  if ((await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])) !== 0) {
    throw new Stop('npm ci failed. See the error above.');
  }
  writeFileSync(stamp, lock);
}

/** Builds the pages and the server, each when a source of it is newer than its last build that succeeded. */
export async function ensureBuild() {
  await ensure('pages');
  await ensure('server');
}

/** @param {keyof typeof BUILDS} part */
async function ensure(part) {
  const { workspace, made, sources } = BUILDS[part];
  const built = join(root, `node_modules/.crib-build-${part}`);
  // Where only the packages of production are installed, what was built elsewhere is run as it is.
  if (!existsSync(join(root, 'node_modules/vitest'))) return;
  const newest = Math.max(...sources.map((path) => newestChange(join(root, path))));
  // A build that fails leaves some files, too: only the stamp says that it went well.
  if (existsSync(built) && existsSync(join(root, made)) && statSync(built).mtimeMs > newest) return;
  console.log(`Building the ${part}`);
  rmSync(built, { force: true });
  const code = await run('npm', ['run', '--silent', 'build', '-w', workspace], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (code !== 0) throw new Stop('The build failed. See the error above.');
  writeFileSync(built, '');
}

/** The file of a program of the server, built anew where a source has changed. @param {string} name */
export async function programOf(name) {
  await ensure('server');
  return join(root, `server/dist/${name}.js`);
}

/**
 * Runs a program of the server to its end and gives its exit code.
 * @param {string} name @param {string[]} args @param {NodeJS.ProcessEnv} env
 */
export async function runProgram(name, args, env) {
  return run(process.execPath, ['--enable-source-maps', await programOf(name), ...args], { env });
}

/** @param {string} path @returns {number} */
function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  const within = readdirSync(path).map((name) => newestChange(join(path, name)));
  return Math.max(stat.mtimeMs, ...within);
}
