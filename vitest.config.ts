import { defineConfig } from 'vitest/config';
import { slowness } from './scripts/slowness.mjs';

// Measured once, before anything runs; every limit below follows from it.
const slow = (process.env.OAK_TEST_SLOWNESS ??= String(await slowness()));
const patient = (ms: number) => ms * Number(slow);

export default defineConfig({
  test: {
    // Files share nothing: each has its own folders, ports, product and browser.
    maxWorkers: '100%',
    projects: [
      {
        test: {
          name: 'unit',
          globalSetup: ['test/support/readingProcess.ts'],
          setupFiles: ['test/support/properties.ts'],
          include: ['src/**/*.test.ts', 'postoffice/**/*.test.ts', 'test/engine/**/*.test.ts'],
          env: {
            OAK_ZONE: 'Europe/Lisbon',
            OAK_FROM: 'Tamsin Oyelaran <registrar@wrenfield.example>',
            OAK_TEST_SLOWNESS: slow,
          },
          testTimeout: patient(120_000),
          hookTimeout: patient(120_000),
        },
      },
      {
        test: {
          name: 'browser',
          include: ['test/browser/**/*.test.ts'],
          env: { OAK_TEST_SLOWNESS: slow },
          testTimeout: patient(240_000),
          hookTimeout: patient(240_000),
          // A real browser on a busy machine sometimes misses; what needed a second try is named by scripts/test.mjs.
          retry: 1,
        },
      },
    ],
  },
});
