import { refuseAny } from '@crib/core/error';
import type { Acting } from '../acts/acting.ts';
import { Outage } from '../store/db.ts';
import { workerOf } from '../places.ts';
import { openThreads } from '../threads.ts';
import type { Answer, Question } from './worker.ts';

/** Does in threads of its own what would keep others waiting: finding clashes, a desk, what is out of date; and publishing. */
export interface Weigher {
  /** The JSON of the answer. */
  ask(acting: Acting, question: Question['ask']): Promise<string>;
  close(): Promise<void>;
}

/** How long it may take, in ms: many sheets may be published in one act. */
const MOST_MS = 60_000;

export function weigherInThreads(databaseUrl: string, site: string): Weigher {
  const threads = openThreads<Question, Answer>(workerOf('weighing'), 2, MOST_MS, {
    busy: 'The server is busy. Try again in a moment.',
    heavy: ['too-heavy', 'This calculation is too large. Reduce the selection.'],
  });
  return {
    async ask({ who, once, repeated }, ask) {
      const answer = await threads.run({ databaseUrl, site, who, once, ask });
      if (answer.kind === 'wrong') refuseAny(answer.problems);
      if (answer.kind !== 'answered') throw new Outage('The database did not answer a thread.');
      if (answer.repeated) repeated?.();
      return answer.json;
    },
    close: () => threads.close(),
  };
}
