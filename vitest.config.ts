import { defineConfig } from 'vitest/config';

/** What is waited for comes within this, on a machine that stops for seconds, too. */
const expectation = { poll: { timeout: 20_000 } };

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'core',
          include: ['core/test/**/*.test.ts', 'demo/test/**/*.test.ts', 'cli/test/**/*.test.ts'],
          testTimeout: 120_000,
        },
      },
      {
        test: {
          name: 'scripts',
          include: ['scripts/test/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 60_000,
          expect: expectation,
        },
      },
      {
        test: {
          name: 'server',
          include: ['server/test/**/*.test.ts'],
          fileParallelism: false,
          testTimeout: 60_000,
          hookTimeout: 60_000,
          expect: expectation,
        },
      },
    ],
  },
});
