import { randomUUID } from 'node:crypto';
import type { RequestHandler } from 'express';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { routeOf } from './route-of.ts';

const GIVEN_ID = /^[\w-]{8,64}$/;

/** An error as it may be logged: where it came from and its code. Messages of databases quote rows. */
export function plainError(error: unknown): object {
  const { name, code, constraint, table, stack = '' } = error as Error & Record<string, string | undefined>;
  const frames = stack.split('\n').filter((line) => /^\s+at /.test(line));
  return { name, code, constraint, table, at: frames.slice(0, 12).map((line) => line.trim()) };
}

/**
 * A line for each request, with an id that is answered too: by the pattern of its route, without addresses, cookies, query
 * or body, so that nothing of people or of what they keep is in a log.
 */
export const logging = (logger: Logger): RequestHandler =>
  pinoHttp({
    logger,
    genReqId: (req, res) => {
      const given = req.headers['x-request-id'];
      const id = typeof given === 'string' && GIVEN_ID.test(given) ? given : randomUUID();
      res.setHeader('X-Request-Id', id);
      return id;
    },
    customLogLevel: (_req, res) => (res.statusCode >= 500 ? (res.statusCode === 503 ? 'warn' : 'error') : 'info'),
    customSuccessObject: (req, _res, told: object) => ({ ...told, route: routeOf(req) }),
    customErrorObject: (req, _res, _error, told: object) => ({ ...told, route: routeOf(req) }),
    serializers: {
      req: ({ id, method }: { id: string; method: string }) => ({ id, method }),
      res: ({ statusCode }: { statusCode: number }) => ({ status: statusCode }),
      err: plainError,
    },
  });
