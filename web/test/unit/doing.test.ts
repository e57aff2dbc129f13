import { afterEach, describe, expect, it, vi } from 'vitest';
import { refuse } from '@crib/core/error';
import { asking } from '../../src/composables/asking.ts';
import { useAsked } from '../../src/composables/useAsked.ts';
import { useDoing } from '../../src/composables/useDoing.ts';
import { useGrid } from '../../src/composables/useGrid.ts';
import { useHands } from '../../src/composables/useHands.ts';
import { usePlace } from '../../src/composables/usePlace.ts';
import { useSaving } from '../../src/composables/useSaving.ts';
import { useWorkspace } from '../../src/stores/workspace.ts';
import { ref } from 'vue';
import { hosted, network, settle } from './host.ts';

afterEach(() => void vi.unstubAllGlobals());

describe('doing something', () => {
  it('says what came of it, or what stood in the way, and is busy until then', async () => {
    const { made } = await hosted(() => useDoing());
    let finish!: () => void;
    const first = made.doing(() => new Promise<void>((done) => (finish = done)), 'Saved.');
    expect([made.busy.value, made.said.value]).toEqual([true, '']);
    finish();
    expect([await first, made.busy.value, made.said.value]).toEqual([true, false, 'Saved.']);
    const second = await made.doing(async () => refuse('supported', 'That name is taken.'), 'Saved.');
    expect([second, made.said.value, made.problems.value[0]?.sentence]).toEqual([false, '', 'That name is taken.']);
  });

  it('shows the catalogue as it is after a correction, and gives what the server answered', async () => {
    const net = network();
    const { made } = await hosted(() => ({
      saving: useSaving(),
      reload: vi.spyOn(useWorkspace(), 'reload').mockResolvedValue(),
    }));
    const run = { name: 'Watch', steps: [1] };
    const first = made.saving.send('POST /api/apps/:slug/runs', { slug: 'kedge' }, run, 'Made.');
    net.open('/api/apps/kedge/runs', 'POST').answer({ id: 4 }, 201);
    expect([await first, made.saving.said.value, made.reload.mock.calls.length]).toEqual([{ id: 4 }, 'Made.', 1]);
    const gone = made.saving.send('DELETE /api/apps/:slug/runs/:id', { slug: 'kedge', id: 4 }, undefined, 'Gone.');
    net.open('/api/apps/kedge/runs/4', 'DELETE').answer(undefined, 204);
    expect(await gone).toBe(true);
    const refused = made.saving.send('POST /api/apps/:slug/runs', { slug: 'kedge' }, run, 'Made.');
    net
      .open('/api/apps/kedge/runs', 'POST')
      .answer({ type: '', title: '', status: 409, detail: 'Taken.', code: 'supported', problems: [] }, 409);
    expect([await refused, made.saving.problems.value[0]?.sentence, made.reload.mock.calls.length]).toEqual([
      null,
      'Taken.',
      2,
    ]);
  });
});

describe('questions one after another', () => {
  it('take only what the last one brings, or why it failed', async () => {
    const turn = asking();
    const [first, second] = [turn(), turn()];
    expect([first(), second()]).toEqual([false, true]);
    const answers: ((value: string) => void)[] = [];
    const taken: string[] = [];
    const { made } = await hosted(() =>
      useAsked(
        () => new Promise<string>((done) => answers.push(done)),
        (found) => taken.push(found),
      ),
    );
    void made.load();
    void made.load();
    answers[1]!('second');
    await settle();
    answers[0]!('first');
    await settle();
    expect([taken, made.failed.value]).toEqual([['second'], null]);
  });
});

describe('the address', () => {
  it('keeps choices, and not those that are what they would be anyway', async () => {
    const { made, router } = await hosted(() => ({ place: usePlace(), hands: useHands() }), '/catalogue?style=symbols');
    expect([made.place.style.value, made.hands.typist.value]).toEqual(['symbols', 'average']);
    made.place.style.value = 'words';
    await settle();
    expect(router.currentRoute.value.query).toEqual({});
    made.hands.place('left index', 'KeyD');
    await settle();
    expect(router.currentRoute.value.query).toMatchObject({ rest: 'custom finger positions' });
    expect(made.hands.rest.value.on['left index']).toBe('KeyD');
    expect(made.place.luggage.value).toMatchObject({ rest: 'custom finger positions' });
  });

  it('passes over fingers and keys that are none', async () => {
    const { made } = await hosted(() => useHands(), '/?rest=custom finger positions&fingers=99.KeyA,0.<b>,1.KeyS');
    expect(Object.values(made.rest.value.on)).toEqual(['KeyS']);
  });
});

describe('moving about in a grid (WAI-ARIA Authoring Practices, grid pattern)', () => {
  const rows = [
    { kind: 'heading', title: 'Depths' },
    ...[1, 2, 3].map((id) => ({ kind: 'command', command: { id } })),
    { kind: 'heading', title: 'Deck' },
    ...[4, 5].map((id) => ({ kind: 'command', command: { id } })),
  ];
  function grid() {
    const [cursorRow, cursorColumn] = [ref(-1), ref(0)];
    const marked = ref<ReadonlySet<number>>(new Set());
    const chosen: number[] = [];
    const entered: number[] = [];
    const select = (id: number) => {
      chosen.push(id);
      cursorRow.value = rows.findIndex((one) => 'command' in one && one.command?.id === id);
    };
    const { onKey, isMarked } = useGrid({
      rows: () => rows as never,
      columns: () => 3,
      selected: () => chosen.at(-1) ?? null,
      marked: () => marked.value,
      focused: () => true,
      cursorRow,
      cursorColumn,
      select,
      enter: (id) => entered.push(id),
      mark: (ids) => (marked.value = ids),
    });
    const press = (key: string, held: Partial<KeyboardEvent> = {}) =>
      onKey(new KeyboardEvent('keydown', { key, ...held } as KeyboardEventInit));
    return { press, chosen, entered, marked, cursorColumn, isMarked };
  }

  it('goes over headings, stops at the ends, and leaves keys with Alt to others', () => {
    const { press, chosen, cursorColumn, entered } = grid();
    for (const key of ['ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowUp', 'End', 'ArrowRight']) press(key);
    expect([chosen, cursorColumn.value]).toEqual([[1, 2, 3, 4, 3], 3]);
    press('Home', { ctrlKey: true });
    press('ArrowDown', { altKey: true });
    press('End', { ctrlKey: true });
    press('Enter');
    expect([chosen.slice(5), entered]).toEqual([[1, 5], [5]]);
  });

  it('marks what is passed over with Shift, takes single rows in and out, and lets go with Escape', () => {
    const { press, marked, isMarked } = grid();
    press('ArrowDown');
    press('ArrowDown', { shiftKey: true });
    press('ArrowDown', { shiftKey: true });
    expect([...marked.value]).toEqual([1, 2, 3]);
    press(' ');
    expect([[...marked.value], isMarked(1), isMarked(3)]).toEqual([[1, 2], true, false]);
    press('Escape');
    expect(marked.value.size).toBe(0);
  });
});
