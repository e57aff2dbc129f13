import { refuseAny } from '@crib/core/error';
import type { Actor } from '../acts/may.ts';
import { Outage } from '../store/db.ts';
import { openThreads } from '../threads.ts';
import type { Answer, Question } from './worker.ts';

/** Works out in threads of its own what would keep others waiting: clashes, a desk, what is out of date. */
export interface Weigher {
  /** The JSON of the answer. */
  ask(who: Actor, question: Question['ask']): Promise<string>;
  close(): Promise<void>;
}

export function weigherInThreads(databaseUrl: string, site: string): Weigher {
  const threads = openThreads<Question, Answer>(new URL('./worker.ts', import.meta.url), 2, {
    busy: 'Several people are asking for much just now. Try again in a moment.',
    heavy: ['too-heavy', 'That takes more time or memory to work out than it may.'],
  });
  return {
    async ask(who, ask) {
      const answer = await threads.run({ databaseUrl, site, who, ask });
      if (answer.kind === 'answered') return answer.json;
      if (answer.kind === 'wrong') refuseAny(answer.problems);
      throw new Outage('The database did not answer a thread.');
    },
    close: () => threads.close(),
  };
}
