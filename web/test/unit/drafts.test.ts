import { nextTick, ref } from 'vue';
import { ElMessageBox } from 'element-plus';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useChanges, mayLeave } from '../../src/composables/unsaved.ts';
import { useDraft } from '../../src/composables/useDraft.ts';
import { hosted } from './host.ts';

const stored = () => ref({ id: 1, name: 'Deck', note: 'old', list: ['a'] });

describe('a draft', () => {
  it('follows what colleagues save in fields that nobody touched, and keeps what was typed', async () => {
    const object = stored();
    const { made, page } = await hosted(() =>
      useDraft(
        'layer',
        () => object.value.id,
        () => ({ ...object.value }),
      ),
    );
    made.form.name = 'Deck hands';
    object.value = { ...object.value, name: 'Their name', note: 'theirs' };
    await nextTick();
    expect([made.form.name, made.form.note, made.unsaved.value]).toEqual(['Deck hands', 'theirs', true]);
    made.reset();
    expect([made.form.name, made.unsaved.value]).toEqual(['Their name', false]);
    page.unmount();
  });

  it('keeps above the saved answer what is typed while it is saved', async () => {
    const object = stored();
    const { made, page } = await hosted(() =>
      useDraft(
        'slow',
        () => object.value.id,
        () => ({ ...object.value }),
      ),
    );
    made.form.name = 'One';
    const done = made.sending();
    made.form.name = 'One and more';
    object.value = { ...object.value, name: 'One' };
    done();
    await nextTick();
    expect([made.form.name, made.unsaved.value]).toEqual(['One and more', true]);
    const again = made.sending();
    object.value = { ...object.value, name: 'One and more' };
    again();
    await nextTick();
    expect(made.unsaved.value).toBe(false);
    page.unmount();
  });

  it('is kept aside for each object, also when its page is left, and never written into another', async () => {
    const object = stored();
    const open = () =>
      useDraft(
        'aside',
        () => object.value.id,
        () => ({ ...object.value }),
      );
    const { made, page } = await hosted(open);
    made.form.list = ['a', 'b'];
    object.value = { id: 2, name: 'Something else', note: '', list: [] };
    await nextTick();
    expect([made.form.name, made.form.list, made.unsaved.value]).toEqual(['Something else', [], false]);
    page.unmount();
    object.value = { id: 1, name: 'Deck', note: 'changed since', list: ['a'] };
    const { made: later, page: again } = await hosted(open);
    expect([later.form.list, later.form.note, later.unsaved.value]).toEqual([['a', 'b'], 'changed since', true]);
    again.unmount();
  });
});

describe('leaving a page', () => {
  afterEach(() => void vi.restoreAllMocks());

  it('asks once for all that is unsaved in it, and forgets it only where that is wanted', async () => {
    let answer = false;
    const asked = vi
      .spyOn(ElMessageBox, 'confirm')
      .mockImplementation(async () => (answer ? ({} as never) : Promise.reject(new Error('cancel'))));
    const { made, page } = await hosted(() => useChanges());
    expect(await mayLeave()).toBe(true);
    made.touch();
    const done = made.sending();
    made.touch();
    done();
    expect([made.unsaved.value, await mayLeave(), made.unsaved.value]).toEqual([true, false, true]);
    answer = true;
    expect([await mayLeave(), made.unsaved.value, asked.mock.calls.length]).toEqual([true, false, 2]);
    made.touch();
    page.unmount();
    expect(await mayLeave()).toBe(true);
  });
});
