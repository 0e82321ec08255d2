import js from '@eslint/js';
import tseslint from 'typescript-eslint';

/** What each part may not import: dependencies point one way, core ← model ← scene ← formats ← answers ← applications. */
const layers = ['core', 'model', 'scene', 'formats', 'answers'];
const apps = ['@coin-relay/server', '@coin-relay/web', '@coin-relay/cli'];
const above = (layer) => layers.slice(layers.indexOf(layer) + 1).map((name) => `@coin-relay/${name}`);
const forbidden = {
  ...Object.fromEntries(
    layers.map((layer) => [
      `packages/${layer}`,
      [...above(layer), ...apps, 'node:*', '@angular/*', 'rxjs', ...(layer === 'core' ? ['zod'] : [])],
    ]),
  ),
  'apps/server': ['@coin-relay/web', '@coin-relay/cli', '@angular/*'],
  'apps/cli': ['@coin-relay/web', '@coin-relay/server', '@angular/*', 'express', 'better-sqlite3'],
  'apps/web': [
    '@coin-relay/server',
    '@coin-relay/cli',
    '@coin-relay/answers',
    'node:*',
    'express',
    'better-sqlite3',
  ],
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
            {
              group: names,
              message: 'Dependencies point one way: core, model, scene, formats, answers, applications.',
            },
          ],
        },
      ],
    },
  })),
  {
    files: [
      'apps/web/src/app/{drawing,playback,tape,graphs,machine}/**/*.ts',
      'packages/scene/src/machine-parts/**/*.ts',
    ],
    ignores: ['**/*.test.ts', '**/*.testing.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: forbidden['apps/web'],
              message: 'Dependencies point one way: core, model, scene, formats, answers, applications.',
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
