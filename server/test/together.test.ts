import { beforeAll, describe, expect, it } from 'vitest';
import type {
  ActPage,
  ActRow,
  Catalogue,
  CustomKeyset,
  Proposal,
  SavedChange,
  Session,
  Sheet,
} from '@crib/core/contract';
import { type Client, contentOf, withServer } from './harness.ts';

const server = withServer();
let client: Client;
beforeAll(async () => {
  client = await server.client();
});

/** A school where editors propose, with one of each role. */
async function school() {
  const name = `School ${Math.random()}`;
  const owner = await server.as('owner', name);
  const [editor, reviewer] = [await server.as('editor', name), await server.as('reviewer', name)];
  await owner.must('PUT', '/api/workspace', { name, editorsPropose: true });
  const made = await editor.makeRelease();
  await editor.takeIn(made.release, 'Command id,Label,Shortcut\na,Sound,F5\nb,Plot,F6\n');
  const keyset = await editor.makeKeyset(made.slug);
  const { commands } = await editor.must<Catalogue>('GET', `/api/releases/${made.release.id}`);
  const [a, b] = ['a', 'b'].map((one) => commands.find((command) => command.name === one)!);
  const edit = (command: typeof a, shortcut: string, reason = '') => ({
    command: command!.id,
    context: command!.home,
    platform: null,
    action: 'set',
    shortcuts: [shortcut],
    reason,
    memoryAid: '',
  });
  return { owner, editor, reviewer, made, keyset, path: `/api/keysets/${keyset.id}`, a, b, edit };
}

describe('where editors propose', () => {
  it('a set of edits waits for a reviewer, who takes just what was shown; nothing is lost on the way', async () => {
    const { editor, reviewer, made, keyset, path, a, b, edit } = await school();
    const saved = await editor.ask<{ code: string }>('POST', `${path}/changes`, { revision: 1, put: [edit(a, 'F9')] });
    expect([saved.status, saved.body.code]).toEqual([403, 'propose']);
    // Taking Plot’s key is shown before it is proposed, and again before it is taken.
    const first = { revision: 1, put: [edit(a, 'F6', 'Where the thumb is.')], why: 'Week two' };
    expect((await editor.ask('POST', `${path}/proposals`, first)).status).toBe(412);
    const { shown } = await editor.must<{ shown: string[] }>('POST', `${path}/changes/preview`, first);
    await editor.must('POST', `${path}/proposals`, { ...first, shown });
    await editor.must('POST', `${path}/proposals`, { revision: 1, put: [edit(b, 'F12')] });
    const [proposal] = await reviewer.must<Proposal[]>('GET', `/api/apps/${made.slug}/proposals`);
    expect(proposal).toMatchObject({ keyset: keyset.id, state: 'open', why: 'Week two', mine: false });
    expect(proposal!.change.put.map((one) => one.shortcuts)).toEqual([['F6'], ['F12']]);
    expect((await editor.must<CustomKeyset>('GET', path)).edits).toEqual([]);

    const answer = `/api/proposals/${proposal!.id}/answer`;
    const { change } = proposal!;
    const weighed = await reviewer.must<{ shown: string[]; revision: number }>('POST', `${path}/changes/preview`, {
      revision: 1,
      ...change,
    });
    expect((await editor.ask('POST', answer, { answer: 'take', revision: 1, shown: weighed.shown })).status).toBe(403);
    const taken = await reviewer.must<SavedChange>('POST', answer, {
      answer: 'take',
      revision: weighed.revision,
      shown: weighed.shown,
    });
    expect(taken.revision).toBe(2);
    expect((await editor.must<CustomKeyset>('GET', path)).edits.map((one) => [one.shortcuts, one.reason])).toEqual([
      [['F6'], 'Where the thumb is.'],
      [['F12'], ''],
    ]);
    expect((await reviewer.ask('POST', answer, { answer: 'send back', because: 'Late.' })).status).toBe(412);
    const { entries } = await editor.must<{ entries: { who: string; why: string }[] }>('GET', `${path}/history`);
    expect(entries[0]).toMatchObject({ who: 'Some editor', why: 'Week two' });
  });

  it('comes back with why, and is refused when it would do otherwise than was shown by then', async () => {
    const { owner, editor, reviewer, made, path, a, b, edit } = await school();
    await editor.must('POST', `${path}/proposals`, { revision: 1, put: [edit(a, 'F9')] });
    // An owner saves by themselves; what was proposed now takes a press from that.
    await owner.must('POST', `${path}/changes`, { revision: 1, put: [edit(b, 'F9')] });
    const [proposal] = await reviewer.must<Proposal[]>('GET', `/api/apps/${made.slug}/proposals`);
    const answer = `/api/proposals/${proposal!.id}/answer`;
    const late = await reviewer.ask<{ code: string; consequences: unknown[] }>('POST', answer, {
      answer: 'take',
      revision: 1,
      shown: [],
    });
    expect([late.status, late.body.code, late.body.consequences.length]).toEqual([412, 'other-consequences', 1]);
    expect((await owner.must<CustomKeyset>('GET', path)).edits.map((one) => one.shortcuts)).toEqual([['F9']]);
    await reviewer.must('POST', answer, { answer: 'send back', because: 'F9 is Plot’s now.' });
    const [back] = await editor.must<Proposal[]>('GET', `/api/apps/${made.slug}/proposals`);
    expect(back).toMatchObject({ state: 'sent back', answer: 'F9 is Plot’s now.', answeredBy: 'Some reviewer' });
    // A layer of one’s own is saved as ever.
    const own = await editor.must<{ id: number }>('POST', `/api/apps/${made.slug}/keysets`, {
      name: 'Own',
      baseId: back!.keyset,
      mine: true,
    });
    await editor.must('POST', `/api/keysets/${own.id}/changes`, { revision: 1, put: [edit(a, 'F2')] });
  });
});

describe('what others do', () => {
  it('is told at once to everybody in the workspace, over any process, and to nobody elsewhere', async () => {
    const elsewhere = await server.as('owner', 'Elsewhere');
    const heard = { here: [] as unknown[], there: [] as unknown[] };
    const stop = new AbortController();
    const streams = await Promise.all([
      listenAs(client, heard.here, stop.signal),
      listenAs(elsewhere, heard.there, stop.signal),
    ]);
    const other = await server.as('editor');
    const { id, name } = await other.must<Session>('GET', '/api/session');
    const { slug } = await other.makeRelease();
    await expect.poll(() => heard.here.length).toBe(2);
    expect(heard.here).toMatchObject([
      { editor: id, who: name, doing: 'added the program', about: slug },
      { doing: 'added the release', about: '1.0' },
    ]);
    expect(heard.there).toEqual([]);
    stop.abort();
    await Promise.allSettled(streams);
    const place = `/catalogue/${slug}/1.0`;
    await other.must('POST', '/api/here', { tab: 't', place });
    expect(await client.must('POST', '/api/here', { tab: 't', place: '/desk' })).toContainEqual({ id, name, place });
    expect(await elsewhere.must('POST', '/api/here', { tab: 't', place: '/desk' })).toEqual([]);
  });
});

describe('what was done', () => {
  it('is a reading-in that is taken back as a whole, row by row as it was, or not at all', async () => {
    const made = await client.makeRelease();
    await client.takeIn(made.release, 'Command id,Label,Menu,Shortcut\na,Sound,Chart,F5\nb,Plot,Chart,F6\n');
    const before = contentOf(await made.catalogue());
    const list =
      'Command id,Label,Menu,Shortcut,Context\na,Sound depth,Chart > New,F7,Deck\nb,Plot,Chart,F6,\nc,Belay,,B,\n';
    const contexts = { newContexts: ['Deck'] };
    await client.must('POST', `/api/releases/${made.release.id}/list`, { text: list, ...contexts });
    const changed = contentOf(await made.catalogue());
    expect(changed).not.toEqual(before);
    const latest = async () => (await client.must<ActPage>('GET', `/api/acts?app=${made.slug}&text=imported`)).acts[0]!;
    const act = await latest();
    expect(act).toMatchObject({ doing: 'read a list in', release: '1.0', undoable: true });
    await client.must('POST', `/api/acts/${act.id}/undo`);
    expect(contentOf(await made.catalogue())).toEqual(before);
    expect((await latest()).undoable).toBe(false);
    expect((await client.ask('POST', `/api/acts/${act.id}/undo`)).status).toBe(409);

    // Where something of it was changed since, all of it stays.
    await client.must('POST', `/api/releases/${made.release.id}/list`, { text: list, ...contexts });
    const again = await latest();
    const catalogue = await made.catalogue();
    const belay = catalogue.commands.find((one) => one.name === 'c')!;
    await client.must('PUT', `/api/releases/${made.release.id}/commands`, {
      commands: [{ id: belay.id, label: 'Make fast' }],
    });
    const kept = contentOf(await made.catalogue());
    expect((await client.ask('POST', `/api/acts/${again.id}/undo`)).status).toBe(412);
    expect(contentOf(await made.catalogue())).toEqual(kept);
  });

  it('is each line of a sheet that came or went, and none that only moved', async () => {
    const made = await client.makeRelease();
    await client.takeIn(made.release, 'Command id,Label,Shortcut\na,Sound,F5\nb,Plot,F6\nc,Belay,F7\n');
    const { commands, keysets } = await made.catalogue();
    const row = (name: string, note = '') => ({ command: commands.find((one) => one.name === name)!.id, note });
    const sheet = await client.must<Sheet>('POST', `/api/apps/${made.slug}/sheets`, {
      title: 'First',
      keysetId: keysets[0]!.id,
    });
    const save = (revision: number, sections: object[]) =>
      client.must('PUT', `/api/sheets/${sheet.id}`, { ...sheet, revision, sections });
    await save(1, [{ title: 'Deck', rows: [row('a'), row('a'), row('b', 'at dusk')] }]);
    await save(2, [
      { title: 'Hold', rows: [row('c')] },
      { title: 'Deck', rows: [row('b', 'at dawn'), row('a')] },
    ]);
    const [act] = (await client.must<ActPage>('GET', `/api/acts?app=${made.slug}&text=edited a sheet`)).acts;
    const rows = await client.must<ActRow[]>('GET', `/api/acts/${act!.id}/rows`);
    const told = rows.map(({ keptIn, command, before, after }) => [
      keptIn,
      command ?? (after ?? before)!['title'],
      before && (before['note'] ?? ''),
      after && (after['note'] ?? ''),
    ]);
    expect(act).toMatchObject({ about: 'First', rows: rows.length });
    expect(told.sort()).toEqual(
      [
        ['sheet', 'First', '', ''],
        ['sheet_section', 'Hold', null, ''],
        ['sheet_row', 'Sound', '', null],
        ['sheet_row', 'Plot', 'at dusk', null],
        ['sheet_row', 'Plot', null, 'at dawn'],
        ['sheet_row', 'Belay', null, ''],
      ].sort(),
    );
  });
});

/** Hears the events of a workspace; resolves when the stream is open. */
async function listenAs(by: Client, heard: unknown[], signal: AbortSignal): Promise<void> {
  const response = await by.stream('/api/events', signal);
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  const more = async (): Promise<void> => {
    const { value, done } = await reader.read();
    if (done) return;
    text += value;
    const events = text.split('\n\n');
    text = events.pop()!;
    for (const event of events) {
      const data = /^event: act\ndata: (.*)$/m.exec(event)?.[1];
      if (data) heard.push(JSON.parse(data));
    }
    return more();
  };
  void more().catch(() => {});
}
