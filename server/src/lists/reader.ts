import { refuseAny } from '@crib/core/error';
import { openThreads } from '../threads.ts';
import type { ListResult, ListTask, PlannedList } from './reading.ts';

/** What a list is read with and against. */
export type ListQuestion = Omit<ListTask, 'look'>;

/** Reads lists in threads of their own. */
export interface ListReader {
  /** What it would do, as the JSON of its report. */
  look(question: ListQuestion): Promise<string>;
  /** What has to be written to take it in. */
  plan(question: ListQuestion): Promise<PlannedList>;
  close(): Promise<void>;
}

/** How long a list may take to read, in ms. */
const MOST_MS = 20_000;

export function readerInThreads(): ListReader {
  const threads = openThreads<ListTask, ListResult>(new URL('./worker.ts', import.meta.url), 2, MOST_MS, {
    busy: 'Several large lists are being read just now. Try again in a moment.',
    heavy: [
      'list-too-heavy',
      'The list takes more time or memory to read than one may. Cut it into several lists, or save it as CSV.',
    ],
  });
  async function read(task: ListTask): Promise<ListResult> {
    const result = await threads.run(task);
    if (result.kind === 'wrong') refuseAny(result.problems);
    return result;
  }
  return {
    look: async (question) => ((await read({ ...question, look: true })) as ListResult & { kind: 'looked' }).json,
    plan: async (question) => (await read({ ...question, look: false })) as PlannedList,
    close: () => threads.close(),
  };
}
