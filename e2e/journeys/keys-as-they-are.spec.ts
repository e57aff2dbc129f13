import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '../site.ts';
import { strToU8, zipSync } from 'fflate';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

const margin = (page: Page) => page.getByRole('complementary', { name: 'Details' });
/** An app of its own with an open release, made over the API; the page shows where to read a list in. */
async function freshRelease(page: Page, slug: string) {
  await page.request.post('/api/apps', { data: { slug, name: slug, platforms: ['windows', 'macos'] } });
  await page.request.post(`/api/apps/${slug}/releases`, { data: { label: '1' } });
  await page.goto(`/catalogue/${slug}/1/import`);
}
const sheetXml = (rows: string[][]) => {
  const cell = (text: string, at: string) => `<c r="${at}" t="inlineStr"><is><t>${text}</t></is></c>`;
  const body = rows.map(
    (row, y) =>
      `<row r="${y + 1}">${row.map((text, x) => (text ? cell(text, `${'ABCD'[x]}${y + 1}`) : '')).join('')}</row>`,
  );
  return `<?xml version="1.0"?><worksheet xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"><sheetData>${body.join('')}</sheetData></worksheet>`;
};
/** A spreadsheet as ISO/IEC 29500 has it at the least, written here so that no library of the reader has made it. */
function xlsx(rows: string[][]): Buffer {
  const relation = (type: string, target: string) =>
    `<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="rId1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/${type}" Target="${target}"/></Relationships>`;
  const files = {
    '[Content_Types].xml':
      '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="xml" ContentType="application/xml"/></Types>',
    '_rels/.rels': relation('officeDocument', 'xl/workbook.xml'),
    'xl/workbook.xml':
      '<?xml version="1.0"?><workbook xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main" xmlns:r="http://schemas.openxmlformats.org/officeDocument/2006/relationships"><sheets><sheet name="Shortcut" sheetId="1" r:id="rId1"/></sheets></workbook>',
    'xl/_rels/workbook.xml.rels': relation('worksheet', 'worksheets/sheet1.xml'),
    'xl/worksheets/sheet1.xml': sheetXml(rows),
  };
  return Buffer.from(zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)]))));
}

test('a web page’s table, a spreadsheet and pasted lines are read in, and a second list keeps what columns meant', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await freshRelease(page, 'from-a-page');
  await page.setInputFiles('input[type=file]', {
    name: 'keys.html',
    mimeType: 'text/html',
    buffer: readFileSync(new URL('../../core/test/fixtures/lists/nested-keys.html', import.meta.url)),
  });
  await expect(page.getByRole('heading', { name: /Ready to import/ })).toBeVisible();
  await expect(page.getByText(/a web page, UTF-8/i)).toBeVisible();
  await expectNoBarriers(page, 'a web page’s table');
  await page.getByRole('button', { name: 'Import 4 rows' }).click();
  await page.getByRole('button', { name: 'Show commands' }).click();
  await expect(page.getByRole('row', { name: /Repeat last sounding/ })).toContainText('Alt+Q');

  await freshRelease(page, 'from-a-sheet');
  const rows = [
    ['Fathomry keys'],
    ['Area', 'Function', 'PC key', 'Mac key'],
    ['Everywhere', 'Place sounding', 'D', 'D'],
    ['', 'Save', 'Ctrl+S', '⌘S'],
  ];
  const file = (more: string[][]) => ({ name: 'keys.xlsx', mimeType: '', buffer: xlsx([...rows, ...more]) });
  await page.setInputFiles('input[type=file]', file([]));
  await expect(page.getByText(/spreadsheet \(XLSX\)/i)).toBeVisible();
  await expect(page.getByRole('heading', { name: /Ready to import/ })).toBeVisible();
  // One column is not wanted: that is remembered for the app’s next list.
  await pick(page, 'Meaning of Mac key', 'left out');
  await page.getByRole('button', { name: 'Import 2 rows' }).click();
  await expect(page.getByRole('heading', { name: '2 new commands, 2 new shortcuts' })).toBeVisible();
  await page.goto('/catalogue/from-a-sheet/1/import');
  await page.setInputFiles('input[type=file]', file([['', 'Print', 'Ctrl+P', '⌘P']]));
  await expect(page.getByText('Columns set as in your last import of this kind.')).toBeVisible();
  await expect(margin(page).getByText('Commands new to the program')).toBeVisible();

  await freshRelease(page, 'from-lines');
  await page
    .getByLabel('Or paste a list')
    .fill('Depths\nPlace sounding ..... D\nStrike soundings ..... Shift+S\n\nLines\nTrace shoreline ..... T\n');
  await page.getByRole('button', { name: 'Preview' }).click();
  // The first line may be a heading or a command without a key: it is asked.
  await page.getByRole('button', { name: 'Treat it as a heading' }).click();
  await expect(page.getByRole('heading', { name: /Ready to import/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /Trace shoreline/ })).toContainText('Lines');
  await expectNoBarriers(page, 'pasted lines');
  await page.getByRole('button', { name: 'Import 3 rows' }).click();
  await page.getByRole('button', { name: 'Show commands' }).click();
  await expect(page.getByRole('grid')).toContainText('Depths');
  expect(heard).toEqual([]);
});

test('the layout in hand changes every key shown and what answers to a press', async ({ page }) => {
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0?style=pressed&layout=de&q=least+depth');
  const row = page.getByRole('row', { name: /^Least depth here/ });
  await expect(row).toContainText('Ctrl+L');
  await page.goto('/catalogue/fathomry/7.0?style=pressed&layout=de&row=depth.raise-by-a-step&q=doubtful');
  await expect(page.getByRole('row', { name: /^Mark sounding doubtful/ })).toContainText('Shift+ß');
  await page.goto('/catalogue/fathomry/7.0?press=Ctrl%2B2&layout=fr');
  await expect(page.locator('.page-head', { hasText: /Fathomry 7.0/ })).toContainText('2 of 298');
  await expect(margin(page).getByRole('heading', { name: 'Used by' })).toBeVisible();
  await expectNoBarriers(page, 'what a press does');
  await page.goto('/catalogue/fathomry/7.0?press=Ctrl%2B2');
  await expect(page.locator('.page-head', { hasText: /Fathomry 7.0/ })).toContainText('1 of 298');
  await margin(page).getByRole('link', { name: 'All shortcuts on this key' }).click();
  await expect(page.getByRole('heading', { name: /2, with and without modifiers/ })).toBeVisible();
  await expectNoBarriers(page, 'a key in full');
});

test('keys are picked by hand, a sequence too, where nothing can be pressed', async ({ page }) => {
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0');
  await pick(page, 'Key', 'P');
  await page.getByRole('button', { name: 'Look up' }).click();
  await expect(page.getByText('shortcut P')).toBeVisible();
  await pick(page, 'Key', 'S');
  await page.getByRole('button', { name: 'Add as next step' }).click();
  await expect(page.getByText('shortcut P then S')).toBeVisible();
  await expect(margin(page).getByRole('button', { name: 'Smooth contour' }).first()).toBeVisible();
});

test('the grid moves, marks and arranges by keyboard, is narrowed with counts, and is handed out', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await signIn(page);
  await page.goto('/catalogue/fathomry/7.0?columns=2,3');
  const grid = page.getByRole('grid');
  await grid.focus();
  await page.keyboard.press('ArrowDown');
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowDown');
  await expect(margin(page).getByRole('heading', { name: '4 commands selected' })).toBeVisible();
  await expect(page.locator('[role=row][aria-selected=true]')).toHaveCount(4);
  await expectNoBarriers(page, 'several marked');
  await page.keyboard.press('Escape');
  await expect(margin(page).getByRole('heading', { name: 'Save chart' })).toBeVisible();

  const head = page.getByRole('columnheader');
  await page.getByRole('button', { name: 'Column School set' }).focus();
  await page.keyboard.press('Alt+ArrowLeft');
  await expect(head.nth(1)).toContainText('School set');
  await page.getByRole('button', { name: 'Column School set' }).focus();
  await page.keyboard.press('p');
  await expect(head.nth(1)).toContainText('pinned');
  expect(page.url()).toMatch(/columns=3%2C2|columns=3,2/);

  const without = page.getByRole('link', { name: /^Without a shortcut/ });
  const count = Number(/\d+$/.exec((await without.textContent())!.trim())![0]);
  await without.click();
  await expect(page.locator('.page-head', { hasText: /Fathomry 7.0/ })).toContainText(`${count} of 298`);
  await page.getByRole('button', { name: 'Save this view' }).click();
  await page.getByLabel('View name').fill('Still without');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('link', { name: 'Still without' })).toBeVisible();
  await page.getByRole('button', { name: 'Show all' }).click();
  await expect(page.locator('.page-head', { hasText: /Fathomry 7.0/ })).toContainText('298 of 298');
  await page.getByRole('link', { name: 'Still without' }).click();
  await expect(page.locator('.page-head', { hasText: /Fathomry 7.0/ })).toContainText(`${count} of 298`);
  await page.getByRole('button', { name: 'Forget the view Still without' }).click();

  await page.getByRole('button', { name: 'Export' }).click();
  await page.getByRole('button', { name: 'Copy table' }).click();
  await expect(page.getByText(`${count} rows copied.`)).toBeAttached();
  const html = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    return (await item!.getType('text/html')).text();
  });
  expect(html.match(/<tr>/g)!.length).toBe(count + 1);
  for (const [button, ending] of [
    ['Save as CSV', 'csv'],
    ['Save as XLSX', 'xlsx'],
    ['Save as Markdown', 'md'],
  ] as const) {
    await page.getByRole('button', { name: 'Export' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: button }).click(),
    ]);
    expect(download.suggestedFilename()).toBe(`fathomry-7.0-windows.${ending}`);
    const bytes = readFileSync(await download.path());
    // What is handed out is read back by the reader of lists.
    const preview = await page.request.post('/api/releases/2/list/preview?source=back', {
      data: bytes,
      headers: { 'content-type': 'application/octet-stream' },
    });
    expect(((await preview.json()) as { counts: { rows: number } }).counts.rows, ending).toBe(count);
  }
});

test('an open release is corrected by hand: a command, its keys, places by keyboard, a pair; clashes on all layouts', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await freshRelease(page, 'by-hand');
  await page.getByLabel('Or paste a list').fill('Command,Category,Shortcut\nLay buoy,Buoys,B\nLift buoy,Buoys,\n');
  await page.getByRole('button', { name: 'Preview' }).click();
  await page.getByRole('button', { name: 'Import 2 rows' }).click();
  await page.getByRole('button', { name: 'Show commands' }).click();

  await page.getByRole('button', { name: 'Add command' }).click();
  await page.getByLabel('Label', { exact: true }).fill('Paint buoy');
  await expectNoBarriers(page, 'adding a command');
  await margin(page).getByRole('button', { name: 'Add command' }).click();
  await expect(margin(page).getByRole('heading', { name: 'Paint buoy' })).toBeVisible();
  await margin(page).getByRole('link', { name: 'Open command page' }).click();
  await expect(page.getByRole('heading', { name: 'Across releases' })).toBeVisible();
  await page.getByRole('button', { name: 'Add shortcut' }).click();
  await page.getByRole('application').focus();
  await page.keyboard.press('b');
  await page.getByRole('button', { name: 'Add shortcut' }).click();
  await expect(page.getByText('Added.')).toBeVisible();
  await page.getByRole('button', { name: 'Mark as verified on Windows' }).click();
  await expect(margin(page).getByText(/verified on Windows by Ines Farrowby/)).toBeVisible();
  await expectNoBarriers(page, 'a command’s page');

  await page.goto('/catalogue/by-hand/1/contexts');
  for (const name of ['Deck', 'Bridge']) {
    await page.getByLabel('Name', { exact: true }).fill(name);
    await page.getByRole('button', { name: 'Add context' }).click();
    await expect(page.getByText(`Context “${name}” added.`)).toBeVisible();
  }
  const bridge = page.getByRole('button', { name: /^Bridge/ });
  await bridge.focus();
  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.getByText('Context “Bridge” moved.')).toBeVisible();
  await bridge.click();
  await expect(page.locator('.el-select__selected-item', { hasText: 'Deck' }).first()).toBeVisible();
  await expectNoBarriers(page, 'places');

  await page.goto('/catalogue/by-hand/1/groups');
  await page.getByLabel('Name', { exact: true }).fill('Lay and lift');
  await pick(page, 'Members', 'Lay buoy');
  await page.getByRole('listbox', { name: 'Members' }).getByRole('option', { name: 'Lift buoy' }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Create group', exact: true }).click();
  await expect(page.getByText('some without a shortcut')).toBeVisible();
  await expectNoBarriers(page, 'pairs and families');

  await page.goto('/catalogue/by-hand/1/tasks');
  await page.getByLabel('Name', { exact: true }).fill('Laying out');
  for (const step of ['Paint buoy', 'Lay buoy', 'Paint buoy']) await pick(page, 'Next step', step);
  await page.getByRole('button', { name: 'Create task', exact: true }).click();
  await expect(page.getByText('created.')).toBeVisible();
  await expectNoBarriers(page, 'runs');
  await page.getByRole('link', { name: 'Show commands in this order' }).click();
  await expect(page.getByRole('row').nth(2)).toContainText('Paint buoy');
  await expect(page.getByRole('row').nth(3)).toContainText('Lay buoy');

  await page.goto('/keysets/by-hand/1');
  await page.getByRole('link', { name: '1', exact: true }).first().click();
  await expect(page.locator('.page-head', { hasText: /^Conflicts/ })).toContainText('conflicts');
  await page.getByRole('button', { name: 'All 17' }).click();
  await page.getByRole('option', { name: /Duplicate in one context/ }).click();
  await expect(margin(page).getByText('B is assigned to both Lay buoy and Paint buoy in Everywhere.')).toBeVisible();
  await page.getByRole('listbox', { name: 'Conflicts' }).focus();
  await page.keyboard.press('ArrowDown');
  await expectNoBarriers(page, 'clashes');

  await page.goto('/catalogue/by-hand/1/key-handling');
  await page.getByText('double presses').click();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.getByLabel('Or type the shortcut').fill('T twice');
  await expect(page.getByText('The program does not support double presses.')).toBeVisible();
  await expectNoBarriers(page, 'how it takes keys');

  await page.goto('/catalogue/by-hand/1/reserved');
  await page.getByRole('main').getByLabel('Search').fill('peeking');
  await page.getByRole('button', { name: 'Mark as available here' }).click();
  await expect(page.getByText('available in this workspace')).toBeVisible();
  await expectNoBarriers(page, 'system keys');
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByText('Restored.', { exact: true })).toBeVisible();
  expect(heard).toEqual([]);
});

test('a list in German gives a release its German words and keys, seen when German is in hand', async ({ page }) => {
  await signIn(page);
  await freshRelease(page, 'in-german');
  const takeIn = async (lines: string, language?: string) => {
    if (language) await pick(page, 'Interface language', language);
    await page.getByLabel('Or paste a list').fill(lines);
    await page.getByRole('button', { name: 'Preview' }).click();
    await page.getByRole('button', { name: /^Import \d/ }).click();
  };
  await takeIn('Id,Label,Shortcut\ndepth.sound,Place sounding,D\nchart.save,Save chart,Primary+S\n');
  await expect(page.getByRole('heading', { name: '2 new commands, 2 new shortcuts' })).toBeVisible();
  await page.goto('/catalogue/in-german/1/import');
  await takeIn('Id,Label,Shortcut\ndepth.sound,Tiefe setzen,T\n', 'German');
  await expect(page.getByText('1 command changed')).toBeVisible();
  await page.getByRole('button', { name: 'Show commands' }).click();
  const row = (label: string) => page.getByRole('row', { name: new RegExp(label) });
  await expect(row('Place sounding')).toContainText('D');
  await pick(page, 'Interface language', 'German');
  await expect(row('Tiefe setzen')).toContainText('T');
  await expect(row('Save chart')).toContainText('Ctrl+S');
  await expect(page).toHaveURL(/language=de/);
  await expectNoBarriers(page, 'the ledger in German');
});
