import { against, type SentSource } from '../acts/lists.ts';
import { look } from '../acts/acting.ts';
import { actingFor, answeredOr, type ActingFor, type Unanswered } from '../threads-acting.ts';
import { yieldToOthers } from '../priority.ts';
import { readTask, type ListResult, type ListTask } from './reading.ts';

yieldToOthers();

/** A list that is only looked at: what it is read against is asked for from the thread. */
export interface LookTask extends ActingFor {
  readonly release: number;
  readonly list: SentSource;
}

/** What the threads of the reader run. */
export default function read(task: ListTask | LookTask): Promise<ListResult | Unanswered> {
  if (!('release' in task)) return readTask(task);
  const acting = actingFor(task);
  return answeredOr(async () => {
    const { question } = await look(acting, (db) => against(acting, db, task.release, task.list));
    return readTask({ ...question, look: true });
  });
}
