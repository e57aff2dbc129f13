import { readFileSync } from 'node:fs';
import { expect, test } from '../site.ts';
import { choose, complaints, expectNoBarriers, signInAtDesk } from '../pages.ts';

/** What the program's maker hands out: a list with a mistake in it, and a place that is not catalogued yet. */
const LIST = [
  'Command id;Function;Area;PC key;Mac key;Flags',
  'buoy.lay;Lay <buoy>;Deck;B;B;',
  'buoy.lift;Lift buoy;Deck;L;L;',
  'buoy.drop;Drop buoy;Deck;;;destructive',
  'log.save;Save log;Everywhere;Ctrl+S;⌘S;fixed',
  'log.sum;Sum the log;Everywhere;=;=;',
  'view.closer;Closer;Deck;Ctrl+Entre;⌘⏎;',
].join('\r\n');

/** A recipe for the key files of the invented program. */
const KEY_FILE = {
  kind: 'text records',
  name: 'Kedgewright keys',
  extension: 'keys',
  lineEnd: '\n',
  header: ['keys of {keyset}, edition {edition}'],
  footer: [],
  record: '{context} {command} {keys}',
  noKey: '{context} {command} none',
  joiner: '-',
  sequence: null,
  letters: 'capitals',
  contexts: { Everywhere: 'all', Deck: 'deck' },
  manners: { held: null, twice: null },
  pointers: {},
  platforms: {
    windows: {
      modifiers: [
        ['Ctrl', 'C'],
        ['Shift', 'S'],
      ],
      keys: { Enter: 'RET' },
    },
  },
  howToLoad: 'Put it beside the program.',
};

test('a list is read in, a key changed, a clash met, a sheet published, and a learner loads the preset', async ({
  page,
  browser,
}) => {
  const heard = complaints(page);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Sign in to Crib' })).toBeVisible();
  await expectNoBarriers(page, 'signing in');
  await signInAtDesk(page);
  await expectNoBarriers(page, 'apps');

  await test.step('an app and a release', async () => {
    await page.getByLabel('Name', { exact: true }).fill('Kedgewright');
    await page.getByRole('button', { name: 'Add program' }).click();
    await expect(page.getByRole('complementary').getByText('Kedgewright', { exact: true })).toBeVisible();
    await page.getByLabel('Version').fill('2.1');
    await page.getByRole('button', { name: 'Add release' }).click();
    await expect(page.getByRole('heading', { name: /Import a list/ })).toBeVisible();
    await expectNoBarriers(page, 'reading in, empty');
  });

  await test.step('the list, with one thing to mend and one place to add', async () => {
    await page.setInputFiles('input[type=file]', {
      name: 'kedge.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`\ufeff${LIST}`, 'utf16le'),
    });
    await expect(page.getByRole('heading', { name: /questions to answer/ })).toBeVisible();
    await expect(page.getByText('UTF-16LE')).toBeVisible();
    await expect(page.getByRole('button', { name: /^Import \d/ })).toBeDisabled();
    await expectNoBarriers(page, 'reading in, with problems');
    await page.getByRole('button', { name: 'Add context Deck' }).click();
    await expect(page.getByText('Row 7, PC key: unknown key “Entre”')).toBeVisible();
    await page.getByRole('button', { name: 'Read as Ctrl+Enter' }).click();
    await expect(page.getByRole('heading', { name: /Ready to import/ })).toBeVisible();
    await expectNoBarriers(page, 'reading in, ready');
    await page.getByRole('button', { name: 'Import 6 rows' }).click();
    await expect(page.getByRole('heading', { name: '6 new commands, 5 new shortcuts' })).toBeVisible();
    await page.getByRole('button', { name: 'Show commands' }).click();
  });

  await test.step('the ledger, by name and by pressed keys', async () => {
    await expect(page.locator('.page-head', { hasText: /Kedgewright 2.1 on Windows/ })).toContainText(
      '6 of 6 commands',
    );
    await expect(page.getByRole('gridcell', { name: 'Lay <buoy>' })).toBeVisible();
    await page.getByLabel('Search commands').fill('sum');
    await expect(page.getByRole('row')).toHaveCount(3);
    await page.getByLabel('Search commands').fill('');
    await page.getByRole('button', { name: 'Search by key press' }).click();
    await page.keyboard.press('Control+s');
    await expect(page.getByText('shortcut Ctrl+S')).toBeVisible();
    await expect(page.getByRole('gridcell', { name: 'Save log' })).toBeVisible();
    await page.keyboard.press('Tab');
    await page.getByRole('button', { name: 'Show all' }).click();
    await expectNoBarriers(page, 'All commands');
  });

  await test.step('a custom keyset: an edit by pressing, a clash, a fixed key', async () => {
    await page.getByRole('link', { name: 'Keysets' }).click();
    await expect(page.locator('.page-head', { hasText: /Keysets\s*2\.1/ })).toBeVisible();
    await page.getByLabel('Name', { exact: true }).fill('Deck hands');
    await expectNoBarriers(page, 'keysets');
    await page.getByRole('button', { name: 'Create keyset' }).click();
    await expect(page.locator('.page-head', { hasText: /Edits\s*Deck hands/ })).toBeVisible();

    await choose(page, 'Drop buoy');
    const field = page.getByRole('application', { name: 'Press the new shortcut' });
    await field.focus();
    await page.keyboard.press('Control+s');
    await expect(page.getByText('Ctrl+S belongs to Save log, which is fixed.')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Set Ctrl+S' })).toBeDisabled();
    await page.keyboard.press('b');
    await expect(
      page.getByText('B belongs to Lay <buoy>. If you reassign it, Lay <buoy> has no shortcut.'),
    ).toBeVisible();
    await page.keyboard.press('Shift+D');
    await expect(page.getByText('Free in Deck and its sub-contexts')).toBeVisible();
    await page.getByLabel('Reason').fill('D for drop, behind Shift');
    await expectNoBarriers(page, 'editing in the margin');
    await page.getByRole('button', { name: 'Set Shift+D' }).click();
    await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();

    await choose(page, 'Lift buoy');
    await field.focus();
    await page.keyboard.press('b');
    await page.getByLabel('Reason').fill('Lifting is done more often');
    await page.getByRole('button', { name: /Reassign it; Lay <buoy> gets no shortcut/ }).click();
    await expect(page.getByText('Shortcut set.', { exact: true })).toBeVisible();
    await page.getByLabel('Search commands').fill('');
    const row = page.getByRole('row', { name: /Lay <buoy>/ });
    await expect(row.getByText('no shortcut')).toBeVisible();
    await expect(page.locator('.page-head', { hasText: /Edits\s*Deck hands/ })).toContainText(
      '3 edits on 2.1 · all explained',
    );
  });

  await test.step('the preset format of the program, described', async () => {
    const made = await page.request.post('/api/apps/kedgewright/recipes', { data: KEY_FILE });
    expect(made.status()).toBe(201);
  });

  let path = '';
  await test.step('a sheet, published', async () => {
    await page.getByRole('link', { name: 'Sheets' }).click();
    await expect(page.locator('.page-head', { hasText: /Sheets\s*2\.1/ })).toBeVisible();
    await page.getByLabel('Title').fill('First watch');
    await page.getByRole('button', { name: 'Create sheet' }).click();
    await expect(page.getByRole('heading', { name: 'Empty sheet' })).toBeVisible();
    await page.getByLabel('Title of a new section').fill('On deck');
    await page.getByRole('button', { name: 'Add section' }).click();
    for (const name of ['Lift buoy', 'Drop buoy', 'Save log']) {
      await page.getByLabel('Add commands').fill(name);
      await page
        .getByRole('complementary')
        .getByRole('button', { name: new RegExp(`^${name}`) })
        .last()
        .click();
    }
    await page.getByLabel('Note to Drop buoy').fill('asks nothing first');
    await expectNoBarriers(page, 'composing a sheet');
    await page.getByRole('button', { name: 'Publish edition 1' }).click();
    const link = page.getByRole('link', { name: 'Edition 1' });
    await expect(link).toBeVisible();
    path = (await link.getAttribute('href'))!;
    expect(path).toMatch(/^\/s\/first-watch\/[a-z]{5}(-[a-z]{5}){3}$/);
    await page.getByRole('navigation', { name: 'Stages' }).getByRole('link', { name: 'Handouts' }).click();
    await expect(page.getByRole('link', { name: path })).toBeVisible();
    await expectNoBarriers(page, 'handouts');
  });

  await test.step('a learner opens it without an account', async () => {
    const context = await browser.newContext({ baseURL: process.env['CRIB_ADDRESS']! });
    const learner = await context.newPage();
    const noise = complaints(learner);
    await learner.goto(path);
    await expect(learner.getByRole('heading', { name: 'First watch' })).toBeVisible();
    await learner.getByRole('link', { name: 'Windows' }).click();
    const entries = learner.locator('li[data-section]');
    await expect(entries.nth(0)).toContainText(/^B, changed by us\s*Lift buoy/);
    await expect(entries.nth(1)).toContainText(/^Shift\+D, changed by us\s*Drop buoy\s+asks nothing first/);
    await expect(entries.nth(2)).toContainText(/^Ctrl\+S, cannot be changed\s*Save log/);
    await expectNoBarriers(learner, 'the learner’s sheet');
    await learner.getByLabel('Find').fill('drop');
    await expect(entries.filter({ visible: true })).toHaveCount(1);
    await learner.getByLabel('Find').fill('');
    const waiting = learner.waitForEvent('download');
    await learner.getByRole('link', { name: 'Download preset file' }).click();
    const lines = readFileSync(await (await waiting).path(), 'utf8').split('\n');
    // What was set by pressing, what was taken from whom, and nothing else.
    expect(lines).toEqual([
      'keys of Deck hands, edition 1',
      'deck buoy.lay none',
      'deck buoy.lift B',
      'deck buoy.drop S-D',
      '',
    ]);
    const csv = await (await context.request.get(`/public/editions/${path.split('/').at(-1)}/sheet.csv`)).text();
    expect(csv).toContain('On deck,buoy.drop,Drop buoy,Deck,Shift+D,Shift+D,,asks nothing first,');
    expect((await context.request.get('/api/apps')).status()).toBe(401);
    expect(noise).toEqual([]);
    await context.close();
  });
  expect(heard).toEqual([]);
});

test('the demo’s preset file holds what the School set changes, line for line', async ({ page, browser }) => {
  await signInAtDesk(page);
  await page.getByRole('link', { name: '7.0', exact: true }).click();
  await page.getByRole('link', { name: 'Handouts' }).click();
  const path = await page
    .getByRole('link', { name: /^\/s\/first-week/ })
    .last()
    .getAttribute('href');
  const learner = await (await browser.newContext({ baseURL: process.env['CRIB_ADDRESS']! })).newPage();
  await learner.goto(`${path}?platform=windows`);
  const waiting = learner.waitForEvent('download');
  await learner.getByRole('link', { name: 'Download preset file' }).click();
  const download = await waiting;
  const lines = readFileSync(await download.path(), 'utf8').split('\r\n');
  const header = ['fathomry keys 3', 'title School set', 'edition 1', 'made-for 7.0 Windows', ''];
  expect(lines.slice(0, 5)).toEqual(header);

  // What was set, from the scenario's own file; what taking a press cleared, added by hand.
  const set = JSON.parse(readFileSync(new URL('../../demo/fathomry/school-set.json', import.meta.url), 'utf8')) as {
    edits: { command: string; keys?: string; clear?: true; platform?: string }[];
  };
  const written: Record<string, string[]> = {
    D: ['d'],
    'Alt+D': ['alt:d'],
    'Shift+S': ['sft:s'],
    I: ['i'],
    'P then X': ['p > x'],
    'P then C': ['p > c'],
    'F8 or Shift+N': ['f8', 'sft:n'],
    'Shift+G': ['sft:g'],
    'Shift+J': ['sft:j'],
    'Alt+Home': ['alt:home'],
    'Alt+B': ['alt:b'],
    R: ['r'],
    F: ['f'],
    A: ['a'],
    S: ['s'],
    'Primary+Shift+K': ['ctl:sft:k'],
    Q: ['q'],
  };
  const wanted = set.edits
    .filter((edit) => !edit.platform || edit.platform === 'windows')
    .flatMap((edit) => (edit.clear ? ['-none-'] : written[edit.keys!]!).map((keys) => `${edit.command} = ${keys}`));
  wanted.push('mark.place-islet = -none-');
  const records = lines
    .slice(5, -2)
    .filter(Boolean)
    .map((line) => line.replace(/^\S+ /, ''));
  expect(records.sort()).toEqual(wanted.sort());
});
