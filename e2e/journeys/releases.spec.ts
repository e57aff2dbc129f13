import { expect, test, type Page } from '../site.ts';
import type { AppOverview, Catalogue, CustomKeyset, Release } from '@crib/core/contract';
import { margin, row } from '../made.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

const OLD = `Command id,Label,Where it works,Menu path,Category,Shortcut,Flags
sound,Place sounding,Chart,Depths › Place sounding,Depths,S,
heights,Show drying heights,Chart,View › Show drying heights,View,J,
shore,Trace shoreline,Chart,Lines › Trace shoreline,Lines,L,
tides,Compare two tides,Chart,Tides › Compare two tides,Tides,D,
print,Print plate,,File › Print plate,File,Primary+P,
lock,Lock chart,,File › Lock chart,File,,
fax,Send by fax,,File › Send by fax,File,F9,
`;
/** The next release as its maker lists it: without ids, two commands under another name, one key on what destroys. */
const NEW = `Label,Where it works,Menu path,Category,Shortcut,Flags
Place sounding,Chart,Depths › Place sounding,Depths,S,
Drying heights,Chart,View › Drying heights,View,6,
Discard trial contour,Chart,Lines › Discard trial contour,Lines,J,destructive
Trace coastline,Chart,Lines › Trace coastline,Lines,L,
Compare two tides,Chart,Tides › Compare two tides,Tides,Alt+D,
Draw light sector,Chart,Lights › Draw light sector,Lights,D,
Print plate,,File › Print plate,File,Primary+P,
Lock chart,,File › Lock chart,File,,fixed
`;

const get = async <T>(page: Page, path: string) => (await (await page.request.get(path)).json()) as T;
async function post<T>(page: Page, path: string, data: object) {
  const answer = await page.request.post(path, { data });
  expect(answer.ok(), `${path}: ${await answer.text()}`).toBe(true);
  return (await answer.json()) as T;
}

/** An app with a first release, counts of use, and a School set with reasons. */
async function taught(page: Page, slug: string) {
  await post(page, '/api/apps', { slug, name: 'Kedge', platforms: ['windows', 'macos'] });
  const release = await post<Release>(page, `/api/apps/${slug}/releases`, { label: '1.0' });
  await post(page, `/api/releases/${release.id}/list`, { source: 'old.csv', text: OLD, newContexts: ['Chart'] });
  const old = await get<Catalogue>(page, `/api/releases/${release.id}`);
  const id = (name: string) => old.commands.find((one) => one.name === name)!.id;
  const chart = old.contexts.find((one) => one.name === 'Chart')!.id;
  const everywhere = old.contexts.find((one) => one.parent === null)!.id;
  await page.request.put(`/api/apps/${slug}/uses`, {
    data: {
      source: 'desk',
      uses: [
        { command: id('heights'), perDay: 38, often: null },
        { command: id('tides'), perDay: 4, often: null },
      ],
    },
  });
  const edit = (name: string, key: string, context: number, reason: string) => ({
    command: id(name),
    context,
    platform: null,
    action: 'set',
    shortcuts: [key],
    reason,
    memoryAid: '',
  });
  const { id: keyset } = await post<{ id: number }>(page, `/api/apps/${slug}/keysets`, {
    name: 'School set',
    baseId: old.keysets[0]!.id,
    edits: [
      edit('sound', 'Shift+S', chart, 'Shift, so that nobody sounds by accident.'),
      edit('shore', 'T', chart, 'T for tracing.'),
      edit('tides', 'Alt+D', chart, 'D is needed for depth.'),
      edit('heights', 'F6', chart, 'Under the middle finger.'),
      edit('lock', 'Primary+K', everywhere, 'The checking run begins with it.'),
      edit('fax', 'F10', everywhere, 'F9 is the projector’s.'),
    ],
  });
  return { keyset };
}

test('a new release: read in, two renames confirmed, new meanings seen, the School set carried, notes published and read', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const slug = 'new-release';
  const { keyset } = await taught(page, slug);
  await post<Release>(page, `/api/apps/${slug}/releases`, { label: '2.0' });

  // Its list is read in by hand.
  await page.goto(`/catalogue/${slug}/2.0/import`);
  const list = { name: 'new.csv', mimeType: 'text/csv', buffer: Buffer.from(NEW) };
  await page.setInputFiles('input[type=file]', list);
  await page.getByRole('button', { name: 'Import 8 rows' }).click();
  await page.getByRole('button', { name: 'Show commands' }).click();
  await expect(page.getByRole('heading', { name: /Kedge 2.0/ })).toBeVisible();

  // Before anybody has confirmed anything, renamed commands look like others on the same keys.
  await page.getByRole('link', { name: /Releases/ }).click();
  await expect(page.locator('.page-head', { hasText: '1.0 → 2.0' })).toContainText('3 shortcuts changed meaning');
  await page.getByRole('link', { name: 'Renames and splits' }).click();
  await expect(page.locator('.page-head', { hasText: /^Renames and splits/ })).toContainText('2 to review');
  await expectNoBarriers(page, 'lineage');
  await page.getByRole('grid', { name: 'Suggestions' }).focus();
  await page.keyboard.press('y');
  await expect(page.locator('.page-head', { hasText: /^Renames and splits/ })).toContainText(
    '1 to review, 1 confirmed',
  );
  await page.keyboard.press('y');
  await expect(page.getByText('Nothing left to review')).toBeVisible();

  // The comparison follows at once: one key now destroys, and comes first.
  await page.getByRole('link', { name: 'Changes' }).click();
  await expect(page.locator('.page-head', { hasText: '1.0 → 2.0' })).toContainText('2 shortcuts changed meaning');
  await page.getByRole('button', { name: /Shortcut now runs another command/ }).click();
  const first = page.getByRole('grid').getByRole('row').nth(2);
  await expect(first).toContainText('Discard trial contour');
  await expect(row(page, '^Drying heights')).toContainText('J is Discard trial contour');
  await expect(row(page, '^Draw light sector')).toContainText('previously Compare two tides');
  await page.getByRole('gridcell', { name: 'Drying heights', exact: true }).click();
  await expect(margin(page)).toContainText('Its shortcut changed from J to 6.');
  await expect(margin(page)).toContainText('Previously called Show drying heights.');
  await expect(margin(page)).toContainText('which is destructive');
  await expect(margin(page).locator('.pair', { hasText: 'Uses per working day' })).toContainText('38');
  await expect(margin(page).locator('.pair', { hasText: 'Distance from old to new key' })).toContainText('51 mm');
  // (1 + 38) × (3 + 4 + 50.6 ÷ 200)
  await expect(margin(page).locator('.pair', { hasText: 'Total' })).toContainText('282.9');
  await expect(margin(page)).toContainText('School set');
  await expectNoBarriers(page, 'what moved');

  // The School set is carried along, by keyboard.
  await page.getByRole('link', { name: /Carry School set forward/ }).click();
  await expect(page.locator('.page-head', { hasText: 'School set to 2.0' })).toContainText('4 of 6 decided');
  await expectNoBarriers(page, 'carrying forward');
  const edits = page.getByRole('grid', { name: 'Edits in School set' });
  await expect(edits.getByRole('row', { name: /Send by fax/ })).toContainText('is not in this release');
  await expect(edits.getByRole('row', { name: /Lock chart/ })).toContainText('Lock chart cannot be changed.');
  await expect(edits.getByRole('row', { name: /Trace shoreline/ })).toContainText('became Trace coastline');
  await expect(edits.getByRole('row', { name: /Compare two tides/ })).toContainText('this edit is no longer needed');
  await page.getByRole('button', { name: /^Undecided/ }).click();
  await edits.focus();
  await expect(edits.locator('[aria-selected=true]')).toContainText('Send by fax');
  await page.keyboard.press('f');
  await expect(edits.locator('[aria-selected=true]')).toContainText('Lock chart');
  await page.keyboard.press('l');
  await expect(page.getByText('Nothing in this list')).toBeVisible();
  // A reload loses nothing that was decided.
  await page.reload();
  await expect(page.locator('.page-head', { hasText: 'School set to 2.0' })).toContainText('6 of 6 decided');
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(page.locator('.page-head')).toContainText('3 edits, 1 undecided, 2 dropped');
  await expectNoBarriers(page, 'the carried set');
  await page.getByRole('button', { name: 'Create keyset for 2.0' }).click();
  await expect(page.locator('.page-head', { hasText: /Edits\s*School set/ })).toContainText(
    '1 undecided from carrying forward',
  );
  await expect(margin(page)).toContainText('The checking run begins with it.');

  // What is stored is what was shown: reasons word for word, the old set as it was.
  const { keysets } = await get<AppOverview>(page, `/api/apps/${slug}`);
  const carried = keysets.find((one) => one.carriedFrom === keyset)!;
  const made = await get<CustomKeyset>(page, `/api/keysets/${carried.id}`);
  const before = await get<CustomKeyset>(page, `/api/keysets/${keyset}`);
  expect(before.edits).toHaveLength(6);
  const reasons = new Set(before.edits.map((one) => one.reason));
  expect(made.edits.map((one) => one.reason).every((one) => reasons.has(one))).toBe(true);
  expect(made.open.map((one) => [one.command, one.reason])).toEqual([
    ['Lock chart', 'The checking run begins with it.'],
  ]);
  await page.getByRole('button', { name: 'Mark as decided' }).click();
  await expect(page.getByText('undecided from carrying forward')).toHaveCount(0);

  // Change notes: one line left out, one added, one given a reason, one moved; then published.
  await page.getByRole('link', { name: /Releases/ }).click();
  await page.getByRole('button', { name: 'Write change notes' }).click();
  await expect(page.getByRole('heading', { name: 'What’s new in 2.0' })).toBeVisible();
  await page.getByLabel('Why: Show drying heights').fill('Two classes work from printed sheets that say J.');
  await page.getByLabel('Why: Show drying heights').press('Enter');
  await page.getByLabel('Introduction').fill('Learn the first group before you open a chart.');
  const gone = page.locator('section', { has: page.locator('input[value="Removed commands and shortcuts"]') });
  await gone.getByRole('button', { name: 'Exclude' }).first().click();
  const meanings = page.locator('section', {
    has: page.locator('input[value="These shortcuts now do something else"]'),
  });
  await meanings.getByRole('button', { name: 'Add line' }).click();
  await meanings.getByLabel('Text of the line').fill('Room 4 stays on 1.0 until Friday.');
  await meanings.getByLabel('Text of the line').press('Enter');
  await meanings.getByRole('button', { name: 'Move Room 4 stays on 1.0 until Friday. up' }).click();
  await expectNoBarriers(page, 'the notes');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  // A claim of a key that is not so is found, and mended with one key.
  await margin(page).getByLabel('Introduction').fill('Press F9 to show drying heights.');
  await expect(margin(page).getByText(/“F9” is not the shortcut for Drying heights/)).toBeVisible();
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(page.getByText(/Fix it, or give a reason to keep it/)).toBeVisible();
  await margin(page).getByRole('button', { name: 'Fix', exact: true }).click();
  await expect(margin(page).getByText('All shortcuts mentioned in your text are correct.')).toBeVisible();
  await page.getByRole('switch', { name: /as the learner sees it/ }).click();
  await expect(page.getByRole('region', { name: 'Preview of the page' })).toContainText(
    'Room 4 stays on 1.0 until Friday.',
  );
  await page.getByRole('button', { name: 'Publish edition 1' }).click();
  await expect(page.getByText('Notes published.', { exact: true })).toBeVisible();
  const address = (await margin(page)
    .getByRole('link', { name: /^Edition 1/ })
    .getAttribute('href'))!;

  // The learner, without an account.
  const learner = await page.context().browser()!.newPage();
  const learnerHeard = complaints(learner);
  await learner.goto(new URL(address, page.url()).href + '?platform=windows');
  await expect(learner.getByRole('heading', { name: 'What’s new in 2.0' })).toBeVisible();
  const told = learner.locator('li[data-section="0"]');
  await expect(told).toHaveCount(3);
  await expect(told.first()).toContainText(
    'Show drying heights no longer uses this shortcut, which now runs “Discard trial contour” and cannot be undone.',
  );
  await expect(told.first()).toContainText('Two classes work from printed sheets that say J.');
  await expect(told.nth(1)).toContainText('Room 4 stays on 1.0 until Friday.');
  await expect(learner.getByText('Send by fax')).toHaveCount(0);
  await learner.getByLabel('Find').fill('coastline');
  await expect(learner.locator('li[data-section]').filter({ visible: true })).toHaveCount(1);
  await expectNoBarriers(learner, 'the notes as a learner has them');
  const pdf = learner.waitForEvent('download');
  await learner.getByRole('link', { name: 'PDF' }).click();
  expect((await pdf).suggestedFilename()).toBe('whats-new-in-2-0.pdf');
  expect([...heard, ...learnerHeard]).toEqual([]);
});

test('the demo: every view of the releases stands by address, tells its figures, and has no barriers', async ({
  page,
}) => {
  test.slow();
  const heard = complaints(page);
  await signIn(page);
  const { keysets, notes } = await get<AppOverview>(page, '/api/apps/fathomry');
  const school = keysets.find((one) => one.name === 'School set' && one.carriedFrom === null)!.id;
  const oneHand = keysets.find((one) => one.name === 'One-hand set')!.id;
  const imitation = keysets.find((one) => one.name === 'Keys as in 6.4')!.id;
  const views: readonly [path: string, heading: RegExp][] = [
    ['', /^Changes$/],
    ['?old=1&now=2', /^Changes$/],
    [`?old=2&now=${school}`, /^Changes$/],
    ['?old=2&now=2&nowon=macos', /^Changes$/],
    ['/renames', /^Renames and splits$/],
    ['/renames?for=1', /^Renames and splits$/],
    ['/timeline', /^Release timeline$/],
    ['/out-of-date', /Out of date/],
    ['/history?command=view.show-drying-heights', /Show drying heights/],
    ['/history?press=J', /^J/],
    ['/history', /Choose a command or shortcut/],
    [`/carry/${school}`, /^Carry forward$/],
    [`/carry/${school}?step=last`, /^Carry forward$/],
    [`/carry/${oneHand}`, /School set comes first/],
    ['/carry/999', /Keyset not found/],
    [`/compatibility/${imitation}`, /^Compatibility$/],
    [`/notes/${notes[0]!.id}`, /What’s new in 7.2/],
    [`/notes/${notes[0]!.id}?view=learner`, /What’s new in 7.2/],
    ['/notes/999', /Something went wrong/],
  ];
  for (const [path, heading] of views) {
    await page.goto(`/releases/fathomry/7.0${path}`);
    await expect(page.getByRole('heading', { name: heading }).first(), path).toBeVisible();
    await expectNoBarriers(page, path);
  }
  await page.goto('/releases/fathomry/7.0?old=2&now=2&nowon=macos');
  await expect(page.getByRole('button', { name: /Shortcut changed/ })).toContainText('7');
  await page.goto('/releases/fathomry/7.0/history?press=J');
  await expect(row(page, '7.2')).toContainText('runs another command');
  await page.goto('/releases/fathomry/7.0/out-of-date');
  await expect(row(page, 'First week at the plotting desk')).toContainText('compared with 7.2');

  // On dark paper too.
  await page.getByRole('button', { name: 'Ines' }).click();
  await page.getByRole('button', { name: 'Dark theme' }).click();
  for (const path of ['', '/renames', '/timeline', `/carry/${school}`]) {
    await page.goto(`/releases/fathomry/7.0${path}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await expectNoBarriers(page, `${path} on dark paper`);
  }
  await page.getByRole('button', { name: 'Ines' }).click();
  await page.getByRole('button', { name: 'Light theme' }).click();
  expect(heard).toEqual([]);
});

test('edits are decided by kind, by another key and in another place, and a stack waits for what is below it', async ({
  page,
}) => {
  await signIn(page);
  const slug = 'carrying';
  const { keyset } = await taught(page, slug);
  await post(page, `/api/apps/${slug}/keysets`, { name: 'Left hand', baseId: keyset });
  const release = await post<Release>(page, `/api/apps/${slug}/releases`, { label: '2.0' });
  const list = `Command id,Label,Where it works,Shortcut\nsound,Place sounding,Chart,S\nstamp,Stamp plate,Chart,Shift+S\ntrim,Trim plate,Chart,T\nshore,Trace shoreline,Chart,L\nheights,Show drying heights,Chart,J\ntides,Compare two tides,Chart,D\nprint,Print plate,,Primary+P\nlock,Lock chart,,\nfax,Send by fax,,F9\n`;
  await post(page, `/api/releases/${release.id}/list`, { source: 'new.csv', text: list });
  const upper = (await get<AppOverview>(page, `/api/apps/${slug}`)).keysets.find((one) => one.name === 'Left hand')!.id;
  await page.goto(`/releases/${slug}/1.0/carry/${upper}`);
  await expect(page.getByText('Carry School set forward to 2.0 first')).toBeVisible();
  await page.getByRole('link', { name: 'Carry School set forward' }).click();
  await page.getByRole('button', { name: /^Shortcut now used by another command/ }).click();
  const grid = page.getByRole('grid', { name: 'Edits in School set' });
  await expect(grid.getByRole('row')).toHaveCount(3);
  // All of a kind at once, each row showing what it comes to; and back to what is proposed.
  await page.getByRole('button', { name: 'Keep mine' }).first().click();
  await expect(grid.getByRole('row', { name: /Place sounding/ })).toContainText('keep mine');
  await expect(grid.getByRole('row', { name: /Trace shoreline/ })).toContainText('keep mine');
  await page.getByRole('button', { name: 'Accept suggestions' }).click();
  await expect(grid.getByRole('row', { name: /Trace shoreline/ })).toContainText('undecided');
  // One keeps its press and takes it, the other gets a free one.
  await grid.focus();
  await page.keyboard.press('Home');
  await expect(grid.locator('[aria-selected=true]')).toContainText('Place sounding');
  await page.keyboard.press('k');
  await page.keyboard.press('o');
  await expect(page.getByRole('application', { name: 'Another shortcut' })).toBeFocused();
  await page.keyboard.press('F11');
  await page.getByRole('button', { name: 'Assign this shortcut' }).click();
  await expect(grid.getByRole('row', { name: /Trace shoreline/ })).toContainText(/something else\s+F11/);
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(row(page, 'Stamp plate')).toContainText('Shift+S was reassigned to Place sounding.');
  await expect(row(page, 'Trace shoreline')).toContainText('F11');
  await page.getByRole('button', { name: 'Create keyset for 2.0' }).click();
  await expect(page.locator('.page-head', { hasText: /Edits\s*School set/ })).toBeVisible();
  await page.goto(`/releases/${slug}/1.0/carry/${upper}`);
  await expect(page.getByText('No edits')).toBeVisible();
  await page.getByRole('button', { name: 'Preview' }).click();
  await expect(page.getByText('Based on School set.')).toBeVisible();

  // Any two keysets are compared, whichever way round.
  await page.goto(`/releases/${slug}/2.0`);
  await page.getByRole('button', { name: /1.0, 2.0/ }).click();
  await pick(page, 'Before', 'School set, 1.0');
  await expect(page.locator('.page-head')).toContainText('School set → 2.0');
  await page.getByRole('button', { name: 'Swap sides' }).click();
  await expect(page.locator('.page-head')).toContainText('2.0 → School set');
});
