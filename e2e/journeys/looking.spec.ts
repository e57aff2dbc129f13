import { expect, test } from '../site.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

const grid = '[role=grid]';

test('platform, words or symbols, places, columns and groups stand in the address, and Back undoes them', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0?row=chart.chart-particulars');
  const row = page.getByRole('row', { name: /^Chart particulars/ });
  await expect(row).toContainText('Alt+Enter');
  await page.goto('/catalogue/fathomry/7.0?row=chart.chart-particulars&platform=macos');
  await expect(row).toContainText('Command+I');
  await expect(page.getByRole('heading', { name: 'Fathomry 7.0 on macOS' })).toBeVisible();
  await page.goto('/catalogue/fathomry/7.0?row=chart.chart-particulars&platform=macos&style=symbols');
  await expect(row).toContainText('⌘I');
  // The margin shows each platform in its own writing.
  await expect(page.getByRole('complementary')).toContainText('Alt+⏎');

  await page.getByRole('link', { name: /^Plate layout/ }).click();
  await expect(page.locator('.page-head', { hasText: /Fathomry 7.0/ })).toContainText('21 of 298 commands');
  expect(page.url()).toContain('where=');
  await page.goBack();
  await expect(page.locator('.page-head', { hasText: /Fathomry 7.0/ })).toContainText('298 of 298 commands');

  await page.goto('/catalogue/fathomry/7.0?group=context');
  await expect(page.locator(grid)).toContainText('Everywhere');
  await page.locator(grid).focus();
  await page.keyboard.press('Control+End');
  await expect(page.locator(grid)).toContainText('Plate layout');
  await page.goto('/catalogue/fathomry/7.0?columns=3');
  await expect(page.getByRole('columnheader')).toHaveCount(2);
  expect(heard).toEqual([]);
});

test('press to find takes sequences, tells what is free, and a click on the tab keeps what is in hand', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0?platform=linux');
  await page.getByRole('button', { name: 'Search by key press' }).click();
  await page.keyboard.press('p');
  await page.keyboard.press('s');
  await expect(page.getByText('shortcut P then S')).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'Smooth contour' })).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'Reverse line' })).toHaveCount(0);
  await page.waitForTimeout(1600); // the pause that ends a sequence
  await page.keyboard.press('Control+Alt+Shift+F7');
  await expect(page.getByRole('heading', { name: 'This shortcut is not used here' })).toBeVisible();
  await expectNoBarriers(page, 'nothing found');
  await page.keyboard.press('Tab');
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: 'Keysets' }).click();
  expect(page.url()).toContain('platform=linux');
});

test('a typed shortcut is read, asked about, or refused in the field itself', async ({ page }) => {
  await signIn(page);
  await page.goto('/keysets/fathomry/7.0/3?row=view.shade-shoals');
  const typed = page.getByLabel('Or type the shortcut');
  const set = page.getByRole('button', { name: /^Set / });
  await typed.fill('shift option page up');
  await expect(page.getByRole('button', { name: 'Set Alt+Shift+Page Up' })).toBeEnabled();
  await typed.fill('Ctrl+Entre');
  await expect(page.getByText('Unknown key “Entre” (position 6).')).toBeVisible();
  await expect(set).toBeDisabled();
  await typed.fill('Alt U T');
  await expect(page.getByText(/held with the first key, or tapped before/)).toBeVisible();
  await page.getByRole('button', { name: 'Tapped first; the other keys follow' }).click();
  await expect(page.getByRole('application')).toContainText('tap Alt');
  await typed.fill('F7 or Shift+J');
  await expect(page.getByText('One shortcut at a time')).toBeVisible();
  await page.getByRole('switch', { name: /Key sequence/ }).click();
  await page.getByRole('application').focus();
  await page.keyboard.press('k');
  await page.keyboard.press('j');
  await expect(page.getByRole('application')).toContainText('KJ');
  await page.getByRole('switch', { name: /Capture Tab/ }).click();
  await expect(page.getByRole('application')).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('application')).toContainText('KJTab');
});

test('a pasted list can be left, its columns given other meanings, its lines left out; then the release is sealed', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await page.request.post('/api/apps', {
    data: { slug: 'tallow', name: 'Tallow', platforms: ['windows', 'macos'] },
  });
  expect(made.status()).toBe(201);
  await page.request.post('/api/apps/tallow/releases', { data: { label: '1' } });
  await page.goto('/catalogue/tallow/1');
  await expect(page.getByRole('heading', { name: '1 has no commands yet' })).toBeVisible();
  await page.goto('/catalogue/tallow/1/contexts');
  await page.getByLabel('Name', { exact: true }).fill('Workshop');
  await page.getByText('Typing goes into a text field here').click();
  await page.getByRole('button', { name: 'Add context' }).click();
  await expect(page.getByText('Context “Workshop” added.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Workshop text field/ })).toBeVisible();
  await page.goto('/catalogue/tallow/1');
  await expect(page.getByRole('navigation', { name: 'Sidebar' }).getByRole('link', { name: /Workshop/ })).toBeVisible();
  await expectNoBarriers(page, 'an open release without commands');
  await page.getByRole('main').getByRole('link', { name: 'Import a list' }).first().click();

  const pasted = page.getByLabel('Or paste a list');
  await pasted.fill('no heading, no sense');
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(page.getByText('The list has a header row but no data.')).toBeVisible();
  await pasted.fill('What,Press\nDip candle,D\nTrim wick,Ctrl+Ctrl+T\nSnuff,\n');
  await page.getByRole('button', { name: 'Preview' }).click();
  // What the columns mean was seen from their contents; one of them is given another meaning, and given back.
  await expect(page.getByRole('heading', { name: '1 question to answer' })).toBeVisible();
  await pick(page, 'Meaning of What', 'Description');
  await expect(page.getByRole('heading', { name: 'Question about the header row' })).toBeVisible();
  await pick(page, 'Meaning of What', 'Command');
  await expect(page.getByText('Row 3, Press: Ctrl appears twice (position 6).')).toBeVisible();
  await page.getByRole('button', { name: 'Skip this row' }).click();
  await page.getByRole('button', { name: 'Import 2 rows' }).click();
  await expect(page.getByRole('heading', { name: '2 new commands, 1 new shortcut' })).toBeVisible();
  await page.getByRole('button', { name: 'Show commands' }).click();
  await expect(page.getByRole('gridcell', { name: 'Dip candle' })).toBeVisible();

  await page.getByRole('button', { name: 'Seal 1' }).click();
  await expect(page.getByRole('dialog')).toContainText('This cannot be undone.');
  await page.getByRole('dialog').getByRole('button', { name: 'Seal 1' }).click();
  await expect(page.getByText('1, sealed')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Import a list' })).toHaveCount(0);
  expect(heard).toEqual([]);
});

test('a learner switches platform and writing, and finds by key', async ({ page }) => {
  await signIn(page);
  await page.goto('/handouts/fathomry/7.0');
  const path = (await page
    .getByRole('link', { name: /^\/s\/first-week/ })
    .last()
    .getAttribute('href'))!;
  await page.goto(path);
  const entry = page.locator('li[data-section]').filter({ hasText: 'Go to position' });
  await page.getByRole('link', { name: 'macOS' }).click();
  await expect(entry).toContainText('Command+G');
  await page.getByRole('link', { name: 'Key symbols' }).click();
  await expect(entry).toContainText('⌘G');
  await page.reload();
  await expect(entry).toContainText('⌘G');
  await page.getByRole('link', { name: 'Windows' }).click();
  await page.getByLabel('Find').fill('ctrl+f2');
  const found = page.locator('li[data-section]').filter({ visible: true });
  await expect(found).toHaveCount(1);
  await expect(found).toContainText('Show the whole chart');
  await page.getByLabel('Find').fill('no equivalent');
  await expect(page.getByText('No match on this sheet.')).toBeVisible();
});

test('when the server does not answer, the page says so and what to do', async ({ page }) => {
  await signIn(page);
  await page.route('**/api/apps/fathomry', (route) => route.abort());
  await page.goto('/catalogue/fathomry/7.0');
  await expect(page.getByRole('heading', { name: 'Something went wrong' })).toBeVisible();
  await expect(page.getByText('Can’t reach the server.')).toBeVisible();
  await expectNoBarriers(page, 'no answer');
  await page.unroute('**/api/apps/fathomry');
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByRole('grid')).toBeVisible();
});

test('an answer that comes late does not take the place of what was asked for after it', async ({ page }) => {
  await signIn(page);
  const heading = page.getByRole('heading', { level: 1, name: /Fathomry 7\.[02] on Windows/ });
  await page.goto('/catalogue/fathomry/7.0');
  await expect(heading).toContainText('Fathomry 7.0');
  // What belongs to 7.2 is asked for first, and comes last.
  let bring = () => {};
  const late = new Promise<void>((go) => (bring = go));
  let asked = 0;
  await page.route('**/api/apps/fathomry', async (route) => {
    if (++asked === 1) await late;
    await route.continue();
  });
  await pick(page, 'Release', '7.2');
  await expect.poll(() => asked).toBe(1);
  await pick(page, 'Release', '7.0');
  await expect(page).toHaveURL(/\/catalogue\/fathomry\/7\.0/);
  const answered = page.waitForResponse('**/api/apps/fathomry');
  bring();
  await answered;
  await page.waitForLoadState('networkidle');
  await expect(heading).toContainText('Fathomry 7.0');
});

test('room left is walked with the arrow keys, kept in the address, and agrees with pressing the keys', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/keysets/fathomry/7.0/3?platform=windows');
  await page.getByRole('link', { name: 'Free shortcuts' }).click();
  const room = page.getByRole('grid', { name: 'Free shortcuts' });
  await expect(room).toBeVisible();
  await page.getByRole('link', { name: 'Chart window' }).click();
  const margin = page.getByRole('complementary');
  await expect(margin).toContainText('Closest free shortcuts');
  await expect(margin).toContainText('0 mm');
  const heading = page.locator('.page-head');
  const [, free, all] = /(\d+) of (\d+) combinations free/.exec((await heading.textContent())!)!;
  await expect(room.getByRole('gridcell', { name: /, free$/ })).toHaveCount(Number(free));
  await expect(room.getByRole('gridcell')).toHaveCount(Number(all));

  await room.focus();
  await page.keyboard.press('ArrowRight');
  for (const _ of [1, 2, 3, 4]) await page.keyboard.press('ArrowDown');
  const chosen = room.locator('[aria-selected=true]');
  await expect(chosen).toHaveCount(1);
  await expect(room).toHaveAttribute('aria-activedescendant', (await chosen.getAttribute('id'))!);
  expect(page.url()).toContain('at=');
  const name = (await chosen.getAttribute('aria-label'))!;
  await page.reload();
  await expect(chosen).toHaveAttribute('aria-label', name);
  await page.keyboard.press('Tab');

  // What stands as free answers to nothing when it is pressed; what is taken, to its command.
  // An address that was kept from when the page was called otherwise.
  await page.goto('/keysets/fathomry/7.0/3/room?platform=windows&where=2&at=Ctrl%2BShift%2BKeyR');
  await expect(margin).toContainText('used in Chart window');
  await expect(margin).toContainText('Select by depth range');
  await room.getByRole('gridcell', { name: 'Ctrl+Alt+Shift+X, free' }).click();
  await expect(margin).toContainText('free in Chart window');
  await page.getByRole('link', { name: 'All shortcuts on this key' }).click();
  await expect(page.locator('.page-head')).toContainText('X');
  await page.goto('/catalogue/fathomry/7.0?platform=windows');
  await page.getByRole('button', { name: 'Search by key press' }).click();
  await page.keyboard.press('Control+Alt+Shift+X');
  await expect(page.getByRole('heading', { name: 'This shortcut is not used here' })).toBeVisible();
  expect(heard).toEqual([]);
});
