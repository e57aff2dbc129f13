import { execFileSync } from 'node:child_process';
import { writeFileSync } from 'node:fs';
import { expect, test } from '../site.ts';
import { margin } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

test('a sheet is filled by rules, set for its paper, proofed, mended, published with a named exception, and read as PDF', async ({
  page,
}, info) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/sheets/fathomry/7.0');
  await page.getByLabel('Title').fill('Checking soundings');
  await pick(page, 'Keyset', 'School set', margin(page));
  await page.getByRole('button', { name: 'Create sheet' }).click();
  const preview = page.getByRole('region', { name: 'Preview of the page' });
  const index = page.getByRole('navigation', { name: 'Sidebar' });
  const add = async (title: string) => {
    await page.getByLabel('Title of a new section').fill(title);
    await page.getByRole('button', { name: 'Add section' }).click();
  };
  await add('In its order');
  await pick(page, 'Fill', 'A task, step by step');
  await pick(page, 'Task', 'Checking soundings');
  await expect(preview).toContainText('Strike');
  await add('Ours');
  await pick(page, 'Fill', 'All edits in the keyset');
  const rows = async () => Number(/(\d+) rows? from the rule/.exec(await margin(page).innerText())![1]);
  const all = await rows();
  expect(all).toBeGreaterThan(5);
  await margin(page)
    .getByRole('button', { name: /^leave out / })
    .first()
    .click();
  expect(await rows()).toBe(all - 1);
  await margin(page).getByRole('button', { name: /^pin / }).last().click();
  await expectNoBarriers(page, 'a section by rule');

  // Larger paper takes larger type; large print takes more pages, and says so where they are too many.
  const size = async () => Number(/^([\d.]+) pt/.exec(await page.getByText(/ pt, /).first().innerText())![1]);
  await index.getByRole('button', { name: 'Page setup' }).click();
  const small = await size();
  await pick(page, 'Paper', 'A3 poster');
  expect(await size()).toBeGreaterThan(small);
  await pick(page, 'Paper', 'Pocket card, folded');
  await margin(page).getByText('Large print, 16 pt or more').click();
  await expect(preview.getByText('Over the page limit.').first()).toBeVisible();
  await page.getByRole('button', { name: 'Next page' }).click();
  await expect(page.getByText(/^page 2 of \d+$/)).toBeVisible();
  await pick(page, 'Paper', 'A4');
  await margin(page).getByText('Large print, 16 pt or more').click();
  await expectNoBarriers(page, 'how a page is set');

  // A stale line in a text is found, and mended with one press; another stays, and it is said why.
  await margin(page).getByLabel('Introduction').fill('Hit F9 to place a sounding. Shift Q traces the shoreline.');
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(margin(page).getByRole('heading', { name: 'Check' })).toBeVisible();
  await expect(margin(page).getByText('“F9” is not the shortcut for Place sounding')).toBeVisible();
  await expectNoBarriers(page, 'a proof');
  await margin(page).getByRole('button', { name: 'Fix', exact: true }).first().click();
  await expect(margin(page).getByText('“F9” is not the shortcut for Place sounding')).toBeHidden();
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(index.getByRole('link', { name: 'Edition 1' })).toBeHidden();
  await margin(page)
    .getByLabel(/^Why it stays: “Shift Q”/)
    .fill('The old keys, for a laugh.');
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  const link = index.getByRole('link', { name: 'Edition 1' });
  await expect(link).toBeVisible();
  const path = (await link.getAttribute('href'))!;
  const pdf = await page.request.get(`/public/editions/${path.split('/').at(-1)}/sheet.pdf`);
  const file = info.outputPath('sheet.pdf');
  writeFileSync(file, await pdf.body());
  const text = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
  expect(text.replace(/\s+/g, ' ')).toContain('Hit D to place a sounding.');
  expect(text).toContain('Fathomry 7.0 · School set');
  expect(text).toContain(path);
  const md = await (await page.request.get(`/public/editions/${path.split('/').at(-1)}/sheet.md`)).text();
  expect(md).toContain('## In its order');
  expect(heard).toEqual([]);
});

test('an edition is told from an earlier one, has a code to its address, and is withdrawn: learners read it on its page', async ({
  page,
  browser,
}) => {
  const heard = complaints(page);
  await signIn(page);
  // Its keyset is one of 7.0: by the address of another release it is found there.
  await page.goto('/sheets/fathomry/7.2/1');
  await expect(page).toHaveURL(/\/sheets\/fathomry\/7\.0\/1/);
  await page.getByRole('button', { name: /^Lines/ }).click();
  await margin(page)
    .getByRole('button', { name: /from the sheet$/ })
    .first()
    .click();
  await page.getByRole('button', { name: 'Publish edition 3' }).click();
  await expect(page.getByRole('link', { name: 'Edition 3' })).toBeVisible();
  await page.goto('/handouts/fathomry/7.0');
  const rows = page.getByRole('row', { name: /First week at the plotting desk/ });
  await rows.first().getByRole('button', { name: '3', exact: true }).click();
  await expect(margin(page).getByText('removed')).toHaveCount(1);
  await expect(margin(page).getByRole('img', { name: /^Code for \/s\/first-week/ })).toBeVisible();
  await expectNoBarriers(page, 'handouts with an edition in hand');

  await rows.last().getByRole('button', { name: '1', exact: true }).click();
  const path = (await rows
    .last()
    .getByRole('link', { name: /^\/s\// })
    .getAttribute('href'))!;
  await margin(page).getByLabel('Reason (shown to learners)').fill('A key has changed.');
  await margin(page).getByRole('button', { name: 'Withdraw edition' }).click();
  await expect(margin(page).getByText(/Withdrawn on/)).toBeVisible();
  await expect(rows.last()).toContainText('withdrawn');

  const context = await browser.newContext({ baseURL: process.env['CRIB_ADDRESS']! });
  const learner = await context.newPage();
  await learner.goto(path);
  await expect(learner.getByText('A key has changed.')).toBeVisible();
  await expectNoBarriers(learner, 'a withdrawn sheet');
  await learner.getByRole('link', { name: /^Replaced by edition 3 on \d+ \w+ \d{4}\.$/ }).click();
  await expect(learner.getByText('A key has changed.')).toBeHidden();
  // The address of the file answers with the page that says so.
  await learner.goto(`/public/editions/${path.split('/').at(-1)}/sheet.csv`);
  await expect(learner.getByText('A key has changed.')).toBeVisible();
  await context.close();
  expect(heard).toEqual([]);
});
