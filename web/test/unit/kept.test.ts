import { nextTick } from 'vue';
import { beforeEach, describe, expect, it, vi } from 'vitest';

const edit = { command: 1, context: 2, platform: null };

/** What the browser keeps is read when a page loads: each test loads it anew. */
beforeEach(() => {
  vi.resetModules();
  localStorage.clear();
});

describe('what the browser keeps', () => {
  it('is where one was last: each view once, the latest first, five at most; what is broken is nothing', async () => {
    localStorage.setItem(
      'crib.last',
      '[{"path":"/a","title":"A","app":"b","release":"1"},{"path":"/old","title":"Old"},null]',
    );
    const { keepPlace, lastPlaces, forgetPlaces } = await import('../../src/composables/recent.ts');
    expect(lastPlaces.value).toEqual([{ path: '/a', title: 'A', app: 'b', release: '1' }]);
    for (const n of [1, 2, 3, 4, 5, 6])
      keepPlace({ path: `/sheets/${n}?q=x`, title: `Sheet ${n}`, app: 'b', release: '1' });
    keepPlace({ path: '/sheets/4?q=y', title: 'Sheet 4', app: 'b', release: '1' });
    expect(lastPlaces.value.map((one) => one.path)).toEqual([
      '/sheets/4?q=y',
      '/sheets/6?q=x',
      '/sheets/5?q=x',
      '/sheets/3?q=x',
      '/sheets/2?q=x',
    ]);
    await nextTick();
    expect(JSON.parse(localStorage.getItem('crib.last')!)).toHaveLength(5);
    forgetPlaces();
    expect(lastPlaces.value).toEqual([]);
    vi.resetModules();
    localStorage.setItem('crib.last', '{{');
    expect((await import('../../src/composables/recent.ts')).lastPlaces.value).toEqual([]);
  });

  it('is what was decided while carrying, by keyset and release, the same for every view', async () => {
    const { useDecisions } = await import('../../src/composables/useDecisions.ts');
    const [here, elsewhere, other] = [useDecisions(3, 4), useDecisions(3, 4), useDecisions(3, 5)];
    here.decide([edit], { kind: 'keep' } as never);
    expect([elsewhere.of(edit), other.of(edit)]).toEqual([{ kind: 'keep' }, undefined]);
    await nextTick();
    vi.resetModules();
    const { useDecisions: afterwards } = await import('../../src/composables/useDecisions.ts');
    const later = afterwards(3, 4);
    expect(later.of(edit)).toEqual({ kind: 'keep' });
    later.decide([edit], null);
    expect(later.of(edit)).toBeUndefined();
  });

  it('is Crib’s own keys: changed by pressing, taken from whoever had them, switched off where they are one character', async () => {
    localStorage.setItem(
      'crib.own-keys',
      JSON.stringify({ singlesOff: 'yes', keys: { desk: 'Ctrl+D', help: 'no shortcut' } }),
    );
    const own = await import('../../src/own-keys/own-keys.ts');
    expect([own.keysOf('desk'), own.keysOf('help'), own.singlesOff.value]).toEqual(['Ctrl+D', '?', false]);
    expect([own.ownAction('Ctrl+D'), own.ownAction('G'), own.ownAction('D')]).toEqual(['desk', 'ledger', null]);
    own.changeKeys('index', 'G');
    expect([own.ownAction('G'), own.keysOf('ledger')]).toEqual(['index', '']);
    own.singlesOff.value = true;
    expect([own.ownAction('G'), own.ownAction('Ctrl+D')]).toEqual([null, 'desk']);
    own.asShipped();
    expect([own.ownAction('G'), own.ownAction('D')]).toEqual(['ledger', 'desk']);
  });
});
