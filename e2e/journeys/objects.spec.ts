import { expect, test } from '../site.ts';
import type { Catalogue } from '@crib/core/contract';
import { at, fresh, margin, releaseOf, row } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

test('arguments have keys of their own, slots are filled and swapped, and a sealed release is corrected with a date', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const made = await fresh(page, 'objects');
  const release = await releaseOf(page, made.slug);
  const post = (path: string, data: object) => page.request.post(path, { data });
  await post(`/api/releases/${release}/list`, {
    source: 'keys.csv',
    text: 'Label,Argument,Shortcut\nSet weight,0.2 mm,F8\nSet weight,0.5 mm,F9\n',
  });
  const read = async () => (await (await page.request.get(`/api/releases/${release}`)).json()) as Catalogue;
  const named = async (name: string) => (await read()).commands.find((one) => one.name === name)!.id;
  await post(`/api/apps/${made.slug}/groups`, {
    kind: 'slots',
    name: 'Bar',
    members: [await named('chart.five'), await named('chart.six')],
  });

  // One command with two arguments: eleven in the ledger, thirteen rows; its page has the keys of both.
  await page.goto(`/catalogue/${made.slug}/1/command/set-weight`);
  await expect(page.getByRole('heading', { name: 'Variants with a value' })).toBeVisible();
  await expect(page.locator('section').filter({ hasText: 'Variants with a value' })).toContainText('0.2 mm');
  await expect(page.locator('section').filter({ hasText: 'Variants with a value' }).locator('.chip')).toHaveCount(2);
  await expectNoBarriers(page, 'a command with arguments');
  await page.goto(`/catalogue/${made.slug}/1`);
  await expect(page.locator('.page-head')).toContainText('11 of 11 commands');

  // What is put into a slot answers to its key, and goes along when two are swapped.
  await page.goto(at(made, '?row=chart.five'));
  await pick(page, 'In this slot', 'Drop it');
  await margin(page).getByRole('button', { name: 'Assign' }).click();
  await expect(row(page, 'Drop it').locator('.chip')).toHaveText(/F6/);
  await expect(margin(page)).toContainText('Users must put it in the slot themselves');
  await expectNoBarriers(page, 'a slot that is filled');
  await margin(page)
    .getByRole('button', { name: /^Sixth layer/ })
    .click();
  await expect(row(page, 'Drop it').locator('.chip')).toHaveText(/F7/);
  await expect(row(page, 'Fifth layer').locator('.chip').first()).toHaveText(/F6/);

  // Sealed: the label is corrected with a reason, and what stood there is told.
  await post(`/api/releases/${release}/seal`, {});
  await page.goto(`/catalogue/${made.slug}/1/command/chart.sound`);
  await page.getByRole('button', { name: 'Correct', exact: true }).click();
  await margin(page).getByLabel('Label', { exact: true }).fill('Sound the depth');
  const submit = margin(page).getByRole('button', { name: /^Save (correction|names)$/ });
  await expect(submit).toBeDisabled();
  await margin(page).getByLabel('Reason for the correction').fill('Misread in the handbook.');
  await expectNoBarriers(page, 'a sealed command on its way to a correction');
  await submit.click();
  await expect(page.locator('.page-head')).toContainText('Sound the depth');
  await expect(margin(page)).toContainText('Label: Sound the depth; previously Sound. Misread in the handbook.');
  await page.goto(`/catalogue/${made.slug}/1/contexts?place=${(await read()).contexts[0]!.id}`);
  await expect(margin(page).getByLabel('Reason for the correction')).toBeVisible();
  await expectNoBarriers(page, 'a place of a sealed release');
  await page.goto(`/catalogue/${made.slug}/1/key-handling`);
  await page.getByText('held keys', { exact: true }).click();
  await expect(page.getByLabel('Reason for the correction')).toBeVisible();
  await expectNoBarriers(page, 'the policy of a sealed release');
  expect(heard).toEqual([]);
});
