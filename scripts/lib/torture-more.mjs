// @ts-check
import { spawnSync } from 'node:child_process';
import { mkdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { freePort } from './ports.mjs';
import { Stop } from './run.mjs';
import { startServer } from './server.mjs';
import { ownCluster } from './torture.mjs';
import { clientOf } from './torture-client.mjs';

const MB = 1024 * 1024;
const wait = (/** @type {number} */ ms) => new Promise((done) => setTimeout(done, ms));

/**
 * Clients that send half a head, or a body a sign a second, and never end: others are answered meanwhile, and they are let go.
 * @param {string} address @returns {Promise<string>} what was seen, in a line
 */
export async function slowClients(address) {
  const { hostname, port } = new URL(address);
  const sockets = Array.from({ length: 200 }, (_, n) => {
    const socket = connect(Number(port), hostname);
    socket.on('error', () => {});
    socket.write(
      n % 2
        ? 'GET /healthz HTTP/1.1\r\nHost: x\r\nX-'
        : 'POST /api/session HTTP/1.1\r\nHost: x\r\nContent-Type: application/json\r\nContent-Length: 90\r\n\r\n{',
    );
    return socket;
  });
  const drip = setInterval(() => sockets.forEach((socket) => socket.writable && socket.write('a')), 1000);
  const began = Date.now();
  let slowest = 0;
  const open = () => sockets.filter((socket) => !socket.destroyed && !socket.closed).length;
  while (open() && Date.now() - began < 90_000) {
    const asked = Date.now();
    const { ok } = await fetch(`${address}/readyz`);
    slowest = Math.max(slowest, Date.now() - asked);
    if (!ok) throw new Stop('Slow clients keep others from being answered.');
    await wait(250);
  }
  clearInterval(drip);
  if (open()) throw new Stop(`${open()} slow clients are still held after 90 s.`);
  return `200 slow clients were disconnected within ${Math.round((Date.now() - began) / 1000)} s; the slowest other answer took ${slowest} ms.`;
}

/**
 * A disk that runs full under the database: acts are 503 with a sentence, and go on when there is room again, with nothing
 * started anew. Needs to mount a small file system; says so where it may not.
 * @param {string} home @returns {Promise<string>}
 */
export async function fullDisk(home) {
  mkdirSync(home, { recursive: true });
  const mounted = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=260m', 'tmpfs', home], { encoding: 'utf8' });
  if (mounted.status !== 0)
    return `No disk could be filled: a small one cannot be mounted here (${mounted.stderr.trim()}).`;
  const filler = join(home, 'filler');
  try {
    const own = await ownCluster(join(home, 'pg'));
    const server = await startServer({
      databaseUrl: own.databaseUrl,
      port: await freePort(),
      demo: true,
      env: { LOG_LEVEL: 'silent' },
    });
    try {
      const client = await clientOf({ proxy: server, query: (text, values) => own.sql(own.ownerUrl, text, values) });
      const made = await client.begin();
      const { bavail, bsize } = statfsSync(home);
      writeFileSync(filler, Buffer.alloc(Math.max(0, bavail * bsize - 3 * MB)));
      let refused = null;
      for (let n = 0; n < 40 && !refused; n++) {
        const got = await client.send(`full-${n}`, made.ask('list', n)).catch(() => null);
        if (got && got.status >= 500) refused = got;
      }
      if (!refused) throw new Stop('The disk did not run full.');
      if (refused.status !== 503 || !refused.retryAfter || !refused.body.detail)
        throw new Stop(`With a full disk, the answer was ${refused.status}: ${JSON.stringify(refused.body)}`);
      rmSync(filler);
      await client.insist('room-again', made.ask('list', 1000));
      if ((await made.found('list', 1000)) !== 1)
        throw new Stop('After freeing disk space, the import is missing or duplicated.');
      return `With a full disk, the answer was 503 (“${refused.body.detail}”); writes worked again once there was space.`;
    } finally {
      server.stop();
      await server.ended;
      own.cluster.stop();
    }
  } finally {
    spawnSync('umount', ['-l', home]);
  }
}
