import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import type { AppOverview, Catalogue, Crosswalk, CrosswalkOverview } from '@crib/core/contract';
import { margin } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

/** What the demo has judged of Brinechart against Fathomry, by the programs’ own ids. */
const JUDGED = JSON.parse(readFileSync(new URL('../../demo/brinechart/judged.json', import.meta.url), 'utf8')) as [string, string, string][]; // prettier-ignore

test('250 commands are judged by keyboard: one press where the right one is among the five, and never more than two', async ({
  page,
}) => {
  test.setTimeout(240_000);
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/crosswalks/fathomry/7.2');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('2 with Fathomry');
  await expectNoBarriers(page, 'the crosswalks of an app');
  // The other way: from what is taught to what learners know.
  await pick(page, 'The other program', 'Brinechart');
  await page.getByText('Learners go from Fathomry to it').click();
  await page.getByRole('button', { name: 'Begin' }).click();
  const grid = page.getByRole('grid', { name: 'Commands to judge' });
  await expect(grid).toBeVisible();
  const { releases } = (await (await page.request.get('/api/apps/brinechart')).json()) as AppOverview;
  const theirs = (await (await page.request.get(`/api/releases/${releases[0]!.id}`)).json()) as Catalogue;
  const labelOf = new Map(theirs.commands.map((one) => [one.name, one.label]));
  const right = new Map(JUDGED.flatMap(([source, , target]) => (target ? [[target, labelOf.get(source)!] as const] : []))); // prettier-ignore
  await expect(margin(page).locator('.proposal').first()).toBeVisible();
  await expectNoBarriers(page, 'judging');
  await grid.focus();

  let [presses, among, taken] = [0, 0, 0];
  for (let done = 0; done < 250; done++) {
    const name = new URL(page.url()).searchParams.get('row') ?? 'chart.new-chart';
    const wanted = right.get(name);
    await margin(page)
      .getByText(/^The first is right|^Nothing there is like it/)
      .waitFor();
    const proposals = await margin(page).locator('.proposal b').allInnerTexts();
    const at = wanted ? proposals.indexOf(wanted) : -1;
    const before = page.url();
    if (at >= 0) {
      among++;
      taken++;
      await page.keyboard.press(String(at + 1));
    } else await page.keyboard.press(wanted ? 'l' : 'x');
    presses++;
    await expect.poll(() => page.url()).not.toBe(before);
  }
  // One press a command; of those whose counterpart is known, nearly all stand among the five.
  expect(presses).toBe(250);
  expect(taken).toBe(among);
  expect(among).toBeGreaterThan(100);
  const found = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const own = found.find((one) => one.from.slug === 'fathomry')!;
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${own.judged} of 347 judged`);

  // The last is taken back, and is the row in hand again; a relation is changed with one letter.
  await page.keyboard.press('u');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${own.judged - 1} of 347 judged`);
  await page.keyboard.press('n');
  await page.keyboard.press('1');
  const kept = (await (await page.request.get(`/api/crosswalks/${own.id}`)).json()) as Crosswalk;
  expect(kept.commands.filter((one) => one.relation === 'exact')).toHaveLength(among);
  expect(heard).toEqual([]);
});

test('the likeliest are taken together after they were listed, and what nothing answers to is told', async ({
  page,
}) => {
  await signIn(page);
  const list = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const id = list.find((one) => one.from.slug === 'tallowline')!.id;
  await page.goto(`/crosswalks/fathomry/7.2/${id}`);
  await expect(page.getByRole('heading', { level: 1 })).toContainText('0 of 149 judged');
  await page.getByRole('button', { name: 'Take the likeliest' }).click();
  const take = margin(page).getByRole('button', { name: /^Take \d+/ });
  await expect(take).toBeEnabled();
  const first = margin(page).getByRole('checkbox').first();
  await expect.poll(async () => Number(/\d+/.exec(await take.innerText())![0])).toBeGreaterThan(30);
  await expectNoBarriers(page, 'taking the likeliest');
  const before = Number(/\d+/.exec(await take.innerText())![0]);
  await margin(page).locator('.pair label').first().click();
  await expect(first).not.toBeChecked();
  await expect(take).toHaveText(`Take ${before - 1}`);
  await take.click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${before - 1} of 149 judged`);
  await page.getByRole('button', { name: /^Nothing answers to them/ }).click();
  await expect(page.getByRole('region', { name: 'Commands nothing answers to' })).toBeVisible();
  await expectNoBarriers(page, 'what nothing answers to');
});
