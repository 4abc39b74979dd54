import js from '@eslint/js';
import angular from 'angular-eslint';
import boundaries from 'eslint-plugin-boundaries';
import imports from 'eslint-plugin-import';
import tseslint from 'typescript-eslint';

/** What the rules that know types read. */
const projects = [
  './tsconfig.json',
  './app/tsconfig.spec.json',
  './app/tsconfig.app.json',
  './app/tsconfig.runner.json',
  './e2e/tsconfig.json',
  './bench/tsconfig.json',
];

/** The folders of the app, each with those that it may use. */
const places = ['today', 'problems', 'sheet', 'desk', 'techniques', 'runway', 'progress', 'setup', 'welcome'];
const rooms = {
  ...Object.fromEntries(places.map((place) => [place, ['store', 'ui']])),
  // The desk is the sheet with a clock.
  desk: ['store', 'ui', 'sheet'],
  shell: ['store', 'ui'],
  store: ['data', 'workers', 'ui'],
  workers: ['data', 'runner'],
  data: [],
  ui: [],
  testing: ['store', 'data'],
  // A page of its own, built apart: what the app shares with it are the messages.
  runner: [],
};

/** The folders of the core, each with those that it may use. */
const ladder = {
  model: [],
  cost: [],
  'quick-line': ['model'],
  sheet: ['model', 'cost'],
  trace: ['model', 'cost', 'sheet'],
  run: ['model', 'cost', 'sheet'],
  desk: ['model', 'cost', 'run'],
  estimate: ['model', 'cost', 'quick-line', 'sheet'],
  plan: ['model', 'cost', 'quick-line', 'sheet', 'trace', 'estimate'],
  archive: ['model', 'cost', 'quick-line', 'sheet', 'trace', 'estimate', 'plan'],
};

/** The workspaces beside core and app, each with those that it may use. */
const workspaces = {
  demo: ['core'],
  native: ['core'],
  cli: ['core', 'demo', 'native'],
  server: ['core', 'native'],
  e2e: ['core', 'demo', 'native', 'server'],
  bench: ['core', 'demo', 'native', 'e2e'],
  scripts: ['core'],
};
const known = ['core', 'app', ...Object.keys(workspaces)];

/** An import of a workspace, by its name or by its folder. */
function importOf(workspace) {
  return `^(@lernen/|(\\.\\./)+)${workspace}(/|$)`;
}

export default tseslint.config(
  { ignores: ['**/dist/**', '**/.angular/**', '**/node_modules/**', 'docs/**', 'test-results/**'] },
  js.configs.recommended,
  {
    files: ['**/*.mjs', '**/*.cjs'],
    languageOptions: {
      globals: Object.fromEntries(
        ['process', 'console', 'module', 'require', 'URL', 'Buffer', 'performance', 'setTimeout', 'jasmine'].map(
          (name) => [name, 'readonly'],
        ),
      ),
    },
  },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strictTypeChecked, ...tseslint.configs.stylistic],
    languageOptions: { parserOptions: { project: projects, tsconfigRootDir: import.meta.dirname } },
    rules: {
      // Numbers read as they are; a function of one expression may call another for what it does; text is taken apart by
      // its code points on purpose.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      '@typescript-eslint/no-misused-spread': ['error', { allow: ['string'] }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
      '@typescript-eslint/no-invalid-void-type': 'off',
      'no-restricted-syntax': ['error', { selector: 'ExportDefaultDeclaration', message: 'Export by name.' }],
    },
  },
  {
    files: ['**/*.ts'],
    rules: { 'max-lines': ['error', 400], 'max-lines-per-function': ['error', 80], complexity: ['error', 20] },
  },
  {
    // A suite is one function, however many tests it holds.
    files: ['**/*.spec.ts', 'e2e/**/*.ts', 'core/src/testing/exhaustive.ts'],
    rules: { 'max-lines-per-function': 'off', complexity: 'off' },
  },
  {
    // A switch over all there is: one case each, nothing between them.
    files: [
      'core/src/cost/simplifier.ts',
      'core/src/trace/evaluate-rule.ts',
      'demo/src/index.ts',
      'bench/src/plan/prediction.ts',
    ],
    rules: { complexity: 'off' },
  },
  {
    // What a test reads back from JSON has no type, and it asks for what need not be there.
    files: ['**/*.spec.ts', 'e2e/**/*.ts', '**/testing/**/*.ts'],
    rules: Object.fromEntries(
      ['argument', 'assignment', 'call', 'member-access', 'return'].map((it) => [
        `@typescript-eslint/no-unsafe-${it}`,
        'off',
      ]),
    ),
  },
  { files: ['e2e/playwright.config.ts'], rules: { 'no-restricted-syntax': 'off' } },
  {
    files: ['app/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: { '@angular-eslint/component-class-suffix': 'off' },
  },
  {
    files: ['app/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
  },
  {
    files: ['app/src/**/*.html'],
    ignores: ['**/*.spec.ts/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'Element[name=/^(button|dialog|input|select|textarea)$/]:not(:has(> TextAttribute[name=/^(mat|cdk)/], > BoundAttribute[name=/^(mat|cdk)/]))',
          message: 'A control is a part of Material or of its CDK. Where it cannot be, say why.',
        },
      ],
    },
  },
  {
    // The core is a ladder: each folder may use those below it. It knows neither a browser nor Node, neither clock nor chance.
    files: ['core/src/**/*.ts'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { node: { extensions: ['.ts', '.json'] } },
      'boundaries/elements': [
        ...Object.keys(ladder).map((folder) => ({ type: folder, pattern: `core/src/${folder}` })),
        { type: 'testing', pattern: 'core/src/testing' },
        { type: 'root', pattern: 'core/src/*.ts', mode: 'file' },
      ],
    },
    rules: {
      'boundaries/no-unknown-files': 'error',
      'boundaries/element-types': [
        'error',
        {
          default: 'disallow',
          rules: [
            ...Object.entries(ladder).map(([folder, below]) => ({
              from: [folder],
              allow: [folder, 'root', ...below],
            })),
            { from: ['testing'], allow: ['testing', 'root', ...Object.keys(ladder)] },
          ],
        },
      ],
    },
  },
  {
    files: ['core/src/**/*.spec.ts'],
    rules: { 'boundaries/element-types': 'off' },
  },
  {
    files: ['core/src/**/*.ts', 'demo/src/**/*.ts'],
    ignores: ['**/*.spec.ts', '**/testing/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'navigator',
        'localStorage',
        'fetch',
        'setTimeout',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness is passed in.' },
        { object: 'Date', property: 'now', message: 'The clock is passed in.' },
      ],
    },
  },
  {
    // What stands in no workspace is bound by no rule.
    files: ['**/*.ts'],
    ignores: known.map((workspace) => `${workspace}/**`),
    rules: { 'no-restricted-syntax': ['error', { selector: 'Program', message: 'No rule names this folder.' }] },
  },
  ...Object.entries(workspaces).map(([workspace, others]) => ({
    files: [`${workspace}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: known
            .filter((it) => it !== workspace && !others.includes(it))
            .map((it) => ({ regex: importOf(it), message: `${workspace} does not use ${it}.` })),
        },
      ],
    },
  })),
  {
    // No module needs, over others, itself.
    files: ['**/*.ts'],
    plugins: { import: imports },
    settings: {
      'import/resolver': { node: { extensions: ['.ts', '.json'] } },
      'import/extensions': ['.ts'],
      'import/parsers': { '@typescript-eslint/parser': ['.ts'] },
    },
    rules: { 'import/no-cycle': 'error' },
  },
  {
    // Places know store, ui and core, never each other, nor how things are kept; ui knows neither stores nor places.
    files: ['app/src/**/*.ts'],
    ignores: ['**/*.spec.ts', 'app/src/main.ts', 'app/src/app/routes.ts'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { node: { extensions: ['.ts'] } },
      'boundaries/elements': Object.keys(rooms).map((folder) => ({
        type: folder,
        pattern: folder === 'runner' ? 'app/src/runner' : `app/src/app/${folder}`,
      })),
    },
    rules: {
      'boundaries/no-unknown-files': 'error',
      'boundaries/element-types': [
        'error',
        {
          default: 'disallow',
          rules: Object.entries(rooms).map(([folder, others]) => ({ from: [folder], allow: [folder, ...others] })),
        },
      ],
    },
  },
);
