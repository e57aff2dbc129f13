import { expect, test, type Browser, type Page } from '../site.ts';
import { fresh, row } from '../made.ts';
import { complaints, signIn } from '../pages.ts';

const PASSWORD = 'anchor-and-cable';

/** Another workspace with a program of the same name and release as one of the first, and one command of its own in it. */
async function otherSchool(browser: Browser, name: string, email: string): Promise<void> {
  const page = await (await browser.newContext()).newPage();
  await signIn(page);
  const post = async (path: string, data: object) => {
    const answer = await page.request.post(path, { data });
    expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true);
    return (await answer.json()) as { id: number; secret: string };
  };
  const { id } = await post('/api/workspaces', { name });
  await page.request.put('/api/session/workspace', { data: { id } });
  const { secret } = await post('/api/invitations', { email, role: 'owner' });
  await post(`/api/joining/${secret}`, { name: 'Merryn Trewin', password: PASSWORD });
  await post('/api/apps', { slug: 'fathomry', name: 'Fathomry', platforms: ['windows'] });
  const release = await post('/api/apps/fathomry/releases', { label: '7.2' });
  await post(`/api/releases/${release.id}/list`, { source: 'x.csv', text: 'Label,Shortcut\nTheir only command,F9\n' });
  await page.context().close();
}
async function signInAs(page: Page, email: string) {
  await page.getByLabel('Email').fill(email);
  await page.getByLabel('Password').fill(PASSWORD);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
}
const ROWS = /\d+ of \d+ commands|\d+ commands/;

test('whoever signs in after another, or in another workspace, sees nothing of what the tab had loaded before', async ({
  page,
  browser,
}) => {
  const heard = complaints(page);
  const email = `merryn-${Date.now()}@ebbstone.example`;
  await otherSchool(browser, 'The other school', email);

  // The session ends on a page, and somebody else signs in on the page that comes.
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.2');
  await expect(page.getByText(ROWS).first()).toBeVisible();
  await page.context().clearCookies();
  // Whatever asks the server next finds that nobody is signed in any more; the page itself is not loaded again.
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /Handouts/ })
    .click();
  await expect(page.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible();
  await signInAs(page, email);
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
  await page
    .getByRole('navigation', { name: 'Stages' })
    .getByRole('link', { name: /Catalogue/ })
    .click();
  await expect(row(page, 'Their only command').first()).toBeVisible();
  await expect(row(page, 'Place sounding')).toHaveCount(0);

  // Signed out by the menu and in again, without the page being loaded by hand in between.
  await page.getByRole('button', { name: /^Merryn/ }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByRole('button', { name: 'Ines Farrowby' }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await page.getByRole('link', { name: /7\.2/ }).first().click();
  await expect(page.getByText(ROWS).first()).toBeVisible();
  await expect(row(page, 'Their only command')).toHaveCount(0);
  await page.getByRole('button', { name: /^Ines/ }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await signInAs(page, email);
  await page.getByRole('link', { name: /7\.2/ }).first().click();
  await expect(row(page, 'Their only command').first()).toBeVisible();
  await expect(page.getByText('Place sounding')).toHaveCount(0);
  expect(heard).toEqual([]);
});

test('a tab whose browser has gone on to another workspace in another tab asks nothing in its name', async ({
  page,
}) => {
  await signIn(page);
  const made = await fresh(page, `two-tabs-${Date.now()}`);
  await page.goto(`/catalogue/${made.slug}/1`);
  await expect(row(page, 'Sound').first()).toBeVisible();
  const other = await page.context().newPage();
  await other.goto('/account');
  await other.getByLabel('New workspace').fill('A second one');
  await other.getByRole('button', { name: 'Create workspace' }).click();
  await expect(other).toHaveURL(/\/desk$/);
  // The first tab is told, and loads what the session is of now; what it asked meanwhile was refused.
  await expect(page).toHaveURL(/\/desk$/);
  await expect(page.getByText(made.slug)).toHaveCount(0);
  const refused = await page.request.get('/api/apps', { headers: { 'crib-session': '1 1' } });
  expect([refused.status(), ((await refused.json()) as { code: string }).code]).toEqual([401, 'other-session']);
});
