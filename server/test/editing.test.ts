import { beforeAll, describe, expect, it } from 'vitest';
import { strToU8, zipSync } from 'fflate';
import type { AppOverview, Catalogue, ListReport, Release, ShippedKeyset } from '@crib/core/contract';
import { withServer, type Client } from './harness.ts';

const server = withServer();
let client: Client;
let slug: string;
let release: Release;
let read: () => Promise<Catalogue>;
const LIST = `Command id,Label,Where it works,Category,Shortcut
depth.place,Place sounding,Chart,Depths,S
depth.put,Put sounding,Chart,Depths,Ctrl+S
line.trace,Trace shoreline,Chart,Lines,T
line.cut,Cut line,Chart,Lines,
`;

beforeAll(async () => {
  client = await server.client();
  const made = await client.makeRelease({ keyPolicy: { accepts: { mostStrokes: 1 } } });
  ({ slug, release } = made);
  read = made.catalogue;
  await client.must('POST', `/api/releases/${release.id}/contexts`, { name: 'Chart' });
  await client.must('POST', `/api/releases/${release.id}/list`, LIST, { 'content-type': 'text/csv' });
});

const command = async (name: string) => (await read()).commands.find((one) => one.name === name)!;
const shipped = async () => (await read()).keysets.find((one): one is ShippedKeyset => one.kind === 'shipped')!;
const place = async (name: string) => (await read()).contexts.find((one) => one.name === name)!;

describe('correcting by hand', () => {
  it('changes what it says and nothing else, many at once or none', async () => {
    const [a, b] = [await command('depth.place'), await command('line.cut')];
    const put = (commands: object[]) => client.ask('PUT', `/api/releases/${release.id}/commands`, { commands });
    expect(
      (
        await put([
          { id: a.id, category: 'Soundings' },
          { id: b.id, category: 'Soundings', fixed: true },
        ])
      ).status,
    ).toBe(200);
    expect(await command('depth.place')).toEqual({ ...a, category: 'Soundings' });
    expect(await command('line.cut')).toMatchObject({ category: 'Soundings', fixed: true, label: 'Cut line' });
    const before = await read();
    expect(
      (
        await put([
          { id: a.id, category: 'X' },
          { id: 999_999, category: 'X' },
        ])
      ).status,
    ).toBe(404);
    expect((await put([{ id: a.id, label: '' }])).status).toBe(400);
    expect(await read()).toEqual(before);
    await put([{ id: b.id, fixed: false }]);
  });

  it('keeps the tree a tree: moves, orders, refuses circles and a second root', async () => {
    const make = (name: string) =>
      client.must<{ id: number }>('POST', `/api/releases/${release.id}/contexts`, { name });
    const [one, two, three] = [await make('One'), await make('Two'), await make('Three')];
    const put = (id: number, body: object) => client.ask('PUT', `/api/releases/${release.id}/contexts/${id}`, body);
    expect((await put(three.id, { position: 0 })).status).toBe(204);
    const names = async () => {
      const { contexts } = await read();
      return contexts
        .filter((context) => context.parent !== null)
        .sort((a, b) => a.position - b.position)
        .map((context) => context.name);
    };
    expect((await names())[0]).toBe('Three');
    await put(two.id, { parent: one.id });
    expect(await put(one.id, { parent: two.id })).toMatchObject({ status: 422, body: { code: 'no-context' } });
    expect((await put(one.id, { parent: null })).status).toBe(422);
    expect((await put(one.id, { name: 'three' })).status).toBe(409);
    await put(three.id, { together: [{ context: one.id, first: true }], takesText: true });
    const found = (await read()).contexts;
    expect(found.find((context) => context.id === one.id)!.together).toEqual([{ context: three.id, first: false }]);
    expect((await put(two.id, { together: [{ context: one.id, first: null }] })).status).toBe(422);
    for (const { id } of [two, one, three])
      expect((await client.ask('DELETE', `/api/releases/${release.id}/contexts/${id}`)).status).toBe(204);
    const chart = await place('Chart');
    expect((await client.ask('DELETE', `/api/releases/${release.id}/contexts/${chart.id}`)).status).toBe(409);
  });

  it('merges two commands: keysets, sheets and groups follow, and a list still finds it by its old id', async () => {
    const [keep, drop, trace] = [await command('depth.place'), await command('depth.put'), await command('line.trace')];
    const chart = await place('Chart');
    const base = await shipped();
    const { id: ours } = await client.must<{ id: number }>('POST', `/api/apps/${slug}/keysets`, {
      name: 'Ours',
      baseId: base.id,
    });
    const edit = (id: number, key: string) => ({
      command: id,
      context: chart.id,
      platform: null,
      action: 'set',
      shortcuts: [key],
      reason: `${key} for it`,
    });
    const change = async (body: object) => {
      const { shown } = await client.must<{ shown: string[] }>('POST', `/api/keysets/${ours}/changes/preview`, {
        revision: 1,
        ...body,
      });
      return client.ask('POST', `/api/keysets/${ours}/changes`, { revision: 99, shown, ...body });
    };
    expect((await change({ put: [edit(drop.id, 'Ctrl+D')] })).status).toBe(200);
    const sheet = await client.must<{ id: number }>('POST', `/api/apps/${slug}/sheets`, {
      title: 'All',
      keysetId: ours,
    });
    await client.must('PUT', `/api/sheets/${sheet.id}`, {
      revision: 1,
      keysetId: ours,
      title: 'All',
      sections: [{ title: 'x', rows: [{ command: drop.id, note: '' }] }],
    });
    await client.must('POST', `/api/apps/${slug}/groups`, { kind: 'pair', name: 'P', members: [drop.id, trace.id] });

    expect(await client.ask('POST', `/api/apps/${slug}/merge`, { keep: keep.id, drop: keep.id })).toMatchObject({
      status: 409,
    });
    await change({ put: [edit(keep.id, 'Ctrl+K')] });
    const refused = await client.ask('POST', `/api/apps/${slug}/merge`, { keep: keep.id, drop: drop.id });
    expect(refused).toMatchObject({
      status: 409,
      body: { detail: expect.stringContaining('Ours edits both commands in Chart') },
    });
    await change({ remove: [{ command: keep.id, context: chart.id, platform: null }] });
    await client.must('POST', `/api/releases/${release.id}/seal`);
    expect((await client.ask('POST', `/api/apps/${slug}/merge`, { keep: keep.id, drop: drop.id })).status).toBe(204);

    const after = await read();
    const merged = after.commands.find((one) => one.id === keep.id)!;
    expect(after.commands.some((one) => one.id === drop.id)).toBe(false);
    expect(merged).toMatchObject({ aliases: ['depth.put'], otherNames: ['Put sounding'] });
    const [keys] = [after.keysets.find((one): one is ShippedKeyset => one.kind === 'shipped')!.bindings];
    expect(
      keys!
        .filter((one) => one.command === keep.id)
        .map((one) => one.shortcut)
        .sort(),
    ).toEqual(['Ctrl+S', 'S']);
    const custom = after.keysets.find((one) => one.id === ours)!;
    expect(custom.kind === 'custom' && custom.edits).toMatchObject([
      { command: keep.id, shortcuts: ['Ctrl+D'], reason: 'Ctrl+D for it' },
    ]);
    expect(await client.must('GET', `/api/sheets/${sheet.id}`)).toMatchObject({
      sections: [{ rows: [{ command: keep.id }] }],
    });
    expect(after.groups).toMatchObject([{ members: [keep.id, trace.id] }]);

    const next = await client.must<Release>('POST', `/api/apps/${slug}/releases`, { label: '2.0' });
    const report = await client.takeIn(next, 'Command id,Label,Shortcut\ndepth.place,Place sounding,S\n');
    expect(report.status).toBe(201);
    const again = await client.must<ListReport>(
      'POST',
      `/api/releases/${next.id}/list/preview`,
      'Command id,Label,Shortcut\ndepth.put,Place sounding,S\n',
      { 'content-type': 'text/csv' },
    );
    expect(again.counts).toMatchObject({ newCommands: 0, newBindings: 0 });
  });

  it('appends corrections to a sealed release: they are in force, the old stays readable, and neither changes', async () => {
    const trace = await command('line.trace');
    const chart = await place('Chart');
    const base = await shipped();
    const body = {
      command: trace.id,
      context: chart.id,
      platform: 'macos',
      now: ['Shift+T'],
      reason: 'Tried in 1.0.2.',
    };
    expect(
      (
        await client.ask('POST', `/api/keysets/${base.id}/bindings`, {
          bindings: [{ command: trace.id, contexts: [chart.id], platform: null, shortcut: 'X' }],
        })
      ).status,
    ).toBe(409);
    expect((await client.ask('POST', `/api/keysets/${base.id}/corrections`, { ...body, reason: '' })).status).toBe(400);
    expect((await client.ask('POST', `/api/keysets/${base.id}/corrections`, body)).status).toBe(201);
    expect((await shipped()).corrections).toMatchObject([
      { old: ['T'], now: ['Shift+T'], reason: 'Tried in 1.0.2.', who: 'Tess Wray' },
    ]);
    const open = (await client.must<AppOverview>('GET', `/api/apps/${slug}`)).keysets.find(
      (one) => one.releaseId !== release.id,
    )!;
    expect((await client.ask('POST', `/api/keysets/${open.id}/corrections`, body)).status).toBeGreaterThanOrEqual(400);
  });

  it('has a trainer’s advice among ways, and choosers that say what decides', async () => {
    const [a, b, c] = [await command('depth.place'), await command('line.trace'), await command('line.cut')];
    const group = (body: object) =>
      client.ask<{ id: number; detail?: string }>('POST', `/api/apps/${slug}/groups`, {
        members: [a.id, b.id],
        ...body,
      });
    const made = await group({
      kind: 'ways',
      name: 'To the shore',
      advised: b.id,
      because: 'It follows the tide line.',
    });
    expect(made.status).toBe(201);
    const kept = (await read()).groups.find((one) => one.id === made.body.id);
    expect(kept).toMatchObject({ advised: b.id, because: 'It follows the tide line.' });
    for (const wrong of [
      { kind: 'ways', name: 'None of them', advised: c.id },
      { kind: 'pair', name: 'No ways', advised: a.id },
      { kind: 'chooser', name: 'Undecided' },
    ])
      expect((await group(wrong)).status).toBe(422);
    expect((await group({ kind: 'chooser', name: 'By selection', because: 'by what is selected' })).status).toBe(201);
    await client.must('POST', `/api/apps/${slug}/merge`, { keep: c.id, drop: b.id });
    expect((await read()).groups.find((one) => one.id === made.body.id)).toMatchObject({ advised: c.id });
  });

  it('takes what helps to use a command: sealed or not, into the next release, through merges, and from a list', async () => {
    const kept = await client.makeRelease();
    const list = (id: number, text: string) =>
      client.must<ListReport>('POST', `/api/releases/${id}/list`, text, { 'content-type': 'text/csv' });
    const details = (id: number, commands: object[]) => client.ask('PUT', `/api/releases/${id}/details`, { commands });
    const named = async (id: number, name: string) =>
      (await client.must<Catalogue>('GET', `/api/releases/${id}`)).commands.find((one) => one.name === name)!;
    const head =
      'Command id,Label,Shortcut,One press,States,Each press,Step size,The user sees,Satisfied by,Setting,List of keys,In the list since,Flags';
    await list(
      kept.release.id,
      `${head}\nview.tint,Change tint,F9,cycles,Day; Night,,,the paper darkens,view.open,"Tint, shipped on",Views,2.1,unshown\nview.shade,Shade,F8,,,,,,,,,,\n`,
    );
    const tint = await named(kept.release.id, 'view.tint');
    expect(tint).toMatchObject({
      onePress: 'cycles',
      states: ['Day', 'Night'],
      sign: 'the paper darkens',
      satisfiedBy: 'view.open',
      setting: 'Tint, shipped on',
      keyList: 'Views',
      keyListSince: '2.1',
      unshown: true,
    });

    await client.must('POST', `/api/releases/${kept.release.id}/seal`);
    expect((await details(kept.release.id, [{ id: tint.id, states: ['Day', 'Dusk', 'Night'] }])).status).toBe(200);
    // So are a note and a memory aid of a shipped shortcut, and nothing else of it.
    const whole = await client.must<Catalogue>('GET', `/api/releases/${kept.release.id}`);
    const sealed = whole.keysets.find((one): one is ShippedKeyset => one.kind === 'shipped')!;
    const [first] = sealed.bindings;
    const noted = (bindings: object[]) => client.ask('PUT', `/api/keysets/${sealed.id}/bindings`, { bindings });
    expect((await noted([{ id: first!.id, memoryAid: 'T for tint' }])).status).toBe(200);
    expect((await noted([{ id: first!.id, shortcut: 'F7' }])).status).toBe(400);
    expect((await noted([{ id: 999_999, note: 'x' }])).status).toBe(404);
    const after = (await client.must<Catalogue>('GET', `/api/releases/${kept.release.id}`)).keysets.find(
      (one) => one.id === sealed.id,
    ) as ShippedKeyset;
    expect(after.bindings).toEqual([{ ...first!, memoryAid: 'T for tint' }, ...sealed.bindings.slice(1)]);
    expect((await details(kept.release.id, [{ id: tint.id, label: 'Other' }])).status).toBe(400);
    expect((await details(kept.release.id, [{ id: 999_999, sign: 'x' }])).status).toBe(404);
    const corrected = await client.ask('PUT', `/api/releases/${kept.release.id}/commands`, {
      commands: [{ id: tint.id, label: 'Other' }],
    });
    expect(corrected.status).toBe(409);
    expect(await named(kept.release.id, 'view.tint')).toEqual({ ...tint, states: ['Day', 'Dusk', 'Night'] });

    // The next release has it all again, though its list says nothing of it; what the list says stands in place of it.
    const next = await client.must<Release>('POST', `/api/apps/${kept.slug}/releases`, { label: 'next' });
    await list(
      next.id,
      'Command id,Label,Shortcut,The user sees\nview.tint,Change tint,F9,the lamp is lit\nview.shade,Shade,F8,\n',
    );
    const carried = await named(next.id, 'view.tint');
    expect(carried).toMatchObject({ states: ['Day', 'Dusk', 'Night'], sign: 'the lamp is lit', unshown: true });
    const shade = await named(next.id, 'view.shade');
    await client.must('POST', `/api/apps/${kept.slug}/merge`, { keep: shade.id, drop: carried.id });
    expect(await named(next.id, 'view.shade')).toMatchObject({
      label: 'Shade',
      states: ['Day', 'Dusk', 'Night'],
      otherNames: ['Change tint'],
    });
  });

  it('notes what was tried on which platform, in sealed releases too', async () => {
    const { bindings } = await shipped();
    const body = { bindings: bindings.map((one) => one.id), platform: 'macos', build: '1.0.2' };
    expect(await client.must('POST', `/api/releases/${release.id}/trials`, body)).toEqual({ changed: bindings.length });
    expect((await shipped()).bindings[0]!.trials).toMatchObject([
      { platform: 'macos', who: 'Tess Wray', build: '1.0.2' },
    ]);
    await client.must('POST', `/api/releases/${release.id}/trials`, { ...body, undo: true });
    expect((await shipped()).bindings.every((one) => one.trials.length === 0)).toBe(true);
  });
});

describe('lists of other formats over the API', () => {
  const xml = (rows: string[][]) =>
    `<office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x"><office:body><office:spreadsheet><table:table>${rows
      .map(
        (row) =>
          `<table:table-row>${row.map((text) => `<table:table-cell><text:p>${text}</text:p></table:table-cell>`).join('')}</table:table-row>`,
      )
      .join('')}</table:table></office:spreadsheet></office:body></office:document-content>`;
  const ods = (rows: string[][]) => zipSync({ 'content.xml': strToU8(xml(rows)) });

  it('are taken in as bytes or in base64, and what their columns meant is remembered for the app', async () => {
    const { release: fresh } = await client.makeRelease();
    const bytes = ods([
      ['Was', 'Womit'],
      ['Lotung setzen', 'Strg+L'],
      ['Linie ziehen', 'L'],
    ]);
    const path = `/api/releases/${fresh.id}/list`;
    const preview = await client.must<ListReport>('POST', `${path}/preview?source=keys.ods`, bytes, {
      'content-type': 'application/octet-stream',
    });
    expect(preview).toMatchObject({
      format: 'ods',
      remembered: false,
      columns: [{ meaning: 'label' }, { meaning: 'shortcut' }],
      problems: [],
    });
    const base64 = Buffer.from(bytes).toString('base64');
    const columns = { '0': 'label', '1': 'shortcut windows' };
    expect((await client.ask('POST', path, { base64, source: 'keys.ods', columns })).status).toBe(201);
    const again = await client.must<ListReport>('POST', `${path}/preview`, { base64 });
    expect(again).toMatchObject({
      remembered: true,
      nothingToDo: true,
      columns: [{ meaning: 'label' }, { meaning: 'shortcut windows' }],
    });
  });

  it('are refused whole: nothing is half stored, whatever the bytes', async () => {
    const { release: fresh, catalogue } = await client.makeRelease();
    const before = await catalogue();
    const bomb = zipSync({ 'content.xml': new Uint8Array(70 * 1024 * 1024) });
    for (const body of [
      bomb,
      ods([
        ['Command', 'Key'],
        ['x', 'Ctrl+Entre'],
      ]),
      strToU8('%PDF-1.4'),
      strToU8('{"format":"crib-list","version":7}'),
    ]) {
      const { status } = await client.ask('POST', `/api/releases/${fresh.id}/list`, body, {
        'content-type': 'application/octet-stream',
      });
      expect([413, 422]).toContain(status);
    }
    expect(await catalogue()).toEqual(before);
  });
});
