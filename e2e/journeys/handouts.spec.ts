import { execFileSync } from 'node:child_process';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { expect, test, type Page } from '../site.ts';
import { unzipSync } from 'fflate';
import jsQR from 'jsqr';
import { PNG } from 'pngjs';
import type { PublishedEdition } from '@crib/core/contract';
import { margin } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

const editions = async (page: Page) =>
  (await (await page.request.get('/api/sheets/1/editions')).json()) as PublishedEdition[];
const MM = 96 / 25.4;

test('a published page has every line where its PDF has it, within half a millimetre and with the same line breaks; its code leads to it', async ({
  page,
}, info) => {
  await signIn(page);
  // Published here, so that its address is this server’s on both.
  const published = await page.request.post('/api/sheets/1/editions', { data: {} });
  const { path, address } = (await published.json()) as PublishedEdition;
  await page.goto(`${path}?platform=windows&style=words`);
  await page.emulateMedia({ media: 'print' });
  await page.evaluate(() => document.fonts.ready);
  /** The runs of the page as they stand on it, in mm from its corner. */
  const runs = await page.evaluate((mm) => {
    const leaf = document.querySelector('.leaf')!.getBoundingClientRect();
    return [...document.querySelectorAll('.leaf .l')].map((one) => {
      const { left, right, top, bottom } = one.getBoundingClientRect();
      return {
        text: one.textContent,
        x: (left - leaf.left) / mm,
        right: (right - leaf.left) / mm,
        middle: ((top + bottom) / 2 - leaf.top) / mm,
      };
    });
  }, MM);
  const file = info.outputPath('sheet.pdf');
  writeFileSync(file, await (await page.request.get(`/public/editions/${address}/sheet.pdf`)).body());
  const [first] = execFileSync('pdftotext', ['-bbox', file, '-'], { encoding: 'utf8' }).split('</page>');
  const pt = 25.4 / 72;
  const words = [
    ...first!.matchAll(/<word xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">(.*)<\/word>/g),
  ].map(([, x, top, right, bottom, word]) => ({
    word: word!.replaceAll('&amp;', '&'),
    x: Number(x) * pt,
    right: Number(right) * pt,
    middle: ((Number(top) + Number(bottom)) / 2) * pt,
  }));
  expect(runs.length).toBeGreaterThan(60);
  for (const { text, x, right, middle } of runs) {
    const parts = text.trim().split(/\s+/);
    const near = words.filter((one) => Math.abs(one.middle - middle) < 1.5);
    // A run begins and ends where the PDF's words do: the line is broken at the same places.
    const begins = near.filter((one) => one.word.startsWith(parts[0]!) || parts[0]!.startsWith(one.word));
    expect(Math.min(...begins.map((one) => Math.abs(one.x - x))), text).toBeLessThan(0.5);
    const ends = near.filter((one) => one.word.endsWith(parts.at(-1)!));
    expect(Math.min(...ends.map((one) => Math.abs(one.right - right))), text).toBeLessThan(0.5);
  }
  await page.emulateMedia({ media: 'screen' });
  const picture = PNG.sync.read(await page.screenshot());
  const read = jsQR(new Uint8ClampedArray(picture.data), picture.width, picture.height);
  expect(read?.data).toBe(new URL(path, process.env['CRIB_ADDRESS']).href);
});

test('without a script a learner reads, changes platform and reports; the trainer ends the report where it is mended', async ({
  page,
  browser,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const [{ path }] = (await editions(page)) as [PublishedEdition];
  const context = await browser.newContext({
    baseURL: process.env['CRIB_ADDRESS']!,
    javaScriptEnabled: false,
    locale: 'de-DE',
  });
  const learner = await context.newPage();
  await learner.goto(`${path}?platform=windows`);
  await expect(learner.getByRole('listitem').filter({ hasText: 'Place sounding' })).toBeVisible();
  await learner.getByRole('link', { name: 'macOS' }).click();
  await expect(learner.getByText(/· macOS · edition/)).toBeVisible();
  await learner.getByLabel('Eine Zeile fehlt').check();
  await learner.getByLabel('Was ist Ihnen aufgefallen?').fill('Wie gehe ich zurück?');
  await learner.getByRole('button', { name: 'Meldung senden' }).click();
  await expect(learner.getByText('Danke, Ihre Meldung ist angekommen.')).toBeVisible();
  await context.close();

  await page.goto('/desk');
  await page.locator('.waits', { hasText: 'new reports from learners' }).getByRole('link').click();
  await expect(page.locator('.page-head')).toContainText('2 open');
  const report = page.getByRole('listitem').filter({ hasText: 'Wie gehe ich zurück?' });
  await expect(report).toContainText('Missing row');
  await expectNoBarriers(page, 'reports of learners');
  await report.getByRole('textbox').fill('It has Undo now.');
  await report.getByRole('button', { name: 'Fixed' }).click();
  await expect(report).toContainText('It has Undo now.');
  await expect(page.locator('.page-head')).toContainText('1 open');
  await page.getByRole('button', { name: 'Public index' }).click();
  await page.getByRole('link', { name: /\/shelf\// }).waitFor();
  await expectNoBarriers(page, 'the public index in handouts');
  const shelf = await page
    .getByRole('link', { name: /\/shelf\// })
    .first()
    .getAttribute('href');
  await page.goto(shelf!);
  await page.getByRole('link', { name: 'First week at the plotting desk' }).click();
  await expect(page.getByRole('listitem').filter({ hasText: 'Place sounding' })).toBeVisible();
  expect(heard).toEqual([]);
});

test('by keys alone a sheet is found in, marked, shown large a section or a line at a time; and it stands in another page at its height', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const [{ path, newest }] = (await editions(page)) as [PublishedEdition];
  await page.goto(`${path}?platform=windows&language=en`);
  await expectNoBarriers(page, 'a published sheet');
  await page.getByLabel('Find').focus();
  await page.keyboard.type('sounding place');
  const rows = page.locator('li[data-section]').filter({ visible: true });
  await expect(rows).toHaveCount(1);
  await expectNoBarriers(page, 'a sheet that was searched');
  await page.keyboard.press('Escape');
  await page.getByLabel('Find').fill('');

  // Marks go from line to line by arrows, turn by Enter, and are kept and printed.
  await page.locator('.mark').first().focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.locator('.mark').nth(1)).toHaveAccessibleName(/: I use it$/);
  await page.keyboard.press('Enter');
  await expect(page.locator('.mark').nth(1)).toHaveAccessibleName(/: I want to learn it$/);
  await page.reload();
  await expect(page.locator('.mark[data-mark=learn]')).toHaveCount(1);
  await page.emulateMedia({ media: 'print' });
  await expect(page.locator('.mark').filter({ visible: true })).toHaveCount(1);
  await page.emulateMedia({ media: 'screen' });

  await page.getByRole('button', { name: 'Large view, one section at a time' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 / 5')).toBeVisible();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('heading', { name: 'Depths' })).toBeVisible();
  await expect(rows).toHaveCount(5);
  await expectNoBarriers(page, 'a section shown large');
  await page.reload();
  await expect(page.getByText('2 / 5')).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press('Enter');
  await expect(rows).toHaveCount(1);
  await page.keyboard.press('Space');
  await expect(rows).toContainText('Repeat last sounding');
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Find')).toBeVisible();

  // In another site's page: no higher and no lower than it is.
  const body = `<title>Elsewhere</title><iframe src="${new URL(newest, process.env['CRIB_ADDRESS']).href}?embed" title="Sheet" style="width:100%;border:0"></iframe><script src="${process.env['CRIB_ADDRESS']}/embed.js"></script>`;
  const elsewhere = createServer((_req, res) => void res.setHeader('content-type', 'text/html').end(body));
  await new Promise<void>((listening) => elsewhere.listen(0, '127.0.0.1', listening));
  await page.goto(`http://127.0.0.1:${(elsewhere.address() as AddressInfo).port}/`);
  const frame = page.frameLocator('iframe');
  await expect(frame.getByRole('listitem').filter({ hasText: 'Place sounding' })).toBeVisible();
  const inside = await frame.locator('body').evaluate((body) => body.scrollHeight);
  await expect
    .poll(async () => Math.abs((await page.locator('iframe').boundingBox())!.height - inside))
    .toBeLessThan(2);
  elsewhere.close();
  expect(heard).toEqual([]);
});

test('the files for a website work from a folder: the same rows, and no request leaves it', async ({
  page,
  browser,
}, info) => {
  await signIn(page);
  const zip = await (await page.request.get('/api/apps/fathomry/site.zip')).body();
  const folder = info.outputPath('site');
  for (const [name, bytes] of Object.entries(unzipSync(zip))) {
    mkdirSync(dirname(join(folder, name)), { recursive: true });
    writeFileSync(join(folder, name), bytes);
  }
  const [{ path }] = (await editions(page)) as [PublishedEdition];
  await page.goto(`${path}?platform=macos&style=symbols&language=en`);
  const told = await page.locator('li[data-section]').allTextContents();
  const context = await browser.newContext();
  const reader = await context.newPage();
  const asked: string[] = [];
  reader.on('request', (request) => asked.push(request.url()));
  const heard = complaints(reader);
  await reader.goto(pathToFileURL(join(folder, 'index.html')).href);
  await reader.getByRole('link', { name: 'First week at the plotting desk' }).click();
  await reader.getByRole('link', { name: 'macOS' }).click();
  await reader.getByRole('link', { name: 'Key symbols' }).click();
  expect(await reader.locator('li[data-section]').allTextContents()).toEqual(told);
  expect(await reader.evaluate(() => document.fonts.ready.then(() => document.fonts.check("12px 'Crib Text'")))).toBe(
    true,
  );
  await reader.getByLabel('Find').fill('wreck');
  await expect(reader.locator('li[data-section]').filter({ visible: true })).toHaveCount(1);
  expect(asked.length).toBeGreaterThan(5);
  expect(asked.filter((url) => !url.startsWith('file:'))).toEqual([]);
  expect(heard).toEqual([]);
  const pdf = readFileSync(
    join(
      folder,
      (
        await reader
          .getByRole('link', { name: 'PDF' })
          .evaluate((link: HTMLAnchorElement) => new URL(link.href).pathname)
      ).split('/site/')[1]!,
    ),
  );
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  await context.close();
});

test('by keyboard alone a sheet is composed from rules, proofed, mended, published, and withdrawn', async ({
  page,
}) => {
  test.slow();
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/sheets/fathomry/7.0');
  /** Goes by Tab until something of a name has the focus. */
  async function tabTo(name: RegExp, back = false) {
    for (let at = 0; at < 150; at++) {
      await page.keyboard.press(back ? 'Shift+Tab' : 'Tab');
      const focused = await page.evaluate(() => {
        const one = document.activeElement as HTMLInputElement | null;
        const labelled = one?.labels?.[0]?.textContent ?? '';
        return `${one?.getAttribute('aria-label') ?? ''} ${labelled} ${one?.textContent ?? ''}`.trim();
      });
      if (name.test(focused)) return;
    }
    throw new Error(`Tab does not lead to ${String(name)}`);
  }
  /** Opens the list that has the focus, and goes down to an option. */
  async function choose(option: string) {
    await page.keyboard.press('Enter');
    for (let at = 0; at < 40; at++) {
      const on = await page.evaluate(
        () =>
          [...document.querySelectorAll('.el-select-dropdown__item.is-hovering')]
            .filter((one) => (one as HTMLElement).offsetParent)
            .map((one) => one.textContent?.trim())[0],
      );
      if (on === option) return page.keyboard.press('Enter');
      await page.keyboard.press('ArrowDown');
    }
    throw new Error(`no option ${option}`);
  }
  await tabTo(/^Title/);
  await page.keyboard.type('By keys alone');
  await tabTo(/Keyset/);
  await choose('School set');
  await tabTo(/Create sheet/);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'By keys alone' })).toBeVisible();
  await tabTo(/Title of a new section/);
  await page.keyboard.type('In its order');
  await page.keyboard.press('Enter');
  await tabTo(/^Fill/);
  await choose('A task, step by step');
  await tabTo(/Title of a new section/, true);
  await page.keyboard.type('Where keys lie');
  await page.keyboard.press('Enter');
  await tabTo(/^Fill/);
  await choose('Keyboard map');
  await expect(page.getByRole('img', { name: /keys in use in Everywhere/ })).toBeVisible();
  // A stale line above the sections is found, and mended with one key.
  await tabTo(/^Page setup/, true);
  await page.keyboard.press('Enter');
  await tabTo(/Introduction/);
  await page.keyboard.type('Hit F9 to place a sounding.');
  await tabTo(/^Check/, true);
  await page.keyboard.press('Enter');
  await expect(margin(page).getByText('“F9” is not the shortcut for Place sounding')).toBeVisible();
  await tabTo(/^Fix/);
  await page.keyboard.press('Enter');
  await expect(margin(page).getByText('“F9” is not the shortcut for Place sounding')).toBeHidden();
  await expectNoBarriers(page, 'a sheet with a drawing');
  await tabTo(/^Publish edition 1/, true);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: 'Edition 1' })).toBeVisible();
  await page.goto('/handouts/fathomry/7.0');
  await expect(page.getByRole('row', { name: /By keys alone/ })).toBeVisible();
  const at = (await page
    .getByRole('row', { name: /By keys alone/ })
    .getByRole('button')
    .first()
    .textContent())!;
  expect(at.trim()).toBe('1');
  await tabTo(/^By keys alone/);
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(margin(page).getByRole('heading', { name: 'By keys alone' })).toBeVisible();
  await tabTo(/^Reason/);
  await page.keyboard.type('Only tried out.');
  await page.keyboard.press('Enter');
  await expect(margin(page).getByText(/Withdrawn on/)).toBeVisible();
  expect(heard).toEqual([]);
});

test('a report of a learner opens a reply that is filled in: what it is about is heard, corrected, and every sentence says where it comes from', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const [edition] = (await editions(page)) as [PublishedEdition];
  await page.request.post(`/public/editions/${edition.address}/reports`, {
    data: { kind: 'question', command: 'light.add-light', text: 'On my Mac G makes no light any more' },
  });
  await page.goto('/handouts/fathomry/7.0?view=reports');
  const report = page.getByRole('listitem').filter({ hasText: 'G makes no light any more' });
  await report.getByRole('link', { name: 'Draft a reply' }).click();
  await expect(page.getByLabel('The learner’s message')).toHaveValue('On my Mac G makes no light any more');
  const reply = page.getByRole('status', { name: 'Reply, sentence by sentence' });
  await expect(reply).toContainText('In Fathomry 7.0 (School set), G is Rough in track');
  await expect(reply).toContainText('For Add light, press');
  await expect(reply).toContainText('from Fathomry 7.0 (School set) on macOS, US layout');
  await expect(reply).toContainText('from the mapping from Brinechart');
  await expect(reply).toContainText(edition.path);
  await expectNoBarriers(page, 'answering a learner');
  // The trainer knows better what was pressed; what nobody can know is asked.
  await page.getByRole('application', { name: 'Shortcut in question' }).focus();
  await page.keyboard.press('Shift+G');
  await expect(reply).toContainText('In Fathomry 7.0 (School set), Shift+G is Add light');
  await page.getByLabel('The learner’s message').fill('It does not work');
  await pick(page, 'Command in question', 'none found');
  await expect(page.getByText('No shortcut or command found in the message.')).toBeVisible();
  expect(heard).toEqual([]);
});
