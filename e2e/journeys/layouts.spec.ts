import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { chromium, expect, test, type Page } from '../site.ts';
import { WRITING_CODES, capture, layoutById, writeStored, type PressedKey } from '@crib/core/keys';
import { canonicalText, keyboardOf } from '@crib/core/press';
import type { EditionBody, PublishedEdition } from '@crib/core/contract';
import { launchOptions } from '../browser.ts';
import { signIn } from '../pages.ts';

/**
 * What a real browser reports for real key presses under national layouts: Chromium on a display of its own (Xvfb),
 * the layout set with setxkbmap, keys pressed with xdotool. Linux is what is checked here.
 */

/** X key codes of the writing block (Linux input event codes plus 8, from memory). */
const KEYCODES: [number, string][] = [
  [49, 'Backquote'],
  ...WRITING_CODES.slice(1, 13).map((code, i): [number, string] => [10 + i, code]),
  ...WRITING_CODES.slice(14, 26).map((code, i): [number, string] => [24 + i, code]),
  ...WRITING_CODES.slice(26, 37).map((code, i): [number, string] => [38 + i, code]),
  [51, 'Backslash'],
  [94, 'IntlBackslash'],
  ...WRITING_CODES.slice(39, 49).map((code, i): [number, string] => [52 + i, code]),
];
const SHIFT = 50;
const ALTGR = 108;
const ESCAPE = 'Escape';
const XKB: Record<string, string> = { us: 'us', de: 'de', fr: 'fr', es: 'es', sv: 'se', pl: 'pl' };
const DISPLAY = `:${90 + (process.pid % 100)}`;
const env = { ...process.env, DISPLAY };

let xvfb: ChildProcess;
test.beforeAll(async () => {
  xvfb = spawn('Xvfb', [DISPLAY, '-noreset', '-screen', '0', '800x600x24'], { stdio: 'ignore' });
  for (let tries = 0; tries < 50; tries++) {
    if (spawnSync('setxkbmap', ['us'], { env }).status === 0) return;
    await new Promise((go) => setTimeout(go, 100));
  }
  throw new Error('Xvfb did not start.');
});
test.afterAll(() => void xvfb.kill());

const xdotool = (...args: (string | number)[]) => spawnSync('xdotool', args.map(String), { env }).status;

async function heardBy(page: Page): Promise<PressedKey[]> {
  return page.evaluate(() => (window as unknown as { heard: PressedKey[] }).heard);
}

test('Chromium’s own events agree with the tables under six layouts, AltGr and dead keys included', async () => {
  test.slow();
  const browser = await chromium.launch({ ...launchOptions, headless: false, env: env as Record<string, string> });
  const page = await (await browser.newContext()).newPage();
  await page.setContent('<title>keys</title><input id="field" aria-label="field">');
  await page.evaluate(() => {
    const heard: object[] = [];
    Object.assign(window, { heard });
    document.addEventListener('keydown', (event) => {
      const { code, key, ctrlKey, altKey, shiftKey, metaKey } = event;
      // A machine that stands still between the press and the release of a key hears it repeated: it is pressed once.
      if (!event.repeat)
        heard.push({ code, key, ctrlKey, altKey, shiftKey, metaKey, altGraph: event.getModifierState('AltGraph') });
      event.preventDefault();
    });
  });
  await page.bringToFront();
  xdotool('search', '--onlyvisible', '--name', 'keys', 'windowfocus', '--sync');
  await page.focus('#field');

  for (const [id, xkb] of Object.entries(XKB)) {
    expect(spawnSync('setxkbmap', [xkb], { env }).status).toBe(0);
    const layout = layoutById(id)!;
    const { characters, dead, third } = layout.on.linux;
    // A key that differs between one layout and the next says when the display has taken it on.
    await expect(async () => {
      await page.evaluate(() => void ((window as unknown as { heard: object[] }).heard.length = 0));
      xdotool('key', KEYCODES.find(([, code]) => code === 'Semicolon')![0]);
      await expect
        .poll(async () => (await heardBy(page)).at(-1)?.key, { timeout: 2000 })
        .toBe(characters['Semicolon']![0]);
    }).toPass();
    await page.evaluate(() => void ((window as unknown as { heard: object[] }).heard.length = 0));
    for (const [level, held] of [[], [SHIFT], [ALTGR]].entries()) {
      for (const key of held) xdotool('keydown', key);
      // What a dead key began would swallow the next key: Escape ends it.
      const keys = KEYCODES.flatMap(([keycode, code]) =>
        dead.has(`${code} ${level}`) ? [keycode, ESCAPE] : [keycode],
      );
      xdotool('key', '--delay', '8', ...keys);
      for (const key of held) xdotool('keyup', key);
    }
    const writing = async () => (await heardBy(page)).filter((one) => WRITING_CODES.includes(one.code));
    await expect.poll(async () => (await writing()).length, id).toBe(3 * KEYCODES.length);
    const presses = await writing();

    let compared = 0;
    presses.forEach((press, at) => {
      const level = Math.floor(at / KEYCODES.length);
      const [, code] = KEYCODES[at % KEYCODES.length]!;
      const where = `${id} ${code} level ${level}`;
      expect(press.code, where).toBe(code);
      const character = characters[code]?.[level] ?? '';
      // Without a third level the right Alt is a plain Alt.
      if (character === '' || (level === 2 && !third)) return;
      if (dead.has(`${code} ${level}`)) expect(press.key, where).toMatch(/^(Dead|Process)$/);
      else expect(press.key, where).toBe(character);
      // What Crib makes of it is pressed at the same place, with the same modifiers.
      const stroke = capture(press, { layout, machine: 'linux', binds: 'character' });
      const back =
        stroke && canonicalText(writeStored({ strokes: [stroke], manner: 'pressed' }), keyboardOf(layout, 'linux'));
      if (back !== null && level < 2 && layout.id !== 'us') {
        const made = `${level === 1 ? 'Shift+' : ''}${code}`;
        // A character that two keys give is found on the lower of them.
        const other =
          back !== made &&
          press.key ===
            characters[back.replace('Shift+', '').replace('AltGr+', '')]?.[back.startsWith('Shift') ? 1 : 0];
        expect(back === made || other, `${where}: ${press.key} is ${back}`).toBe(true);
      }
      compared++;
    });
    expect(compared, id).toBeGreaterThan(90);
  }
  await browser.close();
});

test('the bench takes real keys under six layouts: each does what the sheet says, wherever it lies', async () => {
  test.slow();
  const address = process.env['CRIB_ADDRESS']!;
  const browser = await chromium.launch({ ...launchOptions, headless: false, env: env as Record<string, string> });
  const page = await (await browser.newContext({ baseURL: address })).newPage();
  await signIn(page);
  const [{ path, address: of }] = (await (await page.request.get('/api/sheets/1/editions')).json()) as [
    PublishedEdition,
  ];
  await page.context().clearCookies();
  const { body } = (await (await page.request.get(`/public/editions/${of}`)).json()) as { body: EditionBody };
  // Letters by the sign they give, so that xdotool finds them wherever the layout has them; function keys by name.
  const plain = /^(?:(?:Primary|Ctrl|Shift|Alt)\+)*(?:[A-Z]|F\d+)$/;
  const rows = body.sections
    .flatMap((one) => one.rows)
    .flatMap((row) =>
      (row.keys['linux'] ?? [])
        .filter((key) => plain.test(key))
        .map((key) => ({ key, label: row.label, place: row.contexts[0]! })),
    );
  expect(rows.length).toBeGreaterThan(15);
  await page.goto(`${path}/try-out?platform=linux`);
  const field = page.getByRole('application');
  await page.bringToFront();
  xdotool('search', '--onlyvisible', '--name', 'Try the keys', 'windowfocus', '--sync');
  const first = page.getByRole('log').getByRole('listitem').first();
  for (const [id, xkb] of Object.entries(XKB)) {
    expect(spawnSync('setxkbmap', [xkb], { env }).status).toBe(0);
    await page.waitForTimeout(300);
    await page.getByLabel('Keyboard layout').selectOption({ label: layoutById(id)!.name });
    for (const { key, label, place } of rows) {
      await page.getByLabel('You are in').selectOption({ label: place });
      await field.focus();
      const parts = key.split('+');
      const held = parts
        .slice(0, -1)
        .map((one) => ({ Primary: 'ctrl', Ctrl: 'ctrl', Shift: 'shift', Alt: 'alt' })[one]!);
      xdotool('key', [...held, parts.at(-1)!.length === 1 ? parts.at(-1)!.toLowerCase() : parts.at(-1)!].join('+'));
      await expect(first, `${key} under ${id}`).toContainText(label);
    }
  }
  await browser.close();
});
