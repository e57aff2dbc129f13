import { contextTree } from '../catalogue/index.ts';
import type { Catalogue, Command, Recipe } from '../contract/index.ts';
import type { Platform } from '../keys/index.ts';
import { decoded } from './encoding.ts';
import { keyReader } from './key-text.ts';
import { recordsIn } from './records.ts';
import { matched, tokensOf } from './template.ts';

/** What a record of a file says, as far as it is understood. */
export interface ReadBinding {
  readonly from: number;
  readonly to: number;
  /** The line it begins on, from one. */
  readonly line: number;
  readonly command: Command | null;
  readonly context: number | null;
  /** The keys as the record writes them. */
  readonly keys: string;
  /** Stored shortcuts; none where the file says that there is none. */
  readonly shortcuts: readonly string[];
  /** What is not understood of it: a command, a context, or keys that nobody knows. */
  readonly unknown: readonly { readonly what: 'command' | 'context' | 'keys'; readonly said: string }[];
}
export interface ReadPreset {
  readonly text: string;
  readonly encoding: Recipe['encoding'];
  /** The number of the edition that the file names. */
  readonly edition: number | null;
  readonly bindings: readonly ReadBinding[];
}

/**
 * Reads the bytes of a preset file by a recipe against a catalogue. What no template makes is not looked at; what is not
 * understood is said with its line. Refuses what is no file of that syntax.
 */
export function readPreset(recipe: Recipe, bytes: Uint8Array, catalogue: Catalogue, platform: Platform): ReadPreset {
  const { text, encoding } = decoded(bytes, recipe.encoding);
  const reads = keyReader(recipe, platform);
  const tree = contextTree(catalogue.contexts);
  const byName = new Map(
    catalogue.commands.flatMap((one) => [one.name, ...one.aliases].map((name) => [name, one] as const)),
  );
  const byLabel = new Map<string, Command | null>();
  // A label that two commands have names neither.
  for (const one of catalogue.commands) byLabel.set(one.label, byLabel.has(one.label) ? null : one);
  const byArgument = new Map(
    catalogue.commands.flatMap((one) => (one.argumentOf ? [[`${one.argumentOf} ${one.argument}`, one] as const] : [])),
  );
  const places = new Map(
    tree.inOrder.flatMap(({ id }) =>
      Object.hasOwn(recipe.contexts, tree.title(id)) ? [[recipe.contexts[tree.title(id)]!, id] as const] : [],
    ),
  );
  const only = catalogue.contexts.find((one) => one.parent === null)?.id ?? null;
  let [line, seen] = [1, 0];
  const bindings = recordsIn(recipe, text).map(({ from, to, kind, fields }): ReadBinding => {
    for (; seen < from; seen++) if (text.charCodeAt(seen) === 10) line++;
    const unknown: { what: 'command' | 'context' | 'keys'; said: string }[] = [];
    const { command: id, label, context: place, keys = '', argument } = fields;
    let command = (id !== undefined ? byName.get(id) : label !== undefined ? byLabel.get(label) : undefined) ?? null;
    if (command && argument !== undefined) command = byArgument.get(`${command.name} ${argument}`) ?? null;
    if (!command)
      unknown.push({
        what: 'command',
        said: [id ?? label ?? '', argument].filter((one) => one !== undefined).join(', '),
      });
    const context = place === undefined ? only : (places.get(place) ?? null);
    if (context === null) unknown.push({ what: 'context', said: place ?? '' });
    const texts =
      kind === 'noKey' || keys.trim() === '' ? [] : recipe.several === null ? [keys] : keys.split(recipe.several);
    const shortcuts = texts.flatMap((one) => {
      const stored = reads(one);
      if (stored === null) unknown.push({ what: 'keys', said: one });
      return stored === null ? [] : [stored];
    });
    return { from, to, line, command, context, keys, shortcuts, unknown };
  });
  return { text, encoding, edition: editionIn(recipe, text), bindings };
}

/** The edition that a file names in a line of the recipe’s header. */
function editionIn({ header }: Recipe, text: string): number | null {
  const lines = text.split(/\r?\n/, 200).map((one) => one.trim());
  for (const template of header.filter((one) => one.includes('{edition}'))) {
    const tokens = tokensOf(template.trim());
    const at = tokens.findIndex((one) => 'field' in one && one.field === 'edition');
    const [before, after] = [tokens.slice(0, at), tokens.slice(at + 1)];
    // The number stands where what is before it and what is behind it are as the header has them.
    for (const line of lines)
      for (const { 0: digits, index } of line.matchAll(/\d{1,9}/g))
        if (matched(before, line.slice(0, index)) && matched(after, line.slice(index + digits.length)))
          return Number(digits);
  }
  return null;
}

/** A command in a place, as the keys of `saidIn` have it. */
export const presetKey = (command: number, context: number) => `${command} ${context}`;
/** The command of such a key. */
export const commandIn = (key: string) => Number(key.split(' ')[0]);

/** What a file says of each command in each place: the shortcuts of all its records there, empty for none. */
export function saidIn({ bindings }: Pick<ReadPreset, 'bindings'>): Map<string, readonly string[]> {
  const said = new Map<string, readonly string[]>();
  for (const { command, context, shortcuts, unknown } of bindings) {
    if (!command || context === null || unknown.length) continue;
    const key = presetKey(command.id, context);
    said.set(key, [...new Set([...(said.get(key) ?? []), ...shortcuts])]);
  }
  return said;
}
