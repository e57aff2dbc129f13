import pg from 'pg';

/** How much there is: 30 apps of 12 releases of 3,000 commands with 2,800 shortcuts each, and 5,000 editions in all. */
export const SIZE = { apps: 30, releases: 12, commands: 3000, bindings: 2800, editions: 5000 };

/** Fills a database with apps that nobody wrote, by the owner and without the triggers that people’s acts pass through. */
export async function generate(ownerUrl: string, apps: number, say: (line: string) => void): Promise<void> {
  const client = new pg.Client({ connectionString: ownerUrl, options: '-c search_path=crib' });
  await client.connect();
  const run = (sql: string, values: unknown[] = []) => client.query(sql, values);
  const tables = [
    'app',
    'release',
    'context',
    'context_state',
    'command',
    'command_state',
    'keyset',
    'binding',
    'binding_context',
    'edit',
    'keyset_change',
    'sheet',
    'edition',
    'edition_form',
    'standing_address',
    'act',
    'report',
  ];
  const triggers = (on: boolean) =>
    Promise.all(tables.map((table) => run(`ALTER TABLE ${table} ${on ? 'ENABLE' : 'DISABLE'} TRIGGER USER`)));
  await run(
    `INSERT INTO workspace (name) SELECT 'Generated' WHERE NOT EXISTS (SELECT 1 FROM workspace WHERE name = 'Generated')`,
  );
  await run(
    `INSERT INTO editor (name, email, password_hash) VALUES ('Gen Erated', 'gen@ebbstone.example', 'x') ON CONFLICT DO NOTHING`,
  );
  await run(
    `INSERT INTO membership (workspace_id, editor_id, role) SELECT w.id, e.id, 'owner' FROM workspace w, editor e WHERE w.name = 'Generated' AND e.email = 'gen@ebbstone.example' ON CONFLICT DO NOTHING`,
  );
  const [{ ws, who, from }] = (
    await run(
      `SELECT (SELECT id FROM workspace WHERE name = 'Generated') AS ws, (SELECT id FROM editor WHERE email = 'gen@ebbstone.example') AS who, (SELECT count(*)::int FROM app) AS from`,
    )
  ).rows as [{ ws: string; who: string; from: number }];
  await triggers(false);
  for (let n = from; n < apps; n++) {
    await run('BEGIN');
    const [{ app }] = (
      await run(
        `INSERT INTO app (workspace_id, slug, name, role, platforms, key_policy) VALUES ($1, $2, $2, 'taught', '{windows,macos,linux}', '{}') RETURNING id AS app`,
        [ws, `generated-${n}`],
      )
    ).rows as [{ app: string }];
    await run('INSERT INTO app_version (app_id) VALUES ($1) ON CONFLICT DO NOTHING', [app]);
    await run(
      `INSERT INTO release (app_id, label, position, platforms, released_on) SELECT $1, 'r' || n, n, '{windows,macos,linux}', date '2020-01-01' + n * 90 FROM generate_series(1, $2::int) n`,
      [app, SIZE.releases],
    );
    await run('INSERT INTO context (app_id) SELECT $1 FROM generate_series(1, 20)', [app]);
    await run(
      `INSERT INTO context_state (release_id, app_id, context_id, parent_id, name, position)
      SELECT r.id, $1, c.id, CASE WHEN c.n > 1 THEN c.root END, CASE WHEN c.n = 1 THEN 'Everywhere' ELSE 'Place ' || c.n END, c.n
      FROM release r, (SELECT id, row_number() OVER (ORDER BY id) AS n, min(id) OVER () AS root FROM context WHERE app_id = $1) c WHERE r.app_id = $1 ORDER BY r.id, c.n`,
      [app],
    );
    await run(`INSERT INTO command (app_id, name) SELECT $1, 'cmd.' || n FROM generate_series(1, $2::int) n`, [
      app,
      SIZE.commands,
    ]);
    await run(
      `INSERT INTO command_state (release_id, app_id, command_id, home_id, label, menu, category)
      SELECT r.id, $1, c.id, p.ids[1 + c.n % 20], 'Command ' || c.n || CASE WHEN c.n % 17 = r.position THEN ' anew' ELSE '' END, 'Menu › Part ' || c.n % 30, 'Category ' || c.n % 40
      FROM release r, (SELECT id, row_number() OVER (ORDER BY id) AS n FROM command WHERE app_id = $1) c, (SELECT array_agg(id ORDER BY id) AS ids FROM context WHERE app_id = $1) p WHERE r.app_id = $1`,
      [app],
    );
    await run(
      `INSERT INTO keyset (app_id, release_id, name, is_default) SELECT $1, id, label || ' as shipped', true FROM release WHERE app_id = $1 ORDER BY id`,
      [app],
    );
    await run(
      `INSERT INTO binding (keyset_id, release_id, command_id, shortcut, provenance_kind)
      SELECT k.id, k.release_id, c.id, (ARRAY['Primary+', 'Primary+Shift+', 'Alt+', 'Primary+Alt+', 'Shift+', 'Primary+Alt+Shift+'])[1 + c.n % 6] || chr(65 + (c.n / 6)::int % 26) || ' ' || chr(65 + (c.n / 156 + k.position)::int % 26), 'list'
      FROM (SELECT k.*, r.position FROM keyset k JOIN release r ON r.id = k.release_id WHERE k.app_id = $1) k, (SELECT id, row_number() OVER (ORDER BY id) AS n FROM command WHERE app_id = $1) c WHERE c.n <= $2`,
      [app, SIZE.bindings],
    );
    await run(
      `INSERT INTO binding_context (binding_id, release_id, context_id) SELECT b.id, b.release_id, s.home_id FROM binding b JOIN command_state s ON s.release_id = b.release_id AND s.command_id = b.command_id JOIN release r ON r.id = b.release_id WHERE r.app_id = $1`,
      [app],
    );
    await run(
      `INSERT INTO keyset (app_id, release_id, base_id, name, made_by, revision) SELECT app_id, release_id, id, 'Ours', $2, 201 FROM keyset WHERE app_id = $1 ORDER BY id`,
      [app, who],
    );
    await run(
      `INSERT INTO edit (keyset_id, release_id, command_id, context_id, action, shortcuts, reason, revision, made_by)
      SELECT k.id, k.release_id, s.command_id, s.home_id, 'set', ARRAY['Primary+Alt+F' || (1 + s.command_id % 12) || ' ' || chr((65 + s.command_id % 26)::int)], 'A reason', 2, $2
      FROM keyset k, LATERAL (SELECT * FROM command_state s WHERE s.release_id = k.release_id ORDER BY s.command_id LIMIT 200) s WHERE k.app_id = $1 AND k.base_id IS NOT NULL`,
      [app, who],
    );
    await run(
      `INSERT INTO keyset_change (keyset_id, revision, kind, change, inverse, made_by) SELECT k.id, n, 'edit', '{"put": [], "remove": []}', '{"put": [], "remove": []}', $2 FROM keyset k, generate_series(2, 201) n WHERE k.app_id = $1 AND k.base_id IS NOT NULL`,
      [app, who],
    );
    await run(
      `INSERT INTO sheet (app_id, release_id, keyset_id, title) SELECT k.app_id, k.release_id, k.id, 'Sheet ' || n FROM keyset k, generate_series(1, 2) n WHERE k.app_id = $1 AND k.base_id IS NOT NULL`,
      [app],
    );
    await run(
      `INSERT INTO edition (sheet_id, number, address, slug, body, hash, published_by) SELECT s.id, n, md5(s.id || ' ' || n), 'sheet', b.body, encode(sha256(convert_to(b.body, 'UTF8')), 'hex'), $2
      FROM sheet s, generate_series(1, $3::int) n, LATERAL (SELECT '{"title": "Sheet", "number": ' || n || ', "lines": "' || repeat(md5(n::text), 200) || '"}' AS body) b WHERE s.app_id = $1`,
      [app, who, Math.ceil(SIZE.editions / (SIZE.apps * SIZE.releases * 2))],
    );
    await run(
      `INSERT INTO edition_form (edition_id, ending, type, content) SELECT e.id, 'csv', 'text/csv', convert_to(e.body, 'UTF8') FROM edition e JOIN sheet s ON s.id = e.sheet_id WHERE s.app_id = $1`,
      [app],
    );
    await run(
      `INSERT INTO standing_address (address, slug, sheet_id) SELECT substr(md5('s' || id), 1, 20), 'sheet', id FROM sheet WHERE app_id = $1`,
      [app],
    );
    await run(
      `INSERT INTO act (workspace_id, editor_id, app_id, doing, about) SELECT $2, $3, $1, 'changed the keyset', 'Ours' FROM generate_series(1, 3000)`,
      [app, ws, who],
    );
    await run(
      `INSERT INTO report (edition_id, kind, command, said) SELECT e.id, 'wrong', '', 'A line is wrong' FROM edition e JOIN sheet s ON s.id = e.sheet_id WHERE s.app_id = $1 AND e.number = 1`,
      [app],
    );
    await run('COMMIT');
    if ((n + 1) % 5 === 0) say(`${n + 1} apps`);
  }
  await triggers(true);
  await run('VACUUM ANALYZE');
  await client.end();
}
