import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AppOverview, Binned, Catalogue, Hanging } from '@crib/core/contract';
import { Client, databaseUrl, withServer } from './harness.ts';

const server = withServer();
let owner: pg.Client;
beforeAll(async () => {
  owner = new pg.Client({ connectionString: databaseUrl('OWNER'), options: '-c search_path=crib' });
  await owner.connect();
});
afterAll(() => owner.end());
const LIST = 'Command id,Label,Shortcut\na,Alpha,F2\nb,Beta,F3\n';
const overview = (client: Client, slug: string) => client.must<AppOverview>('GET', `/api/apps/${slug}`);
const inBin = (client: Client) => client.must<Binned[]>('GET', '/api/bin');
const put = (client: Client, kind: string, id: number) => client.ask<{ id: number }>('POST', '/api/bin', { kind, id });

/** An app with a layer on a layer, a sheet that was published, a draft, a run and a group. */
async function full(client: Client) {
  const { slug, release, catalogue } = await client.makeRelease();
  await client.takeIn(release, LIST);
  const school = await client.makeKeyset(slug, 'School');
  const top = await client.must<{ id: number }>('POST', `/api/apps/${slug}/keysets`, {
    name: 'Top',
    baseId: school.id,
  });
  const [a, b] = (await catalogue()).commands;
  const sheet = async (title: string) => {
    const { id } = await client.must<{ id: number }>('POST', `/api/apps/${slug}/sheets`, { keysetId: top.id, title });
    const rows = [{ command: a!.id, note: '' }];
    await client.must('PUT', `/api/sheets/${id}`, {
      title,
      keysetId: top.id,
      revision: 1,
      language: 'en',
      sections: [{ title: 'All', rows }],
    });
    return id;
  };
  const [published, draft] = [await sheet('Published'), await sheet('Draft')];
  const edition = await client.must<{ path: string }>('POST', `/api/sheets/${published}/editions`);
  const run = await client.must<{ id: number }>('POST', `/api/apps/${slug}/runs`, { name: 'Run', steps: [a!.id] });
  const group = await client.must<{ id: number }>('POST', `/api/apps/${slug}/groups`, {
    kind: 'pair',
    name: 'Pair',
    members: [a!.id, b!.id],
  });
  return { slug, release, school: school.id, top: top.id, published, draft, run: run.id, group: group.id, edition };
}

describe('what is deleted', () => {
  it('goes with all that hangs on it, named first, and comes back as it was; editions stay public', async () => {
    const client = await server.client();
    const made = await full(client);
    const before = await client.must<Catalogue>('GET', `/api/releases/${made.release.id}`);
    const lines = await overview(client, made.slug);
    const hanging = await client.must<Hanging[]>('GET', `/api/bin/with?kind=keyset&id=${made.school}`);
    expect(hanging.map((one) => `${one.kind} ${one.name} ${one.editions}`).sort()).toEqual([
      'keyset Top 0',
      'sheet Draft 0',
      'sheet Published 1',
    ]);

    const bin = await put(client, 'keyset', made.school);
    expect(bin.status).toBe(201);
    const without = await client.must<Catalogue>('GET', `/api/releases/${made.release.id}`);
    expect(without.keysets.filter((one) => one.kind === 'custom')).toEqual([]);
    expect((await overview(client, made.slug)).sheets).toEqual([]);
    for (const path of [`/api/sheets/${made.draft}`, `/api/keysets/${made.top}/history`])
      expect((await client.ask('GET', path)).status).toBe(404);
    const address = made.edition.path.split('/').at(-1)!;
    expect((await client.ask('GET', `/public/editions/${address}`)).status).toBe(200);
    // Its name is free meanwhile; when it is taken, what would come back says so.
    const again = await client.must<{ id: number }>('POST', `/api/apps/${made.slug}/keysets`, {
      name: 'School',
      baseId: before.keysets[0]!.id,
    });
    expect((await client.ask('POST', `/api/bin/${bin.body.id}/back`)).status).toBe(409);
    await put(client, 'keyset', again.id);

    await client.must('POST', `/api/bin/${bin.body.id}/back`);
    expect(await client.must<Catalogue>('GET', `/api/releases/${made.release.id}`)).toEqual(before);
    expect(await overview(client, made.slug)).toEqual(lines);
    expect((await client.ask('POST', `/api/bin/${bin.body.id}/back`)).status).toBe(404);
  });

  it('can be an app, a sealed release, a run or a group; what a release ships with stays', async () => {
    const client = await server.client();
    const made = await full(client);
    const { keysets } = await client.must<Catalogue>('GET', `/api/releases/${made.release.id}`);
    expect((await put(client, 'keyset', keysets[0]!.id)).status).toBe(422);
    await client.must('POST', `/api/releases/${made.release.id}/seal`);
    const bins: number[] = [];
    for (const [kind, id] of [
      ['run', made.run],
      ['group', made.group],
      ['release', made.release.id],
    ] as const)
      bins.push((await put(client, kind, id)).body.id);
    expect((await client.ask('GET', `/api/releases/${made.release.id}`)).status).toBe(404);
    expect((await overview(client, made.slug)).releases).toEqual([]);
    const { id: app } = await overview(client, made.slug);
    bins.push((await put(client, 'app', app)).body.id);
    expect((await client.ask('GET', `/api/apps/${made.slug}`)).status).toBe(404);
    expect((await inBin(client)).slice(0, 4).map((one) => one.kind)).toEqual(['app', 'release', 'group', 'run']);
    for (const id of bins.reverse()) await client.must('POST', `/api/bin/${id}/back`);
    const back = await client.must<Catalogue>('GET', `/api/releases/${made.release.id}`);
    expect([back.runs.length, back.groups.length, back.keysets.length]).toEqual([1, 1, 3]);
    expect(back.release.sealedAt).not.toBeNull();
  });

  it('comes back only after what it stands on', async () => {
    const client = await server.client();
    const made = await full(client);
    const away = async (kind: string, id: number) => (await put(client, kind, id)).body.id;
    const back = (bin: number) => client.ask<{ detail?: string }>('POST', `/api/bin/${bin}/back`);
    const bins = [
      await away('sheet', made.draft),
      await away('keyset', made.top),
      await away('keyset', made.school),
      await away('release', made.release.id),
    ];
    for (const [bin, under] of [
      [bins[0]!, 'Top'],
      [bins[1]!, 'School'],
      [bins[2]!, made.release.label],
    ] as const) {
      const answer = await back(bin);
      expect([answer.status, answer.body.detail]).toEqual([422, `Restore “${under}” first; this item depends on it.`]);
    }
    for (const bin of bins.reverse()) expect((await back(bin)).status).toBe(204);
    expect((await client.must<Catalogue>('GET', `/api/releases/${made.release.id}`)).keysets.length).toBe(3);
    expect((await client.ask('GET', `/api/sheets/${made.draft}`)).status).toBe(200);
  });

  it('is a layer’s owner’s to delete, and is gone after thirty days unless it has history or editions', async () => {
    const client = await server.client();
    const made = await full(client);
    const mine = await client.must<{ id: number }>('POST', `/api/apps/${made.slug}/keysets`, {
      name: 'Mine',
      mine: true,
      baseId: made.school,
    });
    const other = await server.as('editor');
    // Nor does it go with what it stands on.
    const { id: app } = await overview(client, made.slug);
    for (const [kind, id] of [
      ['keyset', mine.id],
      ['keyset', made.school],
      ['release', made.release.id],
      ['app', app],
    ] as const)
      expect((await put(other, kind, id)).status).toBe(403);

    for (const [kind, id] of [
      ['sheet', made.draft],
      ['sheet', made.published],
      ['run', made.run],
      ['keyset', made.top],
    ] as const)
      expect((await put(client, kind, id)).status).toBe(201);
    await owner.query("UPDATE bin SET put_in = now() - interval '31 days'");
    await owner.query('SELECT purge_bin()');
    const left = await owner.query<{ kind: string; name: string }>(
      'SELECT kind, name FROM bin WHERE app_id = (SELECT id FROM app WHERE slug = $1) ORDER BY kind',
      [made.slug],
    );
    // The published sheet and the layer with its history only stay out of sight.
    expect(left.rows.map((one) => `${one.kind} ${one.name}`)).toEqual(['keyset Top', 'sheet Published']);
    const address = made.edition.path.split('/').at(-1)!;
    expect((await client.ask('GET', `/public/editions/${address}`)).status).toBe(200);
  });
});
