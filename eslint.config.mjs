import js from '@eslint/js';
import angular from 'angular-eslint';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import { importX } from 'eslint-plugin-import-x';
import tseslint from 'typescript-eslint';

/** Files that only tests use. */
const tests = ['**/*.test.ts', '**/*.spec.ts', '**/*.testing.ts', '**/src/testing/**/*.ts'];

/** What each part may not import: dependencies point one way, core ← model ← scene ← painting ← formats ← answers ← applications. */
const layers = ['core', 'model', 'scene', 'painting', 'formats', 'answers'];
const apps = ['@coin-relay/server', '@coin-relay/web', '@coin-relay/cli'];
const above = (layer) => layers.slice(layers.indexOf(layer) + 1).map((name) => `@coin-relay/${name}`);
const forbidden = {
  ...Object.fromEntries(
    layers.map((layer) => [
      `packages/${layer}`,
      [
        ...above(layer),
        ...apps,
        'node:*',
        '@angular/*',
        'rxjs',
        ...(layer === 'core' ? ['zod'] : []),
        // Other packages are entered by their name, not by their files.
        ...layers.map((name) => `**/${name}/src/**`),
      ],
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

/**
 * The rooms of the web application, from the ground up: each may import from those before it, and
 * from itself. Features stand beside each other.
 */
const rooms = [
  ['shared'],
  ['help'],
  ['api'],
  ['document'],
  ['session'],
  ['engine'],
  ['picking'],
  ['path-kinds'],
  ['drawing'],
  ['space'],
  ['graphs'],
  [
    ...['first-job', 'fit', 'hand-off', 'import', 'links', 'motion', 'paths', 'playback', 'sentence'],
    ...['set-out', 'tape'],
  ],
  ['worksheet'],
  ['catalogue', 'job', 'rack', 'start'],
];
const web = 'apps/web/src/app';
const upward = rooms.flatMap((level, i) =>
  level.map((room) => ({
    target: `./${web}/${room}`,
    from: rooms
      .flatMap((other, k) => (k < i ? [] : other.filter((name) => name !== room)))
      .map((name) => `./${web}/${name}`),
    message:
      'No import runs up, or across to another feature: shared, help, api, document, session, engine, picking, path-kinds, drawing, space, graphs, features, worksheet, pages.',
  })),
);

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
  {
    files: ['**/*.{ts,mjs}'],
    extends: [js.configs.recommended, ...tseslint.configs.strict],
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
  {
    // Rules that need to know types.
    files: ['packages/*/src/**/*.ts', 'apps/*/src/**/*.ts'],
    ignores: tests,
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/no-unnecessary-type-assertion': 'error',
      '@typescript-eslint/only-throw-error': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  {
    files: [`${web}/**/*.ts`],
    ignores: tests,
    plugins: { 'import-x': importX },
    settings: {
      'import-x/resolver-next': [createTypeScriptImportResolver({ project: 'tsconfig.base.json' })],
    },
    rules: { 'import-x/no-restricted-paths': ['error', { zones: upward }] },
  },
  {
    files: [`${web}/**/*.ts`],
    ignores: tests,
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'relay', style: 'kebab-case' },
      ],
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
    },
  },
  {
    files: [`${web}/**/*.html`],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    // A checkbox of the component library is a label that holds its input.
    rules: { '@angular-eslint/template/label-has-associated-control': 'off' },
  },
  ...Object.entries(forbidden).map(([folder, names]) => ({
    files: [`${folder}/src/**/*.ts`],
    ignores: tests,
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
      `${web}/{drawing,space,playback,tape,graphs}/**/*.ts`,
      'packages/scene/src/machine-parts/**/*.ts',
    ],
    ignores: tests,
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
    // What an index names one by one is tied to the index: every page would load all that any page uses.
    files: ['packages/*/src/**/index.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'ExportNamedDeclaration[source]',
          message: "An index hands on whole files: export * from './file'.",
        },
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: tests,
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
    files: [...tests, 'e2e/**/*.ts', 'bench/**/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off', 'no-console': 'off' },
  },
);
