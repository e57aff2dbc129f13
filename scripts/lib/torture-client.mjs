// @ts-check
import { Stop } from './run.mjs';

/** What is under way when something is ended. */
export const DEEDS = /** @type {const} */ (['list', 'edition', 'carry']);
const LIST_ROWS = 300;
const EDITS = 25;
const ACCOUNT = { email: 'ines@ebbstone.example', password: 'ebb-and-flow-1' };
const wait = (/** @type {number} */ ms) => new Promise((done) => setTimeout(done, ms));

/**
 * A client that works as a trainer’s script would.
 * @param {{ proxy: { address: string }, query: (text: string, values?: unknown[]) => Promise<Record<string, any>[]> }} at
 */
export async function clientOf(at) {
  let cookie = '';
  /** @param {string} key @param {{ method: string, path: string, body?: unknown }} asked */
  async function send(key, { method, path, body }, address = at.proxy.address) {
    const response = await fetch(address + path, {
      method,
      signal: AbortSignal.timeout(30_000),
      headers: {
        cookie,
        connection: 'close',
        // Packed and broken off, an answer would look like an empty one; this way its length tells.
        'accept-encoding': 'identity',
        'content-type': 'application/json',
        ...(key && { 'idempotency-key': key }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? cookie;
    const text = await response.text();
    return {
      status: response.status,
      body: text ? JSON.parse(text) : null,
      retryAfter: response.headers.get('retry-after'),
    };
  }
  /** Sends until it is answered as done. @param {string} key @param {Parameters<typeof send>[1]} asked */
  async function insist(key, asked) {
    for (let tries = 0; ; tries++) {
      const got = await send(key, asked).catch(() => null);
      if (got && got.status < 300) return got;
      if (got && got.status !== 503)
        throw new Stop(`${asked.method} ${asked.path} was answered ${got.status}: ${JSON.stringify(got.body)}`);
      if (tries > 100) throw new Stop(`${asked.method} ${asked.path} gets no answer.`);
      await wait(200);
    }
  }
  await insist('', { method: 'POST', path: '/api/session', body: ACCOUNT });
  const post = async (/** @type {string} */ path, /** @type {unknown} */ body) =>
    (await insist('', { method: 'POST', path, body })).body;
  const get = async (/** @type {string} */ path) => (await insist('', { method: 'GET', path })).body;
  const list = (/** @type {string} */ mark, /** @type {number} */ rows) =>
    `Command id,Label,Shortcut\n${Array.from({ length: rows }, (_, n) => `${mark}.${n},Sound ${mark} ${n},`).join('\n')}\n`;

  return {
    send,
    insist,
    /** Hears the events of the workspace and counts its acts. @param {string} path @param {AbortSignal} signal */
    async stream(path, signal) {
      const heard = { acts: 0 };
      const { body } = await fetch(at.proxy.address + path, { headers: { cookie, connection: 'close' }, signal });
      void (async () => {
        for await (const part of body?.pipeThrough(new TextDecoderStream()) ?? [])
          heard.acts += part.split('event: act').length - 1;
      })().catch(() => {});
      return heard;
    },
    /** What the deeds are done to: two releases, a keyset with edits and a sheet; how each is asked for, and how often it is there. */
    async begin() {
      await post('/api/apps', { slug: 'kedge', name: 'Kedge', platforms: ['windows', 'macos'] });
      const [one, two, open] = [
        await post('/api/apps/kedge/releases', { label: '1' }),
        await post('/api/apps/kedge/releases', { label: '2' }),
        await post('/api/apps/kedge/releases', { label: '3' }),
      ];
      for (const release of [one, two])
        await post(`/api/releases/${release.id}/list`, { text: list('base', 60), source: 'base.csv' });
      const found = await get(`/api/releases/${one.id}`);
      const next = await get(`/api/releases/${two.id}`);
      const edits = found.commands.slice(0, EDITS).map((/** @type {any} */ command, /** @type {number} */ n) => ({
        command: command.id,
        context: command.home,
        platform: null,
        action: 'set',
        shortcuts: [`Primary+Alt+${String.fromCharCode(65 + n)}`],
        reason: `Reason ${n}`,
        memoryAid: '',
      }));
      const keyset = await post('/api/apps/kedge/keysets', { name: 'Ours', baseId: found.keysets[0].id, edits });
      const sheet = await post('/api/apps/kedge/sheets', { keysetId: keyset.id, title: 'First week' });
      const { id, appId: _app, releaseId: _release, ...sent } = sheet;
      const rows = found.commands.slice(0, 40).map((/** @type {any} */ command) => ({ command: command.id, note: '' }));
      await insist('', {
        method: 'PUT',
        path: `/api/sheets/${id}`,
        body: { ...sent, sections: [{ title: 'All', rows }] },
      });
      const carried = edits.map((/** @type {any} */ edit) => ({ ...edit, context: next.contexts[0].id }));
      let editions = 0;
      return {
        /** @param {typeof DEEDS[number]} deed @param {number} n */
        ask(deed, n) {
          if (deed === 'list')
            return {
              method: 'POST',
              path: `/api/releases/${open.id}/list`,
              body: { text: list(`m${n}x`, LIST_ROWS), source: `m${n}x.csv` },
            };
          if (deed === 'edition') return { method: 'POST', path: `/api/sheets/${id}/editions`, body: {} };
          return {
            method: 'POST',
            path: `/api/keysets/${keyset.id}/carry`,
            body: {
              name: `Carried m${n}x`,
              baseId: next.keysets[0].id,
              note: '',
              revision: 2,
              edits: carried,
              open: [],
            },
          };
        },
        /** How often it is there; a broken number where it is there in part. @param {typeof DEEDS[number]} deed @param {number} n */
        async found(deed, n) {
          if (deed === 'list') {
            const [line] = await at.query(
              'SELECT (SELECT count(*)::int FROM command WHERE name LIKE $1) AS commands, (SELECT count(*)::int FROM command_state s JOIN command c ON c.id = s.command_id WHERE c.name LIKE $1) AS states, (SELECT count(*)::int FROM act WHERE about = $2) AS acts',
              [`m${n}x.%`, `m${n}x.csv`],
            );
            const times = (line?.['commands'] ?? 0) / LIST_ROWS;
            return line?.['states'] === line?.['commands'] && line?.['acts'] === times ? times : -1;
          }
          if (deed === 'edition') {
            const [line] = await at.query(
              'SELECT count(*)::int AS editions, (SELECT count(DISTINCT edition_id)::int FROM edition_form WHERE ending = $1) AS forms, (SELECT count(*)::int FROM act WHERE doing = $2) AS acts FROM edition',
              ['pdf', 'published'],
            );
            const all = line?.['editions'];
            return line?.['forms'] === all && line?.['acts'] === all ? all - editions : -1;
          }
          const [line] = await at.query(
            'SELECT count(DISTINCT k.id)::int AS sets, count(e.id)::int AS edits FROM keyset k LEFT JOIN edit e ON e.keyset_id = k.id WHERE k.name = $1',
            [`Carried m${n}x`],
          );
          return line?.['edits'] === EDITS * line?.['sets'] ? line?.['sets'] : -1;
        },
        /** What is there now counts no more: the next edition is another one. */
        async settle() {
          editions = (await at.query('SELECT count(*)::int AS editions FROM edition'))[0]?.['editions'];
        },
      };
    },
  };
}
