import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const root = new URL('../..', import.meta.url).pathname;

/** What a stranger adds: a folder of their own, and one registration of it. */
interface Addition {
  readonly file: string;
  readonly text: string;
  /** The table that it is entered in, what stands there, and what stands there then. */
  readonly table: string;
  readonly entry: readonly [before: string, after: string];
  readonly named: string;
}

const ADDITIONS: Readonly<Record<string, Addition>> = {
  action: {
    file: 'core/src/work/book/hum/index.ts',
    text: `import { action } from '../../entry';
export const HUMMING = {
  hum: action({
    words: { low: 'hum to the {thing} until it hums back' },
    done: 'it hums back',
    who: 'one',
    tools: ['tuning fork'],
  }),
} as const;
`,
    table: 'core/src/work/actions.ts',
    entry: ['...FINISHING }', '...FINISHING, ...HUMMING }'],
    named: "import { HUMMING } from './book/hum';",
  },
  damage: {
    file: 'core/src/materials/damages/dissonance.ts',
    text: `import type { DamageKindData } from '../damage-kinds';
export const DISSONANCE = {
  name: 'dissonance',
  sign: 'it hums the wrong note',
  asks: ['depth'],
  growth: [1, 1.5],
  ways: { surface: ['frp', 'frp-cored'] },
} as const satisfies DamageKindData;
`,
    table: 'core/src/materials/damage-kinds.ts',
    entry: ['export const DAMAGE_KINDS = {\n', 'export const DAMAGE_KINDS = {\n  dissonance: DISSONANCE,\n'],
    named: "import { DISSONANCE } from './damages/dissonance';",
  },
  kind: {
    file: 'core/src/repairs/tuning/plan.ts',
    text: `import { perM2 } from '../../work/writer';
import { RepairBuilder } from '../builder';
import { byBuilder } from '../by-builder';
export const TUNING_KIND = byBuilder({
  id: 'tuning',
  name: 'tuning',
  takes: ({ damage }) => damage === 'dissonance',
  plan(input, ledger) {
    const b = new RepairBuilder(input, ledger);
    b.step('grind', 'hum', 'low', { place: 'hull', serves: 'note', fields: { thing: 'hull' } }, 12, [
      perM2(60, input.survey.area),
    ]);
    b.at('grind').say(['Hum low, and listen.']);
    return b.done('tuning', 'tuning');
  },
});
`,
    table: 'core/src/repairs/index.ts',
    entry: ['RepairKind[] = [\n', 'RepairKind[] = [\n  TUNING_KIND,\n'],
    named: "import { TUNING_KIND } from './tuning/plan';",
  },
  link: {
    file: 'core/src/match/damper/link.ts',
    text: `import type { LinkData } from '../links';
export const DAMPER = {
  name: 'damper',
  into: { routes: ['surface'], choice: { from: ['fairing compound'] } },
} as const satisfies LinkData;
`,
    table: 'core/src/match/links.ts',
    entry: ["  finish: { name: 'finish' },\n", "  finish: { name: 'finish' },\n  damper: DAMPER,\n"],
    named: "import { DAMPER } from './damper/link';",
  },
  format: {
    file: 'cli/src/score/score.ts',
    text: `import type { Exported } from '../formats';
/** The steps as a score: one line a step, a bar for every five minutes. */
export const score = ({ places: [{ plan }] }: Exported): string =>
  (plan.work?.steps ?? []).map((s) => \`\${s.id} \${'|'.repeat(Math.ceil(s.work.value / 300))}\\n\`).join('');
`,
    table: 'cli/src/formats.ts',
    entry: ['export const FORMATS = {\n', 'export const FORMATS = {\n  score,\n'],
    named: "import { score } from './score/score';",
  },
};

const CHECK = `
import { LIBRARY, planRepair, readJob, tellStep } from '@nelbo/core';
import { REPAIRS } from '@nelbo/core/repairs';
import { publicPlan, workOrder } from '@nelbo/core/papers';
import { planCommand } from './cli/src/plan-command';
import { writeFileSync } from 'node:fs';

const document = {
  format: 'nelbo-job/1',
  hull: { material: 'frp-solid', thickness: 0.006 },
  damage: { kind: 'dissonance', size: [0.2, 0.1], depth: 0.001 },
  conditions: { temperature: 20, humidity: 0.5 },
};
const { job, problems } = readJob(document);
const planned = planRepair(job, LIBRARY, {}, { now: 0 }, REPAIRS);
const { plan } = planned;
writeFileSync('job.nelbo.json', JSON.stringify(document));
console.log(JSON.stringify({
  refused: problems.filter((p) => p.severity === 'error'),
  kind: plan.repair?.kind,
  told: plan.work?.steps.filter((s) => s.action === 'hum').map((s) => tellStep(s)),
  json: publicPlan(plan).work.steps.find((s) => s.action === 'hum'),
  links: plan.system?.chosen?.chain.links.map((l) => l.role),
  paper: JSON.stringify(workOrder(job, plan, planned.problems, [], {})).includes('Hum to the hull until it hums back'),
  bill: JSON.stringify(workOrder(job, plan, planned.problems, [], {})).includes('damper'),
  minutes: plan.totals?.handsOn.value,
  score: planCommand(['job.nelbo.json', '--format', 'score'], 0),
}));
`;

describe('a house that a stranger adds to', () => {
  // A copy of the sources: the additions are written into it, each as a folder and one registration.
  mkdirSync(join(root, '.nelbo'), { recursive: true });
  const house = mkdtempSync(join(root, '.nelbo/house-'));
  afterAll(() => rmSync(house, { recursive: true, force: true }));

  beforeAll(() => {
    for (const part of [
      'core/src',
      'core/package.json',
      'core/tsconfig.json',
      'cli/src',
      'cli/tsconfig.json',
    ])
      cpSync(join(root, part), join(house, part), { recursive: true });
    cpSync(join(root, 'tsconfig.base.json'), join(house, 'tsconfig.base.json'));
    cpSync(join(root, 'package.json'), join(house, 'package.json'));
    mkdirSync(join(house, 'node_modules/@nelbo'), { recursive: true });
    symlinkSync(join(house, 'core'), join(house, 'node_modules/@nelbo/core'));
    for (const { file, text, table, entry, named } of Object.values(ADDITIONS)) {
      mkdirSync(dirname(join(house, file)), { recursive: true });
      writeFileSync(join(house, file), text);
      const there = readFileSync(join(house, table), 'utf8');
      expect(there.split(entry[0]).length).withContext(`one place in ${table}`).toBe(2);
      writeFileSync(join(house, table), `${named}\n${there.replace(entry[0], () => entry[1])}`);
    }
    writeFileSync(join(house, 'check.mts'), CHECK);
  });

  const run = (program: string, ...args: readonly string[]): string => {
    try {
      return execFileSync(program, args, { cwd: house, encoding: 'utf8', maxBuffer: 1e8 });
    } catch (e) {
      const { stdout, stderr } = e as { readonly stdout?: string; readonly stderr?: string };
      throw new Error(`${program} ${args.join(' ')}: ${stdout ?? ''}${stderr ?? ''}`);
    }
  };

  it('takes an action, a damage, a kind of repair, a link and a format, each by one folder and one registration', () => {
    const tsc = join(root, 'node_modules/typescript/bin/tsc');
    // The compiler finds no other place that would have to know of them.
    for (const part of ['core', 'cli'])
      expect(run('node', tsc, '-p', part))
        .withContext(part)
        .toBe('');
    const found = JSON.parse(run('node', '--import', 'tsx', 'check.mts'));
    expect(found.refused).toEqual([]);
    expect(found.kind).toBe('tuning');
    expect(found.told).toEqual(['hum to the hull until it hums back']);
    expect(found.json).toEqual(
      jasmine.objectContaining({ id: 'hull.hum@note', done: 'it hums back', hands: 1, stage: 'grind' }),
    );
    expect(found.links).toContain('damper');
    expect([found.paper, found.bill]).toEqual([true, true]);
    expect(found.minutes).toBeGreaterThan(12 * 60);
    expect(found.score.code).toBe(0);
    expect(found.score.stdout).toMatch(/^hull\.hum@note \|{4}$/m);
  }, 120_000);
});
