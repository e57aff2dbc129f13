import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { Router, type Express, type RequestHandler } from 'express';
import type { DemoAccount } from '@crib/core/contract';
import compression from 'compression';
import expressStaticGzip, { type ExpressStaticGzipOptions } from 'express-static-gzip';
import helmet from 'helmet';
import type { Logger } from 'pino';
import type { Db, Pool } from '../store/db.ts';
import { keptCatalogues } from '../acts/catalogues.ts';
import type { ListReader } from '../lists/reader.ts';
import type { Matcher } from '../matching/matcher.ts';
import type { Packer } from '../packing/packer.ts';
import type { Weigher } from '../weighing/weigher.ts';
import { learnerAssets } from '../publish/assets.ts';
import type { Counter } from '../publish/counting.ts';
import { readingRoom } from '../publish/reading.ts';
import { appRoutes } from './apps.ts';
import { missing, notFound, sendErrors } from './errors.ts';
import { binRoutes } from './bin.ts';
import { editingRoutes } from './editing.ts';
import { keysetRoutes } from './keysets.ts';
import { handoutRoutes } from './handouts.ts';
import { healthRoutes } from './health.ts';
import { listRoutes } from './lists.ts';
import { logging } from './logging.ts';
import { MOST_HEAVY, paced } from './rate.ts';
import { pageRoutes } from './pages.ts';
import { peopleRoutes } from './people.ts';
import { publicRoutes } from './public.ts';
import { crosswalkRoutes } from './crosswalks.ts';
import { eventRoutes } from './events.ts';
import { releaseRoutes } from './releases.ts';
import { readingOf } from '../store/replica.ts';
import { serveActs, serveOpen, type ActHandlers } from './routes.ts';
import { reviewRoutes } from './review.ts';
import { actingWith, sameSite, sessionRoutes, sessions, signedIn } from './session.ts';
import { sheetRoutes } from './sheets.ts';

export interface Settings {
  readonly pool: Pool;
  /** The same database, for a connection that listens. */
  readonly databaseUrl: string;
  /** Connections of readers, apart from those of editors. */
  readonly readers: Db;
  /** The database itself, where readers read from a replica of it. */
  readonly primary?: Db | null;
  readonly lists: ListReader;
  readonly matcher: Matcher;
  readonly weigher: Weigher;
  readonly packer: Packer;
  /** Counts what learners open and download. */
  readonly counter: Counter;
  readonly sessionSecret: string;
  readonly logger: Logger;
  /** Where Crib is reached from outside, without a slash at its end. */
  readonly site: string;
  /** The folder of the built pages; without it only the API answers. */
  readonly pages?: string | undefined;
  /** Accounts that the sign-in page shows: of the demo only. */
  readonly demoAccounts?: readonly DemoAccount[] | undefined;
  /** How many proxies stand before it: whom to believe what address a request comes from, and whether over TLS. */
  readonly trustProxy?: number;
  /** How many large requests one account may send in a minute. */
  readonly mostHeavy?: number;
  /** Aborted when the process is about to end. */
  readonly ending?: AbortSignal;
  readonly lag?: () => Promise<number | null>;
  readonly measures?: RequestHandler | null;
}

/** The whole application: the editors' API, the public API, and the pages of both. */
export function createApp({
  pool,
  databaseUrl,
  readers,
  lists,
  matcher,
  weigher,
  packer,
  counter,
  sessionSecret,
  logger,
  site,
  pages,
  demoAccounts,
  primary = null,
  trustProxy = 0,
  mostHeavy = MOST_HEAVY,
  ending = new AbortController().signal,
  lag = () => Promise.resolve(null),
  measures = null,
}: Settings): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', trustProxy);
  app.use(logging(logger));
  if (measures) app.use(measures);
  app.use(healthRoutes(pool, readers, lag, ending));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: { 'upgrade-insecure-requests': null, 'style-src': ["'self'", "'unsafe-inline'"] },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(compression());

  const assets = learnerAssets(pages);
  const reading = readingOf(readers, primary);
  const room = readingRoom(reading, site, assets);
  const open = Router();
  open.use((_req, res, next) => {
    res.set({ 'Cache-Control': 'no-cache', 'X-Robots-Tag': 'noindex' });
    next();
  });
  const { handlers, before } = publicRoutes({
    reading,
    writers: pool,
    room,
    counter,
    site,
    packer,
    secret: sessionSecret,
  });
  serveOpen(open, '/public', { 'GET /public/demo': () => demoAccounts ?? missing(), ...handlers }, before);
  app.use('/public', open);
  app.use(pageRoutes(reading, room, counter, site, assets));

  const api = Router();
  const acting = actingWith(pool, keptCatalogues(), site, sessionSecret);
  api.use((_req, res, next) => void (res.set('Cache-Control', 'no-store'), next()));
  api.use(sameSite, sessions(pool, sessionSecret));
  serveOpen(api, '/api', sessionRoutes(pool, sessionSecret));
  // Whoever is not signed in is refused before a body is read.
  api.use(signedIn(pool));
  const events = eventRoutes(pool, databaseUrl);
  ending.addEventListener('abort', () => events.close());
  const acts: ActHandlers = {
    'GET /api/events': events.handler,
    ...listRoutes(lists),
    ...appRoutes(weigher),
    ...binRoutes(),
    ...keysetRoutes(weigher),
    ...sheetRoutes(weigher),
    ...editingRoutes(),
    ...releaseRoutes(weigher),
    ...crosswalkRoutes(matcher),
    ...handoutRoutes(reading, packer),
    ...peopleRoutes(),
    ...reviewRoutes(),
  };
  serveActs(api, acts, acting, paced(pool, mostHeavy));
  api.use(notFound);
  app.use('/api', api);
  app.use('/public', notFound);

  if (pages) servePages(app, pages);
  app.use(notFound);
  app.use(sendErrors);
  return app;
}

/** Serves files in the compressed form that the build made, where the client accepts it. */
const compressedFiles = (folder: string, serveStatic: ExpressStaticGzipOptions['serveStatic'] = {}) =>
  expressStaticGzip(folder, { enableBrotli: true, orderPreference: ['br', 'gz'], index: false, serveStatic });

/** The editors’ page, everywhere that is nothing else. */
function servePages(app: Express, folder: string) {
  app.use('/assets', compressedFiles(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
  // The one script that other sites load from here.
  app.use('/embed.js', (_req, res, next) => void (res.set('Cross-Origin-Resource-Policy', 'cross-origin'), next()));
  app.use(compressedFiles(folder));
  const page = (name: string) => {
    const file = join(folder, name);
    return existsSync(file) ? readFileSync(file, 'utf8') : '';
  };
  const editor = page('index.html');
  app.get('/{*rest}', (_req, res) => void res.type('html').send(editor));
}
