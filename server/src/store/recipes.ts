import { Recipe, type KeptRecipe } from '@crib/core/contract';
import { refuse } from '@crib/core/error';
import { first, rows, type Db } from './db.ts';

export async function insertRecipe(db: Db, appId: number, recipe: Recipe): Promise<number> {
  const made = await first<{ id: number }>(
    db,
    'INSERT INTO recipe (app_id, name, body) VALUES ($1, $2, $3) RETURNING id',
    [appId, recipe.name, JSON.stringify(recipe)],
  );
  return made!.id;
}

/** Writes a recipe anew, if it is still at the revision that was changed. */
export async function updateRecipe(db: Db, id: number, revision: number, recipe: Recipe): Promise<void> {
  const done = await db.query(
    'UPDATE recipe SET name = $3, body = $4, revision = revision + 1 WHERE id = $1 AND revision = $2',
    [id, revision, recipe.name, JSON.stringify(recipe)],
  );
  if (done.rowCount) return;
  if (!(await first(db, 'SELECT 1 FROM recipe WHERE id = $1', [id]))) refuse('not-found', 'Preset format not found.');
  refuse(
    'changed-meanwhile',
    'Someone else changed this preset format. Open it again; your text is still here to copy.',
  );
}

/** The recipes of an app, read as they are kept now, whatever they were kept as. */
export async function recipesOf(db: Db, appId: number): Promise<KeptRecipe[]> {
  const found = await rows<{ id: number; revision: number; body: unknown }>(
    db,
    'SELECT id, revision, body FROM recipe WHERE app_id = $1 ORDER BY id',
    [appId],
  );
  return found.map(({ id, revision, body }) => ({ id, revision, recipe: Recipe.parse(body) }));
}
