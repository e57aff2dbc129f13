import { expect, test } from '../site.ts';
import { US, WRITING_CODES, NAMED_KEYS, capture, writeStored } from '@crib/core/keys';
import { complaints, expectNoBarriers, signIn } from '../pages.ts';

test('what Chromium reports for each key agrees with the tables (the driver’s keyboard is a US one)', async ({
  page,
}) => {
  await page.setContent('<input id="field" aria-label="field">');
  await page.focus('#field');
  await page.evaluate(() => {
    const heard: object[] = [];
    (window as unknown as { heard: object[] }).heard = heard;
    document.addEventListener('keydown', (event) => {
      const { code, key, ctrlKey, altKey, shiftKey, metaKey } = event;
      heard.push({
        code,
        key,
        ctrlKey,
        altKey,
        shiftKey,
        metaKey,
        altGraph: event.getModifierState('AltGraph'),
      });
      event.preventDefault();
    });
  });
  const table = US.on.linux.characters;
  const codes = WRITING_CODES.filter((code) => code in table && code !== 'IntlBackslash');
  const names = [
    'Enter',
    'Tab',
    'Escape',
    'Backspace',
    'Delete',
    'Insert',
    'Home',
    'End',
    'PageUp',
    'PageDown',
    'ArrowUp',
    'ArrowDown',
    'ArrowLeft',
    'ArrowRight',
    'F1',
    'F12',
    'Space',
  ];
  for (const code of [...codes, ...names]) {
    await page.keyboard.press(code);
    await page.keyboard.press(`Shift+${code}`);
  }
  type Heard = Parameters<typeof capture>[0];
  const heard = (await page.evaluate(() => (window as unknown as { heard: object[] }).heard)) as Heard[];
  const presses = heard.filter((one) => one.key !== 'Shift');
  expect(presses.length).toBe(2 * (codes.length + names.length));
  for (const press of presses) {
    const characters = table[press.code];
    if (characters) expect(press.key, press.code).toBe(characters[press.shiftKey ? 1 : 0]);
    else
      expect(press.key === ' ' ? 'Space' : press.key).toBe(
        [...NAMED_KEYS.values()].find((one) => one.code === press.code)?.name,
      );
    const stroke = capture(press, { layout: US, machine: 'linux', binds: 'character' });
    const plain = characters ? characters[0]!.toUpperCase() : press.key === ' ' ? 'Space' : press.key;
    expect(writeStored({ strokes: [stroke!], manner: 'pressed' })).toBe(press.shiftKey ? `Shift+${plain}` : plain);
  }
});

test('the ledger moves like a grid, and a key is changed without the mouse', async ({ page }) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/keysets/fathomry/7.0/3');
  const grid = page.getByRole('grid');
  await expect(grid).toBeVisible();
  await expect(grid).toHaveAttribute('aria-rowcount', /3\d\d/);
  await grid.focus();
  const selected = page.locator('[role=row][aria-selected=true]');
  await page.keyboard.press('ArrowDown');
  await expect(selected).toContainText('New chart');
  await page.keyboard.press('ArrowDown');
  await expect(selected).toContainText('Open chart');
  await page.keyboard.press('Control+End');
  await expect(selected).toContainText('Light list and symbols');
  await page.keyboard.press('ArrowRight');
  const active = await grid.getAttribute('aria-activedescendant');
  await expect(page.locator(`#${active}`)).toContainText('Ctrl+F1');
  await page.keyboard.press('Control+Home');
  await expect(selected).toContainText('New chart');

  await page.getByLabel('Search commands').focus();
  await page.keyboard.type('level a row');
  await expect(page.getByRole('row')).toHaveCount(3);
  await grid.focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  const field = page.getByRole('application', { name: 'Press the new shortcut' });
  await expect(field).toBeFocused();
  await page.keyboard.press('Shift+L');
  await expect(page.getByText('Shift+L belongs to Lead sounding out')).toBeVisible();
  await page.keyboard.press('Alt+Shift+L');
  await expect(page.getByText('Free in Chart window and its sub-contexts')).toBeVisible();
  await expect(page.locator('[aria-live=polite]').first()).toHaveText('Alt+Shift+L recorded');
  await page.keyboard.press('Tab'); // leaves the field, takes nothing
  await expect(field).not.toBeFocused();
  await page.keyboard.press('Shift+Tab');
  await expect(field).toBeFocused();
  await page.getByLabel('Reason').focus();
  await page.keyboard.type('L for level');
  await page.getByRole('button', { name: 'Set Alt+Shift+L' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();
  await expect(selected).toContainText('Alt+Shift+L');

  // Back works, and an address opened afresh shows the same.
  const address = page.url();
  await page.goto('about:blank');
  await page.goto(address);
  await expect(
    page.getByRole('complementary').getByRole('heading', { name: 'Level a row of soundings' }),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Reset to built-in' }).click();
  await expect(page.getByText('Shortcut reset.', { exact: true })).toBeVisible();
  expect(heard).toEqual([]);
});

test('two windows on one keyset: the second to save sees what changed, and loses nothing', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const other = await (await browser.newContext({ baseURL: process.env['CRIB_ADDRESS']! })).newPage();
  await signIn(other);
  const at = (row: string) => `/keysets/fathomry/7.0/3?row=${row}`;
  await page.goto(at('view.shade-shoals'));
  await other.goto(at('view.shade-by-survey-age'));
  for (const [one, reason] of [
    [page, 'shoals first'],
    [other, 'age matters'],
  ] as const) {
    await one.getByRole('application').focus();
    await one.keyboard.press('Alt+Shift+H');
    await expect(one.getByText('Free in Chart window')).toBeVisible();
    await one.getByLabel('Reason').fill(reason);
  }
  await page.getByRole('button', { name: 'Set Alt+Shift+H' }).click();
  await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();
  await other.getByRole('button', { name: 'Set Alt+Shift+H' }).click();
  await expect(other.getByText(/you were not shown: Alt\+Shift\+H belongs to Shade shoals/)).toBeVisible();
  await expect(other.getByLabel('Reason')).toHaveValue('age matters');
  await expect(other.getByRole('button', { name: /Reassign it; Shade shoals gets no shortcut/ })).toBeEnabled();
  await other.goto(at('view.shade-shoals'));
  await other.getByRole('button', { name: 'Reset to built-in' }).click();
  await expect(other.getByText('Shortcut reset.', { exact: true })).toBeVisible();
});

test('a sheet prints on one page of A4, and every state and the dark paper are without barriers', async ({ page }) => {
  test.slow();
  await signIn(page);
  await page.goto('/handouts/fathomry/7.0');
  const path = (await page
    .getByRole('link', { name: /^\/s\/first-week/ })
    .last()
    .getAttribute('href'))!;
  await page.goto(path);
  await expect(page.getByRole('heading', { name: 'First week at the plotting desk' })).toBeVisible();
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  expect(pdf.match(/\/Type\s*\/Page\b/g)?.length).toBe(1);
  expect(pdf).toMatch(/\/MediaBox\s*\[0 0 59[45]\.\d* 84[12]\.?\d*\]/);

  await page.setViewportSize({ width: 360, height: 740 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await expectNoBarriers(page, 'the learner’s sheet on a phone');
  await page.goto('/s/none/bodim-bodim-bodim-bodim');
  await expect(page.getByRole('heading', { name: 'This sheet cannot be shown' })).toBeVisible();
  await expectNoBarriers(page, 'a sheet that is not there');

  await page.setViewportSize({ width: 1024, height: 768 });
  for (const [where, path_] of [
    ['a ledger without rows', '/catalogue/fathomry/7.0?q=nothing+at+all'],
    ['a release that is not there', '/catalogue/fathomry/9.9'],
    ['an app that is not there', '/catalogue/nowhere/1.0'],
    ['an address that is none', '/somewhere'],
    ['a sealed release', '/catalogue/fathomry/7.0/import'],
    ['the edits of a set', '/keysets/fathomry/7.0/3?only=edits'],
  ] as const) {
    await page.goto(path_);
    await expect(page.getByRole('heading').first()).toBeVisible();
    await page.waitForLoadState('networkidle');
    await expectNoBarriers(page, where);
  }
  await page.evaluate(() => localStorage.setItem('crib-theme', 'dark'));
  for (const path_ of [
    '/catalogue',
    '/catalogue/fathomry/7.0?row=depth.place-sounding',
    '/keysets/fathomry/7.0/3?row=depth.strike-soundings',
    '/sheets/fathomry/7.0/1',
    '/catalogue/fathomry/7.0/command/light.add-light',
    '/catalogue/fathomry/7.0/key/KeyU',
    '/catalogue/fathomry/7.0/contexts?place=4',
    '/catalogue/fathomry/7.0/groups',
    '/catalogue/fathomry/7.0/tasks',
    '/keysets/fathomry/7.0/3/free?where=2',
    '/catalogue/fathomry/7.0/key-handling',
    '/catalogue/fathomry/7.0/reserved',
    '/keysets/fathomry/7.0/3/conflicts?layouts=us,de,fr',
    '/keysets/fathomry/7.0/3/hand-travel',
    '/keysets/fathomry/7.0/3/move',
    '/keysets/fathomry/7.0/3/trace?meant=D',
    '/keysets/fathomry/7.0/3/compare',
    '/keysets/fathomry/7.0/3/history?at=5',
    '/keysets/fathomry/7.0/3/settings',
  ]) {
    await page.goto(path_);
    await page.waitForLoadState('networkidle');
    await expect(page.getByRole('heading').first()).toBeVisible();
    await expectNoBarriers(page, `dark paper: ${path_}`);
  }
});
