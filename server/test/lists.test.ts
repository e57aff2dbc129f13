import { beforeAll, describe, expect, it } from 'vitest';
import { catalogueIn } from '@crib/core/catalogue';
import type { ListReport } from '@crib/core/contract';
import { parseStored, readShortcuts, writeStored } from '@crib/core/keys';
import { Client, contentOf, withServer } from './harness.ts';
import { editorKeymaps } from './keymaps.ts';

const server = withServer();
let client: Client;
beforeAll(async () => {
  client = await server.client();
});
const preview = (id: number, body: object) => client.ask<ListReport>('POST', `/api/releases/${id}/list/preview`, body);

describe('reading a list in', () => {
  it('previews without storing, takes in whole, and changes nothing the second time', async () => {
    const { release, catalogue } = await client.makeRelease();
    const text =
      'Label,Category,Windows,macOS\nPlace sounding,Depths,D,⌘D\n<b>Erase</b>,Depths,Ctrl+-,=\nNothing yet,Lines,,\n';
    const empty = contentOf(await catalogue());
    const looked = await preview(release.id, { text });
    expect(looked.body.counts).toMatchObject({ rows: 3, newCommands: 3, newBindings: 4 });
    expect(contentOf(await catalogue())).toEqual(empty);

    expect((await client.takeIn(release, text)).status).toBe(201);
    const taken = contentOf(await catalogue());
    expect(taken.commands.map((one) => [one.name, one.label, one.category])).toEqual([
      ['place-sounding', 'Place sounding', 'Depths'],
      ['b-erase-b', '<b>Erase</b>', 'Depths'],
      ['nothing-yet', 'Nothing yet', 'Lines'],
    ]);
    const again = await client.takeIn(release, text);
    expect(again).toMatchObject({ status: 200, body: { nothingToDo: true, counts: { sameBindings: 4 } } });
    expect(contentOf(await catalogue())).toEqual(taken);
  });

  it('changes what a newer list says otherwise, deletes only what is ticked, and makes places that were agreed to', async () => {
    const { release, catalogue } = await client.makeRelease();
    await client.takeIn(release, 'Command id,Label,Shortcut\na,Alpha,F5\nb,Beta,F6\n');
    const text = 'Command id,Label,Context,Shortcut\na,Alphabet,,F7\nc,Gamma,Bridge,F8\n';
    const looked = await preview(release.id, { text, newContexts: ['Bridge'] });
    expect(looked.body).toMatchObject({
      counts: { newCommands: 1, changedCommands: 1, newBindings: 2, gone: 1, unlisted: 1 },
      gone: [{ label: 'Alpha', shortcut: 'F5' }],
      newContexts: ['Bridge'],
    });
    await client.must('POST', `/api/releases/${release.id}/list`, {
      text,
      newContexts: ['Bridge'],
      drop: [looked.body.gone[0]!.id],
    });
    const after = contentOf(await catalogue());
    expect(after.contexts).toEqual(['Everywhere', 'Bridge']);
    expect(after.commands.map((one) => one.label)).toEqual(['Alphabet', 'Beta', 'Gamma']);
    expect(after.keysets[0]![1]).toEqual([
      ['b', null, 'F6', ['Everywhere']],
      ['a', null, 'F7', ['Everywhere']],
      ['c', null, 'F8', ['Bridge']],
    ]);
  });

  it.each([
    ['an empty file', '', 'empty-file'],
    ['a heading only', 'Label,Shortcut\n', 'header-only'],
    ['no shortcut column', 'Label,Area\nA,B\n', 'missing-column'],
    ['a doubled column', 'Label,Shortcut,Key\nA,B,C\n', 'doubled-column'],
    ['a NUL byte', 'Label,Shortcut\nA\0,F5\n', 'nul-byte'],
    ['unbalanced quotes', 'Label,Shortcut\n"A,F5\nB,F6\n', 'unbalanced-quotes'],
    ['an unknown key', 'Label,Shortcut\nGood,F5\nA,Ctrl+Entre\n', 'unknown-key'],
    ['a bare modifier', 'Label,Shortcut\nA,Ctrl\n', 'bare-modifier'],
    ['a modifier twice', 'Label,Shortcut\nA,Ctrl+Ctrl+X\n', 'modifier-twice'],
    ['too many rows', 'Label,Shortcut\n' + 'A,F5\n'.repeat(100_001), 'too-many-rows'],
    ['more than 10 MB', 'Label,Shortcut\n' + 'A,F5\n'.repeat(2_200_000), 'file-too-large'],
  ])('%s is refused with line and remedy; nothing is stored, and the server goes on', async (_what, text, code) => {
    const { release, catalogue } = await client.makeRelease();
    const answer = await client.takeIn(release, text);
    expect(answer.status).toBeGreaterThanOrEqual(400);
    expect(answer.status).toBeLessThan(500);
    expect(answer.body.code).toBe(code);
    expect(answer.body.detail!.length).toBeGreaterThan(20);
    expect((await catalogue()).commands).toEqual([]);
  });

  it.each([
    ['UTF-16LE with a mark and CRLF', Buffer.from('\ufeffLabel;Shortcut\r\nLöschen;F5\r\n', 'utf16le')],
    ['UTF-8 with a mark, tabs and CR', Buffer.from('\ufeffLabel\tShortcut\rLöschen\tF5\r')],
    ['UTF-8 without a mark and LF', Buffer.from('Label,Shortcut\nLöschen,F5\n')],
  ])('%s is read', async (_what, bytes) => {
    const { release, catalogue } = await client.makeRelease();
    expect((await client.takeIn(release, new Uint8Array(bytes))).status).toBe(201);
    expect((await catalogue()).commands.map((one) => one.label)).toEqual(['Löschen']);
  });

  it('goes into any shipped keyset of the release, and into no other', async () => {
    const { slug, release, catalogue } = await client.makeRelease();
    await client.takeIn(release, 'Command id,Label,Shortcut\na,Alpha,F5\n');
    const { id: second } = await client.must<{ id: number }>('POST', `/api/apps/${slug}/shipped`, {
      releaseId: release.id,
      name: 'Like the old one',
    });
    const text = 'Command id,Label,Shortcut\na,Alpha,F6\n';
    expect((await preview(release.id, { text, keyset: second })).body.counts).toMatchObject({
      newBindings: 1,
      gone: 0,
    });
    await client.must('POST', `/api/releases/${release.id}/list`, { text, keyset: second });
    expect(contentOf(await catalogue()).keysets).toEqual([
      ['1.0 built in', [['a', null, 'F5', ['Everywhere']]]],
      ['Like the old one', [['a', null, 'F6', ['Everywhere']]]],
    ]);
    const other = await client.makeRelease();
    for (const keyset of [second, 999_999])
      expect((await preview(other.release.id, { text, keyset })).status).toBe(404);
  });

  it('written in another interface language brings its words and its own shortcuts, and leaves the others', async () => {
    const { release, catalogue } = await client.makeRelease();
    await client.takeIn(release, 'Command id,Label,Shortcut\na,Save,Ctrl+S\nb,Find,Ctrl+F\n');
    const before = contentOf(await catalogue());
    const german = { language: 'de', text: 'Command id,Label,Shortcut\na,Sichern,Ctrl+S\nb,Suchen,Ctrl+U\n' };
    expect((await preview(release.id, german)).body.counts).toMatchObject({
      changedCommands: 2,
      newBindings: 1,
      sameBindings: 1,
      gone: 0,
    });
    await client.must('POST', `/api/releases/${release.id}/list`, german);
    const after = await catalogue();
    expect(contentOf(catalogueIn(after, null)).keysets).toEqual(before.keysets);
    expect(catalogueIn(after, null).commands.map((one) => one.label)).toEqual(['Save', 'Find']);
    const there = catalogueIn(after, 'de');
    expect(there.commands.map((one) => one.label)).toEqual(['Sichern', 'Suchen']);
    expect(contentOf(there).keysets[0]![1]).toEqual([
      ['a', null, 'Ctrl+S', ['Everywhere']],
      ['b', null, 'Ctrl+U', ['Everywhere']],
    ]);
    expect((await preview(release.id, german)).body.nothingToDo).toBe(true);
  });

  it('is taken in once when it is sent twice at the same moment', async () => {
    const { release, catalogue } = await client.makeRelease();
    const text = 'Label,Shortcut\nA,F5\nB,F6\n';
    const both = await Promise.all([client.takeIn(release, text), client.takeIn(release, text)]);
    expect(both.map((one) => one.status).sort()).toEqual([200, 201]);
    expect((await catalogue()).commands.length).toBe(2);
  });

  it('keeps where each shortcut comes from', async () => {
    const { release, catalogue } = await client.makeRelease();
    await client.must('POST', `/api/releases/${release.id}/list`, {
      text: 'Label,Shortcut\nA,F5\n',
      source: 'handbook.csv',
    });
    const [shipped] = (await catalogue()).keysets;
    expect(shipped?.kind === 'shipped' && shipped.bindings[0]!.provenance).toMatchObject({
      kind: 'list',
      source: 'handbook.csv',
      who: 'Tess Wray',
    });
  });
});

describe('a real list: the default keymaps of codemirror 5 (npm, MIT; its own PC and Mac maps, none of its imitation maps)', () => {
  it('goes through the API into the database and comes back equal', async () => {
    const maps = await editorKeymaps();
    expect(maps.windows.length).toBeGreaterThan(30);
    expect(maps.macos.length).toBeGreaterThan(30);
    const rows = Object.entries(maps).flatMap(([platform, pairs]) =>
      pairs.map(({ command, keys }) => `${command},${platform},"${keys}"`),
    );
    const { release, catalogue } = await client.makeRelease();
    const taken = await client.takeIn(release, `Label,Platform,Shortcut\n${rows.join('\n')}\n`);
    expect(taken.status, JSON.stringify(taken.body).slice(0, 800)).toBe(201);

    const { commands, keysets } = await catalogue();
    const label = new Map(commands.map((one) => [one.id, one.label]));
    const [shipped] = keysets;
    const stored =
      shipped?.kind === 'shipped'
        ? shipped.bindings.map((one) => `${one.platform} ${label.get(one.command)} ${one.shortcut}`)
        : [];
    // The library's own notation, read here by splitting it, without Crib's reader.
    const wanted = Object.entries(maps).flatMap(([platform, pairs]) =>
      pairs.map(({ command, stored: key }) => `${platform} ${command} ${key}`),
    );
    expect(stored.sort()).toEqual([...new Set(wanted)].sort());
    for (const text of stored)
      expect(writeStored(parseStored(text.split(' ').slice(2).join(' ')))).toBe(text.split(' ').slice(2).join(' '));
    expect(readShortcuts('Shift-Ctrl-Z').kind).toBe('read');
  });
});
