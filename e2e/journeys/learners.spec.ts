import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '../site.ts';
import type { AppOverview, CrosswalkOverview, EditionBody, PublicEdition, PublishedEdition } from '@crib/core/contract';
import { enter, tabTo, untouched, watchPointer } from '../by-hand.ts';
import { margin } from '../made.ts';
import { complaints, expectNoBarriers, newest, signIn } from '../pages.ts';

/** Presses stored keys one after another, as a US keyboard on Windows makes them. */
async function pressed(page: Page, stored: string) {
  for (const key of stored.split(' '))
    await page.keyboard.press(key.length === 1 ? key.toLowerCase() : key.replace(/Ctrl|Primary/, 'Control'));
}
/** Whether the page is kept for reading offline, as the worker looks for it. */
const kept = (page: Page) =>
  page.evaluate(() => caches.match(location.href, { ignoreSearch: true, ignoreVary: true }).then(Boolean));
const live = (page: Page) => page.locator('p.said');

test('by keys alone, in two languages, a learner finds a key, translates an old one, practises, and takes the cards along', async ({
  page,
}) => {
  const heard = complaints(page);
  await watchPointer(page);
  const { path } = await newest(page);
  const words = {
    en: {
      find: 'Find a shortcut',
      shift: 'Shift+G is Add light here.',
      why: /^Why does/,
      likely: 'Most likely',
      practise: 'Practise',
      knew: 'My old shortcuts',
      found: /^Old shortcuts: \d+$/,
      start: 'Start',
      wrong: /^G is Rough in track here\. (?:That was the key in \w+\. )?It is /,
      right: /^Right: /,
      next: 'Next',
      stop: 'Stop',
      cards: 'Download cards (text file)',
    },
    de: {
      find: 'Kürzel suchen',
      shift: 'Umschalt+G ist hier „Add light“.',
      why: /^Warum bewirkt/,
      likely: 'Wahrscheinlichste Ursache',
      practise: 'Üben',
      knew: 'Meine alten Kürzel',
      found: /^Alte Kürzel: \d+$/,
      start: 'Üben beginnen',
      wrong: /^G ist hier „Rough in track“\. (?:Das war die Taste in \w+\. )?Es ist /,
      right: /^Richtig: /,
      next: 'Weiter',
      stop: 'Beenden',
      cards: 'Karten herunterladen (Textdatei)',
    },
  } as const;
  for (const [language, said] of Object.entries(words)) {
    await page.goto(`${path}?platform=windows&language=${language}`);
    await tabTo(page, page.getByRole('link', { name: said.find }));
    await page.keyboard.press('Enter');
    const field = page.getByRole('application');
    await tabTo(page, field);
    await page.keyboard.press('Shift+G');
    await expect(live(page)).toHaveText(said.shift);
    await enter(page, said.why);
    await expect(page.getByText(said.likely)).toBeVisible();
    await expect(page.locator('html')).toHaveAttribute('lang', language);
    await expectNoBarriers(page, `finding a key, ${language}`);

    await tabTo(page, page.getByRole('link', { name: said.knew }), true);
    await page.keyboard.press('Enter');
    await tabTo(page, field);
    await page.keyboard.press('g');
    await expect(live(page)).toHaveText(said.found);
    const lamp = page.getByRole('row', { name: /Insert light/ });
    // The same press runs another command now: what, and what to press instead.
    await expect(lamp).toContainText('Rough in track');
    await expect(lamp).toContainText(/(?:Shift|Umschalt)\+G\s*Add light/);
    await expectNoBarriers(page, `translating, ${language}`);

    await tabTo(page, page.getByRole('link', { name: said.practise, exact: true }), true);
    await page.keyboard.press('Enter');
    await enter(page, said.start);
    await expect(field).toBeFocused();
    await page.keyboard.press('g');
    await expect(live(page)).toHaveText(said.wrong);
    await expectNoBarriers(page, `practice, ${language}`);
    // The key that it names is pressed now, and right.
    const keys = /(?:It is|Es ist) ([^./]+?)(?: \/|\.$)/.exec((await live(page).textContent())!)![1]!;
    await page.keyboard.press(keys.replace('Umschalt', 'Shift').replace('Strg', 'Control').replace('Ctrl', 'Control'));
    await expect(live(page)).toHaveText(said.right);
    await page.keyboard.press('Enter');
    await enter(page, said.stop);
    await expect(page.getByRole('img', { name: /: \d+ (?:of \d+ right|von \d+ richtig)/ })).toBeVisible();
    await expectNoBarriers(page, `progress, ${language}`);
    const [file] = await Promise.all([page.waitForEvent('download'), enter(page, said.cards)]);
    const lines = readFileSync(await file.path(), 'utf8')
      .trimEnd()
      .split('\n');
    expect(lines.length).toBeGreaterThan(20);
    expect(lines.every((one) => one.split('\t').length === 2)).toBe(true);
  }
  await untouched(page);
  expect(heard).toEqual([]);
});

test('step 1 of a plan is published; a learner downloads its file, presses ten keys as it says, practises five, and reads on without a connection', async ({
  page,
  browser,
}) => {
  const first = await newest(page);
  await signIn(page);
  const list = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const { id } = list.find((one) => one.from.slug === 'brinechart' && one.to.slug === 'fathomry')!;
  await page.goto(`/migration/fathomry/7.2/${id}/plan?steps=2`);
  await expect(page.getByRole('region', { name: 'Plan, step by step' })).toContainText('Step 2 of 2');
  await margin(page).getByLabel('Name').fill('First steps from Brinechart');
  await margin(page).getByText('One keyset and one sheet per step').click();
  await margin(page).getByRole('button', { name: 'Save 2 steps' }).click();
  await expect(page.locator('.page-head')).toContainText('First steps from Brinechart, step 2');
  const { sheets } = (await (await page.request.get('/api/apps/fathomry')).json()) as AppOverview;
  const step = sheets.find((one) => one.title === 'First steps from Brinechart, step 1')!;
  await page.goto(`/sheets/fathomry/7.2/${step.id}`);
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await expect
    .poll(async () => ((await (await page.request.get(`/api/sheets/${step.id}/editions`)).json()) as unknown[]).length)
    .toBe(1);
  const [made] = (await (await page.request.get(`/api/sheets/${step.id}/editions`)).json()) as [PublishedEdition];

  const context = await browser.newContext({ acceptDownloads: true });
  const learner = await context.newPage();
  const heard = complaints(learner);
  const strangers: string[] = [];
  learner.on('request', (request) => {
    if (!request.url().startsWith(process.env['CRIB_ADDRESS']!) && !/^(?:blob|data):/.test(request.url()))
      strangers.push(request.url());
  });
  // An edition that is not the newest, opened once.
  await learner.goto(`${first.path}?platform=windows`);
  await expect(learner.getByRole('heading', { level: 1 })).toBeVisible();
  await expect.poll(() => kept(learner)).toBe(true);
  await learner.evaluate(() => navigator.serviceWorker.ready.then(() => true));
  await learner.goto(`${made.path}?platform=windows`);
  await expect.poll(() => kept(learner)).toBe(true);
  const [file] = await Promise.all([
    learner.waitForEvent('download'),
    learner.getByRole('link', { name: 'Download preset file' }).click(),
  ]);
  const { body } = (await (await learner.request.get(`/public/editions/${made.address}`)).json()) as PublicEdition;
  const rows = (body as EditionBody).sections.flatMap((one) => one.rows);
  // What keys alone make; the first ones once more, for ten presses.
  const keys = rows.flatMap((row) =>
    (row.keys['windows'] ?? []).filter((key) => !/hold:|Drag/.test(key)).map((key) => [key, row] as const),
  );
  expect(keys.length).toBeGreaterThan(7);
  await learner.getByRole('link', { name: 'Try the keys' }).click();
  await learner.setInputFiles('input[type=file]', await file.path());
  await expect(learner.getByText(/shortcuts that differ from the default: \d+/)).toBeVisible();
  const field = learner.getByRole('application');
  for (const [key, row] of [...keys, ...keys].slice(0, 10)) {
    await learner.getByLabel('You are in').selectOption({ label: row.contexts[0]! });
    await field.focus();
    await pressed(learner, key);
    await expect(learner.getByRole('log').getByRole('listitem').first(), key).toContainText(row.label);
  }
  await learner.getByRole('button', { name: 'Test every row of the sheet' }).click();
  await expect(learner.locator('.ran')).toHaveText(/^Passed: \d+ · failed: 0 · to test yourself: \d+$/);
  await expectNoBarriers(learner, 'the bench of a learner');

  await learner.getByRole('link', { name: 'Practise', exact: true }).click();
  await learner.getByRole('button', { name: 'Start' }).click();
  for (let count = 0; count < 5; count++) {
    const label = await learner.locator('.ask b').textContent();
    const stored = rows.find((one) => one.label === label)!.keys['windows']![0]!;
    if (await field.isVisible()) {
      await pressed(learner, stored);
      await expect(live(learner), stored).toHaveText(/^Right: /);
      await learner.keyboard.press('Enter');
    } else {
      await learner.getByRole('button', { name: 'Show answer' }).click();
      await learner.getByRole('button', { name: 'I knew it' }).click();
    }
  }
  await learner.getByRole('button', { name: 'Stop' }).click();
  await expect(learner.getByRole('img', { name: 'Answers by day: 5 of 5 right' })).toBeVisible();

  await context.setOffline(true);
  await learner.reload();
  await expect(learner.getByText('You are offline. Pages you have already opened still work.')).toBeVisible();
  await expect(learner.getByRole('img', { name: 'Answers by day: 5 of 5 right' })).toBeVisible();
  await learner.getByRole('link', { name: 'Find a shortcut' }).click();
  await field.focus();
  await learner.keyboard.press('b');
  await expect(live(learner)).not.toHaveText('');
  // The old edition, read in another way than it was opened in, and the sheet itself.
  await learner.goto(`${first.path}?platform=windows`);
  await expect(learner.getByRole('heading', { level: 1 })).toHaveText('First week at the plotting desk');
  await learner.goto(`${made.path}?platform=windows`);
  await expect(learner.getByRole('heading', { level: 1 })).toHaveText('First steps from Brinechart, step 1');
  await expect(learner.locator('li[data-section]')).toHaveCount(rows.length);
  await context.setOffline(false);

  // Who knows the release before sees what its lines were there, and has a file of then written with the names of now.
  await learner.goto(`${made.path}?platform=windows&knew=7.0`);
  await expect(learner.getByRole('heading', { name: 'If you know 7.0 with its default shortcuts' })).toBeVisible();
  await expect(learner.locator('#since')).toContainText('Place sounding');
  await learner.goto(`${made.path}/own?platform=windows`);
  const old = ['fathomry keys 3', '', 'chart line.part-contour = i', 'all nobody.knows = q', 'end', ''];
  await learner.setInputFiles('input[type=file]', {
    name: 'mine.fkeys',
    mimeType: 'text/plain',
    buffer: Buffer.from(old.join('\r\n')),
  });
  await expect(learner.getByText('updated in your file: Cut contour')).toBeVisible();
  await expect(learner.getByRole('heading', { name: 'Please decide' })).toBeVisible();
  const [carried] = await Promise.all([
    learner.waitForEvent('download'),
    learner.getByRole('button', { name: 'Download the merged file' }).click(),
  ]);
  expect(readFileSync(await carried.path(), 'utf8')).toBe(old.join('\r\n').replace('part-contour', 'cut-contour'));

  // Saved, forgotten, and taken in again: nothing but this browser had it.
  await learner.goto(`${made.path}/practise?platform=windows`);
  const [saved] = await Promise.all([
    learner.waitForEvent('download'),
    learner.getByRole('button', { name: 'Download my progress' }).click(),
  ]);
  await learner.getByRole('button', { name: 'Delete my practice data' }).click();
  await learner.getByRole('button', { name: 'Yes, delete it (5)' }).click();
  await expect(learner.getByText('Your answers are counted here')).toBeVisible();
  await learner.setInputFiles('input[type=file]', {
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"cards":[1]}'),
  });
  await expect(learner.getByText('This file does not contain saved progress.')).toBeVisible();
  await learner.setInputFiles('input[type=file]', await saved.path());
  await expect(learner.getByText('Cards imported: 5.')).toBeVisible();
  await learner.reload();
  await expect(learner.getByRole('img', { name: 'Answers by day: 5 of 5 right' })).toBeVisible();
  expect(strangers).toEqual([]);
  expect(heard.filter((one) => !/ERR_INTERNET_DISCONNECTED/.test(one))).toEqual([]);
  await context.close();
});
