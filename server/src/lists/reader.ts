import { Piscina } from 'piscina';
import { refuse, refuseAny } from '@crib/core/error';
import type { ListResult, ListTask, PlannedList } from './reading.ts';

/** What a list is read with and against. */
export type ListQuestion = Omit<ListTask, 'look'>;

/** Reads lists in threads of their own: whatever comes, the server lives and answers others. */
export interface ListReader {
  /** What it would do, as the JSON of its report. */
  look(question: ListQuestion): Promise<string>;
  /** What has to be written to take it in. */
  plan(question: ListQuestion): Promise<PlannedList>;
  close(): Promise<void>;
}

/** How long a list may take, and how much memory, before it is given up. */
const MOST_MS = 20_000;
const MOST_MB = 384;
/** How many lists may wait for a thread. */
const MOST_WAITING = 16;

export function readerInThreads(): ListReader {
  const threads = new Piscina<ListTask, ListResult>({
    filename: new URL('./worker.ts', import.meta.url).href,
    execArgv: ['--import', 'tsx'],
    minThreads: 1,
    maxThreads: 2,
    maxQueue: MOST_WAITING,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB, maxYoungGenerationSizeMb: 64, stackSizeMb: 4 },
  });
  // A thread that ends by itself is replaced; its list is refused below.
  threads.on('error', () => {});
  async function read(task: ListTask): Promise<ListResult> {
    if (threads.queueSize >= MOST_WAITING)
      refuse('busy', 'Several large lists are being read just now. Try again in a moment.');
    const result = await threads
      .run(task, { signal: AbortSignal.timeout(MOST_MS) })
      .catch(() =>
        refuse(
          'list-too-heavy',
          'The list takes more time or memory to read than one may. Cut it into several lists, or save it as CSV.',
        ),
      );
    if (result.kind === 'wrong') refuseAny(result.problems);
    return result;
  }
  return {
    look: async (question) => ((await read({ ...question, look: true })) as ListResult & { kind: 'looked' }).json,
    plan: async (question) => (await read({ ...question, look: false })) as PlannedList,
    close: () => threads.destroy(),
  };
}
