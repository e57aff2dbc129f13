import { contextTree, usedOften } from '../catalogue/index.ts';
import type { Catalogue } from '../contract/index.ts';
import type { Setting } from './clash/finding.ts';
import { stackOf } from './effective.ts';

/** All that weighing a keyset of a catalogue takes. */
export function settingFrom(
  catalogue: Catalogue,
  keysetId: number,
  more: Partial<Pick<Setting, 'layouts' | 'often' | 'stack'>> = {},
): Setting {
  const keyset = catalogue.keysets.find((one) => one.id === keysetId)!;
  const pairs = catalogue.groups.flatMap(({ kind, members }) =>
    kind === 'pair' ? [[members[0]!, members[1]!] as const] : [],
  );
  return {
    stack: more.stack ?? stackOf(keyset, catalogue.keysets),
    commands: new Map(catalogue.commands.map((command) => [command.id, command])),
    tree: contextTree(catalogue.contexts),
    platforms: catalogue.release.platforms,
    policy: catalogue.app.keyPolicy,
    systemKeys: catalogue.systemKeys,
    pairs,
    often: usedOften(catalogue.uses),
    ...more,
  };
}
