import { appendFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { afterAll, describe, expect, it } from 'vitest';
import { backUp, restore, tablesOf } from '../lib/backup.mjs';
import { openDatabase } from '../lib/database.mjs';

const home = mkdtempSync(join(tmpdir(), 'crib-backup-'));
afterAll(() => rmSync(home, { recursive: true, force: true }));

/** Something in every kind of column: texts in several scripts, JSON, arrays, bytes, days and moments. */
async function filled(url: string) {
  const client = new pg.Client({ connectionString: url, options: '-c search_path=crib' });
  await client.connect();
  await client.query(`
    INSERT INTO editor (name, email, password_hash) VALUES ('Łucja Ωmega', 'lucja@ebbstone.example', 'x');
    INSERT INTO workspace (name) VALUES ('Ebbstone "Chart" School');
    INSERT INTO app (workspace_id, slug, name, role, platforms, key_policy) VALUES (1, 'a', '日本 \\ back', 'taught', '{windows,macos}', '{"a": [1, null]}');
    INSERT INTO release (app_id, label, released_on, position, platforms) VALUES (1, '1.0', '2026-02-28', 1, '{windows}');
    INSERT INTO act (workspace_id, editor_id, doing, about) SELECT 1, 1, 'corrected commands', E'line\\n' || n FROM generate_series(1, 200) n;
    INSERT INTO act_row (act_id, kept_in, after) SELECT id, 'app', jsonb_build_object('n', id) FROM act;`);
  await client.end();
}

describe('a backup', () => {
  it('is restored into an empty cluster, table by table as it was, and refused where it is not whole', async () => {
    const file = join(home, 'crib.dump');
    const source = await openDatabase({ name: 'crib_source', home: join(home, 'source'), throwaway: true });
    await filled(source.ownerUrl);
    const { tables } = await backUp(source.ownerUrl, file);
    await source.leave();
    expect(tables['act']).toMatchObject({ rows: 200 });
    expect(Object.keys(tables).length).toBeGreaterThan(55);
    const empty = await openDatabase({ name: 'crib_restored', home: join(home, 'pg'), throwaway: true, bare: true });
    try {
      await restore(empty.ownerUrl, file);
      expect(await tablesOf(empty.ownerUrl)).toEqual(tables);
      await expect(restore(empty.ownerUrl, file)).rejects.toThrow(/holds a Crib already/);
      appendFileSync(file, 'x');
      await expect(restore(empty.ownerUrl, file)).rejects.toThrow(/checksum differs/);
      await expect(restore(empty.ownerUrl, join(home, 'none.dump'))).rejects.toThrow(/There is no/);
    } finally {
      await empty.leave();
    }
  });
});
