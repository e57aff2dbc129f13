import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { chromium, type Page } from '@playwright/test';
import { launchOptions } from './browser.ts';

/** Takes the pictures in docs/screenshots from a server with the demo. Usage: pictures.ts http://127.0.0.1:4310 */
const [address = 'http://127.0.0.1:4310'] = process.argv.slice(2);
const folder = fileURLToPath(new URL('../docs/screenshots/', import.meta.url));
const LIST = readFileSync(new URL('./fixtures/keys-with-mistakes.csv', import.meta.url));

const browser = await chromium.launch(launchOptions);
const page = await (await browser.newContext({ baseURL: address, viewport: { width: 1280, height: 800 } })).newPage();
const shoot = async (name: string, on: Page = page) => {
  await on.waitForLoadState('networkidle');
  await on.waitForTimeout(400);
  await on.screenshot({ path: `${folder}${name}.png` });
};

await page.goto('/');
await page.getByRole('button', { name: 'Ines Farrowby' }).click();
await page.getByRole('button', { name: 'Sign in', exact: true }).click();
await page.getByRole('heading', { name: 'Programs and releases' }).waitFor();
await shoot('desk');
await page.goto('/catalogue/fathomry/7.0?row=depth.place-sounding');
await shoot('catalogue');
await page.goto('/catalogue/fathomry/7.0/command/light.add-light');
await shoot('command');
await page.goto('/keysets/fathomry/7.0/3?row=depth.strike-soundings');
await page.getByRole('application').focus();
await page.keyboard.press('Control+j');
await shoot('edits');
await page.goto('/keysets/fathomry/7.0/3/free?where=2&at=Ctrl%2BShift%2BKeyR');
await shoot('free-shortcuts');
await page.goto('/keysets/fathomry/7.0/4/hand-travel?what=run+1&with=2&at=KeyB');
await page.locator('.apexcharts-bar-area').first().waitFor();
await shoot('hand-travel');
await page.goto('/migration/fathomry/7.2/1?show=unjudged');
await page.getByText(/^The first match is/).waitFor();
await shoot('mapping');
await page.goto('/migration/fathomry/7.2/1/plan?keep=40');
await page
  .getByRole('row', { name: /Insert spot/ })
  .first()
  .click();
await shoot('plan');
await page.goto('/releases/fathomry/7.0?row=view.show-drying-heights');
await shoot('changes');
await page.goto('/releases/fathomry/7.0/carry/3');
await page.getByRole('row', { name: /Place sounding/ }).click();
await shoot('carry-forward');
await page.goto('/sheets/fathomry/7.0/1');
await shoot('sheet');
await page.goto('/handouts/fathomry/7.0?view=answer');
await page.getByLabel('The learner’s message').fill('Since the update, G deletes my soundings');
await page.getByText('the mapping from').first().waitFor();
await shoot('reply');
await page.goto('/handouts/fathomry/7.0');
await shoot('handouts');
const path = await page
  .getByRole('link', { name: /^\/s\// })
  .first()
  .getAttribute('href');

await page.goto(`/handouts/fathomry/7.0/try-out?platform=windows&edition=${path!.split('/').at(-1)}`);
await page.getByText('changed from the built-in ones').waitFor();
await page.getByRole('application').focus();
for (const keys of ['d', 'd', 'b', 'w', 'Shift+G', 'F9', 'p']) await page.keyboard.press(keys);
await page.getByRole('button', { name: 'Test all rows' }).click();
await shoot('try-out');

// What a colleague proposes, and what was done.
const other = await browser.newContext({ baseURL: address });
const post = async <T>(path_: string, data: object) => (await (await other.request.post(path_, { data })).json()) as T;
await post('/api/session', { email: 'tobias@ebbstone.example', password: 'ebb-and-flow-2' });
const { revision } = (await (await other.request.get('/api/keysets/3')).json()) as { revision: number };
const { commands } = (await (await other.request.get('/api/releases/2')).json()) as {
  commands: { id: number; name: string; home: number }[];
};
const put = ['view.closer', 'light.add-light'].map((name, at) => {
  const { id, home } = commands.find((one) => one.name === name)!;
  return {
    command: id,
    context: home,
    platform: null,
    action: 'set',
    shortcuts: [`Primary+Alt+F1${at}`],
    reason: 'The right hand stays on the pen.',
    memoryAid: '',
  };
});
const asked = { revision, put, why: 'For the second week at the desk.' };
const { shown } = await post<{ shown: string[] }>('/api/keysets/3/changes/preview', asked);
await post('/api/keysets/3/proposals', { ...asked, shown });
await page.goto('/keysets/fathomry/7.0/proposals');
await page.getByRole('button', { name: 'Approve' }).waitFor();
await shoot('proposals');
await page.goto('/activity?text=imported');
await page
  .getByRole('button', { name: /7\.2-keys\.csv/ })
  .first()
  .click();
await page
  .getByText(/: (?:new|changed)$/)
  .first()
  .waitFor();
await shoot('activity-log');

// The page is only looked at: the app and its release are left empty.
const apps = (await (await page.request.get('/api/apps')).json()) as { slug: string }[];
if (!apps.some((app) => app.slug === 'kedgewright')) {
  await page.request.post('/api/apps', {
    data: { slug: 'kedgewright', name: 'Kedgewright', platforms: ['windows', 'macos'] },
  });
  await page.request.post('/api/apps/kedgewright/releases', { data: { label: '2.1' } });
}
await page.goto('/catalogue/kedgewright/2.1/import');
await page.setInputFiles('input[type=file]', {
  name: 'kedgewright-21-keys.csv',
  mimeType: 'text/csv',
  buffer: LIST,
});
await shoot('import');

await page.goto(`${path}?platform=windows`);
await shoot('learner');
// A wrong answer, which is named.
await page.goto(`${path}/practise?platform=windows`);
await page.getByRole('button', { name: 'Start' }).click();
await page.getByRole('application').focus();
await page.keyboard.press('g');
await shoot('practice');
await browser.close();
