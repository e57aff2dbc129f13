import type { ProposedFor } from '@crib/core/contract';
import { workerOf } from '../places.ts';
import { openThreads, type Threads } from '../threads.ts';
import type { MatchTask } from './worker.ts';

/** Proposes counterparts in a thread of its own. */
export type Matcher = Threads<MatchTask, ProposedFor[]>;

/** How long two lists may take to match, in ms. */
const MOST_MS = 20_000;

export const matcherInThreads = (): Matcher =>
  openThreads(workerOf('matching'), 1, MOST_MS, {
    busy: 'Several mappings are being matched right now. Try again in a moment.',
    heavy: ['too-heavy', 'Matching these two programs needs too much time or memory.'],
  });
