import { readFileSync } from 'node:fs';
import { expect, test } from '../site.ts';
import { at, fresh, margin, releaseOf, row } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

test('a clash is met while the keys are down, resolved by a swap with one keystroke, and undone', async ({ page }) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, 'swapping');
  await page.goto(at(made, '?row=chart.sound'));
  const field = page.getByRole('application', { name: 'Press the new shortcut' });
  await field.focus();
  await page.keyboard.press('k');
  await expect(page.getByText('K belongs to Dry out. If you reassign it, Dry out has no shortcut.')).toBeVisible();
  await expectNoBarriers(page, 'a clash met');
  await page.getByRole('button', { name: /Swap: Dry out gets J/ }).focus();
  await page.keyboard.press('2');
  await expect(page.getByText('Swapped.')).toBeVisible();
  await expect(row(page, 'Sound')).toContainText('K');
  await expect(row(page, 'Dry out')).toContainText('J');
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Dry out')).toContainText('built in');
  await expect(row(page, 'Sound')).toContainText('built in');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(row(page, 'Sound')).toContainText('K');

  // Taking a key and giving its owner a proposed one is one step as well; nobody is left without.
  await page.goto(at(made, '?row=chart.drop'));
  await field.focus();
  await page.keyboard.press('Control+k');
  await page.getByRole('button', { name: 'Set Ctrl+K' }).click();
  await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();
  await page.goto(at(made, '?row=chart.dry'));
  await field.focus();
  await page.keyboard.press('Control+k');
  await page.getByRole('button', { name: /Reassign it; give Drop it/ }).click();
  await expect(page.getByText('Both shortcuts set.')).toBeVisible();
  await page.getByRole('link', { name: /^Lost their shortcut/ }).click();
  await expect(page.getByText('No command lost its shortcut')).toBeVisible();
  expect(heard).toEqual([]);
});

test('a family of six moves to another modifier in one step, with one left out, and back in one', async ({ page }) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, 'moving-six');
  await page.goto(at(made, '/move'));
  await page.getByRole('checkbox', { name: 'Include Third layer' }).focus();
  await page.keyboard.press('Space');
  await page.getByLabel('Reason for the move').fill('Plain function keys are the system’s on laptops.');
  await expect(margin(page).getByText('5 edits')).toBeVisible();
  await expectNoBarriers(page, 'a run on its way');
  await page.getByRole('button', { name: 'Move 5' }).click();
  await expect(page.getByText('Shortcuts moved.')).toBeVisible();
  await page.goto(at(made, '?only=edits'));
  await expect(row(page, 'First layer')).toContainText('Shift+F2');
  await expect(row(page, 'Sixth layer')).toContainText('Shift+F7');
  await expect(row(page, 'Third layer')).toHaveCount(0);

  await page.goto(at(made, '/history'));
  await expect(page.getByText(/Layers moved together/)).toBeVisible();
  await page.getByLabel('Name').fill('moved');
  await page.getByRole('button', { name: 'Create save point' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/undone:/)).toBeVisible();
  await expect(margin(page).getByText('Since moved')).toBeVisible();
  await page.getByRole('button', { name: 'Restore moved' }).click();
  await expect(page.getByText('Keyset restored.')).toBeVisible();
  await expect(margin(page).getByText('No differences.')).toBeVisible();
  await page.goto(at(made, '?only=edits'));
  await expect(row(page, 'Sixth layer')).toContainText('Shift+F7');
  expect(heard).toEqual([]);
});

test('several rows are edited together, given the best free keys, and none of it is half made', async ({ page }) => {
  await signIn(page);
  const made = await fresh(page, 'together');
  await page.goto(at(made));
  await row(page, 'First layer').click();
  await row(page, 'Third layer').click({ modifiers: ['Shift'] });
  await expect(margin(page).getByRole('heading', { name: 'Edit 3 commands' })).toBeVisible();
  await page.getByLabel('Find the best free shortcuts').check();
  await page.getByRole('button', { name: 'Find shortcuts' }).click();
  await expect(margin(page).getByText(/Best total score/)).toBeVisible();
  await expectNoBarriers(page, 'several edited together');
  await page.getByRole('button', { name: 'Apply to 3 commands' }).click();
  await expect(page.getByText('Shortcuts set.')).toBeVisible();
  await page.getByLabel('Reset', { exact: true }).check();
  await page.getByRole('button', { name: 'Apply to 3 commands' }).click();
  await expect(page.getByText('Edits reset.')).toBeVisible();
  await expect(row(page, 'First layer')).toContainText('built in');
});

test('a keyset is saved to a file and loaded again, looked at first; a file that does not fit changes nothing', async ({
  page,
}) => {
  await signIn(page);
  const made = await fresh(page, 'filed');
  await page.goto(at(made, '?row=chart.sound'));
  await page.getByRole('application').focus();
  await page.keyboard.press('Alt+Shift+q');
  await page.getByRole('button', { name: 'Set Alt+Shift+Q' }).click();
  await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();
  await page.goto(at(made, '/settings'));
  const downloaded = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export file' }).click();
  const text = readFileSync(await (await downloaded).path(), 'utf8');

  await page.goto(at(made));
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.goto(`/keysets/${made.slug}/1`);
  await page.getByRole('button', { name: 'Import from file' }).click();
  const load = (body: string) =>
    page.setInputFiles('input[type=file]', {
      name: 'ours.json',
      mimeType: 'application/json',
      buffer: Buffer.from(body),
    });
  await load(text.replace('"app": "filed"', '"app": "elsewhere"'));
  await expect(page.getByText(/This file is for elsewhere/)).toBeVisible();
  await load(text);
  await expect(margin(page).getByText('Differences from the current keyset')).toBeVisible();
  await expect(margin(page).getByText('inherited Alt+Shift+Q')).toBeVisible();
  await expectNoBarriers(page, 'a file looked at');
  await page.getByRole('button', { name: 'Replace current keyset' }).click();
  await expect(row(page, 'Sound')).toContainText('Alt+Shift+Q');
  await page.goto(at(made, '/settings'));
  await page.getByRole('button', { name: 'Create merged copy' }).click();
  await expect(page.locator('.page-head', { hasText: /Edits\s*Ours, merged/ })).toBeVisible();
  await expect(row(page, 'Sound')).toContainText('Alt+Shift+Q');
});

test('counts are written down, and what is used often without a key is found by them', async ({ page }) => {
  await signIn(page);
  const made = await fresh(page, 'counted');
  await page.goto(`/catalogue/${made.slug}/1/usage`);
  await expect(page.getByText('No usage data yet')).toBeVisible();
  await expectNoBarriers(page, 'no counts yet');
  await page.getByLabel('Source', { exact: true }).fill('counted in our office');
  await page.getByLabel('One command per line').fill('Drop it ..... 30\nchart.sound, often');
  await expect(margin(page).getByText(/Line 2: “often” must be/)).toBeVisible();
  await page.getByLabel('One command per line').fill('Drop it ..... 30\nchart.sound, weekly');
  await page.getByRole('button', { name: 'Save 2 counts' }).click();
  await expect(row(page, 'Drop it')).toContainText('30');
  await expectNoBarriers(page, 'counts');
  await page.goto(at(made, '?only=often'));
  await expect(page.getByRole('gridcell', { name: 'Drop it', exact: true })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Frequent, no shortcut 1' })).toBeVisible();
});

test('hands are placed by keys and by dragging, a run is compared, and a press is traced', async ({ page }) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/keysets/fathomry/7.0/3/hand-travel');
  const finger = page.getByRole('slider', { name: 'Resting key of the left index finger' });
  await expect(finger).toHaveAttribute('aria-valuetext', 'F');
  await finger.focus();
  await page.keyboard.press('ArrowRight');
  await expect(finger).toHaveAttribute('aria-valuetext', 'G');
  await expect(page).toHaveURL(/fingers=/);
  const target = page.locator('svg.chart text', { hasText: /^T$/ });
  await finger.hover();
  await page.mouse.down();
  const box = (await target.boundingBox())!;
  for (const part of [0.4, 0.8, 1]) {
    const from = (await finger.boundingBox())!;
    await page.mouse.move(from.x + (box.x + box.width / 2 - from.x) * part, from.y + (box.y + 8 - from.y) * part);
  }
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + 6);
  await page.mouse.up();
  await expect(finger).toHaveAttribute('aria-valuetext', 'T');
  await expect(page.getByRole('img', { name: /^Time: 7\.0 built in \d/ })).toBeVisible();
  await expectNoBarriers(page, 'reach');
  await pick(page, 'Task or group', 'group: Recall … view');
  await expect(page.getByRole('columnheader', { name: 'Average distance' })).toBeVisible();

  await page.goto('/keysets/fathomry/7.0/3/trace');
  await page.getByRole('application', { name: 'Press the shortcut you meant' }).focus();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('row', { name: /Undo.*As intended/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /The finger hit the neighbouring key/ }).first()).toBeVisible();
  await pick(page, 'Start from', 'what happened');
  await expect(page.getByText('Choose what happened')).toBeVisible();
  expect(heard).toEqual([]);
});

test('a layer of one’s own is changed by nobody else; layers show through, are blocked, taken apart and argued', async ({
  page,
  browser,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, 'layered');
  await page.request.post(`/api/releases/${await releaseOf(page, made.slug)}/contexts`, { data: { name: 'Deck' } });
  const field = page.getByRole('application', { name: 'Press the new shortcut' });
  const give = async (rowName: string, press: string, written: string) => {
    await page.goto(at(made, `?row=${rowName}`));
    await field.focus();
    await page.keyboard.press(press);
    await page.getByRole('button', { name: `Set ${written}`, exact: true }).click();
    await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();
  };
  await give('chart.sound', 'Alt+Shift+s', 'Alt+Shift+S');
  await give('chart.drop', 'Alt+Shift+d', 'Alt+Shift+D');

  // On top of it a layer of Ines’s own: what is below shows through, and a blocked press does nothing in its place.
  await page.goto(`/keysets/${made.slug}/1`);
  await page.getByLabel('Name', { exact: true }).fill('Mine');
  await pick(page, 'Based on', 'Ours');
  await page.getByText('Only I can edit it').click();
  await page.getByRole('button', { name: 'Create keyset' }).click();
  await expect(page.locator('.page-head', { hasText: /Edits\s*Mine/ })).toBeVisible();
  await row(page, 'Sound').click();
  await expect(row(page, 'Sound')).toContainText('as in Ours');
  await pick(page, 'Where it works', 'Deck');
  await field.focus();
  await page.keyboard.press('Alt+Shift+s');
  await page.getByRole('button', { name: 'Disable here' }).click();
  await expect(page.getByText('Shortcut disabled.')).toBeVisible();
  await expect(row(page, 'Sound')).toContainText('not in Deck');
  const mine = page.url().split('?')[0]!;

  const other = await (await browser.newContext({ baseURL: process.env['CRIB_ADDRESS']! })).newPage();
  await signIn(other, 'Tobias Lunde');
  await other.goto(`${mine}?row=chart.dry`);
  await other.getByRole('application', { name: 'Press the new shortcut' }).focus();
  await other.keyboard.press('Alt+Shift+k');
  await other.getByRole('button', { name: 'Set Alt+Shift+K' }).click();
  await expect(other.getByText(/“Mine” belongs to Ines Farrowby/)).toBeVisible();
  await other.goto(`${mine}/settings`);
  await expect(other.getByRole('button', { name: 'Save', exact: true })).toBeDisabled();
  await other.close();

  await page.goto(at(made, '/compare'));
  await expect(page.getByRole('row', { name: /Drop it.*none.*Alt\+Shift\+D/ })).toBeVisible();
  const downloaded = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export Markdown' }).click();
  const text = readFileSync(await (await downloaded).path(), 'utf8');
  expect(text).toContain('| Drop it | none | `Alt+Shift+D` |');
  await page.goto(at(made, '/settings'));
  await pick(page, 'Split by', 'place');
  await expect(page.getByRole('button', { name: 'Split into 1 layer' })).toBeDisabled();
  await page.getByRole('button', { name: 'Create a keyset based on this' }).click();
  await expect(page.locator('.page-head', { hasText: /Edits\s*Ours, copy/ })).toBeVisible();
  await expect(row(page, 'Sound')).toContainText('as in Ours');
  expect(heard).toEqual([]);
});

test('a keyset is put back to a day, and learners’ layouts are weighed with the one in hand', async ({ page }) => {
  await signIn(page);
  const made = await fresh(page, 'by-the-day');
  await page.goto(at(made, '?row=chart.sound&layouts=de,fr'));
  const field = page.getByRole('application', { name: 'Press the new shortcut' });
  await field.focus();
  await page.keyboard.press('Alt+Shift+j');
  await expect(page.getByText('Works on all 3 layouts')).toBeVisible();
  // Ctrl for all platforms is the primary modifier; the same keys once more are meant as they are pressed.
  await page.keyboard.press('Control+Shift+y');
  await expect(page.getByText(/^Ctrl on .*Command on macOS\.$/)).toBeVisible();
  await page.keyboard.press('Control+Shift+y');
  await expect(page.getByText(/^Kept exactly as pressed: Ctrl\+Shift\+Y on /)).toBeVisible();
  await page.keyboard.press('Alt+Shift+j');
  await page.getByRole('button', { name: 'Set Alt+Shift+J' }).click();
  await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();
  await page.getByLabel('Or type the shortcut').fill('Alt+ß');
  await expect(page.getByText(/Alt\+ß cannot be typed.* US/)).toBeVisible();
  await expect(page.getByText(/Alt\+ß cannot be typed.* French/)).toBeVisible();

  await page.goto(at(made, '/history'));
  await expect(page.getByText('edited: Sound')).toBeVisible();
  const today = new Date().toISOString().slice(0, 10);
  await page.getByLabel('State on').fill(today);
  await expect(page.getByRole('button', { name: 'Restore this date' })).toBeDisabled();
  await page.getByLabel('State on').fill('2020-01-01');
  await page.getByRole('button', { name: 'Restore this date' }).click();
  await expect(page.getByText('restored: Sound')).toBeVisible();
  await page.goto(at(made, '?only=edits'));
  await expect(page.getByText('No edits yet')).toBeVisible();
});
