import { chromium } from '@playwright/test';
import { launchOptions } from './browser.ts';
const [address = '', out = '', ...steps] = process.argv.slice(2);
const browser = await chromium.launch(launchOptions);
const page = await (await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } })).newPage();
page.on('console', (m) => m.type() === 'error' && console.log('CONSOLE', m.text()));
page.on('pageerror', (e) => console.log('PAGEERROR', e.message));
await page.goto('/');
await page.getByRole('button', { name: 'Ines Farrowby' }).click();
await page.getByRole('button', { name: 'Sign in', exact: true }).click();
await page.getByRole('heading', { name: 'Apps and releases' }).waitFor();
let n = 0;
for (const step of steps) {
  if (step.startsWith('/')) {
    await page.goto(step);
    await page.waitForLoadState('networkidle');
    await page.waitForTimeout(400);
    await page.screenshot({ path: `${out}-${++n}.png` });
  } else {
    await eval(`(async()=>{${step}})()`);
    await page.waitForTimeout(500);
    await page.screenshot({ path: `${out}-${++n}.png` });
  }
}
await browser.close();
