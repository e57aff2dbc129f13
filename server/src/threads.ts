import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { refuse } from '@crib/core/error';

/** Long computations in threads of their own: whatever comes, the server lives and answers others. */
export interface Threads<Task, Result> {
  /** Runs a task in its turn; ends it where `leaving` is aborted. */
  run(task: Task, leaving?: AbortSignal): Promise<Result>;
  close(): Promise<void>;
}

/** How much memory a task may take before it is given up. */
const MOST_MB = 384;
/** How many tasks may wait for a thread. */
const MOST_WAITING = 16;

/** What is told of a task that took too much; whatever else goes wrong in a thread is a fault like any other. */
const tooHeavy = (error: unknown) =>
  error instanceof Error &&
  (error.name === 'AbortError' ||
    error instanceof RangeError ||
    (error as { code?: unknown }).code === 'ERR_WORKER_OUT_OF_MEMORY');

/**
 * Threads that run a worker’s file, each task for so many ms at the most; `busy` and `heavy` say what is wrong when too many
 * wait, or one takes too much.
 */
export function openThreads<Task, Result>(
  worker: { readonly filename: string; readonly execArgv: string[] },
  maxThreads: number,
  mostMs: number,
  { busy, heavy }: { busy: string; heavy: readonly [code: string, sentence: string] },
): Threads<Task, Result> {
  const threads = new Piscina<Task, Result>({
    ...worker,
    // An idle server keeps no threads: each takes some 50 MB, and starting one takes half a second.
    minThreads: 0,
    maxThreads,
    maxQueue: MOST_WAITING,
    idleTimeout: 300_000,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MB, maxYoungGenerationSizeMb: 64, stackSizeMb: 4 },
  });
  // A thread that ends by itself is replaced; its task is refused below.
  threads.on('error', () => {});
  // No more are handed over than there are threads, so that a task has its time from when it begins, however long it waited.
  const turn = pLimit(maxThreads);
  return {
    async run(task, leaving) {
      if (turn.pendingCount >= MOST_WAITING) refuse('busy', busy);
      const work = () => {
        const time = AbortSignal.timeout(mostMs);
        return threads.run(task, { signal: leaving ? AbortSignal.any([time, leaving]) : time });
      };
      return turn(work).catch((error: unknown) => {
        if (tooHeavy(error)) refuse(...heavy);
        throw error;
      });
    },
    close: () => threads.destroy(),
  };
}
