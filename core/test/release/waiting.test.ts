import { describe, expect, it } from 'vitest';
import { App, KeyPolicy, type Catalogue, type CustomKeyset, type Edit } from '../../src/contract/index.ts';
import { clashes, opened, unverifiedOn } from '../../src/keyset/index.ts';
import {
  lineageBetween,
  lineageProposals,
  lineageWaiting,
  pairKey,
  sideOf,
  untriedIn,
  waitingIn,
} from '../../src/release/index.ts';
import { PLATFORMS } from '../arbitraries.ts';
import { binding, command, custom, edit, shipped, tree, usKeyboards } from '../keyset/fixtures.ts';

const app = App.parse({
  id: 1,
  slug: 'kedge',
  name: 'Kedge',
  role: 'taught',
  platforms: PLATFORMS,
  keyPolicy: KeyPolicy.parse({}),
  howToChange: '',
});
function release(id: number, labels: readonly string[], edits: readonly Edit[], more: Partial<CustomKeyset> = {}) {
  const commands = labels.map((label, i) =>
    command(id * 10 + i, { name: `${id}.${i}`, label, menu: `Chart › ${label}` }),
  );
  const keys = ['F2', 'F3', 'F4', 'F5'];
  const base = {
    ...shipped(commands.map((one, i) => binding(one.id, keys[i]!, { id: id * 100 + i }))),
    id: id * 10 + 1,
  };
  const layer = { ...custom([...edits]), id: id * 10 + 2, baseId: base.id, name: 'School', ...more };
  const catalogue: Catalogue = {
    app,
    release: {
      id,
      appId: 1,
      label: String(id),
      releasedOn: null,
      position: id,
      platforms: PLATFORMS,
      sealedAt: null,
      builds: [],
      tiers: [],
      keyPolicy: null,
    },
    contexts: [...tree.inOrder],
    commands,
    keysets: [base, layer],
    groups: [],
    runs: [],
    uses: [{ command: commands[0]!.id, source: 'desk', perDay: 40, often: null }],
    systemKeys: [],
    corrected: [],
  };
  return opened(catalogue);
}
const keyboards = usKeyboards();

describe('what waits', () => {
  it('in a custom keyset is what carrying left open, errors among its clashes, and often used commands without a key', () => {
    const open = [{ position: 1, why: 'gone', edit: edit(11, 'set', ['F9']) }] as unknown as CustomKeyset['open'];
    const set = release(1, ['Alpha', 'Beta', 'Gamma'], [edit(10, 'clear', []), edit(11, 'set', ['F4'])], { open });
    const errors = clashes(set.setting(12, keyboards)).filter((one) => one.severity === 'error').length;
    expect(errors).toBeGreaterThan(0);
    expect(waitingIn(set, keyboards, () => false)).toEqual([
      { kind: 'open', release: '1', keyset: 12, name: 'School', count: 1, edits: 2 },
      { kind: 'errors', release: '1', keyset: 12, name: 'School', count: errors, layouts: ['us'] },
      { kind: 'keyless', release: '1', keyset: 12, name: 'School', count: 1, platform: PLATFORMS[0] },
    ]);
    expect(waitingIn(set, keyboards, (id) => id === 12)).toEqual([]);
    expect(waitingIn(release(1, ['Alpha', 'Beta'], []), keyboards, () => false)).toEqual([]);
  });
  it('in a release is what nobody has tried, and the platforms where that is so', () => {
    const set = release(1, ['Alpha', 'Beta'], []);
    const { shipped: base } = set;
    if (base?.kind !== 'shipped') throw new Error('a release ships a keyset');
    const counts = PLATFORMS.map((platform) => unverifiedOn(base, platform).size);
    expect(untriedIn(set)).toEqual([
      { kind: 'untried', release: '1', platforms: PLATFORMS, count: Math.max(...counts) },
    ]);
    const trials = PLATFORMS.map((platform) => ({ platform, who: 'Tess', on: '2026-11-01', build: '' }));
    const tried = { ...base, bindings: base.bindings.map((one) => ({ ...one, trials })) };
    expect(untriedIn({ ...set, shipped: tried })).toEqual([]);
  });
  it('between two releases is every proposal of lineage that was not refused', () => {
    const [before, now] = [
      release(1, ['Place sounding', 'Trace shoreline'], []),
      release(2, ['Place soundings', 'Trace shorelines'], []),
    ];
    const lineage = lineageBetween([], [1, 2], before.catalogue, now.catalogue);
    const none = { command: new Set<string>(), context: new Set<string>() };
    const side = (one: typeof before) => sideOf(one, one.shipped!.id, keyboards, PLATFORMS[0]!);
    const proposals = lineageProposals(side(before), side(now), lineage, new Set());
    expect(proposals.length).toBeGreaterThan(0);
    expect(lineageWaiting(before, now, lineage, none, keyboards)).toEqual([
      { kind: 'lineage', release: '2', count: proposals.length },
    ]);
    const refused = new Set(
      proposals.flatMap((one) => one.old.flatMap((was) => one.now.map((is) => pairKey(was, is)))),
    );
    expect(lineageWaiting(before, now, lineage, { ...none, command: refused }, keyboards)).toEqual([]);
  });
});
