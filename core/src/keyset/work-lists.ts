import { holding } from '../catalogue/index.ts';
import type { Catalogue, Keyset } from '../contract/index.ts';
import type { Clash } from './clash/finding.ts';
import type { Setting } from './setting.ts';

/** A list to work off: commands of a keyset that something is to be done about. */
export interface WorkList {
  readonly name: string;
  readonly title: string;
  readonly commands: ReadonlySet<number>;
  /** What is said when nothing is left on it. */
  readonly none: string;
}

/** The lists of a keyset: what is edited, what clashes, who was left without, half pairs, and what is used often. */
export function workLists(catalogue: Catalogue, keyset: Keyset, setting: Setting, found: readonly Clash[]): WorkList[] {
  const { weighed, often } = setting;
  const { platforms } = weighed.keyboards;
  const on = platforms.map((platform) => weighed.on(platform));
  const keyed = holding(catalogue.commands, (command) => on.some((held) => held.of(command).length > 0));
  const had = platforms.map((platform) => weighed.shipped().on(platform));
  const without = catalogue.commands.filter((one) => !keyed.has(one.id));
  const edited = keyset.kind === 'custom' ? keyset.edits.map((edit) => edit.command) : [];
  const list = (name: string, title: string, commands: Iterable<number>, none: string): WorkList => ({
    name,
    title,
    commands: new Set(commands),
    none,
  });
  const parties = (clash: Clash) => [
    ...clash.parties.map((party) => party.command),
    ...(clash.missing === undefined ? [] : [clash.missing]),
  ];
  const custom = keyset.kind === 'custom';
  return [
    ...(custom ? [list('edits', 'Edited here', edited, 'No edits yet')] : []),
    list(
      'clashes',
      'Conflicts and delays',
      found.filter((clash) => clash.severity !== 'note').flatMap(parties),
      'No conflicts',
    ),
    ...(custom
      ? [
          list(
            'former',
            'Lost their shortcut',
            without.filter(({ id }) => had.some((held) => held.of(id).length > 0)).map((one) => one.id),
            'No command lost its shortcut',
          ),
        ]
      : []),
    list(
      'pairs',
      'Incomplete pairs',
      found.filter((one) => one.kind === 'lopsided').flatMap(parties),
      'No incomplete pairs',
    ),
    list(
      'often',
      'Frequent, no shortcut',
      without.filter(({ id }) => often.has(id)).map((one) => one.id),
      'All frequent commands have a shortcut',
    ),
  ];
}
