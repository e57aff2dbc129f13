import type { Problem } from '../error/index.ts';
import type { Platform } from '../keys/index.ts';
import { Catalogue, type Command, type Context, type KeyPolicy } from '../contract/index.ts';
import { readList } from './read.ts';
import { readTable, type Table } from './table.ts';

/** What is known of a program besides its list. */
export interface ProgramFacts {
  readonly name?: string;
  readonly platforms: readonly Platform[];
  readonly keyPolicy?: Partial<KeyPolicy>;
  /** Its places, in an order in which each comes after the one it lies in; Everywhere is there by itself. */
  readonly places?: readonly { readonly name: string; readonly in?: string; readonly takesText?: boolean }[];
  /** An earlier list of the program: commands of its names, and places at its paths, are those of it. */
  readonly before?: Catalogue;
}

/** A program known by its list alone, and what the list leaves open. */
export interface ListedProgram {
  readonly catalogue: Catalogue;
  readonly problems: readonly Problem[];
}

const EVERYWHERE: Context = { id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] };

/** A program without a command yet. */
function emptyProgram({
  name = 'The program',
  platforms,
  keyPolicy = {},
  places = [],
  before,
}: ProgramFacts): Catalogue {
  const contexts: Context[] = [...(before?.contexts ?? [EVERYWHERE])];
  for (const { name: called, in: into = EVERYWHERE.name, takesText = false } of places) {
    const parent = contexts.find((one) => one.name === into)?.id ?? EVERYWHERE.id;
    contexts.push({
      id: contexts.length + 1,
      parent,
      name: called,
      position: contexts.length,
      takesText,
      together: [],
    });
  }
  const app = { id: 1, slug: 'program', name, role: 'taught', platforms: [...platforms], keyPolicy, howToChange: '' };
  const release = {
    id: (before?.release.id ?? 0) + 1,
    appId: 1,
    label: '1',
    releasedOn: null,
    position: 1,
    platforms: [...platforms],
    sealedAt: null,
    builds: [],
    tiers: [],
  };
  return Catalogue.parse({ app, release, contexts, commands: [], keysets: [] });
}

/** The places a list names that are not there, each path with those it lies in: a list read alone makes them. */
function placesNamed(table: Table, catalogue: Catalogue): string[] {
  const first = readList(table, catalogue);
  if ('code' in first) return [];
  const column = first.meanings.indexOf('context');
  const cells = column < 0 ? [] : first.table.rows.map((row) => (row.cells[column] ?? '').trim());
  const known = new Set(catalogue.contexts.map((one) => one.name.toLowerCase()));
  return [...new Set(cells)].filter((cell) => cell && !known.has(cell.toLowerCase()));
}

/**
 * A program as its list has it, without a database: its commands, its places and the keyset it ships with. A list that is none
 * at all is the one problem; with problems, what could be read is there all the same.
 */
export function programOf(source: string | Table, facts: ProgramFacts): ListedProgram {
  const empty = emptyProgram(facts);
  const table = typeof source === 'string' ? readTable(source) : source;
  if ('code' in table) return { catalogue: empty, problems: [table] };
  const reading = readList(table, empty, { newContexts: placesNamed(table, empty) });
  if ('code' in reading) return { catalogue: empty, problems: [reading] };
  const contexts = [...empty.contexts];
  /** The number of a place; one that the list made is put where its path says. */
  const placeOf = (place: number | string): number => {
    if (typeof place === 'number') return place;
    let parent = EVERYWHERE.id;
    for (const name of place.split('›').map((part) => part.trim())) {
      const found = contexts.find((one) => one.parent === parent && one.name === name);
      if (!found)
        contexts.push({
          id: contexts.length + 1,
          parent,
          name,
          position: contexts.length,
          takesText: false,
          together: [],
        });
      parent = (found ?? contexts.at(-1)!).id;
    }
    return parent;
  };
  const known = new Map((facts.before?.commands ?? []).map((one) => [one.name, one.id]));
  let last = Math.max(0, ...known.values());
  const commands = reading.plan.newCommands.map(({ name, words, home }): Command => {
    return { ...words, id: known.get(name) ?? ++last, name, home: placeOf(home), wordings: [], aliases: [] };
  });
  const ids = new Map(commands.map((one) => [one.name, one.id]));
  const provenance = { kind: 'list', source: '', who: '', on: null, build: '', platform: null };
  const bindings = reading.plan.newBindings.map(({ source: _source, ...one }, at) => ({
    ...one,
    id: at + 1,
    command: ids.get(one.command)!,
    contexts: one.contexts.map(placeOf),
    provenance,
    trials: [],
  }));
  const shipped = {
    id: 1,
    appId: 1,
    name: 'built in',
    note: '',
    revision: 1,
    owner: null,
    kind: 'shipped',
    releaseId: empty.release.id,
    isDefault: true,
    imitates: null,
    bindings,
    corrections: [],
  };
  const catalogue = Catalogue.parse({ ...empty, contexts, commands, keysets: [shipped] });
  return { catalogue, problems: reading.plan.problems };
}
