import { rmSync, writeFileSync } from 'node:fs';
import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import autocannon from 'autocannon';
import type { AppOverview, Catalogue, PublishedEdition, Release } from '@crib/core/contract';
import { launchOptions } from '../browser.ts';
import { meanwhile } from './meanwhile.ts';
import { lines, median, ms } from './table.ts';

type Ask = <T>(method: string, path: string, body?: unknown, type?: string) => Promise<T>;

/** A page of 200 rows as learners get it: how large, how soon, and how many a second beside a file of the same size. */
export async function pages(address: string, ask: Ask) {
  await ask('POST', '/api/apps', { slug: 'pages', name: 'pages', platforms: ['windows', 'macos'] });
  const release = await ask<Release>('POST', '/api/apps/pages/releases', { label: '1' });
  const rows = Array.from(
    { length: 200 },
    (_, n) =>
      `"Command ${n} of the plotting desk",Ctrl+Alt+${'ABCDEFGHIJ'[n % 10]} ${'QRSTUVWXYZ'[Math.floor(n / 10) % 10]}${n > 99 ? ' Y' : ''}`,
  );
  await ask('POST', `/api/releases/${release.id}/list`, ['Label,Shortcut', ...rows].join('\n'), 'text/csv');
  const { commands } = await ask<Catalogue>('GET', `/api/releases/${release.id}`);
  const { keysets } = await ask<AppOverview>('GET', '/api/apps/pages');
  const keysetId = keysets[0]!.id;
  const sheet = await ask<{ id: number }>('POST', '/api/apps/pages/sheets', { keysetId, title: 'All of it' });
  const sections = Array.from({ length: 8 }, (_, s) => ({
    title: `Section ${s}`,
    rows: commands.slice(25 * s, 25 * s + 25).map((one) => ({ command: one.id, note: '' })),
  }));
  await ask('PUT', `/api/sheets/${sheet.id}`, {
    ...sheet,
    revision: 1,
    keysetId,
    title: 'All of it',
    intro: '',
    credit: '',
    look: { pages: 2 },
    sections,
  });
  const begun = performance.now();
  const { path } = await ask<PublishedEdition>('POST', `/api/sheets/${sheet.id}/editions`, {});
  lines.push(['200 rows published, with PDF, CSV and Markdown', ms(performance.now() - begun), '', '']);
  const others = await meanwhile(address, ask('POST', `/api/sheets/${sheet.id}/editions`, {}));
  lines.push([
    'another request while 200 rows are published, p99',
    ms(others.p99),
    '50 ms',
    `${others.count} requests in ${ms(others.took)}`,
  ]);

  const page = await (
    await fetch(`${address}${path}?platform=windows`, { headers: { 'accept-encoding': 'identity' } })
  ).text();
  const assets = [...page.matchAll(/(?:href|src)="\/(assets\/sheet-[^"]+\.(?:css|js))"/g)].map(([, name]) => name!);
  const scripts = await Promise.all(
    assets.map(async (name) => gzipSync(await (await fetch(`${address}/${name}`)).bytes()).length),
  );
  const whole = gzipSync(page).length + scripts.reduce((sum, one) => sum + one, 0);
  lines.push([
    'a public page of 200 rows, compressed, fonts apart',
    `${Math.round(whole / 1024)} kB`,
    '120 kB',
    `${Math.round(gzipSync(page).length / 1024)} kB its text`,
  ]);
  lines.push(['the same, asked for with what is known', ms(await median(() => fetch(`${address}${path}`))), '', '']);

  // As a slow machine opens them for the first time: until they can be typed into.
  for (const [what, where, there] of [
    ['the sheet', path, '#find'],
    ['its tools', `${path}/find`, '[role=application]'],
  ] as const) {
    const browser = await chromium.launch(launchOptions);
    const times: number[] = [];
    for (let run = 0; run < 5; run++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const cold = await context.newPage();
      const slow = await context.newCDPSession(cold);
      await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 });
      // The page itself tells when the field was there, drawn, and the machine free again.
      await cold.addInitScript((field) => {
        new MutationObserver((_, watch) => {
          if (!document.querySelector(field)) return;
          watch.disconnect();
          requestAnimationFrame(() =>
            setTimeout(() => ((window as unknown as { ready: number }).ready = performance.now())),
          );
        }).observe(document, { childList: true, subtree: true });
      }, there);
      await cold.goto(`${address}${where}?platform=windows`, { waitUntil: 'commit' });
      times.push(
        (await cold
          .waitForFunction(() => (window as unknown as { ready?: number }).ready)
          .then((one) => one.jsonValue())) as number,
      );
      await context.close();
    }
    await browser.close();
    lines.push([
      `${what}, a cold cache and a processor four times slower: interactive`,
      ms(times.sort((a, b) => a - b)[2]!),
      '1000 ms',
      '',
    ]);
  }

  // A file of the same size, served by the same server as it serves its scripts.
  const file = new URL('../../web/dist/assets/same-size.html', import.meta.url);
  writeFileSync(file, page);
  try {
    const shoot = (url: string, encoding: string) =>
      autocannon({
        url,
        connections: 16,
        duration: 8,
        workers: 1,
        headers: { 'accept-encoding': encoding, 'user-agent': 'Mozilla/5.0 (Windows)' },
      });
    const still = await shoot(`${address}/assets/same-size.html`, 'identity');
    const made = await shoot(`${address}${path}`, 'identity');
    const packed = await shoot(`${address}${path}`, 'gzip');
    const rate = (one: autocannon.Result) => `${Math.round(one.requests.average)}`;
    lines.push([
      'public pages a second, not compressed',
      rate(made),
      `0.7 × the file: ${Math.round(0.7 * still.requests.average)}`,
      `${rate(still)} the same as a file`,
    ]);
    lines.push(['public pages a second, compressed', rate(packed), '1000', '']);
    lines.push([
      '99 of 100 of them answered within',
      ms(packed.latency.p99),
      '50 ms',
      `${ms(still.latency.p99)} the file`,
    ]);
  } finally {
    rmSync(file, { force: true });
  }
}
