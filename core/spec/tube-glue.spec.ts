import fc from 'fast-check';
import { forecastCure } from '../src/cure';
import { LIBRARY, refinePlan, type JobDocument, type Plan, type Product, type Shop } from '../src/index';
import { CLOCK, planOf, planRepair, read } from './support';

const BOND: Readonly<Record<string, string>> = { 'pvc-fabric': 'pu-fabric-2k', 'csm-fabric': 'cr-fabric-2k' };

/** A tear that is glued, begun at an hour of a working day. */
const BY_DAY: Shop = { hours: { days: 'mon-fri', start: '08:00', end: '17:00' } };
const glued = (
  hours: number,
  temperature: number,
  more: { hull?: string; length?: number; coats?: number; humidity?: number } = {},
): Plan =>
  planOf(
    {
      format: 'nelbo-job/1',
      hull: { material: more.hull ?? 'pvc-fabric' },
      damage: { kind: 'fabric-tear', size: [more.length ?? 0.11, 0.02] },
      conditions: { temperature, humidity: more.humidity ?? 0.5 },
      repair: { inflatable: more.coats === undefined ? {} : { coats: more.coats } },
      schedule: { start: new Date(Date.parse('2026-11-23T00:00:00Z') + hours * 3_600_000).toISOString() },
      system: { bond: BOND[more.hull ?? 'pvc-fabric'] },
    },
    BY_DAY,
  ).plan;

interface Placed {
  readonly action: string;
  readonly how: string;
  readonly id: string;
  readonly start: number;
  readonly end: number;
}

/** Steps in the order of their clocks, what a missed window put in as well. */
function placedSteps(plan: Plan): readonly Placed[] {
  const missed = (plan.work?.links ?? []).flatMap((l) => l.lags).flatMap((lag) => lag.window?.missed ?? []);
  const steps = new Map([...(plan.work?.steps ?? []), ...missed].map((s) => [s.id, s]));
  return (plan.timeline?.stages ?? [])
    .flatMap((s) => s.tasks)
    .flatMap(({ id, start, end }) => {
      const step = steps.get(id);
      return step ? [{ action: step.action, how: step.how, id, start, end }] : [];
    })
    .sort((a, b) => a.start - b.start);
}

const ADHESIVE: readonly string[] = ['adhesive', 'adhesiveInside'];
const usableOf = (plan: Plan): number =>
  (plan.productTimes?.find((t) => /adhesive/i.test(t.product))?.milestones.usable.value ?? NaN) * 1000;

/** Coats that were put on from a pot past its life. */
function fromDeadPots(plan: Plan): readonly string[] {
  const usable = usableOf(plan);
  let mixed = -Infinity;
  return placedSteps(plan).flatMap(({ action, how, id, end }) => {
    if (action === 'mix') mixed = end;
    return action === 'coat' && ADHESIVE.includes(how) && end > mixed + usable + 1 ? [id] : [];
  });
}

/** Joints that were laid together when their last coat no longer grabbed, and nothing had woken it. */
function joinedTooDry(plan: Plan): readonly string[] {
  const tackGone = (plan.trace['repair.glue.tackGone']?.value ?? NaN) * 1000;
  let grabs = -Infinity;
  return placedSteps(plan).flatMap(({ action, how, id, start, end }) => {
    if (action === 'coat' && ADHESIVE.includes(how)) grabs = end;
    if (action === 'coat' && how === 'adhesiveWoken') grabs = Infinity;
    return action === 'join' && start > grabs + tackGone + 1 ? [id] : [];
  });
}

describe('glue of a tube', () => {
  it('mixes one pot for each joint: what serves the inner patch is dead when the outer is coated', () => {
    const plan = glued(8, 24);
    const mixes = (plan.work?.steps ?? []).filter((s) => s.action === 'mix');
    expect(mixes.length).toBe(2);
    expect(plan.repair?.pots.map((p) => p.count.value)).toEqual([1, 1]);
    expect(fromDeadPots(plan)).toEqual([]);
  });

  it('mixes one pot for each coat where all coats of a joint take longer than a pot lives', () => {
    const plan = glued(8, 24, { coats: 4, humidity: 0.9 });
    const mixes = (plan.work?.steps ?? []).filter((s) => s.action === 'mix');
    expect(mixes.length).toBe(8);
    expect(fromDeadPots(plan)).toEqual([]);
  });

  it('never coats from a dead pot nor joins what no longer grabs, whenever it is begun and however warm', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 7, max: 17, noNaN: true }),
        fc.double({ min: 5, max: 32, noNaN: true }),
        fc.constantFrom('pvc-fabric', 'csm-fabric'),
        fc.double({ min: 0.03, max: 0.9, noNaN: true }),
        fc.integer({ min: 1, max: 4 }),
        fc.double({ min: 0.2, max: 0.97, noNaN: true }),
        (hours, temperature, hull, length, coats, humidity) => {
          const plan = glued(hours, temperature, { hull, length, coats, humidity });
          expect(usableOf(plan)).toBeGreaterThan(0);
          expect([...fromDeadPots(plan), ...joinedTooDry(plan)]).toEqual([]);
        },
      ),
      { numRuns: 100 },
    );
  });

  it('goes on at once from a pot that was mixed again, not a day after', () => {
    // Begun late in a cold damp afternoon: the first coat dries over night, and a whole day suits the rest better.
    for (const plan of [
      glued(13, 11.4687, { length: 0.9, coats: 3, humidity: 0.88148 }),
      glued(13, 5, { length: 0.07974, coats: 4, humidity: 0.78545 }),
    ]) {
      const steps = placedSteps(plan);
      const again = steps.findIndex((s) => s.how === 'adhesiveAgain');
      expect(again).toBeGreaterThan(0);
      expect(steps[again + 1].action).toBe('coat');
      expect(steps[again + 1].start).toBe(steps[again].end);
      expect(fromDeadPots(plan)).toEqual([]);
    }
  });

  it('is mixed too where its sheet states no life of a pot, and that is shown as assumed', () => {
    const job = read({
      format: 'nelbo-job/1',
      hull: { material: 'pvc-fabric' },
      damage: { kind: 'fabric-tear', size: [0.11, 0.02] },
      system: { bond: 'pu-fabric-2k' },
    });
    const products = LIBRARY.products.map((p) => {
      if (p.id !== 'pu-fabric-2k' || !('cure' in p)) return p;
      const { cure: _, ...rest } = p;
      return rest as Product;
    });
    const { plan } = planRepair(job, { ...LIBRARY, products }, BY_DAY, CLOCK);
    expect((plan?.work?.steps ?? []).filter((s) => s.action === 'mix').length).toBeGreaterThanOrEqual(2);
    expect(plan?.repair?.pots.length).toBe(2);
    expect(plan?.trace['repair.glue.outside.use']?.origin).toBe('assumed');
  });

  it('says what goes into a pot that has to be mixed again', () => {
    const again = (glued(8, 24).work?.links ?? [])
      .flatMap((l) => l.lags)
      .flatMap(({ window }) => (window?.missed?.action === 'mix' ? [window.missed] : []));
    expect(again.length).toBe(2);
    for (const step of again) expect(step.pot?.mass?.value).toBeGreaterThan(0.01);
  });

  it('wakes a last coat that has dried too far over night before it is joined', () => {
    // No day of one hour holds a coat with its drying in such air.
    const { plan } = planOf(
      {
        format: 'nelbo-job/1',
        hull: { material: 'pvc-fabric' },
        damage: { kind: 'fabric-tear', size: [0.11, 0.02] },
        conditions: { temperature: 24, humidity: 0.97 },
        schedule: { start: '2026-11-23T08:00:00Z' },
      },
      { hours: { days: 'mon-fri', start: '08:00', end: '09:00' } },
    );
    expect(placedSteps(plan).some((s) => s.how === 'adhesiveWoken')).toBeTrue();
    expect([...fromDeadPots(plan), ...joinedTooDry(plan)]).toEqual([]);
  });
});

describe('glue in the air of its hour', () => {
  const torn = (conditions: JobDocument['conditions']): Plan => {
    const job = read({
      format: 'nelbo-job/1',
      hull: { material: 'pvc-fabric' },
      damage: { kind: 'fabric-tear', size: [0.11, 0.02] },
      conditions,
      schedule: { start: '2026-11-23T08:00:00Z' },
      system: { bond: 'pu-fabric-2k' },
    });
    const result = planRepair(job, LIBRARY, BY_DAY, CLOCK);
    const cure = forecastCure(job, result, LIBRARY, BY_DAY, CLOCK);
    if (!result.plan || !cure) throw new Error('nothing to forecast');
    return refinePlan(result.plan, cure);
  };
  const waits = (plan: Plan): readonly number[] =>
    (plan.timeline?.stages ?? [])
      .flatMap((s) => s.tasks)
      .filter((t) => t.kind === 'wait' && /\.(dull|grabs)@/.test(t.id))
      .map((t) => t.duration.value / 60);

  it('dries as its sheet says in steady air, and sooner as the day warms', () => {
    const steady = waits(torn({ temperature: 20, humidity: 0.5 }));
    expect(steady.length).toBeGreaterThan(2);
    for (const w of steady) expect(w).toBeCloseTo(steady[0], 3);
    const day = waits(torn({ temperature: 20, humidity: 0.5, air: 'day and night', low: 10, high: 26 }));
    expect(day[0]).toBeGreaterThan(1.2 * (day.at(-1) ?? NaN));
  });

  it('is told with the moment of its last coat, in the sentence as at the step', () => {
    const plan = torn({ temperature: 20, humidity: 0.5, air: 'day and night', low: 10, high: 26 });
    const bond = plan.cure?.cases.find((c) => c.id === 'film.bond');
    const opens = bond?.milestones.find((m) => m.id === 'opens');
    const last = waits(plan).at(-1) ?? NaN;
    expect((opens?.after.value ?? NaN) / 60).toBeCloseTo(last, 3);
    const told = plan.repair?.sheets.flatMap((x) => x.sentence) ?? [];
    expect(told.some((w) => typeof w === 'object' && 'value' in w && w === opens?.after)).toBeTrue();
  });
});
