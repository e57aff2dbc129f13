import { expect, test } from '../site.ts';
import { complaints, expectNoBarriers, newest, signInAtDesk } from '../pages.ts';

const VIEWS = [
  '/desk',
  '/people',
  '/acts',
  '/account',
  '/catalogue/fathomry/7.2/read-in',
  '/catalogue/fathomry/7.2/round',
  '/catalogue/fathomry/7.2/uses',
  '/catalogue/fathomry/7.2/remarks',
  '/keysets/fathomry/7.0',
  '/keysets/fathomry/7.0/proposals',
  '/releases/fathomry/7.2',
  '/releases/fathomry/7.2/lineage',
  '/releases/fathomry/7.2/life',
  '/releases/fathomry/7.2/out-of-date',
  '/releases/fathomry/7.2/notes/1',
  '/releases/fathomry/7.2/carry/3',
  '/crosswalks/fathomry/7.2',
  '/crosswalks/fathomry/7.2/1',
  '/crosswalks/fathomry/7.2/1/plan',
  '/crosswalks/fathomry/7.2/1/translator',
  '/crosswalks/fathomry/7.2/1/places',
  '/crosswalks/fathomry/7.2/words',
  '/sheets/fathomry/7.0',
  '/handouts/fathomry/7.0',
  '/handouts/fathomry/7.0/bench',
  '/handouts/fathomry/7.0?view=reports',
];

test('dark paper is without barriers on every view of the trainers', async ({ page }) => {
  test.slow();
  const heard = complaints(page);
  await signInAtDesk(page);
  await page.evaluate(() => localStorage.setItem('crib-theme', 'dark'));
  for (const path of VIEWS) {
    await page.goto(path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expect(page.getByText('Loading…')).toHaveCount(0);
    await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
    await expectNoBarriers(page, `dark paper: ${path}`, 'colour');
  }
  expect(heard).toEqual([]);
});

test('dark paper is without barriers for learners whose system asks for it, and paper stays white', async ({
  page,
}) => {
  test.slow();
  const { path } = await newest(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  for (const view of ['', '/find', '/practise', '/translate', '/bench', '/own']) {
    await page.goto(path + view);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.waitForTimeout(600);
    await expectNoBarriers(page, `dark paper: a learner’s ${view || 'sheet'}`, 'colour');
  }
  await page.goto(path);
  const ground = () =>
    page
      .locator('.leaf')
      .first()
      .evaluate((leaf) => getComputedStyle(leaf).backgroundColor);
  expect(await ground()).not.toBe('rgb(255, 255, 255)');
  await page.emulateMedia({ media: 'print', colorScheme: 'dark' });
  expect(await ground()).toBe('rgb(255, 255, 255)');
});
