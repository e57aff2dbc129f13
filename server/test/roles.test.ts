import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from 'vitest';
import { ROUTES, type Route } from '@crib/core/contract';
import { rightsTable, routesTable } from '../../scripts/roles.ts';
import { mayDo } from '../src/acts/may.ts';
import { beginExamples, examples, filled, runExamples, sendExample } from './examples.ts';
import { Client, withServer } from './harness.ts';

const page = readFileSync(new URL('../../docs/roles.md', import.meta.url), 'utf8');
const patternOf = (route: string) => new RegExp(`^${route.replace(/:\w+/g, '[^/]+')}$`);
const guarded = (Object.entries(ROUTES) as [string, Route][]).flatMap(([name, { may }]) =>
  may === 'anybody' || may === 'signed in' ? [] : [[name, may] as const],
);
/** An example of each address that was done, with a body that can be read: whoever may not do it is told just that. */
const exampleOf = (route: string) =>
  examples.findLast((one) => one.status < 300 && patternOf(route).test(`${one.method} ${one.path.split('?')[0]}`));

const server = withServer();
beforeAll(async () => {
  await beginExamples(server.pool());
  await runExamples(new Client(server.address()));
});

describe('docs/roles.md', () => {
  it('is what the tables of roles, scopes and routes say', () => {
    const squeezed = (text: string) => text.replace(/ +|-{3,}/g, ' ');
    expect(squeezed(page)).toContain(squeezed(rightsTable()));
    expect(squeezed(page)).toContain(squeezed(routesTable()));
  });

  it('holds for every address, role and token, and for whoever is in another workspace', async () => {
    const owner = new Client(server.address());
    await owner.must('POST', '/api/session', { email: 'ines@ebbstone.example', password: 'ebb-and-flow-1' });
    const stranger = new Client(server.address());
    const foreigner = await server.as('owner', 'Another school');
    const wrong: string[] = [];
    const tell = (route: string, who: string, status: number, wanted: string) =>
      void wrong.push(`${route} as ${who}: ${status}, not ${wanted}`);

    // Whoever may not comes first, so that nothing is changed before what is looked at.
    for (const [route, action] of guarded) {
      const example = exampleOf(route);
      if (!example) {
        expect(route).toBe('GET /api/events');
        continue;
      }
      const unknown = (await sendExample(stranger, example)).status;
      if (unknown !== 401) tell(route, 'a stranger', unknown, '401');
      // What is ours is not there for another workspace, whatever their role.
      const ofOurs = /\/\d+(\/|$|\?)|\/kedge|[?&]id=|\/(editions|listed)\//.test(filled(example.path));
      if (ofOurs && !/\/members\//.test(route)) {
        const there = await sendExample(foreigner, example);
        if (there.status !== 404) tell(route, 'an owner elsewhere', there.status, '404');
      }
      for (const role of ['reader', 'reviewer', 'editor'] as const) {
        if (mayDo({ role, scope: null }, action)) continue;
        const answer = await sendExample(await as(role), example);
        const { code } = answer.body as { code?: string };
        if (answer.status !== 403 || code !== 'not-allowed') tell(route, role, answer.status, '403');
      }
      for (const scope of ['read', 'write', 'publish'] as const) {
        if (mayDo({ role: 'owner', scope }, action)) continue;
        const answer = await sendExample(await token(owner, scope), example);
        if (answer.status !== 403) tell(route, `a token to ${scope}`, answer.status, '403');
      }
    }
    expect(wrong).toEqual([]);

    for (const [route, action] of guarded) {
      const example = exampleOf(route);
      if (!example) continue;
      for (const role of ['owner', 'editor', 'reviewer', 'reader'] as const) {
        if (!mayDo({ role, scope: null }, action)) continue;
        const answer = await sendExample(await as(role), example);
        const { code } = answer.body as { code?: string };
        if (answer.status === 401 || code === 'not-allowed') tell(route, role, answer.status, 'allowed');
        if (answer.status >= 500) tell(route, role, answer.status, 'an answer');
      }
    }
    expect(wrong).toEqual([]);
  });
});

const clients = new Map<string, Client>();
async function as(role: 'owner' | 'editor' | 'reviewer' | 'reader'): Promise<Client> {
  const found = clients.get(role) ?? (await server.as(role));
  clients.set(role, found);
  return found;
}
async function token(owner: Client, scope: string): Promise<Client> {
  const found = clients.get(scope);
  if (found) return found;
  const made = await owner.must<{ token: string }>('POST', '/api/tokens', { name: scope, scope });
  const client = new Client(server.address(), made.token);
  clients.set(scope, client);
  return client;
}
