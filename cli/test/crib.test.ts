import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { afterAll, describe, expect, it } from 'vitest';
import { main } from '../src/main.ts';

const folder = mkdtempSync(join(tmpdir(), 'crib-cli-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const demo = (name: string) => fileURLToPath(new URL(`../../demo/${name}`, import.meta.url));
const list = (name: string, text: string) => {
  writeFileSync(join(folder, name), text);
  return join(folder, name);
};
async function crib(...args: string[]) {
  const [out, wrong]: string[][] = [[], []];
  const into = (lines: string[]) => ({
    write: (text: string | Uint8Array) => lines.push(Buffer.from(text as string).toString('utf8')),
  });
  const code = await main(args, { stdout: into(out!), stderr: into(wrong!) });
  return { code, out: out!.join(''), wrong: wrong!.join('') };
}
const plain = list('plain.csv', 'Command id,Label,Shortcut,Context\nsound,Sound,F5,\nplot,Plot,F6,Deck\n');

describe('crib check', () => {
  it('ends with 0 for a list that is whole, and with 1 for one with problems or clashes, told by line', async () => {
    expect(await crib('check', plain)).toMatchObject({
      code: 0,
      out: '2 commands, 2 contexts, 2 shortcuts; 0 problems, 0 conflicts (errors)\n',
    });
    const wrong = list('wrong.csv', 'Label,Shortcut\nSound,Ctlr+J\nPlot,F6\nDraw,F6\n');
    const { code, out } = await crib('check', wrong);
    expect(code).toBe(1);
    expect(out).toMatch(/wrong\.csv:2: .*Ctlr/);
    expect(out).toMatch(/error: .*(Plot|Draw)/);
    const data = JSON.parse((await crib('check', wrong, '--json')).out) as {
      problems: { place: { line: number } }[];
      clashes: { severity: string }[];
    };
    expect(data.problems[0]!.place.line).toBe(2);
    expect(data.clashes.some((one) => one.severity === 'error')).toBe(true);
  });
  it('ends with 2, and says why, for what is no list, no file and no command', async () => {
    for (const args of [
      ['check'],
      ['check', join(folder, 'none.csv')],
      ['check', plain, '--layout', 'xx'],
      ['chekc'],
      ['check', '--frob'],
    ]) {
      const { code, wrong } = await crib(...args);
      expect([code, wrong.length > 10], args.join(' ')).toEqual([2, true]);
    }
  });
});

describe('crib diff', () => {
  it('tells what moved, by the program’s ids; nothing for a list and itself', async () => {
    expect(await crib('diff', plain, plain)).toMatchObject({ code: 0, out: '0 changes.\n' });
    const next = list(
      'next.csv',
      'Command id,Label,Shortcut,Context\nsound,Sound depth,F7,\nplot,Plot,F5,Deck\ndraw,Draw,,\n',
    );
    const { code, out } = await crib('diff', plain, next, '--json', '--platforms', 'windows');
    expect(code).toBe(1);
    const { changes } = JSON.parse(out) as { changes: { group: string; command: string }[] };
    expect(changes.map((one) => `${one.group} ${one.command}`).sort()).toEqual(
      expect.arrayContaining(['moved sound', 'new draw', 'renamed sound']),
    );
    // The scenario’s own releases: what its notes tell is what two lists tell.
    const real = await crib('diff', demo('fathomry/7.0-keys.csv'), demo('fathomry/7.2-keys.csv'), '--typed-letters');
    expect(real.code).toBe(1);
    expect(real.out.split('\n').length).toBeGreaterThan(30);
  });
});

describe('crib preset', () => {
  it('writes a file by a recipe and reads it back, whole', async () => {
    const [recipe, keys, out] = [
      demo('tallowline/recipe.json'),
      demo('tallowline/2.8-keys.csv'),
      join(folder, 'keys.json'),
    ];
    const written = await crib(
      'preset',
      'write',
      recipe,
      keys,
      '--platform',
      'windows',
      '--typed-letters',
      '--out',
      out,
    );
    expect(written.code).toBe(0);
    expect(readFileSync(out, 'utf8')).toContain('{');
    const read = await crib('preset', 'read', recipe, out, keys, '--platform', 'windows', '--typed-letters', '--json');
    const { records, unknown } = JSON.parse(read.out) as { records: number; unknown: unknown[] };
    expect([read.code, records > 80, unknown]).toEqual([0, true, []]);
    // To the screen it goes as it is, so that it can be sent on.
    expect(await crib('preset', 'write', recipe, keys, '--platform', 'windows', '--typed-letters')).toEqual({
      code: 0,
      out: readFileSync(out, 'utf8'),
      wrong: '',
    });
    expect((await crib('preset', 'fold', recipe)).code).toBe(2);
    const { code, wrong } = await crib('preset', 'write', list('recipe.json', '{"name": 3}'), keys);
    expect([code, wrong.split('\n')[0]]).toEqual([2, expect.stringMatching(/^name: .*string/)]);
  });
});

describe('the program itself', () => {
  it('runs as a program of the shell', () => {
    const done = spawnSync(process.execPath, [fileURLToPath(new URL('../crib.mjs', import.meta.url)), 'check', plain], {
      encoding: 'utf8',
    });
    expect([done.status, done.stdout]).toEqual([
      0,
      '2 commands, 2 contexts, 2 shortcuts; 0 problems, 0 conflicts (errors)\n',
    ]);
  });
});
