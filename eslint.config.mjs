import angular from 'angular-eslint';
import tseslint from 'typescript-eslint';

/** Stages of the craft: they import only the ground floor, never one another; only plan/ composes them. */
const STAGES = ['survey', 'match', 'grind', 'laminate', 'patterns', 'mix', 'cure', 'fair', 'colour', 'finish'];
const GROUND = ['units', 'trace', 'geometry', 'physics', 'materials', 'schema'];

const noImport = (group, message) => ({ 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] });

export default tseslint.config(
  { ignores: ['**/dist/', '**/dist-*/', '**/dist.next/', '**/node_modules/', '.angular/', '.nelbo/', 'server/migrations/', '**/*.cjs'] },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'max-lines': ['error', { max: 400, skipBlankLines: true }],
    },
  },
  { files: ['**/spec/**/*.ts'], rules: { '@typescript-eslint/no-explicit-any': 'off' } },
  {
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'time comes in as `clock`' },
        { object: 'Math', property: 'random', message: 'the core is deterministic' },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout', 'performance'],
      ...noImport(['node:*', '@angular/*', 'rxjs*', 'express', 'primeng*', '@nelbo/*'], 'core/ is plain computation'),
    },
  },
  ...STAGES.map((stage) => ({
    files: [`core/src/${stage}/**/*.ts`],
    rules: noImport([...STAGES.filter((s) => s !== stage), 'plan', 'drawing', 'repairs'].map((s) => `../${s}/*`), 'a stage imports only the ground floor; plan/ composes the stages'),
  })),
  ...GROUND.map((folder) => ({
    files: [`core/src/${folder}/**/*.ts`],
    rules: noImport([...STAGES, 'plan', 'drawing', 'repairs'].map((s) => `../${s}/*`), 'the ground floor imports nothing above it'),
  })),
  { files: ['core/src/repairs/**/*.ts'], rules: noImport(['plan', 'drawing'].flatMap((s) => [`../${s}/*`, `../../${s}/*`]), 'a kind of repair imports stages and the ground floor; plan/ composes it') },
  { files: ['web/**/*.ts'], rules: noImport(['node:*', 'express', 'drizzle-orm*', 'pg', '**/core/src/**', '**/server/**'], 'web/ imports @nelbo/core only') },
  // The library begins a transaction outside its `try`: a connection that breaks there is never given back to the pool.
  { files: ['server/src/**/*.ts'], rules: { 'no-restricted-properties': ['error', { property: 'transaction', message: 'One statement with its parts as CTEs, or a client of one’s own that is released in `finally`.' }] } },
  { files: ['server/**/*.ts', 'cli/**/*.ts'], rules: noImport(['@angular/*', 'primeng*', '**/core/src/**', '**/web/**'], 'server/ and cli/ import @nelbo/core only') },
  { files: ['web/src/**/*.ts'], extends: [...angular.configs.tsRecommended], processor: angular.processInlineTemplates, rules: { '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'nb', style: 'kebab-case' }] } },
  { files: ['web/src/**/*.html'], extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility] },
);
