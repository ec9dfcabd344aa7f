// Lists functions over 60 lines or of a complexity over 20, the worst first: what is next to be taken apart.
//   node --import tsx tools/long.ts
import { ESLint } from 'eslint';
import tseslint from 'typescript-eslint';

const LINES = 60;
const COMPLEXITY = 20;
/** Tables are data however long: rules, fields, products, demo jobs, words. */
const DATA = [
  'core/src/match/rules/**',
  'core/src/schema/*-fields.ts',
  'core/src/materials/products/**',
  'server/src/demo/**',
  'core/src/tell/**',
];

const eslint = new ESLint({
  overrideConfigFile: true,
  overrideConfig: [
    { ignores: ['**/dist*/**', '**/node_modules/**', '**/*.spec.ts', ...DATA] },
    {
      files: ['**/src/**/*.ts'],
      languageOptions: { parser: tseslint.parser },
      plugins: { '@typescript-eslint': tseslint.plugin, '@angular-eslint': { rules: {} } },
      linterOptions: { reportUnusedDisableDirectives: 'off', noInlineConfig: true },
      rules: {
        'max-lines-per-function': ['warn', { max: LINES, skipBlankLines: true, skipComments: true }],
        complexity: ['warn', { max: COMPLEXITY }],
      },
    },
  ] as never,
});

const found = (await eslint.lintFiles(['core/src', 'web/src', 'server/src', 'cli/src'])).flatMap((r) =>
  r.messages.map((m) => {
    const [, name = '', size = '0'] =
      /(?:[Ff]unction|[Mm]ethod|Constructor|Static|Getter)[^']*(?:'([^']*)')?[^(]*\((\d+)|complexity of (\d+)/.exec(
        m.message,
      ) ?? [];
    const complexity = Number(/complexity of (\d+)/.exec(m.message)?.[1] ?? 0);
    return {
      where: `${r.filePath.replace(`${process.cwd()}/`, '')}:${m.line}`,
      name: /'([^']*)'/.exec(m.message)?.[1] ?? name,
      over:
        complexity > 0 ? complexity / COMPLEXITY : Number(/\((\d+)\)/.exec(m.message)?.[1] ?? size) / LINES,
      words:
        complexity > 0 ? `complexity ${complexity}` : `${/\((\d+)\)/.exec(m.message)?.[1] ?? size} lines`,
    };
  }),
);
for (const f of found.sort((a, b) => b.over - a.over))
  console.log(`${f.words.padEnd(14)} ${f.where} ${f.name}`);
console.log(`${found.length} over ${LINES} lines or complexity ${COMPLEXITY}`);
