import js from '@eslint/js';
import tseslint from 'typescript-eslint';

/** What each part may not import: dependencies point one way, core ← model ← formats ← applications. */
const forbidden = {
  'packages/core': ['@coin-relay/*', 'node:*', '@angular/*', 'zod', 'rxjs'],
  'packages/model': [
    '@coin-relay/formats',
    '@coin-relay/server',
    '@coin-relay/web',
    '@coin-relay/cli',
    'node:*',
    '@angular/*',
  ],
  'packages/formats': ['@coin-relay/server', '@coin-relay/web', '@coin-relay/cli', 'node:*', '@angular/*'],
  'apps/server': ['@coin-relay/web', '@coin-relay/cli', '@angular/*'],
  'apps/cli': ['@coin-relay/web', '@coin-relay/server', '@angular/*', 'express', 'better-sqlite3'],
  'apps/web': ['@coin-relay/server', '@coin-relay/cli', 'node:*', 'express', 'better-sqlite3'],
};

/** What draws and plays reads what was solved before: it may not solve. */
const solving = {
  '@coin-relay/core': [
    'fitRow',
    'fitCandidates',
    'placePins',
    'solveRingCycle',
    'RingSolver',
    'breathingRow',
    'rowOnMovingPath',
    'hang',
    'layOut',
  ],
  '@coin-relay/model': ['fittedRows', 'prepareMachine', 'hangingOf'],
};

export default tseslint.config(
  {
    ignores: [
      '**/dist/**',
      '**/node_modules/**',
      '**/.angular/**',
      'test-results/**',
      'playwright-report/**',
      'data/**',
    ],
  },
  js.configs.recommended,
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error'] }],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Seed it, so that a row is the same for ever.' },
      ],
    },
  },
  ...Object.entries(forbidden).map(([folder, names]) => ({
    files: [`${folder}/src/**/*.ts`],
    ignores: ['**/*.test.ts', '**/*.testing.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: names, message: 'Dependencies point one way: core, model, formats, applications.' },
          ],
        },
      ],
    },
  })),
  {
    files: [
      'apps/web/src/app/{drawing,playback,tape,graphs,machine}/**/*.ts',
      'packages/formats/src/linkage/**/*.ts',
    ],
    ignores: ['**/*.test.ts', '**/*.testing.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: forbidden['apps/web'],
              message: 'Dependencies point one way: core, model, formats, applications.',
            },
          ],
          paths: Object.entries(solving).map(([name, importNames]) => ({
            name,
            importNames,
            message: 'Nothing solves while drawing: let the worker do it ahead.',
          })),
        },
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.testing.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'document',
        'window',
        'self',
        'process',
        'Buffer',
        'performance',
        'setTimeout',
        'Date',
      ],
    },
  },
  {
    files: ['scripts/**/*.mjs', 'bench/**/*.mjs', 'apps/cli/bin/*.mjs', '*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        performance: 'readonly',
        setTimeout: 'readonly',
        fetch: 'readonly',
      },
    },
    rules: { 'no-console': 'off' },
  },
  {
    files: ['**/*.test.ts', '**/*.testing.ts', 'e2e/**/*.ts', 'bench/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off', 'no-console': 'off' },
  },
);
