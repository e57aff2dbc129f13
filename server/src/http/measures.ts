import type { RequestHandler } from 'express';
import { Gauge, Histogram, collectDefaultMetrics } from 'prom-client';
import type { Pool } from '../store/db.ts';
import { routeOf } from './route-of.ts';

/** What Prometheus reads: how long routes take, and what waits. Labels are patterns of routes, never what was asked. */
export function measuring(pools: Readonly<Record<string, Pool>>, lag: () => Promise<number | null>): RequestHandler {
  collectDefaultMetrics();
  const took = new Histogram({
    name: 'crib_request_seconds',
    help: 'Request duration by route and status.',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 20],
  });
  new Gauge({
    name: 'crib_connections',
    help: 'Database connections: total, in use, and requests waiting for one.',
    labelNames: ['pool', 'state'],
    collect() {
      for (const [pool, { totalCount, idleCount, waitingCount }] of Object.entries(pools)) {
        this.set({ pool, state: 'all' }, totalCount);
        this.set({ pool, state: 'lent' }, totalCount - idleCount);
        this.set({ pool, state: 'awaited' }, waitingCount);
      }
    },
  });
  new Gauge({
    name: 'crib_replica_lag_seconds',
    help: 'Replication lag of the replica that serves pages; -1 if unknown.',
    aggregator: 'max',
    async collect() {
      this.set((await lag()) ?? -1);
    },
  });
  return (req, res, next) => {
    const done = took.startTimer();
    res.once('finish', () => {
      done({ method: req.method, route: routeOf(req), status: `${Math.floor(res.statusCode / 100)}xx` });
    });
    next();
  };
}
