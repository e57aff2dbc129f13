import { contextTree, usedOften, usesADay, type ContextTree } from '../catalogue/index.ts';
import type { Catalogue, Command, KeyPolicy, Keyset } from '../contract/index.ts';
import type { Layout } from '../keys/index.ts';
import { keyboardsOf, type Keyboards } from '../press/index.ts';
import { stackOf, type Stack } from './effective.ts';
import { takersOf, type Takers } from './takers.ts';
import { each, once } from '../memory/index.ts';
import { weigh, type Weighed } from './weighed.ts';

/** What one needs to know to say what gets in the way of what, and what an edit does. */
export interface Setting {
  /** The keyset, with the keyboards it is weighed for; the topmost layer is the one that is edited. */
  readonly weighed: Weighed;
  readonly commands: ReadonlyMap<number, Command>;
  readonly tree: ContextTree;
  readonly policy: KeyPolicy;
  readonly takers: Takers;
  /** Pairs of opposite commands. */
  readonly pairs: readonly (readonly [number, number])[];
  /** Commands used daily, or over ten times a day. */
  readonly often: ReadonlySet<number>;
  /** Positions that own a key, whatever is put into them. */
  readonly slots: ReadonlySet<number>;
  /** What decides between two commands that one press chooses from; empty where none does. */
  readonly decides: (a: number, b: number) => string;
}

/** A loaded catalogue, with what is asked of it again and again: computed once, and remembered as long as it is. */
export interface Opened {
  readonly catalogue: Catalogue;
  readonly tree: ContextTree;
  readonly commands: ReadonlyMap<number, Command>;
  /** Uses a working day, by command. */
  readonly uses: () => ReadonlyMap<number, number>;
  readonly often: () => ReadonlySet<number>;
  readonly pairs: () => Setting['pairs'];
  readonly slots: Setting['slots'];
  readonly decides: Setting['decides'];
  /** The keyset that the release comes with unless another is chosen. */
  readonly shipped: Keyset | undefined;
  /** The keyboards of a layout on the platforms of the release. */
  keyboards(layout: Layout): Keyboards;
  keyset(id: number): Keyset | undefined;
  stack(id: number): Stack;
  weighed(id: number, keyboards: Keyboards): Weighed;
  setting(id: number, keyboards: Keyboards): Setting;
}

export function opened(catalogue: Catalogue): Opened {
  const keysets = new Map(catalogue.keysets.map((one) => [one.id, one]));
  const stack = each((id: number) => stackOf(keysets.get(id)!, catalogue.keysets));
  const board = each((keyboards: Keyboards) => {
    const weighed = each((id: number) => weigh(stack(id), keyboards));
    const takers = once(() => takersOf(catalogue.systemKeys, keyboards));
    return { weighed, setting: each((id: number): Setting => settingOf(self, weighed(id), takers())) };
  });
  const self: Opened = {
    catalogue,
    tree: contextTree(catalogue.contexts),
    commands: new Map(catalogue.commands.map((command) => [command.id, command])),
    uses: once(() => usesADay(catalogue.uses)),
    often: once(() => usedOften(catalogue.uses)),
    pairs: once(() =>
      catalogue.groups.flatMap(({ kind, members }) => (kind === 'pair' ? [[members[0]!, members[1]!] as const] : [])),
    ),
    slots: new Set(catalogue.groups.flatMap(({ kind, members }) => (kind === 'slots' ? members : []))),
    decides: decidesIn(catalogue.groups),
    shipped: catalogue.keysets.find((one) => one.kind === 'shipped' && one.isDefault),
    keyboards: each((layout: Layout) => keyboardsOf([layout], catalogue.release.platforms)),
    keyset: (id) => keysets.get(id),
    stack,
    weighed: (id, keyboards) => board(keyboards).weighed(id),
    setting: (id, keyboards) => board(keyboards).setting(id),
  };
  return self;
}

/** What decides between commands of one chooser. */
function decidesIn(groups: Catalogue['groups']): Setting['decides'] {
  const choosers = groups.filter((one) => one.kind === 'chooser');
  if (choosers.length === 0) return () => '';
  const members = choosers.map((one) => ({ ids: new Set(one.members), because: one.because }));
  return (a, b) => members.find(({ ids }) => ids.has(a) && ids.has(b))?.because ?? '';
}

function settingOf(
  { catalogue, tree, commands, pairs, often, slots, decides }: Opened,
  weighed: Weighed,
  takers: Takers,
): Setting {
  return {
    weighed,
    commands,
    tree,
    policy: catalogue.app.keyPolicy,
    takers,
    pairs: pairs(),
    often: often(),
    slots,
    decides,
  };
}

/** A setting with another keyset in it: as if it were edited, or laid elsewhere. */
export const settingWith = (setting: Setting, stack: Stack): Setting => ({
  ...setting,
  weighed: weigh(stack, setting.weighed.keyboards),
});
