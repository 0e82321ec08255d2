import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/*/src/**/*.test.ts', 'apps/*/src/**/*.test.ts', 'bench/**/*.test.ts'],
    // Only what hangs is ended by this: a test may have little of a machine on which other things run.
    testTimeout: 60_000,
    // No test changes what another one imports: each file would load all of it anew, which costs more than its tests.
    pool: 'threads',
    isolate: false,
  },
});
