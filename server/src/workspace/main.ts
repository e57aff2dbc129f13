import { refuse } from '@crib/core/error';
import { counted } from '@crib/core/words';
import { openPool } from '../store/db.ts';
import { accountAt } from '../store/people.ts';
import { workspaceIn, workspaceOut } from './file.ts';

const [way, ...words] = process.argv.slice(2);
const pool = openPool(
  process.env['DATABASE_URL'] ?? refuse('no-database', 'Set DATABASE_URL to the database to use.'),
  {
    connections: 2,
    connecting: 5000,
    locks: 30_000,
    statements: 600_000,
  },
);
try {
  if (way === 'out' && words.length === 2) {
    const rows = await workspaceOut(pool, words[0]!, words[1]!);
    console.log(`Exported ${counted(rows, 'row')} to ${words[1]}.`);
  } else if (way === 'in' && words.length === 2) {
    const owner = (await accountAt(pool, words[1]!)) ?? refuse('not-found', `No account with this email: ${words[1]}.`);
    const { name, rows } = await workspaceIn(pool, words[0]!, owner.id);
    console.log(`Imported “${name}” (${counted(rows, 'row')}). Owner: ${owner.name}.`);
  } else {
    console.error(
      'npm run workspace -- out "Our school" school.jsonl\nnpm run workspace -- in school.jsonl OWNER’S-ADDRESS',
    );
    process.exitCode = 2;
  }
} catch (error) {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
} finally {
  await pool.end();
}
