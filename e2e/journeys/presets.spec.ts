import { expect, test } from '../site.ts';
import { complaints, expectNoBarriers, pick, signIn } from '../pages.ts';

test('a recipe is edited beside the file it writes; a file of the program becomes a keyset, and what nobody knows is asked', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/handouts/fathomry/7.0?view=presets&platform=windows');
  const example = page.getByRole('region', { name: 'Example file' });
  await pick(page, 'Keyset of the example', 'School set');
  await expect(example).toContainText('fathomry keys 3');
  await expect(example).toContainText('title School set');
  await expect(example).toContainText('= d');
  await expectNoBarriers(page, 'preset files');

  // A letter more in the recipe, and the file shows it; what is no recipe is said with its place.
  const code = page.getByRole('textbox', { name: /^Preset format/ });
  const recipe = JSON.parse(await code.inputValue()) as { footer: string[]; scope: string };
  await code.fill(JSON.stringify({ ...recipe, lineEnd: 'x' }));
  await expect(page.getByRole('alert')).toContainText('lineEnd:');
  await code.fill('{ half');
  await expect(page.getByRole('alert')).toContainText('This is not valid JSON');
  await code.fill(JSON.stringify({ ...recipe, footer: ['', 'that is all'] }, null, 2));
  await expect(example).toContainText('that is all');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Saved', { exact: true })).toBeVisible();

  // The program's own file: what differs, what is the same, what nobody knows.
  const lines = [
    'fathomry keys 3',
    'title mine',
    '',
    'chart depth.place-sounding = ctl:9',
    'all nobody.knows = q',
    'chart view.closer = hyper:z',
    'colour of the desk = blue',
    'end',
    '',
  ];
  await page.setInputFiles('input[type=file]', {
    name: 'mine.fkeys',
    mimeType: 'text/plain',
    buffer: Buffer.from(lines.join('\r\n')),
  });
  await expect(page.getByText(/Based on 7.0 built in: 0 unchanged, 1 difference, 2 questions/)).toBeVisible();
  await expect(page.getByText('Line 5: “nobody.knows”, unknown command.')).toBeVisible();
  await expectNoBarriers(page, 'Import a preset file');
  await page.getByLabel('Keyset name').fill('Mine, as read');
  await page.getByRole('button', { name: 'Create keyset' }).click();
  await expect(page).toHaveURL(/\/keysets\/fathomry\/7\.0\/\d+/);
  const id = Number(/\/(\d+)(?:\?|$)/.exec(page.url())![1]);
  const made = (await (await page.request.get(`/api/keysets/${id}`)).json()) as {
    edits: { shortcuts: string[]; platform: string }[];
  };
  expect(made.edits.map((one) => [one.platform, one.shortcuts])).toEqual([['windows', ['Ctrl+9']]]);

  // What is no file of that kind is refused with a sentence.
  await page.goto('/handouts/fathomry/7.0?view=presets&platform=windows');
  await page.setInputFiles('input[type=file]', {
    name: 'x.fkeys',
    mimeType: 'text/plain',
    buffer: Buffer.from([0x61, 0xff, 0xfe, 0x80, 0x81]),
  });
  await expect(page.getByText(/This file is not encoded in UTF-8/)).toBeVisible();
  expect(heard).toEqual([]);
});

test('the bench loads what a learner gets: presses fire as the sheet says, and every line of it is kept', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  const editions = (await (await page.request.get('/api/sheets/1/editions')).json()) as { number: number }[];
  const { number } = editions.at(-1)!;
  await page.goto('/handouts/fathomry/7.0/try-out?platform=windows');
  const log = page.getByRole('log', { name: 'Result of each key press' });
  const area = page.getByRole('application');
  const last = log.getByRole('listitem').first();
  await area.focus();
  // As shipped D runs another command; S places a sounding.
  await page.keyboard.press('Shift+G');
  await expect(last).not.toContainText('Add light');
  await page.getByRole('button', { name: `First week at the plotting desk, edition ${number}` }).click();
  await expect(page.locator('.page-head')).toContainText('changed from the built-in ones');
  await area.focus();
  for (const [keys, command] of [
    ['d', 'Place sounding'],
    ['Shift+G', 'Add light'],
    ['Alt+Home', 'North up'],
    ['b', 'Add buoy'],
    ['Control+g', 'Go to position'],
    ['F9', 'Closer'],
    ['Shift+F9', 'Farther'],
    ['w', 'Add wreck'],
    ['i', 'Part contour'],
    ['Control+z', 'Undo'],
  ] as const) {
    await page.keyboard.press(keys);
    await expect(last, keys).toContainText(command);
  }
  await expect(page.getByRole('img', { name: 'Chart with 3 marks' })).toBeVisible();
  // Two keys one after another, and what is begun is forgotten after the pause.
  await page.keyboard.press('p');
  await expect(last).toContainText('waits');
  await expectNoBarriers(page, 'the bench');
  await page.getByRole('button', { name: 'Test all rows' }).click();
  await expect(page.getByText(/^2\d passed, 0 failed, \d not tested\.$/)).toBeVisible();

  // With another file lines are broken, and what fires in their place is told.
  await page.setInputFiles('input[type=file]', {
    name: 'mine.fkeys',
    mimeType: 'text/plain',
    buffer: Buffer.from('chart depth.place-sounding = ctl:9\r\n'),
  });
  await page.getByRole('button', { name: 'Test all rows' }).click();
  await expect(page.getByRole('heading', { name: 'Failed' })).toBeVisible();
  expect(heard).toEqual([]);
});

test('a recipe is learned from a file by two marks; a word that nobody knows is asked, and told by pressing it', async ({
  page,
}) => {
  const heard = complaints(page);
  await signIn(page);
  await page.goto('/handouts/fathomry/7.0?view=presets&platform=windows');
  const text = [
    '! made by hand',
    'paper white',
    ...[
      'depth.place-sounding 5 ctl_d',
      'light.add-light 6 upr_ctl_g',
      'view.closer 7 f9',
      'view.farther 8 upr_f9',
      'buoy.add-buoy 9 b',
      'wreck.add-wreck 10 w',
    ].map((one) => `bind ${one}`),
    '',
  ].join('\r\n');
  await page
    .getByLabel('Choose a sample file')
    .setInputFiles({ name: 'hands.bind', mimeType: 'text/plain', buffer: Buffer.from(text) });
  const area = page.getByRole('textbox', { name: 'Sample file: highlight text in it' });
  const select = (part: string) =>
    area.evaluate((field: HTMLTextAreaElement, wanted) => {
      const at = field.value.indexOf(wanted);
      field.focus();
      field.setSelectionRange(at, at + wanted.length);
    }, part);
  await page.getByRole('button', { name: 'Mark as command' }).click();
  await expect(page.getByText('Highlight the text in the file first')).toBeVisible();
  for (const [command, keys] of [
    ['depth.place-sounding', 'ctl_d'],
    ['light.add-light', 'upr_ctl_g'],
  ] as const) {
    await select(command);
    await page.getByRole('button', { name: 'Mark as command' }).click();
    await expect(page.getByText(`“${command}” is a command. Now highlight its shortcut.`)).toBeVisible();
    await select(keys);
    await page.getByRole('button', { name: 'Mark as shortcut' }).click();
  }
  await expect(page.getByText('6 entries found, 4 shortcuts understood (67%)')).toBeVisible();
  await expect(page.getByText('What does “upr” in line 4 mean?')).toBeVisible();
  await expectNoBarriers(page, 'learning a recipe');
  await page.getByText('If a key name is not recognised').nth(1).click();
  await page.getByRole('application', { name: 'Press the shortcut' }).focus();
  await page.keyboard.press('Control+Shift+G');
  await expect(page.getByText('6 entries found, 6 shortcuts understood (100%)')).toBeVisible();
  await expect(page.getByText('bind {command} {other} {keys}')).toBeVisible();
  await page.getByRole('button', { name: 'Save preset format' }).click();
  await expect(page.locator('.page-head')).toContainText('hands');
  // It is an ordinary recipe from now on: the same file is read by it.
  await page
    .getByLabel('Choose a file', { exact: true })
    .setInputFiles({ name: 'hands.bind', mimeType: 'text/plain', buffer: Buffer.from(text) });
  await expect(page.getByText(/Based on 7\.0/)).toBeVisible();
  expect(heard).toEqual([]);
});
