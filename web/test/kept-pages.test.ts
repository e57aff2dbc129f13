import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { pageFor, type Pages } from '../offline/kept-pages.ts';

const SITE = 'https://school.example';

/** What a Cache does with addresses, as far as it is asked here: one entry each, in the order in which they were written. */
function pages(): Pages {
  const kept = new Map<string, Response>();
  const named = (request: RequestInfo | URL) => (request instanceof Request ? request.url : String(request));
  return {
    match: (request) => Promise.resolve(kept.get(named(request))?.clone()),
    put(request, response) {
      kept.delete(named(request));
      kept.set(named(request), response);
      return Promise.resolve();
    },
    keys: () => Promise.resolve([...kept.keys()].map((url) => new Request(url))),
    delete: (request) => Promise.resolve(kept.delete(named(request))),
  };
}
type Server = 'well' | 'slow' | 'away' | 'broken';

/** A learner’s browser and a server that has an edition, read on one platform, as it is at a moment. */
function world() {
  const kept = pages();
  let [edition, minute] = [1, 0];
  const never = new Promise<never>(() => {});
  return {
    publish: () => void edition++,
    async open(address: string, server: Server): Promise<string> {
      minute++;
      const date = new Date(Date.UTC(2026, 11, 1, 0, minute)).toUTCString();
      const html = `<!doctype html><html lang="en"><body>edition ${edition} of ${address}</body></html>`;
      const answer = () => Promise.resolve(new Response(html, { headers: { date, 'content-type': 'text/html' } }));
      const ask = () => {
        if (server === 'well') return answer();
        if (server === 'slow') return never;
        return server === 'away'
          ? Promise.reject(new TypeError('Failed to fetch'))
          : Promise.resolve(new Response('no', { status: 503 }));
      };
      // Slow is slower than anybody waits; well is faster.
      const patience = () => (server === 'slow' ? Promise.resolve() : never);
      const found = await pageFor(new Request(SITE + address), { pages: kept, ask, patience });
      return `${found.status} ${await found.text()}`;
    },
    edition: () => edition,
  };
}
const [windows, macos, german] = [
  '/n/a/b?platform=windows',
  '/n/a/b?platform=macos',
  '/n/a/b?platform=macos&language=de',
];

describe('a page without a server', () => {
  it('is the copy of just that address, and says that it is one and since when', async () => {
    const { open, publish } = world();
    await open(windows!, 'well');
    await open(macos!, 'well');
    publish();
    await open(macos!, 'well');
    for (const [server, why] of [
      ['away', 'offline'],
      ['slow', 'slow'],
      ['broken', 'slow'],
    ] as const) {
      expect(await open(macos!, server)).toContain('edition 2 of /n/a/b?platform=macos<');
      const old = await open(windows!, server);
      expect(old).toContain('edition 1 of /n/a/b?platform=windows<');
      expect(old).toContain(`<html data-copy="${why}" data-saved="2026-12-01T00:01:00.000Z" lang="en">`);
    }
    // As soon as the server answers, it is the server’s page again.
    expect(await open(windows!, 'well')).not.toContain('data-copy');
  });

  it('that was never opened is the newest copy of the same sheet, and says that it is another one', async () => {
    const { open, publish } = world();
    await open(windows!, 'well');
    publish();
    await open(macos!, 'well');
    expect(await open(german!, 'away')).toMatch(/data-copy="other".*edition 2 of \/n\/a\/b\?platform=macos</);
    expect(await open('/n/a/b', 'away')).toMatch(/data-copy="other".*edition 2/);
    await expect(open('/n/another/sheet', 'away')).rejects.toThrow('Failed to fetch');
    // A server that is slow may still answer: nothing else is shown in its place.
    expect(await open(german!, 'broken')).toBe('503 no');
  });

  it('is never another page or an older one without a word, whatever is opened when', async () => {
    const step = fc.tuple(
      fc.constantFrom(windows!, macos!, german!, '/n/a/b'),
      fc.constantFrom<Server>('well', 'away', 'broken'),
      fc.boolean(),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 12 }), async (steps) => {
        const { open, publish, edition } = world();
        for (const [address, server, published] of steps) {
          if (published) publish();
          const page = await open(address, server).catch(() => null);
          if (page === null || page.startsWith('503')) continue;
          const right = page.includes(`edition ${edition()} of ${address}<`);
          if (!page.includes('data-copy')) expect(right, page).toBe(true);
          if (!page.includes(` of ${address}<`)) expect(page).toContain('data-copy="other"');
        }
      }),
    );
  });
});
