import type { RequestHandler } from 'express';
import { refuse } from '@crib/core/error';

const IF_MATCH = /^(?:W\/)?"?(\d{1,9})"?$/;

/**
 * Revisions as HTTP has them: what has one is answered with it as ETag, and `If-Match` says which one was seen, as `revision`
 * in the body does. Which it has to be is for the act to say, under its lock.
 */
export const revisions: RequestHandler = (req, res, next) => {
  const match = req.get('if-match');
  if (match !== undefined && req.method !== 'GET') {
    const revision = IF_MATCH.exec(match)?.[1];
    if (revision === undefined) refuse('bad-request', 'If-Match holds the revision that was seen, such as "7".');
    const body: unknown = req.body;
    if (body && typeof body === 'object' && !Array.isArray(body) && !('revision' in body))
      Object.assign(body, { revision: Number(revision) });
  }
  if (req.method === 'GET') {
    const json = res.json.bind(res);
    res.json = (body: unknown) => {
      const { revision } = (body ?? {}) as { revision?: unknown };
      if (Number.isInteger(revision)) res.set('ETag', `"${String(revision)}"`);
      return json(body);
    };
  }
  next();
};
