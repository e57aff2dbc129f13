import { expect, test, type Page } from '../site.ts';
import type { Catalogue } from '@crib/core/contract';
import { at, fresh, margin, releaseOf, row } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn, signInAtDesk } from '../pages.ts';

/** Presses keys one after another, and counts them. */
async function keys(page: Page, ...presses: string[]): Promise<number> {
  for (const press of presses) await page.keyboard.press(press);
  return presses.length;
}
const shown = (page: Page) => page.locator('.page-head');

test('from a chosen row to a saved key takes three keys besides the press, and the next row one more', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, 'few-keys');
  await page.goto(at(made));
  const grid = page.getByRole('grid');
  await expect(grid).toBeVisible();
  // From the page to its first row: the skip link, or one key of Crib’s own.
  expect(await keys(page, 'Tab', 'Enter', 'ArrowDown')).toBeLessThanOrEqual(3);
  await expect(grid).toBeFocused();
  await expect(row(page, 'First layer')).toHaveAttribute('aria-selected', 'true');

  const field = page.getByRole('application', { name: 'Press the new shortcut' });
  let count = await keys(page, 'Enter');
  await expect(field).toBeFocused();
  await page.keyboard.press('Control+Shift+y');
  await expect(page.getByRole('button', { name: 'Set Ctrl+Shift+Y' })).toBeEnabled();
  // What it became for the platform can be taken back with the first key, the second is Set.
  count += await keys(page, 'Tab');
  if (!(await page.getByRole('button', { name: /^Set/ }).evaluate((one) => one === document.activeElement)))
    count += await keys(page, 'Tab');
  count += await keys(page, 'Enter');
  expect(count).toBeLessThanOrEqual(4);
  await expect(row(page, 'First layer')).toContainText('Ctrl+Shift+Y');
  await expect(grid).toBeFocused();
  await keys(page, 'ArrowDown');
  await expect(row(page, 'Second layer')).toHaveAttribute('aria-selected', 'true');
  expect(heard).toEqual([]);
});

test('filters combine, go along from stage to stage, and count by the keyset in hand; the line in hand keeps the address', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0?platform=macos&style=symbols');
  const index = page.getByRole('navigation', { name: 'Sidebar' });
  const views = index
    .getByRole('link')
    .filter({ hasText: /All commands|Contexts|Command groups|Tasks|Usage|Key handling|Reserved/ });
  for (const view of await views.all()) await expect(view).toBeInViewport();
  await index.getByRole('link', { name: /^Without a shortcut/ }).click();
  await index.getByRole('link', { name: /^Frequently used/ }).click();
  await expect(shown(page)).toContainText('4 of 298');
  await page.locator('.el-select', { has: page.getByRole('combobox', { name: 'By category' }) }).click();
  await page.getByRole('option', { name: /^Marks, / }).click();
  await expect(shown(page)).not.toContainText('4 of 298');
  await page.getByRole('button', { name: 'No longer only Marks' }).click();
  await expect(shown(page)).toContainText('4 of 298');
  await expect(page).toHaveURL(/narrow=without(,|%2C)often/);

  // To the other stage and back: what was narrowed stays, and so does what is in hand.
  await page.getByRole('link', { name: 'Keysets' }).click();
  await page.getByRole('link', { name: 'School set' }).first().click();
  await expect(page).toHaveURL(/narrow=without(,|%2C)often/);
  await expect(page).toHaveURL(/platform=macos/);
  const rows = page.getByRole('row', { selected: false }).filter({ has: page.getByRole('gridcell') });
  await expect(rows.first()).toBeVisible();
  await page.getByRole('link', { name: 'Catalogue' }).click();
  await expect(page).toHaveURL(/narrow=without(,|%2C)often/);
  await expect(page).toHaveURL(/keyset=3/);
  await expectNoBarriers(page, 'a narrowed catalogue');

  // Another release: all else stays that exists there too.
  await pick(page, 'Release', '7.2');
  await expect(page).toHaveURL(/\/catalogue\/fathomry\/7\.2\?/);
  await expect(page).toHaveURL(/platform=macos/);
  await expect(page).toHaveURL(/narrow=without(,|%2C)often/);
  await page.getByRole('button', { name: 'No longer only frequently used' }).click();
  await expect(page).not.toHaveURL(/often/);
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(shown(page)).toContainText('344 of 344');

  // A press that is typed is found as one; a word stays a word.
  await page.getByLabel('Search commands').fill('⌘G');
  await expect(page.getByRole('gridcell', { name: 'Go to position', exact: true })).toBeVisible();
  await expect(shown(page)).toContainText('1 of 344');
  expect(heard).toEqual([]);
});

test('the desk tells what waits, each line leads to just that, and an empty one teaches', async ({ page }) => {
  const heard = complaints(page);
  await signInAtDesk(page);
  await expect(shown(page)).toContainText('for you');
  await expectNoBarriers(page, 'the desk');
  const line = (text: string) => page.locator('.waits', { hasText: text });
  await expect(line('First week at the plotting desk')).toContainText('wrong');
  const clashing = line('(errors)').first();
  const errors = Number(await clashing.locator('.count').textContent());
  expect(errors).toBeGreaterThan(0);
  await clashing.getByRole('link').click();
  await expect(page).toHaveURL(/severity=error/);
  await expect(page.getByRole('option').first()).toBeVisible();
  expect(await page.getByRole('option').count()).toBeLessThanOrEqual(errors);
  await page.getByRole('link', { name: 'Crib home' }).click();
  const keyless = line('without a shortcut').first();
  const without = await keyless.locator('.count').textContent();
  await keyless.getByRole('link').click();
  await expect(page).toHaveURL(/narrow=without/);
  await expect(page.locator('[role=row][aria-selected]')).toHaveCount(Number(without));
  await page.getByRole('link', { name: 'Crib home' }).click();
  await expect(page.getByRole('heading', { name: 'Recent' })).toBeVisible();

  await page.route('**/api/apps', (route) => route.fulfill({ json: [] }));
  await page.reload();
  await expect(page.getByRole('heading', { name: 'Desk', level: 1 })).toBeVisible();
  await expectNoBarriers(page, 'an empty desk');
  await page.unroute('**/api/apps');
  await page.getByRole('button', { name: 'Import the sample list' }).click();
  // The sample names two places that the new release does not have: they are asked about, and added.
  for (const place of ['Bed view', 'Crop table']) {
    await expect(page.getByRole('heading', { name: /to answer$/ }).first()).toBeVisible();
    await margin(page)
      .getByRole('button', { name: `Add context ${place}` })
      .click();
  }
  await expect(page.getByRole('heading', { name: 'Ready to import' })).toBeVisible();
  await page.getByRole('button', { name: /^Import \d/ }).click();
  await expect(page.getByText('24 new commands')).toBeVisible();
  expect(heard).toEqual([]);
});

test('Crib’s own keys are shown, changed, and single characters can be turned off', async ({ page }) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0');
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('/');
  await expect(page.getByLabel('Search commands')).toBeFocused();
  await page.keyboard.type('g');
  await expect(page.getByLabel('Search commands')).toHaveValue('g');
  await page.getByLabel('Search commands').fill('');
  await page.getByRole('grid').focus();
  await page.keyboard.press('i');
  await expect(page.getByRole('navigation', { name: 'Sidebar' }).locator('[aria-current=true]').first()).toBeFocused();
  await page.keyboard.press('?');
  const help = page.getByRole('dialog', { name: 'Help' });
  await expect(help).toBeVisible();
  await expectNoBarriers(page, 'Keyboard shortcuts');
  await help.getByRole('button', { name: 'Change the shortcut for: Go to the table' }).click();
  await page.keyboard.press('Control+Alt+l');
  await expect(help.getByRole('row', { name: /Go to the table/ })).toContainText('Ctrl+Alt+L');
  await help.getByRole('switch').click();
  await expect(help.getByRole('switch')).toHaveText(/off/);
  await page.keyboard.press('Escape');
  await expect(help).toBeHidden();
  await page.keyboard.press('/');
  await expect(page.getByLabel('Search commands')).not.toBeFocused();
  await page.keyboard.press('Control+Alt+l');
  await expect(page.getByRole('grid')).toBeFocused();
  await page.reload();
  await expect(page.getByRole('grid')).toBeVisible();
  await page.keyboard.press('Control+Alt+l');
  await expect(page.getByRole('grid')).toBeFocused();
  expect(heard).toEqual([]);
});

test('what helps to use a command is added to a sealed release, and advice comes before calculated automatically', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0/command/view.closer');
  await expect(page.getByText('recommended by trainer')).toBeVisible();
  await expect(page.getByText('The wheel goes closer to what you point at')).toBeVisible();
  await expect(page.getByText(/Key assignments/)).toBeVisible();
  await page.getByRole('button', { name: 'Edit details' }).click();
  await margin(page).getByLabel('What the user sees').fill('the chart grows');
  await margin(page).getByRole('button', { name: 'Save' }).click();
  await expect(margin(page).getByRole('status')).toHaveText('Details saved.');
  await expect(page.getByText('the chart grows')).toBeVisible();
  await expectNoBarriers(page, 'details of a command');
  expect(heard).toEqual([]);
});

test('a verification round goes from key to key: as listed, otherwise, nothing; and the program’s own list is counted', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, 'rounds');
  await page.goto(`/catalogue/${made.slug}/1/verification?build=1.0.3`);
  await expect(shown(page)).toContainText('9 to verify');
  const card = page.getByRole('group', { name: /^Try / });
  await card.focus();
  for (const [label, left] of [
    ['First layer', 8],
    ['Second layer', 7],
    ['Third layer', 6],
  ] as const) {
    await expect(page.getByRole('group', { name: `Try ${label}` })).toBeVisible();
    await page.keyboard.press('1');
    await expect(shown(page)).toContainText(`${left} to verify`);
  }
  await expect(shown(page)).toContainText(/about .* left/);
  await expectNoBarriers(page, 'a verification round');
  // Otherwise: what does it is pressed. Nothing: it is listed without a key.
  await page.keyboard.press('2');
  await page.getByRole('application', { name: 'Press the shortcut that works' }).focus();
  await page.keyboard.press('Alt+Shift+u');
  await page.getByRole('button', { name: 'Save this shortcut' }).click();
  await expect(shown(page)).toContainText('5 to verify');
  await expect(page.getByRole('group', { name: 'Try Fifth layer' })).toBeFocused();
  await page.keyboard.press('3');
  await expect(shown(page)).toContainText('4 to verify');
  const catalogue = (await (
    await page.request.get(`/api/releases/${await releaseOf(page, made.slug)}`)
  ).json()) as Catalogue;
  const [keyset] = catalogue.keysets;
  if (keyset?.kind !== 'shipped') throw new Error('the first keyset is shipped');
  const of = (name: string) =>
    keyset.bindings.filter((one) => one.command === catalogue.commands.find((each) => each.name === name)!.id);
  expect(of('chart.one')[0]!.trials).toMatchObject([{ platform: 'windows', build: '1.0.3' }]);
  expect(of('chart.four')).toMatchObject([
    { shortcut: 'F5', platform: null },
    { shortcut: 'Alt+Shift+U', platform: 'windows', provenance: { kind: 'tried' } },
  ]);
  // On Windows nothing does it; the other platform keeps what it had.
  expect(of('chart.five')).toMatchObject([{ shortcut: 'F6', platform: 'macos' }]);

  await page.goto(`/catalogue/${made.slug}/1/usage`);
  await page.getByLabel('The program’s command history').fill('10:01 Sound\n10:02 Sound\n10:04 “Dry out”\n10:09 Tea');
  await expect(margin(page)).toContainText('3 of 4 lines are commands of this release');
  await expect(page.getByRole('list', { name: 'Commands and their shortcuts' })).toContainText('Sound');
  await page.getByRole('button', { name: 'Use these 2 counts' }).click();
  await page.getByLabel('Source', { exact: true }).fill('one morning');
  await page.getByRole('button', { name: 'Save 2 counts' }).click();
  await expect(page.getByRole('row', { name: /Sound/ })).toContainText('2');
  expect(heard).toEqual([]);
});
