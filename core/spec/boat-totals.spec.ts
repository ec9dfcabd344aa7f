import { LIBRARY, boatTotals, readyOf, withPlace, type PlaceEntry, type Plan } from '../src/index';
import { boatPlaces, planBoat } from '../src/boat';
import { BASE, CLOCK, planRepair } from './support';

describe('what the places of a boat come to', () => {
  const CHIP: PlaceEntry = {
    id: 'b',
    damage: { kind: 'gel-coat-chip', position: 'above', size: [0.03, 0.02] },
  };
  const plansOf = (document: unknown): Plan[] =>
    planBoat(
      boatPlaces(document),
      (job, _, elsewhere) => planRepair(job, LIBRARY, {}, CLOCK, elsewhere),
      {},
    ).flatMap(({ result }) => result.plan ?? []);

  it('is the sum of what they take as they are done together, and ready with the last of them', () => {
    const plans = plansOf(withPlace(BASE, CHIP));
    expect(plans.length).toBe(2);
    const both = boatTotals(plans);
    const alone = plans.map((p) => boatTotals([p]));
    for (const of of ['handsOn', 'materials', 'labour'] as const) {
      expect(alone.every((t) => t[of] > 0)).toBeTrue();
      expect(both[of]).toBeCloseTo(alone[0][of] + alone[1][of], 9);
    }
    expect(both.span[0]).toBeLessThan(both.handsOn);
    expect(both.span[1]).toBeGreaterThan(both.handsOn);
    expect(both.ready?.at).toBe(Math.max(...plans.map((p) => readyOf(p)?.at ?? 0)));
    // Together they take less than each by itself: what is done once is counted once.
    const apart =
      boatTotals(plansOf(BASE)).handsOn + boatTotals(plansOf({ ...BASE, damage: CHIP.damage })).handsOn;
    expect(both.handsOn).toBeLessThan(apart);
  });

  it('has no day while nothing is placed', () => {
    expect(boatTotals([])).toEqual({ handsOn: 0, span: [0, 0], materials: 0, labour: 0 });
  });
});
