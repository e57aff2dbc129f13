import { fileURLToPath } from 'node:url';

/** The server’s folder: sources are in `src/`, the build in `dist/`. */
const HOME = new URL('../', import.meta.url);
/** Whether threads run the build. Tests of the sources ask for it too: compiling TypeScript in every thread takes seconds. */
const BUILT = import.meta.url.endsWith('.js') || process.env['CRIB_THREADS'] === 'built';

export const MIGRATIONS = new URL('migrations/', HOME);
/** The folder of the built pages. */
export const PAGES = fileURLToPath(new URL('../web/dist', HOME));

/** The file that a thread runs, and the options Node needs for it. */
export const workerOf = (name: 'lists' | 'matching' | 'packing' | 'weighing') => ({
  filename: new URL(BUILT ? `dist/${name}-worker.js` : `src/${name}/worker.ts`, HOME).href,
  execArgv: BUILT ? [] : ['--import', 'tsx'],
});
