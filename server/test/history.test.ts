import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Catalogue, CustomKeyset, SavedChange, Edit, KeysetHistory } from '@crib/core/contract';
import { Client, ensureOwner, withServer } from './harness.ts';
import { runs } from '../../core/test/runs.ts';

const server = withServer();
let client: Client;
let slug: string;
let catalogue: Catalogue;
const LIST = `Command id,Label,Where it works,Shortcut
depth.place,Place sounding,Chart,S
dry.show,Show drying heights,Chart,J
chart.save,Save chart,,Primary+S
`;

beforeAll(async () => {
  client = await server.client();
  const made = await client.makeRelease();
  slug = made.slug;
  await client.must('POST', `/api/releases/${made.release.id}/contexts`, { name: 'Chart' });
  await client.takeIn(made.release, LIST);
  catalogue = await made.catalogue();
});

const command = (name: string) => catalogue.commands.find((one) => one.name === name)!.id;
const chart = () => catalogue.contexts.find((one) => one.name === 'Chart')!.id;
function edit(name: string, action: Edit['action'], shortcuts: string[] = [], facts: Partial<Edit> = {}): Edit {
  const place = { command: command(name), context: chart(), platform: null };
  return { ...place, action, shortcuts, reason: 'because', memoryAid: '', ...facts };
}
let layersMade = 0;
/** A layer of its own on what is shipped. */
const layer = () =>
  client.must<{ id: number }>('POST', `/api/apps/${slug}/keysets`, {
    name: `Layer ${++layersMade}`,
    baseId: catalogue.keysets[0]!.id,
  });
const read = (id: number) => client.must<CustomKeyset>('GET', `/api/keysets/${id}`);
const history = (id: number) => client.must<KeysetHistory>('GET', `/api/keysets/${id}/history`);
/** A change with whatever follows from it. */
async function change(id: number, body: { put?: Edit[]; remove?: object[] }) {
  const { revision } = await read(id);
  const asked = { revision, ...body };
  const { shown } = await client.must<{ shown: string[] }>('POST', `/api/keysets/${id}/changes/preview`, asked);
  return client.ask('POST', `/api/keysets/${id}/changes`, { ...asked, shown });
}
const step = async (id: number, kind: 'undo' | 'redo') =>
  client.ask<{ code?: string }>('POST', `/api/keysets/${id}/${kind}`, { revision: (await read(id)).revision });

describe('the history of a keyset', () => {
  it('takes every change back byte for byte, and does it again, whatever the changes were', async () => {
    const names = ['depth.place', 'dry.show', 'chart.save'];
    const edits = fc.record({
      name: fc.constantFrom(...names),
      action: fc.constantFrom('set' as const, 'add' as const, 'clear' as const, 'block' as const),
      key: fc.constantFrom('A', 'J', 'S', 'Alt+Q'),
      platform: fc.constantFrom(null, 'macos'),
    });
    const states = fc.asyncProperty(fc.array(edits, { minLength: 1, maxLength: 6 }), async (list) => {
      const { id } = await layer();
      const bytes = async () => JSON.stringify((await read(id)).edits);
      const before = [await bytes()];
      for (const { name, action, key, platform } of list) {
        const { status } = await change(id, {
          put: [edit(name, action, action === 'clear' ? [] : [key], { platform })],
        });
        if (status === 200) before.push(await bytes());
      }
      const after = before.pop()!;
      for (const state of before.toReversed()) {
        expect((await step(id, 'undo')).status).toBe(200);
        expect(await bytes()).toBe(state);
      }
      expect(await step(id, 'undo')).toMatchObject({ status: 422, body: { code: 'nothing-to-do' } });
      for (const state of [...before.slice(1), after].slice(0, before.length)) {
        expect((await step(id, 'redo')).status).toBe(200);
        expect(await bytes()).toBe(state);
      }
      expect((await step(id, 'redo')).status).toBe(422);
    });
    await fc.assert(states, runs(12));
  });

  it('tells who did what, when and why, with what followed from it, and puts the layer back to any moment', async () => {
    const { id } = await layer();
    await change(id, { put: [edit('depth.place', 'set', ['D'])] });
    const then = await read(id);
    await change(id, { put: [edit('depth.place', 'set', ['J'], { reason: 'nearer' })] });
    const { entries } = await history(id);
    expect(entries).toMatchObject([
      { revision: 3, kind: 'edit', change: { put: [{ reason: 'nearer' }, { action: 'clear' }] } },
      { revision: 2, kind: 'edit', inverse: { remove: [{ command: command('depth.place') }] } },
    ]);
    expect(entries[0]!.who).not.toBe('');
    const back = await client.must<SavedChange>('POST', `/api/keysets/${id}/state`, {
      revision: 3,
      to: 2,
    });
    expect((await read(id)).edits).toEqual(then.edits);
    expect(back.revision).toBe(4);
    // Putting back is a change like any other: it is undone.
    await step(id, 'undo');
    expect((await read(id)).edits).toHaveLength(2);
    await client.must('POST', `/api/keysets/${id}/points`, { revision: 5, name: 'before the course' });
    const again = await client.ask('POST', `/api/keysets/${id}/points`, { revision: 5, name: 'before the course' });
    expect(again.status).toBe(409);
    expect((await history(id)).points).toMatchObject([{ revision: 5, name: 'before the course' }]);
  });

  it('is undone after two commands were found to be one, and cannot be rewritten by the server', async () => {
    const made = await client.makeRelease();
    await client.takeIn(made.release, 'Command id,Label,Shortcut\na.one,Sound,S\nb.one,Sound again,\n');
    const found = await made.catalogue();
    const [keep, drop] = ['a.one', 'b.one'].map((name) => found.commands.find((one) => one.name === name)!.id);
    const path = `/api/apps/${made.slug}`;
    const { id } = await client.must<{ id: number }>('POST', `${path}/keysets`, {
      name: 'Ours',
      baseId: found.keysets[0]!.id,
    });
    const where = { context: found.contexts[0]!.id, platform: null };
    const put = [{ ...edit('depth.place', 'set', ['K']), ...where, command: drop! }];
    await client.must('POST', `/api/keysets/${id}/changes`, { revision: 1, put });
    const counts = (command: number, perDay: number) => ({ command, perDay, often: null });
    await client.must('PUT', `${path}/uses`, { source: 'desk', uses: [counts(keep!, 3), counts(drop!, 4)] });
    await client.must('POST', `${path}/merge`, { keep, drop });
    expect((await read(id)).edits).toMatchObject([{ command: keep, shortcuts: ['K'] }]);
    expect((await made.catalogue()).uses).toEqual([{ command: keep, source: 'desk', perDay: 7, often: null }]);
    await step(id, 'undo');
    expect((await read(id)).edits).toEqual([]);
    await step(id, 'redo');
    expect((await read(id)).edits).toMatchObject([{ command: keep, shortcuts: ['K'] }]);
    const rewrite = server.pool().query("UPDATE crib.keyset_change SET why = 'other' WHERE keyset_id = $1", [id]);
    await expect(rewrite).rejects.toMatchObject({ code: '42501' });
  });

  it('is not rewritten from an older state than the one that was seen', async () => {
    const { id } = await layer();
    await change(id, { put: [edit('depth.place', 'set', ['D'])] });
    await change(id, { put: [edit('depth.place', 'set', ['E'])] });
    const late = await client.ask<{ code: string }>('POST', `/api/keysets/${id}/undo`, { revision: 2 });
    expect(late).toMatchObject({ status: 412, body: { code: 'changed-meanwhile' } });
    expect((await read(id)).edits).toMatchObject([{ shortcuts: ['E'] }]);
  });
});

describe('a layer', () => {
  it('begins with edits, as a file or a detached layer has them, or is not made at all', async () => {
    const base = catalogue.keysets[0]!.id;
    const ask = (body: object) =>
      client.ask<{ id: number; code: string; detail: string }>('POST', `/api/apps/${slug}/keysets`, {
        baseId: base,
        ...body,
      });
    const made = await ask({ name: 'From a file', edits: [edit('depth.place', 'set', ['D'])], why: 'From keys.json.' });
    expect(await read(made.body.id)).toMatchObject({ revision: 2, edits: [{ shortcuts: ['D'], reason: 'because' }] });
    expect((await history(made.body.id)).entries).toMatchObject([{ kind: 'loaded', why: 'From keys.json.' }]);
    const strange = await ask({ name: 'Never', edits: [edit('depth.place', 'set', ['D'], { command: 999_999 })] });
    expect(strange).toMatchObject({ status: 422, body: { code: 'no-command' } });
    const twice = await ask({
      name: 'Never',
      edits: [edit('depth.place', 'set', ['D']), edit('depth.place', 'clear')],
    });
    expect(twice).toMatchObject({ status: 422, body: { code: 'doubled' } });
    const overview = await client.must<{ keysets: { name: string }[] }>('GET', `/api/apps/${slug}`);
    expect(overview.keysets.map((one) => one.name)).not.toContain('Never');
  });

  it('of one person is changed by nobody else, who can put a layer of their own on it', async () => {
    const oda = { email: 'oda@ebbstone.example', password: 'ebb-and-flow-2' };
    await ensureOwner(server.pool(), 'Oda Brackmere', oda);
    const other = new Client(server.address());
    await other.must('POST', '/api/session', oda);
    const base = catalogue.keysets[0]!.id;
    const { id } = await other.must<{ id: number }>('POST', `/api/apps/${slug}/keysets`, {
      name: 'Oda’s own',
      baseId: base,
      mine: true,
    });
    expect(await read(id)).toMatchObject({ owner: { name: 'Oda Brackmere' } });
    for (const [method, path, body] of [
      ['POST', 'changes', { revision: 1, put: [edit('depth.place', 'set', ['D'])] }],
      ['POST', 'undo', { revision: 1 }],
      ['POST', 'state', { revision: 1, edits: [] }],
    ] as const)
      expect(await client.ask(method, `/api/keysets/${id}/${path}`, body)).toMatchObject({
        status: 403,
        body: { code: 'not-yours' },
      });
    expect((await client.ask('PUT', `/api/keysets/${id}`, { name: 'Mine now' })).status).toBe(403);
    await other.must('PUT', `/api/keysets/${id}`, { mine: false });
    expect((await change(id, { put: [edit('depth.place', 'set', ['D'])] })).status).toBe(200);
  });

  it('keeps what slots hold: taken back, done again, and through a merge', async () => {
    const own = await client.makeRelease();
    await client.takeIn(
      own.release,
      'Command id,Label,Shortcut\nbar.1,First slot,F6\ntool.a,Tool A,\ntool.b,Tool B,\n',
    );
    const known = await own.catalogue();
    const [slot, a, b] = known.commands.map((one) => one.id) as [number, number, number];
    const { id } = await client.makeKeyset(own.slug);
    const place = { command: slot, context: known.contexts[0]!.id, platform: null };
    const fill = { ...place, action: 'add' as const, shortcuts: [], reason: 'at hand', memoryAid: '', holds: a };
    expect((await change(id, { put: [fill] })).status).toBe(422);
    await client.must('POST', `/api/apps/${own.slug}/groups`, { kind: 'slots', name: 'Bar', members: [slot] });
    expect((await change(id, { put: [fill] })).status).toBe(200);
    expect((await read(id)).edits).toEqual([fill]);
    await step(id, 'undo');
    await client.must('POST', `/api/apps/${own.slug}/merge`, { keep: b, drop: a });
    await step(id, 'redo');
    expect((await read(id)).edits).toEqual([{ ...fill, holds: b }]);
  });
});

describe('counts of use', () => {
  it('stand by source, each in place of what the source said before; a count or a class, each command once', async () => {
    const path = `/api/apps/${slug}/uses`;
    const use = (name: string, perDay: number | null, often: string | null = null) => ({
      command: command(name),
      perDay,
      often,
    });
    await client.must('PUT', path, {
      source: 'desk',
      uses: [use('depth.place', 212), use('dry.show', null, 'weekly')],
    });
    await client.must('PUT', path, { source: 'log', uses: [use('depth.place', 190)] });
    await client.must('PUT', path, { source: 'desk', uses: [use('depth.place', 200)] });
    const { uses } = await client.must<Catalogue>('GET', `/api/releases/${catalogue.release.id}`);
    expect(uses.map((one) => `${one.source}: ${one.perDay}`)).toEqual(['desk: 200', 'log: 190']);
    for (const wrong of [
      [use('depth.place', null)],
      [use('depth.place', 3, 'daily')],
      [use('depth.place', 3), use('depth.place', 4)],
      [use('depth.place', -1)],
      [{ ...use('depth.place', 3), command: 999_999 }],
    ]) {
      const answer = await client.ask('PUT', path, { source: 'desk', uses: wrong });
      expect(answer.status).toBeGreaterThanOrEqual(400);
      expect(answer.status).toBeLessThan(500);
    }
    expect((await client.must<Catalogue>('GET', `/api/releases/${catalogue.release.id}`)).uses).toEqual(uses);
  });
});
