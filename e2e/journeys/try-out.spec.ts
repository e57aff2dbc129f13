import { expect, test } from '../site.ts';
import type { EditionProgram, PublishedEdition } from '@crib/core/contract';
import { DEEP, SEED } from '../../core/test/runs.ts';
import { dispatcher, strokeName, type Program } from '../dispatcher.ts';
import { complaints, signIn } from '../pages.ts';

/** Numbers that look random and are the same each time (Park and Miller 1988). */
function numbers(seed: number) {
  let at = seed;
  return (below: number) => {
    at = (at * 48271) % 2147483647;
    return at % below;
  };
}
const CODES: Record<string, string> = {
  Home: 'Home',
  End: 'End',
  PageUp: 'PageUp',
  PageDown: 'PageDown',
  Delete: 'Delete',
};
const KEYS = [
  ...'ABCDEFGHIJKLMNOPQRSTUVWXYZ',
  ...Array.from({ length: 12 }, (_, at) => `F${at + 1}`),
  ...Object.keys(CODES),
];
/** How many keysets, with 500 presses each. */
const SETS = DEEP ? 20 : 3;
const HELD = [[], [], [], ['Shift'], ['Ctrl'], ['Ctrl', 'Shift'], ['Alt']] as const;
const WORD: Record<string, string> = { Ctrl: 'ctl', Alt: 'alt', Shift: 'sft' };

test('the bench and a dispatcher that shares nothing with it agree on the presses of random keysets', async ({
  page,
}) => {
  test.slow();
  const heard = complaints(page);
  await signIn(page);
  const [{ path, address }] = (await (await page.request.get('/api/sheets/1/editions')).json()) as [PublishedEdition];
  await page.context().clearCookies();
  const { catalogue, recipes } = (await (
    await page.request.get(`/public/editions/${address}/program.json`)
  ).json()) as EditionProgram;
  const [recipe] = recipes;
  const shipped = catalogue.keysets.find((one) => one.kind === 'shipped')!;
  const program: Program = {
    contexts: catalogue.contexts,
    commands: catalogue.commands,
    bindings: shipped.kind === 'shipped' ? shipped.bindings : [],
  };
  const places = catalogue.contexts.filter(
    (one) => !one.takesText && recipe!.contexts[one.name] && !one.together.length,
  );
  const wordOf = (key: string) =>
    key.length === 1 ? key.toLowerCase() : (recipe!.platforms['windows']!.keys[key] ?? '');
  const keys = KEYS.filter((one) => wordOf(one) !== '');
  const words = new Map(keys.map((one) => [wordOf(one), one]));
  await page.goto(`${path}/try-out?platform=windows`);
  const next = numbers(SEED);
  const any = <One>(list: readonly One[]): One => list[next(list.length)]!;
  let [agreed, fired, waited] = [0, 0, 0];
  for (let set = 0; set < SETS; set++) {
    const stroke = () => ({ held: any(HELD), key: any(keys) });
    const written = ({ held, key }: ReturnType<typeof stroke>) =>
      [...held.map((one) => WORD[one]!), wordOf(key)].join(':');
    const lines = Array.from({ length: 60 }, () => {
      const count = next(4) === 0 ? 2 : 1;
      const said = next(12) === 0 ? '-none-' : Array.from({ length: count }, () => written(stroke())).join(' > ');
      return `${recipe!.contexts[any(places).name]} ${any(catalogue.commands).name} = ${said}`;
    });
    const text = ['fathomry keys 3', 'title random', '', ...lines, '', 'end', ''].join('\r\n');
    await page.setInputFiles('input[type=file]', {
      name: `random-${set}.fkeys`,
      mimeType: 'text/plain',
      buffer: Buffer.from(text),
    });
    await expect(page.getByText(`random-${set}.fkeys · shortcuts that differ`)).toBeVisible();
    const other = dispatcher(program, text, recipe!.contexts, words);
    for (const place of [any(places), any(places)]) {
      await page.getByLabel('You are in').selectOption({ label: place.name });
      other.forget();
      // Half of them are keys of the file, so that sequences are gone on with.
      const presses = Array.from({ length: 250 }, () => {
        if (next(2)) return stroke();
        const found = /= (.+)$/.exec(any(lines))![1]!.split(' > ');
        const parts = any(found).split(':');
        const key = words.get(parts.at(-1)!);
        return key
          ? { held: HELD.find((one) => one.map((each) => WORD[each]).join() === parts.slice(0, -1).join()) ?? [], key }
          : stroke();
      });
      const events = presses.map(({ held, key }) => ({
        key: key.length === 1 && !(held as readonly string[]).includes('Shift') ? key.toLowerCase() : key,
        code: key.length === 1 ? `Key${key}` : key,
        ctrlKey: (held as readonly string[]).includes('Ctrl'),
        altKey: (held as readonly string[]).includes('Alt'),
        shiftKey: (held as readonly string[]).includes('Shift'),
      }));
      const did = await page.evaluate(async (list) => {
        const field = document.querySelector('[role=application]')!;
        const told: string[] = [];
        for (const one of list) {
          field.dispatchEvent(new KeyboardEvent('keydown', { ...one, bubbles: true, cancelable: true }));
          field.dispatchEvent(new KeyboardEvent('keyup', { ...one, bubbles: true, cancelable: true }));
          // The page is drawn anew when what runs now is done.
          await Promise.resolve().then(() => undefined);
          told.push(document.querySelector('.log li b')?.textContent ?? '');
        }
        return told;
      }, events);
      const said: Record<string, string> = {
        waits: 'waits for the next key',
        several: 'ambiguous',
        nothing: 'nothing',
      };
      presses.forEach(({ held, key }, at) => {
        const wanted = other.press(place.id, strokeName(held, key));
        expect(
          did[at],
          `${place.name}, press ${at}: ${strokeName(held, key)} after ${at ? strokeName(presses[at - 1]!.held, presses[at - 1]!.key) : 'nothing'}`,
        ).toBe(said[wanted] ?? wanted);
        agreed++;
        if (wanted === 'waits') waited++;
        else if (!said[wanted]) fired++;
      });
    }
  }
  expect(agreed).toBe(SETS * 500);
  expect(fired).toBeGreaterThan(SETS * 80);
  expect(waited).toBeGreaterThan(SETS * 3);
  expect(heard).toEqual([]);
});
