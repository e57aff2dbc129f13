/** Where pages are kept, by their whole address: another platform or language is another page. */
export type Pages = Pick<Cache, 'match' | 'put' | 'keys' | 'delete'>;

export interface World {
  readonly pages: Pages;
  readonly ask: (request: Request) => Promise<Response>;
  /** Passes when the server has taken so long that a saved copy is shown in place of its answer. */
  readonly patience: () => Promise<void>;
}

/** No more pages are kept; those that were opened longest ago go first. */
const MOST_PAGES = 300;
/** Why a page is a copy: no connection, no answer, or no copy of what was asked for. */
type Why = 'offline' | 'slow' | 'other';

/**
 * A page of a published sheet: the server’s, as long as it answers. Where it does not, a copy of just that address; without a
 * connection, if there is none, the newest copy of the same sheet read in another way. Whatever is a copy says so, with its day.
 */
export async function pageFor(request: Request, { pages, ask, patience }: World): Promise<Response> {
  const exact = await pages.match(request.url, { ignoreVary: true });
  const answer = ask(request).then(async (response) => {
    if (response.ok) await keep(pages, request.url, response.clone());
    return response;
  });
  if (!exact)
    return answer.catch(async (error: unknown) => {
      const other = await newestLike(request.url, pages);
      if (!other) throw error;
      return asCopy(other, 'other');
    });
  const offline = answer.then(
    (response) => (response.status >= 500 ? 'slow' : response),
    () => 'offline' as const,
  );
  const first = await Promise.race([offline, patience().then(() => 'slow' as const)]);
  return typeof first === 'string' ? asCopy(exact, first) : first;
}

/** Keeps a page, if there is room for it: without, it is read all the same. */
async function keep(pages: Pages, address: string, response: Response): Promise<void> {
  try {
    await pages.put(address, response);
    const kept = await pages.keys();
    for (const old of kept.slice(0, Math.max(0, kept.length - MOST_PAGES))) await pages.delete(old);
  } catch {
    // The storage is full: what was kept before stays.
  }
}

/** The newest copy of a sheet, whatever way it was read in; of its platform first. */
async function newestLike(address: string, pages: Pages): Promise<Response | null> {
  const asked = new URL(address);
  const same = (await pages.keys()).map((one) => new URL(one.url)).filter((one) => one.pathname === asked.pathname);
  const platform = asked.searchParams.get('platform');
  const found = await Promise.all(
    same.map(async (one) => {
      const response = await pages.match(one.href, { ignoreVary: true });
      const alike = platform !== null && one.searchParams.get('platform') === platform;
      return response ? [{ response, alike, saved: dayOf(response) }] : [];
    }),
  );
  const [best] = found.flat().sort((a, b) => Number(b.alike) - Number(a.alike) || b.saved - a.saved);
  return best?.response ?? null;
}

const dayOf = (response: Response) => Date.parse(response.headers.get('date') ?? '') || 0;

/** A copy that says of itself why it is shown and since when it is one; the page puts that into words. */
async function asCopy(response: Response, why: Why): Promise<Response> {
  const saved = new Date(dayOf(response)).toISOString();
  const html = (await response.text()).replace(/<html(?=[\s>])/i, `<html data-copy="${why}" data-saved="${saved}"`);
  return new Response(html, { status: 200, headers: { 'content-type': 'text/html; charset=utf-8' } });
}
