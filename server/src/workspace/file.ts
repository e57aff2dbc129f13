import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { createInterface } from 'node:readline';
import { z } from 'zod';
import { refuse } from '@crib/core/error';
import { EVERYWHERE, inSnapshot, inTransaction, type Db, type Pool } from '../store/db.ts';
import { UNDOABLE } from '../store/history.ts';
import { insertWorkspace, updateWorkspace, workspaceNamed } from '../store/people.ts';
import * as rows from '../store/workspace-file.ts';

/**
 * A workspace as one open file: a line of JSON says what it is, each further one is a row of a table, and the last one how many
 * there were and the SHA-256 of all that stands before it.
 */
const FORMAT = 'crib-workspace';
const VERSION = 2;
const Head = z.object({
  format: z.literal(FORMAT),
  version: z.int(),
  /** The last migration of the database that it comes from: it goes into one that has the same. */
  schema: z.string(),
  name: z.string().min(1).max(120),
  editorsPropose: z.boolean(),
  people: z.array(z.object({ id: z.int().positive(), name: z.string().min(1), role: z.string().nullable() })),
});
type Head = z.infer<typeof Head>;
const Line = z.object({ table: z.string(), row: z.record(z.string(), z.unknown()) });
type Line = z.infer<typeof Line>;
const End = z.object({ end: z.object({ rows: z.int(), sha256: z.string() }) });

/** Writes a workspace to a file, as it is at one moment; how many rows. */
export async function workspaceOut(pool: Pool, name: string, path: string): Promise<number> {
  const found = await workspaceNamed(pool, name);
  if (!found) return refuse('not-found', `Workspace not found: “${name}”.`);
  return inSnapshot(pool, { workspace: found.id }, async (db) => {
    const out = createWriteStream(path);
    const hash = createHash('sha256');
    const write = async (line: object) => {
      const text = `${JSON.stringify(line)}\n`;
      hash.update(text);
      if (!out.write(text)) await once(out, 'drain');
    };
    let count = 0;
    const people = await rows.peopleNamed(db, found.id);
    const schema = await rows.lastMigration(db);
    const { editorsPropose } = found;
    await write({ format: FORMAT, version: VERSION, schema, name: found.name, editorsPropose, people });
    for (const table of await rows.tablesInOrder(db))
      for await (const batch of rows.rowsOut(db, table))
        for (const row of batch) {
          await write({ table, row });
          count++;
        }
    await write({ end: { rows: count, sha256: hash.copy().digest('hex') } });
    out.end();
    await once(out, 'close');
    return count;
  });
}

/** The lines of a file as what they say, and what they were hashed to; refuses what is not whole. */
async function* linesOf(path: string): AsyncGenerator<Head | Line> {
  const lines = createInterface({ input: createReadStream(path), crlfDelay: Infinity });
  const hash = createHash('sha256');
  let [number, count] = [0, 0];
  let ended = false;
  for await (const text of lines) {
    number++;
    let said: unknown;
    try {
      said = JSON.parse(text);
    } catch {
      return refuse('not-a-workspace', `Line ${number} is not JSON. Use the file exactly as Crib exported it.`);
    }
    if (ended) refuse('not-a-workspace', `Line ${number} comes after the end of the workspace.`);
    const end = End.safeParse(said);
    if (end.success) {
      if (end.data.end.rows !== count || end.data.end.sha256 !== hash.digest('hex'))
        refuse('not-whole', `${path} is damaged: its checksum differs. Export the workspace again.`);
      ended = true;
      continue;
    }
    hash.update(`${text}\n`);
    if (number === 1) yield headOf(path, said);
    else {
      count++;
      const line = Line.safeParse(said);
      yield line.success ? line.data : refuse('not-a-workspace', `Line ${number} is not a row of a workspace.`);
    }
  }
  if (number === 0) refuse('not-a-workspace', `${path} is empty.`);
  if (!ended) refuse('not-whole', `${path} ends after ${count} rows, before its end mark. Copy or export it again.`);
}
function headOf(path: string, said: unknown): Head {
  const head = Head.safeParse(said);
  if (!head.success) return refuse('not-a-workspace', `${path} is not a workspace exported by Crib.`);
  if (head.data.version !== VERSION)
    refuse('other-version', `${path} was exported by another version of Crib. Export it again with this one.`);
  return head.data;
}

/** Reads a file through, without writing anything: what it is, how many rows it has, and which numbers. */
async function surveyed(db: Db, path: string): Promise<{ head: Head; count: number; numbers: rows.Numbers }> {
  const numbers = new Map<string, Set<number>>();
  const order = new Set(await rows.tablesInOrder(db));
  const people = new Set<number>();
  const shift = await rows.shiftBy(db, (table, number, history) => {
    if (table === 'editor' && !history && !people.has(number))
      refuse('unknown-person', `The file refers to a person ${number} that is missing from it.`);
    const known = numbers.get(table) ?? new Set();
    numbers.set(table, known.add(number));
    return number;
  });
  const undoable = new Set<unknown>();
  let head: Head | undefined;
  let count = 0;
  for await (const line of linesOf(path)) {
    if ('format' in line) {
      head = line;
      for (const { id } of line.people) people.add(id);
      const own = await rows.lastMigration(db);
      if (line.schema !== own)
        refuse(
          'other-schema',
          `The file is of ${line.schema}, and this database of ${own}. Update the older one first.`,
        );
      continue;
    }
    const { table, row } = line;
    if (!order.has(table))
      refuse('not-a-workspace', `Row ${count + 1} is of ${table}, which is not part of a workspace.`);
    if (table === 'act' && row['doing'] === UNDOABLE) undoable.add(row['id']);
    // What an act did is undone by what is written of it: that may be nothing but rows of a workspace.
    if (table === 'act_row' && undoable.has(row['act_id']) && !order.has(String(row['kept_in'])))
      refuse('not-a-workspace', `Row ${count + 1} says that an import wrote to ${String(row['kept_in'])}.`);
    shift(table, row);
    count++;
  }
  return { head: head!, count, numbers };
}

const BATCH = 2000;

/**
 * Imports a workspace from a file, all of it or nothing, beside what is there: numbers change, names, addresses and history
 * stay. People come as names; `owner` is who may act in it from then on. As the owner of the tables. The file is read through
 * before anything is written, and nobody who works meanwhile has to wait.
 */
export async function workspaceIn(pool: Pool, path: string, owner: number): Promise<{ name: string; rows: number }> {
  const { head, count, numbers } = await surveyed(pool, path);
  return inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    const { name, editorsPropose } = head;
    await rows.asImport(db);
    const workspace = await insertWorkspace(db, name, owner);
    await updateWorkspace(db, { id: workspace, name, editorsPropose });
    const people = new Map<number, number>();
    for (const one of head.people) people.set(one.id, await rows.insertNamed(db, one.name));
    const newNumber = await rows.renumbered(db, numbers);
    const shift = await rows.shiftBy(db, (table, number) => {
      if (table === 'workspace') return workspace;
      if (table === 'editor') return people.get(number) ?? null;
      return newNumber(table, number);
    });
    let batch: Line[] = [];
    const flush = async () => {
      const { table } = batch[0] ?? { table: '' };
      if (table)
        await rows.rowsIn(
          db,
          table,
          batch.map((one) => shift(table, one.row)),
        );
      batch = [];
    };
    for await (const line of linesOf(path)) {
      if ('format' in line) continue;
      if (batch.length >= BATCH || (batch[0] && batch[0].table !== line.table)) await flush();
      batch.push(line);
    }
    await flush();
    return { name, rows: count };
  }).catch((error: unknown) => {
    // Addresses of editions and of the index are the one thing that is the same wherever it is.
    const { code, constraint } = error as { code?: string; constraint?: string };
    if (code === '23505' && /address/.test(constraint ?? ''))
      refuse('there-already', 'The editions of this workspace already exist here.');
    if (code?.startsWith('23'))
      refuse('not-a-workspace', `The rows of ${path} contradict each other (${constraint ?? code}).`);
    throw error;
  });
}
