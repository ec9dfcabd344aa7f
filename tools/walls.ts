// The walls hold: files that must fail do, files that may stand do. Runs the real configuration over made-up files.
import { ESLint } from 'eslint';

type Case = readonly [file: string, code: string];

/** Each breaks one rule. */
const MUST_FAIL: readonly Case[] = [
  ['core/src/match/x.ts', `import 'node:fs';`],
  ['core/src/match/x.ts', `import 'fs';`],
  ['core/src/match/x.ts', `import '../grind/dish';`],
  ['core/src/match/rules/x.ts', `import '../../plan/plan';`],
  ['core/src/match/x.ts', `import './../../src/plan/plan';`],
  ['core/src/cure/x.ts', `import 'rxjs';`],
  ['core/src/cure/x.ts', `import '@nelbo/core';`],
  ['core/src/cure/x.ts', `import '../index';`],
  ['core/src/cure/x.ts', `export const x = import('../plan/plan');`],
  ['core/src/cure/x.ts', `export * from '../drawing/scene';`],
  ['core/src/trace/x.ts', `export type X = import('../tell/tell-problem').ToldProblem;`],
  ['core/src/units/x.ts', `import type { Job } from '../plan/plan';`],
  ['core/src/repairs/wood/x.ts', `import '../../plan/plan';`],
  ['core/src/tell/x.ts', `import '../plan/plan';`],
  ['core/src/plan/x.ts', `import '../drawing/scene';`],
  ['core/src/plan/x.ts', `import '../forecast/cure-forecast';`],
  ['core/src/plan/x.ts', `import '../report/say';`],
  ['core/src/schedule/x.ts', `import '../repairs/kind';`],
  ['core/src/schedule/x.ts', `import '../match/routes';`],
  ['core/src/resolve/x.ts', `import '../repairs/kind';`],
  ['core/src/forecast/x.ts', `import '../report/say';`],
  ['core/src/report/x.ts', `import '../choices/revise';`],
  ['core/src/plan/x.ts', `import '../../../web/src/app/app';`],
  ['web/src/app/x.ts', `import '../../../core/src/match/rule';`],
  ['web/src/app/x.ts', `import 'pg';`],
  ['web/src/app/x.ts', `import 'node:fs';`],
  ['server/src/jobs/x.ts', `import '../../../web/src/app/app';`],
  ['server/src/jobs/x.ts', `import '@angular/core';`],
  ['server/src/jobs/x.ts', `import '../../../cli/src/plan-command';`],
  ['cli/src/x.ts', `import '../../core/src/plan/plan';`],
  ['cli/src/x.ts', `import '../../server/src/app';`],
  ['core/src/plan/x.ts', `export const x = (p: { what: string }): boolean => p.what.includes('stalls');`],
  ['core/src/plan/x.ts', `export const x = (p: { label: string }): boolean => /the window/.test(p.label);`],
  ['core/src/plan/x.ts', `export const x = (p: { id: string }): boolean => p.id.startsWith('film.');`],
  [
    'web/src/app/job/x.ts',
    `export const x = (p: { title: string }): boolean => p.title.startsWith('Section');`,
  ],
  ['core/src/plan/x.ts', `export const x = (): number => Date.now();`],
  ['server/src/jobs/x.ts', `export const x = (db: { transaction(): void }): void => db.transaction();`],
];

const MAY_STAND: readonly Case[] = [
  [
    'core/src/match/x.ts',
    `import '../units/units';\nimport './rule';\nimport './rules/index';\nimport 'yup';`,
  ],
  ['core/src/repairs/wood/x.ts', `import '../builder';\nimport '../../mix/batches';`],
  ['core/src/report/x.ts', `import '../cure/air';\nimport '../tell/tell-problem';\nimport '../plan/plan';`],
  ['core/src/plan/x.ts', `import '../repairs/kind';\nimport '../schedule/placement';`],
  ['core/src/index.ts', `export * from './plan/plan';`],
  ['web/src/app/x.ts', `import '@nelbo/core';\nimport '@angular/core';\nimport './app';`],
  ['server/src/jobs/x.ts', `import '@nelbo/core/papers';\nimport 'node:fs';\nimport '../app';`],
  ['cli/src/x.ts', `import '@nelbo/core';\nimport 'node:fs';`],
  ['core/src/plan/x.ts', `export const x = (p: { code: string }): boolean => p.code === 'stalls';`],
];

const eslint = new ESLint();
const faults: string[] = [];
for (const [[filePath, code], wanted] of [
  ...MUST_FAIL.map((c) => [c, true] as const),
  ...MAY_STAND.map((c) => [c, false] as const),
]) {
  const [result] = await eslint.lintText(code, { filePath });
  const failed = result.messages.some((m) => m.severity === 2);
  if (failed !== wanted)
    faults.push(
      `${filePath}: ${code}\n  ${wanted ? 'stands, and must not' : result.messages.map((m) => m.message).join('; ')}`,
    );
}
for (const fault of faults) console.error(fault);
console.log(`${MUST_FAIL.length + MAY_STAND.length - faults.length} passed, ${faults.length} failed`);
process.exit(faults.length > 0 ? 1 : 0);
