import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import { beforeAll, describe, expect, it } from 'vitest';
import {
  EditionProgram,
  SheetSection,
  type Catalogue,
  type EditionBody,
  type PublicEdition,
  type PublishedEdition,
  type Sheet,
} from '@crib/core/contract';
import { newAddress, slugOf } from '../src/publish/address.ts';
import { Client, withServer } from './harness.ts';

const server = withServer();
let client: Client;
let learner: Client;
let slug: string;
let catalogue: Catalogue;
let sheet: Sheet;

const recipe: unknown = JSON.parse(readFileSync(new URL('../../demo/fathomry/recipe.json', import.meta.url), 'utf8'));
const sheetBody = (sections: object[], revision = sheet.revision) => ({
  revision,
  keysetId: sheet.keysetId,
  title: 'First week',
  sections,
});
const put = (sections: object[], revision?: number) =>
  client.ask<Sheet>('PUT', `/api/sheets/${sheet.id}`, sheetBody(sections, revision));

beforeAll(async () => {
  client = await server.client();
  learner = new Client(server.address());
  const made = await client.makeRelease();
  slug = made.slug;
  await client.takeIn(made.release, 'Label,Shortcut\nPlace sounding,S\nDraw contour,C\n');
  await client.must('POST', `/api/apps/${slug}/recipes`, recipe);
  const keyset = await client.makeKeyset(slug, 'School set');
  catalogue = await made.catalogue();
  const edit = {
    command: catalogue.commands[0]!.id,
    context: catalogue.contexts[0]!.id,
    platform: null,
    action: 'set',
    shortcuts: ['Primary+Shift+D'],
  };
  await client.must('POST', `/api/keysets/${keyset.id}/changes`, { revision: 1, put: [edit] });
  sheet = await client.must<Sheet>('POST', `/api/apps/${slug}/sheets`, {
    keysetId: keyset.id,
    title: 'First week',
  });
});

describe('a sheet', () => {
  it('is not published empty, and not written over by whoever saw an older one', async () => {
    expect(await client.ask('POST', `/api/sheets/${sheet.id}/editions`)).toMatchObject({
      status: 422,
      body: { code: 'empty-sheet' },
    });
    const section = {
      title: 'Depths',
      rows: catalogue.commands.map((one) => ({ command: one.id, note: 'once' })),
    };
    expect((await put([section])).status).toBe(200);
    expect(await put([section])).toMatchObject({ status: 412, body: { code: 'changed-meanwhile' } });
    const foreign = await put(
      [{ title: 'X', rows: [{ command: 999_999, note: '', lesson: null }] }],
      sheet.revision + 1,
    );
    expect(foreign).toMatchObject({ status: 409, body: { code: 'in-use' } });
    expect((await client.must<Sheet>('GET', `/api/sheets/${sheet.id}`)).sections).toEqual([
      SheetSection.parse(section),
    ]);
  });
});

describe('an edition', () => {
  let edition: PublishedEdition;
  beforeAll(async () => {
    edition = await client.must<PublishedEdition>('POST', `/api/sheets/${sheet.id}/editions`);
  });
  const open = () => learner.must<PublicEdition>('GET', `/public/editions/${edition.address}`);

  it('is open to whoever has its address, with what it was made of', async () => {
    expect(edition.path).toBe(`/s/first-week/${edition.address}`);
    const { body, hash } = await open();
    expect(body).toMatchObject({ number: 1, release: '1.0', keyset: { name: 'School set', custom: true } });
    expect((body as EditionBody).sections[0]!.rows).toMatchObject([
      {
        label: 'Place sounding',
        keys: { windows: ['Primary+Shift+D'], macos: ['Primary+Shift+D'] },
        shipped: { windows: ['S'] },
        note: 'once',
      },
      { label: 'Draw contour', shipped: {} },
    ]);
    const text = await learner.ask<unknown>('GET', `/public/editions/${edition.address}/sheet.json`);
    expect(text.headers.get('content-disposition')).toContain('attachment');
    const bytes = await (await fetch(`${server.address()}/public/editions/${edition.address}/sheet.json`)).text();
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(hash);
  });

  it('does not change with what it was made from; the next one does', async () => {
    const told = async () => {
      const { standing: _frame, ...rest } = await open();
      return JSON.stringify(rest);
    };
    const before = await told();
    const { revision } = await client.must<Sheet>('GET', `/api/sheets/${sheet.id}`);
    await put([{ title: 'Other', rows: [{ command: catalogue.commands[1]!.id, note: '', lesson: null }] }], revision);
    const second = await client.must<PublishedEdition>('POST', `/api/sheets/${sheet.id}/editions`);
    expect(second.number).toBe(2);
    expect(await told()).toBe(before);
    const both = await client.must<PublishedEdition[]>('GET', `/api/sheets/${sheet.id}/editions`);
    expect(both.map((one) => one.number)).toEqual([2, 1]);
  });

  it('offers a preset file a platform, CSV and JSON, and nothing else without an account', async () => {
    const { files } = await open();
    expect(files.map((one) => [one.platform, one.back])).toEqual([
      ['macos', false],
      ['windows', false],
      ['macos', true],
      ['windows', true],
    ]);
    // The file that leads back says what was shipped: nothing, where the keyset gave the first key.
    const back = await learner.ask<string>('GET', `/public/editions/${edition.address}/files/${files[3]!.name}`);
    expect(back.body).not.toContain('all place-sounding = ctl:sft:d');
    expect(back.body).toContain('place-sounding');
    for (const file of files.filter((one) => !one.back)) {
      const text = (await learner.ask<string>('GET', `/public/editions/${edition.address}/files/${file.name}`)).body;
      expect(createHash('sha256').update(text).digest('hex')).toBe(file.hash);
      expect(text.split('\r\n')).toContain(
        `all place-sounding = ${file.platform === 'macos' ? 'sft:cmd' : 'ctl:sft'}:d`,
      );
      expect(text).toContain('edition 1');
    }
    // In one: every file as it is, how to load them, the sheet, and sums that hold.
    const packed = new Uint8Array(
      await (await fetch(`${server.address()}/public/editions/${edition.address}/presets.zip`)).arrayBuffer(),
    );
    const inside = unzipSync(packed);
    expect(Object.keys(inside).sort()).toEqual(
      [...files.map((one) => one.name), 'SHA256SUMS', 'how-to-load.txt', 'sheet.pdf'].sort(),
    );
    for (const [, sum, name] of Buffer.from(inside['SHA256SUMS']!)
      .toString()
      .matchAll(/^(\w{64}) {2}(.+)$/gm))
      expect(createHash('sha256').update(inside[name!]!).digest('hex'), name).toBe(sum);
    // Tools have the program as it was published, by what anyone may know of it.
    const program = await learner.ask<EditionProgram>('GET', `/public/editions/${edition.address}/program.json`);
    expect(EditionProgram.parse(program.body).catalogue.commands.map((one) => one.label)).toContain('Place sounding');
    for (const secret of [
      /"who":"[^"]/,
      /"source":"(?!")(?![^"]*from memory|[^"]*no source)[^"]/,
      /"reason":"[^"–]/,
      /"owner":\{/,
    ])
      expect(JSON.stringify({ ...program.body, catalogue: { ...program.body.catalogue, systemKeys: [] } })).not.toMatch(
        secret,
      );
    const manifest = await learner.ask<string>('GET', `${edition.path}/app.webmanifest`);
    expect(manifest.headers.get('content-type')).toContain('application/manifest+json');
    const csv = await learner.ask<string>('GET', `/public/editions/${edition.address}/sheet.csv`);
    expect(csv.headers.get('content-type')).toContain('text/csv');
    expect(csv.body).toContain('Depths,place-sounding,Place sounding,Everywhere,Ctrl+Shift+D,Shift+Command+D');
    for (const path of [
      '/public/editions/bodim-bodim-bodim-bodim',
      `/public/editions/${edition.address}/files/other`,
      '/public/sheets',
    ]) {
      expect((await learner.ask('GET', path)).status).toBe(404);
    }
    for (const path of ['/api/apps', `/api/sheets/${sheet.id}`, `/api/releases/${catalogue.release.id}`]) {
      expect(await learner.ask('GET', path)).toMatchObject({ status: 401, body: { code: 'not-signed-in' } });
    }
  });

  it('is withdrawn once, with a reason; its page leads to what stands, its files say so first, and its body stays', async () => {
    const before = await open();
    const made = await client.must<PublishedEdition>('POST', `/api/sheets/${sheet.id}/editions`);
    expect((await open()).standing).toEqual({
      withdrawn: null,
      newer: { number: made.number, on: made.publishedAt.slice(0, 10), path: made.path },
    });
    const withdraw = (address: string) =>
      client.ask('POST', `/api/editions/${address}/withdrawal`, { because: 'A line was wrong.' });
    expect((await withdraw(edition.address)).status).toBe(201);
    expect((await withdraw(edition.address)).status).toBe(409);
    const after = await open();
    expect(after.standing.withdrawn).toMatchObject({ because: 'A line was wrong.' });
    expect([after.body, after.hash]).toEqual([before.body, before.hash]);
    const pdf = (query: string) =>
      fetch(`${server.address()}/public/editions/${edition.address}/sheet.pdf${query}`, { redirect: 'manual' });
    expect([(await pdf('')).status, (await pdf('')).headers.get('location'), (await pdf('?kept')).status]).toEqual([
      302,
      edition.path,
      200,
    ]);
    // One that was withdrawn takes nobody’s place.
    await withdraw(made.address);
    expect((await open()).standing.newer?.number).not.toBe(made.number);
    expect((await learner.ask('POST', `/api/editions/${made.address}/withdrawal`, { because: 'x' })).status).toBe(401);
  });
});

describe('an address', () => {
  it('is the proquint of its bits (examples of the proposal: 127.0.0.1 and 63.84.220.193, from memory)', () => {
    expect(newAddress(Buffer.from([127, 0, 0, 1]))).toBe('lusab-babad');
    expect(newAddress(Buffer.from([63, 84, 220, 193]))).toBe('gutih-tugad');
    expect(new Set(Array.from({ length: 1000 }, () => newAddress())).size).toBe(1000);
    expect(slugOf('Was 7.2 ändert: Löschen & mehr')).toBe('was-7-2-a-ndert-lo-schen-mehr');
    expect(slugOf('★')).toBe('sheet');
  });
});

describe('signing in', () => {
  it('takes the right password only, and refuses writes from other sites', async () => {
    const stranger = new Client(server.address());
    expect(
      await stranger.ask('POST', '/api/session', { email: 'tester@ebbstone.example', password: 'wrong' }),
    ).toMatchObject({ status: 401, body: { code: 'wrong-password' } });
    expect(
      await stranger.ask('POST', '/api/session', { email: 'nobody@ebbstone.example', password: 'wrong' }),
    ).toMatchObject({ status: 401 });
    expect(
      await client.ask(
        'POST',
        '/api/apps',
        { slug: 'x', name: 'X', platforms: ['windows'] },
        { origin: 'http://elsewhere.example' },
      ),
    ).toMatchObject({ status: 403 });
    const signedIn = await stranger.ask('POST', '/api/session', {
      email: 'Tester@ebbstone.example',
      password: 'quiet-harbour-9',
    });
    expect(signedIn.headers.getSetCookie()[0]).toMatch(/HttpOnly; SameSite=Lax/);
    expect((await stranger.ask('DELETE', '/api/session')).status).toBe(204);
    expect((await stranger.ask('GET', '/api/apps')).status).toBe(401);
  });
  it('answers what it cannot read with a sentence', async () => {
    expect(await client.ask('POST', '/api/apps', '{"slug":', { 'content-type': 'application/json' })).toMatchObject({
      status: 400,
      body: { code: 'bad-request' },
    });
    expect(await client.ask('POST', '/api/apps', { slug: 'No Slug', name: '', platforms: [] })).toMatchObject({
      status: 400,
    });
    expect(await client.ask('POST', '/api/apps', { slug, name: 'Again', platforms: ['windows'] })).toMatchObject({
      status: 409,
      body: { code: 'taken' },
    });
    expect((await client.ask('GET', '/api/releases/none')).status).toBe(404);
    expect((await client.ask('GET', '/api/nothing')).status).toBe(404);
  });
});
