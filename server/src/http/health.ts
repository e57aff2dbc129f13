import { Router } from 'express';
import type { Db, Pool } from '../store/db.ts';
import { isThere, lagOf } from '../store/health.ts';

/** How far a replica is behind, asked for every ten seconds while somebody wants to know. */
export function replicaLag(replica: Db | null) {
  let known: number | null = null;
  const ask = async () => void (known = replica ? await lagOf(replica).catch(() => null) : null);
  if (replica) {
    void ask();
    setInterval(() => void ask(), 10_000).unref();
  }
  return () => known;
}

/** For whoever watches the process: whether it lives, and whether it can serve. */
export function healthRoutes(pool: Pool, readers: Db, lag: () => number | null, ending: AbortSignal): Router {
  const router = Router();
  router.get('/healthz', (_req, res) => void res.set('Cache-Control', 'no-store').json({ lives: true }));
  router.get('/readyz', async (_req, res) => {
    const [editors, pages] = await Promise.all([isThere(pool), isThere(readers)]);
    const ready = editors && pages && !ending.aborted;
    res.set('Cache-Control', 'no-store').status(ready ? 200 : 503);
    res.json({ ready, database: editors, pages, stopping: ending.aborted, replicaLagSeconds: lag() });
  });
  return router;
}
