import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { expect, it, vi } from 'vitest';

it('the README’s ten lines run as they stand', async () => {
  const text = readFileSync(new URL('../README.md', import.meta.url), 'utf8');
  const [, code] = /```ts\n([\s\S]*?)```/.exec(text)!;
  expect(code!.trim().split('\n').length).toBeLessThan(15);
  const file = new URL('./readme-lines.ts', import.meta.url);
  writeFileSync(file, code!);
  const said: unknown[][] = [];
  const log = vi.spyOn(console, 'log').mockImplementation((...words) => void said.push(words));
  try {
    await import(file.href);
  } finally {
    log.mockRestore();
    rmSync(file);
  }
  expect(said[0]?.[0]).toBe('error');
  expect(said.at(-1)).toEqual(['3 commands, 0 problems']);
});
