import { Router, type Request, type RequestHandler, type Response } from 'express';
import type { PageName } from '@crib/core/contract';
import { CribError } from '@crib/core/error';
import { listPage, notePage, subjectOf } from '@crib/core/sheet';
import { LEARNER_LANGUAGES, tell, type LearnerLanguage } from '@crib/core/words';
import type { LearnerAssets } from '../publish/assets.ts';
import type { Counter } from '../publish/counting.ts';
import { atomFeed } from '../publish/feed.ts';
import { choiceOf, type ReadingRoom } from '../publish/reading.ts';
import { issuedAt, issuedIn, shelfAt } from '../store/handouts.ts';
import { isOutage } from '../store/db.ts';
import type { Reading } from '../store/replica.ts';

/** Pages that stand in other sites’ pages: who may frame them is not ours to say. */
const FRAMED = "default-src 'self'; style-src 'self' 'unsafe-inline'; script-src 'self'; frame-ancestors *";

/** Learners’ pages: editions, the newest of a sheet, feeds, and the public index. Text first; nobody signs in. */
export function pageRoutes(
  reading: Reading,
  room: ReadingRoom,
  counter: Counter,
  site: string,
  assets: LearnerAssets,
): Router {
  const shared = { style: assets.style && `/${assets.style}`, script: '' };
  const languageOf = (req: Request): LearnerLanguage =>
    [String(req.query['language'] ?? ''), ...req.acceptsLanguages()].flatMap(
      (tag) => LEARNER_LANGUAGES.find((one) => one === tag.slice(0, 2)) ?? [],
    )[0] ?? 'en';

  async function sendEdition(req: Request, res: Response, address: string) {
    const edition = await room.edition(address);
    const embedded = 'embed' in req.query;
    const choice = choiceOf(edition, req.query, req.get('user-agent') ?? '', req.acceptsLanguages());
    const { html, packed, etag } = await room.page(address, choice, {
      embedded,
      reported: 'reported' in req.query,
      since: Number(req.query['since']) || 0,
      knew: String(req.query['knew'] ?? ''),
    });
    counter.add(address, 'opened');
    res.set({
      'Content-Type': 'text/html; charset=utf-8',
      'Cache-Control': 'no-cache',
      'X-Robots-Tag': 'noindex',
      ETag: etag,
      Vary: 'Accept-Encoding, Accept-Language, User-Agent',
    });
    if (embedded) {
      res.removeHeader('X-Frame-Options');
      res.set('Content-Security-Policy', FRAMED);
    }
    if (req.get('if-none-match')?.includes(etag)) return void res.status(304).end();
    if (req.acceptsEncodings('gzip')) res.set('Content-Encoding', 'gzip').end(packed);
    else res.end(html);
  }
  const feed = (res: Response, content: string) =>
    void res.set({ 'Content-Type': 'application/atom+xml; charset=utf-8', 'Cache-Control': 'no-cache' }).send(content);
  /** What is not there is said on a page, in the reader’s language. */
  const page = (work: (req: Request, res: Response) => Promise<void>) => async (req: Request, res: Response) => {
    try {
      await work(req, res);
    } catch (error) {
      const missing = error instanceof CribError && error.problems[0]?.code === 'not-found';
      if ((!missing && !isOutage(error)) || res.headersSent) throw error;
      const language = languageOf(req);
      const said = tell(language, missing ? 'page.not there' : 'page.unanswered');
      if (!missing) res.set('Retry-After', '5');
      res
        .status(missing ? 404 : 503)
        .set('Cache-Control', 'no-store')
        .type('html')
        .send(notePage(language, said, shared));
    }
  };

  const pages: Record<Exclude<PageName, 'GET /healthz' | 'GET /readyz'>, RequestHandler> = {
    'GET /s/:slug/:address': page((req, res) => sendEdition(req, res, String(req.params['address']))),
    // Whoever installs a sheet finds it under its own name.
    'GET /s/:slug/:address/app.webmanifest': page(async (req, res) => {
      const { slug, address, body } = await room.edition(String(req.params['address']));
      const start = `/s/${slug}/${address}`;
      const icons = [{ src: '/crib.svg', sizes: 'any', type: 'image/svg+xml' }];
      res
        .set('Cache-Control', 'no-cache')
        .type('application/manifest+json')
        .send(
          JSON.stringify({
            id: start,
            start_url: start,
            scope: '/',
            name: body.title,
            short_name: body.title.slice(0, 12),
            lang: body.language,
            display: 'minimal-ui',
            background_color: '#e8e6da',
            theme_color: '#182430',
            icons,
          }),
        );
    }),
    'GET /s/:slug/:address/:tool': page(async (req, res) => {
      // What the tool was called before.
      if (req.params['tool'] === 'bench')
        return void res.redirect(301, req.originalUrl.replace(/\/bench(?=\?|$)/, '/try-out'));
      const { tools } = await room.edition(String(req.params['address']));
      if (!assets.study || !tools.some((one) => one === req.params['tool']))
        return void res
          .status(404)
          .type('html')
          .send(notePage(languageOf(req), tell(languageOf(req), 'page.not there'), shared));
      res.set('Cache-Control', 'no-cache').type('html').send(assets.study);
    }),
    'GET /n/:slug/:address': page(async (req, res) =>
      sendEdition(req, res, await room.newest(String(req.params['address']))),
    ),
    'GET /n/:slug/:address/feed.atom': page(async (req, res) => {
      const issued = await reading((db) => issuedAt(db, String(req.params['address'])));
      const [first] = issued;
      if (!first)
        return void res
          .status(404)
          .type('html')
          .send(notePage(languageOf(req), tell(languageOf(req), 'page.not there'), shared));
      feed(res, atomFeed(site, first.newest, `${first.newest}/feed.atom`, first.cover.title, issued));
    }),
    'GET /shelf/:address': page(async (req, res) => {
      const shelf = await reading((db) => shelfAt(db, String(req.params['address'])));
      const editions = (await reading((db) => issuedIn(db, shelf))).map(({ newest, cover }) => ({
        title: cover.title,
        about: subjectOf(cover),
        number: cover.number,
        publishedOn: cover.publishedOn,
        language: cover.language,
        href: newest,
      }));
      res
        .set('Cache-Control', 'no-cache')
        .type('html')
        .send(
          listPage({
            title: shelf.title,
            language: languageOf(req),
            editions,
            assets: shared,
            feed: `${shelf.path}/feed.atom`,
          }),
        );
    }),
    'GET /shelf/:address/feed.atom': page(async (req, res) => {
      const shelf = await reading((db) => shelfAt(db, String(req.params['address'])));
      feed(
        res,
        atomFeed(site, shelf.path, `${shelf.path}/feed.atom`, shelf.title, await reading((db) => issuedIn(db, shelf))),
      );
    }),
  };
  const router = Router();
  for (const [name, handler] of Object.entries(pages)) router.get(name.replace('GET ', ''), handler);
  return router;
}
