import type { Page } from '@playwright/test';

export const margin = (page: Page) => page.getByRole('complementary', { name: 'Details' });
export const row = (page: Page, label: string) => page.getByRole('row', { name: new RegExp(label) });
const LIST = `Id,Label,Shortcut,Flags
chart.one,First layer,F2,
chart.two,Second layer,F3,
chart.three,Third layer,F4,
chart.four,Fourth layer,F5,
chart.five,Fifth layer,F6,
chart.six,Sixth layer,F7,
chart.sound,Sound,J,
chart.dry,Dry out,K,
chart.drop,Drop it,,destructive
chart.save,Save,Primary+S,fixed
`;

interface Made {
  readonly slug: string;
  readonly keyset: number;
}
/** An app of its own with a family of six and a custom keyset, made over the API. */
export async function fresh(page: Page, slug: string): Promise<Made> {
  const post = async <T>(path: string, data: object) => (await (await page.request.post(path, { data })).json()) as T;
  await post('/api/apps', { slug, name: slug, platforms: ['windows', 'macos'] });
  const release = await post<{ id: number }>(`/api/apps/${slug}/releases`, { label: '1' });
  await post(`/api/releases/${release.id}/list`, { source: 'keys.csv', text: LIST });
  const found = (await (await page.request.get(`/api/releases/${release.id}`)).json()) as {
    commands: { id: number; name: string }[];
    keysets: { id: number }[];
  };
  const members = found.commands.slice(0, 6).map((one) => one.id);
  await post(`/api/apps/${slug}/groups`, { kind: 'family', name: 'Layers', members });
  await post(`/api/apps/${slug}/runs`, { name: 'Layering', steps: members });
  const { id } = await post<{ id: number }>(`/api/apps/${slug}/keysets`, {
    name: 'Ours',
    baseId: found.keysets[0]!.id,
  });
  return { slug, keyset: id };
}
export const releaseOf = async (page: Page, slug: string) =>
  ((await (await page.request.get(`/api/apps/${slug}`)).json()) as { releases: { id: number }[] }).releases[0]!.id;
export const at = ({ slug, keyset }: Made, view = '') => `/keysets/${slug}/1/${keyset}${view}`;

/** Does what saves a change of a keyset, and waits until it is saved: whoever leaves the page at once may be faster. */
export async function saving(page: Page, work: Promise<unknown>): Promise<void> {
  const saved = page.waitForResponse(
    (res) => res.url().endsWith('/changes') && res.request().method() === 'POST' && res.ok(),
  );
  await Promise.all([saved, work]);
}
