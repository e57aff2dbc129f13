import type { z } from 'zod';
import { actsWorded, type Act, type ActPage, type ActRow, type ActsAsked } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** The one act that can be undone as a whole. */
export const UNDOABLE = 'read a list in';

/** How many acts a page has, and how many rows of one are shown. */
const PAGE = 50;
const MOST_ROWS = 500;

/** What was done in a workspace, the latest first. */
export async function actsOf(db: Db, workspace: number, asked: z.output<typeof ActsAsked>): Promise<ActPage> {
  const acts = await rows<Act>(
    db,
    `SELECT a.id, e.name AS who, a.doing, a.about, p.slug AS app, r.label AS release, a.keyset_id AS keyset, a.why, a.done_at AS at,
       (SELECT count(*) FROM act_row x WHERE x.act_id = a.id) AS rows,
       a.doing = '${UNDOABLE}' AND NOT EXISTS (SELECT 1 FROM act u WHERE u.undoes = a.id) AND r.sealed_at IS NULL AS undoable
     FROM act a JOIN editor e ON e.id = a.editor_id LEFT JOIN app p ON p.id = a.app_id LEFT JOIN release r ON r.id = a.release_id
     WHERE a.workspace_id = $1 AND ($2::bigint IS NULL OR a.id < $2) AND ($3::text IS NULL OR a.app_id = (SELECT id FROM app WHERE slug = $3 AND bin_id IS NULL))
       AND ($4::bigint IS NULL OR a.editor_id = $4)
       AND ($5::text IS NULL OR a.doing = ANY ($6) OR strpos(lower(concat_ws(' ', a.about, a.why)), lower($5)) > 0)
     ORDER BY a.id DESC LIMIT ${PAGE + 1}`,
    [workspace, asked.before, asked.app, asked.who, asked.text || null, actsWorded(asked.text ?? '')],
  );
  const page = acts.slice(0, PAGE);
  return { acts: page, next: acts.length > PAGE ? page.at(-1)!.id : null };
}

/** What an act did to each row. */
export async function rowsOfAct(db: Db, id: number): Promise<ActRow[]> {
  if (!(await first(db, 'SELECT 1 FROM act WHERE id = $1', [id])))
    refuse('not-found', 'Entry not found in the activity log.');
  return rows(
    db,
    `SELECT kept_in AS "keptIn", before, after,
       (SELECT s.label FROM command_state s WHERE s.command_id = (row ->> 'command_id')::bigint
        ORDER BY s.release_id = (row ->> 'release_id')::bigint DESC NULLS LAST, s.release_id DESC LIMIT 1) AS command
     FROM act_row, LATERAL (SELECT coalesce(after, before) AS row) r WHERE act_id = $1 ORDER BY n LIMIT ${MOST_ROWS}`,
    [id],
  );
}

/** Takes a whole reading-in back, if nothing of it was changed since. */
export async function undoAct(db: Db, id: number): Promise<void> {
  const found = await first<{ doing: string }>(db, 'SELECT doing FROM act WHERE id = $1', [id]);
  if (!found) refuse('not-found', 'Entry not found in the activity log.');
  if (found!.doing !== UNDOABLE) refuse('not-undone', 'Only list imports can be undone here. Use Undo in the keyset.');
  await db.query('SELECT undo_act($1)', [id]);
}
