import { Router } from 'express';
import type { Db, Pool } from '../store/db.ts';
import { isThere } from '../store/health.ts';

/** For whoever watches the process: whether it lives, and whether it can serve. */
export function healthRoutes(pool: Pool, readers: Db, lag: () => Promise<number | null>, ending: AbortSignal): Router {
  const router = Router();
  router.get('/healthz', (_req, res) => void res.set('Cache-Control', 'no-store').json({ lives: true }));
  router.get('/readyz', async (_req, res) => {
    const [editors, pages, replicaLagSeconds] = await Promise.all([isThere(pool), isThere(readers), lag()]);
    const ready = editors && pages && !ending.aborted;
    res.set('Cache-Control', 'no-store').status(ready ? 200 : 503);
    res.json({ ready, database: editors, pages, stopping: ending.aborted, replicaLagSeconds });
  });
  return router;
}
