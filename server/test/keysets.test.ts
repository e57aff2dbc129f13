import { beforeAll, describe, expect, it } from 'vitest';
import type { Catalogue, CustomKeyset, Edit } from '@crib/core/contract';
import { Client, contentOf, withServer } from './harness.ts';

const server = withServer();
let client: Client;
let slug: string;
let catalogue: Catalogue;
let keyset: CustomKeyset;

const LIST = `Command id,Label,Where it works,Shortcut,Flags
depth.place,Place sounding,Chart,S,
dry.show,Show drying heights,Chart,J,
trial.drop,Discard trial,Chart,,destructive
chart.save,Save chart,,Primary+S,fixed
`;

beforeAll(async () => {
  client = await server.client();
  const made = await client.makeRelease();
  slug = made.slug;
  await client.must('POST', `/api/releases/${made.release.id}/contexts`, { name: 'Chart' });
  expect((await client.takeIn(made.release, LIST)).status).toBe(201);
  catalogue = await made.catalogue();
  keyset = await client.makeKeyset(slug);
});

const command = (name: string) => catalogue.commands.find((one) => one.name === name)!.id;
const chart = () => catalogue.contexts.find((one) => one.name === 'Chart')!.id;
const edit = (name: string, action: Edit['action'], keys: string[] = [], facts: Partial<Edit> = {}) => ({
  command: command(name),
  context: chart(),
  platform: null,
  action,
  shortcuts: keys,
  reason: 'because',
  ...facts,
});
const change = (id: number, body: object) =>
  client.ask<{
    consequences: string[];
    code?: string;
    revision?: number;
    detail?: string;
  }>('POST', `/api/keysets/${id}/changes`, body);
const reread = () => client.must<CustomKeyset>('GET', `/api/keysets/${keyset.id}`);
const revision = async () => (await reread()).revision;

describe('a custom keyset', () => {
  it('is set, added to, cleared and put back, each with its reason', async () => {
    const set = await change(keyset.id, {
      revision: await revision(),
      put: [edit('depth.place', 'set', ['D'])],
    });
    expect(set.status).toBe(200);
    expect((await reread()).edits).toMatchObject([{ action: 'set', shortcuts: ['D'], reason: 'because' }]);
    await change(keyset.id, {
      revision: await revision(),
      put: [edit('depth.place', 'add', ['Alt+D'])],
    });
    expect((await reread()).edits).toMatchObject([{ action: 'set', shortcuts: ['D', 'Alt+D'] }]);
    await change(keyset.id, {
      revision: await revision(),
      put: [edit('depth.place', 'clear')],
    });
    expect((await reread()).edits).toMatchObject([{ action: 'clear', shortcuts: [] }]);
    const place = { command: command('depth.place'), context: chart(), platform: null };
    await change(keyset.id, { revision: await revision(), remove: [place] });
    expect((await reread()).edits).toEqual([]);
  });

  it('does not take a press unseen: 412 with what would follow; shown, it is taken from its owner', async () => {
    const seen = await revision();
    const blind = await change(keyset.id, { revision: seen, put: [edit('trial.drop', 'set', ['J'])] });
    expect(blind).toMatchObject({ status: 412, body: { code: 'other-consequences', revision: seen } });
    expect(blind.body.detail).toContain(
      'This would also do what you were not shown: J belongs to Show drying heights. If you reassign it, Show drying heights has no shortcut.',
    );
    expect((await reread()).edits).toEqual([]);

    const preview = await client.must<{ shown: string[] }>('POST', `/api/keysets/${keyset.id}/changes/preview`, {
      revision: seen,
      put: [edit('trial.drop', 'set', ['J'])],
    });
    await change(keyset.id, {
      revision: seen,
      put: [edit('trial.drop', 'set', ['J'])],
      shown: preview.shown,
    });
    expect((await reread()).edits).toMatchObject([
      { command: command('dry.show'), action: 'clear', reason: 'J was reassigned to Discard trial.' },
      { command: command('trial.drop'), shortcuts: ['J'] },
    ]);
  });

  it('lets two editors work at once, until one would undo or take what the other did', async () => {
    const seen = await revision();
    const other = await server.client();
    await other.must('POST', `/api/keysets/${keyset.id}/changes`, {
      revision: seen,
      put: [edit('depth.place', 'set', ['K'])],
    });
    // Another place: both are kept, though the revision is an older one.
    const apart = await change(keyset.id, { revision: seen, put: [edit('dry.show', 'set', ['Y'])] });
    expect(apart.status).toBe(200);
    // The same command: the other's edit is not written over unseen.
    const over = await change(keyset.id, { revision: seen, put: [edit('depth.place', 'set', ['M'])] });
    expect(over.status).toBe(412);
    // A press that was free when it was looked at, and is not any more.
    const gone = await change(keyset.id, { revision: seen, put: [edit('trial.drop', 'set', ['K'])] });
    expect(gone).toMatchObject({
      status: 412,
      body: { detail: expect.stringContaining('Someone else changed this keyset') },
    });
    expect((await reread()).edits.find((one) => one.command === command('depth.place'))!.shortcuts).toEqual(['K']);
  });

  it('refuses fixed commands and their presses, unknown shortcuts, and what is not there, and changes nothing', async () => {
    const before = contentOf(await client.must<Catalogue>('GET', `/api/releases/${catalogue.release.id}`));
    const now = await revision();
    const tries: [object, number, string][] = [
      [{ put: [edit('chart.save', 'set', ['Q'])] }, 422, 'fixed'],
      [{ put: [edit('depth.place', 'set', ['Ctrl+S'])] }, 422, 'fixed'],
      [{ put: [edit('depth.place', 'set', [])] }, 422, 'no-key'],
      [{ put: [{ ...edit('depth.place', 'set', ['Q']), command: 999_999 }] }, 422, 'no-command'],
      [{ put: [edit('depth.place', 'set', ['Ctrl+Ctrl+X'])] }, 400, 'bad-request'],
      [{ put: [edit('depth.place', 'set', ['Q'], { platform: 'linux' })] }, 422, 'no-platform'],
      [{ put: [edit('depth.place', 'set', ['Q']), edit('trial.drop', 'set', ['Q'])] }, 422, 'same-place'],
      [{ put: 'everything' }, 400, 'bad-request'],
    ];
    for (const [body, status, code] of tries)
      expect(await change(keyset.id, { revision: now, ...body })).toMatchObject({ status, body: { code } });
    expect(await change(999_999, { revision: 1 })).toMatchObject({ status: 404 });
    expect(contentOf(await client.must<Catalogue>('GET', `/api/releases/${catalogue.release.id}`))).toEqual(before);
  });

  it('is asked for its clashes', async () => {
    const other = await client.makeKeyset(slug, 'Narrow');
    const body = {
      revision: 1,
      put: [
        edit('depth.place', 'set', ['Q'], { context: catalogue.contexts[0]!.id }),
        edit('trial.drop', 'set', ['Q Q']),
      ],
    };
    const { shown } = await client.must<{ shown: string[] }>('POST', `/api/keysets/${other.id}/changes/preview`, body);
    await client.must('POST', `/api/keysets/${other.id}/changes`, { ...body, shown });
    const found = await client.must<{ kind: string; parties: { label: string }[] }[]>(
      'GET',
      `/api/keysets/${other.id}/clashes`,
    );
    expect(found.map((one) => one.kind)).toEqual(['waits']);
    expect(found[0]!.parties.map((one) => one.label)).toEqual(['Place sounding', 'Discard trial']);
  });
});

describe('a shipped keyset', () => {
  it('is not edited, sealed or not', async () => {
    const shipped = catalogue.keysets.find((one) => one.kind === 'shipped')!.id;
    expect(await change(shipped, { revision: 1, put: [edit('depth.place', 'set', ['Q'])] })).toMatchObject({
      status: 422,
      body: { code: 'shipped' },
    });
  });
  it('takes nothing in once its release is sealed, and says so', async () => {
    const { release, catalogue: load } = await client.makeRelease();
    await client.takeIn(release, 'Label,Shortcut\nA,F5\n');
    await client.must('POST', `/api/releases/${release.id}/seal`);
    const before = contentOf(await load());
    expect(await client.takeIn(release, 'Label,Shortcut\nB,F6\n')).toMatchObject({
      status: 409,
      body: { code: 'sealed' },
    });
    expect(await client.ask('POST', `/api/releases/${release.id}/contexts`, { name: 'X' })).toMatchObject({
      status: 409,
    });
    expect(await client.ask('POST', `/api/releases/${release.id}/seal`)).toMatchObject({ status: 409 });
    expect(
      await client.takeIn(release, 'Label,Shortcut\nA,F5\n'),
      'what is there already changes nothing',
    ).toMatchObject({ status: 200 });
    expect(contentOf(await load())).toEqual(before);
  });

  it('refuses with a sentence what no keyset can hold, and changes nothing', async () => {
    const before = JSON.stringify(await reread());
    const revision_ = await revision();
    for (const [put, code, sentence] of [
      [[edit('depth.place', 'set', ['Ctrl+Alt+Delete'])], 'kept', /is reserved by the security screen on Windows/],
      [[edit('chart.save', 'set', ['K'])], 'fixed', /cannot be changed/],
      [[edit('depth.place', 'block', [])], 'no-key', /Give a shortcut/],
      [Array.from({ length: 1001 }, () => edit('depth.place', 'clear')), 'bad-request', /At most 1,000 edits at once/],
    ] as const) {
      const answer = await change(keyset.id, { revision: revision_, put });
      expect(answer.body).toMatchObject({ code });
      expect(answer.body.detail).toMatch(sentence);
    }
    expect(JSON.stringify(await reread())).toBe(before);
  });

  it('is weighed on the layouts that the editor names', async () => {
    const put = [edit('trial.drop', 'set', ['Alt+ß'])];
    const ask = (layouts: string[]) =>
      client.must<{ consequences: string[] }>('POST', `/api/keysets/${keyset.id}/changes/preview`, {
        revision: 1,
        put,
        layouts,
      });
    expect((await ask(['de'])).consequences).toEqual([]);
    expect((await ask(['de', 'us'])).consequences).toEqual([
      expect.stringMatching(/cannot be typed on Windows with the US layout/),
    ]);
    const strange = await client.ask('POST', `/api/keysets/${keyset.id}/changes/preview`, {
      revision: 1,
      put,
      layouts: ['xx'],
    });
    expect(strange.status).toBe(422);
  });
});
