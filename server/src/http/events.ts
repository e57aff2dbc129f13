import { type Response } from 'express';
import { z } from 'zod';
import { Hello, Told } from '@crib/core/contract';
import { mayListen, type Shown } from '../store/entry.ts';
import { listen } from '../store/listen.ts';
import { isOutage, type Pool } from '../store/db.ts';
import { ANSWERED, type ActHandler } from './routes.ts';

/** Streams are kept open by a word now and then; whether each may go on is asked then too. */
const BEAT_MS = 20_000;
/** How many streams one process keeps, and of them one editor; who comes later asks now and then instead. */
const MOST_STREAMS = 1000;
const MOST_OF_ONE = 40;

export interface Events {
  readonly handler: ActHandler<'GET /api/events'>;
  close(): void;
}

/** A stream, and whom it is for. While it is doubtful whether they may listen, they hear nothing. */
interface Stream {
  readonly workspace: number;
  readonly editor: number;
  readonly shown: Shown;
  doubtful: boolean;
}

/** What the database says: an act of a workspace, or that an editor may have lost the right to listen. */
const Heard = z.union([z.object({ ended: z.int() }), z.object({ workspace: z.int() }).loose()]);

/**
 * What others do, as it is done: server-sent events, one for each act of the workspace. `again` says that something may have
 * been missed. A stream ends with what it was opened with: the session, the token, or the membership.
 */
export function eventRoutes(pool: Pool, databaseUrl: string): Events {
  const streams = new Map<Response, Stream>();
  const send = (res: Response, event: string, data: unknown) =>
    res.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);

  /** Asks whether a stream may go on. Where the database does not answer for now, it stays as it is until the next beat. */
  async function ask(res: Response, { workspace, editor, shown }: Stream): Promise<boolean | null> {
    const may = await mayListen(pool, workspace, editor, shown).catch((error: unknown) =>
      isOutage(error) ? null : false,
    );
    if (may === false) {
      streams.delete(res);
      res.end();
    }
    return may;
  }
  async function settle(res: Response, stream: Stream) {
    const was = stream.doubtful;
    if ((await ask(res, stream)) !== true || !was) return;
    stream.doubtful = false;
    send(res, 'again', {});
  }
  /** Those of an editor are asked about at once, and hear nothing until that is known. */
  function doubt(editor: number) {
    for (const [res, stream] of streams) {
      if (stream.editor !== editor) continue;
      stream.doubtful = true;
      void settle(res, stream);
    }
  }
  const deaf = listen(
    databaseUrl,
    (payload) => {
      const heard = Heard.parse(JSON.parse(payload));
      if ('ended' in heard) return doubt(heard.ended as number);
      const { workspace, ...rest } = heard;
      const told = Told.safeParse(rest);
      if (!told.success) return;
      for (const [res, stream] of streams)
        if (stream.workspace === workspace && !stream.doubtful) send(res, 'act', told.data);
    },
    () => {
      // Whoever lost a right meanwhile was not named either.
      for (const [res, stream] of streams) {
        stream.doubtful = true;
        void settle(res, stream);
      }
    },
  );
  const beat = setInterval(() => {
    for (const [res, stream] of streams) {
      res.write(': here\n\n');
      void settle(res, stream);
    }
  }, BEAT_MS);
  beat.unref();

  const handler: Events['handler'] = (_acting, { req, res }) => {
    const { id, workspace } = req.actor!;
    const own = [...streams.values()].filter((one) => one.editor === id).length;
    if (streams.size >= MOST_STREAMS || own >= MOST_OF_ONE) {
      res.status(204).end();
      return ANSWERED;
    }
    res.set({
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    res.flushHeaders();
    send(res, 'hello', { editor: id, workspace: workspace.id } satisfies z.infer<typeof Hello>);
    const stream: Stream = { workspace: workspace.id, editor: id, shown: req.shown!, doubtful: false };
    streams.set(res, stream);
    res.on('close', () => streams.delete(res));
    // The right may have ended between the guard and the moment from which it would have been heard of.
    void settle(res, stream);
    return ANSWERED;
  };
  return {
    handler,
    close() {
      clearInterval(beat);
      deaf();
      for (const res of streams.keys()) res.end();
    },
  };
}
