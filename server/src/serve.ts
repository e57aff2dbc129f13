import { createServer } from 'node:http';
import type { Request, Response } from 'express';
import { pino } from 'pino';
import { emptyDaily } from './acts/bin.ts';
import type { Config } from './config.ts';
import { seedDemo } from './entry/accounts.ts';
import { createApp } from './http/app.ts';
import { plainError } from './http/logging.ts';
import { measuring } from './http/measures.ts';
import { readerInThreads } from './lists/reader.ts';
import { matcherInThreads } from './matching/matcher.ts';
import { packerInThreads } from './packing/packer.ts';
import { weigherInThreads } from './weighing/weigher.ts';
import { PAGES } from './places.ts';
import { counterOn } from './publish/counting.ts';
import { keepForms } from './publish/keep-forms.ts';
import { READERS, openPool } from './store/db.ts';
import { lagOf } from './store/health.ts';
import { eitherOf, everywhereIn } from './store/replica.ts';

/** How long requests under way may take to end. */
const MOST_ENDING_MS = 10_000;

/**
 * One process that serves: it keeps no state but what it can compute again, so that any number of them stand on one database.
 * Gives the address, and how to end: requests under way are answered first.
 */
export async function serve(config: Config): Promise<{ address: string; stop: () => Promise<void> }> {
  const logger = pino({ level: config.logLevel, base: null });
  const pool = openPool(config.databaseUrl);
  const replica = config.readUrl ? openPool(config.readUrl, READERS) : null;
  const own = replica ? null : openPool(config.databaseUrl, READERS);
  const readers = replica ? eitherOf(replica, pool) : own!;
  const lists = readerInThreads(config.databaseUrl, config.site);
  const matcher = matcherInThreads();
  const weigher = weigherInThreads(config.databaseUrl, config.site);
  const packer = packerInThreads(config.readUrl ?? config.databaseUrl, config.site, PAGES);
  const counter = counterOn(pool);
  const ending = new AbortController();
  const lag = () => (replica ? lagOf(replica) : Promise.resolve(null));
  const demoAccounts = config.demo ? await seedDemo(pool, config.demo) : undefined;
  // A database that cannot be written to for now is no reason not to serve pages.
  await keepForms(pool, config.site).catch((error: unknown) => logger.error(plainError(error)));

  const app = createApp({
    pool,
    databaseUrl: config.databaseUrl,
    readers,
    primary: replica ? everywhereIn(pool) : null,
    lists,
    matcher,
    weigher,
    packer,
    counter,
    sessionSecret: config.sessionSecret,
    logger,
    site: config.site,
    pages: PAGES,
    demoAccounts,
    trustProxy: config.trustProxy,
    ending: ending.signal,
    lag,
    measures: config.metricsPort === null ? null : measuring({ editors: pool, pages: replica ?? own! }, lag),
  });
  // Slow and half-open clients: a head in 15 s, a request in 60; looked at often. A connection without a request is kept
  // longer than proxies keep theirs (60 s is common, no source): whoever closes first must not be the one who is written to.
  const server = createServer(
    { connectionsCheckingInterval: 2000, headersTimeout: 15_000, requestTimeout: 60_000, keepAliveTimeout: 75_000 },
    // What fails when all is answered, such as keeping a session: it would be printed otherwise.
    (req, res) => app(req as Request, res as Response, (error?: unknown) => error && logger.error(plainError(error))),
  );
  await new Promise<void>((listening, failed) => {
    server.once('error', failed);
    server.listen(config.port, config.host, listening);
  });
  const at = server.address();
  emptyDaily(pool, (error) => logger.error(plainError(error)));

  async function stop() {
    if (ending.signal.aborted) return;
    ending.abort();
    setTimeout(() => process.exit(1), MOST_ENDING_MS).unref();
    // A connection whose request is answered meanwhile is idle only then.
    const closing = setInterval(() => server.closeIdleConnections(), 50);
    await new Promise<void>((closed) => server.close(() => closed()));
    clearInterval(closing);
    await counter.flush();
    await Promise.allSettled([
      pool.end(),
      replica?.end(),
      own?.end(),
      lists.close(),
      matcher.close(),
      weigher.close(),
      packer.close(),
    ]);
  }
  return { address: `http://${config.host}:${typeof at === 'object' && at ? at.port : config.port}`, stop };
}
