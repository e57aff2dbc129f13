import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import { describe, expect, it } from 'vitest';

const run = promisify(execFile);

describe('the strings that are printed to be read through', () => {
  it('hold what the pages say, and no word that learners read stands outside of the message files', async () => {
    const { stdout } = await run('node', ['scripts/words.mjs'], { maxBuffer: 10 ** 8 });
    const lines = stdout.split('\n').map((line) => line.split('\t') as [string, string]);
    expect(
      lines.some(([at, text]) => at.startsWith('web/src/parts/KeyField.vue') && text === 'Press the new keys'),
    ).toBe(true);
    expect(lines.some(([at]) => at.startsWith('core/src/words/en.ts'))).toBe(true);
    const learners = /^web\/src\/learner\//;
    const said = lines.filter(([at, text]) => learners.test(at) && !/^(page|mark)\./.test(text));
    // What is left is code: names of keys.
    const code = /^(Enter|Escape)$/;
    expect(said.filter(([, text]) => !code.test(text)).map(([at, text]) => `${at} ${text}`)).toEqual([]);
  });
});
