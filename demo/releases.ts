import type { AppOverview, Catalogue, Context, Release } from '@crib/core/contract';

/** Asks the API; throws where it says no. */
export type Call = <T>(method: string, path: string, body?: unknown, type?: string) => Promise<T>;

/** A place, and the one it lies in; Everywhere when none is named. */
export interface PlaceFile {
  readonly name: string;
  readonly in?: string;
  readonly takesText?: boolean;
}

/** A release as the scenario writes it: its list, and what is otherwise than in the one before. */
export interface ReleaseFile {
  readonly label: string;
  readonly releasedOn: string;
  readonly list: string;
  readonly inOtherLanguages?: Readonly<Record<string, string>>;
  readonly adds?: readonly PlaceFile[];
  readonly renames?: Readonly<Record<string, string>>;
  readonly moves?: Readonly<Record<string, string>>;
  readonly drops?: readonly string[];
  readonly keyPolicy?: object;
  /** Old and new ids of commands that the trainers have confirmed. */
  readonly lineage?: readonly (readonly [string, string])[];
  readonly alsoShips?: { readonly name: string; readonly imitates: string; readonly list: string };
  /** Not sealed yet. */
  readonly open?: boolean;
}

/** Makes the releases of an app in their order, each with its places and its list; sealed afterwards by `seal`. */
export function releaseMaker(call: Call, slug: string, file: (name: string) => string) {
  const ids = new Map<string, number>();

  async function places(release: number, { adds = [], renames = {}, moves = {} }: ReleaseFile) {
    const contexts = await call<Context[]>('GET', `/api/releases/${release}/contexts`);
    const known = new Map(contexts.map((one) => [one.name, one.id]));
    const idOf = (name: string) => {
      const id = known.get(name);
      if (id === undefined) throw new Error(`The scenario names a place ${name} that ${release} does not have.`);
      return id;
    };
    for (const { name, in: parent, takesText = false } of adds) {
      const place = { name, takesText, ...(parent && { parent: idOf(parent) }) };
      known.set(name, (await call<Context>('POST', `/api/releases/${release}/contexts`, place)).id);
    }
    for (const [name, now] of Object.entries(renames))
      await call('PUT', `/api/releases/${release}/contexts/${idOf(name)}`, { name: now });
    for (const [name, into] of Object.entries(moves))
      await call('PUT', `/api/releases/${release}/contexts/${idOf(name)}`, { parent: idOf(into) });
    return idOf;
  }

  async function make(facts: ReleaseFile, first: readonly PlaceFile[] = []): Promise<number> {
    const { label, releasedOn, list, inOtherLanguages = {}, drops = [], keyPolicy, lineage = [], alsoShips } = facts;
    const { id } = await call<Release>('POST', `/api/apps/${slug}/releases`, { label, releasedOn });
    ids.set(label, id);
    const idOf = await places(id, { ...facts, adds: [...first, ...(facts.adds ?? [])] });
    await call('POST', `/api/releases/${id}/list?source=${list}`, file(list), 'text/csv');
    for (const name of drops) await call('DELETE', `/api/releases/${id}/contexts/${idOf(name)}`);
    for (const [language, source] of Object.entries(inOtherLanguages))
      await call('POST', `/api/releases/${id}/list`, { language, source, text: file(source) });
    if (keyPolicy) {
      const { app } = await call<Catalogue>('GET', `/api/releases/${id}`);
      await call('PUT', `/api/releases/${id}`, { keyPolicy: { ...app.keyPolicy, ...keyPolicy } });
    }
    if (lineage.length) await confirm(id, lineage);
    if (alsoShips) await ship(id, alsoShips);
    return id;
  }

  /** What the trainers have confirmed of the commands that got other ids. */
  async function confirm(release: number, pairs: readonly (readonly [string, string])[]) {
    const { releases } = await call<AppOverview>('GET', `/api/apps/${slug}`);
    const at = releases.findIndex((one) => one.id === release);
    const commands = (id: number) =>
      call<Catalogue>('GET', `/api/releases/${id}`).then(
        (one) => new Map(one.commands.map(({ name, id: own }) => [name, own])),
      );
    const [now, old] = [await commands(release), await commands(releases[at + 1]!.id)];
    const links = pairs.map(([was, is]) => ({
      kind: 'command',
      old: old.get(was),
      now: now.get(is),
      verdict: 'confirmed',
    }));
    await call('PUT', `/api/apps/${slug}/lineage`, { release, links });
  }

  /** Another keyset that the release comes with: it imitates an earlier one. */
  async function ship(release: number, { name, imitates, list }: NonNullable<ReleaseFile['alsoShips']>) {
    const body = { releaseId: release, name, imitates: ids.get(imitates) };
    const { id: keyset } = await call<{ id: number }>('POST', `/api/apps/${slug}/shipped`, body);
    await call('POST', `/api/releases/${release}/list`, { keyset, source: list, text: file(list) });
  }

  return { make };
}
