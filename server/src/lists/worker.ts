import { yieldToOthers } from '../yielding.ts';
import { readTask } from './reading.ts';

yieldToOthers();

/** What the threads of the reader run. */
export default readTask;
