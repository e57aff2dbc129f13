import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueIn, languagesOf } from '../../src/catalogue/index.ts';
import { effective } from '../../src/keyset/index.ts';
import type { Binding, Catalogue, Wording } from '../../src/contract/index.ts';
import { fewShortcuts } from '../arbitraries.ts';
import { binding, command, shipped } from '../keyset/fixtures.ts';

const wording = (facts: Partial<Wording>): Wording => ({
  platform: null,
  language: null,
  label: '',
  menu: '',
  category: '',
  description: '',
  otherNames: [],
  ...facts,
});
const whole = (bindings: Binding[], wordings: Wording[] = []) =>
  ({ commands: [command(1, { wordings }), command(2)], keysets: [shipped(bindings)] }) as unknown as Catalogue;
const keysIn = (catalogue: Catalogue, language: string | null) => {
  const [keyset] = catalogueIn(catalogue, language).keysets;
  return (id: number, context = 1) =>
    effective({ shipped: keyset as ReturnType<typeof shipped>, layers: [] }, 'windows')
      .at(id, context)
      .map((held) => held.shortcut);
};

describe('a catalogue in an interface language', () => {
  it('has that language’s shortcuts in place of those for all, where it states any', () => {
    const catalogue = whole([
      binding(1, 'Ctrl+S', { contexts: [1, 2] }),
      binding(1, 'Ctrl+I', { language: 'de' }),
      binding(2, 'F5'),
      binding(2, 'F6', { language: 'fr' }),
    ]);
    expect([keysIn(catalogue, 'de')(1), keysIn(catalogue, 'de')(1, 2), keysIn(catalogue, 'de')(2)]).toEqual([
      ['Ctrl+I'],
      ['Ctrl+S'],
      ['F5'],
    ]);
    expect([keysIn(catalogue, null)(1), keysIn(catalogue, 'fr')(2)]).toEqual([['Ctrl+S'], ['F6']]);
    expect(languagesOf(catalogue)).toEqual(['de', 'fr']);
  });

  it('has the words of the language over those of the platform over its own', () => {
    const catalogue = whole(
      [],
      [
        wording({ language: 'de', label: 'Sichern' }),
        wording({ platform: 'macos', label: 'Keep', menu: 'File › Keep' }),
        wording({ platform: 'macos', language: 'de', menu: 'Ablage › Sichern' }),
      ],
    );
    const words = (language: string | null, platform: string | null) => {
      const [first] = catalogueIn(catalogue, language, platform).commands;
      return [first!.label, first!.menu];
    };
    expect(words(null, null)).toEqual(['Command 1', '']);
    expect(words(null, 'macos')).toEqual(['Keep', 'File › Keep']);
    expect(words('de', 'macos')).toEqual(['Sichern', 'Ablage › Sichern']);
    expect(words('de', 'windows')).toEqual(['Sichern', '']);
  });

  it('holds no other language’s shortcuts, and reading it again in any language changes nothing', () => {
    const languages = fc.constantFrom(null, null, 'de', 'fr');
    const bindings = fc.array(
      fc
        .record({ id: fc.integer({ min: 1, max: 2 }), shortcut: fewShortcuts, language: languages })
        .map(({ id, shortcut, language }) => binding(id, shortcut, { language })),
      { maxLength: 8 },
    );
    fc.assert(
      fc.property(bindings, languages, languages, (list, language, other) => {
        const once = catalogueIn(whole(list), language);
        const mine = (id: number, tag: string | null) =>
          list.filter((one) => one.command === id && one.language === tag).map((one) => one.shortcut);
        for (const id of [1, 2]) {
          const own = language === null ? [] : mine(id, language);
          expect(keysIn(whole(list), language)(id)).toEqual(own.length ? own : mine(id, null));
          expect(keysIn(once, other)(id)).toEqual(keysIn(whole(list), language)(id));
        }
      }),
    );
  });
});
