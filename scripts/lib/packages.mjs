// @ts-check
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Stop, root, run } from './run.mjs';

const stamp = join(root, 'node_modules/.crib-lock');
const buildStamp = join(root, 'node_modules/.crib-build');

/** Runs `npm ci` when the lock file is not the one the present node_modules were made from. */
export async function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages from the npm registry');
  if ((await run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])) !== 0) {
    throw new Stop('npm ci failed; its message stands above.');
  }
  writeFileSync(stamp, lock);
}

/** Builds the pages when a source is newer than the last build that succeeded: one that fails leaves some files, too. */
export async function ensureBuild() {
  const sources = [
    'core/src',
    'web/src',
    'web/offline',
    'web/index.html',
    'web/study.html',
    'web/public',
    'web/vite.config.ts',
    'web/vite.learner.config.ts',
    'web/package.json',
    'package-lock.json',
  ];
  const newest = Math.max(...sources.map((path) => newestChange(join(root, path))));
  const stands = existsSync(buildStamp) && existsSync(join(root, 'web/dist/index.html'));
  if (stands && statSync(buildStamp).mtimeMs > newest) return;
  console.log('Building the pages');
  rmSync(buildStamp, { force: true });
  const code = await run('npm', ['run', '--silent', 'build', '-w', '@crib/web'], {
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (code !== 0) throw new Stop('The build failed; its message stands above.');
  writeFileSync(buildStamp, '');
}

/** @param {string} path @returns {number} */
function newestChange(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  const within = readdirSync(path).map((name) => newestChange(join(path, name)));
  return Math.max(stat.mtimeMs, ...within);
}
