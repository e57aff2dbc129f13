// @ts-check
/** Prints every string that a person can read as a table: where it stands, and the string. `npm run words` */
import { allWords } from './lib/words.mjs';

for (const { at, text } of allWords()) console.log(`${at}\t${text}`);
