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
  await expect(page.getByRole('heading', { name: /Fathomry 7.0/ })).toContainText('21 of 298 commands');
  expect(page.url()).toContain('where=');
  await page.goBack();
  await expect(page.getByRole('heading', { name: /Fathomry 7.0/ })).toContainText('298 of 298 commands');

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
  await page.getByRole('button', { name: 'Press to find' }).click();
  await page.keyboard.press('p');
  await page.keyboard.press('s');
  await expect(page.getByText('on P then S')).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'Smooth contour' })).toBeVisible();
  await expect(page.getByRole('gridcell', { name: 'Reverse line' })).toHaveCount(0);
  await page.waitForTimeout(1600); // the pause that ends a sequence
  await page.keyboard.press('Control+Alt+Shift+F7');
  await expect(page.getByRole('heading', { name: 'These keys do nothing here' })).toBeVisible();
  await expectNoBarriers(page, 'nothing found');
  await page.keyboard.press('Tab');
  await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: 'Keysets' }).click();
  expect(page.url()).toContain('platform=linux');
});

test('a typed shortcut is read, asked about, or refused in the field itself', async ({ page }) => {
  await signIn(page);
  await page.goto('/keysets/fathomry/7.0/3?row=view.shade-shoals');
  const typed = page.getByLabel('Or type the keys');
  const set = page.getByRole('button', { name: /^Set / });
  await typed.fill('shift option page up');
  await expect(page.getByRole('button', { name: 'Set Alt+Shift+Page Up' })).toBeEnabled();
  await typed.fill('Ctrl+Entre');
  await expect(page.getByText('There is no key called “Entre”, at 6.')).toBeVisible();
  await expect(set).toBeDisabled();
  await typed.fill('Alt U T');
  await expect(page.getByText(/held with the first key, or tapped alone/)).toBeVisible();
  await page.getByRole('button', { name: 'Tapped alone; the keys follow' }).click();
  await expect(page.getByRole('application')).toContainText('tap Alt');
  await typed.fill('F7 or Shift+J');
  await expect(page.getByText('One shortcut at a time')).toBeVisible();
  await page.getByRole('switch', { name: /several strokes/ }).click();
  await page.getByRole('application').focus();
  await page.keyboard.press('k');
  await page.keyboard.press('j');
  await expect(page.getByRole('application')).toContainText('KJ');
  await page.getByRole('switch', { name: /next press is literal/ }).click();
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
  await page.goto('/catalogue/tallow/1/places');
  await page.getByLabel('Name', { exact: true }).fill('Workshop');
  await page.getByText('Typing there goes into text').click();
  await page.getByRole('button', { name: 'Add the place' }).click();
  await expect(page.getByText('Workshop is added.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^Workshop takes text/ })).toBeVisible();
  await page.goto('/catalogue/tallow/1');
  await expect(page.getByRole('navigation', { name: 'Index' }).getByRole('link', { name: /Workshop/ })).toBeVisible();
  await expectNoBarriers(page, 'an open release without commands');
  await page.getByRole('main').getByRole('link', { name: 'Read a list in' }).first().click();

  const pasted = page.getByLabel('Or paste it');
  await pasted.fill('no heading, no sense');
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(page.getByText('There is a heading and no row below it.')).toBeVisible();
  await pasted.fill('What,Press\nDip candle,D\nTrim wick,Ctrl+Ctrl+T\nSnuff,\n');
  await page.getByRole('button', { name: 'Preview' }).click();
  // What the columns mean was seen from their contents; one of them is given another meaning, and given back.
  await expect(page.getByRole('heading', { name: '1 thing needs you' })).toBeVisible();
  await pick(page, 'Meaning of What', 'Description');
  await expect(page.getByRole('heading', { name: 'The heading needs you' })).toBeVisible();
  await pick(page, 'Meaning of What', 'Command');
  await expect(page.getByText('Line 3, Press: Ctrl stands twice, at 6.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave the line out' }).click();
  await page.getByRole('button', { name: 'Take in 2 lines' }).click();
  await expect(page.getByRole('heading', { name: '2 new commands, 1 new shortcut' })).toBeVisible();
  await page.getByRole('button', { name: 'Look at the ledger' }).click();
  await expect(page.getByRole('gridcell', { name: 'Dip candle' })).toBeVisible();

  await page.getByRole('button', { name: 'Seal 1' }).click();
  await expect(page.getByRole('dialog')).toContainText('This cannot be undone.');
  await page.getByRole('button', { name: 'Seal it' }).click();
  await expect(page.getByText('1, sealed')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Read a list in' })).toHaveCount(0);
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
  await page.getByRole('link', { name: 'Keys in symbols' }).click();
  await expect(entry).toContainText('⌘G');
  await page.reload();
  await expect(entry).toContainText('⌘G');
  await page.getByRole('link', { name: 'Windows' }).click();
  await page.getByLabel('Find').fill('ctrl+f2');
  const found = page.locator('li[data-section]').filter({ visible: true });
  await expect(found).toHaveCount(1);
  await expect(found).toContainText('Show the whole chart');
  await page.getByLabel('Find').fill('nothing like it');
  await expect(page.getByText('Nothing on this sheet has that name.')).toBeVisible();
});

test('when the server does not answer, the page says so and what to do', async ({ page }) => {
  await signIn(page);
  await page.route('**/api/apps/fathomry', (route) => route.abort());
  await page.goto('/catalogue/fathomry/7.0');
  await expect(page.getByRole('heading', { name: 'Crib could not do that' })).toBeVisible();
  await expect(page.getByText('The server does not answer.')).toBeVisible();
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
  await page.getByRole('link', { name: 'Room left' }).click();
  const room = page.getByRole('grid', { name: 'Room left' });
  await expect(room).toBeVisible();
  await page.getByRole('link', { name: 'Chart window' }).click();
  const margin = page.getByRole('complementary');
  await expect(margin).toContainText('Nearest that are free');
  await expect(margin).toContainText('0 mm');
  const heading = page.getByRole('heading', { level: 1 });
  const [, free, all] = /(\d+) of (\d+) presses free/.exec((await heading.textContent())!)!;
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
  await page.goto('/keysets/fathomry/7.0/3/room?platform=windows&where=2&at=Ctrl%2BShift%2BKeyR');
  await expect(margin).toContainText('taken in Chart window');
  await expect(margin).toContainText('Select by depth range');
  await room.getByRole('gridcell', { name: 'Ctrl+Alt+Shift+X, free' }).click();
  await expect(margin).toContainText('free in Chart window');
  await page.getByRole('link', { name: 'Everything on this key' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('X');
  await page.goto('/catalogue/fathomry/7.0?platform=windows');
  await page.getByRole('button', { name: 'Press to find' }).click();
  await page.keyboard.press('Control+Alt+Shift+X');
  await expect(page.getByRole('heading', { name: 'These keys do nothing here' })).toBeVisible();
  expect(heard).toEqual([]);
});
