import { execFileSync } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import type { Catalogue, CrosswalkOverview, AppOverview, Sheet } from '@crib/core/contract';
import { launchOptions } from '../browser.ts';
import { lines, ms } from './table.ts';

type Ask = <T>(method: string, path: string, body?: unknown) => Promise<T>;

/** How long after a press something in a part of the page is painted anew. */
async function untilPainted(page: Page, part: string, press: () => Promise<void>): Promise<number> {
  await page.evaluate((selector) => {
    const seen = window as unknown as { took: Promise<number> };
    seen.took = new Promise((done, fail) => {
      setTimeout(() => fail(new Error(`Nothing in ${selector} was painted anew.`)), 5000);
      let begun = 0;
      addEventListener('keydown', () => (begun = performance.now()), { capture: true, once: true });
      const watcher = new MutationObserver(() => {
        if (!begun) return;
        watcher.disconnect();
        requestAnimationFrame(() => setTimeout(() => done(performance.now() - begun)));
      });
      watcher.observe(document.querySelector(selector)!, {
        subtree: true,
        childList: true,
        characterData: true,
        attributes: true,
      });
    });
  }, part);
  await press();
  return page.evaluate(() => (window as unknown as { took: Promise<number> }).took);
}

/** Presses one after another; the middle one and the slowest. */
async function pressed(page: Page, what: string, part: string, keys: readonly string[]) {
  const took: number[] = [];
  for (const key of keys) {
    took.push(await untilPainted(page, part, () => page.keyboard.press(key)));
    await page.waitForTimeout(400);
  }
  took.sort((a, b) => a - b);
  lines.push([
    `${what}, slowest of ${took.length}`,
    ms(took.at(-1)!),
    '100 ms',
    `${ms(took[took.length >> 1]!)} median`,
  ]);
}

/** What a trainer does all day, in the demo: judging, weighing a plan, composing; from a press to what is painted. */
export async function daily(address: string, ask: Ask, cookie: () => string) {
  execFileSync(process.execPath, [
    '--import',
    'tsx',
    fileURLToPath(new URL('../../demo/load.ts', import.meta.url)),
    address,
  ]);
  const browser = await chromium.launch(launchOptions);
  const context = await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } });
  const [name, value] = cookie().split('=');
  await context.addCookies([{ name: name!, value: decodeURIComponent(value!), url: address }]);
  const page = await context.newPage();

  const walks = await ask<CrosswalkOverview[]>('GET', '/api/apps/fathomry/crosswalks');
  const { id } = walks.find((one) => one.from.slug === 'brinechart')!;
  await page.goto(`/migration/fathomry/7.2/${id}?show=unjudged`);
  await page.locator('.proposals[aria-busy=false] .proposal').first().waitFor();
  await page.getByRole('grid', { name: 'Commands to map' }).focus();
  await pressed(page, 'a command judged, to the next in hand', '[role=grid]', Array<string>(12).fill('x'));

  await page.goto(`/migration/fathomry/7.2/${id}/plan?keep=20`);
  await page.getByRole('region', { name: 'Plan, step by step' }).waitFor();
  await page.getByRole('slider').first().focus();
  await page.waitForTimeout(1500);
  await pressed(page, 'a plan weighed anew, demo', '[aria-label="Plan, step by step"]', [
    'ArrowRight',
    'ArrowRight',
    'ArrowLeft',
    'ArrowRight',
    'ArrowLeft',
    'ArrowLeft',
  ]);

  const { releases, keysets } = await ask<AppOverview>('GET', '/api/apps/fathomry');
  const release = releases.find((one) => one.label === '7.0')!;
  const { commands } = await ask<Catalogue>('GET', `/api/releases/${release.id}`);
  const keysetId = keysets.find((one) => one.releaseId === release.id && one.kind === 'custom')!.id;
  const sheet = await ask<Sheet>('POST', '/api/apps/fathomry/sheets', { keysetId, title: 'All of it' });
  const sections = Array.from({ length: 8 }, (_, s) => ({
    title: `Section ${s}`,
    rows: commands.slice(25 * s, 25 * s + 25).map((one) => ({ command: one.id, note: '' })),
  }));
  await ask('PUT', `/api/sheets/${sheet.id}`, { ...sheet, revision: 1, look: { pages: 2 }, sections });
  await page.goto(`/sheets/fathomry/7.0/${sheet.id}`);
  await page.getByRole('navigation', { name: 'Sidebar' }).getByRole('button', { name: 'Page setup' }).click();
  await page.getByLabel('In the introduction').focus();
  await page.waitForTimeout(1000);
  await pressed(page, 'a letter into a sheet of 200 rows, to its page', '[aria-label="Preview of the page"]', [
    ...'soundings',
  ]);
  await browser.close();
}
