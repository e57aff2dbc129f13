import { readFileSync, readdirSync } from 'node:fs';

/** Every route as its source states it: `PUT /api/keysets/:id`. */
export function allRoutes(): { method: string; path: string }[] {
  const folder = new URL('../src/http/', import.meta.url);
  return readdirSync(folder).flatMap((file) => {
    const source = readFileSync(new URL(file, folder), 'utf8');
    const prefix = { 'public.ts': '/public', 'pages.ts': '', 'health.ts': '' }[file] ?? '/api';
    return [...source.matchAll(/router\.(get|post|put|delete)\(\s*'([^']+)'/g)].map(([, method, path]) => ({
      method: method!.toUpperCase(),
      path: prefix + path!,
    }));
  });
}
