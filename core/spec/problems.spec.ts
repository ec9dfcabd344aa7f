import fc from 'fast-check';
import {
  LIBRARY,
  readJob,
  refineProblems,
  tellMilestone,
  tellProblem,
  type CureCase,
  type DamageKind,
  type Problem,
} from '../src/index';
import { forecastCure } from '../src/cure';
import { harmsOf, sameHarm } from '../src/trace/harm';
import { problem } from '../src/trace/problem';
import { anyJob } from './any-document';
import { sensiblePairs } from './match-support';
import { CLOCK, createPlanner } from './support';

const BROKEN = /undefined|NaN|Infinity|\[object|\$\{/;
const jobFor = (material: string, kind: DamageKind): object => ({
  format: 'nelbo-job/1',
  hull: { material },
  damage: { kind, size: [0.12, 0.06] },
});

/** Every problem and every cure of a job, as the application shows them. */
function lookAt(document: unknown): {
  readonly problems: readonly Problem[];
  readonly cases: readonly CureCase[];
} {
  const job = readJob(document).job;
  if (!job) return { problems: readJob(document).problems, cases: [] };
  const result = createPlanner().plan(job, LIBRARY, {}, CLOCK);
  const cure = forecastCure(job, result, LIBRARY, {}, CLOCK, { cells: 12, tolerance: 2, detail: false });
  return {
    problems: cure ? refineProblems(result.problems, cure) : result.problems,
    cases: cure?.cases ?? [],
  };
}

describe('a problem', () => {
  it('is told in whole words whatever its figures are, for any job', () => {
    const codes = new Set<string>();
    fc.assert(
      fc.property(anyJob, (document) => {
        for (const p of lookAt(document).problems) {
          codes.add(p.code);
          const { what, allowed, suggestion } = tellProblem(p);
          expect([what, allowed, suggestion].join(' ')).not.toMatch(BROKEN);
          expect(what.trim()).not.toBe('');
        }
      }),
      { numRuns: 60, seed: 11 },
    );
    // Otherwise the property has looked at nothing.
    expect(codes.size).toBeGreaterThan(12);
  });

  it('survives the way to a worker and back: a code and plain data, no words', () => {
    const p = problem({ severity: 'warning', stage: 'mix', path: 'mix.perGo' }, 'heats-itself', {
      layer: 'group 1',
      peak: 160,
      limit: 60,
      at: { ms: 0, zone: 'UTC' },
    });
    expect(structuredClone(p)).toEqual(p);
    expect(Object.keys(p).sort()).toEqual(['code', 'params', 'path', 'severity', 'stage']);
  });

  it('tells a moment by the clock of its place', () => {
    const at = { ms: Date.parse('2026-07-01T22:30:00Z'), zone: 'Europe/Oslo' };
    const night = problem({ severity: 'warning', path: 'x' }, 'blush', {
      layer: 'group 1',
      humidity: 0.9,
      limit: 0.85,
      at,
    });
    expect(tellProblem(night).what).toContain('Thu 00:30');
  });
});

describe('harms', () => {
  const at = { ms: 0, zone: 'UTC' };
  const stalls = problem({ severity: 'warning', stage: 'mix', path: 'conditions.temperature' }, 'stalls', {
    layer: 'group 1',
    product: 'x',
    minimum: 12,
    from: at,
    to: at,
  });
  const cools = problem({ severity: 'warning', stage: 'mix', path: 'conditions.temperature' }, 'cools', {
    layer: 'group 2',
    product: 'x',
    minimum: 12,
    coldest: 9,
    at,
  });

  it('are alike whatever the figures, and differ by what they befall', () => {
    expect(harmsOf([stalls, cools]).map((h) => h.kind)).toEqual(['cold']);
    const filler = harmsOf([{ ...stalls, stage: 'fair' } as Problem]);
    expect(sameHarm(filler[0], harmsOf([cools])[0])).toBeFalse();
  });

  it('without a kind are told apart by their code', () => {
    const [sun, light] = harmsOf([
      problem({ severity: 'warning', path: 'conditions.sun' }, 'sun-on-coat'),
      problem({ severity: 'warning', path: 'conditions.sun' }, 'light-needed', { product: 'x' }),
    ]);
    expect(sameHarm(sun, light)).toBeFalse();
  });
});

describe('what is waited for', () => {
  const films = sensiblePairs().filter(
    (p, i, all) =>
      all.findIndex((q) => q.substrate.family === p.substrate.family && q.damage === p.damage) === i,
  );

  it('means of glue, fills and coats what it means for them: nobody sands a glued plastic or puts it "into the water"', () => {
    let seen = 0;
    for (const { substrate, damage } of films) {
      for (const c of lookAt(jobFor(substrate.id, damage)).cases.filter((x) => x.of === 'film')) {
        seen += 1;
        const glue = LIBRARY.products.find((p) => p.name === c.product)?.role === 'fabric adhesive';
        for (const { meaning } of c.milestones) {
          const where = `${substrate.id}, ${damage}, ${c.title}: ${tellMilestone(meaning)}`;
          expect(['sandable', 'peelable', 'into-water', 'trim'])
            .withContext(where)
            .not.toContain(meaning.kind);
          if (!glue) expect(['pressure', 'handling']).withContext(where).not.toContain(meaning.kind);
          else expect(['workable', 'cured']).withContext(where).not.toContain(meaning.kind);
        }
      }
    }
    expect(seen).toBeGreaterThan(50);
  });

  it('means of plies that peel ply comes off, of filler that it can be sanded and no more', () => {
    const { cases } = lookAt({ ...jobFor('frp-solid', 'hole'), access: 'both' });
    expect(cases.filter((c) => c.of === 'laminate').length).toBeGreaterThan(0);
    const meant = (of: CureCase['of'], id: string): string | undefined =>
      cases
        .filter((c) => c.of === of)
        .at(-1)
        ?.milestones.find((m) => m.id === id)?.meaning.kind;
    expect(meant('laminate', 'sand')).toBe('peelable');
    expect(meant('filler', 'sand')).toBe('sandable');
    expect(meant('filler', 'full') ?? 'cured').toBe('cured');
  });
});
