// @ts-check
import { createServer } from 'node:net';

/**
 * A port nobody listens on: the wished one if it is free, else one the system picks.
 * @param {number} [wish]
 * @returns {Promise<number>}
 */
export function freePort(wish = 0) {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.once('error', (error) => (wish ? resolve(freePort()) : reject(error)));
    probe.listen(wish, '127.0.0.1', () => {
      const address = probe.address();
      const port = typeof address === 'object' && address ? address.port : 0;
      probe.close(() => resolve(port));
    });
  });
}
