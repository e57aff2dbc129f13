import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { Catalogue, Recipe, type Command, type Context } from '@crib/core/contract';
import { effective } from '@crib/core/keyset';
import { readList } from '@crib/core/list';
import { mergedPreset, physical, readPreset, saidIn, writePreset } from '@crib/core/preset';

const file = (name: string) => readFileSync(new URL(`../${name}`, import.meta.url), 'utf8');
const json = <T>(name: string) => JSON.parse(file(name)) as T;
interface Program {
  readonly app: Catalogue['app'];
  readonly contexts: { name: string; in?: string; takesText?: boolean }[];
}

/** A program of the scenario as its list has it, with what it ships. */
function programOf(folder: string, list: string): Catalogue {
  const { app, contexts: written } = json<Program>(`${folder}/app.json`);
  const contexts: Context[] = [{ id: 1, parent: null, name: 'Everywhere', position: 0, takesText: false, together: [] }]; // prettier-ignore
  for (const { name, in: parent, takesText = false } of written) contexts.push({ id: contexts.length + 1, parent: contexts.find((one) => one.name === (parent ?? 'Everywhere'))!.id, name, position: contexts.length, takesText, together: [] }); // prettier-ignore
  const release = { id: 1, appId: 1, label: '1', releasedOn: null, position: 1, platforms: app.platforms, sealedAt: null, builds: [], tiers: [] }; // prettier-ignore
  const empty = Catalogue.parse({ app: { ...app, id: 1 }, release, contexts, commands: [], keysets: [] });
  const reading = readList(file(`${folder}/${list}`), empty);
  if ('code' in reading) throw new Error(reading.sentence);
  const commands: Command[] = reading.plan.newCommands.map(({ name, words, home }, i) => ({ ...words, id: i + 1, name, home: Number(home), wordings: [], aliases: [] })); // prettier-ignore
  const ids = new Map(commands.map((one) => [one.name, one.id]));
  const provenance = { kind: 'list' as const, source: '', who: '', on: null, build: '', platform: null };
  const bindings = reading.plan.newBindings.map((one, i) => ({ ...one, id: i + 1, command: ids.get(one.command)!, contexts: one.contexts.map(Number), provenance, trials: [] })); // prettier-ignore
  const shipped = { id: 1, appId: 1, name: 'shipped', note: '', revision: 1, owner: null, kind: 'shipped', releaseId: 1, isDefault: true, imitates: null, bindings, corrections: [] }; // prettier-ignore
  return Catalogue.parse({ ...empty, commands, keysets: [shipped] });
}

describe.each([
  // Found by hand in the lists: what each format has no words for.
  [
    'fathomry',
    '7.0-keys.csv',
    'windows',
    ['Open key help by letters, tap Alt then Y then K: the file has no words for a modifier tapped alone.'],
  ],
  [
    'fathomry',
    '7.0-keys.csv',
    'macos',
    ['Open key help by letters, tap Option then Y then K: the file has no words for a modifier tapped alone.'],
  ],
  ['brinechart', '3-keys.csv', 'windows', []],
  ['brinechart', '3-keys.csv', 'macos', []],
  ['tallowline', '2.8-keys.csv', 'windows', []],
])('the file of %s (%s, %s)', (folder, list, platform, lost) => {
  const catalogue = programOf(folder, list);
  const recipe = { ...Recipe.parse(json(`${folder}/recipe.json`)), scope: 'all' as const };
  const keyset = catalogue.keysets[0]!;
  const made = writePreset(recipe, keyset, catalogue, platform, { edition: 1 });

  it('holds every shipped key and reads back as the same, less what the format has no words for', () => {
    const read = readPreset(recipe, made.bytes, catalogue, platform);
    expect(read.bindings.flatMap((one) => one.unknown)).toEqual([]);
    const said = saidIn(read);
    const from = effective({ shipped: keyset as never, layers: [] }, platform);
    let [all, found] = [0, 0];
    for (const { id } of catalogue.commands)
      for (const { id: context } of catalogue.contexts) {
        const now = from.at(id, context).map((one) => physical(one.shortcut, platform));
        const there = said.get(`${id} ${context}`) ?? [];
        all += new Set(now).size;
        found += there.length;
        for (const one of there) expect(now).toContain(one);
      }
    expect(all).toBeGreaterThan(80);
    expect(found + new Set(made.losses).size).toBe(all);
    expect(made.losses).toEqual(lost);
    expect(Buffer.from(mergedPreset(recipe, made.bytes, [], catalogue, platform).bytes).equals(Buffer.from(made.bytes))).toBe(true); // prettier-ignore
  });
});
