import { expect, test } from '../site.ts';
import type { AppOverview, Catalogue, CustomKeyset, Sheet } from '@crib/core/contract';
import { chooseByKeys, enter, tabTo, untouched, watchPointer } from '../by-hand.ts';
import { at, fresh, margin, releaseOf, row, saving } from '../made.ts';
import { complaints } from '../pages.ts';

test.beforeEach(async ({ page }) => {
  await watchPointer(page);
  await page.goto('/');
  await enter(page, 'Ines Farrowby');
  await enter(page, /^Sign in$/);
  await expect(page.getByRole('heading', { name: 'Programs and releases' })).toBeVisible();
});
test.afterEach(({ page }) => untouched(page));

test('a free press is given from room left, a key’s page and the reach chart', async ({ page }) => {
  const heard = complaints(page);
  const made = await fresh(page, 'keys-room');
  await page.goto(at(made, '/free'));
  await tabTo(page, page.getByRole('grid'));
  const chosen = page.locator('[role=gridcell][aria-selected=true]');
  await page.keyboard.press('ArrowDown');
  for (let steps = 0; steps < 40 && !/free/.test((await chosen.getAttribute('aria-label')) ?? ''); steps++)
    await page.keyboard.press('ArrowRight');
  await chooseByKeys(page, 'Command', 'Drop it');
  await saving(page, enter(page, /^Assign /));
  await page.goto(at(made, '?row=chart.drop'));
  await expect(row(page, 'Drop it').locator('.chip.yours')).toHaveCount(1);

  await page.goto(`/catalogue/${made.slug}/1/key/KeyY?keyset=${made.keyset}`);
  await tabTo(page, page.getByRole('region', { name: 'Combinations of this key' }));
  for (let steps = 0; steps < 3; steps++) await page.keyboard.press('ArrowDown');
  await chooseByKeys(page, 'Command', 'Dry out');
  await saving(page, enter(page, /^Assign /));
  await page.goto(at(made, '?row=chart.dry'));
  await expect(row(page, 'Dry out').locator('.chip.yours')).toHaveText(/Y/);

  await page.goto(at(made, '/hand-travel'));
  const chart = page.getByRole('group', { name: 'Keys by distance' });
  await tabTo(page, chart.locator('[role=button][tabindex="0"]'));
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await chooseByKeys(page, 'Command', 'Sound');
  await saving(page, enter(page, /^Assign /));
  await page.goto(at(made, '?row=chart.sound'));
  await expect(row(page, 'Sound').locator('.chip.yours')).toHaveCount(1);
  expect(heard).toEqual([]);
});

test('a command has back the key of an earlier release', async ({ page }) => {
  const { keysets } = (await (await page.request.get('/api/apps/fathomry')).json()) as AppOverview;
  const base = keysets.find((one) => one.name === 'School set' && one.carriedFrom === null)!;
  const own = await page.request.post('/api/apps/fathomry/keysets', {
    data: { name: 'Back by keys', baseId: base.id },
  });
  const { id } = (await own.json()) as { id: number };
  await page.goto(`/releases/fathomry/7.0?old=1&now=2&keyset=${id}&q=Measure area`);
  await tabTo(page, page.getByRole('grid'));
  await page.keyboard.press('ArrowDown');
  await enter(page, /^(Restore |Reassign it; .* gets no shortcut)/, margin(page));
  await expect(margin(page).getByText('Measure area has Alt+Z again in Back by keys.')).toBeVisible();
  expect((await page.request.post('/api/bin', { data: { kind: 'keyset', id } })).status()).toBe(201);
});

test('a family goes to another with other modifiers and custom shortcut for one, in one step', async ({ page }) => {
  const made = await fresh(page, 'keys-family');
  const release = await releaseOf(page, made.slug);
  const read = async () => (await (await page.request.get(`/api/releases/${release}`)).json()) as Catalogue;
  const { commands } = await read();
  const named = (name: string) => commands.find((one) => one.name === name)!.id;
  const members = ['chart.sound', 'chart.dry', 'chart.drop'].map(named);
  await page.request.post(`/api/apps/${made.slug}/groups`, { data: { kind: 'family', name: 'Depths', members } });
  await page.goto(at(made, '/move'));
  await chooseByKeys(page, 'Commands to move', 'Layers');
  await chooseByKeys(page, 'Move to', 'Hand them to another family');
  await chooseByKeys(page, 'Other family', 'Depths');
  await chooseByKeys(page, 'What stays here', 'Shift');
  await tabTo(page, page.getByLabel('Custom shortcut for Dry out'));
  await page.keyboard.type('Alt+U');
  await enter(page, /^Move \d+/, margin(page));
  await expect(margin(page).getByText('Shortcuts moved.')).toBeVisible();
  const kept = (await (await page.request.get(`/api/keysets/${made.keyset}`)).json()) as CustomKeyset;
  const keys = new Map(kept.edits.map((one) => [one.command, one.shortcuts.join()]));
  expect(
    ['chart.one', 'chart.three', 'chart.sound', 'chart.dry', 'chart.drop'].map((one) => keys.get(named(one))),
  ).toEqual(['Shift+F2', 'Shift+F4', 'F2', 'Alt+U', 'F4']);
});

test('marked rows are put on a sheet and made a family, a run is pressed, a shipped key gets a memory aid', async ({
  page,
}) => {
  const made = await fresh(page, 'keys-marked');
  await page.request.post(`/api/apps/${made.slug}/sheets`, { data: { keysetId: made.keyset, title: 'Watch' } });
  await page.goto(`/catalogue/${made.slug}/1`);
  await tabTo(page, page.getByRole('grid'));
  await page.keyboard.press('Control+Home');
  for (let down = 0; down < 7; down++) await page.keyboard.press('Shift+ArrowDown');
  await enter(page, 'Add 8 commands', margin(page));
  await expect(margin(page).getByRole('status')).toHaveText('8 commands added to “Watch”.');
  const { sheets } = (await (await page.request.get(`/api/apps/${made.slug}`)).json()) as AppOverview;
  const sheet = (await (await page.request.get(`/api/sheets/${sheets[0]!.id}`)).json()) as Sheet;
  expect(sheet.sections.flatMap((section) => section.rows)).toHaveLength(8);

  await tabTo(page, margin(page).getByLabel('Name of the group'));
  await page.keyboard.press('Control+a');
  await page.keyboard.type('First eight');
  await enter(page, 'Create group', margin(page));
  await expect(margin(page).getByRole('status')).toHaveText('Group created.');

  await page.goto(`/catalogue/${made.slug}/1/tasks?run=new`);
  await tabTo(page, page.getByRole('application', { name: 'Or press the shortcuts in order' }));
  await page.keyboard.press('k');
  await page.keyboard.press('j');
  await tabTo(page, margin(page).getByLabel('Name', { exact: true }));
  await page.keyboard.type('By keys');
  await enter(page, 'Create task', margin(page));
  await expect(page.getByRole('link', { name: /By keys\s*2/ })).toBeVisible();

  await page.goto(`/catalogue/${made.slug}/1/command/chart.sound`);
  await enter(page, 'Add note or memory aid', margin(page));
  await tabTo(page, margin(page).getByLabel('Memory aid'));
  await page.keyboard.type('J like a sounding line’s hook');
  await enter(page, 'Save', margin(page));
  await expect(margin(page).getByText('J like a sounding line’s hook')).toBeVisible();
});
