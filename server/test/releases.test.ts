import { beforeAll, describe, expect, it } from 'vitest';
import type {
  AppOverview,
  Catalogue,
  CommandState,
  CustomKeyset,
  LineageLink,
  PublicEdition,
  PublishedEdition,
  Release,
  Sheet,
  StaleEdition,
} from '@crib/core/contract';
import { keyboardOf, keyboardsOf } from '@crib/core/press';
import { say } from '@crib/core/words';
import { opened } from '@crib/core/keyset';
import { US } from '@crib/core/keys';
import { carriedLayer, carry, commandHistory, lineageBetween, pressHistory } from '@crib/core/release';
import { Client, withServer, type Answer } from './harness.ts';
import { confirm, twoReleases } from './two-releases.ts';

const server = withServer();
let client: Client;
beforeAll(async () => {
  client = await server.client();
});

describe('identity from release to release', () => {
  it('survives a list without ids where label, menu path and category are one, and makes no other match', async () => {
    const { old, now, id } = await twoReleases(client);
    expect(id(now, 'Place sounding')).toBe(id(old, 'Place sounding'));
    expect(id(now, 'Print plate')).toBe(id(old, 'Print plate'));
    const ids = new Set(old.commands.map((one) => one.id));
    expect(now.commands.filter((one) => !ids.has(one.id)).map((one) => one.label)).toEqual([
      'Drying heights',
      'Discard trial contour',
      'Trace coastline',
      'Add lateral buoy',
      'Add safe-water buoy',
    ]);
  });

  it('keeps of a command what the new list says of none, and nothing that it says of some', async () => {
    const { slug, release } = await client.makeRelease();
    await client.takeIn(
      release,
      'Command id,Label,Flags,Description,Shortcut\na,Alpha,fixed,First,F5\nb,Beta,destructive,Second,F6\n',
    );
    const words = async (label: string, list: string) => {
      const later = await client.must<Release>('POST', `/api/apps/${slug}/releases`, { label });
      await client.takeIn(later, list);
      const { commands } = await client.must<Catalogue>('GET', `/api/releases/${later.id}`);
      return commands.map(({ name, fixed, destructive, description }) => [name, fixed, destructive, description]);
    };
    expect(await words('2', 'Command id,Label,Shortcut\na,Alpha,F5\nb,Beta,F6\n')).toEqual([
      ['a', true, false, 'First'],
      ['b', false, true, 'Second'],
    ]);
    expect(await words('3', 'Command id,Label,Flags,Shortcut\na,Alpha,,F5\nb,Beta,fixed,F6\n')).toEqual([
      ['a', false, false, 'First'],
      ['b', true, false, 'Second'],
    ]);
  });

  it('asks where two commands of an earlier release are meant alike', async () => {
    const { slug, release } = await client.makeRelease();
    await client.takeIn(
      release,
      'Command id,Label,Menu path,Shortcut\na,Next,View › Next,F5\nb,Next,Table › Next,F6\n',
    );
    const later = await client.must<Release>('POST', `/api/apps/${slug}/releases`, { label: '2.0' });
    const refused = await client.takeIn(later, 'Label,Shortcut\nNext,F5\n');
    expect(refused).toMatchObject({
      status: 422,
      body: { code: 'not-unique', problems: [{ suggestions: ['a', 'b'] }] },
    });
    expect((await client.takeIn(later, 'Label,Menu path,Shortcut\nNext,Table › Next,F6\n')).status).toBe(201);
    const { commands } = await client.must<Catalogue>('GET', `/api/releases/${later.id}`);
    expect(commands.map((one) => one.name)).toEqual(['b']);
  });

  it('is what trainers confirm, refuse and take back; only of what is there, and never of itself', async () => {
    const two = await twoReleases(client);
    const { slug, old, now, id } = two;
    const said = await confirm(client, two, [['Show drying heights', 'Drying heights']]);
    expect(said.body).toMatchObject([{ kind: 'command', confirmed: true, goesOn: false, release: now.release.id }]);
    const between = (links: readonly LineageLink[]) =>
      lineageBetween(links, [old.release.id, now.release.id], old, now).commands.forward(
        id(old, 'Show drying heights'),
      );
    expect(between(said.body)).toEqual([id(now, 'Drying heights')]);
    expect(between((await confirm(client, two, [['Show drying heights', 'Drying heights']], 'refused')).body)).toEqual(
      [],
    );
    expect((await confirm(client, two, [['Show drying heights', 'Drying heights']], null)).body).toEqual([]);
    const wrong = (links: object[]) =>
      client.ask('PUT', `/api/apps/${slug}/lineage`, { release: now.release.id, links });
    const [a, b] = [id(old, 'Add buoy'), id(now, 'Add lateral buoy')];
    expect((await wrong([{ kind: 'command', old: b, now: a, verdict: 'confirmed' }])).status).toBe(404);
    expect((await wrong([{ kind: 'command', old: a, now: a, verdict: 'confirmed' }])).status).toBe(400);
    expect((await wrong([{ kind: 'context', old: a, now: 999_999_999, verdict: 'refused' }])).status).toBe(404);
    expect(await client.must('GET', `/api/apps/${slug}/lineage`)).toEqual([]);
  });

  it('follows commands that are merged', async () => {
    const two = await twoReleases(client);
    const { slug, old, now, id } = two;
    await confirm(client, two, [
      ['Add buoy', 'Add lateral buoy'],
      ['Add buoy', 'Add safe-water buoy'],
    ]);
    const [keep, drop] = [id(now, 'Add lateral buoy'), id(now, 'Add safe-water buoy')];
    await client.must('POST', `/api/apps/${slug}/merge`, { keep, drop });
    const links = await client.must<LineageLink[]>('GET', `/api/apps/${slug}/lineage`);
    expect(links.map((one) => [one.old, one.now])).toEqual([[id(old, 'Add buoy'), keep]]);
  });
});

describe('what the database holds to', () => {
  it('is that places answer one to one, whatever is sent', async () => {
    const two = await twoReleases(client);
    const { slug, now } = two;
    const place = (name: string) =>
      client.must<{ id: number }>('POST', `/api/releases/${now.release.id}/contexts`, { name });
    const [bridge, log] = [await place('Bridge'), await place('Log')];
    const chart = two.old.contexts.find((one) => one.name === 'Chart')!.id;
    const say = (becomes: number[]) =>
      client.ask<LineageLink[]>('PUT', `/api/apps/${slug}/lineage`, {
        release: now.release.id,
        links: becomes.map((id) => ({ kind: 'context', old: chart, now: id, verdict: 'confirmed' })),
      });
    expect((await say([bridge.id, log.id])).body).toMatchObject({ code: 'taken' });
    expect(await client.must('GET', `/api/apps/${slug}/lineage`)).toEqual([]);
    expect((await say([bridge.id])).body).toMatchObject([
      { kind: 'context', old: chart, now: bridge.id, goesOn: true },
    ]);
    const { contexts } = lineageBetween(
      (await say([bridge.id])).body,
      [two.old.release.id, now.release.id],
      two.old,
      await two.reload(),
    );
    expect([contexts.forward(chart), contexts.back(chart)]).toEqual([[bridge.id], []]);
  });
  it('is that a sealed release takes judgements, and nobody without an account any part of it', async () => {
    const two = await twoReleases(client);
    await client.must('POST', `/api/releases/${two.now.release.id}/seal`);
    expect((await confirm(client, two, [['Trace shoreline', 'Trace coastline']])).status).toBe(200);
    const stranger = new Client(server.address());
    for (const [method, path] of [
      ['GET', `/api/apps/${two.slug}/lineage`],
      ['GET', `/api/apps/${two.slug}/history?command=shore`],
      ['GET', `/api/apps/${two.slug}/impact`],
      ['POST', `/api/apps/${two.slug}/reissue`],
    ] as const)
      expect((await stranger.ask(method, path, method === 'POST' ? { sheets: [1] } : undefined)).status).toBe(401);
  });
});

describe('the history of a command and of a press', () => {
  it('goes through renames, and finds what has the press in whatever form it is written', async () => {
    const two = await twoReleases(client);
    await confirm(client, two, [['Trace shoreline', 'Trace coastline']]);
    const states = await client.must<CommandState[]>('GET', `/api/apps/${two.slug}/history?command=shore`);
    const lines = commandHistory(states, keyboardOf(US, 'windows'));
    expect(
      lines.map((line) => [line.release.label, line.commands[0]?.label, line.changes.map((one) => say(one))]),
    ).toEqual([
      ['1.0', 'Trace shoreline', []],
      ['2.0', 'Trace coastline', ['previously Trace shoreline']],
    ]);
    expect(lines[1]!.keys).toMatchObject([{ shortcut: 'L', places: ['Chart'] }]);
    const of = async (press: string) =>
      pressHistory(
        await client.must<CommandState[]>(
          'GET',
          `/api/apps/${two.slug}/history?press=${encodeURIComponent(press)}&platform=windows&layout=us`,
        ),
        'KeyJ',
        keyboardOf(US, 'windows'),
      );
    expect(
      (await of('J')).map((line) => [line.commands.map((one) => one.label), line.changes.map((one) => say(one))]),
    ).toEqual([
      [['Show drying heights'], []],
      [['Discard trial contour'], ['runs another command']],
    ]);
    expect(await of('[KeyJ]')).toEqual(await of('J'));
    const bad = (query: string) => client.ask('GET', `/api/apps/${two.slug}/history?${query}`);
    expect((await bad('press=no+such')).body).toMatchObject({ code: 'no-press' });
    expect((await bad('press=J&platform=amiga')).body).toMatchObject({ code: 'no-platform' });
    expect((await bad('command=nowhere')).status).toBe(404);
  });
});

/** A custom keyset on the first release, and what becomes of it on the second. */
async function carried() {
  const two = await twoReleases(client);
  await confirm(client, two, [['Trace shoreline', 'Trace coastline']]);
  const base = two.old.keysets[0]!.id;
  const edit = (label: string, shortcuts: string[], context: string) => ({
    command: two.id(two.old, label),
    context: two.old.contexts.find((one) => one.name === context)!.id,
    platform: null,
    action: 'set',
    shortcuts,
    reason: `Why ${label}: “as is” & <b>word for word</b>`,
    memoryAid: '',
  });
  const { id } = await client.must<{ id: number }>('POST', `/api/apps/${two.slug}/keysets`, {
    name: 'School set',
    baseId: base,
    edits: [
      edit('Place sounding', ['D'], 'Everywhere'),
      edit('Trace shoreline', ['Shift+L'], 'Chart'),
      edit('Send by fax', ['F8'], 'Everywhere'),
    ],
  });
  const keyset = await client.must<CustomKeyset>('GET', `/api/keysets/${id}`);
  const now = await two.reload();
  const links = await client.must<LineageLink[]>('GET', `/api/apps/${two.slug}/lineage`);
  const lineage = lineageBetween(links, [two.old.release.id, now.release.id], two.old, now);
  const keyboards = keyboardsOf([US], now.release.platforms);
  const setting = opened(now).setting(now.keysets[0]!.id, keyboards);
  const old = opened(two.old).setting(base, keyboards);
  const question = { edits: keyset.edits, old, now: setting, lineage };
  const outcomes = carry(question);
  const layer = carriedLayer(outcomes, new Map(), question);
  const open = layer.open.map(({ outcome, why }) => ({
    command: two.old.commands.find((one) => one.id === outcome.edit.command)!.label,
    where: two.old.contexts.find((one) => one.id === outcome.edit.context)!.name,
    platform: outcome.edit.platform,
    action: outcome.edit.action,
    shortcuts: outcome.edit.shortcuts,
    reason: outcome.edit.reason,
    why: say(why),
  }));
  const body = { name: 'School set', baseId: now.keysets[0]!.id, revision: keyset.revision, edits: layer.edits, open };
  return { two, keyset, outcomes, layer, body };
}

describe('carrying a keyset forward', () => {
  it('makes a new keyset with every reason, names what is open in it, and leaves the old one as it was', async () => {
    const { two, keyset, outcomes, layer, body } = await carried();
    expect(outcomes.map((one) => one.kind).sort()).toEqual(['carried', 'command gone', 'follows']);
    const { id } = await client.must<{ id: number }>('POST', `/api/keysets/${keyset.id}/carry`, body);
    const made = await client.must<CustomKeyset>('GET', `/api/keysets/${id}`);
    expect(made.edits).toEqual(layer.edits);
    expect(made).toMatchObject({ name: 'School set', carriedFrom: keyset.id, baseId: body.baseId });
    expect(made.open).toMatchObject([
      { position: 0, command: 'Send by fax', shortcuts: ['F8'], why: 'Send by fax is not in this release.' },
    ]);
    const reasons = [...made.edits, ...made.open].map((one) => one.reason).sort();
    expect(reasons).toEqual(keyset.edits.map((one) => one.reason).sort());
    expect(await client.must('GET', `/api/keysets/${keyset.id}`)).toEqual(keyset);
    const { keysets } = await client.must<AppOverview>('GET', `/api/apps/${two.slug}`);
    expect(keysets.find((one) => one.id === id)).toMatchObject({
      carriedFrom: keyset.id,
      releaseId: two.now.release.id,
    });
    await client.must('DELETE', `/api/keysets/${id}/open/0`);
    expect((await client.must<CustomKeyset>('GET', `/api/keysets/${id}`)).open).toEqual([]);
    expect((await client.ask('DELETE', `/api/keysets/${id}/open/0`)).status).toBe(404);
  });

  it('stores nothing when the keyset was changed meanwhile, the release is its own, or an edit does not fit', async () => {
    const { two, keyset, body } = await carried();
    const count = async () => (await client.must<AppOverview>('GET', `/api/apps/${two.slug}`)).keysets.length;
    const before = await count();
    const post = (more: object) => client.ask('POST', `/api/keysets/${keyset.id}/carry`, { ...body, ...more });
    expect((await post({ revision: keyset.revision + 1 })).body).toMatchObject({ code: 'changed-meanwhile' });
    expect((await post({ baseId: two.old.keysets[0]!.id })).body).toMatchObject({ code: 'same-release' });
    expect((await post({ edits: [{ ...body.edits[0], command: 999_999_999 }] })).body).toMatchObject({
      code: 'no-command',
    });
    expect(await count()).toBe(before);
  });
});

describe('what is out of date', () => {
  it('is found after an edit and after a release, and published anew, all or none', async () => {
    const { two, keyset, body } = await carried();
    const rows = ['Place sounding', 'Trace shoreline', 'Send by fax'].map((label) => ({
      command: two.id(two.old, label),
      note: '',
    }));
    const sheet = await client.must<Sheet>('POST', `/api/apps/${two.slug}/sheets`, {
      keysetId: keyset.id,
      title: 'First week',
    });
    await client.must('PUT', `/api/sheets/${sheet.id}`, {
      revision: sheet.revision,
      keysetId: keyset.id,
      title: 'First week',
      sections: [{ title: 'All', rows }],
    });
    await client.must('POST', `/api/sheets/${sheet.id}/editions`);
    const stale = () => client.must<StaleEdition[]>('GET', `/api/apps/${two.slug}/impact`);
    const reissue = (more: object): Promise<Answer<PublishedEdition[]>> =>
      client.ask('POST', `/api/apps/${two.slug}/reissue`, { sheets: [sheet.id], ...more });
    // The newer release is told apart from what is wrong in its own.
    expect(await stale()).toMatchObject([
      {
        wrong: [],
        next: {
          release: '2.0',
          wrong: [
            { label: 'Place sounding', why: 'now has S' },
            { label: 'Trace shoreline', why: 'is now called Trace coastline, now has L' },
            { label: 'Send by fax', why: 'no longer exists' },
          ],
        },
      },
    ]);

    const put = [{ ...keyset.edits[0], shortcuts: ['Shift+D'] }];
    const asked = await client.must<{ shown: string[] }>('POST', `/api/keysets/${keyset.id}/changes/preview`, {
      revision: keyset.revision,
      put,
    });
    await client.must('POST', `/api/keysets/${keyset.id}/changes`, {
      revision: keyset.revision,
      put,
      shown: asked.shown,
    });
    expect((await stale())[0]!.wrong).toEqual([{ label: 'Place sounding', why: 'now has Shift+D' }]);
    expect((await reissue({ sheets: [sheet.id, 999_999_999] })).status).toBe(404);
    expect((await stale())[0]!.wrong).toHaveLength(1);
    expect((await reissue({})).body).toMatchObject([{ number: 2 }]);
    expect((await stale())[0]!.wrong).toEqual([]);

    const { id } = await client.must<{ id: number }>('POST', `/api/keysets/${keyset.id}/carry`, {
      ...body,
      revision: keyset.revision + 1,
    });
    expect((await stale())[0]!.next).toMatchObject({ keyset: 'School set', keysetId: id });
    const [edition] = (await reissue({ keyset: id })).body;
    const made = (await client.must<PublicEdition>('GET', `/public/editions/${edition!.address}`)).body;
    expect(made).toMatchObject({
      number: 1,
      release: '2.0',
      sections: [{ rows: [{ label: 'Place sounding' }, { label: 'Trace coastline' }] }],
    });
  });
});

describe('how keys are taken', () => {
  it('can be said of one release, and is what its keysets are weighed by', async () => {
    const { slug, release } = await client.makeRelease();
    const policy = { accepts: { mostStrokes: 3 } };
    await client.must('PUT', `/api/releases/${release.id}`, { keyPolicy: policy });
    const later = await client.must<Release>('POST', `/api/apps/${slug}/releases`, { label: '2.0' });
    const strokes = async (id: number) =>
      (await client.must<Catalogue>('GET', `/api/releases/${id}`)).app.keyPolicy.accepts.mostStrokes;
    expect([await strokes(release.id), await strokes(later.id)]).toEqual([3, 5]);
    await client.must('PUT', `/api/releases/${release.id}`, { keyPolicy: null });
    expect(await strokes(release.id)).toBe(5);
  });
});
