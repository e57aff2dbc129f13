// @ts-check
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './lib/run.mjs';

/** Licences under which a package may be part of Crib, or help to make it: each lets anybody use, change and hand it on. */
const PERMISSIVE =
  /^(?:MIT|MIT-0|ISC|0BSD|Apache-2\.0|BSD-[23]-Clause|BlueOak-1\.0\.0|CC0-1\.0|OFL-1\.1|Zlib|PSF-2\.0|Python-2\.0|CC-BY-4\.0)$/;
/** Packages whose licence has no name of that list, or asks for something: read, and why each may be here. */
const READ = {
  'dejavu-fonts-ttf': 'the Bitstream Vera licence: fonts may be used, changed under another name and redistributed',
  'png-js': 'MIT, as its LICENSE file says',
  'svg-tags': 'MIT, as its LICENSE file says',
  'axe-core': 'MPL-2.0: used unchanged to check accessibility in tests',
  lightningcss: 'MPL-2.0: used unchanged to build the styles, not part of what is distributed',
};
const readOf = (/** @type {string} */ name) =>
  READ[/** @type {keyof typeof READ} */ (name.startsWith('lightningcss') ? 'lightningcss' : name)];

/** @typedef {{ name: string, version: string, licence: string, handedOut: boolean }} Package */

/** Every package that is installed, by the lock file. @returns {Package[]} */
export function packages() {
  const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
  /** @type {Map<string, Package>} */
  const found = new Map();
  for (const [path, facts] of Object.entries(/** @type {Record<string, any>} */ (lock.packages))) {
    if (!path.includes('node_modules/') || facts.link) continue;
    const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
    const own = join(root, path, 'package.json');
    const said = facts.license ?? (existsSync(own) ? JSON.parse(readFileSync(own, 'utf8')).license : '') ?? '';
    const known = found.get(`${name}@${facts.version}`);
    found.set(`${name}@${facts.version}`, {
      name,
      version: facts.version,
      licence: said,
      handedOut: known?.handedOut || !facts.dev,
    });
  }
  return [...found.values()].sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));
}

/** Whether a package may be here: of alternatives one has to, of what holds together all. @param {Package} one */
export function mayBeHere({ name, licence }) {
  if (readOf(name)) return true;
  const plain = licence.replace(/[()]/g, '');
  return plain.split(' OR ').some((either) => either.split(' AND ').every((part) => PERMISSIVE.test(part.trim())));
}

/** What the lock file leaves open: packages without a version, a source or a checksum. */
export function unlocked() {
  const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'));
  return Object.entries(/** @type {Record<string, any>} */ (lock.packages)).flatMap(([path, facts]) =>
    path.includes('node_modules/') && !facts.link && !facts.inBundle && !(facts.version && facts.integrity)
      ? [path]
      : [],
  );
}

/** The list as a page of the docs: what is handed out by name, what builds and tests by licence. */
export function page() {
  const all = packages();
  const told = (/** @type {Package} */ one) =>
    `${one.licence || 'none named'}${readOf(one.name) ? `: ${readOf(one.name)}` : ''}`;
  const lines = all.filter((one) => one.handedOut).map((one) => `| ${one.name} | ${one.version} | ${told(one)} |`);
  /** @type {Map<string, number>} */
  const tools = new Map();
  for (const one of all) if (!one.handedOut) tools.set(told(one), (tools.get(told(one)) ?? 0) + 1);
  const counts = [...tools]
    .sort(([a], [b]) => a.localeCompare(b))
    .map(([licence, count]) => `| ${licence} | ${count} |`);
  return `# Licences\n\nAll ${all.length} installed packages, from the lock file. \`npm run licences\` generates this page; a test compares it with the lock file, and checks that every licence permits use, modification and redistribution.\n\n## Distributed\n\n| package | version | licence |\n| --- | --- | --- |\n${lines.join('\n')}\n\n## For building and testing\n\n| licence | packages |\n| --- | --- |\n${counts.join('\n')}\n`;
}

if (process.argv[1]?.endsWith('licences.mjs')) {
  writeFileSync(join(root, 'docs/licences.md'), page());
  console.log('Wrote docs/licences.md.');
}
