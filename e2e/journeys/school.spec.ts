import { expect, test, type Browser, type Page } from '../site.ts';
import { at, fresh, margin, row } from '../made.ts';
import { choose, complaints, expectNoBarriers, pick, signInAtDesk } from '../pages.ts';

const PASSWORD = 'anchor-and-cable';

/** Invites somebody on the page; gives the link. */
async function invite(page: Page, email: string, role: string) {
  await page.getByLabel('Address', { exact: true }).fill(email);
  await pick(page, 'As', role);
  await page.getByRole('button', { name: 'Make the link' }).click();
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
  await page.getByLabel('A workspace of your own').fill('Evening school');
  await page.getByRole('button', { name: 'Begin it' }).click();
  // An empty desk teaches how to begin.
  await expect(page).toHaveURL(/\/desk$/);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Fathomry' })).toHaveCount(0);
  const made = await fresh(page, 'evening');

  await page.goto('/people');
  await expect(page.getByRole('heading', { name: /^People/ })).toBeVisible();
  await expectNoBarriers(page, 'people');
  await page.getByText('Editors propose changes of keysets').click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  const wenna = await joins(browser, await invite(page, 'wenna@ebbstone.example', 'editor'), 'Wenna Tregarth');
  const colan = await joins(browser, await invite(page, 'colan@ebbstone.example', 'reviewer'), 'Colan Pascoe');

  await wenna.goto(at(made));
  await choose(wenna, 'Sound');
  await wenna.getByRole('application', { name: 'Press the new keys' }).focus();
  await wenna.keyboard.press('F9');
  await margin(wenna).getByLabel('Reason').fill('Next to the others.');
  await margin(wenna)
    .getByRole('button', { name: /^Propose/ })
    .click();
  await expect(wenna.getByText('Proposed: one edit waits for a reviewer.')).toBeVisible();
  await expect(row(wenna, 'Sound').first()).toContainText('J');

  // Whoever looks at the keyset meanwhile sees it come, without asking for it.
  await page.goto(at(made));
  await expect(row(page, 'Sound').first()).toContainText('J');
  await colan.goto('/desk');
  await colan.getByRole('link', { name: /^Look at them/ }).click();
  await expect(margin(colan)).toContainText('Next to the others.');
  await expect(margin(colan)).toContainText('F9');
  await expectNoBarriers(colan, 'proposals');
  await colan.getByRole('button', { name: 'Take it' }).focus();
  await colan.keyboard.press('Enter');
  await expect(colan.getByText('Taken: the keyset has it now.')).toBeVisible();
  await expect(row(page, 'Sound').first()).toContainText('F9');
  await expect(page.getByText('Colan Pascoe took a proposal')).toBeVisible();

  // What is said of a row reaches the desk of the others.
  await colan.goto('/catalogue/evening/1/command/chart.sound');
  await colan.getByLabel('A remark on this command').fill('Learners look for it under Chart.');
  await colan.getByRole('button', { name: 'Remark', exact: true }).click();
  await expect(colan.getByText('Learners look for it under Chart.', { exact: true })).toBeVisible();
  await page.goto('/catalogue/evening/1/remarks');
  await expect(page.getByText('Learners look for it under Chart.', { exact: true })).toBeVisible();
  await expectNoBarriers(page, 'remarks');
  await page.getByRole('button', { name: /^End it/ }).click();
  await expect(page.getByRole('heading', { name: 'Nobody has remarked on anything' })).toBeVisible();

  // A reading-in is taken back as a whole; keys that somebody has built on stay.
  await page.goto('/acts?text=read a list');
  await page.getByRole('button', { name: /read a list in/ }).click();
  await expect(margin(page)).toContainText('Shortcut “F2” of “First layer”: new');
  await expectNoBarriers(page, 'what was done');
  await page.getByRole('button', { name: 'Take all of it back' }).click();
  await expect(margin(page).getByRole('alert')).toBeVisible();

  // Whoever is gone is named nowhere.
  await page.goto('/people');
  await page.getByRole('button', { name: 'Remove Wenna Tregarth' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Remove', exact: true }).click();
  await expect(page.getByText('Removed.')).toBeVisible();
  await wenna.reload();
  await expect(wenna.getByRole('heading', { name: 'Sign in to the ledger' })).toBeVisible();
  await page.goto('/acts');
  await expect(page.getByText('a former editor').first()).toBeVisible();
  await expect(page.getByText('Wenna Tregarth')).toHaveCount(0);
  expect(heard).toEqual([]);
  await wenna.context().close();
  await colan.context().close();
});

test('a reader looks at everything and is told what they cannot do', async ({ page }) => {
  await signInAtDesk(page, 'Jory Penhale');
  await expect(page.getByText('you are a reader here')).toBeVisible();
  await page.goto('/catalogue/fathomry/7.2/command/chart.chart-particulars');
  await expect(page.getByLabel('A remark on this command')).toHaveCount(0);
  const refused = await page.request.post('/api/apps', { data: { slug: 'x', name: 'X', platforms: ['linux'] } });
  expect(refused.status()).toBe(403);
  expect(await refused.text()).toContain('A reader of this workspace cannot change anything. Ask an owner.');
});
