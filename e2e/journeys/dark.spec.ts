import { expect, test } from '../site.ts';
import { complaints, expectNoBarriers, newest, signInAtDesk } from '../pages.ts';

const VIEWS = [
  '/desk',
  '/people',
  '/activity',
  '/account',
  '/catalogue/fathomry/7.2/import',
  '/catalogue/fathomry/7.2/verification',
  '/catalogue/fathomry/7.2/usage',
  '/catalogue/fathomry/7.2/comments',
  '/keysets/fathomry/7.0',
  '/keysets/fathomry/7.0/proposals',
  '/releases/fathomry/7.2',
  '/releases/fathomry/7.2/renames',
  '/releases/fathomry/7.2/timeline',
  '/releases/fathomry/7.2/out-of-date',
  '/releases/fathomry/7.2/notes/1',
  '/releases/fathomry/7.2/carry/3',
  '/migration/fathomry/7.2',
  '/migration/fathomry/7.2/1',
  '/migration/fathomry/7.2/1/plan',
  '/migration/fathomry/7.2/1/translator',
  '/migration/fathomry/7.2/1/contexts',
  '/migration/fathomry/7.2/synonyms',
  '/sheets/fathomry/7.0',
  '/handouts/fathomry/7.0',
  '/handouts/fathomry/7.0/try-out',
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
  for (const view of ['', '/find', '/practise', '/translate', '/try-out', '/own']) {
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
