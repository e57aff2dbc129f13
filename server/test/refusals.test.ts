import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { routeNamed, type AppOverview, type Catalogue } from '@crib/core/contract';
import { Client, withServer, type Answer } from './harness.ts';
import { allRoutes } from './routes.ts';
import { runs } from '../../core/test/runs.ts';

const server = withServer();
const LIST =
  'Category,Name,Id,Windows,macOS,Where\nDepths,Place sounding,depth.place,S,S,Chart\nDepths,Thin,depth.thin,T,,Chart\n';
const guarded = allRoutes.filter(({ name }) => !['anybody', 'signed in'].includes(routeNamed(name)?.may ?? 'anybody'));
const writing = guarded.filter(({ method }) => method !== 'GET');

interface Shelf {
  slug: string;
  catalogue: Catalogue;
  overview: AppOverview;
  /** Ids that are there, by the name of the parameter and the start of the path. */
  address: (path: string) => string;
}
let client: Client;
let ours: Shelf;
let theirs: Shelf;

/** An app with a list, a custom keyset, a group, a run and a saved view. */
async function shelf(): Promise<Shelf> {
  const made = await client.makeRelease();
  await client.must('POST', `/api/releases/${made.release.id}/contexts`, { name: 'Chart' });
  await client.takeIn(made.release, LIST);
  const keyset = await client.makeKeyset(made.slug);
  const catalogue = await made.catalogue();
  const commands = catalogue.commands.map((one) => one.id);
  const below = `/api/apps/${made.slug}`;
  const group = await client.must<{ id: number }>('POST', `${below}/groups`, {
    kind: 'family',
    name: 'First',
    members: commands,
  });
  const run = await client.must<{ id: number }>('POST', `${below}/runs`, {
    name: 'A line of soundings',
    steps: commands,
  });
  const view = await client.must<{ id: number }>('POST', `${below}/views`, { name: 'Mine', query: { only: 'edits' } });
  const ids: [RegExp, number][] = [
    [/\/groups\/:id/, group.id],
    [/\/runs\/:id/, run.id],
    [/\/views\/:id/, view.id],
    [/\/keysets\/:id/, keyset.id],
    [/\/releases\/:id/, made.release.id],
    [/:command/, commands[0]!],
    [/:context/, catalogue.contexts.at(-1)!.id],
  ];
  const address = (path: string) =>
    ids
      .reduce((filled, [where, id]) => filled.replace(where, (part) => part.replace(/:\w+/, String(id))), path)
      .replace(':slug', made.slug)
      .replace(/:\w+/g, '999999');
  return {
    slug: made.slug,
    catalogue: await made.catalogue(),
    overview: await client.must<AppOverview>('GET', below),
    address,
  };
}

/** All that the API tells of an app, to compare before and after. */
async function everything({ slug, catalogue }: Shelf) {
  return {
    overview: await client.must('GET', `/api/apps/${slug}`),
    catalogue: await client.must('GET', `/api/releases/${catalogue.release.id}`),
  };
}

/** A refusal is a problem in words with a code, of the client’s making. */
function expectRefused(answer: Answer<{ code?: string; detail?: string; title?: string }>, what: string) {
  const told = `${what}: ${JSON.stringify(answer.body).slice(0, 300)}`;
  expect(answer.status, told).toBeGreaterThanOrEqual(400);
  expect(answer.status, told).toBeLessThan(500);
  expect(answer.headers.get('content-type'), told).toContain('application/problem+json');
  expect(answer.body.code, told).toMatch(/^[a-z][a-z-]+$/);
}

beforeAll(async () => {
  client = await server.client();
  ours = await shelf();
  theirs = await shelf();
});

describe('every route of the editors', () => {
  it('is closed to whoever is not signed in, before anything else is looked at', async () => {
    const before = await everything(ours);
    const stranger = new Client(server.address());
    expect(guarded.length).toBeGreaterThan(35);
    for (const { method, path } of guarded) {
      const answer = await stranger.ask(method, ours.address(path), method === 'GET' ? undefined : {});
      expect(answer.status, `${method} ${path}`).toBe(401);
      expectRefused(answer, `${method} ${path}`);
    }
    expect(await everything(ours)).toEqual(before);
  });

  it('refuses what other sites send, signed in or not', async () => {
    for (const { method, path } of writing) {
      const answer = await client.ask(method, ours.address(path), {}, { origin: 'https://elsewhere.example' });
      expect(answer.status, `${method} ${path}`).toBe(403);
    }
  });

  it('answers any body with a problem in words, stores nothing of it, and does not break', async () => {
    const before = await everything(ours);
    const hostile = fc.oneof(
      fc.constantFrom('{', '"', '[]', 'null', '[[[[[[[[', '{"__proto__":{"x":1}}', '\u0000', '{"a":1e999}'),
      fc.json({ maxDepth: 4 }),
      fc
        .record({ name: fc.oneof(fc.integer(), fc.constant(null), fc.constant('\u0000')), extra: fc.jsonValue() })
        .map((one) => JSON.stringify(one)),
    );
    // A generator of odd texts knows “name” as a key: with a text in it that is a proper request for another name.
    const renames = (body: string) => /"name"\s*:\s*"(?!\\u0000")/.test(body);
    const bodied = writing.filter(({ method, path }) => method !== 'DELETE' && !/\/(seal|list)$/.test(path));
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...bodied),
        hostile.filter((body) => !renames(body)),
        async ({ method, path }, body) => {
          const answer = await client.ask(method, ours.address(path), body, { 'content-type': 'application/json' });
          // What asks for no change may be done.
          if (answer.status >= 300) expectRefused(answer, `${method} ${path} ${body}`);
        },
      ),
      runs(400),
    );
    expect(await everything(ours)).toEqual(before);
  });

  it('answers ids that are no ids, or of nothing, with 4xx', async () => {
    const odd = ['0', '-1', '1.5', 'x', '1e3', '99999999999999999999', '%00', "1';--", '2147483648'];
    for (const { method, path } of guarded) {
      if (!path.includes(':')) continue;
      for (const id of odd) {
        const address = path.replace(/:\w+/g, id);
        const answer = await client.ask(method, address, method === 'GET' ? undefined : {});
        expect(answer.status, `${method} ${address}`).toBeGreaterThanOrEqual(400);
        expect(answer.status, `${method} ${address}: ${JSON.stringify(answer.body)}`).toBeLessThan(500);
      }
    }
  });
});

describe('what belongs to one app', () => {
  it('is not reached through another’s address', async () => {
    const before = await everything(theirs);
    const nested = guarded.filter(({ path }) => /^\/api\/apps\/:slug\/\w+\/:id$/.test(path));
    expect(nested.length).toBeGreaterThan(4);
    for (const { method, path } of nested) {
      const across = theirs.address(path).replace(theirs.slug, ours.slug);
      const body = path.includes('groups')
        ? { kind: 'family', name: 'Taken', members: [ours.catalogue.commands[0]!.id] }
        : { name: 'Taken', steps: [ours.catalogue.commands[0]!.id] };
      await client.ask(method, across, method === 'PUT' ? body : undefined);
    }
    expect(await everything(theirs)).toEqual(before);
  });

  it('holds nothing of another: commands and places of one app are no commands and places of the other', async () => {
    const [mine, other] = [ours.catalogue, theirs.catalogue];
    const before = [await everything(ours), await everything(theirs)];
    const [keyset] = mine.keysets.filter((one) => one.kind === 'custom');
    const shipped = mine.keysets.find((one) => one.kind === 'shipped')!;
    const strange = other.commands[0]!.id;
    const far = other.contexts[0]!.id;
    const edit = { platform: null, action: 'set', shortcuts: ['Q'], reason: '' };
    const below = `/api/apps/${ours.slug}`;
    const asked: [string, string, unknown][] = [
      ['POST', `${below}/groups`, { kind: 'family', name: 'Strange', members: [strange] }],
      ['POST', `${below}/runs`, { name: 'Strange', steps: [strange] }],
      ['POST', `${below}/merge`, { keep: mine.commands[0]!.id, drop: strange }],
      ['POST', `${below}/keysets`, { name: 'Strange', baseId: other.keysets[0]!.id }],
      ['DELETE', `/api/releases/${mine.release.id}/commands/${strange}`, undefined],
      ['DELETE', `/api/releases/${mine.release.id}/contexts/${other.contexts.at(-1)!.id}`, undefined],
      [
        'POST',
        `/api/keysets/${keyset!.id}/changes`,
        { revision: keyset!.revision, put: [{ ...edit, command: strange, context: mine.contexts[0]!.id }] },
      ],
      [
        'POST',
        `/api/keysets/${keyset!.id}/changes`,
        { revision: keyset!.revision, put: [{ ...edit, command: mine.commands[0]!.id, context: far }] },
      ],
      [
        'POST',
        `/api/keysets/${shipped.id}/bindings`,
        { bindings: [{ command: strange, platform: 'windows', shortcut: 'Q', contexts: [mine.contexts[0]!.id] }] },
      ],
      [
        'POST',
        `/api/keysets/${shipped.id}/bindings`,
        { bindings: [{ command: mine.commands[0]!.id, platform: 'windows', shortcut: 'Q', contexts: [far] }] },
      ],
    ];
    for (const [method, path, body] of asked) {
      const answer = await client.ask(method, path, body);
      expectRefused(answer, `${method} ${path} ${JSON.stringify(body)}`);
    }
    expect([await everything(ours), await everything(theirs)]).toEqual(before);
  });
});
