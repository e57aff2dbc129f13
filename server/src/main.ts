import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { z } from 'zod';
import { createApp } from './http/app.ts';
import { hashPassword } from './http/password.ts';
import { readerInThreads } from './lists/reader.ts';
import { matcherInThreads } from './matching/matcher.ts';
import { counterOn } from './publish/counting.ts';
import { keepForms } from './publish/keep-forms.ts';
import { emptyDaily } from './acts/bin.ts';
import { READERS, openPool } from './store/db.ts';
import { saveEditor } from './store/editors.ts';

const { DATABASE_URL, PORT, HOST, SESSION_SECRET, CRIB_DEMO_ACCOUNTS, CRIB_SITE, LOG_LEVEL } = process.env;
if (!DATABASE_URL) throw new Error('DATABASE_URL says which database to use, as the server’s own role.');

const Accounts = z.array(z.object({ name: z.string(), email: z.email(), password: z.string().min(8) }));
const demoAccounts = CRIB_DEMO_ACCOUNTS
  ? Accounts.parse(JSON.parse(readFileSync(CRIB_DEMO_ACCOUNTS, 'utf8')))
  : undefined;

const site = new URL(z.url({ protocol: /^https?$/ }).parse(CRIB_SITE ?? `http://${HOST ?? '127.0.0.1'}:${PORT ?? 80}`))
  .origin;

const logger = pino({ level: LOG_LEVEL ?? 'warn' });
const pool = openPool(DATABASE_URL);
const readers = openPool(DATABASE_URL, READERS);
const lists = readerInThreads();
const matcher = matcherInThreads();
const counter = counterOn(pool);
for (const { name, email, password } of demoAccounts ?? [])
  await saveEditor(pool, name, email, await hashPassword(password));

await keepForms(pool, site);

const pages = fileURLToPath(new URL('../../web/dist', import.meta.url));
const sessionSecret = SESSION_SECRET ?? randomBytes(32).toString('hex');
const server = createServer(
  createApp({ pool, readers, lists, matcher, counter, sessionSecret, logger, site, pages, demoAccounts }),
);
server.requestTimeout = 60_000;
server.listen(Number(PORT ?? 0), HOST ?? '127.0.0.1', () => {
  const address = server.address();
  const port = typeof address === 'object' && address ? address.port : PORT;
  process.send?.({ address: `http://${HOST ?? '127.0.0.1'}:${port}` });
});

emptyDaily(pool, (error) => logger.error(error));

/** Lets the requests under way end, then closes the connections; whoever does not end in ten seconds is cut off. */
let stopping = false;
function stop() {
  if (stopping) return;
  stopping = true;
  server.close(
    () =>
      void counter
        .flush()
        .then(() => Promise.allSettled([pool.end(), readers.end(), lists.close(), matcher.close()]))
        .then(() => process.exit(0)),
  );
  server.closeIdleConnections();
  setTimeout(() => process.exit(1), 10_000).unref();
}
for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, stop);
