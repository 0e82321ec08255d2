import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['packages/*/src/**/*.test.ts', 'apps/*/src/**/*.test.ts', 'bench/**/*.test.ts'],
    testTimeout: 20_000,
  },
});
