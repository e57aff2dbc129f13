import { readFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import { readList } from '@crib/core/list';
import { contextTree } from '@crib/core/catalogue';
import { type AppOverview, type Catalogue, type Release } from '@crib/core/contract';
import { keepFigures } from '../../scripts/lib/figures.mjs';
import { launchOptions } from '../browser.ts';
import { allClashes, editing, keys, largeCatalogue } from './core.ts';
import { crosswalks } from './crosswalks.ts';
import { daily } from './daily.ts';
import { sheets } from './sheets.ts';
import { signs } from './signs.ts';
import { calibrate } from './calibrate.ts';
import { comparing, history, renaming } from './releases.ts';
import { pages } from './pages.ts';
import { presets } from './presets.ts';
import { scale } from './scale.ts';
import { school } from './school.ts';
import { HELD, LETTERS, asDoc, lines, median, ms, slower } from './table.ts';

/** Prints what was measured beside what is aimed at, and a baseline from the same run. Usage: bench.ts ADDRESS */
const [address = ''] = process.argv.slice(2);
const [account] = JSON.parse(readFileSync(new URL('../../demo/accounts.json', import.meta.url), 'utf8')) as {
  email: string;
  password: string;
}[];

const keyOf = (n: number) =>
  HELD[Math.floor(n / 36) % 8]! + LETTERS[n % 36]! + (n >= 288 ? ` then ${LETTERS[Math.floor(n / 288) % 36]!}` : '');
const listOf = (rows: number) => {
  const body = Array.from({ length: rows }, (_, n) => `cmd.${n},"Command ${n}, drawn",Category ${n % 40},${keyOf(n)}`);
  return ['Command id,Label,Category,Shortcut', ...body].join('\r\n');
};

let cookie = '';
async function send(
  method: string,
  path: string,
  body?: unknown,
  type = 'application/json',
  more: Record<string, string> = {},
): Promise<Response> {
  // What was measured kept this process busy: let it see first which connections the server has closed meanwhile.
  await new Promise((go) => setTimeout(go, 20));
  const response = await fetch(address + path, {
    method,
    headers: { cookie, ...more, ...(body === undefined ? {} : { 'content-type': type }) },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? cookie;
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${(await response.text()).slice(0, 400)}`);
  return response;
}
async function ask<T>(...asked: Parameters<typeof send>): Promise<T> {
  const response = await send(...asked);
  return (response.status === 204 ? undefined : await response.json()) as T;
}
async function makeRelease(slug: string): Promise<Release> {
  await ask('POST', '/api/apps', { slug, name: slug, platforms: ['windows', 'macos', 'linux'] });
  return ask<Release>('POST', `/api/apps/${slug}/releases`, { label: '1' });
}
const load = (release: Release) => ask<Catalogue>('GET', `/api/releases/${release.id}`);

await ask('POST', '/api/session', { email: account!.email, password: account!.password });

async function lists() {
  const text = listOf(10_000);
  const release = await makeRelease('lists');
  const catalogue = await load(release);
  const parsed = await median(() => readList(text, catalogue));
  const baseline = await median(() => text.split('\r\n').map((line) => line.split(',').map((cell) => cell.trim())));
  lines.push([
    '10,000 rows parsed and checked in core',
    ms(parsed),
    '300 ms',
    `${ms(baseline)} splitting the same text`,
  ]);
  await load(release);
  const begun = performance.now();
  await ask('POST', `/api/releases/${release.id}/list`, text, 'text/csv');
  lines.push(['10,000 rows taken in over the API', ms(performance.now() - begun), '3000 ms', '']);
}

/** How long letters typed into the look-up take to the next painted frame, in order. */
function lettersTyped(page: Page): Promise<number[]> {
  return page.evaluate(async () => {
    const field = document.querySelector<HTMLInputElement>('.look-up input')!;
    const times: number[] = [];
    for (const text of ['c', 'co', 'com', 'command 2', 'command 29', 'command 299', 'command', '']) {
      const begun = performance.now();
      field.value = text;
      field.dispatchEvent(new Event('input', { bubbles: true }));
      await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
      times.push(performance.now() - begun);
    }
    return times.sort((a, b) => a - b);
  });
}

async function ledger() {
  const release = await makeRelease('ledger');
  await ask('POST', `/api/releases/${release.id}/list`, listOf(3000), 'text/csv');
  const { keysets } = await ask<AppOverview>('GET', '/api/apps/ledger');
  let base = keysets[0]!.id;
  const catalogue = await load(release);
  const { root } = contextTree(catalogue.contexts);
  for (const name of ['One', 'Two', 'Three']) {
    const { id } = await ask<{ id: number }>('POST', '/api/apps/ledger/keysets', { name, baseId: base });
    const put = catalogue.commands.slice(0, 300).map((command, n) => ({
      command: command.id,
      context: root.id,
      platform: null,
      action: 'set',
      shortcuts: [`Ctrl+Alt+Shift+${LETTERS[n % 36]} ${LETTERS[Math.floor(n / 36)]} ${LETTERS[id % 36]}`],
    }));
    const { shown } = await ask<{ shown: string[] }>('POST', `/api/keysets/${id}/changes/preview`, {
      revision: 1,
      put,
    });
    await ask('POST', `/api/keysets/${id}/changes`, { revision: 1, put, shown });
    base = id;
  }
  const whole = await load(release);
  const browser = await chromium.launch(launchOptions);
  const context = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } });
  const [name, value] = cookie.split('=');
  await context.addCookies([{ name: name!, value: decodeURIComponent(value!), url: address }]);
  const page = await context.newPage();
  const path = `/catalogue/ledger/1?columns=${whole.keysets.map((one) => one.id).join(',')}`;
  const opened = await median(async () => {
    await page.goto(path);
    await page.getByRole('gridcell').nth(20).waitFor();
  }, 5);
  lines.push(['ledger of 3,000 commands × 4 columns opens', ms(opened), '700 ms', '']);
  lines.push(['rows in the page', String(await page.getByRole('row').count()), 'only those in sight', '']);
  const typed = await lettersTyped(page);
  lines.push([
    'a typed letter to the next painted frame, slowest of 8',
    ms(typed.at(-1)!),
    '50 ms',
    `${ms(typed[4]!)} median`,
  ]);
  await browser.close();
}

/** The ledger at its largest: how long a letter typed takes to be seen, with twelve columns. */
async function largeLedger() {
  const release = await makeRelease('large');
  await ask('POST', `/api/releases/${release.id}/list`, listOf(5000), 'text/csv');
  const { keysets } = await ask<AppOverview>('GET', '/api/apps/large');
  const ids = [keysets[0]!.id];
  for (let n = 1; n < 12; n++) {
    const made = await ask<{ id: number }>('POST', '/api/apps/large/keysets', {
      name: `Set ${n}`,
      baseId: ids.at(-1)!,
    });
    ids.push(made.id);
  }
  const browser = await chromium.launch(launchOptions);
  const context = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } });
  const [name, value] = cookie.split('=');
  await context.addCookies([{ name: name!, value: decodeURIComponent(value!), url: address }]);
  const page = await context.newPage();
  await page.goto(`/catalogue/large/1?columns=${ids.join(',')}`);
  await page.getByRole('gridcell').nth(20).waitFor();
  await page.waitForTimeout(2000);
  const typed = await lettersTyped(page);
  lines.push([
    'a typed letter to paint, 5,000 × 12, slowest of 8',
    ms(typed.at(-1)!),
    '50 ms',
    `${ms(typed[4]!)} median`,
  ]);
  const frames = await page.evaluate(async () => {
    const grid = document.querySelector('[role=grid]')!;
    const times: number[] = [];
    let last = performance.now();
    for (let i = 0; i < 60; i++) {
      grid.scrollTop += 400;
      await new Promise((done) => requestAnimationFrame(done));
      times.push(performance.now() - last);
      last = performance.now();
    }
    return times.sort((a, b) => a - b);
  });
  lines.push(['a frame while scrolling there, 95th of 100', ms(frames[56]!), '', `${ms(frames[30]!)} median`]);
  await browser.close();
}

const PARTS = {
  // First: the first list of an installation is read in when nothing is known yet of how large its tables are.
  lists,
  allClashes,
  editing,
  signs: () => signs(largeCatalogue(10)),
  keys: () => keys(keyOf),
  crosswalks,
  sheets,
  comparing,
  renaming,
  history: () => history(address, ask, listOf),
  scale: () => scale(ask, listOf, send),
  school: () => school(address, ask, listOf, { email: account!.email, password: account!.password }),
  pages: () => pages(address, ask),
  daily: () => daily(address, ask, () => cookie),
  presets,
  largeLedger,
  ledger,
};
const measureMachine = () =>
  calibrate(async () => (await fetch(`${address}/api/apps`, { headers: { cookie } })).text());
const calibrations = [await measureMachine()];
const only = process.env['CRIB_BENCH']?.split(',');
for (const [name, part] of Object.entries(PARTS)) {
  if (only && !only.includes(name)) continue;
  await part();
  const before = calibrations.at(-1)!;
  calibrations.push(await measureMachine());
  // A machine shared with others is not as fast all the time: a part is held against how fast it was around it.
  while (slower.length < lines.length) slower.push(Math.sqrt(before.factor * calibrations.at(-1)!.factor));
}
const widths = [0, 1, 2, 3].map((column) => Math.max(...lines.map((line) => line[column]!.length), 8));
const print = (cells: readonly string[]) => console.log(cells.map((cell, i) => cell.padEnd(widths[i] ?? 0)).join('  '));
print(['measured', 'took', 'aim', 'baseline', 'slower']);
lines.forEach((line, at) => print([...line, slower[at]!.toFixed(2)]));
// All of it, and nothing less, is what the docs say.
if (!only) await keepFigures('docs/benchmarks.md', 'figures', asDoc(lines, calibrations));
