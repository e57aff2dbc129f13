import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Assets } from '@crib/core/sheet';

/** The style and script of learners’ pages as they were built, with the files they need. */
export interface LearnerAssets extends Assets {
  /** Paths below the folder of built pages. */
  readonly files: readonly string[];
  readonly folder: string;
  /** The page of the learners’ tools. */
  readonly study: string;
}

/** Reads which files were built for learners; where none were, pages stand without style and script. */
export function learnerAssets(folder: string | undefined): LearnerAssets {
  const manifest = folder && join(folder, 'learner.json');
  if (!folder || !manifest || !existsSync(manifest)) return { style: '', script: '', files: [], folder: '', study: '' };
  const built = Object.values(JSON.parse(readFileSync(manifest, 'utf8')) as Record<string, { file: string }>).map(
    (one) => one.file,
  );
  const ending = (end: string) => built.find((file) => file.endsWith(end)) ?? '';
  return {
    style: ending('.css'),
    script: ending('.js'),
    files: built,
    folder,
    study: readFileSync(join(folder, 'study.html'), 'utf8'),
  };
}
