import { expect, test } from '../site.ts';
import { tabTo, untouched, watchPointer } from '../by-hand.ts';
import { fresh, margin, row } from '../made.ts';
import { complaints } from '../pages.ts';

test('a keyset is made, edited and mended without ever touching the mouse, and what happens is announced', async ({
  page,
}) => {
  const heard = complaints(page);
  await watchPointer(page);
  await page.goto('/');
  await tabTo(page, page.getByRole('button', { name: 'Ines Farrowby' }));
  await page.keyboard.press('Enter');
  await tabTo(page, page.getByRole('button', { name: 'Sign in', exact: true }));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Programs and releases' })).toBeVisible();
  const made = await fresh(page, 'no-mouse');
  await page.goto(`/keysets/${made.slug}/1`);
  await tabTo(page, page.getByLabel('Name', { exact: true }));
  await page.keyboard.type('By hand');
  await tabTo(page, page.getByRole('button', { name: 'Create keyset' }));
  await page.keyboard.press('Enter');
  await expect(page.locator('.page-head', { hasText: /Edits\s*By hand/ })).toBeVisible();

  // The grid: down to a command, Enter to the margin, its press taken; Tab leaves the field and is not taken.
  const grid = page.getByRole('grid');
  await tabTo(page, grid);
  const selected = page.locator('[role=row][aria-selected=true]');
  for (let down = 0; down < 7; down++) await page.keyboard.press('ArrowDown');
  await expect(selected).toContainText('Sound');
  await page.keyboard.press('Enter');
  const field = page.getByRole('application', { name: 'Press the new shortcut' });
  await expect(field).toBeFocused();
  await page.keyboard.press('k');
  await expect(page.locator('[aria-live=polite]').first()).toHaveText('K recorded');
  await expect(page.locator('.follows')).toContainText(
    'K belongs to Dry out. If you reassign it, Dry out has no shortcut.',
  );
  await page.keyboard.press('Tab');
  await expect(field).not.toBeFocused();
  await tabTo(page, page.getByRole('group', { name: 'The command that has it now' }).getByRole('button').first());
  await page.keyboard.press('3');
  await expect(margin(page).getByRole('status')).toHaveText('Shortcut set.');
  await expect(row(page, 'Dry out')).toContainText('no shortcut');

  // Tab itself is taken when the next press is literal, and only then.
  await tabTo(page, page.getByRole('switch', { name: /Capture Tab/ }), true);
  await page.keyboard.press('Enter');
  await expect(field).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.locator('[aria-live=polite]').first()).toHaveText('Tab recorded');
  await page.keyboard.press('Tab');
  await expect(field).not.toBeFocused();

  // Several rows are marked with Shift, moved to another modifier together, and undone with one press.
  await tabTo(page, grid, true);
  await page.keyboard.press('Control+Home');
  for (let down = 0; down < 2; down++) await page.keyboard.press('Shift+ArrowDown');
  await expect(margin(page).getByRole('heading', { name: 'Edit 3 commands' })).toBeVisible();
  await tabTo(page, page.getByRole('radio', { name: 'Change modifiers' }));
  await tabTo(page, page.getByLabel('Reason for all of these edits'));
  await page.keyboard.type('Plain function keys are the system’s.');
  await tabTo(page, page.getByRole('button', { name: 'Apply to 3 commands' }));
  await page.keyboard.press('Enter');
  await expect(margin(page).getByText('Modifiers changed.')).toBeVisible();
  await expect(row(page, 'Third layer')).toContainText('Shift+F4');
  await tabTo(page, grid, true);
  await page.keyboard.press('Control+z');
  await expect(page.locator('.tools').getByRole('status')).toHaveText('Undone.');
  await expect(row(page, 'Third layer')).not.toContainText('Shift+F4');
  await page.keyboard.press('Control+z');
  await expect(row(page, 'Dry out')).not.toContainText('no shortcut');
  await untouched(page);
  expect(heard).toEqual([]);
});
