import { refuse } from '@crib/core/error';
import type { Catalogue, Release } from '@crib/core/contract';
import { contextTree, contextsNamed } from '@crib/core/catalogue';
import { keysetFor, type ListPlan, type NewGroup, type ListTarget } from '@crib/core/list';
import { DETAILS, SHIPPED, stateOf } from './command-columns.ts';
import { rows, type Db } from './db.ts';
import { contextsOf, insertContext } from './apps.ts';

/** Who imports a list, by the number of the account, and from where: the provenance of its rows. */
export interface TakenBy {
  readonly source: string;
  readonly who: number;
  readonly on: string;
}

/** Writes what a plan brings; the caller holds the transaction and the lock on the release. */
export async function takeIn(
  db: Db,
  catalogue: Catalogue,
  plan: Omit<ListPlan, 'lines'>,
  target: ListTarget & { readonly drop: readonly number[] },
  by: TakenBy,
): Promise<void> {
  const contextId = await makeContexts(db, catalogue, plan.newContexts);
  const { release } = catalogue;
  const states = plan.newCommands.map(({ name, words, home }) => ({
    name,
    home: contextId(home),
    ...stateOf(words),
  }));
  await insertCommands(db, release.appId, release.id, states);
  if (target.language) await wordIn(db, catalogue, target.language, plan.changedCommands);
  else
    await updateCommands(
      db,
      release.id,
      plan.changedCommands.map(({ id, words }) => ({ id, ...stateOf(words) })),
    );
  const gone = new Set(plan.goneBindings.map((binding) => binding.id));
  await db.query('DELETE FROM binding WHERE release_id = $1 AND id = ANY($2)', [
    release.id,
    target.drop.filter((id) => gone.has(id)),
  ]);
  const keyset = (
    keysetFor(catalogue, target) ?? refuse('not-found', 'This release has no default keyset to import into.')
  ).id;
  await insertBindings(db, { release, keyset }, plan, contextId, by);
  const plain = { advised: null, because: '' };
  await makeGroups(db, release.appId, [
    ...plan.families.map((one) => ({ ...plain, ...one, kind: 'family' })),
    ...plan.choosers.map((one) => ({ ...plain, ...one, kind: 'chooser' })),
    ...plan.groups,
  ]);
  await db.query('UPDATE keyset SET revision = revision + 1 WHERE id = $1', [keyset]);
}

/** What a list in an interface language says of commands: their words there; what is no word holds in all of them. */
async function wordIn(
  db: Db,
  { release, commands }: Catalogue,
  language: string,
  changed: ListPlan['changedCommands'],
) {
  const plain = new Map(commands.map((command) => [command.id, command]));
  const states = changed.map(({ id, words }) => {
    const { label, menu, category, description, otherNames } = plain.get(id)!;
    return { id, ...stateOf({ ...words, label, menu, category, description, otherNames }) };
  });
  // A sealed release takes words in another language; what its list says besides them would be no addition.
  if (release.sealedAt === null) await updateCommands(db, release.id, states);
  const lines = changed.map(({ id, words }) => ({ id, ...words }));
  await db.query(
    `INSERT INTO command_wording (release_id, command_id, platform, language, label, menu, category, description, other_names)
     SELECT $1, id, NULL, $3, label, menu, category, description, "otherNames" FROM jsonb_to_recordset($2) AS g
       (id bigint, label text, menu text, category text, description text, "otherNames" text[])
     ON CONFLICT ON CONSTRAINT one_wording_a_place DO UPDATE SET label = excluded.label, menu = excluded.menu,
       category = excluded.category, description = excluded.description, other_names = excluded.other_names`,
    [release.id, JSON.stringify(lines), language],
  );
}

/** Makes the places that a list names, each step of a path once; the tree is read once, and kept up with what is made. */
async function makeContexts(
  db: Db,
  catalogue: Catalogue,
  names: readonly string[],
): Promise<(context: number | string) => number> {
  const made = new Map<string, number>();
  if (names.length) {
    const contexts = await contextsOf(db, catalogue.release.id);
    const tree = contextTree(contexts);
    const plain = (name: string) => name.normalize('NFC').toLowerCase();
    const below = new Map(contexts.map(({ id, parent, name }) => [`${parent} ${plain(name)}`, id]));
    for (const name of names) {
      const path = name
        .split('›')
        .map((part) => part.trim())
        .filter(Boolean);
      let parent = contextsNamed(tree, path[0] ?? '')[0]?.id;
      for (const step of parent === undefined ? path : path.slice(1)) {
        const over: number = parent ?? tree.root.id;
        const known = below.get(`${over} ${plain(step)}`);
        const place =
          known ?? (await insertContext(db, catalogue.release, { name: step, parent: over, takesText: false })).id;
        below.set(`${over} ${plain(step)}`, place);
        parent = place;
      }
      made.set(name, parent ?? tree.root.id);
    }
  }
  return (context) => (typeof context === 'number' ? context : made.get(context)!);
}

/** Groups that a list makes: families of a range of keys, choosers, ways and slots. One of that name that is there already stays as it is. */
async function makeGroups(
  db: Db,
  appId: number,
  groups: readonly (Omit<NewGroup, 'kind'> & { kind: string })[],
): Promise<void> {
  for (const { kind, name, because, members, advised } of groups)
    await db.query(
      `WITH made AS (
         INSERT INTO command_group (app_id, kind, name, because, advised_id)
         VALUES ($1, $4, $2, $5, (SELECT id FROM command WHERE app_id = $1 AND name = $6)) ON CONFLICT DO NOTHING RETURNING id)
       INSERT INTO command_group_member (group_id, app_id, position, command_id)
       SELECT made.id, $1, n, c.id FROM made, unnest($3::text[]) WITH ORDINALITY AS g (name, n)
         JOIN command c ON c.app_id = $1 AND c.name = g.name`,
      [appId, name, members, kind, because, advised],
    );
}

export async function insertCommands(db: Db, appId: number, releaseId: number, states: readonly object[]) {
  await db.query(
    `WITH given AS (
       SELECT * FROM ROWS FROM (jsonb_to_recordset($3) AS (name text, home bigint, ${SHIPPED.typed}))
         WITH ORDINALITY AS r (name, home, ${SHIPPED.names}, n)),
     made AS (
       INSERT INTO command (app_id, name) SELECT $1, name FROM given ORDER BY n
       ON CONFLICT (app_id, name) DO NOTHING RETURNING id, name),
     ids AS (
       SELECT id, name FROM made UNION SELECT c.id, c.name FROM command c JOIN given g ON c.app_id = $1 AND c.name = g.name)
     INSERT INTO command_state (release_id, app_id, command_id, home_id, ${SHIPPED.names})
     SELECT $2, $1, ids.id, given.home, ${SHIPPED.names} FROM given JOIN ids USING (name) ORDER BY n`,
    [appId, releaseId, JSON.stringify(states)],
  );
  await db.query(
    `INSERT INTO command_detail (release_id, command_id, ${DETAILS.names})
     SELECT $2, c.id, ${DETAILS.names} FROM jsonb_to_recordset($3) AS g (name text, ${DETAILS.typed})
       JOIN command c ON c.app_id = $1 AND c.name = g.name`,
    [appId, releaseId, JSON.stringify(states)],
  );
}

/** Writes the details of commands, which a sealed release takes too. */
export async function writeDetails(db: Db, releaseId: number, details: readonly object[]) {
  await db.query(
    `INSERT INTO command_detail (release_id, command_id, ${DETAILS.names})
     SELECT $1, id, ${DETAILS.names} FROM jsonb_to_recordset($2) AS r (id bigint, ${DETAILS.typed})
     ON CONFLICT (release_id, command_id) DO UPDATE SET ${DETAILS.setTo('excluded')}`,
    [releaseId, JSON.stringify(details)],
  );
}

export async function updateCommands(db: Db, releaseId: number, states: readonly object[]) {
  await db.query(
    `UPDATE command_state s SET ${SHIPPED.setTo('r')} FROM jsonb_to_recordset($2) AS r (id bigint, ${SHIPPED.typed})
     WHERE s.release_id = $1 AND s.command_id = r.id`,
    [releaseId, JSON.stringify(states)],
  );
  await writeDetails(db, releaseId, states);
}

async function insertBindings(
  db: Db,
  { release, keyset }: { readonly release: Release; readonly keyset: number },
  plan: Pick<ListPlan, 'newBindings'>,
  contextId: (context: number | string) => number,
  by: TakenBy,
) {
  const given = plan.newBindings.map((binding, n) => ({
    n,
    command: binding.command,
    contexts: [...new Set(binding.contexts.map(contextId))],
    platform: binding.platform,
    language: binding.language,
    shortcut: binding.shortcut,
    note: binding.note,
    memory_aid: binding.memoryAid,
    source: binding.source || by.source,
  }));
  const made = await rows<{ id: number }>(
    db,
    `INSERT INTO binding (keyset_id, release_id, command_id, platform, language, shortcut, note, memory_aid,
       provenance_kind, provenance_source, provenance_by, provenance_on)
     SELECT $1, $2, c.id, g.platform, g.language, g.shortcut, g.note, g.memory_aid, 'list', g.source, $4, $5
     FROM jsonb_to_recordset($6) AS g
       (n integer, command text, platform text, language text, shortcut text, note text, memory_aid text, source text)
     JOIN command c ON c.app_id = $3 AND c.name = g.command ORDER BY g.n RETURNING id`,
    [keyset, release.id, release.appId, by.who, by.on, JSON.stringify(given)],
  );
  const places = made.flatMap(({ id }, n) => given[n]!.contexts.map((context) => ({ id, context })));
  await db.query(
    `INSERT INTO binding_context (binding_id, release_id, context_id)
     SELECT id, $1, context FROM jsonb_to_recordset($2) AS g (id bigint, context bigint)`,
    [release.id, JSON.stringify(places)],
  );
}
