import { describe, expect, it } from 'vitest';
import { presentAddress } from '../../src/addresses.ts';
import { router } from '../../src/router.ts';

/** Addresses as they were before pages were renamed, with the view that they have to lead to. */
const BEFORE: Readonly<Record<string, string>> = {
  '/acts': 'activity',
  '/catalogue/a/1/read-in': 'import',
  '/catalogue/a/1/places': 'contexts',
  '/catalogue/a/1/runs': 'tasks',
  '/catalogue/a/1/uses': 'usage',
  '/catalogue/a/1/round': 'verification',
  '/catalogue/a/1/policy': 'key-handling',
  '/catalogue/a/1/system-keys': 'reserved',
  '/catalogue/a/1/remarks': 'comments',
  '/keysets/a/1/2/clashes': 'conflicts',
  '/keysets/a/1/2/room': 'free',
  '/keysets/a/1/2/reach': 'hand-travel',
  '/keysets/a/1/2/argued': 'compare',
  '/keysets/a/1/2/about': 'settings',
  '/crosswalks/a/1': 'migration',
  '/crosswalks/a/1/2': 'mapping',
  '/crosswalks/a/1/2/plan': 'plan',
  '/crosswalks/a/1/2/places': 'matched-contexts',
  '/crosswalks/a/1/2/hands': 'both-programs',
  '/crosswalks/a/1/words': 'synonyms',
  '/releases/a/1/lineage': 'renames',
  '/releases/a/1/life': 'timeline',
  '/releases/a/1/story': 'release-history',
  '/releases/a/1/imitation/2': 'compatibility',
  '/handouts/a/1/bench': 'try-out',
};

describe('addresses kept from before', () => {
  it('lead to the pages as they are called now, and what is called so now stays', () => {
    for (const [address, name] of Object.entries(BEFORE)) {
      expect(router.resolve(presentAddress(address)).name, address).toBe(name);
    }
    // Programs, releases and commands are called as they please.
    for (const address of ['/catalogue/runs/places', '/catalogue/a/1/command/reach', '/desk'])
      expect(router.resolve(address).name, address).not.toBe('nowhere');
  });
});
