import { createServer, request, type Server } from 'node:http';

/** A server in front of Crib that can be slow, or away, while the one behind it goes on. */
export interface Tap {
  readonly address: string;
  /** How long every answer takes, in ms. */
  slow(ms: number): void;
  /** Nobody answers any more, or somebody does again. */
  away(on: boolean): void;
  close(): void;
}

export async function tapOn(address: string): Promise<Tap> {
  const target = new URL(address);
  let [delay, gone] = [0, false];
  const server: Server = createServer((req, res) => {
    if (gone) return void req.socket.destroy();
    const go = () => {
      const asked = request(
        {
          host: target.hostname,
          port: target.port,
          path: req.url,
          method: req.method,
          headers: { ...req.headers, host: target.host },
        },
        (answer) => {
          res.writeHead(answer.statusCode!, answer.headers);
          answer.pipe(res);
        },
      );
      asked.on('error', () => res.destroy());
      req.pipe(asked);
    };
    if (delay) setTimeout(go, delay);
    else go();
  });
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const at = server.address();
  return {
    address: `http://127.0.0.1:${typeof at === 'object' && at ? at.port : 0}`,
    slow: (ms) => void (delay = ms),
    away(on) {
      gone = on;
      if (on) server.closeAllConnections();
    },
    close() {
      server.closeAllConnections();
      server.close();
    },
  };
}
