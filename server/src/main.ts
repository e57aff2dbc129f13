import cluster, { type Worker } from 'node:cluster';
import { createServer } from 'node:http';
import { AggregatorRegistry, register } from 'prom-client';
import { configOf, type Config } from './config.ts';
import { serve } from './serve.ts';

const SIGNALS = ['SIGTERM', 'SIGINT', 'disconnect'] as const;

/** Measures on a port of their own, on loopback: of all processes together. */
function showMeasures(port: number, read: () => Promise<string>) {
  const server = createServer((_req, res) => {
    void read().then(
      (text) => res.setHeader('Content-Type', register.contentType).end(text),
      () => res.writeHead(503).end(),
    );
  });
  server.once('error', (error) => {
    console.error(`The measures cannot be shown: ${error.message}`);
    process.exit(1);
  });
  server.listen(port, '127.0.0.1');
  server.unref();
}

/** One process, by itself or as one of several. */
async function one(config: Config) {
  const { address, stop } = await serve(config);
  // One of several answers whoever gathers the measures of all.
  if (config.metricsPort !== null && cluster.isWorker) new AggregatorRegistry();
  else if (config.metricsPort !== null) showMeasures(config.metricsPort, () => register.metrics());
  for (const signal of SIGNALS) process.on(signal, () => void stop().then(() => process.exit(0)));
  process.send?.({ address });
}

/**
 * Several processes at one address. One that ends by itself is replaced; on SIGHUP all are, one after the other, so that
 * somebody always answers.
 */
function several(config: Config) {
  const registry = new AggregatorRegistry();
  if (config.metricsPort !== null) showMeasures(config.metricsPort, () => registry.clusterMetrics());
  const serving = new Set<Worker>();
  let stopping = false;
  let begun = false;
  const expected = new Set<Worker>();
  const begin = () =>
    new Promise<void>((serves) => {
      const worker = cluster.fork();
      worker.on('message', ({ address }: { address?: string }) => {
        if (!address) return;
        serving.add(worker);
        serves();
        if (begun || serving.size < config.processes) return;
        begun = true;
        process.send?.({ address });
      });
      // Written to as it ends, a process is told of as an error before its end is: the end is what counts.
      worker.on('error', () => undefined);
      worker.on('exit', (code) => {
        serving.delete(worker);
        const wished = expected.delete(worker);
        if (stopping || wished) return;
        // Where none has ever served, another one would not either: the reason stands above.
        if (!begun && !serving.size) process.exit(code || 1);
        console.error(`Worker exited (${code}); starting a new one.`);
        setTimeout(() => void begin().then(serves), 500);
      });
    });
  for (let n = 0; n < config.processes; n++) void begin();

  async function renew() {
    for (const worker of Object.values(cluster.workers ?? {})) {
      // One that has ended meanwhile has its successor already; one that ends while its successor comes needs no other.
      if (!worker || worker.isDead()) continue;
      expected.add(worker);
      await begin();
      worker.process.kill('SIGTERM');
    }
  }
  let renewed = Promise.resolve();
  process.on('SIGHUP', () => void (renewed = renewed.then(renew)));
  for (const signal of SIGNALS)
    process.on(signal, () => {
      stopping = true;
      const workers = Object.values(cluster.workers ?? {}).filter((worker) => worker !== undefined);
      for (const worker of workers) worker.process.kill('SIGTERM');
      const gone = workers.map((worker) => new Promise((done) => worker.once('exit', done)));
      void Promise.all(gone).then(() => process.exit(0));
    });
}

try {
  const config = configOf(process.env);
  if (config.processes > 1 && cluster.isPrimary) several(config);
  else await one(config);
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
