// @ts-check
import { createServer, connect } from 'node:net';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { openCluster } from './cluster.mjs';
import { migrate } from './database.mjs';
import { ensureDebian } from './debian.mjs';
import { freePort } from './ports.mjs';
import { Stop, root } from './run.mjs';
import { startServer } from './server.mjs';
import { DEEDS, clientOf } from './torture-client.mjs';

/** What is ended at a moment nobody chose: the server, the whole database, one connection of it, or an answer on its way. */
const FAULTS = /** @type {const} */ (['server', 'database', 'backend', 'answer']);
/** What a database says, or does not, that is being ended or begins. */
const PASSING = /^(?:57P0[123]|08006|ECONNREFUSED|ECONNRESET|Connection terminated)/;
const wait = (/** @type {number} */ ms) => new Promise((done) => setTimeout(done, ms));

/** Numbers that come again with the same seed (mulberry32). @param {number} seed */
function randomFrom(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/**
 * Stands between client and server, and can lose the next answer: what was asked arrives, what comes back does not.
 * @param {() => number} port
 */
async function lossy(port) {
  let losing = false;
  const proxy = createServer((client) => {
    const server = connect(port(), '127.0.0.1');
    server.on('data', (part) => {
      if (!losing) return client.write(part);
      losing = false;
      client.destroy();
      server.destroy();
    });
    client.on('data', (part) => server.write(part));
    for (const [one, other] of [
      [client, server],
      [server, client],
    ]) {
      one?.on('error', () => other?.destroy());
      one?.on('close', () => other?.destroy());
    }
  });
  await new Promise((done) => proxy.listen(0, '127.0.0.1', () => done(null)));
  const at = /** @type {import('node:net').AddressInfo} */ (proxy.address());
  return { address: `http://127.0.0.1:${at.port}`, lose: () => (losing = true), close: () => proxy.close() };
}

/** A durable cluster of its own with an empty, migrated database. @param {string} home */
export async function ownCluster(home) {
  await ensureDebian(['postgresql-15']);
  const cluster = await openCluster(home, { durable: true });
  const { Client } = createRequire(join(root, 'server/package.json'))('pg');
  const sql = async (/** @type {string} */ url, /** @type {string} */ text, /** @type {unknown[]} */ values = []) => {
    const client = new Client({ connectionString: url, options: '-c search_path=crib,public' });
    client.on('error', () => {});
    await client.connect();
    try {
      return /** @type {Record<string, any>[]} */ ((await client.query(text, values)).rows);
    } finally {
      await client.end().catch(() => {});
    }
  };
  for (const role of /** @type {const} */ (['owner', 'server'])) {
    const { username, password } = new URL(cluster.url(role, 'crib'));
    await sql(cluster.superuser, `CREATE ROLE ${username} LOGIN PASSWORD '${password}'`);
  }
  await sql(cluster.superuser, 'CREATE DATABASE crib OWNER crib_owner ENCODING UTF8 TEMPLATE template0');
  const ownerUrl = cluster.url('owner', 'crib');
  const databaseUrl = cluster.url('server', 'crib');
  await migrate(ownerUrl, databaseUrl);
  return { cluster, sql, ownerUrl, databaseUrl };
}

/** A Crib with a database of its own that outlives what is done to it. @param {string} home */
async function stand(home) {
  const { cluster, sql, ownerUrl, databaseUrl } = await ownCluster(home);
  const port = await freePort();
  const begin = () => startServer({ databaseUrl, port, demo: true });
  let server = await begin();
  const proxy = await lossy(() => port);
  const own = `http://127.0.0.1:${port}`;
  const ready = () =>
    fetch(`${own}/readyz`).then(
      (res) => res.ok,
      () => false,
    );
  return {
    cluster,
    ownerUrl,
    proxy,
    own,
    /** Looks into the database, which may still be on its way down when everything seems to stand. */
    async query(/** @type {string} */ text, /** @type {unknown[]} */ values = []) {
      for (const until = Date.now() + 60_000; ; await wait(200)) {
        const found = await sql(ownerUrl, text, values).catch((/** @type {any} */ error) => {
          if (!PASSING.test(error.code ?? error.message) || Date.now() > until) throw error;
        });
        if (found) return found;
      }
    },
    /** @param {typeof FAULTS[number]} fault */
    async harm(fault) {
      if (fault === 'server') server.kill();
      else if (fault === 'database') process.kill(cluster.pid(), 'SIGKILL');
      else if (fault === 'answer') proxy.lose();
      else {
        const found = await sql(
          cluster.superuser,
          "SELECT pid FROM pg_stat_activity WHERE usename = 'crib_server' ORDER BY state = 'active' DESC, state_change DESC LIMIT 1",
        ).catch(() => []);
        if (found[0]) process.kill(found[0]['pid'], 'SIGKILL');
      }
    },
    /** Waits until all stands again. Nothing is started again but what was killed from outside. */
    async mend(/** @type {typeof FAULTS[number]} */ fault) {
      if (fault === 'server') {
        await server.ended;
        server = await begin();
      }
      const until = Date.now() + 60_000;
      if (fault === 'database')
        while (!(await cluster.revive().catch(() => false)) && Date.now() < until) await wait(100);
      while (!(await ready())) {
        if (Date.now() > until) throw new Stop(`Crib is still not answering a minute after the ${fault} was killed.`);
        await wait(50);
      }
    },
    async close() {
      proxy.close();
      server.stop();
      await server.ended;
      cluster.stop();
    },
  };
}

/** Where two answers part. @param {unknown} one @param {unknown} other */
const parted = (one, other) => {
  const [a, b] = [JSON.stringify(one), JSON.stringify(other)];
  const at = [...a].findIndex((sign, index) => sign !== b[index]);
  return `${a.slice(Math.max(0, at - 40), at + 80)} / ${b.slice(Math.max(0, at - 40), at + 80)}`;
};

/** @typedef {{ moments: number, whole: number, absent: number, repeated: number, answered: number, outages: number, byFault: Record<string, number> }} Told */

/**
 * Ends things at random moments while a list is read in, an edition is published and a keyset is carried: after each, what was
 * under way is whole or absent, and sent again with its key it is done once.
 * @param {{ home: string, moments: number, seed: number, say?: (line: string) => void, also?: (at: Awaited<ReturnType<typeof stand>>) => Promise<void> }} options
 * @returns {Promise<Told>}
 */
export async function torture({ home, moments, seed, say = () => {}, also }) {
  const random = randomFrom(seed);
  const at = await stand(home);
  try {
    const client = await clientOf(at);
    const made = await client.begin();
    /** How long each deed takes unharmed, so that moments fall within it. @type {Record<string, number>} */
    const takes = {};
    for (const deed of DEEDS) {
      const began = Date.now();
      await client.insist(`unharmed-${deed}`, made.ask(deed, -1));
      takes[deed] = Date.now() - began;
    }
    await made.settle();
    /** @type {Told} */
    const told = { moments: 0, whole: 0, absent: 0, repeated: 0, answered: 0, outages: 0, byFault: {} };
    for (let n = 0; n < moments; n++) {
      const deed = DEEDS[n % DEEDS.length] ?? 'list';
      const fault = FAULTS[Math.floor(random() * FAULTS.length)] ?? 'server';
      const asked = made.ask(deed, n);
      const key = `torture-${seed}-${n}`;
      const harmed = wait(random() * 1.1 * (takes[deed] ?? 100)).then(() => at.harm(fault));
      const first = await client.send(key, asked).catch(() => null);
      await harmed;
      await at.mend(fault);
      const before = await made.found(deed, n);
      if (before !== 0 && before !== 1)
        throw new Stop(`Moment ${n}, ${fault} killed during ${deed}: it is half written (${before}).`);
      if (first && first.status < 300 && before !== 1)
        throw new Stop(`Moment ${n}: ${deed} was answered as done, and is not there.`);
      if (first && first.status >= 500 && (first.status !== 503 || !first.retryAfter || !first.body.detail))
        throw new Stop(`Moment ${n}: ${fault} was answered ${first.status}: ${JSON.stringify(first.body)}`);
      const again = await client.insist(key, asked);
      if (first && first.status < 300 && JSON.stringify(first.body) !== JSON.stringify(again.body))
        throw new Stop(
          `Moment ${n}, ${fault}: ${deed} sent again was answered otherwise than at first: ${parted(first.body, again.body)}`,
        );
      const after = await made.found(deed, n);
      if (after !== 1) throw new Stop(`Moment ${n}: ${deed}, repeated with its key, was carried out ${after} times.`);
      await made.settle();
      told.moments++;
      told.byFault[fault] = (told.byFault[fault] ?? 0) + 1;
      if (before) told.whole++;
      else told.absent++;
      if (first && first.status < 300) told.answered++;
      else if (before) told.repeated++;
      if (first?.status === 503) told.outages++;
      if ((n + 1) % 20 === 0)
        say(
          `${n + 1} kills: ${told.whole} writes complete, ${told.absent} absent, ${told.repeated} complete without an answer.`,
        );
    }
    await also?.(at);
    return told;
  } finally {
    await at.close();
  }
}
