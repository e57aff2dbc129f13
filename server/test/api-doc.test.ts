import { readFileSync } from 'node:fs';
import pg from 'pg';
import { beforeAll, describe, expect, it } from 'vitest';
import { hashPassword } from '../src/http/password.ts';
import { saveEditor } from '../src/store/editors.ts';
import { migrate } from '../src/store/migrate.ts';
import { Client, databaseUrl, withServer } from './harness.ts';
import { allRoutes } from './routes.ts';

const server = withServer();
const doc = readFileSync(new URL('../../docs/api.md', import.meta.url), 'utf8');
const examples = [...doc.matchAll(/```http\n(\w+) (\S+)\n((?:\S+: .*\n)*)(?:\n([\s\S]*?))?```\s+```(json|text) (\d+)\n([\s\S]*?)```/g)].map(
  ([, method, path, headers, body, kind, status, answer]) => ({
    method: method!, path: path!, headers: headers!, body: body?.trim(), kind: kind!, status: Number(status), answer: answer!,
  }),
); // prettier-ignore

const known = new Map<string, unknown>();
/** What earlier answers gave, put in for its name in braces: bare in an address, as a value in JSON. */
const filled = (text: string) =>
  text
    .replace(/"\{(\w+)\}"/g, (all, name: string) => (known.has(name) ? JSON.stringify(known.get(name)) : all))
    .replace(/\{(\w+)\}/g, (all, name: string) => (known.has(name) ? String(known.get(name)) : all));

/** Whether an answer holds all that the example shows; a name in braces that is new takes what stands there. */
function expectHolds(answer: unknown, shown: unknown, at: string) {
  const name = typeof shown === 'string' ? /^\{(\w+)\}$/.exec(shown)?.[1] : undefined;
  if (name && !known.has(name)) {
    expect(answer, at).toBeTruthy();
    known.set(name, answer);
  } else if (name) expect(answer, at).toBe(known.get(name));
  else if (Array.isArray(shown)) {
    expect(Array.isArray(answer) && answer.length, at).toBe(shown.length);
    shown.forEach((one, i) => expectHolds((answer as unknown[])[i], one, `${at}[${i}]`));
  } else if (shown && typeof shown === 'object') {
    for (const [key, one] of Object.entries(shown))
      expectHolds((answer as Record<string, unknown>)?.[key], one, `${at}.${key}`);
  } else expect(answer, at).toEqual(typeof shown === 'string' ? filled(shown) : shown);
}

describe('docs/api.md', () => {
  beforeAll(async () => {
    const owner = new pg.Client({ connectionString: databaseUrl('OWNER') });
    await owner.connect();
    // The examples begin with an empty catalogue.
    await owner.query('DROP SCHEMA crib CASCADE');
    await owner.end();
    await migrate(databaseUrl('OWNER'), new URL(databaseUrl('SERVER')).username);
    await saveEditor(server.pool(), 'Ines Farrowby', 'ines@ebbstone.example', await hashPassword('ebb-and-flow-1'));
  });

  it('has examples that work as they stand, one after another', async () => {
    const client = new Client(server.address());
    expect(examples.length).toBeGreaterThan(30);
    for (const { method, path, headers, body, kind, status, answer } of examples) {
      const what = `${method} ${path} (${status})`;
      const sentHeaders = Object.fromEntries(
        headers
          .split('\n')
          .filter(Boolean)
          .map((line) => line.split(': ').map((part) => part.toLowerCase())),
      ) as Record<string, string>;
      const got = await client.ask<unknown>(
        method,
        filled(path),
        body === undefined ? undefined : filled(body),
        sentHeaders,
      );
      expect(got.status, `${what}: ${JSON.stringify(got.body)}`).toBe(status);
      if (kind === 'text')
        for (const line of answer.split('\n').filter(Boolean)) expect(got.body, what).toContain(line);
      else if (answer.trim()) expectHolds(got.body, JSON.parse(answer), what);
    }
  });

  it('has every route', () => {
    const routes = allRoutes().map(({ method, path }) => `${method} ${path}`);
    expect(routes.length).toBeGreaterThan(25);
    const shown = examples.map((one) => `${one.method} ${one.path.split('?')[0]}`);
    const missing = routes.filter((route) => {
      const pattern = new RegExp(`^${route.replace(/:\w+/g, '[^/]+')}$`);
      return !shown.some((one) => pattern.test(one));
    });
    expect(missing).toEqual([]);
  });
});
