import { readFileSync } from 'node:fs';
import { Ajv2020 } from 'ajv/dist/2020.js';
import RssParser from 'rss-parser';
import { beforeAll, describe, expect, it } from 'vitest';
import { LearnerReport, type AppOverview, type PublishedEdition, type Shelf } from '@crib/core/contract';
import { Client, withServer } from './harness.ts';

const server = withServer();
let client: Client;
let sheet: { id: number; revision: number };
let keysetId: number;
let slug: string;
let first: PublishedEdition;
let releaseId: number;
const write = (title: string, commands: number[]) =>
  client.must<{ revision: number }>('PUT', `/api/sheets/${sheet.id}`, {
    ...sheet,
    keysetId,
    title,
    intro: '',
    credit: 'Deck school',
    sections: [{ title: 'On deck', rows: commands.map((command) => ({ command, note: '' })) }],
  });
const publish = () => client.must<PublishedEdition>('POST', `/api/sheets/${sheet.id}/editions`, {});
let commands: { id: number; label: string }[];
beforeAll(async () => {
  client = new Client(server.address());
  await client.signIn();
  const made = await client.makeRelease({ name: 'Kedge' });
  slug = made.slug;
  releaseId = made.release.id;
  await client.must('POST', `/api/releases/${made.release.id}/list`, {
    text: 'Label,Shortcut\nSum the log,Ctrl+J\nLift buoy,B\nDrop buoy,Shift+D',
  });
  ({ commands } = await made.catalogue());
  keysetId = (await client.must<AppOverview>('GET', `/api/apps/${slug}`)).keysets[0]!.id;
  sheet = await client.must('POST', `/api/apps/${slug}/sheets`, { keysetId, title: 'Second watch' });
  sheet = { ...sheet, revision: (await write('Second watch', [commands[0]!.id, commands[1]!.id])).revision };
  first = await publish();
});
const get = (path: string, headers: Record<string, string> = {}) =>
  fetch(server.address() + path, { headers, redirect: 'manual' });
const fresh = () => new Promise((done) => setTimeout(done, 1100));

describe('a page of an edition', () => {
  it('is the same bytes after the catalogue, the keyset and the sheet were changed; only its frame tells what became of it', async () => {
    const path = `${first.path}?platform=windows&language=en`;
    const before = await (await get(path)).text();
    expect(before).toContain('Sum the log');
    await client.must('POST', `/api/releases/${releaseId}/list`, {
      text: 'Label,Shortcut\nSum the log,Ctrl+Y\nHeave to,H',
    });
    sheet = { ...sheet, revision: (await write('Second watch', [commands[1]!.id, commands[2]!.id])).revision };
    expect(await (await get(path)).text()).toBe(before);
    const second = await publish();
    await fresh();
    const after = await (await get(path)).text();
    expect(after).toContain(second.path);
    const main = (html: string) => /<main[\s\S]*<\/main>/.exec(html)![0];
    expect(main(after)).toBe(main(before));

    // Who knows the first edition reads what has changed since; another number says nothing.
    const told = await (await get(`${second.path}?platform=windows&language=en&since=1`)).text();
    expect(told).toContain('Changed since edition 1');
    expect(told.match(/<section class="since"[\s\S]*?<\/section>/)![0]).toMatch(
      /Drop buoy<\/b> <span lang="en">new<\/span>[\s\S]*Sum the log<\/b> <span lang="en">removed/,
    );
    expect(await (await get(`${second.path}?since=99`)).text()).not.toContain('class="since"');

    // The address of the newest leads on, and back to what stands when that is withdrawn.
    const newest = async () => /data-sheet="([^"]+)"/.exec(await (await get(first.newest)).text())![1];
    expect(await newest()).toBe(second.address);
    expect(second.standing).toBe(first.standing);
    await client.must('POST', `/api/editions/${second.address}/withdrawal`, { because: 'It <is> wrong.' });
    await fresh();
    expect(await newest()).toBe(first.address);
    expect(await (await get(second.path)).text()).toContain('It &lt;is&gt; wrong.');
  });

  it('is asked for again and not sent again, packed, in the reader’s language and on the reader’s platform', async () => {
    const plain = await get(first.path, { 'accept-encoding': 'identity' });
    const etag = plain.headers.get('etag')!;
    expect(plain.headers.get('cache-control')).toBe('no-cache');
    const again = await get(first.path, { 'if-none-match': etag, 'accept-encoding': 'identity' });
    expect([again.status, await again.text()]).toEqual([304, '']);
    const raw = await fetch(server.address() + first.path, { headers: { 'accept-encoding': 'gzip' } });
    expect(raw.headers.get('content-encoding')).toBe('gzip');
    expect(await raw.text()).toBe(await plain.text());
    const german = await (
      await get(first.path, { 'accept-language': 'de-AT, en;q=0.5', 'user-agent': 'Mozilla/5.0 (Macintosh)' })
    ).text();
    expect(german).toContain('<html lang="de">');
    expect(german).toMatch(/aria-current="true">macOS</);
    expect(await (await get(`${first.path}?platform=nonesuch&style=x&language=xx`)).text()).toMatch(
      /aria-current="true">Windows</,
    );
    const framed = await get(`${first.path}?embed`);
    expect(framed.headers.get('x-frame-options')).toBeNull();
    expect(framed.headers.get('content-security-policy')).toContain('frame-ancestors *');
    expect(plain.headers.get('content-security-policy')).toContain("frame-ancestors 'self'");
    const missing = await get('/s/none/bodim-bodim-bodim-bodim', { 'accept-language': 'fr' });
    expect([missing.status, await missing.text()]).toEqual([404, expect.stringContaining('lang="fr"')]);
    expect((await get('/n/none/bodim-bodim-bodim-bodim/feed.atom')).status).toBe(404);
  });

  it('is counted when it is opened and when a file of it is taken, and nothing is kept of who did', async () => {
    const counted = async () =>
      (await client.must<PublishedEdition[]>('GET', `/api/sheets/${sheet.id}/editions`)).find(
        (one) => one.address === first.address,
      )!;
    // What was opened before has been written by then.
    await fresh();
    const before = await counted();
    for (let at = 0; at < 3; at++) await get(first.path);
    await get(`/public/editions/${first.address}/sheet.csv`);
    await get(`/public/editions/${first.address}/sheet.pdf`);
    await expect.poll(async () => (await counted()).downloaded - before.downloaded).toBe(2);
    expect((await counted()).opened - before.opened).toBe(3);
    const { rows } = await server
      .pool()
      .query(
        `SELECT column_name FROM information_schema.columns WHERE table_name IN ('edition_count', 'report') ORDER BY 1`,
      );
    expect(
      rows
        .map((row: { column_name: string }) => row.column_name)
        .filter((name) => /ip|agent|name|mail|session|address/.test(name)),
    ).toEqual([]);
  });
});

describe('what goes on around editions', () => {
  it('is a feed that another parser reads: an entry an edition, named by its address for good', async () => {
    const parser = new RssParser();
    const text = await (await get(`${first.newest}/feed.atom`)).text();
    const feed = await parser.parseString(text);
    expect(feed.title).toBe('Second watch');
    expect(feed.items.map((one) => one.id)).toEqual([`https://school.example${first.path}`]);
    expect(feed.items[0]!.link).toBe(`https://school.example${first.path}`);
    // RFC 4287, 4.1.1 and 4.1.2: what a feed and an entry must have.
    for (const part of ['id', 'title', 'updated'])
      expect(text.match(new RegExp(`<${part}[ >]`, 'g'))!.length).toBeGreaterThanOrEqual(2);
    expect(text).toMatch(/<link rel="self"/);
    expect(text).toContain('<author>');
    expect(Date.parse(feed.items[0]!.isoDate!)).toBe(Date.parse(first.publishedAt));
  });

  it('is an index, while it is open, of what is listed', async () => {
    const shelf = await client.must<Shelf>('PUT', '/api/shelf', { title: 'Deck <school>', open: true });
    const page = async () => (await get(shelf.path)).text();
    expect(await page()).toContain(`href="${first.newest}"`);
    expect(await page()).toContain('Deck &lt;school&gt;');
    await client.must('PUT', `/api/listed/${first.standing}`, { listed: false });
    expect(await page()).not.toContain(first.newest);
    await client.must('PUT', '/api/shelf', { title: 'Deck school', open: false });
    expect((await get(shelf.path)).status).toBe(404);
    expect((await get(`${shelf.path}/feed.atom`)).status).toBe(404);
  });

  it('are reports: by form or as JSON, bounded and slowed down, a work list that ends once', async () => {
    const path = `/public/editions/${first.address}/reports`;
    const form = (fields: Record<string, string>) =>
      fetch(server.address() + path, { method: 'POST', body: new URLSearchParams(fields), redirect: 'manual' });
    const sent = await form({ kind: 'wrong', command: 'sum-the-log', text: '  B draws <a> box.  ' });
    expect([sent.status, sent.headers.get('location')]).toEqual([303, `${first.path}?reported#report`]);
    const learner = new Client(server.address());
    expect((await learner.ask('POST', path, { kind: 'missing', text: 'Where is Undo?' })).status).toBe(201);
    for (const wrong of [
      { kind: 'other', text: 'x' },
      { kind: 'wrong', text: ' ' },
      { kind: 'wrong', text: 'x'.repeat(1001) },
    ])
      expect((await learner.ask('POST', path, wrong)).status).toBe(400);
    const list = async () => LearnerReport.array().parse(await client.must('GET', `/api/apps/${slug}/reports`));
    const [one, two] = await list();
    expect(one).toMatchObject({
      kind: 'wrong',
      command: 'sum-the-log',
      said: 'B draws <a> box.',
      title: 'Second watch',
      number: 1,
      sheetId: sheet.id,
      outcome: null,
    });
    await client.must('POST', `/api/reports/${one!.id}/end`, { outcome: 'mended', because: 'It is Ctrl+J now.' });
    expect((await client.ask('POST', `/api/reports/${one!.id}/end`, { outcome: 'left' })).status).toBe(404);
    expect((await list()).map((each) => [each.id, each.outcome])).toEqual([
      [two!.id, null],
      [one!.id, 'mended'],
    ]);
    // Six in a minute of the clock, and what is sent here may lie in two of them.
    const many = await Promise.all(
      Array.from({ length: 16 }, () => learner.ask('POST', path, { kind: 'question', text: 'Why?' })),
    );
    expect(many.filter((each) => each.status === 429).length).toBeGreaterThanOrEqual(3);
    expect((await learner.ask('GET', `/api/apps/${slug}/reports`)).status).toBe(401);
  });

  it('are recipes by a published schema (JSON Schema 2020-12, by ajv): those of the scenario hold, others do not', async () => {
    const schema = (await (await get('/public/recipe.schema.json')).json()) as object;
    const valid = new Ajv2020({ strict: false }).compile(schema);
    const recipe = (folder: string) =>
      JSON.parse(readFileSync(new URL(`../../demo/${folder}/recipe.json`, import.meta.url), 'utf8')) as Record<
        string,
        unknown
      >;
    for (const folder of ['brinechart', 'tallowline']) expect(valid(recipe(folder)), folder).toBe(true);
    const { kind: _kind, ...fathomry } = recipe('fathomry');
    expect(valid({ syntax: 'lines', ...fathomry })).toBe(true);
    for (const wrong of [
      { syntax: 'html' },
      { joiner: 'longer' },
      { lineEnd: '\r' },
      { record: '' },
      { extension: '../x' },
    ])
      expect(valid({ ...recipe('brinechart'), ...wrong }), JSON.stringify(wrong)).toBe(false);
  });
});
