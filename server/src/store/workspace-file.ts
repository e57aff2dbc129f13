import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

/** A whole workspace out and in: its rows, table by table, in an order in which each comes after what it names. */

/** What is not taken along: people’s ways in, and what is counted or derived anew. */
const LEFT = [
  'session',
  'wrong_password',
  'pace',
  'answered',
  'here',
  'invitation',
  'api_token',
  'migration',
  'app_version',
  'membership',
  'workspace',
  'editor',
];
/** The column that closes a circle of references: looked at when all rows are there. */
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
  const all = (
    await rows<{ name: string }>(
      db,
      `SELECT relname AS name FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r' ORDER BY 1`,
    )
  )
    .map((one) => one.name)
    .filter((name) => !LEFT.includes(name));
  const needs = (await references(db)).filter((one) => one.table !== one.to && one.column !== LATER);
  const ordered: string[] = [];
  while (ordered.length < all.length) {
    const next = all.filter(
      (name) =>
        !ordered.includes(name) &&
        needs.every((one) => one.table !== name || LEFT.includes(one.to) || ordered.includes(one.to)),
    );
    if (next.length === 0) refuse('circle', 'Unexpected circular reference between tables.');
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
         UNION SELECT provenance_by FROM binding UNION SELECT tried_by FROM trial
         UNION SELECT owner_id FROM keyset UNION SELECT made_by FROM keyset UNION SELECT made_by FROM proposal UNION SELECT answered_by FROM proposal UNION SELECT made_by FROM remark UNION SELECT ended_by FROM remark)
     ORDER BY e.id`,
    [workspace],
  );

/** Numbers inside of texts and JSON, by the table and column they stand in, and what each name there is a number of. */
const INSIDE: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  'keyset_change.change': { command: 'command', context: 'context', holds: 'command' },
  'keyset_change.inverse': { command: 'command', context: 'context', holds: 'command' },
  'proposal.change': { command: 'command', context: 'context', holds: 'command' },
  'sheet_section.rule': {
    context: 'context',
    group: 'command_group',
    run: 'run',
    crosswalk: 'crosswalk',
    keyset: 'keyset',
    release: 'release',
  },
  'sheet_section.left_out': { '': 'command' },
  'sheet_section.figure': { context: 'context' },
  'saved_view.query': { keyset: 'keyset', columns: 'keyset', where: 'context' },
  'change_notes.groups': { key: 'note' },
};
/** Numbers that no constraint ties, because what they name may be gone. */
const LOOSE: Readonly<Record<string, string>> = {
  'act.release_id': 'release',
  'act.keyset_id': 'keyset',
  'command_detail.command_id': 'command',
  'context_together.first_id': 'context',
};

export type Row = Record<string, unknown>;
export type Shift = (table: string, row: Row) => Row;

/** The numbers that a file has of each table. */
export type Numbers = ReadonlyMap<string, ReadonlySet<number>>;
/** Which number a row of a table has here. */
export type NewNumber = (table: string, number: number) => number;

/** The tables whose rows have a number of their own. */
const identities = async (db: Db): Promise<{ table: string; sequence: string }[]> =>
  rows(
    db,
    `SELECT t.relname AS "table", pg_get_serial_sequence('crib.' || t.relname, 'id') AS sequence
     FROM pg_attribute a JOIN pg_class t ON t.oid = a.attrelid
     WHERE t.relnamespace = 'crib'::regnamespace AND t.relkind = 'r' AND a.attname = 'id' AND a.attidentity <> '' ORDER BY 1`,
  );

/** How many numbers are drawn at once. */
const DRAWN = 50_000;

/** Draws a new number for each of a file’s, in the same order, from where everybody draws theirs: nobody waits for it. */
export async function renumbered(db: Db, numbers: Numbers): Promise<NewNumber> {
  const drawn = new Map<string, Map<number, number>>();
  for (const { table, sequence } of await identities(db)) {
    const old = [...(numbers.get(table) ?? [])].sort((a, b) => a - b);
    const now = new Map<number, number>();
    for (let from = 0; from < old.length; from += DRAWN) {
      const some = old.slice(from, from + DRAWN);
      const found = await rows<{ n: number }>(db, 'SELECT nextval($1) AS n FROM generate_series(1, $2)', [
        sequence,
        some.length,
      ]);
      const sorted = found.map((one) => one.n).sort((a, b) => a - b);
      some.forEach((one, at) => now.set(one, sorted[at]!));
    }
    drawn.set(table, now);
  }
  return (table, number) => drawn.get(table)!.get(number)!;
}

/** What becomes of a number of a table; `history` says that it stands in a row as it was once. */
export type Move = (table: string, number: number, history: boolean) => number | null;

/**
 * How the numbers of rows change on their way in, wherever they stand. Anything else where a number belongs is refused: with
 * it a file could name what is not its own.
 */
export async function shiftBy(db: Db, move: Move): Promise<Shift> {
  const numbered = new Set((await identities(db)).map((one) => one.table));
  const tied = await references(db);
  /** Which table a column’s number is an identity of, through whatever it refers to. */
  const roots = new Map<string, string | null>();
  const rootOf = (table: string, column: string): string | null => {
    const name = `${table}.${column}`;
    if (!roots.has(name)) {
      const next = tied.find(
        (one) => one.table === table && one.column === column && !(one.to === table && one.at === column),
      );
      const own = column === 'id' && numbered.has(table) ? table : null;
      roots.set(
        name,
        LOOSE[name] ??
          own ??
          (next ? (next.to === 'editor' || next.to === 'workspace' ? next.to : rootOf(next.to, next.at)) : null),
      );
    }
    return roots.get(name)!;
  };
  const through = (history: boolean): Shift => {
    const moved = (root: string | null, value: unknown): unknown => {
      if (root === null || value === null || value === undefined) return value;
      if (typeof value !== 'number' || !Number.isSafeInteger(value) || value < 1)
        return refuse('not-a-workspace', `${JSON.stringify(value)} is not a number of a row.`);
      return move(root, value, history);
    };
    const listed = (root: string, text: string) =>
      text
        .split(',')
        .map((one) => (/^\d+$/.test(one) ? String(moved(root, Number(one))) : one))
        .join(',');
    /** The key of a line of change notes names its change by places and commands. */
    const noted = (key: string) => {
      const [group = '', ...parts] = key.split(' ');
      if (group === 'own' || group === 'policy') return key;
      return [
        group,
        ...parts.map((one, at) =>
          listed(group === 'places' || (group === 'meaning' && at === 0) ? 'context' : 'command', one),
        ),
      ].join(' ');
    };
    const named = (root: string, part: unknown, names: Readonly<Record<string, string>>): unknown => {
      if (typeof part === 'number') return moved(root, part);
      if (typeof part !== 'string') return inside(part, names);
      return root === 'note' ? noted(part) : listed(root, part);
    };
    const inside = (value: unknown, names: Readonly<Record<string, string>>): unknown => {
      if (Array.isArray(value))
        return value.map((one: unknown) => (names[''] ? named(names[''], one, names) : inside(one, names)));
      if (value === null || typeof value !== 'object') return value;
      return Object.fromEntries(
        Object.entries(value).map(([key, part]) => [
          key,
          names[key] ? named(names[key], part, names) : inside(part, names),
        ]),
      );
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
      if (table === 'fact_correction' && (row['what'] === 'default' || /^(?:home|parent)$/.test(String(row['field']))))
        for (const side of ['old', 'now'])
          made[side] = moved(row['what'] === 'default' ? 'keyset' : 'context', row[side]);
      if (table !== 'act_row') return made;
      for (const side of ['before', 'after'])
        if (row[side]) made[side] = past(String(row['kept_in']), row[side] as Row);
      return made;
    };
    return shifted;
  };
  const past = through(true);
  return through(false);
}

/**
 * Lets rows be written in whatever order they come, into releases that are sealed, for this transaction alone; everything
 * else that the database asks of a row is asked of these too, and nobody else has to wait.
 */
export const asImport = (db: Db) => db.query(`SET CONSTRAINTS ALL DEFERRED; SET LOCAL crib.importing = 'yes'`);

/** Writes rows of a table as they are. */
export async function rowsIn(db: Db, table: string, list: readonly Row[]): Promise<void> {
  const columns = (await first<{ list: string }>(
    db,
    `SELECT string_agg(quote_ident(attname), ', ') AS list FROM pg_attribute WHERE attrelid = 'crib.${table}'::regclass AND attnum > 0 AND NOT attisdropped AND attgenerated = ''`,
  ))!.list;
  await db.query(
    `INSERT INTO ${table} (${columns}) OVERRIDING SYSTEM VALUE SELECT ${columns} FROM jsonb_populate_recordset(NULL::${table}, $1)`,
    [JSON.stringify(list)],
  );
}

/** Somebody of another installation: a name, and nobody who could sign in. */
export async function insertNamed(db: Db, name: string): Promise<number> {
  return (await first<{ id: number }>(db, 'INSERT INTO editor (name, removed_at) VALUES ($1, now()) RETURNING id', [
    name,
  ]))!.id;
}
export const lastMigration = async (db: Db): Promise<string> =>
  (await first<{ name: string }>(db, 'SELECT name FROM migration ORDER BY name DESC LIMIT 1'))!.name;
