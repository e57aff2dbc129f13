import { z } from 'zod';
import * as people from '../people.ts';
import { route } from './route.ts';

const list = z.array;

/** Who else is here, what they do, and what they remark on commands. */
export const TOGETHER = {
  'GET /api/apps/:slug/remarks': route({
    does: 'The comments on commands',
    may: 'look at',
    gives: list(people.Remark),
  }),
  'POST /api/apps/:slug/remarks': route({
    does: 'Adds a comment',
    may: 'comment',
    takes: people.SentRemark,
    gives: people.Remark,
    adds: true,
  }),
  'POST /api/remarks/:id/end': route({ does: 'Resolves a comment', may: 'comment' }),
  'POST /api/here': route({
    does: 'Reports where you are, and lists who else is here',
    may: 'look at',
    takes: people.SentHere,
    gives: list(people.Here),
  }),
  'GET /api/events': route({ does: 'Changes by others, as server-sent events', may: 'look at' }),
};
