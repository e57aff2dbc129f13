// @ts-check
import { randomInt } from 'node:crypto';
import { createServer } from 'node:net';

/** Below what systems lend to outgoing connections, which could otherwise take a port between finding and using it. */
const [LOWEST, HIGHEST] = [12_000, 32_000];
const MOST_TRIES = 50;

/**
 * A port nobody listens on: the wished one if it is free, else any.
 * @param {number} [wish]
 * @returns {Promise<number>}
 */
export async function freePort(wish) {
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const port = (tries === 0 && wish) || randomInt(LOWEST, HIGHEST);
    if (await isFree(port)) return port;
  }
  throw new Error(`No port is free among ${MOST_TRIES} from ${LOWEST} to ${HIGHEST}.`);
}

/** @param {number} port @returns {Promise<boolean>} */
const isFree = (port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
