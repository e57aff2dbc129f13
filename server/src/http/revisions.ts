import type { Request, Response } from 'express';
import { refuse } from '@crib/core/error';

const IF_MATCH = /^(?:W\/)?"?(\d{1,9})"?$/;

/**
 * The body of a request, with the revision that its `If-Match` says was seen where the body itself says none. Which one it
 * has to be is for the act to say, under its lock.
 */
export function withRevision(req: Request): unknown {
  const body: unknown = req.body;
  const match = req.get('if-match');
  if (match === undefined) return body;
  const revision = IF_MATCH.exec(match)?.[1];
  if (revision === undefined) refuse('bad-request', 'If-Match must be the revision you last read, such as "7".');
  return body && typeof body === 'object' && !Array.isArray(body) && !('revision' in body)
    ? { ...body, revision: Number(revision) }
    : body;
}

/** What has a revision is answered with it as ETag. */
export function etagOf(answer: unknown, res: Response): void {
  const { revision } = (answer ?? {}) as { revision?: unknown };
  if (Number.isInteger(revision)) res.set('ETag', `"${String(revision)}"`);
}
