import { fileURLToPath } from 'node:url';

/** The folder of the server: sources lie in `src/`, and what is built from them in `dist/`. */
const HOME = new URL('../', import.meta.url);
/** Whether threads run what was built; tests ask for that, since TypeScript takes seconds to begin in each. */
const BUILT = import.meta.url.endsWith('.js') || process.env['CRIB_THREADS'] === 'built';

export const MIGRATIONS = new URL('migrations/', HOME);
/** The folder of the built pages. */
export const PAGES = fileURLToPath(new URL('../web/dist', HOME));

/** A thread’s file, and what Node needs to run it. */
export const workerOf = (name: 'lists' | 'matching' | 'packing' | 'weighing') => ({
  filename: new URL(BUILT ? `dist/${name}-worker.js` : `src/${name}/worker.ts`, HOME).href,
  execArgv: BUILT ? [] : ['--import', 'tsx'],
});
