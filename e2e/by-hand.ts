import { expect, type Locator, type Page } from '@playwright/test';

/** Notes in the page whether a pointer was ever used in it. */
export const watchPointer = (page: Page) =>
  page.addInitScript(() => {
    const touched = (event: Event) => event.isTrusted && ((window as unknown as { touched: boolean }).touched = true);
    for (const kind of ['pointerdown', 'pointermove', 'wheel']) window.addEventListener(kind, touched, true);
  });
export const untouched = async (page: Page) =>
  expect(await page.evaluate(() => (window as unknown as { touched?: boolean }).touched ?? false)).toBe(false);

/** Goes on by Tab until something has the focus. */
export async function tabTo(page: Page, target: Locator, backwards = false) {
  await target.waitFor();
  for (let presses = 0; presses < 120; presses++) {
    if (await target.evaluate((one) => one === document.activeElement).catch(() => false)) return;
    await page.keyboard.press(backwards ? 'Shift+Tab' : 'Tab');
  }
  throw new Error(`Tab does not lead to ${String(target)}.`);
}

/** Tab to a button, and Enter. */
export async function enter(page: Page, name: string | RegExp, within: Page | Locator = page) {
  await tabTo(page, within.getByRole('button', { name }).first());
  await page.keyboard.press('Enter');
}

/** Opens a list of choices by its name, goes down to a choice, and takes it. */
export async function chooseByKeys(page: Page, list: string, option: string) {
  await tabTo(page, page.getByRole('combobox', { name: list, exact: true }));
  await page.keyboard.press('Enter');
  const options = page.getByRole('listbox', { name: list, exact: true }).getByRole('option');
  await expect(options.first()).toBeVisible();
  const at = (await options.allInnerTexts()).findIndex((text) => text.trim() === option);
  expect(at, `${option} in ${list}`).toBeGreaterThanOrEqual(0);
  const wanted = options.nth(at);
  for (let presses = 0; presses < 400; presses++) {
    if (/is-hovering|hover/.test((await wanted.getAttribute('class')) ?? '')) break;
    await page.keyboard.press('ArrowDown');
  }
  await page.keyboard.press('Enter');
}
