import { readFileSync } from 'node:fs';
import { Catalogue, type Command, type Context } from '@crib/core/contract';
import { readList } from '@crib/core/list';

export const file = (name: string) => readFileSync(new URL(`../${name}`, import.meta.url), 'utf8');
export const json = <T>(name: string) => JSON.parse(file(name)) as T;
interface Program {
  readonly app: Catalogue['app'];
  readonly contexts: { name: string; in?: string; takesText?: boolean }[];
}

/** A program of the scenario as its list has it, with what it ships. */
export function programOf(folder: string, list: string): Catalogue {
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
