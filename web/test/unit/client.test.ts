import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { Refusal, actAs, ask, problemsOf, whenOtherSession, whenSignedOut } from '../../src/api/client.ts';
import { network } from './host.ts';

const refused = (code: string, detail = 'No.') => ({
  type: 'about:blank',
  title: code,
  status: 422,
  detail,
  code,
  problems: [{ code, sentence: detail }],
});

describe('asking the server', () => {
  beforeEach(() => vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] }));
  afterEach(() => void (vi.useRealTimers(), vi.unstubAllGlobals(), actAs('')));

  it('puts parts of the address in their places, and all else into the query', async () => {
    const net = network();
    const found = ask('GET /api/apps/:slug/history', { slug: 'a b', press: 'Primary+K', layout: undefined });
    net.open('/api/apps/a%20b/history?press=Primary%2BK').answer([]);
    expect(await found).toEqual([]);
    void ask('DELETE /api/words/:name', { name: 'Ways & means' });
    expect(net.open('/api/words/Ways%20%26%20means', 'DELETE').body).toBeUndefined();
  });

  it('sends an act again with the same key where no answer comes, and another act with another key', async () => {
    const net = network();
    const made = ask('POST /api/bin', {}, { kind: 'run', id: 3 });
    net.open('/api/bin', 'POST').fail();
    await vi.advanceTimersByTimeAsync(400);
    net.open('/api/bin', 'POST').answer({}, 503);
    await vi.advanceTimersByTimeAsync(1500);
    net.open('/api/bin', 'POST').answer({ id: 9 }, 201);
    expect(await made).toEqual({ id: 9 });
    const keys = net.sent.map((one) => one.headers['idempotency-key']);
    expect([keys.length, new Set(keys).size]).toEqual([3, 1]);
    void ask('POST /api/bin', {}, { kind: 'run', id: 3 });
    expect(net.open('/api/bin', 'POST').headers['idempotency-key']).not.toBe(keys[0]);
  });

  it('tells at once that there is no connection to who only looks', async () => {
    const net = network();
    const found = ask('GET /api/apps').catch(problemsOf);
    net.open('/api/apps').fail();
    expect(await found).toMatchObject([{ code: 'offline' }]);
    expect(net.sent).toHaveLength(1);
  });

  it('gives refusals with what was sent along, and knows who is signed in no more', async () => {
    const net = network();
    const ended: string[] = [];
    whenSignedOut(() => void ended.push('signed out'));
    whenOtherSession(() => void ended.push('other session'));
    actAs('7 1');
    const saved = ask('PUT /api/words', {}, { name: 'Acting', revision: 1, sets: [] }).catch((error: unknown) => error);
    expect(net.open('/api/words', 'PUT').headers['crib-session']).toBe('7 1');
    net.open('/api/words', 'PUT').answer({ ...refused('changed-meanwhile', 'Changed.'), revision: 2 }, 412);
    const refusal = (await saved) as Refusal;
    expect([refusal.status, refusal.details['revision'], problemsOf(refusal)[0]?.sentence]).toEqual([
      412,
      2,
      'Changed.',
    ]);
    expect(ended).toEqual([]);
    for (const code of ['not-signed-in', 'other-session']) {
      const asked = ask('GET /api/apps').catch(() => null);
      net.open('/api/apps').answer(refused(code), 401);
      await asked;
    }
    expect(ended).toEqual(['signed out', 'other session']);
    // Whether anybody is signed in may be asked by whoever is not.
    const who = ask('GET /api/session').catch(() => null);
    net.open('/api/session').answer(refused('not-signed-in'), 401);
    await who;
    expect(ended).toHaveLength(2);
  });
});
