import { request } from 'node:http';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { MadeInvitation, MadeToken, People, Session } from '@crib/core/contract';
import { ACCOUNT, Client, databaseUrl, withServer } from './harness.ts';

const server = withServer();
let owner: pg.Client;
beforeAll(async () => {
  owner = new pg.Client({ connectionString: databaseUrl('OWNER'), options: '-c search_path=crib' });
  await owner.connect();
});
afterAll(() => owner.end());

const signIn = (email: string, password: string) =>
  new Client(server.address()).ask<{ code?: string; detail?: string }>('POST', '/api/session', { email, password });

describe('signing in', () => {
  it('with the right password never locks anybody out, 60 at once and whoever else waits', async () => {
    const began = Date.now();
    let answered = 0;
    const others = setInterval(() => void fetch(`${server.address()}/healthz`).then(() => answered++), 20);
    const all = await Promise.all(Array.from({ length: 60 }, () => signIn(ACCOUNT.email, ACCOUNT.password)));
    clearInterval(others);
    expect(new Set(all.map((one) => one.status))).toEqual(new Set([201]));
    // Whoever asks something else is answered all the while.
    expect(answered).toBeGreaterThan((Date.now() - began) / 200);
  });

  it('tells nobody which addresses there are, and slows down whoever guesses, right or wrong, for all processes', async () => {
    const client = await server.as('editor');
    const { email } = await client.must<Session>('GET', '/api/session');
    const unknown = await signIn('nobody@ebbstone.example', 'a password of theirs');
    const wrong = await signIn(email, 'a password of theirs');
    expect([unknown.status, unknown.body.detail]).toEqual([wrong.status, wrong.body.detail]);
    const guesses = await Promise.all(Array.from({ length: 12 }, (_, n) => signIn(email, `guess number ${n}`)));
    expect(guesses.some((one) => one.status === 429 && Number(one.headers.get('retry-after')) > 0)).toBe(true);
    const right = await signIn(email, ACCOUNT.password);
    expect([right.status, right.body.code]).toEqual([429, 'too-many-tries']);
    // Others from the same address still come in, and whoever is in stays in.
    expect((await signIn(ACCOUNT.email, ACCOUNT.password)).status).toBe(201);
    expect((await client.ask('GET', '/api/session')).status).toBe(200);
    await owner.query(`UPDATE wrong_password SET last_at = now() - interval '1 hour'`);
    expect((await signIn(email, ACCOUNT.password)).status).toBe(201);
    const { rows } = await owner.query<{ subject: string }>('SELECT subject FROM wrong_password');
    expect(rows.every(({ subject }) => !subject.includes('@') && !subject.includes('127.0.0.1'))).toBe(true);
  });

  it('answers whole where the session cannot be extended behind the answer', async () => {
    const client = await server.client();
    const { release, catalogue } = await client.makeRelease();
    // Long enough to be packed: what is packed was not yet on its way when the session failed.
    const rows = Array.from({ length: 3000 }, (_, n) => `c.${n},Command ${n},`).join('\n');
    await client.takeIn(release, `Command id,Label,Shortcut\n${rows}\n`);
    const { username } = new URL(databaseUrl('SERVER'));
    await owner.query(`REVOKE UPDATE ON session FROM ${username}`);
    try {
      expect((await catalogue()).commands).toHaveLength(3000);
    } finally {
      await owner.query(`GRANT UPDATE ON session TO ${username}`);
    }
  });

  it('keeps the session from scripts and other sites, and behind TLS from plain connections', async () => {
    const answer = await signIn(ACCOUNT.email, ACCOUNT.password);
    const [cookie] = answer.headers.getSetCookie();
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Lax/);
    expect(answer.headers.get('cache-control')).toBe('no-store');
    const page = await fetch(`${server.address()}/api/session`);
    expect(page.headers.get('content-security-policy')).not.toMatch(/script-src[^;]*unsafe-inline/);
    const cross = { 'sec-fetch-site': 'cross-site' };
    expect((await new Client(server.address()).ask('POST', '/api/session', ACCOUNT, cross)).status).toBe(403);
  });

  it('ends everywhere at once, and elsewhere with a new password', async () => {
    const one = await server.as('editor');
    const { email } = await one.must<Session>('GET', '/api/session');
    const two = new Client(server.address());
    await two.must('POST', '/api/session', { email, password: ACCOUNT.password });
    await one.must('DELETE', '/api/sessions');
    expect((await two.ask('GET', '/api/session')).status).toBe(401);
    await two.must('POST', '/api/session', { email, password: ACCOUNT.password });
    const change = (old: string) => one.ask('PUT', '/api/account', { password: { old, now: 'a longer one, mine' } });
    expect((await change('not it')).status).toBe(401);
    expect((await change(ACCOUNT.password)).status).toBe(200);
    expect((await two.ask('GET', '/api/session')).status).toBe(401);
    expect((await one.ask('GET', '/api/session')).status).toBe(200);
    expect((await signIn(email, ACCOUNT.password)).status).toBe(401);
  });
});

describe('people of a workspace', () => {
  it('come by a link that works once, and are “a former editor” once they are gone, in history too', async () => {
    const client = await server.client();
    const invited = await client.must<MadeInvitation>('POST', '/api/invitations', {
      email: 'wenna@ebbstone.example',
      role: 'editor',
    });
    const wenna = new Client(server.address());
    const joining = `/api/joining/${invited.secret}`;
    const account = { name: 'Wenna Tregarth', password: 'anchor-and-cable' };
    const twice = await Promise.all([
      wenna.ask('POST', joining, account),
      new Client(server.address()).ask('POST', joining, account),
    ]);
    expect(twice.filter((one) => one.status === 201).length).toBe(1);
    await wenna.must('POST', '/api/session', { email: 'wenna@ebbstone.example', password: account.password });
    const { id } = await wenna.must<Session>('GET', '/api/session');
    const made = await wenna.makeRelease();
    await wenna.takeIn(made.release, 'Label,Shortcut\nA,F5\n');
    await wenna.makeKeyset(made.slug, 'Wenna’s');
    const before = await client.must<{ acts: { who: string }[] }>('GET', `/api/acts?app=${made.slug}`);
    expect(new Set(before.acts.map((one) => one.who))).toEqual(new Set(['Wenna Tregarth']));
    const token = await wenna.must<MadeToken>('POST', '/api/tokens', { name: 'Lists', scope: 'read' });

    await client.must('PUT', `/api/members/${id}`, { disabled: true });
    expect((await wenna.ask('GET', '/api/apps')).status).toBe(401);
    expect((await new Client(server.address(), token.token).ask('GET', '/api/apps')).status).toBe(401);
    await client.must('DELETE', `/api/members/${id}`);
    expect((await signIn('wenna@ebbstone.example', account.password)).status).toBe(401);
    const after = await client.must<{ acts: { who: string }[] }>('GET', `/api/acts?app=${made.slug}`);
    expect(new Set(after.acts.map((one) => one.who))).toEqual(new Set(['a former editor']));
    // Nowhere is she named any more: in no row of any table.
    const tables = await owner.query<{ name: string }>(
      `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r'`,
    );
    for (const { name } of tables.rows) {
      const { rows } = await owner.query(`SELECT 1 FROM ${name} t WHERE t::text ~ 'Wenna Tregarth|wenna@' LIMIT 1`);
      expect(rows, name).toEqual([]);
    }
    expect(
      (await client.ask('POST', '/api/invitations', { email: 'wenna@ebbstone.example', role: 'reader' })).status,
    ).toBe(201);
  });

  it('always have an owner who can act', async () => {
    const alone = await server.as('owner', 'A school of one');
    const { id } = await alone.must<Session>('GET', '/api/session');
    for (const [method, body] of [
      ['PUT', { role: 'editor' }],
      ['PUT', { disabled: true }],
      ['DELETE', undefined],
    ] as const)
      expect((await alone.ask(method, `/api/members/${id}`, body)).body).toMatchObject({ code: 'needs-an-owner' });
    const second = await server.as('owner', 'A school of one');
    const other = await second.must<Session>('GET', '/api/session');
    // Both at once: one of them stays.
    const gone = await Promise.all([
      alone.ask('DELETE', `/api/members/${other.id}`),
      second.ask('DELETE', `/api/members/${id}`),
    ]);
    expect(gone.filter((one) => one.status === 204).length).toBe(1);
  });

  it('say whose a keyset is: its maker or an owner, and nobody changes what is locked', async () => {
    const maker = await server.as('editor');
    const other = await server.as('editor');
    const client = await server.client();
    const made = await maker.makeRelease();
    await maker.takeIn(made.release, 'Label,Shortcut\nA,F5\n');
    const keyset = await maker.makeKeyset(made.slug);
    const path = `/api/keysets/${keyset.id}`;
    const { members } = await other.must<People>('GET', '/api/people');
    expect(members.every((one) => one.email === null)).toBe(true);
    const refused = async (by: Client, method: string, at: string, body: object) =>
      expect((await by.ask(method, at, body)).status, `${method} ${at}`).toBe(403);
    await refused(other, 'PUT', path, { mine: true });
    await refused(other, 'PUT', path, { locked: true });
    await maker.must('PUT', path, { locked: true });
    const [command] = (await made.catalogue()).commands;
    const put = [{ command: command!.id, context: command!.home, platform: null, action: 'set', shortcuts: ['F9'] }];
    await refused(maker, 'POST', `${path}/changes`, { revision: 1, put });
    await refused(other, 'POST', `${path}/points`, { revision: 1, name: 'Mine' });
    await maker.must('POST', `${path}/points`, { revision: 1, name: 'As it was locked' });
    await client.must('PUT', path, { locked: false, mine: true });
    await refused(maker, 'POST', `${path}/changes`, { revision: 1, put });
    await maker.must('PUT', path, { mine: false });
    await maker.must('POST', `${path}/changes`, { revision: 1, put });
  });
});

describe('behind a proxy', () => {
  it('is told whom to believe: without a word of it, nobody says where they come from', async () => {
    // Six reports a minute from one address: a header that anybody can send makes no other address.
    const asked = (from: string) =>
      new Promise<number>((done) => {
        const sent = request(`${server.address()}/api/joining/none`, { headers: { 'x-forwarded-for': from } });
        sent.on('response', (res) => (res.resume(), done(res.statusCode!)));
        sent.end();
      });
    const statuses = new Set<number>();
    for (let n = 0; n < 25; n++) statuses.add(await asked(`10.0.0.${n}`));
    expect(statuses).toEqual(new Set([404, 429]));
  });
});
