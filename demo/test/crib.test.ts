import { describe, expect, it } from 'vitest';
import { clashes, opened } from '@crib/core/keyset';
import { US } from '@crib/core/keys';
import { keyboardsOf } from '@crib/core/press';
import { OWN_ACTIONS } from '../../web/src/own-keys/actions.ts';
import { programOf } from './program.ts';

const catalogue = programOf('crib', '1.0-keys.csv');
const [shipped] = catalogue.keysets;

describe('Crib’s own app', () => {
  it('has what Crib does at a press, by the names and keys that it has', () => {
    const own = catalogue.commands.filter((one) => one.name.startsWith('own.'));
    expect(own.map(({ name, label }) => [name.slice(4), label])).toEqual(
      OWN_ACTIONS.map((one) => [one.name, one.does]),
    );
    const keys = shipped!.kind === 'shipped' ? shipped!.bindings : [];
    for (const { name, keys: pressed } of OWN_ACTIONS) {
      const { id } = own.find((one) => one.name === `own.${name}`)!;
      expect(
        keys.filter((one) => one.command === id).map((one) => one.shortcut),
        name,
      ).toEqual([pressed]);
    }
  });

  it('clashes nowhere with itself', () => {
    const setting = opened(catalogue).setting(shipped!.id, keyboardsOf([US], catalogue.app.platforms));
    expect(clashes(setting).filter((one) => one.severity === 'error')).toEqual([]);
  });
});
