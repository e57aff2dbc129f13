import { readFileSync } from 'node:fs';
import { expect, test } from '../site.ts';
import { complaints, expectNoBarriers, newest } from '../pages.ts';

test('a learner’s own file gets the lines that are ticked; what goes is named before, and every other byte stays', async ({
  page,
}) => {
  const heard = complaints(page);
  const { path } = await newest(page);
  await page.setViewportSize({ width: 360, height: 740 });
  await page.goto(`${path}/own?platform=windows`);
  await expect(page.getByText('Choose your file')).toBeVisible();
  await expectNoBarriers(page, 'a file of one’s own, before');
  const lines = [
    'fathomry keys 3',
    'title mine',
    'edition 1',
    '',
    'chart depth.place-sounding = ctl:9',
    'all nobody.knows = q',
    'colour of the desk = blue',
    'end',
    '',
  ];
  const file = (buffer: Buffer) => ({ name: 'mine.fkeys', mimeType: 'text/plain', buffer });
  await page.setInputFiles('input[type=file]', file(Buffer.from([0x61, 0xff, 0xfe, 0x80])));
  await expect(page.getByRole('alert')).toContainText('This file is not encoded in UTF-8');
  await page.setInputFiles('input[type=file]', file(Buffer.from(lines.join('\r\n'))));
  await expect(page.getByText('mine.fkeys is based on 7.0 built in. Your own shortcuts: 1.')).toBeVisible();
  // The number stands in the file: what has changed since is one step away.
  await expect(page.getByText('Your file was made from edition 1.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'What has changed since' })).toHaveAttribute('href', /&since=1$/);
  await page.getByText('Unrecognised entries (kept unchanged): 1').click();
  await expect(page.getByText('line 6: nobody.knows')).toBeVisible();
  const get = async () => {
    const [made] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Download the merged file' }).click(),
    ]);
    return readFileSync(await made.path(), 'utf8');
  };
  expect(await get()).toBe(lines.join('\r\n'));
  await page.getByLabel(/Place sounding/).check();
  await page.getByLabel(/Add light/).check();
  await expect(page.getByRole('heading', { name: 'These shortcuts of yours will be replaced' })).toBeVisible();
  await expect(page.getByText('Ctrl+9 Place sounding')).toBeVisible();
  await expectNoBarriers(page, 'a file of one’s own');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  const merged = (await get()).split('\r\n');
  expect(merged.filter((one) => lines.includes(one))).toEqual(lines.filter((one) => !/place-sounding/.test(one)));
  expect(merged.find((one) => /place-sounding/.test(one))).toMatch(/= d$/);
  expect(merged.find((one) => /add-light/.test(one))).toMatch(/= shift:g$|= sft:g$|g$/);
  expect(heard).toEqual([]);
});

test('on a telephone, in French and without motion, every tool fits, is picked by hand, and says so where a key cannot be pressed', async ({
  browser,
  page,
}) => {
  const { path } = await newest(page);
  const context = await browser.newContext({ viewport: { width: 360, height: 740 }, reducedMotion: 'reduce' });
  const phone = await context.newPage();
  const heard = complaints(phone);
  for (const tool of ['find', 'practise', 'translate', 'try-out', 'own']) {
    await phone.goto(`${path}/${tool}?platform=windows&language=fr`);
    await expect(phone.getByRole('navigation', { name: 'Outils' })).toBeVisible();
    await expect(phone.locator('html')).toHaveAttribute('lang', 'fr');
    await expectNoBarriers(phone, `${tool}, 360 px`);
    expect(await phone.evaluate(() => document.documentElement.scrollWidth), tool).toBeLessThanOrEqual(360);
  }
  // Keys that are picked, since a telephone has none to press.
  await phone.goto(`${path}/find?platform=windows&language=fr`);
  await phone.getByText('Ou choisir des touches que le navigateur intercepte').click();
  await phone.getByRole('checkbox', { name: 'Maj' }).check();
  await phone.locator('.picker select').selectOption('G');
  await phone.getByRole('button', { name: 'Chercher' }).click();
  await expect(phone.locator('p.said')).toHaveText('Maj+G : ici, « Add light ».');
  await phone.getByLabel('Ou chercher une commande').fill('add li');
  await expect(phone.getByRole('listitem').filter({ hasText: 'Add light' }).last()).toContainText('Maj+G');
  // Only what begins with a held key, or what the browser keeps, is asked in words: here by its section.
  await phone.goto(`${path}/practise?platform=windows&language=fr`);
  await phone.getByRole('combobox', { name: 'S’exercer' }).selectOption('Getting about');
  await phone.getByRole('button', { name: 'Commencer' }).click();
  const words = phone.getByText('Pensez au raccourci, puis affichez la réponse.');
  for (let asked = 0; asked < 12 && !(await words.isVisible()); asked++) {
    await phone.getByRole('button', { name: 'Afficher la réponse' }).click();
    await phone.getByRole('button', { name: 'Suivant' }).click();
  }
  await expect(phone.locator('.ask')).toContainText('Pan');
  await expect(words).toContainText('Il faut aussi la souris');
  await expectNoBarriers(phone, 'asked in words');
  await phone.getByRole('button', { name: 'Afficher la réponse' }).click();
  await phone.getByRole('button', { name: 'Je le savais' }).click();
  // An address that is no edition, and a tool that it has not.
  for (const [address, status] of [
    [`${path}/nothing`, 404],
    ['/s/first/nothing-such-there/find', 404],
  ] as const)
    expect((await phone.goto(address))!.status()).toBe(status);
  expect(heard).toEqual([]);
  await context.close();
});
