import * as autocomplete180 from 'cm-autocomplete-6.18.0';
import * as autocomplete from '@codemirror/autocomplete';
import * as commands600 from 'cm-commands-6.0.0';
import * as commands630 from 'cm-commands-6.3.0';
import * as commands681 from 'cm-commands-6.8.1';
import * as commands from '@codemirror/commands';
import * as search620 from 'cm-search-6.2.0';
import * as search from '@codemirror/search';
import * as prose108 from 'pm-commands-1.0.8';
import * as prose120 from 'pm-commands-1.2.0';
import * as prose from 'prosemirror-commands';

/** A key of a library's keymap on one platform, and the name of the function that it runs. */
interface MapKey {
  readonly text: string;
  readonly name: string;
}
export type MapPlatform = 'windows' | 'macos' | 'linux';
export interface Keymap {
  readonly version: string;
  on(platform: MapPlatform): readonly MapKey[];
}

type Module = Readonly<Record<string, unknown>>;
/** A function by the name its library exports it under; one that is made up of several by the first key it is on. */
function namer(module: Module) {
  const names = new Map<unknown, string>();
  for (const [name, value] of Object.entries(module)) if (typeof value === 'function') names.set(value, name);
  return (run: unknown, key: string) => names.get(run) ?? (names.set(run, `what ${key} does`), names.get(run)!);
}

interface Row {
  readonly key?: string;
  readonly mac?: string;
  readonly win?: string;
  readonly linux?: string;
  readonly run?: unknown;
  readonly shift?: unknown;
}

/**
 * The default maps of @codemirror 6 (MIT), less what imitates another program. `any` keys only run for what is not bound;
 * they are no shortcuts.
 */
function lines(version: string, module: Module, maps: readonly string[]): Keymap {
  const nameOf = namer(module);
  const imitating = (module['emacsStyleKeymap'] ?? []) as readonly Row[];
  const rows = maps.flatMap((name) => module[name] as readonly Row[]);
  const own = rows.filter(
    (row) =>
      !imitating.includes(row) &&
      !(row.mac && !row.key && imitating.some((one) => one.key === row.mac && one.run === row.run)),
  );
  const named = own.map((row) => ({
    row,
    run: row.run && nameOf(row.run, row.key ?? row.mac ?? ''),
    shift: row.shift && nameOf(row.shift, `Shift-${row.key ?? row.mac}`),
  }));
  return {
    version,
    on: (platform) =>
      named.flatMap(({ row, run, shift }) => {
        const text = (platform === 'macos' ? row.mac : platform === 'windows' ? row.win : row.linux) ?? row.key;
        if (!text) return [];
        return [
          ...(run ? [{ text, name: String(run) }] : []),
          ...(shift ? [{ text: `Shift-${text}`, name: String(shift) }] : []),
        ];
      }),
  };
}

/** The base maps of prosemirror-commands (MIT). */
function prosemirror(version: string, module: Module): Keymap {
  const nameOf = namer(module);
  const map = (name: string) =>
    Object.entries(module[name] as Record<string, unknown>).map(([text, run]) => ({ text, name: nameOf(run, text) }));
  const [pc, mac] = [map('pcBaseKeymap'), map('macBaseKeymap')];
  return { version, on: (platform) => (platform === 'macos' ? mac : pc) };
}

const EDITING = ['defaultKeymap', 'historyKeymap'];
/** Releases of each library's maps, the oldest first. */
export const LIBRARIES: Readonly<Record<string, readonly Keymap[]>> = {
  '@codemirror/commands': [
    lines('6.0.0', commands600, EDITING),
    lines('6.3.0', commands630, EDITING),
    lines('6.8.1', commands681, EDITING),
    lines('6.11.1', commands, EDITING),
  ],
  '@codemirror/search': [lines('6.2.0', search620, ['searchKeymap']), lines('6.7.2', search, ['searchKeymap'])],
  '@codemirror/autocomplete': [
    lines('6.18.0', autocomplete180, ['completionKeymap']),
    lines('6.20.4', autocomplete, ['completionKeymap']),
  ],
  'prosemirror-commands': [prosemirror('1.0.8', prose108), prosemirror('1.2.0', prose120), prosemirror('1.7.2', prose)],
};
