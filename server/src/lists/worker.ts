import { readTask } from './reading.ts';

/** What the threads of the reader run. */
export default readTask;
