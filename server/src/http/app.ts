import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { Router, type Express } from 'express';
import compression from 'compression';
import helmet from 'helmet';
import { pinoHttp } from 'pino-http';
import type { Logger } from 'pino';
import type { Pool } from '../store/db.ts';
import { keptCatalogues } from '../acts/catalogues.ts';
import type { ListReader } from '../lists/reader.ts';
import type { Matcher } from '../matching/matcher.ts';
import { learnerAssets } from '../publish/assets.ts';
import type { Counter } from '../publish/counting.ts';
import { readingRoom } from '../publish/reading.ts';
import { appRoutes } from './apps.ts';
import { LARGE_BODY, PLAIN_BODY, SIGN_IN_BODY } from './bodies.ts';
import { notFound, sendErrors } from './errors.ts';
import { binRoutes } from './bin.ts';
import { editingRoutes } from './editing.ts';
import { keysetRoutes } from './keysets.ts';
import { handoutRoutes } from './handouts.ts';
import { listRoutes } from './lists.ts';
import { pageRoutes } from './pages.ts';
import { publicRoutes } from './public.ts';
import { crosswalkRoutes } from './crosswalks.ts';
import { releaseRoutes } from './releases.ts';
import { actingWith, sameSite, sessionRoutes, sessions, signedIn } from './session.ts';
import { sheetRoutes } from './sheets.ts';

export interface Settings {
  readonly pool: Pool;
  /** Connections of readers, apart from those of editors. */
  readonly readers: Pool;
  readonly lists: ListReader;
  readonly matcher: Matcher;
  /** Counts what learners open and download. */
  readonly counter: Counter;
  readonly sessionSecret: string;
  readonly logger: Logger;
  /** Where Crib is reached from outside, without a slash at its end. */
  readonly site: string;
  /** The folder of the built pages; without it only the API answers. */
  readonly pages?: string | undefined;
  /** Accounts that the sign-in page shows: of the demo only. */
  readonly demoAccounts?: readonly { name: string; email: string; password: string }[] | undefined;
}

/** The whole application: the editors' API, the public API, and the pages of both. */
export function createApp({
  pool,
  readers,
  lists,
  matcher,
  counter,
  sessionSecret,
  logger,
  site,
  pages,
  demoAccounts,
}: Settings): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(pinoHttp({ logger, redact: ['req.headers.cookie', 'res.headers["set-cookie"]'] }));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: { 'upgrade-insecure-requests': null, 'style-src': ["'self'", "'unsafe-inline'"] },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());

  if (demoAccounts) app.get('/public/demo', (_req, res) => void res.json(demoAccounts));
  const assets = learnerAssets(pages);
  const room = readingRoom(readers, site, assets);
  app.use('/public', publicRoutes(readers, pool, room, counter, site, assets));
  app.use(pageRoutes(readers, room, counter, site, assets));

  const api = Router();
  const acting = actingWith(pool, keptCatalogues(), site);
  api.use(sameSite, sessions(pool, sessionSecret));
  api.use('/session', SIGN_IN_BODY);
  api.use(sessionRoutes(pool));
  // Whoever is not signed in is refused before a body is read.
  api.use(signedIn, listRoutes(acting, lists));
  api.use(['/keysets', '/releases'], LARGE_BODY);
  api.use(
    PLAIN_BODY,
    appRoutes(acting),
    binRoutes(acting),
    keysetRoutes(acting),
    sheetRoutes(acting),
    editingRoutes(acting),
    releaseRoutes(acting),
    crosswalkRoutes(acting, matcher),
    handoutRoutes(acting, readers, room, site, assets),
  );
  api.use(notFound);
  app.use('/api', api);
  app.use('/public', notFound);

  if (pages) servePages(app, pages);
  app.use(notFound);
  app.use(sendErrors);
  return app;
}

/** The editors’ page, everywhere that is nothing else. */
function servePages(app: Express, folder: string) {
  app.use('/assets', express.static(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  // The one script that other sites load from here.
  app.use('/embed.js', (_req, res, next) => void (res.set('Cross-Origin-Resource-Policy', 'cross-origin'), next()));
  app.use(express.static(folder, { index: false }));
  const page = (name: string) => {
    const file = join(folder, name);
    return existsSync(file) ? readFileSync(file, 'utf8') : '';
  };
  const editor = page('index.html');
  app.get('/{*rest}', (_req, res) => void res.type('html').send(editor));
}
