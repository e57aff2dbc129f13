import { chromium } from '@playwright/test';
import { launchOptions } from './browser.ts';
const address = 'http://127.0.0.1:4310';
const browser = await chromium.launch(launchOptions);
const page = await (await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } })).newPage();
await page.goto('/');
await page.getByRole('button', { name: 'Ines Farrowby' }).click();
await page.getByRole('button', { name: 'Sign in', exact: true }).click();
await page.getByRole('heading', { name: 'Apps and releases' }).waitFor();
const L = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789'.split('');
const H = ['', 'Ctrl+', 'Alt+', 'Shift+', 'Ctrl+Shift+', 'Ctrl+Alt+', 'Alt+Shift+', 'Ctrl+Alt+Shift+'];
const keyOf = (n: number) =>
  H[Math.floor(n / 36) % 8]! + L[n % 36]! + (n >= 288 ? ` then ${L[Math.floor(n / 288) % 36]!}` : '');
if ((await page.request.get('/api/apps/large')).status() === 404) {
  await page.request.post('/api/apps', {
    data: { slug: 'large', name: 'large', platforms: ['windows', 'macos', 'linux'] },
  });
  const r = await (await page.request.post('/api/apps/large/releases', { data: { label: '1' } })).json();
  await page.request.post(`/api/releases/${r.id}/list`, {
    data: [
      'Command id,Label,Category,Shortcut',
      ...Array.from({ length: 5000 }, (_, n) => `cmd.${n},"Command ${n}, drawn",Category ${n % 40},${keyOf(n)}`),
    ].join('\r\n'),
    headers: { 'content-type': 'text/csv' },
  });
  const a = await (await page.request.get('/api/apps/large')).json();
  let base = a.keysets[0].id;
  for (let n = 1; n < 12; n++)
    base = (
      await (await page.request.post('/api/apps/large/keysets', { data: { name: `Set ${n}`, baseId: base } })).json()
    ).id;
}
const a = await (await page.request.get('/api/apps/large')).json();
const t0 = Date.now();
await page.goto(`/catalogue/large/1?columns=${a.keysets.map((k: any) => k.id).join(',')}`);
await page.getByRole('gridcell').nth(20).waitFor();
console.log('open', Date.now() - t0);
await page.waitForTimeout(2500);
const cdp = await page.context().newCDPSession(page);
await cdp.send('Profiler.enable');
await cdp.send('Profiler.setSamplingInterval', { interval: 200 });
await cdp.send('Profiler.start');
const times = await page.evaluate(async () => {
  const field = document.querySelector<HTMLInputElement>('.look-up input')!;
  const t: number[] = [];
  for (const text of [
    'c',
    'co',
    'com',
    'command 2',
    'command 29',
    'command 299',
    'command',
    '',
    'c',
    'co',
    'com',
    'command 2',
    'command 29',
    'command 299',
    'command',
    '',
  ]) {
    const b = performance.now();
    field.value = text;
    field.dispatchEvent(new Event('input', { bubbles: true }));
    await new Promise((d) => requestAnimationFrame(() => setTimeout(d)));
    t.push(Math.round(performance.now() - b));
  }
  return t;
});
console.log(times.join(' '));
const { profile } = (await cdp.send('Profiler.stop')) as any;
const self = new Map<string, number>();
const by = new Map(profile.nodes.map((n: any) => [n.id, n]));
profile.samples.forEach((id: number, i: number) => {
  const n: any = by.get(id);
  const k =
    n.callFrame.functionName +
    ' ' +
    n.callFrame.url.split('/').pop() +
    ':' +
    n.callFrame.lineNumber +
    ':' +
    n.callFrame.columnNumber;
  self.set(k, (self.get(k) ?? 0) + profile.timeDeltas[i]);
});
console.log(
  [...self]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 22)
    .map(([k, v]) => (v / 1000).toFixed(0) + ' ' + k)
    .join('\n'),
);
await browser.close();
