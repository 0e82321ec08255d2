import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/*/src/**/*.test.ts', 'apps/*/src/**/*.test.ts', 'bench/**/*.test.ts'],
    testTimeout: 20_000,
    // No test changes what another one imports: each file would load all of it anew, which costs more than its tests.
    pool: 'threads',
    isolate: false,
  },
});
