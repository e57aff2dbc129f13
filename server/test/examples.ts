import { readFileSync } from 'node:fs';
import pg from 'pg';
import { expect } from 'vitest';
import { makeAccount } from '../src/entry/accounts.ts';
import type { Pool } from '../src/store/db.ts';
import { migrate } from '../src/store/migrate.ts';
import { type Client, databaseUrl } from './harness.ts';

export const doc = readFileSync(new URL('../../docs/api.md', import.meta.url), 'utf8');
/** The examples of docs/api.md, in order: what is asked, and what of the answer is shown. */
export const examples = [
  ...doc.matchAll(/```http\n(\w+) (\S+)\n((?:\S+: .*\n)*)(?:\n([\s\S]*?))?```\s+```(json|text) (\d+)\n([\s\S]*?)```/g),
].map(([, method, path, headers, body, kind, status, answer]) => ({
  method: method!,
  path: path!,
  headers: headers!,
  body: body?.trim(),
  kind: kind!,
  status: Number(status),
  answer: answer!,
}));

const known = new Map<string, unknown>();
/** What earlier answers gave, put in for its name in braces: bare in an address, as a value in JSON. */
export const filled = (text: string) =>
  text
    .replace(/"\{(\w+)\}"/g, (all, name: string) => (known.has(name) ? JSON.stringify(known.get(name)) : all))
    .replace(/\{(\w+)\}/g, (all, name: string) => (known.has(name) ? String(known.get(name)) : all));

/** Whether an answer holds all that the example shows; a name in braces that is new takes what stands there. */
export function expectHolds(answer: unknown, shown: unknown, at: string) {
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

/** An empty catalogue with the one account that the examples begin with. */
export async function beginExamples(pool: Pool): Promise<void> {
  const owner = new pg.Client({ connectionString: databaseUrl('OWNER') });
  await owner.connect();
  await owner.query('DROP SCHEMA crib CASCADE');
  await owner.end();
  known.clear();
  await migrate(databaseUrl('OWNER'), new URL(databaseUrl('SERVER')).username);
  const account = { name: 'Ines Farrowby', email: 'ines@ebbstone.example', password: 'ebb-and-flow-1' };
  await makeAccount(pool, { ...account, role: 'owner', workspace: 'Ebbstone Chart School' });
}

/** Sends an example as it stands, with what earlier answers gave filled in. */
export function sendExample(client: Client, { method, path, headers, body }: (typeof examples)[number]) {
  const lines = headers.split('\n').filter(Boolean);
  const named = Object.fromEntries(lines.map((line) => line.split(': ').map((part) => part.toLowerCase()))) as Record<
    string,
    string
  >;
  return client.ask<unknown>(method, filled(path), body === undefined ? undefined : filled(body), named);
}

/** Runs all of them in order, and holds each answer against what is shown. */
export async function runExamples(client: Client): Promise<void> {
  for (const example of examples) {
    const { method, path, kind, status, answer } = example;
    const what = `${method} ${path} (${status})`;
    const got = await sendExample(client, example);
    expect(got.status, `${what}: ${JSON.stringify(got.body)}`).toBe(status);
    if (kind === 'text') for (const line of answer.split('\n').filter(Boolean)) expect(got.body, what).toContain(line);
    else if (answer.trim()) expectHolds(got.body, JSON.parse(answer), what);
  }
}
