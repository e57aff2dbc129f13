import { ref } from 'vue';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { ask } from '../../src/api/client.ts';
import { fetchAnswer, fetchAnew, forgetAnswers, useAnswer } from '../../src/api/queries.ts';
import { hosted, network, settle } from './host.ts';

describe('what pages ask for', () => {
  afterEach(() => void vi.unstubAllGlobals());

  it('is the answer to the last question, in whichever order answers come', async () => {
    const net = network();
    const slug = ref('old');
    const { made } = await hosted(() => useAnswer('GET /api/apps/:slug/remarks', () => ({ slug: slug.value })));
    await settle();
    const first = net.open('/api/apps/old/remarks');
    slug.value = 'new';
    await settle();
    net.open('/api/apps/new/remarks').answer([{ id: 2 }]);
    await settle();
    first.answer([{ id: 1 }]);
    await settle();
    expect(made.answer.value).toEqual([{ id: 2 }]);
  });

  it('stands while the next is on its way only where that is asked for, and is there again when one comes back', async () => {
    const net = network();
    const text = ref('');
    const { made } = await hosted(() => ({
      stays: useAnswer('GET /api/acts', () => ({ text: text.value }), 'the last'),
      goes: useAnswer('GET /api/apps/:slug/history', () => ({ slug: 'a', press: text.value || 'A' })),
    }));
    await settle();
    net.open('/api/acts').answer({ acts: [], next: 1 });
    net.open('/api/apps/a/history?press=A').answer([1]);
    await settle();
    text.value = 'B';
    await settle();
    expect([made.stays.answer.value, made.goes.answer.value]).toEqual([{ acts: [], next: 1 }, null]);
    net.open('/api/apps/a/history?press=B').answer([2]);
    text.value = '';
    await settle();
    expect(made.goes.answer.value).toEqual([1]);
  });

  it('says why it failed, keeps what was there, and comes when it is asked for again', async () => {
    const net = network();
    const { made } = await hosted(() => useAnswer('GET /api/words', () => ({})));
    await settle();
    net.open('/api/words').fail();
    await settle();
    expect([made.answer.value, made.failed.value?.code]).toEqual([null, 'offline']);
    const again = made.load();
    net.open('/api/words').answer([{ name: 'Acting' }]);
    await again;
    expect([made.answer.value, made.failed.value]).toEqual([[{ name: 'Acting' }], null]);
  });

  it('asks nothing where there is nothing to ask for', async () => {
    const net = network();
    await hosted(() => useAnswer('GET /api/apps/:slug/recipes', () => null));
    await settle();
    expect(net.sent).toEqual([]);
  });

  it('is asked for again when somebody writes: shown answers at once, catalogues only where they changed', async () => {
    const net = network();
    const { made } = await hosted(() => useAnswer('GET /api/apps/:slug/remarks', () => ({ slug: 'a' })));
    await settle();
    net.open('/api/apps/a/remarks').answer([]);
    const release = fetchAnswer('GET /api/releases/:id', { id: 5 });
    net.open('/api/releases/5').answer({ release: { id: 5 } });
    await release;
    const said = ask('POST /api/apps/:slug/remarks', { slug: 'a' }, { command: 1, said: 'Hm.' });
    net.open('/api/apps/a/remarks', 'POST').answer({ id: 1 }, 201);
    await said;
    await settle();
    net.open('/api/apps/a/remarks').answer([{ id: 1 }]);
    await settle();
    expect(made.answer.value).toEqual([{ id: 1 }]);
    await fetchAnswer('GET /api/releases/:id', { id: 5 });
    expect(net.count('/api/releases/5')).toBe(1);
    const corrected = ask('PUT /api/releases/:id/details', { id: 5 }, { commands: [{ id: 1, sign: 'a cross' }] });
    net.open('/api/releases/5/details', 'PUT').answer({ corrected: 1 });
    await corrected;
    void fetchAnswer('GET /api/releases/:id', { id: 5 }).catch(() => {});
    expect(net.count('/api/releases/5')).toBe(2);
  });

  it('is asked for once however many want it, and not taken for the latest where something was written meanwhile', async () => {
    const net = network();
    await hosted(() => null);
    const both = Promise.all([
      fetchAnswer('GET /api/releases/:id', { id: 7 }),
      fetchAnswer('GET /api/releases/:id', { id: 7 }),
    ]);
    expect(net.count('/api/releases/7')).toBe(1);
    forgetAnswers();
    net.open('/api/releases/7').answer({ release: { id: 7 } });
    const [one, other] = await both;
    expect(one).toBe(other);
    await settle();
    void fetchAnswer('GET /api/releases/:id', { id: 7 }).catch(() => {});
    expect(net.count('/api/releases/7')).toBe(2);
  });

  it('is kept for others when it was asked for in any case', async () => {
    const net = network();
    await hosted(() => null);
    const anew = fetchAnew('GET /api/releases/:id', { id: 8 });
    net.open('/api/releases/8').answer({ release: { id: 8 } });
    const found = await anew;
    expect(await fetchAnswer('GET /api/releases/:id', { id: 8 })).toBe(found);
    expect(net.count('/api/releases/8')).toBe(1);
  });
});
