import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { readShortcuts, writeStored } from '@crib/core/keys';
import type { AppOverview, Catalogue, CrosswalkOverview, EditPlace } from '@crib/core/contract';
import { releaseMaker, type PlaceFile, type ReleaseFile } from './releases.ts';

/**
 * Loads the demo scenario through the API that every client has, where nothing was done before. While it is being loaded
 * there is a file, if one is named, so that a load that was broken off is noticed.
 * Usage: load.ts http://127.0.0.1:4310 [mark]
 */
const [address = 'http://127.0.0.1:4310', mark] = process.argv.slice(2);
const file = (name: string) => readFileSync(new URL(name, import.meta.url), 'utf8');
const json = <T>(name: string) => JSON.parse(file(name)) as T;

let cookie = '';
async function call<T>(method: string, path: string, body?: unknown, type = 'application/json'): Promise<T> {
  const response = await fetch(address + path, {
    method,
    headers: { cookie, ...(body === undefined ? {} : { 'content-type': type }) },
    ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
  });
  cookie = response.headers.getSetCookie()[0]?.split(';')[0] ?? cookie;
  const text = await response.text();
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${text.slice(0, 2000)}`);
  return (text ? JSON.parse(text) : null) as T;
}

interface AppFile {
  app: { slug: string };
  contexts: PlaceFile[];
}
interface GroupFile {
  kind: string;
  name: string;
  members: string[];
  twin?: string;
  advised?: string;
  because?: string;
}
interface EditFile {
  command: string;
  where: string;
  keys?: string;
  clear?: true;
  platform?: string;
  reason: string;
  memoryAid?: string;
}
interface SetFile {
  name: string;
  note: string;
  edits: EditFile[];
}
interface SheetFile {
  sheet: {
    title: string;
    intro: string;
    credit: string;
    sections: { title: string; rows: (string | [string, string])[] }[];
    /** What a learner said of it. */
    report: { kind: string; command: string; text: string };
  };
}

const [account] = json<{ email: string; password: string }[]>('accounts.json');
const shown = await call<{ email: string; password: string }[]>('GET', '/public/demo');
const scenario = json<AppFile>('fathomry/app.json');
// Whose password was changed, or who was removed, is no account of the demo any more.
if (shown.some((one) => one.email === account!.email)) {
  await call('POST', '/api/session', { email: account!.email, password: account!.password });
  const { acts } = await call<{ acts: unknown[] }>('GET', '/api/acts');
  if (acts.length === 0) {
    if (mark) writeFileSync(mark, '');
    await load();
    if (mark) rmSync(mark, { force: true });
  }
}

async function load() {
  const { slug } = scenario.app;
  await call('POST', '/api/apps', scenario.app);
  const releases = json<ReleaseFile[]>('fathomry/releases.json');
  const { make } = releaseMaker(call, slug, (name) => file(`fathomry/${name}`));
  const seal = (id: number) => call('POST', `/api/releases/${id}/seal`);
  const [first, taught, newest] = releases as [ReleaseFile, ReleaseFile, ReleaseFile];
  await seal(await make(first, scenario.contexts));
  const release = { id: await make(taught) };
  await group(slug, release.id);
  await counts(slug, release.id);
  await seal(release.id);
  await call('POST', `/api/apps/${slug}/recipes`, json('fathomry/recipe.json'));

  const { keysets } = await call<AppOverview>('GET', `/api/apps/${slug}`);
  const catalogue = await call<Catalogue>('GET', `/api/releases/${release.id}`);
  const command = (name: string) => {
    const found = catalogue.commands.find((one) => one.name === name);
    if (!found) throw new Error(`The scenario names a command ${name} that the list does not have.`);
    return found;
  };
  const place = (name: string) => catalogue.contexts.find((context) => context.name === name)!.id;
  /** A layer over another, edit by edit as it was made. */
  async function makeSet(name: string, baseId: number): Promise<number> {
    const set = json<SetFile>(name);
    const body = { name: set.name, note: set.note, baseId };
    const { id } = await call<{ id: number }>('POST', `/api/apps/${slug}/keysets`, body);
    let revision = 1;
    for (const edit of set.edits) {
      const where: EditPlace = {
        command: command(edit.command).id,
        context: place(edit.where),
        platform: edit.platform ?? null,
      };
      revision = await save(id, revision, where, edit);
    }
    await call('POST', `/api/keysets/${id}/points`, { revision, name: 'first term' });
    return id;
  }
  const shipped = keysets.find((one) => one.releaseId === release.id && one.isDefault)!;
  const school = await makeSet('fathomry/school-set.json', shipped.id);
  await makeSet('fathomry/one-hand-set.json', school);

  const { sheet: written } = json<SheetFile>('fathomry/school-set.json');
  const sheet = await call<{ id: number; revision: number }>('POST', `/api/apps/${slug}/sheets`, {
    keysetId: school,
    title: written.title,
  });
  const sections = written.sections.map(({ title, rows }) => ({
    title,
    rows: rows.map((row) =>
      typeof row === 'string' ? { command: command(row).id, note: '' } : { command: command(row[0]).id, note: row[1] },
    ),
  }));
  const { title, intro, credit } = written;
  const look = { strips: { board: 'ansi', layout: 'us' } };
  const write = (revision: number, list: object[]) =>
    call<{ revision: number }>('PUT', `/api/sheets/${sheet.id}`, {
      revision,
      keysetId: school,
      title,
      intro,
      credit,
      look,
      sections: list,
    });
  // The first edition went out without its last section.
  const begun = await write(sheet.revision, sections.slice(0, -1));
  await call('POST', `/api/sheets/${sheet.id}/editions`);
  await make(newest);
  await notes(slug, shipped.id);
  for (const folder of ['brinechart', 'tallowline']) await otherProgram(folder);
  await habitsFrom(slug, 'brinechart');
  // The second edition knows what hands from other programs bring along.
  await write(begun.revision, sections);
  const { address } = await call<{ address: string }>('POST', `/api/sheets/${sheet.id}/editions`);
  await call('POST', `/public/editions/${address}/reports`, written.report);
  await cribItself();
  await call('PUT', '/api/shelf', { title: 'Ebbstone Chart School', open: true });
}

/** A sheet for learners who come from another program, filled by its crosswalk; where keys in use lie stands on it too. */
async function habitsFrom(slug: string, other: string) {
  const { keysets } = await call<AppOverview>('GET', `/api/apps/${slug}`);
  const crosswalks = await call<CrosswalkOverview[]>('GET', `/api/apps/${slug}/crosswalks`);
  const found = crosswalks.find((one) => one.from.slug === other) ?? fail(`there is no crosswalk from ${other}`);
  const keysetId = keysets.filter((one) => one.isDefault).at(-1)!.id;
  const title = `Coming from ${found.from.name}`;
  const sheet = await call<{ id: number; revision: number }>('POST', `/api/apps/${slug}/sheets`, { keysetId, title });
  const sections = [
    { title: 'What answers to your commands', rule: { by: 'coming', crosswalk: found.id }, rows: [] },
    { title: 'Where its keys lie', figure: { of: 'reach', layout: 'us' }, rows: [] },
    { title: 'What is free', figure: { of: 'room', layout: 'us' }, rows: [] },
  ];
  const look = { landscape: true, columns: 4, pages: 3 };
  await call('PUT', `/api/sheets/${sheet.id}`, { ...sheet, keysetId, title, intro: '', credit: '', look, sections });
}

interface OwnFile {
  readonly app: { slug: string };
  readonly release: ReleaseFile;
  readonly contexts: PlaceFile[];
  readonly sheet: { readonly title: string; readonly intro: string; readonly credit: string };
}

/** Crib as a program that is taught: its own keys are catalogued in it, and handed out as a sheet. */
async function cribItself() {
  const { app, release, contexts, sheet } = json<OwnFile>('crib/app.json');
  await call('POST', '/api/apps', app);
  const { make } = releaseMaker(call, app.slug, (name) => file(`crib/${name}`));
  const id = await make(release, contexts);
  await call('POST', `/api/releases/${id}/seal`);
  const { commands, keysets } = await call<Catalogue>('GET', `/api/releases/${id}`);
  const keysetId = keysets[0]!.id;
  const made = await call<{ id: number; revision: number }>('POST', `/api/apps/${app.slug}/sheets`, {
    keysetId,
    title: sheet.title,
  });
  const sections = [...new Set(commands.map((one) => one.category))].map((title) => ({
    title,
    rows: commands.filter((one) => one.category === title).map((one) => ({ command: one.id, note: '' })),
  }));
  await call('PUT', `/api/sheets/${made.id}`, { revision: made.revision, keysetId, ...sheet, sections });
  await call('POST', `/api/sheets/${made.id}/editions`);
}

interface OtherFile {
  readonly app: { slug: string };
  readonly release: ReleaseFile;
  readonly contexts: PlaceFile[];
  readonly source: string;
  readonly counts: Record<string, number>;
  readonly crosswalk: { readonly to: string; readonly places: Record<string, string> };
}

/** A program that learners come from, with what was judged of it so far: its commands, its places. */
async function otherProgram(folder: string) {
  const { app, release, contexts, source, counts: counted, crosswalk } = json<OtherFile>(`${folder}/app.json`);
  await call('POST', '/api/apps', app);
  const { make } = releaseMaker(call, app.slug, (name) => file(`${folder}/${name}`));
  const id = await make(release, contexts);
  const from = await call<Catalogue>('GET', `/api/releases/${id}`);
  const named = new Map(from.commands.map((one) => [one.name, one.id]));
  const idOf = (name: string) => named.get(name) ?? fail(`${folder} has no command ${name}`);
  const uses = Object.entries(counted).map(([name, perDay]) => ({ command: idOf(name), perDay, often: null }));
  await call('PUT', `/api/apps/${app.slug}/uses`, { source, uses });
  await call('POST', `/api/apps/${app.slug}/recipes`, json(`${folder}/recipe.json`));
  await call('POST', `/api/releases/${id}/seal`);

  const made = await call<{ id: number }>('POST', '/api/crosswalks', { from: app.slug, to: crosswalk.to });
  const { releases } = await call<AppOverview>('GET', `/api/apps/${crosswalk.to}`);
  const to = await call<Catalogue>('GET', `/api/releases/${releases[0]!.id}`);
  const targets = new Map(to.commands.map((one) => [one.name, one.id]));
  const judged = folder === 'brinechart' ? json<[string, string, string][]>(`${folder}/judged.json`) : [];
  const put = (of: string, list: object[]) =>
    list.length ? call('PUT', `/api/crosswalks/${made.id}/judgements`, { of, judged: list }) : null;
  await put(
    'command',
    judged.map(([name, relation, target]) => ({
      source: idOf(name),
      matches: [{ target: target ? targets.get(target) : null, relation }],
    })),
  );
  const place = ({ contexts: all }: Catalogue, name: string) =>
    all.find((one) => one.name === name)?.id ?? fail(`there is no place ${name}`);
  await put(
    'context',
    Object.entries(crosswalk.places).map(([a, b]) => ({
      source: place(from, a),
      matches: [{ target: place(to, b), relation: 'exact' }],
    })),
  );
}
function fail(sentence: string): never {
  throw new Error(sentence);
}

/** What the newest release changes, published for learners. */
async function notes(slug: string, oldKeyset: number) {
  const { keysets } = await call<AppOverview>('GET', `/api/apps/${slug}`);
  const nowKeyset = keysets.filter((one) => one.isDefault).at(-1)!.id;
  const { title, ...rest } = json<{ title: string; intro: string; credit: string; groups: object[] }>(
    'fathomry/notes.json',
  );
  const made = await call<{ id: number }>('POST', `/api/apps/${slug}/notes`, { oldKeyset, nowKeyset, title });
  await call('PUT', `/api/notes/${made.id}`, { title, revision: 1, ...rest });
  await call('POST', `/api/notes/${made.id}/editions`);
}

/** Runs, pairs, families and slots; a family names its twin by the name it has. */
async function group(slug: string, releaseId: number) {
  const { commands } = await call<Catalogue>('GET', `/api/releases/${releaseId}`);
  const ids = new Map(commands.map((command) => [command.name, command.id]));
  for (const { name, steps } of json<{ name: string; steps: string[] }[]>('fathomry/runs.json'))
    await call('POST', `/api/apps/${slug}/runs`, { name, steps: steps.map((step) => ids.get(step)) });
  const made = new Map<string, number>();
  for (const { members, twin, advised, ...rest } of json<GroupFile[]>('fathomry/groups.json')) {
    const body = {
      ...rest,
      members: members.map((name) => ids.get(name)),
      twin: twin ? made.get(twin) : null,
      advised: advised ? ids.get(advised) : null,
    };
    made.set(rest.name, (await call<{ id: number }>('POST', `/api/apps/${slug}/groups`, body)).id);
  }
}

/** How often commands are used, as it was counted. */
async function counts(slug: string, releaseId: number) {
  const { commands } = await call<Catalogue>('GET', `/api/releases/${releaseId}`);
  const ids = new Map(commands.map((command) => [command.name, command.id]));
  const used = json<{ source: string; counts: Record<string, number>; classes: Record<string, string> }>(
    'fathomry/uses.json',
  );
  const counted = Object.entries(used.counts).map(([name, perDay]) => ({
    command: ids.get(name),
    perDay,
    often: null,
  }));
  const said = Object.entries(used.classes).map(([name, often]) => ({ command: ids.get(name), perDay: null, often }));
  await call('PUT', `/api/apps/${slug}/uses`, { source: used.source, uses: [...counted, ...said] });
}

/** Saves an edit, and takes the presses that it takes: the scenario means them. */
async function save(keyset: number, revision: number, where: EditPlace, edit: EditFile): Promise<number> {
  const result = edit.keys ? readShortcuts(edit.keys, { typedLetters: true }) : null;
  if (result && result.kind !== 'read') throw new Error(`The scenario’s keys “${edit.keys}” are not clear.`);
  const shortcuts = result?.shortcuts.map(writeStored) ?? [];
  const put = {
    ...where,
    action: edit.clear ? 'clear' : 'set',
    shortcuts,
    reason: edit.reason,
    memoryAid: edit.memoryAid ?? '',
  };
  const path = `/api/keysets/${keyset}/changes`;
  const asked = await call<{ shown: string[] }>('POST', `${path}/preview`, { revision, put: [put] });
  const saved = await call<{ revision: number }>('POST', path, {
    revision,
    put: [put],
    shown: asked.shown,
  });
  return saved.revision;
}
