import { expect, test, type Page } from '../site.ts';
import type { Sheet } from '@crib/core/contract';
import { at, fresh, margin, saving } from '../made.ts';
import { choose, complaints, signIn } from '../pages.ts';

/** A colleague saves something in the same program; the pages hear of it. */
async function colleagueSaves(page: Page, slug: string) {
  const done = await page.request.post(`/api/apps/${slug}/runs`, { data: { name: `Run ${Date.now()}`, steps: [] } });
  expect(done.ok(), await done.text()).toBe(true);
}
/** Lets answers of saving come late, as on a slow network; gives what lets them go. */
async function holdBack(page: Page, path: string | RegExp) {
  let go = () => {};
  const held = new Promise<void>((done) => (go = done));
  let asked = 0;
  await page.route(path, async (route) => {
    if (route.request().method() !== 'PUT') return route.continue();
    asked++;
    const answer = await route.fetch();
    await held;
    await route.fulfill({ response: answer });
  });
  return { go: () => go(), asked: () => asked };
}

test('what is typed into a sheet and into notes while they are being saved stays, and is not called saved', async ({
  page,
}) => {
  test.slow();
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, `slow-save-${Date.now()}`);
  const sheet = (await (
    await page.request.post(`/api/apps/${made.slug}/sheets`, { data: { keysetId: made.keyset, title: 'First' } })
  ).json()) as Sheet;
  await page.goto(`/sheets/${made.slug}/1/${sheet.id}`);
  await page.getByRole('button', { name: 'Page setup', exact: true }).click();
  const title = margin(page).getByLabel('Title', { exact: true });
  await title.fill('First title');
  const late = await holdBack(page, /\/api\/sheets\/\d+$/);
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect.poll(late.asked).toBe(1);
  await title.fill('Second title, typed meanwhile');
  late.go();
  await expect(page.getByText('Unsaved changes')).toBeVisible();
  await expect(title).toHaveValue('Second title, typed meanwhile');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  const stored = async () => ((await (await page.request.get(`/api/sheets/${sheet.id}`)).json()) as Sheet).title;
  expect(await stored()).toBe('Second title, typed meanwhile');

  // Whoever leaves is asked, and stays where they choose to.
  await title.fill('Third title');
  await page.getByRole('link', { name: 'Crib home' }).click();
  await page.getByRole('dialog', { name: 'Leave without saving?' }).getByRole('button', { name: 'Stay' }).click();
  await expect(title).toHaveValue('Third title');
  const asked: string[] = [];
  page.on('dialog', (dialog) => {
    asked.push(dialog.type());
    void dialog.accept();
  });
  await page.reload();
  expect(asked).toEqual(['beforeunload']);
  expect(await stored()).toBe('Second title, typed meanwhile');
  expect(heard).toEqual([]);
});

test('forms keep what is typed when a colleague saves, when their row is left and come back to, and when saving is refused', async ({
  page,
  browser,
}) => {
  test.slow();
  await signIn(page);
  const made = await fresh(page, `two-at-once-${Date.now()}`);
  const colleague = await (await browser.newContext()).newPage();
  await signIn(colleague, 'Tobias');
  page.on('dialog', (dialog) => void dialog.accept());
  const forms: readonly (readonly [string, (page: Page) => ReturnType<Page['getByLabel']>])[] = [
    [`/catalogue/${made.slug}/1/groups?set=new`, (on) => margin(on).getByLabel('Name', { exact: true })],
    [`/catalogue/${made.slug}/1/usage`, (on) => margin(on).getByRole('textbox').first()],
    [`/catalogue/${made.slug}/1/tasks?run=new`, (on) => margin(on).getByRole('textbox').first()],
    [`/catalogue/${made.slug}/1/key-handling`, (on) => on.getByRole('textbox').nth(1)],
    [`${at(made, '/settings')}`, (on) => on.getByRole('textbox').nth(1)],
  ];
  for (const [path, field] of forms) {
    await page.goto(path);
    await field(page).fill('Typed by hand');
    const refreshed = page.waitForResponse((res) => res.url().endsWith(`/api/apps/${made.slug}`));
    await colleagueSaves(colleague, made.slug);
    await refreshed;
    await expect(field(page), path).toHaveValue('Typed by hand');
  }

  // A reason that is typed on an edit that is there is saved by itself, and waits when another row is looked at first.
  await page.goto(at(made));
  await choose(page, 'Sound');
  await page.getByRole('application', { name: 'Press the new shortcut' }).focus();
  await page.keyboard.press('F9');
  await saving(page, page.getByRole('button', { name: /^Set/ }).click());
  await margin(page).getByLabel('Reason').fill('Next to the others.');
  await choose(page, 'Dry out');
  await expect(margin(page).getByLabel('Reason')).toHaveValue('');
  await choose(page, 'Sound');
  await expect(margin(page).getByLabel('Reason')).toHaveValue('Next to the others.');
  await saving(page, margin(page).getByRole('button', { name: 'Save reason' }).click());
  const { edits } = (await (await page.request.get(`/api/keysets/${made.keyset}`)).json()) as {
    edits: { reason: string; shortcuts: string[] }[];
  };
  expect(edits.map((one) => [one.shortcuts, one.reason])).toEqual([[['F9'], 'Next to the others.']]);
});

test('commands are put on a sheet from the table without a word of its look being lost', async ({ page }) => {
  await signIn(page);
  const made = await fresh(page, `bulk-${Date.now()}`);
  const begun = (await (
    await page.request.post(`/api/apps/${made.slug}/sheets`, { data: { keysetId: made.keyset, title: 'Poster' } })
  ).json()) as Sheet;
  const look = { paper: 'a3', landscape: true, columns: 5, pages: 4 };
  const texts = {
    intro: 'Read me.',
    credit: 'Crew',
    terms: 'Copy freely.',
    independence: 'Not the maker’s.',
    language: 'de',
  };
  const sections = [{ title: 'On deck', rule: null, sort: 'given', figure: null, rows: [], leftOut: [] }];
  const saved = await page.request.put(`/api/sheets/${begun.id}`, {
    data: { revision: begun.revision, keysetId: made.keyset, title: 'Poster', look, ...texts, sections },
  });
  expect(saved.ok(), await saved.text()).toBe(true);
  await page.goto(`/catalogue/${made.slug}/1`);
  await page.getByRole('grid').focus();
  await page.keyboard.press('ArrowDown');
  for (let more = 0; more < 2; more++) await page.keyboard.press('Shift+ArrowDown');
  await page.getByRole('button', { name: /^Add 3 commands/ }).click();
  await expect(page.getByText(/3 commands added to “Poster”/)).toBeVisible();
  const now = (await (await page.request.get(`/api/sheets/${begun.id}`)).json()) as Sheet;
  expect(now.sections[0]!.rows).toHaveLength(3);
  expect(now).toMatchObject({ look, ...texts });
});
