import { forecastCure } from '../src/cure';
import {
  LIBRARY,
  refinePlan,
  toldOnce,
  refineProblems,
  type JobDocument,
  type Plan,
  type Problem,
} from '../src/index';
import { workOrder, workOrderText } from '../src/papers';
import { BASE, CLOCK, planRepair, read, saidOf } from './support';

interface Looked {
  readonly plan: Plan;
  readonly problems: readonly Problem[];
}

function look(more: Partial<JobDocument>): Looked {
  const job = read({ ...BASE, schedule: {}, ...more });
  const result = planRepair(job, LIBRARY, {}, CLOCK);
  const cure = forecastCure(job, result, LIBRARY, {}, CLOCK);
  if (!result.plan || !cure) throw new Error('nothing to forecast');
  return { plan: refinePlan(result.plan, cure), problems: refineProblems(result.problems, cure) };
}

const glassOf = ({ plan }: Looked): number =>
  plan.cure?.cases.find((c) => c.of === 'laminate' && c.glass)?.glass?.value ?? NaN;
const of = ({ problems }: Looked, code: Problem['code']): Problem | undefined =>
  problems.find((p) => p.code === code);

describe('what the work comes to in use', () => {
  const shed = { temperature: 17, humidity: 0.5 };
  const dark = { ...shed, shade: 'dark' } as const;

  it('is 35 °C on a light face and 50 °C on a dark one, or as entered: what would soften is told', () => {
    expect(of(look({ conditions: shed }), 'soft-in-service')).toBeUndefined();
    const soft = of(look({ conditions: dark }), 'soft-in-service');
    expect(saidOf(soft)?.what).toMatch(/glass temperature of \d\d °C, and the work to 50 °C/);
    expect(of(look({ conditions: shed, cure: { service: 48 } }), 'soft-in-service')).toBeDefined();
    expect(of(look({ conditions: dark, cure: { service: 35 } }), 'soft-in-service')).toBeUndefined();
  });

  it('a face below the waterline is cooled by it, whatever its colour', () => {
    const below = { ...BASE.damage, position: 'below' } as const;
    expect(of(look({ conditions: dark, damage: below }), 'soft-in-service')).toBeUndefined();
  });

  it('the warmer it cures, the more heat it stands', () => {
    const glass = [14, 18, 22, 27].map((temperature) =>
      glassOf(look({ conditions: { ...shed, temperature } })),
    );
    glass.slice(1).forEach((g, i) => expect(g).toBeGreaterThan(glass[i]));
  });

  it('the proposed post-cure does it: a tent, a ramp and a hold before the filler, and away again', () => {
    const soft = of(look({ conditions: dark }), 'soft-in-service');
    const hold = soft?.code === 'soft-in-service' ? soft.params.hold : undefined;
    expect(hold).toBeGreaterThanOrEqual(40);
    expect(hold).toBeLessThanOrEqual(60);
    const cured = look({ conditions: dark, cure: { postCure: 'yes', hold } });
    expect(of(cured, 'soft-in-service')).toBeUndefined();
    expect(glassOf(cured)).toBeGreaterThan(60);
    const steps = cured.plan.work?.steps.map((s) => s.id) ?? [];
    const order = ['hull.warm@post-cure', 'hull.strike@post-cure'].map((id) => steps.indexOf(id));
    const filler = cured.plan.work?.steps.findIndex((s) => s.action === 'fill') ?? -1;
    expect(order[0]).toBeGreaterThan(0);
    expect(order[1]).toBeGreaterThan(order[0]);
    expect(filler).toBeGreaterThan(order[1]);
    // 10 °C an hour up and down, and eight hours at it.
    const wait = cured.plan.timeline?.stages
      .flatMap((s) => s.tasks)
      .find((t) => t.label.startsWith('post-cure'));
    expect((wait?.duration.value ?? 0) / 3600).toBeCloseTo((2 * ((hold ?? 0) - 17)) / 10 + 8, 6);
  });

  it('under a tent that stands already only the hold is put in, and its caution stands on paper', () => {
    const { plan } = look({
      conditions: shed,
      cure: { postCure: 'yes' },
      warmth: { kind: 'tent', temperature: 25, from: 'start' },
    });
    expect(plan.work?.steps.filter((s) => s.action === 'warm').length).toBe(1);
    const job = read({ ...BASE, schedule: {}, conditions: shed, cure: { postCure: 'yes' } });
    const text = workOrderText(
      workOrder(job, look({ conditions: shed, cure: { postCure: 'yes' } }).plan, [], [], { timeZone: 'UTC' }),
    ).replace(/\s+/g, ' ');
    expect(text).toContain('post-cure: up by 10 °C an hour, 8 h at 50 °C');
    expect(text).toContain('residual-current breaker');
  });

  it('says the hold as it was entered, not rounded away from the wait that it takes', () => {
    const { plan } = look({ conditions: shed, cure: { postCure: 'yes', hold: 47.5, hours: 5400 } });
    const wait = plan.timeline?.stages.flatMap((s) => s.tasks).find((t) => t.label.startsWith('post-cure'));
    expect(wait?.label).toContain('1.5 h at 47.5 °C');
    expect((wait?.duration.value ?? 0) / 3600).toBeCloseTo((2 * (47.5 - 17)) / 10 + 1.5, 6);
  });

  it('hotter than repair heat is refused in words', () => {
    expect(saidOf(of(look({ cure: { postCure: 'yes', hold: 75 } }), 'post-cure-too-hot'))?.what).toContain(
      'hotter than repair heat',
    );
    expect(of(look({ cure: { postCure: 'yes', hold: 55 } }), 'post-cure-too-hot')).toBeUndefined();
    expect(of(look({ cure: { hold: 75 } }), 'post-cure-too-hot')).toBeUndefined();
  });
});

describe('a lamp', () => {
  it('that is too near is told so, with how far it would have to stand', () => {
    const near = of(
      look({ warmth: { kind: 'lamp', power: 6000, distance: 0.15, from: 'gel' } }),
      'lamp-too-near',
    );
    expect(saidOf(near)?.what).toContain('the lamp is too near: 6000 W at 150 mm');
    const safe = near?.code === 'lamp-too-near' ? near.params.safe : NaN;
    expect(safe).toBeGreaterThan(1);
    expect(
      of(
        look({ warmth: { kind: 'lamp', power: 6000, distance: safe + 0.05, from: 'gel' } }),
        'lamp-too-near',
      ),
    ).toBeUndefined();
    expect(
      of(look({ warmth: { kind: 'lamp', power: 500, distance: 0.8, from: 'gel' } }), 'lamp-too-near'),
    ).toBeUndefined();
  });
});

describe('what is too cold to set', () => {
  it('is not begun: its times hold only where it is kept warm, and a tent lifts it', () => {
    const cold = { temperature: 4, humidity: 0.5 };
    const system = { resin: 'epoxy-slow' };
    const stop = of(look({ system, conditions: cold }), 'never-sets');
    expect(saidOf(stop)?.what).toContain('kept at 15 °C');
    expect(saidOf(stop)?.suggestion).toContain('do not mix');
    // Told once: not that it is below its minimum besides.
    const below = toldOnce(look({ system, conditions: cold }).problems).flatMap((p) =>
      p.code === 'below-minimum' ? [p.params.product] : [],
    );
    expect(below).not.toContain('Slow laminating epoxy 5:1');
    const tent = look({
      system,
      conditions: cold,
      warmth: { kind: 'tent', temperature: 20, from: 'start', hours: 168 * 3600 },
    });
    expect(of(tent, 'never-sets')).toBeUndefined();
  });
});

describe('what is warmed for a night and left in the cold', () => {
  it('never comes to full cure, and is told so instead of a date', () => {
    const { problems, plan } = look({
      system: { resin: 'epoxy-slow' },
      conditions: { temperature: 6, humidity: 0.5 },
      warmth: { kind: 'tent', temperature: 24, from: 'start', hours: 16 * 3600 },
    });
    expect(problems.some((p) => p.code === 'not-cured')).toBeTrue();
    const last = plan.cure?.cases.filter((c) => c.of === 'laminate').at(-1);
    expect(last?.milestones.some((m) => m.id === 'sand')).toBeTrue();
    expect(last?.milestones.some((m) => m.id === 'full')).toBeFalse();
  });
});

describe('what warms the work', () => {
  it('warms the hull before anything is laid, and every layer for as long from its own laying', () => {
    const { plan, problems } = look({
      system: { resin: 'epoxy-slow', finish: 'paint-2k', undercoat: 'none' },
      conditions: { temperature: 4, humidity: 0.5 },
      warmth: { kind: 'tent', temperature: 22, from: 'start', hours: 24 * 3600 },
    });
    expect(problems.filter((p) => ['never-sets', 'stalls', 'cools'].includes(p.code))).toEqual([]);
    const coats = plan.cure?.cases.filter((c) => c.of === 'finish') ?? [];
    expect(coats.length).toBeGreaterThan(2);
    const opens = coats.map((c) => c.milestones.find((m) => m.id === 'opens')?.after.value ?? NaN);
    for (const seconds of opens) expect(Math.abs(seconds / opens[0] - 1)).toBeLessThan(0.02);
  });
});

describe('a thin rim and a thick middle', () => {
  it('the rim on the cold hull decides sanding, the middle heats and shuts first, and it is said which', () => {
    const { plan } = look({
      hull: { ...BASE.hull, thickness: 0.012 },
      system: { resin: 'epoxy-fast' },
      mix: { perGo: 0.008 },
      conditions: { temperature: 20, humidity: 0.5 },
    });
    const lift = plan.cure?.cases.find((c) => c.of === 'laminate');
    const last = plan.cure?.cases.filter((c) => c.of === 'laminate').at(-1);
    expect(lift?.peak?.value).toBeGreaterThan(30);
    expect(last?.milestones.find((m) => m.id === 'sand')?.place).toBe('rim');
    expect(lift?.milestones.find((m) => m.id === 'closes')?.place).toBe('middle');
    // What does not warm itself comes to it when the sheet says so, whatever is in its middle.
    const thin = look({
      hull: { ...BASE.hull, thickness: 0.003 },
      system: { resin: 'epoxy-fast' },
      conditions: { temperature: 20, humidity: 0.5 },
    })
      .plan.cure?.cases.filter((c) => c.of === 'laminate')
      .at(-1);
    const sand = (c: typeof thin): number => c?.milestones.find((m) => m.id === 'sand')?.after.value ?? NaN;
    expect(Math.abs(sand(last) / sand(thin) - 1)).toBeLessThan(0.03);
  });
});
