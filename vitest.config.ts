import { defineConfig } from 'vitest/config';

/** A slow machine, or one that stops for seconds, makes tests slow and lets none fail: only what hangs takes as long as this. */
const patience = { testTimeout: 600_000, hookTimeout: 600_000, expect: { poll: { timeout: 30_000 } } };

export default defineConfig({
  test: {
    maxWorkers: 2,
    projects: [
      {
        test: {
          name: 'core',
          include: ['core/test', 'demo/test', 'cli/test', 'web/test'].map((folder) => `${folder}/**/*.test.ts`),
          exclude: ['web/test/unit/**'],
          // Plain functions over plain data: what one file has loaded, the next one may use.
          pool: 'threads',
          isolate: false,
          ...patience,
        },
      },
      {
        test: {
          name: 'web',
          include: ['web/test/unit/**/*.test.ts'],
          environment: 'happy-dom',
          ...patience,
        },
      },
      {
        test: {
          name: 'scripts',
          include: ['scripts/test/**/*.test.ts'],
          ...patience,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/test/**/*.test.ts'],
          setupFiles: ['server/test/own-database.ts'],
          isolate: false,
          env: { CRIB_SCRYPT_LOG_N: '10', CRIB_THREADS: 'built' },
          ...patience,
        },
      },
    ],
  },
});
