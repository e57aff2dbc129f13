import { Piscina } from 'piscina';
import { refuse } from '@crib/core/error';

/** Long computations in threads of their own: whatever comes, the server lives and answers others. */
export interface Threads<Task, Result> {
  run(task: Task): Promise<Result>;
  close(): Promise<void>;
}

/** How long a task may take, and how much memory, before it is given up. */
const MOST_MS = 20_000;
const MOST_MB = 384;
/** How many tasks may wait for a thread. */
const MOST_WAITING = 16;

/** Threads that run a worker’s file; `busy` and `heavy` say what is wrong when too many wait, or one takes too much. */
export function openThreads<Task, Result>(
  worker: URL,
  maxThreads: number,
  { busy, heavy }: { busy: string; heavy: readonly [code: string, sentence: string] },
): Threads<Task, Result> {
  const threads = new Piscina<Task, Result>({
    filename: worker.href,
    execArgv: ['--import', 'tsx'],
    minThreads: 1,
    maxThreads,
    maxQueue: MOST_WAITING,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB, maxYoungGenerationSizeMb: 64, stackSizeMb: 4 },
  });
  // A thread that ends by itself is replaced; its task is refused below.
  threads.on('error', () => {});
  return {
    async run(task) {
      if (threads.queueSize >= MOST_WAITING) refuse('busy', busy);
      return threads.run(task, { signal: AbortSignal.timeout(MOST_MS) }).catch(() => refuse(...heavy));
    },
    close: () => threads.destroy(),
  };
}
