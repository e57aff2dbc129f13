import { execFileSync } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { openReplica } from '../lib/cluster.mjs';
import { freePort } from '../lib/ports.mjs';
import { startServer } from '../lib/server.mjs';
import { ownCluster } from '../lib/torture.mjs';
import { clientOf } from '../lib/torture-client.mjs';

const home = mkdtempSync(join(tmpdir(), 'crib-scale-'));
type Own = Awaited<ReturnType<typeof ownCluster>>;
let own: Own;
let replica: Own['cluster'];
let server: Awaited<ReturnType<typeof startServer>>;
let client: Awaited<ReturnType<typeof clientOf>>;
let page: string;
let metrics: number;

beforeAll(async () => {
  own = await ownCluster(join(home, 'primary'));
  replica = await openReplica(own.cluster, join(home, 'replica'));
  metrics = await freePort();
  server = await startServer({
    databaseUrl: own.databaseUrl,
    port: await freePort(),
    demo: true,
    env: {
      CRIB_PROCESSES: '2',
      DATABASE_READ_URL: replica.url('server', 'crib'),
      CRIB_METRICS_PORT: String(metrics),
      LOG_LEVEL: 'silent',
    },
  });
  client = await clientOf({ proxy: server, query: (text, values) => own.sql(own.ownerUrl, text, values) });
  const made = await client.begin();
  const edition = await client.insist('the-edition', made.ask('edition', 0));
  page = (edition.body as { path: string }).path;
});
afterAll(async () => {
  server.stop();
  await server.ended;
  replica.stop();
  own.cluster.stop();
  rmSync(home, { recursive: true, force: true });
});

const status = (path: string) =>
  fetch(server.address + path, { headers: { connection: 'close' } }).then(
    (res) => res.status,
    () => 0,
  );
const workers = () =>
  execFileSync('pgrep', ['-P', String(server.pid), '-f', 'server/dist/main.js'], { encoding: 'utf8' })
    .trim()
    .split('\n')
    .map(Number);
interface Ready {
  ready: boolean;
  database: boolean;
  pages: boolean;
  replicaLagSeconds: number | null;
}
const readiness = async () => (await fetch(`${server.address}/readyz`)).json() as Promise<Ready>;

describe('several processes on one database, with a replica for pages', () => {
  it('serve what any of them has written at once, from the replica or from the database itself where that is behind', async () => {
    expect(workers().length).toBe(2);
    const before = await status(page);
    expect(before).toBe(200);
    // Behind as far as it can be: paused, the replica does not have the next edition, and it is read all the same.
    await own.sql(replica.superuser, 'SELECT pg_wal_replay_pause()');
    const next = await client.insist('another', { method: 'POST', path: '/api/sheets/1/editions', body: {} });
    const { path } = next.body as { path: string };
    for (let n = 0; n < 6; n++) expect(await status(path)).toBe(200);
    await own.sql(replica.superuser, 'SELECT pg_wal_replay_resume()');
    expect((await readiness()).replicaLagSeconds).toBeTypeOf('number');
  });

  it('tell each other what is done: every stream hears of every act, whichever process did it', async () => {
    const signal = new AbortController();
    const { body } = await client.insist('', {
      method: 'POST',
      path: '/api/session',
      body: { email: 'ines@ebbstone.example', password: 'ebb-and-flow-1' },
    });
    expect(body).toMatchObject({ role: 'owner' });
    const heard = await Promise.all(Array.from({ length: 4 }, () => client.stream('/api/events', signal.signal)));
    for (let n = 0; n < 4; n++)
      await client.insist(`run ${n}`.replace(' ', '-'), {
        method: 'POST',
        path: '/api/apps/kedge/releases',
        body: { label: `x${n}` },
      });
    await expect.poll(() => heard.map((one) => one.acts)).toEqual([4, 4, 4, 4]);
    signal.abort();
  });

  it('are replaced: one that is killed by another one, all of them on SIGHUP while somebody always answers', async () => {
    const [first] = workers();
    process.kill(first!, 'SIGKILL');
    await expect.poll(() => workers().filter((pid) => pid !== first).length).toBe(2);
    await expect.poll(() => status('/healthz')).toBe(200);
    const old = workers();
    let asking = true;
    const statuses: number[] = [];
    const asker = (async () => {
      while (asking) statuses.push(await status(page));
    })();
    process.kill(server.pid, 'SIGHUP');
    await expect.poll(() => workers().filter((pid) => old.includes(pid)).length, { timeout: 90_000 }).toBe(0);
    asking = false;
    await asker;
    expect(statuses.length).toBeGreaterThan(20);
    expect(new Set(statuses)).toEqual(new Set([200]));
  });

  it('outlive one that ends just as it is asked for its measures', async () => {
    const asker = connect(metrics, '127.0.0.1');
    await once(asker, 'connect');
    // Whoever gathers is held until both have happened, the question first: it then writes to a process that is gone.
    await setTimeout(300);
    process.kill(server.pid, 'SIGSTOP');
    try {
      asker.write('GET /metrics HTTP/1.1\r\nHost: measures\r\n\r\n');
      await setTimeout(100);
      process.kill(workers()[0]!, 'SIGKILL');
      await setTimeout(200);
    } finally {
      process.kill(server.pid, 'SIGCONT');
    }
    expect(String((await once(asker, 'data'))[0])).toMatch(/^HTTP\/1\.1 (200|503) /);
    asker.destroy();
    await expect.poll(() => status(page)).toBe(200);
    await expect.poll(() => workers().length).toBe(2);
  });

  it('measure themselves together, by route and never by what was asked', async () => {
    // While processes come and go, the measures of one may be late: whoever reads them asks again.
    const read = async () => (await fetch(`http://127.0.0.1:${metrics}/metrics`)).text();
    await expect
      .poll(read, { timeout: 40_000, interval: 1000 })
      .toMatch(/crib_request_seconds_count\{[^}]*route="\/s\/:slug\/:address"[^}]*\} \d+/);
    const text = await read();
    expect(text).toMatch(/crib_connections\{pool="pages",state="all"\}/);
    expect(text).not.toContain('first-week');
  });

  it('show pages while the primary is dead, say so, and take no act', async () => {
    process.kill(own.cluster.pid(), 'SIGKILL');
    for (let n = 0; n < 8; n++) expect(await status(page)).toBe(200);
    const refused = await client.send('late', {
      method: 'POST',
      path: '/api/apps/kedge/releases',
      body: { label: '9' },
    });
    expect(refused.status).toBe(503);
    expect(Number(refused.retryAfter)).toBeGreaterThan(0);
    expect(await readiness()).toMatchObject({ ready: false, database: false, pages: true });
    await own.cluster.revive();
    await client.insist('late', { method: 'POST', path: '/api/apps/kedge/releases', body: { label: '9' } });
  });
});
