import type { RequestHandler } from 'express';
import { refuse } from '@crib/core/error';
import type { Pool } from '../store/db.ts';
import { paceOf } from '../store/entry.ts';

/** What takes a thread for long: lists, counterparts, editions. So many of these a minute from one account, over all processes. */
export const MOST_HEAVY = 600;

export const paced =
  (pool: Pool, most: number): RequestHandler =>
  async (req, _res, next) => {
    if ((await paceOf(pool, `heavy ${req.actor!.id}`)) > most)
      refuse('too-many', `More than ${most} large requests in a minute. Wait a minute, then continue.`);
    next();
  };
