import { describe, expect, it } from 'vitest';
import { App, KeyPolicy, type Catalogue, type CommandGroup, type Edit, type Use } from '../../src/contract/index.ts';
import { clashes, opened, workLists } from '../../src/keyset/index.ts';
import { FOUR_CONTEXTS, PLATFORMS } from '../arbitraries.ts';
import { binding, command, custom, edit, shipped, usKeyboards } from './fixtures.ts';

const app = App.parse({
  id: 1,
  slug: 'kedge',
  name: 'Kedge',
  role: 'taught',
  platforms: PLATFORMS,
  keyPolicy: KeyPolicy.parse({}),
  howToChange: '',
});
const use = (id: number, perDay: number): Use => ({ command: id, source: 'desk', perDay, often: null });
const pair: CommandGroup = {
  id: 1,
  kind: 'pair',
  name: 'Up and down',
  members: [1, 2],
  twin: null,
  advised: null,
  because: '',
};

function listsOf(edits: Edit[], uses: Use[] = []) {
  const catalogue: Catalogue = {
    app,
    release: {
      id: 1,
      appId: 1,
      label: '1',
      releasedOn: null,
      position: 1,
      platforms: PLATFORMS,
      sealedAt: null,
      builds: [],
      tiers: [],
      keyPolicy: null,
    },
    contexts: FOUR_CONTEXTS,
    commands: [1, 2, 3, 4].map((id) => command(id)),
    keysets: [shipped([binding(1, 'F2'), binding(2, 'F3'), binding(3, 'F4')]), custom(edits)],
    groups: [pair],
    runs: [],
    uses,
    systemKeys: [],
    corrected: [],
  };
  const of = (id: number) => {
    const setting = opened(catalogue).setting(id, usKeyboards());
    const lists = workLists(
      catalogue,
      catalogue.keysets.find((one) => one.id === id)!,
      setting,
      clashes(setting),
    );
    return Object.fromEntries(lists.map((one) => [one.name, [...one.commands].sort()]));
  };
  return { shipped: of(1), custom: of(2) };
}

describe('the lists to work off', () => {
  it('are empty where nothing is to be done, and the shipped keyset has none of edits', () => {
    const { shipped: below, custom: mine } = listsOf([]);
    expect(mine).toEqual({ edits: [], clashes: [], former: [], pairs: [], often: [] });
    expect(Object.keys(below)).toEqual(['clashes', 'pairs', 'often']);
  });
  it('name who was left without a key, whose partner has one, and both of a clash', () => {
    const { custom: mine } = listsOf([edit(2, 'clear', []), edit(4, 'set', ['F4 A'])]);
    expect(mine).toMatchObject({ edits: [2, 4], former: [2], pairs: [1, 2], clashes: [3, 4] });
  });
  it('name what is used often and has no key on any platform', () => {
    expect(listsOf([], [use(4, 11), use(1, 200)]).custom['often']).toEqual([4]);
    expect(listsOf([], [use(4, 10)]).custom['often']).toEqual([]);
    const onOne = edit(4, 'set', ['F9'], { platform: 'macos' });
    expect(listsOf([onOne], [use(4, 11)]).custom['often']).toEqual([]);
  });
});
