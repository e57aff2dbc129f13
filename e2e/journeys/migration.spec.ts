import { readFileSync } from 'node:fs';
import { expect, test } from '../site.ts';
import type { AppOverview, Catalogue, Crosswalk, CrosswalkOverview } from '@crib/core/contract';
import { DEEP } from '../../core/test/runs.ts';
import { margin } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

/** What the demo has judged of Brinechart against Fathomry, by the programs’ own ids. */
const JUDGED = JSON.parse(readFileSync(new URL('../../demo/brinechart/judged.json', import.meta.url), 'utf8')) as [
  string,
  string,
  string,
][];

/** How many commands are judged. */
const MANY = DEEP ? 250 : 60;

test('commands are judged by keyboard: one press where the right one is among the five, and never more than two', async ({
  page,
}) => {
  test.slow();
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/migration/fathomry/7.2');
  await expect(page.locator('.page-head')).toContainText('2 mappings with Fathomry');
  await expectNoBarriers(page, 'the crosswalks of an app');
  // The other way: from what is taught to what learners know.
  await pick(page, 'Other program', 'Brinechart');
  await page.getByText('From Fathomry to it').click();
  await page.getByRole('button', { name: 'Create mapping' }).click();
  const grid = page.getByRole('grid', { name: 'Commands to map' });
  await expect(grid).toBeVisible();
  const { releases } = (await (await page.request.get('/api/apps/brinechart')).json()) as AppOverview;
  const theirs = (await (await page.request.get(`/api/releases/${releases[0]!.id}`)).json()) as Catalogue;
  const labelOf = new Map(theirs.commands.map((one) => [one.name, one.label]));
  const right = new Map(
    JUDGED.flatMap(([source, , target]) => (target ? [[target, labelOf.get(source)!] as const] : [])),
  );
  await expect(margin(page).locator('.proposal').first()).toBeVisible();
  await expectNoBarriers(page, 'judging');
  await grid.focus();

  const settled = margin(page).locator('.proposals[aria-busy=false], p:text("No similar command")');
  let [presses, among, taken, last, lastAmong] = [0, 0, 0, '', 0];
  for (let done = 0; done < MANY; done++) {
    const name = new URL(page.url()).searchParams.get('row') ?? 'chart.new-chart';
    const wanted = right.get(name);
    await settled.waitFor();
    const proposals = await margin(page).locator('.proposal b').allInnerTexts();
    const at = wanted ? proposals.indexOf(wanted) : -1;
    const before = page.url();
    last = name;
    lastAmong = at >= 0 ? 1 : 0;
    if (at >= 0) {
      among++;
      taken++;
      await page.keyboard.press(String(at + 1));
    } else await page.keyboard.press(wanted ? 'l' : 'x');
    presses++;
    await expect.poll(() => page.url()).not.toBe(before);
  }
  // One press a command; of those whose counterpart is known, nearly all stand among the five.
  expect(presses).toBe(MANY);
  expect(taken).toBe(among);
  expect(among).toBeGreaterThan(0.4 * MANY);
  await settled.waitFor();
  const found = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const own = found.find((one) => one.from.slug === 'fathomry')!;
  await expect(page.locator('.page-head')).toContainText(`${own.judged} of 347 mapped`);

  // The last is taken back, and is the row in hand again; also while it is still being saved.
  const isInHand = () => expect.poll(() => new URL(page.url()).searchParams.get('row')).toBe(last);
  await page.keyboard.press('u');
  await expect(page.locator('.page-head')).toContainText(`${own.judged - 1} of 347 mapped`);
  await isInHand();
  await page.route('**/judgements', (route) => setTimeout(() => void route.continue(), 1500), { times: 1 });
  await page.keyboard.press('x');
  await expect.poll(() => page.url()).not.toContain(`row=${last}`);
  await page.keyboard.press('u');
  await isInHand();
  await expect(page.locator('.page-head')).toContainText(`${own.judged - 1} of 347 mapped`);
  // A relation is changed with one letter.
  await page.keyboard.press('n');
  await page.keyboard.press('1');
  const kept = (await (await page.request.get(`/api/crosswalks/${own.id}`)).json()) as Crosswalk;
  expect(kept.commands.filter((one) => one.relation === 'exact')).toHaveLength(among - lastAmong);
  expect(heard).toEqual([]);
});

test('the likeliest are taken together after they were listed, and what nothing answers to is told', async ({
  page,
}) => {
  await signIn(page);
  const list = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const id = list.find((one) => one.from.slug === 'tallowline')!.id;
  await page.goto(`/migration/fathomry/7.2/${id}`);
  await expect(page.locator('.page-head')).toContainText('0 of 149 mapped');
  await page.getByRole('button', { name: 'Accept likely matches' }).click();
  const take = margin(page).getByRole('button', { name: /^Accept \d+/ });
  await expect(take).toBeEnabled();
  const first = margin(page).getByRole('checkbox').first();
  await expect.poll(async () => Number(/\d+/.exec(await take.innerText())![0])).toBeGreaterThan(30);
  await expectNoBarriers(page, 'taking the likeliest');
  const before = Number(/\d+/.exec(await take.innerText())![0]);
  await margin(page).locator('.pair label').first().click();
  await expect(first).not.toBeChecked();
  await expect(take).toHaveText(`Accept ${before - 1}`);
  await take.click();
  await expect(page.locator('.page-head')).toContainText(`${before - 1} of 149 mapped`);
  await page.getByRole('button', { name: /^No equivalent in/ }).click();
  await expect(page.getByRole('region', { name: 'Commands without an equivalent' })).toBeVisible();
  await expectNoBarriers(page, 'what nothing answers to');
});

test('a plan keeps old keys, is pinned, cut into two steps and saved; in the ledger the kept presses are the old ones', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const list = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const id = list.find((one) => one.from.slug === 'brinechart' && one.to.slug === 'fathomry')!.id;
  // Ten more are judged by keyboard.
  await page.goto(`/migration/fathomry/7.2/${id}?show=unjudged`);
  const grid = page.getByRole('grid', { name: 'Commands to map' });
  await expect(margin(page).locator('.proposal').first()).toBeVisible();
  await grid.focus();
  const judged = async () => Number(/(\d+) of 282 mapped/.exec(await page.locator('.page-head').innerText())![1]);
  const before = await judged();
  for (let done = 0; done < 10; done++) {
    const row = page.url();
    await margin(page).locator('.proposals[aria-busy=false], p:text("No similar command")').waitFor();
    // What another command is the same as already is not taken a second time.
    const first = await margin(page).locator('.proposal').first().innerText();
    await page.keyboard.press(/already matched/.test(first) ? 'x' : '1');
    await expect.poll(() => page.url()).not.toBe(row);
  }
  await expect.poll(judged).toBeGreaterThanOrEqual(before + 8);

  await page.getByRole('navigation', { name: 'Sidebar' }).getByRole('link', { name: 'Plan' }).click();
  const table = page.getByRole('region', { name: 'Plan, step by step' });
  await expect(table).toContainText('Step 1 of 4');
  await expectNoBarriers(page, 'a plan');
  const policies = page.getByRole('group', { name: 'Migration strategies' }).locator('.policy');
  const shares = (await policies.locator('.share').allInnerTexts()).map((text) => Number(/\d+/.exec(text)![0]));
  expect(shares).toEqual(shares.toSorted((a, b) => a - b));
  // Fewer of the busiest; one is pinned whatever the count.
  await page.goto(`/migration/fathomry/7.2/${id}/plan?keep=10`);
  await table
    .getByRole('row', { name: /Insert spot/ })
    .first()
    .click();
  await expect(margin(page).getByRole('heading', { name: 'Place sounding keeps its old shortcut' })).toBeVisible();
  await expect(margin(page).getByRole('heading', { name: 'In other contexts' })).toBeVisible();
  await expect(margin(page).getByText(/^(Can|Cannot) be typed on/)).toBeVisible();
  await margin(page).getByRole('button', { name: 'Always keep' }).click();
  await page.goto(page.url().replace('keep=10', 'keep=0'));
  await expect(table.getByRole('row', { name: /Insert spot/ }).first()).toBeVisible();
  await page.goto(page.url().replace('keep=0', 'keep=40&steps=2'));
  await expect(table).toContainText('Step 2 of 2');
  await margin(page).getByText('One keyset and one sheet per step').click();
  await margin(page).getByRole('button', { name: 'Save 2 steps' }).click();
  await expect(page.locator('.page-head')).toContainText('Coming from Brinechart, step 2');

  const { keysets, sheets, releases } = (await (await page.request.get('/api/apps/fathomry')).json()) as AppOverview;
  expect(keysets.filter((one) => one.name.startsWith('Coming from Brinechart, step'))).toHaveLength(2);
  expect(sheets.filter((one) => one.title.startsWith('Coming from Brinechart, step'))).toHaveLength(2);
  const catalogue = (await (await page.request.get(`/api/releases/${releases[0]!.id}`)).json()) as Catalogue;
  const last = catalogue.keysets.find((one) => one.name === 'Coming from Brinechart, step 2')!;
  expect(last.kind === 'custom' && last.edits.every((edit) => edit.reason !== '')).toBe(true);
  await page.goto(`/keysets/fathomry/7.2/${last.id}?row=depth.place-sounding&q=Place sounding`);
  await expect(page.getByRole('row', { name: /^Place sounding/ })).toContainText('D');

  // The translator, with the keyset that was saved in hand: the old key is still the same there.
  await page.goto(`/migration/fathomry/7.2/${id}/translator?keyset=${last.id}`);
  const translated = page.getByRole('region', { name: 'Translator' });
  await expect(translated.getByRole('row', { name: /Insert spot/ })).toContainText('Place sounding');
  await expectNoBarriers(page, 'the translator');
  const still = page.getByRole('button', { name: /^Still the same/ });
  const count = async () => Number(/\d+/.exec(await still.innerText())![0]);
  expect(await count()).toBeGreaterThan(60);
  await page.getByRole('button', { name: /^Now do something else/ }).click();
  await expect(page).toHaveURL(/show=misleads/);
  await page.getByRole('button', { name: /^Not in Brinechart/ }).click();
  await expect(translated).toContainText('New command');
  expect(heard).toEqual([]);
});

test('the first day after a move and after a release: what goes wrong in task order, the fewest edits, saved', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const list = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const id = list.find((one) => one.from.slug === 'brinechart' && one.to.slug === 'fathomry')!.id;
  await page.goto(`/migration/fathomry/7.2/${id}/first-day?share=50`);
  await expect(page.locator('.page-head')).toContainText('Brinechart 3 →');
  await expect(page.getByRole('region', { name: 'First-day problems' })).toBeVisible();
  await expectNoBarriers(page, 'the first day of a move');
  const said = async () =>
    /(\d+) of (\d+) possible edits prevent (\d+)%/
      .exec(await margin(page).innerText())!
      .slice(1)
      .map(Number) as [number, number, number];
  const [few, , half] = await said();
  expect(half).toBeGreaterThanOrEqual(50);
  await page.goto(`/migration/fathomry/7.2/${id}/first-day?share=90`);
  await expect(margin(page)).toContainText(/possible edits prevent/);
  const [more] = await said();
  expect(more).toBeGreaterThan(few);
  await margin(page).getByRole('button', { name: `Save as keyset` }).click();
  await expect(page.locator('.page-head')).toContainText('First days after Brinechart 3');

  await page.goto('/releases/fathomry/7.2/first-day');
  await expect(page.locator('.page-head')).toContainText('Fathomry 7.2');
  await expect(page.getByRole('region', { name: 'First-day problems' })).toContainText('Checking soundings, ');
  await expectNoBarriers(page, 'the first day of a release');
  expect(heard).toEqual([]);
});

test('rows are marked and judged together, a counterpart gets a note and a second one beside it, and all of it is taken back', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const { id: release } = (await (
    await page.request.post('/api/crosswalks', { data: { from: 'brinechart', to: 'tallowline' } })
  ).json()) as { id: number };
  await page.goto(`/migration/tallowline/2.8/${release}?show=unjudged`);
  const head = page.locator('.page-head');
  const grid = page.getByRole('grid', { name: 'Commands to map' });
  await expect(margin(page).locator('.proposals[aria-busy=false]')).toBeVisible();
  await grid.focus();
  for (const key of ['Shift+ArrowDown', 'Shift+ArrowDown', 'Space']) await page.keyboard.press(key);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^[34] selected/)).toBeVisible();
  await page.keyboard.press('x');
  await expect(head).toContainText(/[34] of 282 mapped/);
  await page.keyboard.press('u');
  await expect(head).toContainText('0 of 282 mapped');

  await page.keyboard.press('1');
  await expect(head).toContainText('1 of 282 mapped');
  await page.goto(`/migration/tallowline/2.8/${release}?show=judged`);
  await margin(page)
    .getByLabel(/^Note on/)
    .pressSequentially('Tried on both.');
  await page.keyboard.press('Enter');
  const kept = async () =>
    ((await (await page.request.get(`/api/crosswalks/${release}`)).json()) as Crosswalk).commands;
  await expect.poll(async () => (await kept())[0]?.note).toBe('Tried on both.');
  await margin(page).locator('.proposals[aria-busy=false]').waitFor();
  await grid.focus();
  for (const key of ['a', 'r', '2']) await page.keyboard.press(key);
  await expect.poll(async () => (await kept()).map((one) => one.relation).sort()).toEqual(['exact', 'related']);
  await expectNoBarriers(page, 'what was judged');

  // What Brinechart answers to in Fathomry, and Fathomry in Tallowline, is proposed by way of it.
  const list = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const ofOld = async (slug: string) =>
    (await (
      await page.request.get(
        `/api/crosswalks/${list.find((one) => one.from.slug === slug && one.to.slug === 'fathomry')!.id}`,
      )
    ).json()) as Crosswalk;
  const pair = (await ofOld('brinechart')).commands.find((one) => one.relation === 'exact')!;
  const back = await ofOld('tallowline');
  const { releases } = (await (await page.request.get('/api/apps/tallowline')).json()) as AppOverview;
  const theirs = (await (await page.request.get(`/api/releases/${releases[0]!.id}`)).json()) as Catalogue;
  const source = theirs.commands.at(-1)!.id;
  const judged = [{ source, matches: [{ target: pair.target, relation: 'close' }] }];
  await page.request.put(`/api/crosswalks/${back.id}/judgements`, { data: { of: 'command', judged } });
  const ways = (await (await page.request.get(`/api/crosswalks/${release}/by-way`)).json()) as object[];
  expect(ways).toContainEqual({ source: pair.source, target: source, relation: 'close', by: 'Fathomry' });
  expect(heard).toEqual([]);
});

test('places are tied, synonyms are written and restored, hands in both programs are told, and the pool of a plan is narrowed', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const list = (await (await page.request.get('/api/apps/fathomry/crosswalks')).json()) as CrosswalkOverview[];
  const of = (slug: string) => list.find((one) => one.from.slug === slug && one.to.slug === 'fathomry')!.id;
  await page.goto(`/migration/fathomry/7.2/${of('tallowline')}/contexts`);
  const head = page.locator('.page-head');
  await expect(head).toContainText(/0 of \d mapped/);
  await margin(page).locator('.proposal').first().click();
  await expect(head).toContainText(/1 of \d mapped/);
  await expectNoBarriers(page, 'places of two programs');

  await page.getByRole('link', { name: 'Synonyms' }).click();
  await page.getByRole('button', { name: /^New section/ }).click();
  await page.getByLabel('Name').fill('Plotting room');
  const field = page.getByRole('textbox', { name: /^Synonyms/ });
  await field.fill('zwirl braid\nlone');
  await margin(page).getByRole('button', { name: 'Save' }).click();
  await expect(margin(page).getByText(/Line 2: “lone” is on its own/)).toBeVisible();
  await field.fill('zwirl braid');
  await margin(page).getByRole('button', { name: 'Save' }).click();
  await expect(margin(page).getByText(/Suggestions now use these synonyms/)).toBeVisible();
  await expectNoBarriers(page, 'the word list');
  await margin(page).getByRole('button', { name: 'Delete section' }).click();
  await expect(page.getByRole('button', { name: /^Plotting room/ })).toBeHidden();

  await page.goto(`/migration/fathomry/7.2/${of('brinechart')}/both-programs`);
  await expect(page.getByRole('region', { name: 'Interference between the programs' })).toContainText('Line down');
  await expectNoBarriers(page, 'hands in two programs');
  await page.getByRole('button', { name: /^Same command, different shortcut/ }).click();
  await page.getByRole('button', { name: 'Fathomry', exact: true }).click();
  await expect(head).toContainText('Fathomry and Brinechart');

  await page.goto(`/migration/fathomry/7.2/${of('brinechart')}/plan?keep=40`);
  const table = page.getByRole('region', { name: 'Plan, step by step' });
  const moved = table.getByRole('row', { name: /^none no equivalent reassigned Draw light sector/ });
  await expect(moved).toContainText('Ctrl+D');
  await moved.click();
  await expect(margin(page).getByRole('heading', { name: 'Other free shortcuts' })).toBeVisible();
  await expectNoBarriers(page, 'a command that makes way');
  await page.goto(`/migration/fathomry/7.2/${of('brinechart')}/plan?keep=40&pool=Primary%2BShift&ruled=D`);
  await expect(moved).toBeHidden();
  await expect(page.getByText('you excluded the shortcut')).toBeVisible();
  await expectNoBarriers(page, 'a plan that is told what there is');
  await margin(page).getByRole('button', { name: 'Allow again' }).click();
  await expect(moved).toContainText('Ctrl+Shift+');
  await page.goto('/');
  await expect(page.getByText(/Tallowline commands not mapped yet/).first()).toBeVisible();
  expect(heard).toEqual([]);
});
