import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** A whole workspace out and in: its rows, table by table, in an order in which each comes after what it names. */

/** What is not taken along: people’s ways in, and what is counted or derived anew. */
const LEFT = ['session', 'wrong_password', 'pace', 'answered', 'here', 'invitation', 'api_token', 'migration', 'app_version', 'membership', 'workspace', 'editor']; // prettier-ignore
/** Columns that close a circle of references: written when all rows are there. */
const LATER = 'bin_id';

interface Reference {
  readonly table: string;
  readonly column: string;
  readonly to: string;
  readonly at: string;
}

async function references(db: Db): Promise<Reference[]> {
  return rows<Reference>(
    db,
    `SELECT t.relname AS "table", a.attname AS "column", f.relname AS "to", b.attname AS "at"
     FROM pg_constraint c JOIN pg_class t ON t.oid = c.conrelid JOIN pg_class f ON f.oid = c.confrelid
       CROSS JOIN LATERAL unnest(c.conkey, c.confkey) AS k (mine, theirs)
       JOIN pg_attribute a ON a.attrelid = c.conrelid AND a.attnum = k.mine JOIN pg_attribute b ON b.attrelid = c.confrelid AND b.attnum = k.theirs
     WHERE c.contype = 'f' AND c.connamespace = 'crib'::regnamespace`,
  );
}

/** The tables of a workspace, each after those it refers to. */
export async function tablesInOrder(db: Db): Promise<string[]> {
  const all = (await rows<{ name: string }>(db, `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r' ORDER BY 1`)).map((one) => one.name).filter((name) => !LEFT.includes(name)); // prettier-ignore
  const needs = (await references(db)).filter((one) => one.table !== one.to && one.column !== LATER);
  const ordered: string[] = [];
  while (ordered.length < all.length) {
    const next = all.filter((name) => !ordered.includes(name) && needs.every((one) => one.table !== name || LEFT.includes(one.to) || ordered.includes(one.to))); // prettier-ignore
    if (next.length === 0) refuse('circle', 'The tables refer to each other in a circle that nothing is known of.');
    ordered.push(...next);
  }
  return ordered;
}

const BATCH = 5000;

/** The rows of a table as the workspace has them, a batch at a time; the caller holds a snapshot of that workspace. */
export async function* rowsOut(db: Db, table: string): AsyncGenerator<object[]> {
  const by = (await references(db)).some((one) => one.to === table && one.at === 'id') ? 'ORDER BY id' : '';
  await db.query(`DECLARE going NO SCROLL CURSOR FOR SELECT to_jsonb(t) AS row FROM ${table} t ${by}`);
  for (;;) {
    const batch = await rows<{ row: object }>(db, `FETCH ${BATCH} FROM going`);
    if (batch.length === 0) break;
    yield batch.map((one) => one.row);
  }
  await db.query('CLOSE going');
}

/** Those who are named in a workspace: its members, and whoever has done something in it. */
export const peopleNamed = (db: Db, workspace: number): Promise<{ id: number; name: string; role: string | null }[]> =>
  rows(
    db,
    `SELECT e.id, e.name, m.role FROM editor e LEFT JOIN membership m ON m.editor_id = e.id AND m.workspace_id = $1
     WHERE m.role IS NOT NULL OR EXISTS (SELECT 1 FROM act a WHERE a.editor_id = e.id AND a.workspace_id = $1)
       OR e.id IN (SELECT made_by FROM keyset_change UNION SELECT made_by FROM edit UNION SELECT published_by FROM edition UNION SELECT made_by FROM correction
         UNION SELECT made_by FROM fact_correction UNION SELECT made_by FROM save_point UNION SELECT made_by FROM saved_view UNION SELECT made_by FROM crosswalk
         UNION SELECT judged_by FROM crosswalk_command UNION SELECT judged_by FROM crosswalk_context UNION SELECT made_by FROM command_lineage UNION SELECT made_by FROM context_lineage
         UNION SELECT editor_id FROM bin UNION SELECT ended_by FROM report UNION SELECT written_by FROM word_section UNION SELECT withdrawn_by FROM edition_withdrawal
         UNION SELECT owner_id FROM keyset UNION SELECT made_by FROM keyset UNION SELECT made_by FROM proposal UNION SELECT answered_by FROM proposal UNION SELECT made_by FROM remark UNION SELECT ended_by FROM remark)
     ORDER BY e.id`,
    [workspace],
  );

/** Numbers inside of texts and JSON, by the table and column they stand in, and what each name there is a number of. */
const INSIDE: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  'keyset_change.change': { command: 'command', context: 'context', holds: 'command' },
  'keyset_change.inverse': { command: 'command', context: 'context', holds: 'command' },
  'proposal.change': { command: 'command', context: 'context', holds: 'command' },
  'sheet_section.rule': { context: 'context', group: 'command_group', run: 'run', crosswalk: 'crosswalk', keyset: 'keyset', release: 'release' }, // prettier-ignore
  'sheet_section.left_out': { '': 'command' },
  'sheet_section.figure': { context: 'context' },
  'saved_view.query': { keyset: 'keyset', columns: 'keyset', where: 'context' },
  'change_notes.groups': { key: 'note' },
};
/** Numbers that no constraint ties, because what they name may be gone. */
const LOOSE: Readonly<Record<string, string>> = { 'act.release_id': 'release', 'act.keyset_id': 'keyset', 'command_detail.command_id': 'command' }; // prettier-ignore

export type Shift = (table: string, row: Record<string, unknown>) => Record<string, unknown>;

/** How numbers change on their way in: each identity by how many there are already. */
export async function shiftInto(db: Db, workspace: number, people: ReadonlyMap<number, number>): Promise<Shift> {
  const tied = await references(db);
  const identities = await rows<{ table: string }>(db, `SELECT t.relname AS "table" FROM pg_attribute a JOIN pg_class t ON t.oid = a.attrelid WHERE t.relnamespace = 'crib'::regnamespace AND a.attname = 'id' AND a.attidentity <> ''`); // prettier-ignore
  const by = new Map<string, number>();
  for (const { table } of identities)
    by.set(table, (await first<{ last: number }>(db, `SELECT coalesce(max(id), 0) AS last FROM ${table}`))!.last);
  /** Which table a column’s number is an identity of, through whatever it refers to. */
  const roots = new Map<string, string | null>();
  const rootOf = (table: string, column: string): string | null => {
    const name = `${table}.${column}`;
    if (!roots.has(name)) {
      const next = tied.find((one) => one.table === table && one.column === column && !(one.to === table && one.at === column)); // prettier-ignore
      const own = column === 'id' && by.has(table) ? table : null;
      roots.set(name, LOOSE[name] ?? own ?? (next ? (next.to === 'editor' || next.to === 'workspace' ? next.to : rootOf(next.to, next.at)) : null)); // prettier-ignore
    }
    return roots.get(name)!;
  };
  const moved = (root: string | null, value: unknown): unknown => {
    if (root === null || typeof value !== 'number') return value;
    if (root === 'workspace') return workspace;
    if (root === 'editor') return people.get(value) ?? refuse('unknown-person', `The file names a person ${value} that it does not have.`); // prettier-ignore
    return value + (by.get(root) ?? 0);
  };
  const listed = (root: string, text: string) => text.split(',').map((one) => (/^\d+$/.test(one) ? String(moved(root, Number(one))) : one)).join(','); // prettier-ignore
  /** The key of a line of change notes names its change by places and commands. */
  const noted = (key: string) => {
    const [group = '', ...parts] = key.split(' ');
    if (group === 'own' || group === 'policy') return key;
    return [group, ...parts.map((one, at) => listed(group === 'places' || (group === 'meaning' && at === 0) ? 'context' : 'command', one))].join(' '); // prettier-ignore
  };
  const named = (root: string, part: unknown, names: Readonly<Record<string, string>>): unknown => {
    if (typeof part === 'number') return moved(root, part);
    if (typeof part !== 'string') return inside(part, names);
    return root === 'note' ? noted(part) : listed(root, part);
  };
  const inside = (value: unknown, names: Readonly<Record<string, string>>): unknown => {
    if (Array.isArray(value)) return value.map((one: unknown) => (names[''] ? named(names[''], one, names) : inside(one, names))); // prettier-ignore
    if (value === null || typeof value !== 'object') return value;
    return Object.fromEntries(Object.entries(value).map(([key, part]) => [key, names[key] ? named(names[key], part, names) : inside(part, names)])); // prettier-ignore
  };
  const shifted: Shift = (table, row) => {
    const facts = Object.entries(row).map(([column, value]): [string, unknown] => {
      const names = INSIDE[`${table}.${column}`];
      if (names) return [column, inside(value, names)];
      return [column, moved(rootOf(table, column), value)];
    });
    const made = Object.fromEntries(facts);
    // A correction names a command or a place by what it is about, and history keeps rows of other tables.
    if (table === 'fact_correction' && typeof row['subject_id'] === 'number')
      made['subject_id'] = moved(row['what'] === 'command' ? 'command' : 'context', row['subject_id']);
    if (table === 'act_row')
      for (const side of ['before', 'after'])
        if (row[side]) made[side] = shifted(String(row['kept_in']), row[side] as Record<string, unknown>);
    return made;
  };
  return shifted;
}

/** Keeps the triggers that people’s acts pass through from looking at rows that were acts before, or lets them look again. */
export async function watching(db: Db, tables: readonly string[], on: boolean): Promise<void> {
  for (const table of tables) await db.query(`ALTER TABLE ${table} ${on ? 'ENABLE' : 'DISABLE'} TRIGGER USER`);
}

/** Writes rows of a table as they are; gives those whose circle is to be closed afterwards. */
export async function rowsIn(db: Db, table: string, list: readonly Record<string, unknown>[]): Promise<void> {
  const open = list.map((row) => (LATER in row ? { ...row, [LATER]: null } : row));
  await db.query(`INSERT INTO ${table} OVERRIDING SYSTEM VALUE SELECT * FROM jsonb_populate_recordset(NULL::${table}, $1)`, [JSON.stringify(open)]); // prettier-ignore
}
export async function closeCircles(db: Db, table: string, list: readonly Record<string, unknown>[]): Promise<void> {
  await db.query(`UPDATE ${table} t SET bin_id = g.bin_id FROM jsonb_to_recordset($1) AS g (id bigint, bin_id bigint) WHERE t.id = g.id`, [JSON.stringify(list)]); // prettier-ignore
}

/** Goes on numbering behind what came in, and counts what was loaded of it as read anew. */
export async function countOn(db: Db, tables: readonly string[], workspace: number): Promise<void> {
  for (const table of tables) {
    const owned = await first<{ sequence: string | null }>(db, `SELECT pg_get_serial_sequence('crib.${table}', a.attname) AS sequence FROM pg_attribute a WHERE a.attrelid = 'crib.${table}'::regclass AND a.attidentity <> ''`); // prettier-ignore
    const column = table === 'act_row' ? 'n' : 'id';
    if (owned?.sequence) await db.query(`SELECT setval($1, greatest(1, (SELECT coalesce(max(${column}), 1) FROM ${table})))`, [owned.sequence]); // prettier-ignore
  }
  await db.query('INSERT INTO app_version (app_id) SELECT id FROM app WHERE workspace_id = $1 ON CONFLICT DO NOTHING', [workspace]); // prettier-ignore
}

/** Somebody of another installation: a name, and nobody who could sign in. */
export async function insertNamed(db: Db, name: string): Promise<number> {
  return (await first<{ id: number }>(db, 'INSERT INTO editor (name, removed_at) VALUES ($1, now()) RETURNING id', [name]))!.id; // prettier-ignore
}
export const lastMigration = async (db: Db): Promise<string> =>
  (await first<{ name: string }>(db, 'SELECT name FROM migration ORDER BY name DESC LIMIT 1'))!.name;
