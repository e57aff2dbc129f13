import { readFileSync, readdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';

it('core has no circle of imports, types among them', () => {
  const root = fileURLToPath(new URL('../src', import.meta.url));
  const files = readdirSync(root, { recursive: true, encoding: 'utf8' }).filter((name) => name.endsWith('.ts'));
  const uses = new Map(
    files.map((name) => {
      const path = join(root, name);
      const found = readFileSync(path, 'utf8').matchAll(/from '(\.[^']+)'/g);
      return [path, [...found].map(([, to]) => resolve(dirname(path), to!))] as const;
    }),
  );
  const done = new Set<string>();
  const circle = (path: string, above: readonly string[]): readonly string[] | null => {
    if (above.includes(path)) return [...above.slice(above.indexOf(path)), path];
    if (done.has(path)) return null;
    for (const next of uses.get(path) ?? []) {
      const found = circle(next, [...above, path]);
      if (found) return found;
    }
    done.add(path);
    return null;
  };
  for (const path of uses.keys()) expect(circle(path, [])?.map((one) => one.slice(root.length + 1)) ?? []).toEqual([]);
  expect(done.size).toBeGreaterThan(100);
});
