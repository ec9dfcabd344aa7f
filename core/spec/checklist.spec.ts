import { CHECKLIST, checklistOf, inspectPlan, type CheckItem } from '../src/inspect';
import type { Inspected } from '../src/inspect/site';
import { DAMAGE_KINDS, LIBRARY, SUBSTRATES, occursOn, type DamageKind, type JobDocument } from '../src/index';
import { PRESETS } from '../src/match/priorities';
import { provenForecast } from '../src/cure';
import { refinePlan, refineProblems } from '../src/index';
import { effectsOf } from '../src/work/surfaces';
import { CLOCK, ROUND_THE_CLOCK, planRepair, read } from './support';

/** Every hull and damage once, above and below and the presets in turn. */
const ROWS = SUBSTRATES.flatMap(({ id, family }) =>
  (Object.keys(DAMAGE_KINDS) as DamageKind[])
    .filter((kind) => occursOn(kind, family))
    .map((kind) => ({ hull: id, kind })),
).map((pair, i) => ({
  ...pair,
  position: i % 2 === 0 ? 'above' : 'below',
  preset: Object.keys(PRESETS)[i % Object.keys(PRESETS).length],
}));

function inspected({ hull, kind, position, preset }: (typeof ROWS)[number], more: object = {}): Inspected {
  const job = read({
    format: 'nelbo-job/1',
    hull: { material: hull },
    damage: { kind, position, size: [0.12, 0.06] },
    access: 'both',
    conditions: { temperature: 20, humidity: 0.5, place: 'shop' },
    priorities: { preset },
    schedule: { start: '2026-11-23T08:00:00Z' },
    ...more,
  } as unknown as JobDocument);
  const result = planRepair(job, LIBRARY, ROUND_THE_CLOCK, CLOCK);
  if (!result.plan) throw new Error(`no plan of ${hull}, ${kind}`);
  const cure = provenForecast(job, result, LIBRARY, ROUND_THE_CLOCK, CLOCK);
  const plan = cure ? refinePlan(result.plan, cure) : result.plan;
  const problems = cure ? refineProblems(result.problems, cure) : result.problems;
  return { job, plan, problems, library: LIBRARY, shop: ROUND_THE_CLOCK, clock: CLOCK };
}
const listed = (i: Inspected) => checklistOf({ inspected: i, findings: inspectPlan(i) });

describe('the foreman’s list', () => {
  it('has no gap: way, wet, surface, pot, finish, papers, caution and test of every hull and damage', () => {
    const seen = new Map<CheckItem, number>();
    for (const row of ROWS) {
      const list = listed(inspected(row));
      for (const item of CHECKLIST) {
        expect(list[item])
          .withContext(`${item}: ${Object.values(row).join(', ')}`)
          .not.toBe('gap');
        if (list[item] === 'there') seen.set(item, (seen.get(item) ?? 0) + 1);
      }
    }
    // None of them is a matter of course: each is asked of many.
    for (const item of CHECKLIST)
      expect(seen.get(item) ?? 0)
        .withContext(item)
        .toBeGreaterThan(15);
  });

  it('has a gap where a step, a reading, a coat or a test is taken out', () => {
    const row = { hull: 'wood-solid', kind: 'rot' as const, position: 'below', preset: 'good as new' };
    const sound = inspected(row, {
      damage: { kind: 'rot', position: 'below', size: [0.12, 0.06], wet: 'wet' },
    });
    expect(listed(sound).wet).toBe('there');
    const without = (gone: (action: string, effects: readonly string[]) => boolean): Inspected => {
      const { work } = sound.plan;
      if (!work) throw new Error('no work');
      const steps = work.steps.filter((s) => !gone(s.action, effectsOf(s)));
      return { ...sound, plan: { ...sound.plan, work: { ...work, steps } } };
    };
    expect(listed(without((a, e) => a === 'read' || a === 'air' || e.includes('dries'))).wet).toBe('gap');
    const chosen = sound.plan.system?.chosen;
    if (!sound.plan.system || !chosen) throw new Error('no system');
    const bare = {
      ...sound.plan.system,
      chosen: {
        ...chosen,
        chain: {
          ...chosen.chain,
          links: chosen.chain.links.filter((l) => l.role !== 'finish' && l.role !== 'barrier'),
        },
      },
    };
    expect(listed({ ...sound, plan: { ...sound.plan, system: bare } }).finish).toBe('gap');
    const coarse = sound.plan.sanding?.fair?.map((s) => ({ ...s, grain: 0.002 }));
    expect(coarse?.length).toBeGreaterThan(0);
    expect(listed({ ...sound, plan: { ...sound.plan, sanding: { fair: coarse } } }).papers).toBe('gap');
  });
});
