import { shallowRef } from 'vue';
import { describe, expect, it, vi } from 'vitest';
import { US, parseStored } from '@crib/core/keys';
import { opened } from '@crib/core/keyset';
import { keyboardOf } from '@crib/core/press';
import { benchWith } from '@crib/core/preset';
import { catalogue } from '../../../core/test/list/fixtures.ts';
import { useTryOutLog } from '../../src/composables/useTryOutLog.ts';
import { hosted } from './host.ts';

describe('the bench', () => {
  it('takes a key twice only where the same keys are pressed twice, and held where it is held long', async () => {
    vi.useFakeTimers();
    const program = opened(
      catalogue(
        ['Part', 'Print', 'Drag'].map((label) => ({ name: label.toLowerCase(), label })),
        ['P P', 'Ctrl+P', 'hold:F4'].map((shortcut, at) => ({ command: at + 1, shortcut })),
      ),
    );
    const scene = benchWith(program, keyboardOf(US, 'windows'), null).scene(program.tree.root.id, 'none');
    const said = (text: string) => () => text;
    const words = { types: 'types', waits: 'waits', several: 'several', nothing: 'nothing', free: '' };
    const { made } = await hosted(() =>
      useTryOutLog(shallowRef(scene), shallowRef(program), shallowRef(null), () => ({
        ...words,
        given: said(''),
        shipped: said(''),
        only: said(''),
      })),
    );
    const press = (stored: string) => made.stroke(parseStored(stored).strokes[0]!);
    const did = () => made.entries.value.map((one) => one.what).reverse();
    for (const key of ['Ctrl+P', 'P', 'P', 'P']) press(key);
    expect(did()).toEqual(['Print', 'waits', 'Part', 'waits']);
    press('F4');
    vi.advanceTimersByTime(300);
    made.letGo();
    vi.advanceTimersByTime(300);
    expect(did().slice(4)).toEqual(['nothing']);
    press('F4');
    vi.advanceTimersByTime(500);
    expect(did().slice(5)).toEqual(['nothing', 'Drag']);
    vi.useRealTimers();
  });
});
