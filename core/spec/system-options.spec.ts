import { LIBRARY, partOf, systemWith, type JobDocument, type Plan } from '../src/index';
import { systemOptions, takesOf, type SystemOption } from '../src/finish';
import { REPAIRS } from '../src/repairs';
import { BASE, CLOCK, planRepair, read } from './support';

const options = (document: JobDocument): readonly SystemOption[] =>
  systemOptions(read(document), LIBRARY, {}, CLOCK, REPAIRS);
const planned = (document: JobDocument): Plan => {
  const { plan } = planRepair(read(document), LIBRARY, {}, CLOCK);
  if (!plan) throw new Error('no plan');
  return plan;
};
const money = (plan: Plan): number => (plan.totals?.materials.value ?? 0) + (plan.totals?.labour.value ?? 0);

describe('systems held against the one in the plan', () => {
  it('are planned as if they had been taken', () => {
    const own = planned(BASE);
    const all = options(BASE);
    expect(all.filter((o) => o.chosen).length).toBe(1);
    for (const o of all.filter((x) => !x.chosen)) {
      const product = LIBRARY.products.find((p) => p.id === o.id);
      if (!product) return fail(o.id);
      const taken = planned({ ...BASE, system: systemWith(undefined, partOf('bond', product), o.id) });
      // On the page of the plan itself that comes to what it would take by itself.
      const takes = takesOf(o, own);
      expect(takes?.handsOn)
        .withContext(o.name)
        .toBeCloseTo(taken.totals?.handsOn.value ?? NaN, 6);
      expect(takes?.cost).withContext(o.name).toBeCloseTo(money(taken), 6);
      expect(takes?.end).withContext(o.name).toBe(taken.timeline?.end);
      expect(o.against?.cost)
        .withContext(o.name)
        .toBeCloseTo(money(taken) - money(own), 6);
      expect(o.against?.end)
        .withContext(o.name)
        .toBe((taken.timeline?.end ?? NaN) - (own.timeline?.end ?? NaN));
    }
  });

  it('say of the one in the plan what the plan says, whatever a forecast has made of it', () => {
    const own = planned(BASE);
    const chosen = options(BASE).find((o) => o.chosen);
    const later = own.timeline && {
      ...own,
      timeline: { ...own.timeline, end: own.timeline.end + 3_600_000 },
    };
    expect(chosen && later && takesOf(chosen, later)?.end).toBe((own.timeline?.end ?? NaN) + 3_600_000);
  });

  it('tell against themselves nothing, and against each other the opposite', () => {
    const [epoxy] = options({ ...BASE, system: { resin: 'vinyl-ester' } }).filter(
      (o) => o.id === 'epoxy-slow',
    );
    const [vinyl] = options({ ...BASE, system: { resin: 'epoxy-slow' } }).filter(
      (o) => o.id === 'vinyl-ester',
    );
    expect(Math.sign(epoxy.against?.strength ?? 0)).toBe(-Math.sign(vinyl.against?.strength ?? 0));
    expect(epoxy.against?.strength ?? 0).toBeGreaterThan(0);
    expect(options(BASE).find((o) => o.chosen)?.against).toBeUndefined();
  });

  it('keep in mind what only they ask for', () => {
    const all = options(BASE);
    const own = all.find((o) => o.chosen);
    expect(own?.mind.length ?? 0).toBeGreaterThan(0);
    for (const o of all.filter((x) => !x.chosen))
      for (const reminder of o.mind) expect(reminder).withContext(o.name).not.toBe('');
    // Two epoxies ask for the same.
    expect(all.find((o) => o.id === 'epoxy-fast')?.mind ?? []).toEqual([]);
  });

  it('say which hold for a while only, on every hull a system to take', () => {
    const home = options({
      ...BASE,
      hull: { material: 'pvc-fabric' },
      damage: { kind: 'fabric-puncture', size: [0.01, 0.01] },
      priorities: { preset: 'get home' },
    });
    expect(home.some((o) => o.quickFix)).toBeTrue();
    expect(options({ ...BASE, hull: {} })).toEqual([]);
  });
});

describe('taking a part of a system', () => {
  const resin = LIBRARY.products.find((p) => p.id === 'epoxy-slow');
  const adhesive = LIBRARY.products.find((p) => p.role === 'adhesive');

  it('is the part that the product stands for', () => {
    expect(resin && partOf('bond', resin)).toBe('resin');
    expect(adhesive && partOf('bond', adhesive)).toBe('bond');
    expect(resin && partOf('finish', resin)).toBe('finish');
  });

  it('lets what it brings be matched anew, and keeps the finish that was asked for', () => {
    const asked = { resin: 'polyester', filler: 'x', prep: 'y', barrier: 'z', finish: 'gel-coat' };
    expect(systemWith(asked, 'bond', 'mma')).toEqual({ bond: 'mma', finish: 'gel-coat' });
    expect(systemWith(asked, 'finish', 'paint-2k')).toEqual({ ...asked, finish: 'paint-2k' });
    expect(systemWith({ cloth: 'a' }, 'patch', 'b')).toEqual({ patch: 'b' });
  });
});
