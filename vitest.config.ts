import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          setupFiles: ['test/support/properties.ts'],
          include: ['src/**/*.test.ts', 'postoffice/**/*.test.ts', 'test/engine/**/*.test.ts'],
          env: { OAK_ZONE: 'Europe/Lisbon', OAK_FROM: 'Tamsin Oyelaran <registrar@wrenfield.example>' },
          testTimeout: 20_000,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['test/browser/**/*.test.ts'],
          testTimeout: 60_000,
          hookTimeout: 60_000,
          // One demo and one Chromium at a time: the machine may have two cores.
          fileParallelism: false,
          // A real browser on a busy machine sometimes misses; what needed a second try is named by scripts/test.mjs.
          retry: 1,
        },
      },
    ],
  },
});
