import { Router, type RequestHandler, type Response } from 'express';
import { Told } from '@crib/core/contract';
import { listen } from '../store/listening.ts';
import { standingIn } from '../store/people.ts';
import type { Pool } from '../store/db.ts';

/** Streams are kept open by a word now and then, and whoever is not in the workspace any more loses theirs. */
const BEAT_MS = 20_000;
/** How many streams one process keeps; who comes later is answered by asking now and then. */
const MOST_STREAMS = 1000;

export interface Events {
  readonly routes: Router;
  close(): void;
}

/**
 * What others do, as it is done: server-sent events, one for each act of the workspace. `again` says that something may have
 * been missed.
 */
export function eventRoutes(pool: Pool, databaseUrl: string, guard: RequestHandler): Events {
  const streams = new Map<Response, { workspace: number; editor: number }>();
  const send = (res: Response, event: string, data: unknown) => res.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`); // prettier-ignore
  const deaf = listen(
    databaseUrl,
    (payload) => {
      const { workspace, ...rest } = JSON.parse(payload) as { workspace: number };
      const told = Told.safeParse(rest);
      if (!told.success) return;
      for (const [res, at] of streams) if (at.workspace === workspace) send(res, 'act', told.data);
    },
    () => {
      for (const res of streams.keys()) send(res, 'again', {});
    },
  );
  const beat = setInterval(() => {
    for (const [res, { workspace, editor }] of streams) {
      res.write(': here\n\n');
      standingIn(pool, workspace, editor).then((standing) => standing || res.end(), () => {}); // prettier-ignore
    }
  }, BEAT_MS);
  beat.unref();

  const router = Router();
  router.get('/events', guard, (req, res) => {
    const { id, workspace } = req.actor!;
    if (streams.size >= MOST_STREAMS) return void res.status(204).end();
    res.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    res.flushHeaders();
    send(res, 'hello', {});
    streams.set(res, { workspace: workspace.id, editor: id });
    res.on('close', () => streams.delete(res));
  });
  return {
    routes: router,
    close() {
      clearInterval(beat);
      deaf();
      for (const res of streams.keys()) res.end();
    },
  };
}
