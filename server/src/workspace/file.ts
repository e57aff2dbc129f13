import { createReadStream, createWriteStream } from 'node:fs';
import { once } from 'node:events';
import { createInterface } from 'node:readline';
import { z } from 'zod';
import { refuse } from '@crib/core/error';
import { EVERYWHERE, inSnapshot, inTransaction, type Db, type Pool } from '../store/db.ts';
import { insertWorkspace, updateWorkspace, workspaceNamed } from '../store/people.ts';
import * as rows from '../store/workspace-file.ts';

/** A workspace as one open file: a line of JSON says what it is, each further one is a row of a table. */
const FORMAT = 'crib-workspace';
const Head = z.object({
  format: z.literal(FORMAT),
  version: z.literal(1),
  /** The last migration of the database that it comes from: it goes into one that has the same. */
  schema: z.string(),
  name: z.string().min(1).max(120),
  editorsPropose: z.boolean(),
  people: z.array(z.object({ id: z.int(), name: z.string(), role: z.string().nullable() })),
});
type Row = Record<string, unknown>;
const Line = z.object({ table: z.string(), row: z.record(z.string(), z.unknown()) });

/** Writes a workspace to a file, as it is at one moment; how many rows. */
export async function workspaceOut(pool: Pool, name: string, path: string): Promise<number> {
  const found = await workspaceNamed(pool, name);
  if (!found) return refuse('not-found', `There is no workspace “${name}”.`);
  return inSnapshot(pool, { workspace: found.id }, async (db) => {
    const out = createWriteStream(path);
    const write = async (line: object) => {
      if (!out.write(`${JSON.stringify(line)}\n`)) await once(out, 'drain');
    };
    let count = 0;
    const people = await rows.peopleNamed(db, found.id);
    await write({ format: FORMAT, version: 1, schema: await rows.lastMigration(db), name: found.name, editorsPropose: found.editorsPropose, people }); // prettier-ignore
    for (const table of await rows.tablesInOrder(db))
      for await (const batch of rows.rowsOut(db, table))
        for (const row of batch) {
          await write({ table, row });
          count++;
        }
    out.end();
    await once(out, 'close');
    return count;
  });
}

const BATCH = 2000;

/**
 * Takes a workspace in from a file, all of it or nothing, beside what is there: numbers change, names, addresses and history
 * stay. People come in as names; `owner` is who may act in it from then on. As the owner of the tables.
 */
export function workspaceIn(pool: Pool, path: string, owner: number): Promise<{ name: string; rows: number }> {
  return inTransaction(pool, { workspace: EVERYWHERE }, async (db) => {
    const lines = createInterface({ input: createReadStream(path), crlfDelay: Infinity });
    const read = lines[Symbol.asyncIterator]();
    const parsed = (text: unknown, number: number): unknown => {
      try {
        return JSON.parse(String(text));
      } catch {
        return refuse('not-a-workspace', `Line ${number} is not JSON. Take the file as it was written.`);
      }
    };
    const head = Head.safeParse(parsed((await read.next()).value, 1));
    if (!head.success) return refuse('not-a-workspace', `${path} is no workspace that Crib has written.`);
    const { name, editorsPropose, people, schema } = head.data;
    const own = await rows.lastMigration(db);
    if (schema !== own) return refuse('other-schema', `The file is of ${schema}, and this database of ${own}. Bring the older one up to date first.`); // prettier-ignore
    const workspace = await insertWorkspace(db, name, owner);
    await updateWorkspace(db, { id: workspace, name, editorsPropose });
    const named = new Map<number, number>();
    for (const one of people) named.set(one.id, await rows.insertNamed(db, one.name));
    const order = await rows.tablesInOrder(db);
    const shift = await rows.shiftInto(db, workspace, named);
    await rows.watching(db, order, false);
    const count = await taken(db, read, { order, shift, parsed });
    await rows.watching(db, order, true);
    await rows.countOn(db, order, workspace);
    return { name, rows: count };
  }).catch((error: unknown) => {
    // Addresses of editions are the one thing that is the same wherever it is.
    if ((error as { code?: string }).code === '23505')
      refuse('there-already', 'The editions of this workspace are here already.');
    throw error;
  });
}

interface Taking {
  readonly order: readonly string[];
  readonly shift: rows.Shift;
  readonly parsed: (text: unknown, number: number) => unknown;
}

async function taken(db: Db, read: AsyncIterator<string>, { order, shift, parsed }: Taking): Promise<number> {
  const circles = new Map<string, Row[]>();
  let [count, number, table] = [0, 1, ''];
  let batch: Row[] = [];
  async function flush() {
    if (batch.length === 0) return;
    await rows.rowsIn(db, table, batch);
    const open = batch.filter((row) => typeof row['bin_id'] === 'number');
    if (open.length) circles.set(table, [...(circles.get(table) ?? []), ...open]);
    count += batch.length;
    batch = [];
  }
  for (;;) {
    const next = await read.next();
    if (next.done) break;
    number++;
    const line = Line.safeParse(parsed(next.value, number));
    if (!line.success || !order.includes(line.data.table)) return refuse('not-a-workspace', `Line ${number} is no row of a workspace.`); // prettier-ignore
    if (line.data.table !== table || batch.length >= BATCH) {
      await flush();
      table = line.data.table;
    }
    batch.push(shift(table, line.data.row));
  }
  await flush();
  for (const [of, list] of circles) await rows.closeCircles(db, of, list);
  return count;
}
