import { expect, test, type Locator, type Page } from '../site.ts';
import type { AppOverview, Sheet } from '@crib/core/contract';
import { at, fresh, margin, releaseOf, row, saving } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

/** Counts what somebody does: a click, a choice from a list, a key. Presses that are given to a command are not counted. */
function hand(page: Page) {
  let actions = 0;
  return {
    async click(name: string | RegExp, within = page.locator('body')) {
      actions++;
      await within.getByRole('button', { name }).click();
    },
    async row(label: string, modifiers: ('Shift' | 'Control')[] = []) {
      actions++;
      await row(page, label).click({ modifiers });
    },
    async cell(one: Locator) {
      actions++;
      await one.click();
    },
    async choose(list: string, option: string) {
      actions++;
      await pick(page, list, option);
    },
    async key(...keys: string[]) {
      actions += keys.length;
      for (const one of keys) await page.keyboard.press(one);
    },
    count: () => actions,
  };
}

test('keys for commands without one, going down the list: two actions a command besides the press', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, 'down-the-list');
  const release = await releaseOf(page, made.slug);
  for (const label of ['Weigh', 'Haul', 'Slack'])
    await page.request.post(`/api/releases/${release}/commands`, { data: { label } });
  await page.goto(at(made, '?narrow=without&row=drop.it'));
  const rows = page.locator('[role=row][aria-selected]');
  await expect(rows).toHaveCount(4);
  const field = page.getByRole('application', { name: 'Press the new shortcut' });
  await page.keyboard.press('g');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(field).toBeFocused();
  const me = hand(page);
  for (const press of ['Alt+Shift+e', 'Alt+Shift+w', 'Alt+Shift+x']) {
    const before = await rows.count();
    await page.keyboard.press(press);
    await expect(page.getByRole('button', { name: /^Set/ })).toBeEnabled();
    await me.key('Tab', 'Enter');
    await expect(rows).toHaveCount(before - 1);
    await expect(field).toBeFocused();
  }
  expect(me.count() / 3).toBeLessThanOrEqual(2);
  expect(heard).toEqual([]);
});

test('a free press is given to a command from room left in three actions, and from the key’s page', async ({
  page,
}) => {
  await signIn(page);
  const made = await fresh(page, 'from-room');
  await page.goto(at(made, '/free'));
  const me = hand(page);
  await me.cell(page.getByRole('gridcell', { name: /free/ }).first());
  await me.choose('Command', 'Drop it');
  await expect(margin(page).getByText('No other command is affected')).toBeVisible();
  await expectNoBarriers(page, 'a press given from room left');
  await saving(page, me.click(/^Assign /));
  expect(me.count()).toBeLessThanOrEqual(3);
  await page.goto(at(made, '?row=chart.drop'));
  await expect(row(page, 'Drop it').locator('.chip.yours')).toHaveCount(1);

  await page.goto(`/catalogue/${made.slug}/1/key/KeyY?keyset=${made.keyset}`);
  const again = hand(page);
  await again.cell(page.getByRole('row', { name: /^Alt\+Y/ }));
  await again.choose('Command', 'Dry out');
  await saving(page, again.click(/^Assign /));
  expect(again.count()).toBeLessThanOrEqual(3);
  await page.goto(at(made, '?row=chart.dry'));
  await expect(row(page, 'Dry out').locator('.chip.yours')).toHaveText(/Alt\+Y/);
});

test('a free press of a key on the reach chart is given to a command in three actions, without a run; arrow keys walk over the keys', async ({
  page,
}) => {
  await signIn(page);
  const made = await fresh(page, 'from-chart');
  await page.goto(at(made, '/hand-travel'));
  const me = hand(page);
  const chart = page.getByRole('group', { name: 'Keys by distance' });
  await me.click(/^B$/, chart);
  await expect(margin(page).getByRole('heading', { name: 'The key B' })).toBeVisible();
  await me.choose('Command', 'Drop it');
  await expect(margin(page).getByText('No other command is affected')).toBeVisible();
  await expectNoBarriers(page, 'a press given from the reach chart');
  await saving(page, me.click(/^Assign /));
  expect(me.count()).toBeLessThanOrEqual(3);
  await expect(margin(page).locator('.pair').filter({ hasText: 'Drop it' })).toHaveCount(1);
  await chart.getByRole('button', { name: 'B', exact: true, pressed: true }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(chart.getByRole('button', { name: 'N', exact: true, pressed: true })).toBeFocused();
  await expect(margin(page).getByRole('heading', { name: 'The key N' })).toBeVisible();
  await page.goto(at(made, '?row=chart.drop'));
  await expect(row(page, 'Drop it').locator('.chip.yours')).toHaveCount(1);
});

test('a command has back the key it had in an earlier release in two actions', async ({ page }) => {
  await signIn(page);
  // The School set on 7.0 against 6.4: what moved, in the release in hand.
  const { keysets } = (await (await page.request.get('/api/apps/fathomry')).json()) as AppOverview;
  const base = keysets.find((one) => one.name === 'School set' && one.carriedFrom === null)!;
  const own = await page.request.post('/api/apps/fathomry/keysets', { data: { name: 'Given back', baseId: base.id } });
  const { id } = (await own.json()) as { id: number };
  await page.goto(`/releases/fathomry/7.0?old=1&now=2&keyset=${id}&q=Measure area`);
  const me = hand(page);
  await me.row('Measure area');
  await me.click(/^(Restore |Reassign it; .* gets no shortcut)/, margin(page));
  await expect(margin(page).getByText('Measure area has Alt+Z again in Given back.')).toBeVisible();
  expect(me.count()).toBeLessThanOrEqual(2);
  await page.goto(`/keysets/fathomry/7.0/${id}?row=measure.measure-area`);
  await expect(row(page, 'Measure area')).toContainText('Alt+Z');
  expect((await page.request.post('/api/bin', { data: { kind: 'keyset', id } })).status()).toBe(201);
});

test('eight commands are put on a sheet, and made a family and a run, from marked rows', async ({ page }) => {
  await signIn(page);
  const made = await fresh(page, 'marked');
  await page.request.post(`/api/apps/${made.slug}/sheets`, { data: { keysetId: made.keyset, title: 'Watch' } });
  await page.goto(`/catalogue/${made.slug}/1`);
  const me = hand(page);
  await me.row('First layer');
  await me.row('Sound', ['Shift']);
  await expect(margin(page).getByRole('heading', { name: '7 commands selected' })).toBeVisible();
  await me.row('Dry out', ['Control']);
  await me.click('Add 8 commands', margin(page));
  await expect(margin(page).getByRole('status')).toHaveText('8 commands added to “Watch”.');
  expect(me.count()).toBeLessThanOrEqual(10);
  const { sheets } = (await (await page.request.get(`/api/apps/${made.slug}`)).json()) as AppOverview;
  const sheet = (await (await page.request.get(`/api/sheets/${sheets[0]!.id}`)).json()) as Sheet;
  expect(sheet.sections.flatMap((section) => section.rows)).toHaveLength(8);
  // A command may come several times, as tasks do.
  await me.click('Add 8 commands', margin(page));
  await expect(margin(page).getByRole('status')).toHaveText('8 commands added to “Watch”.');

  const again = hand(page);
  await page.keyboard.press('Escape');
  await again.row('Second layer');
  await again.row('Fourth layer', ['Shift']);
  await expect(margin(page).getByLabel('Name of the group')).toHaveValue('… layer');
  await again.click('Create group', margin(page));
  await expect(margin(page).getByRole('status')).toHaveText('Group created.');
  expect(again.count()).toBeLessThanOrEqual(3);
  await pick(page, 'Type', 'Task, in this order');
  await margin(page).getByLabel('Name of the group').fill('Layering again');
  await margin(page).getByRole('button', { name: 'Create task' }).click();
  await page.goto(`/catalogue/${made.slug}/1/tasks`);
  await expect(page.getByRole('link', { name: /Layering again/ })).toBeVisible();

  // A run from a group, and by pressing its keys in the order of the task.
  await page.goto(`/catalogue/${made.slug}/1/tasks?run=new`);
  await pick(page, 'Add a whole group', 'Layers');
  await page.getByRole('application', { name: 'Or press the shortcuts in order' }).focus();
  await page.keyboard.press('k');
  await page.keyboard.press('j');
  await margin(page).getByLabel('Name', { exact: true }).fill('By hand');
  await margin(page).getByRole('button', { name: 'Create task' }).click();
  await expect(page.getByRole('link', { name: /By hand\s*8/ })).toBeVisible();
});
