import { expect, test, type Page } from '../site.ts';
import type { PublishedEdition, Sheet } from '@crib/core/contract';
import { fresh } from '../made.ts';
import { expectNoBarriers, signIn } from '../pages.ts';
import { tapOn } from '../tap.ts';

/** The keys of the first row of a sheet, and what is said of the page. */
const rowOf = (page: Page) => page.locator('li[data-section]').first();
const copy = (page: Page) => page.getByRole('status').filter({ hasText: /saved copy|gespeicherte Kopie/ });
const kept = (page: Page, address: string) =>
  page.evaluate(
    (url) =>
      caches
        .open('crib-sheets')
        .then((one) => one.match(url, { ignoreVary: true }))
        .then(Boolean),
    address,
  );

test('a learner without a server sees just the page they asked for, or is told which one it is, and since when', async ({
  page,
  browser,
}) => {
  test.slow();
  await signIn(page);
  const { slug, keyset } = await fresh(page, `kept-${Date.now()}`);
  const json = async <T>(method: 'post' | 'put' | 'get', path: string, data?: object) =>
    (await (await page.request[method](path, data ? { data } : {})).json()) as T;
  const begun = await json<Sheet>('post', `/api/apps/${slug}/sheets`, { keysetId: keyset, title: 'Kept' });
  const { commands } = await json<{ commands: { id: number; label: string }[] }>(
    'get',
    `/api/releases/${(await json<{ releases: { id: number }[] }>('get', `/api/apps/${slug}`)).releases[0]!.id}`,
  );
  const write = (revision: number, label: string) =>
    json<Sheet>('put', `/api/sheets/${begun.id}`, {
      revision,
      keysetId: keyset,
      title: 'Kept',
      sections: [
        {
          title: 'All',
          rule: null,
          sort: 'given',
          figure: null,
          leftOut: [],
          rows: [{ command: commands.find((one) => one.label === label)!.id, note: '' }],
        },
      ],
    });
  const publish = () => json<PublishedEdition>('post', `/api/sheets/${begun.id}/editions`, {});
  const first = await write(begun.revision, 'Save');
  const { newest } = await publish();

  const tap = await tapOn(process.env['CRIB_ADDRESS']!);
  const learner = await (
    await browser.newContext({ baseURL: tap.address, locale: 'en-GB', timezoneId: 'Europe/London' })
  ).newPage();
  const [windows, macos] = ['windows', 'macos'].map((one) => `${newest}?platform=${one}&style=words&language=en`);
  try {
    // A worker takes over with the second page that is opened.
    await learner.goto(windows!);
    await learner.evaluate(() => navigator.serviceWorker.ready);
    await learner.goto(windows!);
    await learner.goto(macos!);
    await expect(rowOf(learner)).toContainText('Command');
    await write(first.revision, 'Drop it').then(() => write(first.revision + 1, 'Save'));
    await publish();
    // Which edition is the newest may be a second old.
    await expect(async () => {
      await learner.goto(macos!);
      await expect(learner.getByText('edition 2').first()).toBeVisible({ timeout: 1000 });
    }).toPass();
    await expect(copy(learner)).toHaveCount(0);
    for (const address of [windows!, macos!])
      await expect.poll(() => kept(learner, new URL(address, tap.address).href)).toBe(true);

    tap.away(true);
    await learner.goto(macos!);
    await expect(copy(learner)).toHaveText(
      /^You are offline\. This is a saved copy of edition 2 for macOS, from \d+ \w+ \d{4}/,
    );
    await expect(rowOf(learner)).toContainText('Command');
    await expectNoBarriers(learner, 'a saved copy');
    await learner.goto(windows!);
    await expect(copy(learner)).toContainText('a saved copy of edition 1 for Windows');
    await expect(rowOf(learner)).toContainText('Ctrl');
    // Never opened in German: the newest copy of its platform, and a word that it is another page.
    await learner.goto(macos!.replace('language=en', 'language=de'));
    await expect(copy(learner)).toContainText('the page you asked for is not saved on this device');
    await expect(copy(learner)).toContainText('edition 2 for macOS');

    // There again, but slow: the copy of just that page after a while, and the server’s page as soon as it answers.
    tap.away(false);
    await learner.goto(windows!);
    await expect(copy(learner)).toHaveCount(0);
    await expect(learner.getByText('edition 2', { exact: false }).first()).toBeVisible();
    tap.slow(9000);
    await learner.goto(macos!);
    await expect(copy(learner)).toContainText(
      'The server is not answering. This is a saved copy of edition 2 for macOS',
    );
    tap.slow(0);
    await copy(learner).getByRole('link', { name: 'Try again' }).click();
    await expect(copy(learner)).toHaveCount(0);
  } finally {
    tap.close();
    await learner.context().close();
  }
});

test('practice asks on every platform that a sheet is for', async ({ page }) => {
  await signIn(page);
  const [edition] = (await (await page.request.get('/api/sheets/1/editions')).json()) as [PublishedEdition];
  await page.context().clearCookies();
  for (const platform of ['windows', 'macos', 'linux']) {
    const wrong: string[] = [];
    page.on('pageerror', (error) => wrong.push(error.message));
    await page.goto(`${edition.path}/practise?platform=${platform}`);
    await page.getByRole('button', { name: 'Start' }).click();
    await expect(page.locator('.ask b'), platform).not.toHaveText('');
    // Every card of a sitting can be asked, by a press or in words.
    for (let count = 0; count < 6; count++) {
      await page.getByRole('button', { name: 'Show answer' }).click();
      await page
        .getByRole('button', { name: /^(?:I knew it|Go on|Next)/ })
        .first()
        .click();
      await expect(page.locator('.ask b').or(page.getByText(/Done for now/)), platform).toBeVisible();
    }
    expect(wrong, platform).toEqual([]);
  }
});
