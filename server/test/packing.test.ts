import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AppOverview, PublishedEdition, Shelf, Sheet } from '@crib/core/contract';
import { packerInThreads, type Packer } from '../src/packing/packer.ts';
import { databaseUrl, withServer, type Client } from './harness.ts';

const server = withServer();
let client: Client;
let owner: pg.Client;
let edition: PublishedEdition;
let sheet: Sheet;
let slug: string;
let addresses: string[];
beforeAll(async () => {
  owner = new pg.Client({ connectionString: databaseUrl('OWNER'), options: '-c search_path=crib' });
  await owner.connect();
  client = await server.as('owner', 'A school with many sheets');
  const made = await client.makeRelease();
  slug = made.slug;
  await client.takeIn(made.release, 'Label,Shortcut\nSum the log,Ctrl+J\nLift buoy,B\n');
  const { keysets } = await client.must<AppOverview>('GET', `/api/apps/${slug}`);
  const [command] = (await made.catalogue()).commands;
  const begun = await client.must<Sheet>('POST', `/api/apps/${slug}/sheets`, {
    keysetId: keysets[0]!.id,
    title: 'Watch',
  });
  const sections = [{ title: 'All', rows: [{ command: command!.id, note: '' }] }];
  sheet = await client.must<Sheet>('PUT', `/api/sheets/${begun.id}`, {
    ...begun,
    editions: undefined,
    facts: undefined,
    id: undefined,
    appId: undefined,
    sections,
  });
  edition = await client.must<PublishedEdition>('POST', `/api/sheets/${sheet.id}/editions`);
  // The same sheet published 20 times more.
  await owner.query(
    `INSERT INTO edition (sheet_id, number, address, slug, body, hash, how_to_load, published_by)
     SELECT sheet_id, number + n, substr(md5(n::text), 1, 24), slug, body, hash, how_to_load, published_by FROM edition, generate_series(1, 20) n WHERE address = $1`,
    [edition.address],
  );
  const { rows } = await owner.query<{ address: string }>('SELECT address FROM edition WHERE sheet_id = $1', [
    sheet.id,
  ]);
  addresses = rows.map((one) => one.address);
});
afterAll(() => owner.end());

describe('a folder for a website', () => {
  const packers: Packer[] = [];
  const packer = () => {
    const made = packerInThreads(databaseUrl('SERVER'), 'https://school.example', undefined);
    packers.push(made);
    return made;
  };
  afterAll(() => Promise.all(packers.map((one) => one.close())));
  const folders = () => readdirSync(tmpdir()).filter((name) => name.startsWith('crib-sites-'));
  const packing = (stamp: string) => ({ title: 'School', addresses, stamp });
  const stay = () => new AbortController().signal;

  it('has a page for each way to read each edition, and is made once for all who ask', async () => {
    const own = packer();
    const [one, two] = await Promise.all([own.file(packing('a'), stay()), own.file(packing('a'), stay())]);
    expect(two).toBe(one);
    expect(await own.file(packing('a'), stay())).toBe(one);
    const files = Object.keys(unzipSync(readFileSync(one)));
    // Two platforms, two ways to write keys, three languages, and the page it begins with.
    expect(files.filter((name) => name.endsWith('.html')).length).toBe(addresses.length * (2 * 2 * 3 + 1) + 1);
    // What became of an edition meanwhile is in another one.
    expect(await own.file(packing('b'), stay())).not.toBe(one);
  });

  it('is given up when everybody who asked has left, and not before', async () => {
    const before = folders();
    const own = packer();
    const [folder] = folders().filter((one) => !before.includes(one));
    const [first, second] = [new AbortController(), new AbortController()];
    const made = own.file(packing('left'), first.signal);
    const also = own.file(packing('left'), second.signal);
    await expect.poll(() => readdirSync(join(tmpdir(), folder!))).toHaveLength(1);
    first.abort();
    const other = own.file(packing('stays'), stay());
    second.abort();
    await expect(made).rejects.toThrow();
    await expect(also).rejects.toThrow();
    // The next one has its turn, and nothing is left of the one that was given up.
    const path = await other;
    expect(existsSync(path)).toBe(true);
    expect(readdirSync(join(tmpdir(), folder!))).toHaveLength(1);
  });

  it('is sent to whoever may have it, with what became of its editions since', async () => {
    const get = async (path: string) => {
      const found = await fetch(server.address() + path);
      return { status: found.status, bytes: new Uint8Array(await found.arrayBuffer()) };
    };
    const path = `/public/editions/${edition.address}/site.zip`;
    const before = await get(path);
    expect(before.status).toBe(200);
    await client.must('POST', `/api/editions/${edition.address}/withdrawal`, { because: 'A key was wrong.' });
    const text = ({ bytes }: typeof before) =>
      new TextDecoder().decode(
        Object.entries(unzipSync(bytes)).find(([name]) => name.endsWith('windows-words-en.html'))![1],
      );
    expect(text(before)).not.toContain('A key was wrong.');
    await expect.poll(async () => text(await get(path))).toContain('A key was wrong.');
    // So many a minute of the clock, and no more: what is asked for here may lie in two of them.
    const many = await Promise.all(Array.from({ length: 26 }, () => get(path)));
    expect(new Set(many.map((one) => one.status))).toContain(429);
    expect((await client.ask('GET', `/api/apps/${slug}/site.zip`)).status).toBe(200);
  });
});

describe('the public index and its feed', () => {
  it('are made of what stands in columns: no edition is read for them', async () => {
    const shelf = await client.must<Shelf>('PUT', '/api/shelf', { title: 'Many sheets', open: true });
    // What only its body has is not to be read: this one has a body that says nothing but what a list shows.
    const { rows } = await owner.query<{ body: string }>('SELECT body FROM edition WHERE address = $1', [
      edition.address,
    ]);
    const body = JSON.stringify({
      ...(JSON.parse(rows[0]!.body) as object),
      title: 'Only a cover',
      number: 99,
      sections: 'none',
    });
    await owner.query(
      `INSERT INTO edition (sheet_id, number, address, slug, body, hash, published_by)
       SELECT sheet_id, 99, left(address, 20) || '-99', slug, $2, encode(sha256(convert_to($2, 'UTF8')), 'hex'), published_by FROM edition WHERE address = $1`,
      [edition.address, body],
    );
    for (const path of [shelf.path, `${shelf.path}/feed.atom`]) {
      const found = await fetch(server.address() + path);
      expect([found.status, await found.text()]).toEqual([200, expect.stringContaining('Only a cover')]);
    }
  });
});

describe('a missing file of the pages', () => {
  it('is missing, and no database that is away', async () => {
    const { isOutage } = await import('../src/store/db.ts');
    const missing = Object.assign(new Error('no such file'), { code: 'ENOENT', syscall: 'stat' });
    const away = Object.assign(new Error('connect'), { code: 'ENOENT', syscall: 'connect' });
    expect([isOutage(missing), isOutage(away)]).toEqual([false, true]);
  });
});
