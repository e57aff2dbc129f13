import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Locator, type Page } from '@playwright/test';
import type { PublishedEdition } from '@crib/core/contract';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/**
 * Fails when axe-core finds anything on the page as it stands, once nothing in it is on its way from one colour to another. Where
 * a page is looked at a second time in other colours, those alone are asked for.
 */
export async function expectNoBarriers(page: Page, where: string, rules: 'all' | 'colour' = 'all') {
  await page.evaluate(async () => {
    const ending = document.getAnimations().filter((one) => Number.isFinite(one.effect?.getComputedTiming().endTime));
    await Promise.all(ending.map((one) => one.finished.catch(() => {})));
  });
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe);
  const found = await page.evaluate(async (colourOnly) => {
    const { axe: checker } = window as unknown as {
      axe: {
        run: (options: object) => Promise<{
          violations: { id: string; nodes: { target: string[]; failureSummary: string }[] }[];
        }>;
      };
    };
    const { violations } = await checker.run({
      resultTypes: ['violations'],
      ...(colourOnly && { runOnly: ['color-contrast', 'link-in-text-block'] }),
    });
    return violations.map((one) => ({
      id: one.id,
      nodes: one.nodes.slice(0, 3).map((node) => `${node.target.join(' ')}: ${node.failureSummary}`),
    }));
  }, rules === 'colour');
  expect(found, where).toEqual([]);
}

/**
 * Signs one of the demo’s accounts in, as the form does, and opens no page; the form itself is gone through by hand in some
 * journeys.
 */
export async function signIn(page: Page, name = 'Ines Farrowby') {
  const accounts = (await (await page.request.get('/public/demo')).json()) as {
    name: string;
    email: string;
    password: string;
  }[];
  const { email, password } = accounts.find((one) => one.name.startsWith(name))!;
  await page.request.post('/api/session', { data: { email, password } });
}

/** The same, with the desk open. */
export async function signInAtDesk(page: Page, name?: string) {
  await signIn(page, name);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Programs and releases' })).toBeVisible();
}

/** Selects a command in the ledger by naming it in the look-up. */
export async function choose(page: Page, label: string) {
  await page.getByLabel('Search commands').fill(label);
  await page.getByRole('gridcell', { name: label, exact: true }).click();
  await expect(
    page.getByRole('complementary', { name: 'Details' }).getByRole('heading', { name: label }),
  ).toBeVisible();
}

/** Everything the browser complains of while a test runs, but for the answers the test provokes. */
export function complaints(page: Page): string[] {
  const heard: string[] = [];
  page.on('pageerror', (error) => heard.push(error.message));
  page.on('console', (message) => {
    if (message.type() === 'error' && !/status of 4\d\d/.test(message.text())) heard.push(message.text());
  });
  return heard;
}

/** Opens a list of choices by its name, and chooses. */
export async function pick(page: Page, list: string, option: string, within: Page | Locator = page) {
  const box = page.getByRole('combobox', { name: list, exact: true });
  await within.locator('.el-select', { has: box }).click();
  await page
    .getByRole('listbox', { name: list, exact: true })
    .getByRole('option', { name: option, exact: true })
    .click();
}

/** The newest edition of the first sheet, with nobody signed in any more. */
export async function newest(page: Page): Promise<PublishedEdition> {
  await signIn(page);
  const [edition] = (await (await page.request.get('/api/sheets/1/editions')).json()) as PublishedEdition[];
  await page.context().clearCookies();
  return edition!;
}
