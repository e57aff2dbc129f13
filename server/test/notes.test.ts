import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, it } from 'vitest';
import type {
  AppOverview,
  ChangeNotes,
  ChangesBody,
  PublicEdition,
  PublishedEdition,
  StaleEdition,
} from '@crib/core/contract';
import { Client, withServer } from './harness.ts';
import { confirm, twoReleases } from './two-releases.ts';

const server = withServer();
let client: Client;
beforeAll(async () => {
  client = await server.client();
});

describe('change notes', () => {
  async function notes() {
    const two = await twoReleases(client);
    await confirm(client, two, [
      ['Show drying heights', 'Drying heights'],
      ['Trace shoreline', 'Trace coastline'],
      ['Add buoy', 'Add lateral buoy'],
      ['Add buoy', 'Add safe-water buoy'],
    ]);
    const made = await client.must<ChangeNotes>('POST', `/api/apps/${two.slug}/notes`, {
      oldKeyset: two.old.keysets[0]!.id,
      nowKeyset: two.now.keysets[0]!.id,
      title: 'What 2.0 changes',
    });
    return { two, made };
  }

  it('are kept as they were arranged, published as editions that never change, and read by anybody', async () => {
    const { two, made } = await notes();
    const own = { key: 'own 1', out: false, reason: 'Asked for in class.', text: 'Room 4 has 2.0 already.' };
    const groups = [{ key: 'meaning', title: 'Mind these', lines: [own] }];
    const sent = { title: made.title, intro: 'From Monday.', credit: 'Ours', revision: 1, groups };
    await client.must('PUT', `/api/notes/${made.id}`, sent);
    expect((await client.ask('PUT', `/api/notes/${made.id}`, sent)).body).toMatchObject({ code: 'changed-meanwhile' });
    const edition = await client.must<PublishedEdition>('POST', `/api/notes/${made.id}/editions`);
    const learner = new Client(server.address());
    const { body } = await learner.must<PublicEdition>('GET', `/public/editions/${edition.address}`);
    const changes = body as ChangesBody;
    expect(changes.groups[0]!.title).toBe('Mind these');
    expect(changes.groups[0]!.lines.map((line) => [line.subject, line.text, line.after])).toEqual([
      ['', 'Room 4 has 2.0 already.', {}],
      [
        'Show drying heights',
        'no longer uses this shortcut, which now runs “Discard trial contour”.',
        { windows: ['6'], macos: ['6'] },
      ],
    ]);
    const text = async (form: string) =>
      (await learner.ask<string>('GET', `/public/editions/${edition.address}/sheet.${form}`)).body;
    expect(await text('md')).toContain('Asked for in class.');
    expect(await text('csv')).toContain('Mind these,heights,Show drying heights,Everywhere');
    const second = await client.must<PublishedEdition>('POST', `/api/notes/${made.id}/editions`);
    expect([second.number, second.address === edition.address]).toEqual([2, false]);
    expect((await client.must<AppOverview>('GET', `/api/apps/${two.slug}`)).notes).toMatchObject([
      { title: made.title, editions: 2 },
    ]);
    expect(
      (await client.ask('POST', `/api/apps/${two.slug}/notes`, { oldKeyset: 1, nowKeyset: 999_999_999, title: 'x' }))
        .status,
    ).toBe(404);
  });

  it('are out of date when what they tell is no longer so, and published anew with what is so', async () => {
    const { two, made } = await notes();
    await client.must('POST', `/api/notes/${made.id}/editions`);
    const stale = () => client.must<StaleEdition[]>('GET', `/api/apps/${two.slug}/impact`);
    expect(await stale()).toEqual([]);
    // A rename that was confirmed is taken back: what was one command is two again.
    await confirm(client, two, [['Show drying heights', 'Drying heights']], null);
    const [found] = await stale();
    expect(found).toMatchObject({ of: 'notes', id: made.id, number: 1, release: '2.0', next: null });
    expect(found!.wrong).toContainEqual({
      label: 'Drying heights',
      why: 'is no longer correct: was called “Show drying heights”',
    });
    expect(found!.wrong.at(-1)!.why).toBe('changed since, but not mentioned');
    const again = (notesAsked: number[]) =>
      client.ask<PublishedEdition[]>('POST', `/api/apps/${two.slug}/reissue`, { notes: notesAsked });
    expect((await again([made.id, 999_999_999])).status).toBe(404);
    expect((await again([])).status).toBe(400);
    expect((await again([made.id])).body).toMatchObject([{ number: 2 }]);
    expect(await stale()).toEqual([]);
  });

  it('are refused where nothing moved and nothing is written, and where they name no two keysets', async () => {
    const two = await twoReleases(client);
    const { id } = await client.must<{ id: number }>('POST', `/api/apps/${two.slug}/keysets`, {
      name: 'Ours',
      baseId: two.old.keysets[0]!.id,
    });
    const body = { oldKeyset: two.old.keysets[0]!.id, nowKeyset: id, title: 'What is ours' };
    const { id: empty } = await client.must<ChangeNotes>('POST', `/api/apps/${two.slug}/notes`, body);
    expect((await client.ask('POST', `/api/notes/${empty}/editions`)).body).toMatchObject({ code: 'empty-notes' });
    const same = { ...body, nowKeyset: body.oldKeyset };
    expect((await client.ask('POST', `/api/apps/${two.slug}/notes`, same)).status).toBe(400);
    const other = await client.makeRelease();
    const stranger = (await other.catalogue()).keysets[0]!.id;
    expect((await client.ask('POST', `/api/apps/${two.slug}/notes`, { ...body, nowKeyset: stranger })).status).toBe(
      404,
    );
    expect((await client.ask('GET', '/api/notes/999999999')).status).toBe(404);
  });

  it('are a PDF with real text in embedded fonts (read back with poppler’s pdftotext and pdffonts)', async () => {
    const { made } = await notes();
    const own = { key: 'own 1', out: false, reason: '', text: 'Signs: ⌘ ⌥ ⇧ → ✓ Łódź Ω' };
    await client.must('PUT', `/api/notes/${made.id}`, {
      title: made.title,
      intro: '',
      credit: '',
      revision: 1,
      groups: [{ key: 'new', title: 'New keys', lines: [own] }],
    });
    const edition = await client.must<PublishedEdition>('POST', `/api/notes/${made.id}/editions`);
    const response = await fetch(`${server.address()}/public/editions/${edition.address}/sheet.pdf`);
    expect(response.headers.get('content-type')).toBe('application/pdf');
    const folder = mkdtempSync(join(tmpdir(), 'crib-pdf-'));
    try {
      const file = join(folder, 'notes.pdf');
      writeFileSync(file, Buffer.from(await response.arrayBuffer()));
      const read = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' }).replace(/\s+/g, ' ');
      for (const part of [
        'What 2.0 changes',
        'no longer uses this shortcut',
        '“Discard',
        own.text,
        `Edition ${edition.number}, `,
        'page 1 of 1',
      ])
        expect(read).toContain(part);
      const fonts = execFileSync('pdffonts', [file], { encoding: 'utf8' }).trim().split('\n').slice(2);
      expect(fonts.length).toBeGreaterThan(2);
      for (const font of fonts) expect(font).toMatch(/yes yes yes/);
    } finally {
      rmSync(folder, { recursive: true });
    }
  });
});
