import { type JobDocument, type Step } from '../src/index';
import { holdsOf } from '../src/work/holds';
import { potsOf } from '../src/work/pots';
import { RATE_SPREAD } from '../src/rates/row';
import { ifsOf, roundsOf } from '../src/work/rounds';
import { BASE, planOf, workOf } from './support';

const job = (more: Partial<JobDocument>): JobDocument => ({ ...BASE, schedule: undefined, ...more });
const ids = (steps: readonly Step[]): Set<string> => new Set(steps.map((s) => s.id));

describe('rounds, ifs and pots of one job', () => {
  it('filling goes round until it is fair, as often as the plan says', () => {
    const { plan } = planOf(BASE);
    const [round] = roundsOf(plan.work?.steps ?? []);
    expect(round.until).toBe('fair');
    expect(round.likely).toBe(plan.dish?.fair?.rounds as never);
  });

  it('a wet core is read again and again until it is dry, and each visit counts', () => {
    const wet: JobDocument['damage'] = { kind: 'wet-core', wet: 'wet', size: [0.4, 0.3] };
    const { steps } = workOf(
      job({ hull: { material: 'frp-cored', thickness: 0.004, core: 'balsa' }, damage: wet }),
    );
    const round = roundsOf(steps).find((r) => r.until === 'dry');
    const read = steps.find((s) => s.id === round?.steps[0]);
    // Heated to 32 °C: 10 days in air at 20 °C, between 2.5 and 34.
    expect(round?.likely.value).toBe(5);
    expect(read?.work.value).toBe(5 * 600);
    expect(round?.likely.span).toEqual([2, 17]);
  });

  it('a test that fails has its rework beside the plan, and in the hours at the worst', () => {
    const tear = {
      ...BASE,
      hull: { material: 'pvc-fabric' },
      damage: { kind: 'fabric-tear', size: [0.12, 0.06] },
    } as unknown as JobDocument;
    const reworks: readonly [JobDocument, readonly string[]][] = [
      [BASE, ['drill dull', 'inject dull']],
      [tear, ['strip patch', 'join again']],
    ];
    for (const [document, expected] of reworks) {
      const { work, totals } = planOf(document).plan;
      if (!work || !totals) throw new Error('no work');
      const failed = ifsOf(work).filter((f) => f.outcome === 'failed');
      expect(failed[0].steps.map((s) => `${s.action} ${s.how}`)).toEqual(expected);
      // They are no steps of the plan, and not reckoned with until they happen.
      const there = ids(work.steps);
      expect(failed.flatMap((f) => f.steps).every((s) => !there.has(s.id))).toBeTrue();
      const sure = work.steps.reduce((sum, s) => sum + s.work.value, 0);
      expect(totals.handsOn.value).toBeCloseTo(sure, 3);
      const most = work.steps.reduce(
        (sum, s) => sum + (s.work.span?.[1] ?? s.work.value * (1 + RATE_SPREAD)),
        0,
      );
      const more = failed.flatMap((f) => f.steps).reduce((sum, s) => sum + s.work.value, 0);
      expect(totals.handsOn.span?.[1]).toBeCloseTo(most + more, 3);
      expect(more).toBeGreaterThan(20 * 60);
    }
  });

  it('a window that may be missed has its rework beside the plan', () => {
    const { links, steps } = workOf(BASE);
    const missed = ifsOf({ links, steps }).filter((f) => f.outcome === 'missed');
    expect(missed.length).toBeGreaterThan(0);
    expect(missed.every((f) => f.steps[0].action === 'abrade')).toBeTrue();
    expect(missed.every((f) => !ids(steps).has(f.steps[0].id))).toBeTrue();
  });

  it('tape inside comes off by itself, and tabs are laid from as many pots as live long enough', () => {
    const member = { kind: 'stringer' as const, name: 'stringer 3', length: 0.9, props: 2 };
    const { plan } = planOf({ ...BASE, taper: { side: 'both' }, structure: [member] } as JobDocument);
    const steps = plan.work?.steps ?? [];
    const taped = holdsOf(steps).filter((h) => h.thing === 'tape');
    expect(taped.length).toBeGreaterThan(1);
    for (const h of taped) expect(h.until).withContext(h.id).toBeDefined();
    const tab = steps.findIndex((s) => s.action === 'member' && s.how === 'tab');
    const [mix, laid] = [steps[tab - 1], steps[tab]];
    expect(mix.action).toBe('mix');
    const usable = plan.dish?.mix?.milestones.usable.value ?? 0;
    expect(laid.work.value / (mix.pot?.count?.value ?? 1)).toBeLessThanOrEqual(usable);
  });

  it('each batch is a pot that its plies draw on', () => {
    const { plan } = planOf(BASE);
    const batches = plan.dish?.mix?.batches.length ?? 0;
    const laid = potsOf(plan.work?.steps ?? []).filter((p) => p.drawnBy.some((id) => id.includes('lay@')));
    expect(laid.length).toBe(batches);
    expect(laid.every((p) => p.drawnBy.length === 1)).toBeTrue();
    expect(laid.map((p) => p.mass)).toEqual(plan.dish?.mix?.batches.map((b) => b.mass) ?? []);
    expect(new Set(laid.map((p) => p.product))).toEqual(new Set([plan.system?.chosen?.chain.resin?.id]));
  });

  it('a job ends with its hand-over; a spot that nobody sees afterwards does not', () => {
    const chip = (size: number): JobDocument => ({
      format: 'nelbo-job/1',
      hull: { material: 'frp-solid' },
      damage: { kind: 'gel-coat-chip', size: [size, size] },
    });
    expect(workOf(BASE).steps.at(-1)?.action).toBe('handOver');
    expect(workOf(chip(0.03)).steps.at(-1)?.action).toBe('handOver');
    expect(workOf(chip(0.003)).steps.some((s) => s.action === 'handOver')).toBeFalse();
  });
});
