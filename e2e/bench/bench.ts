import { readFileSync } from 'node:fs';
import { chromium, type Page } from '@playwright/test';
import { readList } from '@crib/core/list';
import { SYSTEM_KEYS, clashFinder, consequences, stackOf, type Setting } from '@crib/core/keyset';
import { contextTree } from '@crib/core/catalogue';
import { LAYOUTS, readShortcuts, storedPress, US } from '@crib/core/keys';
import { PLAIN_WORDS, type AppOverview, type Catalogue, type Release } from '@crib/core/contract';
import { launchOptions } from '../browser.ts';

/** Prints what was measured beside what is aimed at, and a baseline from the same run. Usage: bench.ts ADDRESS */
const [address = ''] = process.argv.slice(2);
const [account] = JSON.parse(readFileSync(new URL('../../demo/accounts.json', import.meta.url), 'utf8')) as {
  email: string;
  password: string;
}[];

const lines: [what: string, measured: string, aim: string, baseline: string][] = [];
const ms = (value: number) => `${value.toFixed(value < 10 ? 1 : 0)} ms`;
/** The median of some runs after a first one that warms up. */
async function median(work: () => unknown, runs = 7): Promise<number> {
  await work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const begun = performance.now();
    await work();
    times.push(performance.now() - begun);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)]!;
}

const LETTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'.split('');
const HELD = ['', 'Ctrl+', 'Alt+', 'Shift+', 'Ctrl+Shift+', 'Ctrl+Alt+', 'Alt+Shift+', 'Ctrl+Alt+Shift+'];
const keyOf = (n: number) =>
  HELD[Math.floor(n / 36) % 8]! + LETTERS[n % 36]! + (n >= 288 ? ` then ${LETTERS[Math.floor(n / 288) % 36]!}` : '');
const listOf = (rows: number) => {
  const body = Array.from({ length: rows }, (_, n) => `cmd.${n},"Command ${n}, drawn",Category ${n % 40},${keyOf(n)}`);
  return ['Command id,Label,Category,Shortcut', ...body].join('\r\n');
};

let cookie = '';
async function ask<T>(method: string, path: string, body?: unknown, type = 'application/json'): Promise<T> {
  // What was measured kept this process busy: let it see first which connections the server has closed meanwhile.
  await new Promise((go) => setTimeout(go, 20));
  const response = await fetch(address + path, {
    method,
    headers: { cookie, ...(body === undefined ? {} : { 'content-type': type }) },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? cookie;
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${(await response.text()).slice(0, 400)}`);
  return (await response.json()) as T;
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

async function keys() {
  const texts = Array.from({ length: 10_000 }, (_, n) => keyOf(n));
  const spent = await median(() => texts.forEach((text) => readShortcuts(text)));
  const words = new Map([...LETTERS, 'Ctrl', 'Alt', 'Shift', 'then'].map((word) => [word.toLowerCase(), word]));
  const baseline = await median(() =>
    texts.map((text) => text.split(/\s|\+/).map((part) => words.get(part.toLowerCase()))),
  );
  lines.push([
    '100,000 shortcuts read',
    ms(spent * 10),
    '1000 ms',
    `${ms(baseline * 10)} splitting them and looking the parts up`,
  ]);
  lines.push([
    '100,000 canonical presses, remembered',
    ms((await median(() => texts.forEach((_, n) => storedPress(HELD[n % 8]! + LETTERS[n % 36]!, US, 'linux')))) * 10),
    '',
    '',
  ]);
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
      shortcuts: [`Ctrl+Meta+${LETTERS[n % 36]} ${LETTERS[Math.floor(n / 36)]} ${LETTERS[id % 36]}`],
    }));
    await ask('POST', `/api/keysets/${id}/changes`, { revision: 1, put });
    base = id;
  }
  const whole = await load(release);
  const stack = stackOf(whole.keysets.at(-1)!, whole.keysets);
  const setting = {
    stack,
    tree: contextTree(whole.contexts),
    platforms: whole.release.platforms,
    commands: new Map(whole.commands.map((one) => [one.id, one])),
  };
  const put = [
    {
      command: whole.commands[7]!.id,
      context: root.id,
      platform: null,
      action: 'set' as const,
      shortcuts: ['Ctrl+Q'],
      reason: '',
      memoryAid: '',
    },
  ];
  lines.push([
    'what follows from an edit, 3,000 commands, 4 layers, 3 platforms',
    ms(await median(() => consequences(setting, { put, remove: [] }))),
    '',
    '',
  ]);

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
  lines.push(['ledger of 3,000 commands × 4 columns opens', ms(opened), '1000 ms', '']);
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

const CONTEXTS = 40;
/** Bindings of many commands, at most twenty a press, in forty contexts: what a large program ships. */
function largeSetting(count: number, layouts: Setting['layouts']): Setting {
  const contexts = Array.from({ length: CONTEXTS }, (_, i) => ({
    id: i + 1,
    parent: i === 0 ? null : i < 8 ? 1 : 2 + (i % 7),
    name: `Place ${i}`,
    position: i,
    takesText: i === CONTEXTS - 1,
    together: [],
  }));
  const commands = Array.from({ length: count }, (_, i) => ({
    ...PLAIN_WORDS, id: i + 1, name: `c${i}`, label: `Command ${i}`, home: 1, wordings: [], aliases: [],
  })); // prettier-ignore
  const bindings = commands.map(({ id }) => ({
    id, command: id, contexts: [1 + ((id * 13) % CONTEXTS)], platform: null, language: null, note: '', memoryAid: '', trials: [],
    shortcut: HELD[(id % 288) >> 5 & 7]! + LETTERS[(id % 288) % 36]!,
    provenance: { kind: 'list' as const, source: '', who: '', on: null, build: '', platform: null },
  })); // prettier-ignore
  const facts = { appId: 1, note: '', revision: 1, owner: null };
  const shipped = { ...facts, id: 1, name: 's', kind: 'shipped' as const, releaseId: 1, isDefault: true, imitates: null, bindings, corrections: [] }; // prettier-ignore
  const layer = { ...facts, id: 2, name: 'x', kind: 'custom' as const, baseId: 1, edits: [] };
  return {
    stack: { shipped, layers: [layer] },
    commands: new Map(commands.map((one) => [one.id, one])),
    tree: contextTree(contexts),
    platforms: ['windows', 'macos', 'linux'],
    systemKeys: SYSTEM_KEYS,
    ...(layouts && { layouts }),
  };
}

async function allClashes() {
  const setting = largeSetting(5000, LAYOUTS);
  const { bindings } = setting.stack.shipped;
  const rows = LAYOUTS.flatMap(() => setting.platforms.flatMap(() => bindings.map((one) => one.shortcut)));
  const baseline = await median(() => rows.toSorted(), 3);
  let count = 0;
  const spent = await median(() => (count = clashFinder(setting).all().length), 5);
  lines.push([
    `all ${count} clashes of 5,000 bindings, 17 layouts × 3 platforms`,
    ms(spent),
    '400 ms',
    `${ms(baseline)} sorting the same rows`,
  ]);
  const finder = clashFinder(setting);
  let at = 0;
  const edited = await median(() => {
    const place = { command: 77 + at, context: 1 + (((77 + at) * 13) % CONTEXTS), platform: null };
    const edit = {
      ...place,
      action: 'set' as const,
      shortcuts: [`Primary+${LETTERS[at++ % 26]}`],
      reason: '',
      memoryAid: '',
    };
    const layer = { ...setting.stack.layers[0]!, edits: [edit] };
    finder.after({ ...setting.stack, layers: [layer] }, [edit]);
  }, 15);
  lines.push(['the same after one edit', ms(edited), '16 ms', '']);
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

await allClashes();
await lists();
await keys();
await largeLedger();
await ledger();
const widths = [0, 1, 2, 3].map((column) => Math.max(...lines.map((line) => line[column]!.length), 8));
const print = (cells: readonly string[]) => console.log(cells.map((cell, i) => cell.padEnd(widths[i]!)).join('  '));
print(['measured', 'took', 'aim', 'baseline']);
lines.forEach(print);
