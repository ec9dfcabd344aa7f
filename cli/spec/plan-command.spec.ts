import { existsSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  LIBRARY,
  planRepair,
  readJob,
  DAMAGE_KINDS,
  SUBSTRATES,
  occursOn,
  type DamageKind,
} from '@nelbo/core';
import { REPAIRS } from '@nelbo/core/repairs';
import { jobSchemaDocument, planCommand } from '../src/plan-command';

const root = new URL('../..', import.meta.url).pathname;
const golden = join(root, 'core/spec/golden/golden-1.nelbo.json');
const folder = mkdtempSync(join(tmpdir(), 'nelbo-cli-'));
let serial = 0;

function file(content: unknown): string {
  const path = join(folder, `${(serial += 1)}.nelbo.json`);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
}
const run = (...args: string[]) => planCommand(args, 0);

describe('nelbo plan', () => {
  it('plans the worked job in all three formats', () => {
    const json = run(golden, '--format', 'json');
    expect(json.code).toBe(0);
    const plan = JSON.parse(json.stdout);
    expect(plan.format).toBe('nelbo-plan/2');
    expect(plan.dish.laminate.plies.length).toBe(10);
    expect(plan.trace[plan.dish.mix.total.traceId].expression).toContain('waste');
    expect(run(golden, '--format=md').stdout).toContain('|10|stitched biaxial 600|');
    expect(run(golden, '--format', 'text').stdout).toContain('10 plies build 6.61 mm');
    expect(planCommand([golden], 0, true).stdout).toBe(run(golden, '--format=text').stdout);
    expect(JSON.parse(run(golden).stdout).format).toBe('nelbo-plan/2');
  });

  it('says where the figures of a work order come from only where that is asked for', () => {
    for (const format of ['text', 'md']) {
      const [plain, why] = [run(golden, '--format', format), run(golden, '--format', format, '--reasons')];
      expect(plain.stdout.toLowerCase()).not.toContain('where the figures come from');
      expect(why.stdout.toLowerCase()).toContain('where the figures come from');
      expect(why.code).toBe(0);
    }
    expect(run(golden, '--reasons', '--format', 'cut').code).toBe(1);
  });

  it('exits 2 on errors, 0 on warnings and assumptions, and prints what could be planned', () => {
    const job = JSON.parse(readFileSync(golden, 'utf8'));
    const broken = run(file({ ...job, hull: { ...job.hull, thickness: '7 parsecs' } }), '--format=text');
    expect(broken.code).toBe(2);
    expect(broken.stderr).toContain('hull.thickness');
    expect(broken.stderr).toContain('allowed: 0.2 to 60 mm');
    expect(broken.stdout).toContain('LAMINATE');
    const cold = run(file({ ...job, conditions: { temperature: '9 °C' } }));
    expect(cold.code).toBe(0);
    expect(cold.stderr).toContain('warning: conditions.temperature');
    // In JSON a problem is a code with its parameters, and the same in words.
    const told = JSON.parse(cold.stdout).problems.find((p: { code: string }) => p.code === 'below-minimum');
    expect(told).toEqual(
      jasmine.objectContaining({
        severity: 'warning',
        path: 'conditions.temperature',
        params: jasmine.objectContaining({ temperature: 9 }),
        what: jasmine.stringContaining('9.0 °C is below the minimum'),
        allowed: jasmine.stringContaining('and above'),
        suggestion: jasmine.any(String),
      }),
    );
    const brief = run(
      file({
        format: 'nelbo-job/1',
        hull: { material: 'frp-solid' },
        damage: { kind: 'hole', size: ['4 in', '2 1/2 in'] },
      }),
    );
    expect(brief.code).toBe(0);
    expect(brief.stderr).toContain('assumed: hull.thickness');
  });

  it('tells broken files apart and never prints NaN', () => {
    expect(run(file('{"format":')).stderr).toContain('is not JSON');
    expect(run(join(folder, 'missing.json')).stderr).toContain('cannot be read');
    expect(run(file([])).code).toBe(2);
    expect(run(file({ format: 'nelbo-job/3', hull: {}, damage: {} })).stderr).toContain('newer format');
    for (const content of [
      '{}',
      '[]',
      '3',
      '{"format":"nelbo-job/1","hull":{"material":"frp-solid","thickness":"0 mm"},"damage":{"kind":"hole","size":["-3 mm","NaN mm"]}}',
    ]) {
      const out = run(file(content), '--format', 'json');
      expect(out.code).toBe(2);
      expect(out.stdout + out.stderr).not.toContain('NaN,');
      expect(out.stdout).not.toContain('null');
    }
  });

  it('prints what to cut, how it lies on the rolls, and the patterns', () => {
    const cut = run(golden, '--format', 'cut').stdout;
    expect(cut).toContain('CUT LIST');
    expect(cut).toMatch(/of a roll 1270 mm wide, \d+ % used/);
    expect(run(golden, '--format', 'cut').stdout).toBe(cut);
    expect(run(golden, '--format', 'dxf').stdout).toContain('AC1009');
    expect(run(golden, '--format', 'svg').stdout).toMatch(/^<svg .*mm"/);
    expect(
      run(
        file({
          format: 'nelbo-job/1',
          hull: { material: 'hdpe' },
          damage: { kind: 'scratch', size: ['50 mm', '5 mm'] },
        }),
        '--format',
        'cut',
      ).stdout,
    ).toContain('Nothing to cut');
  });

  it('says how it is used', () => {
    expect(run().code).toBe(1);
    expect(run('--help').code).toBe(0);
    expect(run(golden, '--format', 'pdf').stderr).toContain('json, md, text, cut, dxf or svg');
    expect(run(golden, '--fast').stderr).toContain('unknown option');
    expect(run(golden, golden).code).toBe(1);
  });

  it('prints the JSON Schema that stands in docs/schema', () => {
    const copy = JSON.parse(readFileSync(join(root, 'docs/schema/nelbo-job-2.json'), 'utf8'));
    expect(copy).toEqual(JSON.parse(JSON.stringify(jobSchemaDocument())));
    expect(JSON.parse(run('--schema').stdout)).toEqual(copy);
  });

  it('plans every example of the documentation', () => {
    const text = readFileSync(join(root, 'docs/job-format.md'), 'utf8');
    const examples = [...text.matchAll(/```json\n([\s\S]*?)```/g)].map((m) => m[1]);
    expect(examples.length).toBeGreaterThan(1);
    for (const example of examples)
      expect(run(file(example)).code)
        .withContext(example)
        .toBe(0);
  });
});

describe('every trace', () => {
  it('names a formula file that exists', () => {
    const ids = new Set<string>();
    for (const system of [{ resin: 'epoxy-slow' }, { resin: 'polyester', finish: 'gel-coat' }]) {
      const { job } = readJob({ ...JSON.parse(readFileSync(golden, 'utf8')), system });
      if (!job) throw new Error('unreadable');
      const { plan } = planRepair(job, LIBRARY, {}, { now: 0 }, REPAIRS);
      for (const e of Object.values(plan?.trace ?? {})) if (e.formulaId) ids.add(e.formulaId);
    }
    for (const substrate of SUBSTRATES) {
      for (const kind of Object.keys(DAMAGE_KINDS).filter((k) =>
        occursOn(k as DamageKind, substrate.family),
      )) {
        const { job } = readJob({
          format: 'nelbo-job/1',
          hull: { material: substrate.id },
          damage: { kind, size: [0.12, 0.06] },
        });
        for (const e of Object.values(
          (job && planRepair(job, LIBRARY, {}, { now: 0 }, REPAIRS).plan?.trace) ?? {},
        ))
          if (e.formulaId) ids.add(e.formulaId);
      }
    }
    expect(ids.size).toBeGreaterThan(40);
    for (const id of ids)
      expect(existsSync(join(root, 'core/src', `${id}.ts`)))
        .withContext(id)
        .toBeTrue();
  });
});

describe('nelbo plan --inspect', () => {
  const SOUND = {
    format: 'nelbo-job/1',
    hull: { material: 'frp-solid' },
    damage: { kind: 'hole', size: [0.1, 0.06] },
  };
  const inspect = (document: object): ReturnType<typeof planCommand> => {
    const file = join(mkdtempSync(join(tmpdir(), 'nelbo-inspect-')), 'job.json');
    writeFileSync(file, JSON.stringify(document));
    return planCommand([file, '--inspect'], Date.parse('2026-11-23T08:00:00Z'));
  };

  it('says how many steps were replayed and that no gate is broken', () => {
    const { stdout, code } = inspect({ ...SOUND, conditions: { temperature: 20, humidity: 0.5 } });
    expect(stdout).toMatch(/^\d+ steps replayed: 0 broken gates, 0 STOPs\n$/);
    expect(code).toBe(0);
  });

  it('lists where the work stops, step by step', () => {
    const { stdout, code } = inspect({ ...SOUND, conditions: { temperature: 4, humidity: 0.5 } });
    expect(stdout).toMatch(/STOP {4}step \d+, Mix filler: .*too cold/);
    expect(code).toBe(0);
  });

  it('goes by itself', () => {
    expect(planCommand(['job.json', '--inspect', '--format', 'md'], 0).code).toBe(1);
  });
});

describe('what others wrote', () => {
  it('reaches a terminal as words, never as something that it obeys', () => {
    const sign = String.fromCharCode(27);
    for (const args of [[`${sign}[31m`], [`--${sign}[2J`], ['-', `${sign}]0;x`]])
      expect(planCommand(args, 0).stderr).withContext(JSON.stringify(args)).not.toContain(sign);
  });
});

describe('the core’s specs', () => {
  /** Many, or searching and simulating for long, and nothing in them depends on the engine. */
  const ON_NODE_ALONE = [
    'bounds',
    'checks',
    'order',
    'guidance',
    'system-options',
    'over-face',
    'placement',
    'walk-through',
    'work',
    'work-model',
    'document-types',
    'hostile',
    'fair-properties',
    'colour',
    'fairness',
    'grits',
    'finish-plan',
    'cure',
    'forecast',
    'cold-never-cures',
    'heat-kernel',
    'one-clock',
    'service',
    'mixing',
    'logger',
    'match',
    'bonding-guide',
    'colour-job',
    'cure-stack',
    'air-and-drying',
    'order-steps',
    'rounds',
    'solid-kinds',
    'rules',
    'patterns',
    'repairs-matrix',
    'repair-kinds',
    'inflatable',
    'tube-glue',
    'layers',
    'soon',
    'own-products',
    'problem-causes',
    'problems',
    'trade-pairs',
    'gates',
    'checklist',
    'inspector',
    'stops',
    'unused',
    'warm-from-gel',
  ];

  it('all run in the browser too, but for those that are named', () => {
    const listed = [
      ...readFileSync(join(root, 'web/src/core.spec.ts'), 'utf8').matchAll(/core\/spec\/([^/'\n]*)'/g),
    ].map((m) => `${m[1]}.ts`);
    const there = readdirSync(join(root, 'core/spec')).filter(
      (f) => f.endsWith('.spec.ts') && !ON_NODE_ALONE.includes(f.replace('.spec.ts', '')),
    );
    expect(listed.sort()).toEqual(there.sort());
  });
});
