// @ts-check
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { spawnSync } from 'node:child_process';
import { Stop, run } from './run.mjs';

const POSTGRES = '/usr/lib/postgresql';

/** Folder of the server's programs, at least release 15 (the schema uses NULLS NOT DISTINCT); or null. */
export function postgresBin() {
  const releases = existsSync(POSTGRES)
    ? readdirSync(POSTGRES)
        .map(Number)
        .filter((n) => n >= 15)
    : [];
  const bins = releases.sort((a, b) => b - a).map((n) => `${POSTGRES}/${n}/bin`);
  return bins.find((bin) => existsSync(`${bin}/initdb`) && existsSync(`${bin}/postgres`)) ?? null;
}

/** What is needed from Debian: package name → whether it is there already. */
const PRESENT = {
  'postgresql-15': () => postgresBin() !== null,
  chromium: () => existsSync('/usr/bin/chromium'),
  'poppler-utils': () => existsSync('/usr/bin/pdfinfo'),
  'libxkbcommon-tools': () => existsSync('/usr/bin/xkbcli'),
  'xkb-data': () => existsSync('/usr/share/X11/xkb/rules/evdev'),
  'x11proto-dev': () => existsSync('/usr/include/X11/keysymdef.h'),
  xvfb: () => existsSync('/usr/bin/Xvfb'),
  'x11-xkb-utils': () => existsSync('/usr/bin/setxkbmap'),
  xdotool: () => existsSync('/usr/bin/xdotool'),
  qpdf: () => existsSync('/usr/bin/qpdf'),
};

/**
 * Installs what is missing with apt-get, as root or with sudo, else says in one line what to install.
 * @param {(keyof typeof PRESENT)[]} packages
 */
export async function ensureDebian(packages) {
  const missing = packages.filter((name) => !PRESENT[name]());
  if (missing.length === 0) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  const asRoot = process.getuid?.() === 0;
  const sudo = !asRoot && spawnSync('sudo', ['-n', 'true']).status === 0;
  if (!existsSync('/usr/bin/apt-get') || (!asRoot && !sudo)) {
    throw new Stop(`Missing from this machine: ${missing.join(', ')}. Install with: sudo ${command}`);
  }
  console.log(`Installing from Debian: ${missing.join(', ')}`);
  if (asRoot && missing.includes('postgresql-15')) forbidMainCluster();
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (/** @type {string[]} */ ...args) =>
    asRoot
      ? run('apt-get', args, { env, stdio: ['ignore', 'ignore', 'inherit'] })
      : run('sudo', ['-n', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args], {
          stdio: ['ignore', 'ignore', 'inherit'],
        });
  await apt('update');
  if ((await apt('install', '-y', '--no-install-recommends', ...missing)) !== 0) {
    throw new Stop(`apt-get could not install ${missing.join(', ')}. Install manually: ${command}`);
  }
}

/** Debian would otherwise start a cluster of its own, which nothing here uses. */
function forbidMainCluster() {
  const folder = '/etc/postgresql-common/createcluster.d';
  if (existsSync('/etc/postgresql-common/createcluster.conf')) return;
  mkdirSync(folder, { recursive: true });
  writeFileSync(`${folder}/no-main.conf`, 'create_main_cluster = false\n');
}
