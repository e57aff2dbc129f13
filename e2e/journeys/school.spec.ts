import { expect, test, type Browser, type Page } from '../site.ts';
import { at, fresh, margin, row } from '../made.ts';
import { choose, complaints, expectNoBarriers, pick, signInAtDesk } from '../pages.ts';

const PASSWORD = 'anchor-and-cable';

/** Invites somebody on the page; gives the link. */
async function invite(page: Page, email: string, role: string) {
  await page.getByLabel('Email', { exact: true }).fill(email);
  await pick(page, 'Role', role);
  await page.getByRole('button', { name: 'Create invitation link' }).click();
  await expect(page.getByText(`Send this link to ${email}`)).toBeVisible();
  return (await margin(page).locator('.link').textContent())!.trim();
}

/** Joins by a link in a browser of their own. */
async function joins(browser: Browser, link: string, name: string): Promise<Page> {
  const page = await (await browser.newContext()).newPage();
  await page.goto(link.replace(/^https?:\/\/[^/]+/, ''));
  await expect(page.getByRole('heading', { name: /^Join Evening school/ })).toBeVisible();
  await expectNoBarriers(page, 'an invitation');
  await page.getByLabel('Name').fill(name);
  await page.getByLabel(/^Password/).fill(PASSWORD);
  await page.getByRole('button', { name: 'Join', exact: true }).click();
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
  return page;
}

test('a school works in it: who joins proposes, a reviewer takes it, others see it come, and history names them all', async ({
  page,
  browser,
}) => {
  test.slow();
  const heard = complaints(page);
  await signInAtDesk(page);
  await page.getByRole('button', { name: /^Ines/ }).click();
  await page.getByRole('link', { name: 'Your account' }).click();
  await expectNoBarriers(page, 'an account');
  await page.getByLabel('New workspace').fill('Evening school');
  await page.getByRole('button', { name: 'Create workspace' }).click();
  // An empty desk teaches how to begin.
  await expect(page).toHaveURL(/\/desk$/);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Fathomry' })).toHaveCount(0);
  const made = await fresh(page, 'evening');

  await page.goto('/people');
  await expect(page.getByRole('heading', { name: /^People/ })).toBeVisible();
  await expectNoBarriers(page, 'people');
  await page.getByText('Changes to shared keysets need review').click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  const wenna = await joins(browser, await invite(page, 'wenna@ebbstone.example', 'editor'), 'Wenna Tregarth');
  const colan = await joins(browser, await invite(page, 'colan@ebbstone.example', 'reviewer'), 'Colan Pascoe');

  await wenna.goto(at(made));
  await choose(wenna, 'Sound');
  await wenna.getByRole('application', { name: 'Press the new shortcut' }).focus();
  await wenna.keyboard.press('F9');
  await margin(wenna).getByLabel('Reason').fill('Next to the others.');
  await margin(wenna)
    .getByRole('button', { name: /^Propose/ })
    .click();
  await expect(wenna.getByText('Sent for review (1 edit).')).toBeVisible();
  await expect(row(wenna, 'Sound').first()).toContainText('J');

  // Whoever looks at the keyset meanwhile sees it come, without asking for it.
  await page.goto(at(made));
  await expect(row(page, 'Sound').first()).toContainText('J');
  await colan.goto('/desk');
  await colan.getByRole('link', { name: /^Review/ }).click();
  await expect(margin(colan)).toContainText('Next to the others.');
  await expect(margin(colan)).toContainText('F9');
  await expectNoBarriers(colan, 'proposals');
  await colan.getByRole('button', { name: 'Approve' }).focus();
  await colan.keyboard.press('Enter');
  await expect(colan.getByText('Approved and applied.')).toBeVisible();
  await expect(row(page, 'Sound').first()).toContainText('F9');
  await expect(page.getByText('Colan Pascoe approved a proposal')).toBeVisible();

  // What is said of a row reaches the desk of the others.
  await colan.goto('/catalogue/evening/1/command/chart.sound');
  await colan.getByLabel('Comment on this command').fill('Learners look for it under Chart.');
  await colan.getByRole('button', { name: 'Add comment', exact: true }).click();
  await expect(colan.getByText('Learners look for it under Chart.', { exact: true })).toBeVisible();
  await page.goto('/catalogue/evening/1/comments');
  await expect(page.getByText('Learners look for it under Chart.', { exact: true })).toBeVisible();
  await expectNoBarriers(page, 'remarks');
  await page.getByRole('button', { name: /^Resolve/ }).click();
  await expect(page.getByRole('heading', { name: 'No comments yet' })).toBeVisible();

  // A reading-in is taken back as a whole; keys that somebody has built on stay.
  await page.goto('/activity?text=imported');
  await page.getByRole('button', { name: /imported a list/ }).click();
  await expect(margin(page)).toContainText('Shortcut “F2” of “First layer”: new');
  await expectNoBarriers(page, 'note (optional)');
  await page.getByRole('button', { name: 'Undo this import' }).click();
  await expect(margin(page).getByRole('alert')).toBeVisible();

  // Whoever is gone is named nowhere.
  await page.goto('/people');
  await page.getByRole('button', { name: 'Remove Wenna Tregarth' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove member' }).click();
  await expect(page.getByText('Removed.')).toBeVisible();
  await wenna.reload();
  await expect(wenna.getByRole('heading', { name: 'Sign in to Crib' })).toBeVisible();
  await page.goto('/activity');
  await expect(page.getByText('a former editor').first()).toBeVisible();
  await expect(page.getByText('Wenna Tregarth')).toHaveCount(0);
  expect(heard).toEqual([]);
  await wenna.context().close();
  await colan.context().close();
});

test('a reader looks at everything and is told what they cannot do', async ({ page }) => {
  await signInAtDesk(page, 'Jory Penhale');
  await expect(page.getByText('your role: reader')).toBeVisible();
  await page.goto('/catalogue/fathomry/7.2/command/chart.chart-particulars');
  await expect(page.getByLabel('Comment on this command')).toHaveCount(0);
  const refused = await page.request.post('/api/apps', { data: { slug: 'x', name: 'X', platforms: ['linux'] } });
  expect(refused.status()).toBe(403);
  expect(await refused.text()).toContain('A reader of this workspace cannot edit. Ask an owner.');
});
