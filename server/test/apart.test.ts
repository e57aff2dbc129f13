import pg from 'pg';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { ActPage, ApiToken, MadeInvitation, MadeToken, Session } from '@crib/core/contract';
import { ACCOUNT, Client, databaseUrl, withServer } from './harness.ts';

/** What one account, session, token or key is good for, and that it is good for nothing else. */

const server = withServer();
let owner: pg.Client;
beforeAll(async () => {
  owner = new pg.Client({ connectionString: databaseUrl('OWNER'), options: '-c search_path=crib' });
  await owner.connect();
});
afterAll(() => owner.end());

/** Every row that history has, as it stands. */
const historyOf = async (workspace: number) =>
  (
    await owner.query<{ row: string }>(
      `SELECT (a, r)::text AS row FROM act a JOIN act_row r ON r.act_id = a.id WHERE a.workspace_id = $1 ORDER BY r.act_id, r.n`,
      [workspace],
    )
  ).rows;
const sessionOf = (client: Client) => client.must<Session>('GET', '/api/session');

describe('removing somebody', () => {
  it('changes nothing of what others wrote, there or elsewhere, whatever they are called', async () => {
    const [theirs, ours] = [await server.as('owner', 'The other school'), await server.as('owner', 'Our own school')];
    const made = await theirs.makeRelease();
    const list = 'Label,Shortcut,Platform\nwindows,F5,windows\nlabel,F6,\n';
    expect((await theirs.takeIn(made.release, list)).status).toBe(201);
    const workspace = (await sessionOf(theirs)).workspace.id;
    const before = await historyOf(workspace);
    expect(before.length).toBeGreaterThan(5);
    // Called as a platform, a command, a column, the program, and as their owner.
    const { name } = await sessionOf(theirs);
    for (const called of ['windows', 'label', 'platform', made.slug, name]) {
      const email = `${Math.random().toString(36).slice(2)}@ebbstone.example`;
      const { secret } = await ours.must<MadeInvitation>('POST', '/api/invitations', { email, role: 'editor' });
      const guest = new Client(server.address());
      await guest.must('POST', `/api/joining/${secret}`, { name: called, password: 'anchor-and-cable' });
      const own = await guest.makeRelease();
      await guest.takeIn(own.release, 'Label,Shortcut\nwindows,F5\n');
      await ours.must('DELETE', `/api/members/${(await sessionOf(guest)).id}`);
      expect(await historyOf(workspace), called).toEqual(before);
      // What they did stands, with the words they wrote; only who did it is a former editor.
      const { acts } = await ours.must<ActPage>('GET', `/api/acts?app=${own.slug}`);
      expect(new Set(acts.map((one) => one.who))).toEqual(new Set(['a former editor']));
      const { commands, keysets } = await ours.must<Awaited<ReturnType<typeof own.catalogue>>>(
        'GET',
        `/api/releases/${own.release.id}`,
      );
      expect(commands[0]!.label).toBe('windows');
      const [shipped] = keysets;
      expect(shipped?.kind === 'shipped' && shipped.bindings[0]!.provenance.who).toBe('a former editor');
    }
    const { acts } = await theirs.must<ActPage>('GET', `/api/acts?app=${made.slug}`);
    const reading = acts.find((one) => one.undoable)!;
    await theirs.must('POST', `/api/acts/${reading.id}/undo`);
    expect((await made.catalogue()).commands).toEqual([]);
  });

  it('looks at what they did, not at what the school did', async () => {
    const ours = await server.as('owner', 'A school with a long history');
    const { id, workspace } = await sessionOf(ours);
    await owner.query(
      `INSERT INTO act (workspace_id, editor_id, doing) SELECT $1, $2, 'wrote' FROM generate_series(1, 20000)`,
      [workspace.id, id],
    );
    await owner.query(
      `INSERT INTO act_row (act_id, kept_in, after) SELECT id, 'command', '{"label": "x"}' FROM act WHERE workspace_id = $1 AND doing = 'wrote'`,
      [workspace.id],
    );
    await owner.query('ANALYZE act, act_row');
    const email = 'sober@ebbstone.example';
    const { secret } = await ours.must<MadeInvitation>('POST', '/api/invitations', { email, role: 'editor' });
    const guest = new Client(server.address());
    await guest.must('POST', `/api/joining/${secret}`, { name: 'Sober', password: 'anchor-and-cable' });
    const gone = await sessionOf(guest);
    await owner.query(`BEGIN; SELECT set_config('crib.workspace', '${workspace.id}', true)`);
    await owner.query('DELETE FROM membership WHERE editor_id = $1', [gone.id]);
    const reads = async () =>
      (
        await owner.query<{ n: number }>(
          `SELECT sum(seq_tup_read + coalesce(idx_tup_fetch, 0))::int AS n FROM pg_stat_xact_user_tables WHERE relname IN ('act', 'act_row')`,
        )
      ).rows[0]!.n;
    const before = await reads();
    await owner.query('SELECT forget_member($1)', [gone.id]);
    await owner.query('SELECT remove_account($1)', [gone.id]);
    expect((await reads()) - before).toBeLessThan(50);
    await owner.query('ROLLBACK');
  });
});

describe('an Idempotency-Key', () => {
  it('is for one workspace', async () => {
    const client = await server.as('owner', 'First of two');
    const { id } = await client.must<{ id: number }>('POST', '/api/workspaces', { name: 'Second of two' });
    const tokenIn = async (workspace: number) => {
      await client.must('PUT', '/api/session/workspace', { id: workspace });
      const { token } = await client.must<MadeToken>('POST', '/api/tokens', { name: 'Nightly', scope: 'write' });
      return new Client(server.address(), token);
    };
    const first = await tokenIn((await sessionOf(client)).workspace.id);
    const second = await tokenIn(id);
    const app = { slug: 'nightly', name: 'Nightly', platforms: ['linux'] };
    const headers = { 'idempotency-key': 'nightly-list' };
    expect((await first.ask('POST', '/api/apps', app, headers)).status).toBe(201);
    expect((await second.ask('POST', '/api/apps', app, headers)).status).toBe(201);
    expect((await second.ask('POST', '/api/apps', app, headers)).status).toBe(200);
    expect((await second.must<{ slug: string }[]>('GET', '/api/apps')).map((one) => one.slug)).toEqual(['nightly']);
  });

  it('gives an invitation and a token different secrets', async () => {
    const client = await server.as('owner', 'A school of secrets');
    const headers = { 'idempotency-key': 'the-same-key' };
    const asked = { email: 'guest@ebbstone.example', role: 'reader' };
    const invited = await client.must<MadeInvitation>('POST', '/api/invitations', asked, headers);
    // A day later the key may be used again.
    await owner.query(`DELETE FROM answered WHERE key = 'the-same-key'`);
    const { token } = await client.must<MadeToken>('POST', '/api/tokens', { name: 'T', scope: 'write' }, headers);
    expect(token).not.toContain(invited.secret);
    const guest = new Client(server.address(), `crib_${invited.secret}`);
    expect((await guest.ask('GET', '/api/apps')).status).toBe(401);
  });
});

describe('a stream of events', () => {
  /** What a stream says until it ends, or until the moment when it would have said it. */
  async function heardBy(client: Client) {
    const closing = new AbortController();
    const response = await client.stream('/api/events', closing.signal);
    expect(response.status).toBe(200);
    const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
    let text = '';
    let ended = false;
    void (async () => {
      for (;;) {
        const { value, done } = await reader.read();
        if (done) break;
        text += value;
      }
      ended = true;
    })().catch(() => (ended = true));
    await expect.poll(() => text).toContain('hello');
    return { text: () => text, ended: () => ended, close: () => closing.abort() };
  }
  const app = () => ({ slug: `app-${Math.random().toString(36).slice(2)}`, name: 'Told', platforms: ['linux'] });

  it.each([
    'signing out',
    'signing out everywhere else',
    'another workspace',
    'the end of a token',
    'being disabled',
    'a new password',
  ])('ends with %s, at once', async (how) => {
    const name = `Streams ${Math.random()}`;
    const boss = await server.as('owner', name);
    const listener = await server.as('editor', name);
    const { id, email } = await sessionOf(listener);
    const made = await listener.must<ApiToken & MadeToken>('POST', '/api/tokens', { name: 'T', scope: 'read' });
    const stream = await heardBy(how === 'the end of a token' ? new Client(server.address(), made.token) : listener);
    const elsewhere = new Client(server.address());
    await elsewhere.must('POST', '/api/session', { email, password: ACCOUNT.password });
    await boss.must('POST', '/api/apps', app());
    // Earlier acts may still be on their way; the last one has to be here before anything ends.
    const { acts } = await boss.must<ActPage>('GET', '/api/acts');
    await expect.poll(stream.text).toContain(`"act":${acts[0]!.id},`);
    const endings: Record<string, () => Promise<unknown>> = {
      'signing out': () => listener.must('DELETE', '/api/session'),
      'signing out everywhere else': () => elsewhere.must('DELETE', '/api/sessions'),
      'another workspace': async () => {
        const own = await listener.must<{ id: number }>('POST', '/api/workspaces', { name: 'Own' });
        await listener.must('PUT', '/api/session/workspace', own);
      },
      'the end of a token': () => listener.must('DELETE', `/api/tokens/${made.id}`),
      'being disabled': () => boss.must('PUT', `/api/members/${id}`, { disabled: true }),
      'a new password': () =>
        elsewhere.must('PUT', '/api/account', { password: { old: ACCOUNT.password, now: 'a longer one, mine' } }),
    };
    const heard = stream.text();
    await endings[how]!();
    await boss.must('POST', '/api/apps', app());
    await expect.poll(stream.ended).toBe(true);
    const after = stream.text().slice(heard.length);
    expect(after.match(/"who":"Some owner"/g) ?? []).toEqual([]);
  });

  it('goes on for whoever else listens with the same account', async () => {
    const listener = await server.as('owner', `Streams ${Math.random()}`);
    const { email } = await sessionOf(listener);
    const elsewhere = new Client(server.address());
    await elsewhere.must('POST', '/api/session', { email, password: ACCOUNT.password });
    const stream = await heardBy(elsewhere);
    await listener.must('POST', '/api/apps', app());
    await expect.poll(stream.text).toContain('event: act');
    await listener.must('DELETE', '/api/session');
    await expect.poll(stream.text).toContain('event: again');
    expect(stream.ended()).toBe(false);
    stream.close();
  });
});
