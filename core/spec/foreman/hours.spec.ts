import { publicPlan } from '../../src/report/public-plan';
import { hoursExplained, moneyExplained } from '../../src/papers';
import { RATES } from '../../src/rates/book';
import { rateHere } from '../../src/rates/row';
import { LIBRARY, type Plan, type Shop } from '../../src/index';
import { CLOCK, planRepair, read } from '../support';
import { BAND, ESTIMATED } from './check';
import { everyPair, line } from './lines';

function planOfEstimated(document: (typeof ESTIMATED)[number]['document'], shop: Shop = {}): Plan {
  const { plan } = planRepair(read(document), LIBRARY, shop, CLOCK);
  if (!plan?.totals) throw new Error('no plan');
  return plan;
}

const hoursOf = ({ totals }: Plan): number => (totals?.handsOn.value ?? NaN) / 3600;
const linesOf = ({ materials = [], consumables = [] }: Plan) => [...materials, ...consumables];

describe('the foreman: hours and money', () => {
  for (const { name, document, hours, money } of ESTIMATED) {
    line(9, `${name}: the hours are a good yard's`, () => {
      const ratio = hoursOf(planOfEstimated(document)) / hours;
      expect(ratio).toBeGreaterThanOrEqual(BAND.hours[0]);
      expect(ratio).toBeLessThanOrEqual(BAND.hours[1]);
    });
    line(9, `${name}: what is used costs what it costs a good yard`, () => {
      const ratio = (planOfEstimated(document).totals?.materials.value ?? NaN) / money;
      expect(ratio).toBeGreaterThanOrEqual(BAND.money[0]);
      expect(ratio).toBeLessThanOrEqual(BAND.money[1]);
    });
  }

  line(9, 'a go is set up once for everything done in it, and again after a wait', () => {
    const [huge] = ESTIMATED.filter((e) => e.name.startsWith('57'));
    const steps = planOfEstimated(huge.document).work?.steps ?? [];
    const begun = steps.filter((s) => s.readying);
    // Three lifts of some forty pots: tack that lasts for hours sends people away, the next pot of a lift does not.
    const pots = steps.filter((s) => s.stage === 'laminate' && s.action === 'mix');
    const lifts = pots.filter((s) => s.readying);
    expect(pots.length).toBeGreaterThan(30);
    expect(lifts.length).toBeGreaterThan(1);
    expect(lifts.length).toBeLessThan(6);
    for (const s of begun) expect(s.work.value).toBeGreaterThan(s.readying?.value ?? Infinity);
    // Nobody sets up while a pot is open.
    expect(begun.some((s) => s.action === 'lay' || s.action === 'fill' || s.action === 'coat')).toBeFalse();
  });

  line(9, 'hands that a step needs count fully', () => {
    const [huge] = ESTIMATED.filter((e) => e.name.startsWith('57'));
    const plan = planOfEstimated(huge.document);
    const laid = (plan.work?.steps ?? []).filter((s) => s.action === 'lay');
    expect(laid.every((s) => s.people === 2)).toBeTrue();
    const tasks = (plan.timeline?.stages ?? []).flatMap((s) => s.tasks);
    for (const s of laid) {
      const task = tasks.find((t) => t.id === s.id);
      // Two work on it: half of the hours go by. A break for the night lengthens it.
      expect((task?.end ?? 0) - (task?.start ?? 0)).toBeGreaterThanOrEqual((s.work.value * 1000) / 2 - 1);
    }
  });

  line(9, 'a rate of the yard stands in place of the usual, in every figure that goes by it', () => {
    const { document } = ESTIMATED[0];
    const [usual, own] = [{}, { rates: { mixBatch: 600, goWet: 0 } }].map((shop) =>
      planOfEstimated(document, shop as Shop),
    );
    const rate = Object.values(own.trace).find(
      (e) => /^.*\.fixed$/.test(e.id) && e.source.includes('mix a pot'),
    );
    expect([rate?.value, rate?.origin]).toEqual([600, 'shop']);
    expect(own.totals?.handsOn.value).not.toBe(usual.totals?.handsOn.value);
    // A rate by volume is entered for a litre.
    expect(rateHere(RATES.grindPerM3, { grindPerM3: 60 }).value).toBe(60_000);
    expect(RATES.grindPerM3.value).toBe(100 * 60 * 1000);
  });

  line(9, 'sums are the same on every path, to the cent', () => {
    let compared = 0;
    for (const { name, of } of everyPair('above')) {
      const { plan } = of;
      const { totals } = plan;
      if (!totals) continue;
      const cents = (x: number): number => Math.round(x * 100);
      const lines = linesOf(plan);
      const bought = lines.reduce((sum, l) => sum + cents(l.cost?.value ?? 0), 0);
      expect(cents(totals.materials.value)).withContext(`${name}: materials`).toBe(bought);
      for (const l of lines)
        if (l.cost) expect(Math.abs(l.cost.value * 100 - cents(l.cost.value))).toBeLessThan(1e-6);
      const byStage = hoursExplained(plan, {}).reduce((sum, h) => sum + h.work, 0);
      expect(byStage).withContext(`${name}: stages`).toBeCloseTo(totals.handsOn.value, 3);
      const bySteps = (plan.work?.steps ?? []).reduce((sum, s) => sum + s.work.value, 0);
      expect(bySteps).withContext(`${name}: steps`).toBeCloseTo(totals.handsOn.value, 3);
      const rows = moneyExplained(plan, {});
      expect(rows.length)
        .withContext(name)
        .toBe(lines.length + 3);
      expect(totals.toBuy.value)
        .withContext(`${name}: packs`)
        .toBeGreaterThanOrEqual(totals.materials.value - 0.01 * lines.length);
      const told = JSON.parse(JSON.stringify(publicPlan(plan))) as Plan;
      expect(linesOf(told).length).withContext(name).toBe(lines.length);
      compared += 1;
    }
    expect(compared).toBeGreaterThan(100);
  });

  line(9, 'every hour and every coin opens to its rate, its amount and where it comes from', () => {
    for (const { name, document } of ESTIMATED) {
      const plan = planOfEstimated(document);
      for (const step of plan.work?.steps ?? []) {
        const entry = plan.trace[step.work.traceId];
        expect(entry).withContext(`${name}: ${step.id}`).toBeDefined();
        expect(entry.source.length).withContext(`${name}: ${step.id}`).toBeGreaterThan(0);
      }
      for (const l of linesOf(plan)) {
        expect(plan.trace[l.quantity.traceId]).withContext(`${name}: ${l.id}`).toBeDefined();
        if (l.cost) expect(plan.trace[l.cost.traceId]?.inputs.length).withContext(`${name}: ${l.id}`).toBe(2);
      }
    }
  });
});
