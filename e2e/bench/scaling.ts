import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import pg from 'pg';
import { overview } from '../../server/src/store/apps.ts';
import { catalogueStamp, formerCommands, layersNow, loadCatalogue } from '../../server/src/store/catalogue.ts';
import { crosswalksOf } from '../../server/src/store/crosswalks.ts';
import { inSnapshot, openPool, READERS, type Db, type Within } from '../../server/src/store/db.ts';
import { earlierThan, issuedIn, newestAt, reportsOf } from '../../server/src/store/handouts.ts';
import { actsOf } from '../../server/src/store/history.ts';
import { historyOf } from '../../server/src/store/keysets.ts';
import { accountAt, standingIn } from '../../server/src/store/people.ts';
import { commandsWith, kinOf, shippedShortcuts, statesOf } from '../../server/src/store/releases.ts';
import { proposalsOf, remarksOf } from '../../server/src/store/review.ts';
import { editionAt, editionsOf, formAt, newestEditions, standingOf } from '../../server/src/store/editions.ts';
import { SIZE, generate } from './generate.ts';

/** What the main queries cost with one app and with thirty, by EXPLAIN (ANALYZE, BUFFERS). Usage: scaling.ts OWNER SERVER OUT */
const [ownerUrl = '', serverUrl = '', out = ''] = process.argv.slice(2);

interface Node {
  readonly 'Node Type': string;
  readonly 'Relation Name'?: string;
  readonly 'Actual Rows'?: number;
  readonly 'Rows Removed by Filter'?: number;
  readonly Plans?: readonly Node[];
}
interface Explained {
  readonly Plan: Node & { readonly 'Shared Hit Blocks': number; readonly 'Shared Read Blocks': number };
  readonly 'Execution Time': number;
}
interface Figure {
  readonly ms: number;
  readonly buffers: number;
  /** Tables that were read through though they are long. */
  readonly read: readonly string[];
}
/** A table is long from so many rows on; shorter ones are read through for good reason. */
const LONG = 2000;

/** Sends each query with EXPLAIN first, and gathers what it cost. */
function explaining(db: Db, lengths: ReadonlyMap<string, number>) {
  let [spent, buffers] = [0, 0];
  const read = new Set<string>();
  const through = (node: Node) => {
    const table = node['Relation Name'] ?? '';
    if (node['Node Type'] === 'Seq Scan' && (lengths.get(table) ?? 0) > LONG) read.add(table);
    for (const part of node.Plans ?? []) through(part);
  };
  const asked: Db = {
    async query(text, values) {
      const [line] = (
        await db.query<{ 'QUERY PLAN': Explained[] }>(`EXPLAIN (ANALYZE, BUFFERS, FORMAT JSON) ${text}`, values)
      ).rows;
      const [found] = line!['QUERY PLAN'];
      spent += found!['Execution Time'];
      buffers += found!.Plan['Shared Hit Blocks'] + found!.Plan['Shared Read Blocks'];
      through(found!.Plan);
      return db.query(text, values);
    },
  };
  return { asked, figure: (): Figure => ({ ms: spent, buffers, read: [...read] }) };
}

type Work = (db: Db) => Promise<unknown>;

async function measured(apps: number): Promise<Map<string, Figure>> {
  await generate(ownerUrl, apps, (line) => console.error(line));
  const owner = new pg.Client({ connectionString: ownerUrl, options: '-c search_path=crib' });
  await owner.connect();
  const one = async <Row>(sql: string) => (await owner.query(sql)).rows[0] as Row;
  const { ws, app, release, last, ours, sheet, edition, address, standing, who } = await one<Record<string, string>>(
    `SELECT a.workspace_id AS ws, a.id AS app, (SELECT min(id) FROM release WHERE app_id = a.id) AS release, (SELECT max(id) FROM release WHERE app_id = a.id) AS last,
       (SELECT min(id) FROM keyset WHERE app_id = a.id AND base_id IS NOT NULL) AS ours, (SELECT min(id) FROM sheet WHERE app_id = a.id) AS sheet,
       (SELECT min(e.id) FROM edition e JOIN sheet s ON s.id = e.sheet_id WHERE s.app_id = a.id) AS edition, (SELECT min(id) FROM editor) AS who,
       (SELECT e.address FROM edition e JOIN sheet s ON s.id = e.sheet_id WHERE s.app_id = a.id ORDER BY e.id LIMIT 1) AS address,
       (SELECT t.address FROM standing_address t JOIN sheet s ON s.id = t.sheet_id WHERE s.app_id = a.id ORDER BY s.id LIMIT 1) AS standing
     FROM app a WHERE a.slug = 'generated-0'`,
  );
  const lengths = new Map(
    (
      await owner.query<{ name: string; rows: number }>(
        `SELECT relname AS name, reltuples::float AS rows FROM pg_class WHERE relnamespace = 'crib'::regnamespace AND relkind = 'r'`,
      )
    ).rows.map((line) => [line.name, line.rows]),
  );
  const n = Number;
  const inSchool: Within = { workspace: n(ws) };
  const EDITORS: Record<string, Work> = {
    'an app, a line for each thing in it': (db) => overview(db, 'generated-0'),
    'whether a loaded release still holds': (db) => catalogueStamp(db, n(release)),
    'a release with all that is catalogued': (db) => loadCatalogue(db, n(release)),
    'a layer as it is now': (db) => layersNow(db, [n(ours)]),
    'commands that earlier releases had': async (db) =>
      formerCommands(db, n(app), (await loadCatalogue(db, n(last))).release),
    'the history of a keyset': (db) => historyOf(db, n(ours)),
    'a command through all releases': async (db) => statesOf(db, n(app), await kinOf(db, n(app), 'cmd.7')),
    'a press through all releases': async (db) =>
      commandsWith(db, n(app), (await shippedShortcuts(db, n(app))).slice(0, 3)),
    'the newest editions of an app': (db) => newestEditions(db, n(app)),
    'the editions of a sheet': (db) => editionsOf(db, { sheetId: n(sheet) }),
    'what learners report': (db) => reportsOf(db, n(app)),
    'what was done, a page of it': (db) => actsOf(db, n(ws), {}),
    'what was done in one app': (db) => actsOf(db, n(ws), { app: 'generated-0' }),
    'proposals and remarks': async (db) => [await proposalsOf(db, n(app), n(who)), await remarksOf(db, n(app))],
    'crosswalks of an app': (db) => crosswalksOf(db, n(app)),
    'who signs in, and what they are': async (db) => [
      await accountAt(db, 'gen@ebbstone.example'),
      await standingIn(db, n(ws), n(who)),
    ],
  };
  const PAGES: Record<string, Work> = {
    'an edition by its address': (db) => editionAt(db, address!),
    'what became of an edition': (db) => standingOf(db, n(edition)),
    'the newest at a standing address': (db) => newestAt(db, standing!),
    'earlier editions of a sheet': (db) => earlierThan(db, n(edition)),
    'a file of an edition': (db) => formAt(db, n(edition), 'csv'),
    'the public index of a school': (db) => issuedIn(db, { workspace: n(ws) }),
  };
  const [editors, pages] = [openPool(serverUrl), openPool(serverUrl, READERS)];
  const figures = new Map<string, Figure>();
  async function note(name: string, ask: (explained: (db: Db) => Promise<Figure>) => Promise<Figure>, work: Work) {
    const runs: Figure[] = [];
    for (let round = 0; round < 5; round++)
      runs.push(
        await ask(async (db) => {
          const { asked, figure } = explaining(db, lengths);
          await work(asked);
          return figure();
        }),
      );
    figures.set(name, runs.sort((a, b) => a.ms - b.ms)[2]!);
  }
  for (const [name, work] of Object.entries(EDITORS))
    await note(name, (asked) => inSnapshot(editors, inSchool, asked), work);
  for (const [name, work] of Object.entries(PAGES)) await note(name, (asked) => asked(pages), work);
  await Promise.all([editors.end(), pages.end(), owner.end()]);
  return figures;
}

const [alone, among] = [await measured(1), await measured(SIZE.apps)];
const lines = [...among].map(([name, now]) => {
  const then = alone.get(name)!;
  const ratio = now.ms / Math.max(then.ms, 0.05);
  return `| ${name} | ${then.ms.toFixed(2)} | ${now.ms.toFixed(2)} | ${ratio.toFixed(2)} | ${then.buffers} | ${now.buffers} | ${now.read.join(', ') || 'none'} |`;
});
const table = [
  '| what is asked | ms, 1 app | ms, 30 apps | ratio | buffers, 1 app | buffers, 30 apps | long tables read through |',
  '| --- | ---: | ---: | ---: | ---: | ---: | --- |',
  ...lines,
].join('\n');
console.log(table);
const head = `Measured on ${new Date().toISOString().slice(0, 10)} on this machine (${availableParallelism()} cores), PostgreSQL 15 as it is set up here: ${SIZE.apps} apps × ${SIZE.releases} releases × ${SIZE.commands} commands, ${SIZE.apps * SIZE.releases * SIZE.bindings} shortcuts, ${SIZE.editions} editions. Each figure is the median of five runs of \`EXPLAIN (ANALYZE, BUFFERS)\` over all queries of one question, under the server’s role within its workspace. A table is long from ${LONG} rows on.`;
if (out) writeFileSync(out, `${head}\n\n${table}\n`);
