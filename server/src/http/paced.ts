import type { RequestHandler } from 'express';
import { refuse } from '@crib/core/error';
import type { Pool } from '../store/db.ts';
import { paceOf } from '../store/entry.ts';

/** What takes a thread for long: lists, counterparts, editions. So many of them a minute from one account, over all processes. */
const HEAVY =
  /^\/(?:releases\/\d+\/list|crosswalks\/\d+\/proposals|(?:sheets|notes)\/\d+\/editions|apps\/[^/]+\/reissue)/;
export const MOST_HEAVY = 600;

export const paced =
  (pool: Pool, most: number): RequestHandler =>
  async (req, _res, next) => {
    if (req.method === 'POST' && HEAVY.test(req.path) && (await paceOf(pool, `heavy ${req.actor!.id}`)) > most)
      refuse('too-many', `That were more than ${most} large requests in a minute. Wait one, then go on.`);
    next();
  };
