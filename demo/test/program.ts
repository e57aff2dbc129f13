import { readFileSync } from 'node:fs';
import type { Catalogue } from '@crib/core/contract';
import { programOf as listed, type ProgramFacts } from '@crib/core/list';

export const file = (name: string) => readFileSync(new URL(`../${name}`, import.meta.url), 'utf8');
export const json = <T>(name: string) => JSON.parse(file(name)) as T;
interface Program {
  readonly app: Catalogue['app'];
  readonly contexts: NonNullable<ProgramFacts['places']>;
}

/** A program of the scenario as its list has it, with what it ships. */
export function programOf(folder: string, list: string): Catalogue {
  const { app, contexts } = json<Program>(`${folder}/app.json`);
  const { catalogue, problems } = listed(file(`${folder}/${list}`), { ...app, places: contexts });
  // A place that only another release has stays a question of its list.
  if (problems.some((one) => one.code === 'not-a-list')) throw new Error(problems[0]!.sentence);
  return { ...catalogue, app: { ...catalogue.app, ...app, keyPolicy: catalogue.app.keyPolicy, id: 1 } };
}
