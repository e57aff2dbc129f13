import { readFileSync } from 'node:fs';
import { expect, test } from '../site.ts';
import { complaints, signIn } from '../pages.ts';

/** What a trainer has at hand: a table as it is copied from a handbook, with a typing mistake, and keys that can be read in two ways. */
const LIST = [
  'Function\tKeys\tWhere',
  'Cast on\tCtrl+O\tEverywhere',
  'Bind off\tCtrl+Entre\tEverywhere',
  'Knit row\tK\tPattern',
  'Purl row\tP\tPattern',
  'Repeat pattern\tR\tPattern',
  'Slip stitch\tG, S\tPattern',
].join('\n');
const NEXT_LIST = LIST.replace('Entre', 'Enter')
  .replace('Repeat pattern\tR', 'Repeat motif\tR')
  .replace('\tP\t', '\tU\t');

/** The names in bold of each chapter of the guide. */
const chapters = new Map(
  readFileSync(new URL('../../docs/guide.md', import.meta.url), 'utf8')
    .split(/^## /m)
    .slice(1)
    .map((chapter): [string, Set<string>] => [
      chapter.split('\n')[0]!,
      new Set([...chapter.matchAll(/\*\*([^*]+)\*\*/g)].map((one) => one[1]!)),
    ]),
);
/** Names of a chapter: each has to stand in it in bold, and none may be left when the chapter has been followed. */
async function follow(title: string, steps: (named: (name: string) => string) => Promise<void>) {
  await test.step(title, async () => {
    const names = chapters.get(title);
    expect([...chapters.keys()]).toContain(title);
    const left = new Set(names);
    await steps((name) => {
      expect([...names!], `${title}: names in bold`).toContain(name);
      left.delete(name);
      return name;
    });
    expect([...left], `${title}: not looked for`).toEqual([]);
  });
}

test('a trainer who has only the guide gets from an empty workspace to a published sheet and to the next release', async ({
  page,
  browser,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const { id } = (await (await page.request.post('/api/workspaces', { data: { name: 'Knitting school' } })).json()) as {
    id: number;
  };
  await page.request.put('/api/session/workspace', { data: { id } });
  const aside = page.getByRole('complementary', { name: 'Details' });
  const index = page.getByRole('navigation', { name: 'Sidebar' });
  const stages = page.getByRole('navigation', { name: 'Stages' });
  const button = (name: string | RegExp) => page.getByRole('button', { name });

  await follow('1. Sign in and add your program', async (named) => {
    await page.goto('/sign-in');
    await expect(page.getByLabel(named('Email'))).toBeVisible();
    await expect(page.getByLabel(named('Password'))).toBeVisible();
    await page.goto('/');
    await expect(page.getByRole('heading', { name: named('Desk'), level: 1 })).toBeVisible();
    await expect(page.getByRole('heading', { name: named('Add a program') })).toBeVisible();
    await page.getByLabel(named('Name'), { exact: true }).fill('Wickerline');
    await page
      .getByRole('group', { name: named('Platforms') })
      .getByLabel('Windows')
      .check();
    await button(named('Add program')).click();
    await expect(page.getByRole('heading', { name: named('Add a release') })).toBeVisible();
    await page.getByLabel(named('Version')).fill('1.0');
    await button(named('Add release')).click();
    await expect(page.getByText(named('Import a list')).first()).toBeVisible();
  });
  await follow('2. Import its list and answer the questions', async (named) => {
    await expect(page.getByRole('heading', { name: named('Import a list') })).toBeVisible();
    await page.getByLabel(named('Or paste a list')).fill(LIST);
    await button(named('Preview')).click();
    await expect(aside.getByText('unknown key “Entre”').first()).toBeVisible();
    await expect(button(named('Use this'))).toBeVisible();
    await expect(button(named('Skip this row'))).toBeVisible();
    await button(named('Read as Ctrl+Enter')).click();
    await button(named('Add context Pattern')).click();
    await expect(button(named('Read as G then S'))).toBeVisible();
    await button(named('Read as G or S')).click();
    await expect(page.getByRole('heading', { name: named('Ready to import') })).toBeVisible();
    await button(named('Import 6 rows')).click();
    await expect(page.getByText('6 new commands, 7 new shortcuts')).toBeVisible();
    await button(named('Show commands')).click();
    await expect(page.getByText('6 of 6 commands')).toBeVisible();
    await button('Ines').click();
    await page.getByRole('link', { name: named('Activity log') }).click();
    await page.getByRole('button', { name: /imported a list/ }).click();
    await expect(button(named('Undo this import'))).toBeVisible();
    await page.goto('/catalogue/wickerline/1.0');
  });
  await follow('3. Look at what you have', async (named) => {
    await expect(index.getByRole('link', { name: new RegExp(`^${named('All commands')}`) })).toBeVisible();
    await page.getByLabel(named('Search commands')).fill('knit');
    await expect(page.getByText('1 of 6 commands')).toBeVisible();
    await page.getByLabel('Search commands').fill('');
    await button(named('Search by key press')).click();
    await page.keyboard.press('Control+Enter');
    await expect(page.getByText('1 of 6 commands')).toBeVisible();
    await button('Show all').click();
    await page.getByRole('gridcell', { name: 'Knit row' }).click();
    await page.getByRole('link', { name: named('Open command page') }).click();
    await expect(page.getByRole('heading', { name: 'Knit row', level: 1 })).toBeVisible();
    await page.goBack();
  });
  await follow('4. Verify a few shortcuts', async (named) => {
    await index.getByRole('link', { name: named('Verification round') }).click();
    for (const result of ['Different shortcut', 'Nothing happens', 'Skip', 'Works'])
      await expect(button(new RegExp(`${named(result)}$`))).toBeVisible();
    await button(/Works$/).click();
    await expect(page.getByRole('heading', { name: 'Bind off', exact: true })).toBeVisible();
    await index.getByRole('link', { name: new RegExp(`^${named('All commands')}`) }).click();
    await button(named('Seal 1.0')).click();
    await page.getByRole('dialog').getByRole('button', { name: 'Seal 1.0' }).click();
    await expect(index.getByText('1.0, sealed')).toBeVisible();
  });
  await follow('5. Make your keyset and change one shortcut with a reason', async (named) => {
    await stages.getByRole('link', { name: named('Keysets') }).click();
    await expect(page.getByRole('heading', { name: named('New custom keyset') })).toBeVisible();
    await page.getByLabel(named('Name'), { exact: true }).fill('School keys');
    await button(named('Create keyset')).click();
    await page.getByRole('gridcell', { name: 'Repeat pattern', exact: true }).click();
    await page.getByRole('application', { name: named('Press the new shortcut') }).click();
    await page.keyboard.press('Shift+K');
    await expect(aside.getByText('Free in Pattern and its sub-contexts')).toBeVisible();
    await aside.getByLabel(named('Reason'), { exact: true }).fill('Beside K for knit');
    await button(named('Set Shift+K')).click();
    await expect(aside.getByText('Shortcut set.')).toBeVisible();
    await expect(button(named('Undo'))).toBeEnabled();
    await index.getByRole('link', { name: named('Free shortcuts') }).click();
    await expect(page.getByRole('heading', { name: 'Free shortcuts', level: 1 })).toBeVisible();
  });
  await follow('6. Build a sheet', async (named) => {
    await stages.getByRole('link', { name: named('Sheets') }).click();
    await expect(page.getByRole('heading', { name: named('New sheet') })).toBeVisible();
    await page.getByLabel(named('Title')).fill('First rows');
    await button(named('Create sheet')).click();
    await page.getByLabel('Title of a new section').fill('Stitches');
    await button(named('Add section')).click();
    for (const label of ['Knit row', 'Repeat pattern']) {
      await page.getByLabel(named('Add commands')).fill(label);
      await aside
        .getByRole('button', { name: new RegExp(`^${label}`) })
        .last()
        .click();
    }
    await expect(page.getByRole('combobox', { name: named('Fill') })).toBeVisible();
    await button(named('Page setup')).click();
    await expect(aside.getByText('Columns').first()).toBeVisible();
    await button(named('Save')).click();
    await expect(page.getByText('Saved', { exact: true })).toBeVisible();
  });
  let address = '';
  await follow('7. Check and publish', async (named) => {
    await button(new RegExp(`^${named('Check')}`)).click();
    await expect(aside.getByRole('heading', { name: 'Check' })).toBeVisible();
    await button(named('Publish edition 1')).click();
    address = (await page.getByRole('link', { name: 'Edition 1' }).getAttribute('href'))!;
  });
  await follow('8. Give it to learners', async (named) => {
    await stages.getByRole('link', { name: named('Handouts') }).click();
    await expect(button(new RegExp(named('Copy')))).toBeVisible();
    const learner = await (await browser.newContext({ baseURL: process.env['CRIB_ADDRESS']! })).newPage();
    await learner.goto(address);
    await expect(learner.locator('li[data-section]').filter({ hasText: 'Repeat pattern' })).toContainText('Shift+K');
    await learner.context().close();
  });
  await follow('9. Fix a mistake and publish again', async (named) => {
    await expect(button(new RegExp(`^${named('Learner reports')}`))).toBeVisible();
    await expect(page.getByRole('link', { name: named('Out of date') })).toBeVisible();
    await page.getByRole('button', { name: '1', exact: true }).click();
    await expect(button(named('Withdraw edition'))).toBeVisible();
    await stages.getByRole('link', { name: 'Sheets' }).click();
    await page.getByRole('link', { name: 'First rows' }).first().click();
    await button(named('Publish edition 2')).click();
    await expect(page.getByRole('link', { name: 'Edition 2' })).toBeVisible();
    await page.getByRole('link', { name: 'Crib home' }).click();
    await expect(page.getByRole('heading', { name: named('Desk'), level: 1 })).toBeVisible();
  });
  await follow('10. When the next release arrives', async (named) => {
    await expect(page.getByRole('heading', { name: named('Desk'), level: 1 })).toBeVisible();
    await expect(button(named('Add a release'))).toHaveText('Add a release');
    await button('Add a release').click();
    await page.getByLabel('Version').fill('2.0');
    await button('Add release').click();
    await page.getByLabel('Or paste a list').fill(NEXT_LIST);
    await button('Preview').click();
    await button('Read as G or S').click();
    await button(/^Import \d rows/).click();
    await expect(page.getByRole('heading', { name: 'Import complete' })).toBeVisible();
    await stages.getByRole('link', { name: named('Releases') }).click();
    await expect(page.getByRole('heading', { name: named('Changes'), level: 1 })).toBeVisible();
    await index.getByRole('link', { name: new RegExp(`^${named('Renames and splits')}`) }).click();
    await expect(button(named('Reject')).first()).toBeVisible();
    await button(named('Confirm')).first().click();
    await expect(index.getByRole('heading', { name: named('Carry forward') })).toBeVisible();
    await index.getByRole('link', { name: /^School keys/ }).click();
    await expect(page.getByRole('heading', { name: 'Carry forward', level: 1 })).toBeVisible();
    await index.getByRole('link', { name: /^Changes/ }).click();
    await page
      .getByRole('link', { name: named('Write change notes') })
      .or(button('Write change notes'))
      .click();
    await expect(page.getByRole('heading', { name: 'Change notes', level: 2 })).toBeVisible();
  });
  expect(heard).toEqual([]);
});
