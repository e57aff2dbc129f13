import type { z } from 'zod';
import type { Crosswalk, CrosswalkOverview, Judgement, SentJudgements } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

const END = (app: string) => `jsonb_build_object('slug', ${app}.slug, 'name', ${app}.name)`;
const THERE = `crosswalk c JOIN app f ON f.id = c.from_app AND f.bin_id IS NULL JOIN app t ON t.id = c.to_app AND t.bin_id IS NULL`;

/** The crosswalks that begin or end at an app, with how far they are judged. */
export function crosswalksOf(db: Db, appId: number): Promise<CrosswalkOverview[]> {
  return rows(
    db,
    `SELECT c.id, ${END('f')} AS from, ${END('t')} AS to,
       (SELECT count(DISTINCT m.source_id)::int FROM crosswalk_command m WHERE m.crosswalk_id = c.id AND m.relation <> 'later') AS judged,
       (SELECT count(*)::int FROM command_state s WHERE s.release_id = (SELECT r.id FROM release r
          WHERE r.app_id = f.id AND r.bin_id IS NULL ORDER BY r.position DESC LIMIT 1)) AS commands
     FROM ${THERE} WHERE $1 IN (c.from_app, c.to_app) ORDER BY f.name, t.name`,
    [appId],
  );
}

const STATES = {
  command: ', m.source_state AS "sourceState", m.target_state AS "targetState"',
  context: `, '' AS "sourceState", '' AS "targetState"`,
};
const judgements = (db: Db, of: 'command' | 'context', id: number): Promise<Judgement[]> =>
  rows(
    db,
    `SELECT m.source_id AS source, m.target_id AS target, m.relation, m.note, e.name AS who, m.judged_on::text AS on ${STATES[of]}
     FROM crosswalk_${of} m JOIN editor e ON e.id = m.judged_by WHERE m.crosswalk_id = $1 ORDER BY m.source_id, m.target_id`,
    [id],
  );

export async function crosswalkAt(db: Db, id: number): Promise<Crosswalk> {
  const found = await first<Pick<Crosswalk, 'id' | 'from' | 'to'>>(
    db,
    `SELECT c.id, ${END('f')} AS from, ${END('t')} AS to FROM ${THERE} WHERE c.id = $1`,
    [id],
  );
  if (!found) return refuse('not-found', `Mapping not found: ${id}.`);
  return { ...found, commands: await judgements(db, 'command', id), contexts: await judgements(db, 'context', id) };
}

/** The other crosswalks that begin or end where this one does. */
export async function crosswalksBeside(db: Db, id: number): Promise<Crosswalk[]> {
  const found = await rows<{ id: number }>(
    db,
    `SELECT c.id FROM ${THERE} JOIN crosswalk o ON o.id = $1 AND c.id <> o.id
       AND (c.from_app IN (o.from_app, o.to_app) OR c.to_app IN (o.from_app, o.to_app)) ORDER BY c.id`,
    [id],
  );
  const list: Crosswalk[] = [];
  for (const one of found) list.push(await crosswalkAt(db, one.id));
  return list;
}

/** The states that commands cycle through, in any of their releases. */
export async function statesNamed(
  db: Db,
  commands: readonly number[],
): Promise<ReadonlyMap<number, readonly string[]>> {
  const found = await rows<{ command: number; states: string[] }>(
    db,
    `SELECT d.command_id AS command, array_agg(DISTINCT named) AS states
     FROM command_detail d, unnest(d.states) AS named WHERE d.command_id = ANY ($1) GROUP BY d.command_id`,
    [commands],
  );
  return new Map(found.map((one) => [one.command, one.states]));
}

export async function insertCrosswalk(db: Db, from: number, to: number, editor: number): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    'INSERT INTO crosswalk (from_app, to_app, made_by) VALUES ($1, $2, $3) RETURNING id',
    [from, to, editor],
  );
  return made!.id;
}

/** Writes judgements in place of what was said of their sources before; the caller holds the crosswalk. */
export async function writeJudgements(
  db: Db,
  id: number,
  { of, judged }: z.output<typeof SentJudgements>,
  editor: number,
): Promise<void> {
  await db.query(`DELETE FROM crosswalk_${of} WHERE crosswalk_id = $1 AND source_id = ANY ($2)`, [
    id,
    judged.map((one) => one.source),
  ]);
  const lines = judged.flatMap(({ source, matches }) => matches.map((one) => ({ source, ...one })));
  await db.query(
    `INSERT INTO crosswalk_${of} (crosswalk_id, from_app, to_app, source_id, target_id, relation, note, judged_by${of === 'command' ? ', source_state, target_state' : ''})
     SELECT c.id, c.from_app, c.to_app, g.source, g.target, g.relation, g.note, $3 ${of === 'command' ? ', g."sourceState", g."targetState"' : ''}
     FROM crosswalk c, jsonb_to_recordset($2)
       AS g (source bigint, target bigint, relation text, note text, "sourceState" text, "targetState" text) WHERE c.id = $1`,
    [id, JSON.stringify(lines), editor],
  );
}

/** Keeps others from judging in a crosswalk meanwhile. */
export async function lockCrosswalk(db: Db, id: number): Promise<void> {
  const found = await first(db, 'SELECT 1 FROM crosswalk WHERE id = $1 FOR UPDATE', [id]);
  if (!found) refuse('not-found', `Mapping not found: ${id}.`);
}

export async function deleteCrosswalk(db: Db, id: number): Promise<void> {
  await db.query('DELETE FROM crosswalk WHERE id = $1', [id]);
}
