import type { z } from 'zod';
import {
  CommandWords,
  PLAIN_WORDS,
  type Catalogue,
  type NewCommand,
  type SentCommand,
  type SentContext,
  type SentDetails,
  type SentGroup,
  type SentMerge,
  type SentRun,
  type SentSplit,
  type SentUses,
  type FactCorrection,
  type SentWordings,
} from '@crib/core/contract';
import { contextTree } from '@crib/core/catalogue';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';
import { correctedColumn, stateOf } from './command-columns.ts';
import { insertCommands, updateCommands, writeDetails } from './lists.ts';

/** Adds a command to an open release; its number. */
export async function addCommand(db: Db, catalogue: Catalogue, asked: z.output<typeof NewCommand>): Promise<number> {
  const { name: given, home, ...words } = asked;
  const name = given ?? freeName(words.label, catalogue);
  if (catalogue.commands.some((command) => command.name === name || command.aliases.includes(name)))
    refuse('taken', `Command id “${name} ” is already in use.`);
  const { root } = contextTree(catalogue.contexts);
  const state = { name, home: home ?? root.id, ...stateOf(CommandWords.parse({ ...PLAIN_WORDS, ...words })) };
  const { release } = catalogue;
  await insertCommands(db, release.appId, release.id, [state]);
  const made = await first<{ id: number }>(db, 'SELECT id FROM command WHERE app_id = $1 AND name = $2', [
    release.appId,
    name,
  ]);
  return made!.id;
}

function freeName(label: string, { commands }: Catalogue): string {
  const taken = new Set(commands.flatMap((command) => [command.name, ...command.aliases]));
  const plain =
    label
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^\p{L}\p{N}]+/gu, '-')
      .replace(/^-|-$/g, '') || 'command';
  for (let n = 1; ; n++) {
    const name = n === 1 ? plain.slice(0, 100) : `${plain.slice(0, 100)}-${n}`;
    if (!taken.has(name)) return name;
  }
}

/** Adds details to commands of a release, sealed or not; what is not said of them stays. */
export async function detailCommands(db: Db, catalogue: Catalogue, sent: readonly SentDetails[]): Promise<void> {
  const known = new Map(catalogue.commands.map((command) => [command.id, command]));
  const details = sent.map(({ id, ...said }) => {
    const before = known.get(id) ?? refuse('not-found', `This release has no command ${id}.`);
    return { id, ...stateOf(CommandWords.parse({ ...before, ...said })) };
  });
  await writeDetails(db, catalogue.release.id, details);
}

/** Corrects commands of an open release; what is not said of them stays. */
export async function correctCommands(db: Db, catalogue: Catalogue, sent: readonly SentCommand[]): Promise<void> {
  const known = new Map(catalogue.commands.map((command) => [command.id, command]));
  const states = sent.map(({ id, home: _home, wordings: _wordings, ...words }) => {
    const before = known.get(id) ?? refuse('not-found', `This release has no command ${id}.`);
    return { id, ...stateOf(CommandWords.parse({ ...before, ...words })) };
  });
  await updateCommands(db, catalogue.release.id, states);
  const homes = sent.filter((one) => one.home !== undefined).map(({ id, home }) => ({ id, home }));
  await db.query(
    `UPDATE command_state s SET home_id = g.home FROM jsonb_to_recordset($2) AS g (id bigint, home bigint)
     WHERE s.release_id = $1 AND s.command_id = g.id`,
    [catalogue.release.id, JSON.stringify(homes)],
  );
  const worded = sent.filter((one) => one.wordings);
  if (worded.length === 0) return;
  await db.query('DELETE FROM command_wording WHERE release_id = $1 AND command_id = ANY($2)', [
    catalogue.release.id,
    worded.map((one) => one.id),
  ]);
  const lines = worded.flatMap(({ id, wordings }) => wordings!.map((wording) => ({ id, ...wording })));
  await db.query(
    `INSERT INTO command_wording (release_id, command_id, platform, language, label, menu, category, description, other_names)
     SELECT $1, id, platform, language, label, menu, category, description, "otherNames" FROM jsonb_to_recordset($2) AS g
       (id bigint, platform text, language text, label text, menu text, category text, description text, "otherNames" text[])`,
    [catalogue.release.id, JSON.stringify(lines)],
  );
}

/** Takes commands out of an open release, with their shipped shortcuts there. */
export async function removeCommands(db: Db, releaseId: number, commands: readonly number[]): Promise<void> {
  await db.query('DELETE FROM binding WHERE release_id = $1 AND command_id = ANY($2)', [releaseId, commands]);
  const gone = await db.query('DELETE FROM command_state WHERE release_id = $1 AND command_id = ANY($2)', [
    releaseId,
    commands,
  ]);
  if (gone.rowCount !== new Set(commands).size) refuse('not-found', 'Not all of these commands are in this release.');
}

/** Corrects a context: its name, where it lies, what it takes, and what is active together with it. */
export async function correctContext(
  db: Db,
  { release, contexts }: Catalogue,
  id: number,
  asked: z.output<typeof SentContext>,
): Promise<void> {
  const tree = contextTree(contexts);
  const before = contexts.find((context) => context.id === id) ?? refuse('not-found', `Context not found: ${id}.`);
  const parent = asked.parent === undefined ? before.parent : asked.parent;
  if (parent === null && before.parent !== null) refuse('no-context', 'Every other context needs a parent.');
  if (parent !== null && before.parent === null) refuse('no-context', '“Everywhere” must stay at the top level.');
  if (parent !== null && tree.chain(parent).includes(id)) refuse('no-context', `${before.name} cannot contain itself.`);
  const siblings = contexts
    .filter((context) => context.parent === parent && context.id !== id)
    .sort((a, b) => a.position - b.position || a.id - b.id)
    .map((context) => context.id);
  siblings.splice(
    Math.min(
      asked.position ?? (parent === before.parent ? placeOf(before, contexts) : siblings.length),
      siblings.length,
    ),
    0,
    id,
  );
  await db.query(
    'UPDATE context_state SET name = $3, parent_id = $4, takes_text = $5 WHERE release_id = $1 AND context_id = $2',
    [release.id, id, asked.name ?? before.name, parent, asked.takesText ?? before.takesText],
  );
  await db.query(
    `UPDATE context_state s SET position = g.n FROM unnest($2::bigint[]) WITH ORDINALITY AS g (id, n)
     WHERE s.release_id = $1 AND s.context_id = g.id`,
    [release.id, siblings],
  );
  if (!asked.together) return;
  await db.query('DELETE FROM context_together WHERE release_id = $1 AND $2 IN (context_id, other_id)', [
    release.id,
    id,
  ]);
  const pairs = asked.together.map(({ context, first: before_ }) => {
    if (tree.relation(id, context) !== 'apart' && tree.relation(id, context) !== 'together')
      refuse(
        'no-context',
        `${before.name} and ${tree.get(context).name} are nested, so they are always active together.`,
      );
    return {
      a: Math.min(id, context),
      b: Math.max(id, context),
      winner: before_ === null ? null : before_ ? id : context,
    };
  });
  await db.query(
    `INSERT INTO context_together (release_id, context_id, other_id, first_id)
     SELECT $1, a, b, winner FROM jsonb_to_recordset($2) AS g (a bigint, b bigint, winner bigint)`,
    [release.id, JSON.stringify(pairs)],
  );
}

function placeOf(context: Catalogue['contexts'][number], all: Catalogue['contexts']): number {
  const siblings = all.filter((one) => one.parent === context.parent);
  return siblings.sort((a, b) => a.position - b.position || a.id - b.id).findIndex((one) => one.id === context.id);
}

export async function removeContext(db: Db, releaseId: number, id: number): Promise<void> {
  const gone = await db.query(
    'DELETE FROM context_state WHERE release_id = $1 AND context_id = $2 AND parent_id IS NOT NULL',
    [releaseId, id],
  );
  if (gone.rowCount === 0) refuse('not-found', 'Context not found (“Everywhere” cannot be deleted).');
}

type Group = z.output<typeof SentGroup>;

/** Makes a group, or writes one anew. */
export async function saveGroup(db: Db, appId: number, group: Group, id?: number): Promise<number> {
  const { kind, name, twin, members, advised, because } = group;
  if (advised !== null && (kind !== 'ways' || !members.includes(advised)))
    refuse('not-a-way', 'The recommended command must be in the group.');
  if (kind === 'chooser' && !because)
    refuse('undecided', 'Enter what the choice depends on: the selection, or what is under the pointer.');
  if (kind === 'pair' && members.length !== 2) refuse('not-a-pair', 'A pair must have two commands.');
  if (new Set(members).size !== members.length) refuse('doubled', 'A command appears twice in the group.');
  const saved = await first<{ id: number }>(
    db,
    id
      ? `UPDATE command_group SET kind = $2, name = $3, twin_id = $4, advised_id = $5, because = $6
         WHERE app_id = $1 AND id = $7 RETURNING id`
      : `INSERT INTO command_group (app_id, kind, name, twin_id, advised_id, because)
         VALUES ($1, $2, $3, $4, $5, $6) RETURNING id`,
    [appId, kind, name, twin, advised, because, ...(id ? [id] : [])],
  );
  if (!saved) return refuse('not-found', 'Group not found.');
  await writeOrder(db, 'command_group_member', 'group_id', appId, saved.id, members);
  return saved.id;
}

/** Makes a run, or writes one anew. */
export async function saveRun(db: Db, appId: number, run: z.output<typeof SentRun>, id?: number): Promise<number> {
  const saved = await first<{ id: number }>(
    db,
    id
      ? 'UPDATE run SET name = $2 WHERE app_id = $1 AND id = $3 RETURNING id'
      : 'INSERT INTO run (app_id, name) VALUES ($1, $2) RETURNING id',
    [appId, run.name, ...(id ? [id] : [])],
  );
  if (!saved) return refuse('not-found', 'Task not found.');
  await writeOrder(db, 'run_step', 'run_id', appId, saved.id, run.steps);
  return saved.id;
}

/** Writes what a source says of how often commands are used, in place of what it said before. */
export async function saveUses(db: Db, appId: number, { source, uses }: z.output<typeof SentUses>): Promise<void> {
  await db.query('DELETE FROM command_use WHERE app_id = $1 AND source = $2', [appId, source]);
  await db.query(
    `INSERT INTO command_use (app_id, command_id, source, per_day, often)
     SELECT $1, g.command, $2, g."perDay", g.often
     FROM jsonb_to_recordset($3) AS g (command bigint, "perDay" double precision, often text)`,
    [appId, source, JSON.stringify(uses)],
  );
}

/** Writes the commands of a group or a run anew, in order. */
async function writeOrder(
  db: Db,
  table: 'command_group_member' | 'run_step',
  of: 'group_id' | 'run_id',
  appId: number,
  id: number,
  commands: readonly number[],
) {
  await db.query(`DELETE FROM ${table} WHERE ${of} = $1`, [id]);
  await db.query(
    `INSERT INTO ${table} (${of}, app_id, position, command_id)
     SELECT $1, $2, n, id FROM unnest($3::bigint[]) WITH ORDINALITY AS g (id, n)`,
    [id, appId, commands],
  );
}

/** Corrects one thing that a sealed release says, with the record of what stood there. */
export async function correctFact(
  db: Db,
  release: number,
  { what, subject, field, now }: Pick<FactCorrection, 'what' | 'subject' | 'field' | 'now'>,
  reason: string,
  editor: number,
): Promise<void> {
  await db.query('SELECT correct_fact($1, $2, $3, $4, $5, $6, $7, $8)', [
    release,
    what,
    subject,
    field,
    correctedColumn(what, field),
    JSON.stringify(now),
    reason,
    editor,
  ]);
}

/** Adds words in other interface languages; what a language already says stays, in a sealed release for good. */
export async function addWordings(
  db: Db,
  releaseId: number,
  { command, wordings }: z.output<typeof SentWordings>,
): Promise<void> {
  await db.query(
    `INSERT INTO command_wording (release_id, command_id, platform, language, label, menu, category, description, other_names)
     SELECT $1, $2, platform, language, label, menu, category, description, "otherNames" FROM jsonb_to_recordset($3) AS g
       (platform text, language text, label text, menu text, category text, description text, "otherNames" text[])`,
    [releaseId, command, JSON.stringify(wordings)],
  );
}

/** Two commands found to be one: everything that named the second names the first from now on. */
export async function mergeCommands(db: Db, appId: number, { keep, drop }: z.output<typeof SentMerge>): Promise<void> {
  await db.query(
    `WITH gone AS (SELECT name FROM command WHERE id = $3 AND app_id = $1)
     UPDATE command_detail d SET argument_of = k.name
     FROM command k, gone, command c WHERE k.id = $2 AND k.app_id = $1 AND c.id = d.command_id AND c.app_id = $1
       AND d.argument_of = gone.name`,
    [appId, keep, drop],
  );
  await db.query('SELECT merge_commands($1, $2, $3)', [appId, keep, drop]);
}

/** One command found to be two: the part takes the shortcuts and edits that are named. */
export async function splitCommand(db: Db, appId: number, asked: z.output<typeof SentSplit>): Promise<number> {
  const edits = await rows<{ id: number }>(
    db,
    `SELECT e.id FROM edit e JOIN jsonb_to_recordset($2) AS g (keyset bigint, context bigint, platform text)
       ON e.keyset_id = g.keyset AND e.context_id = g.context AND e.platform IS NOT DISTINCT FROM g.platform
     WHERE e.command_id = $1`,
    [asked.command, JSON.stringify(asked.edits)],
  );
  const made = await first<{ id: number }>(db, 'SELECT split_command($1, $2, $3, $4, $5, $6) AS id', [
    appId,
    asked.command,
    asked.name,
    asked.label,
    asked.bindings,
    edits.map((edit) => edit.id),
  ]);
  return made!.id;
}
