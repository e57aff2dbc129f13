/**
 * Makes reference sheets and release notes: composed (`compose`), checked (`check`), fitted to paper (`fit`) and written
 * out (`page`).
 */
export * from './compose/index.ts';
export * from './check/index.ts';
export * from './fit/index.ts';
export * from './page/index.ts';
