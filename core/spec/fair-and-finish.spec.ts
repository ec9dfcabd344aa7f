import { discLife, removalRate } from '../src/materials/abrasives';
import { P_GRAIN } from '../src/materials/grits';
import { BASE, planOf } from './support';

describe('removal rates', () => {
  it('and disc lives are those of the annex', () => {
    expect(removalRate(P_GRAIN[80]) * 60e6).toBeCloseTo(3, 9);
    expect(removalRate(P_GRAIN[1200]) * 60e6).toBeCloseTo(0.12, 9);
    expect(removalRate(P_GRAIN[100])).toBeLessThan(removalRate(P_GRAIN[80]));
    expect(removalRate(P_GRAIN[2000])).toBeLessThan(removalRate(P_GRAIN[1200]));
    expect(discLife(P_GRAIN[80])).toBeCloseTo(0.6, 12);
    expect(discLife(P_GRAIN[240])).toBeCloseTo(0.9, 12);
  });
});

describe('filler and finish', () => {
  it('fills what laminate and finish leave of the wall', () => {
    const { plan } = planOf();
    const depth = plan.dish?.fair?.depth.value ?? NaN;
    expect(depth + (plan.dish?.laminate?.thickness.value ?? NaN) + 0.0002).toBeCloseTo(0.0076, 9);
  });

  it('makes the finished volume of paste from resin and powder', () => {
    const f = planOf().plan.dish?.fair;
    // The neat coat goes on before the powder goes in: 100 g on a square metre.
    expect(f?.neat?.value).toBeCloseTo(0.1 * (f?.spreadArea.value ?? NaN), 12);
    const resin = (f?.mass.value ?? NaN) - (f?.neat?.value ?? NaN);
    const powder = f?.powder?.value ?? NaN;
    expect(powder / resin).toBeCloseTo(0.4, 9);
    expect(resin / 1150 + powder / 220).toBeCloseTo(f?.volume.value ?? NaN, 12);
  });

  it('applies paint by dry film and gel coat by wet film', () => {
    const paint = planOf({ ...BASE, system: { finish: 'paint-2k', undercoat: 'none' } }).plan.finish;
    expect(paint?.coats.value).toBe(4);
    // Over primer half of the film is paint: the repair comes out as flush.
    expect(planOf({ ...BASE, system: { finish: 'paint-2k' } }).plan.finish?.coats.value).toBe(2);
    expect((paint?.wetPerCoat.value ?? NaN) * 1e6).toBeCloseTo(50 / 0.52, 6);
    const gel = planOf({ ...BASE, system: { resin: 'vinyl-ester', finish: 'gel-coat' } }).plan.finish;
    expect((gel?.wet.value ?? NaN) * 0.875).toBeCloseTo(0.0007, 9);
    expect(gel?.wetPerCoat.value ?? NaN).toBeLessThanOrEqual(0.00075);
    expect(gel?.sanding.reduce((s, x) => s + x.depth.value, 0)).toBeCloseTo(0.0001, 12);
  });

  it('ends the grits earlier or later by the grade', () => {
    const last = (grade: string): string | undefined =>
      planOf({ ...BASE, grade, system: { resin: 'polyester', finish: 'gel-coat' } }).plan.finish?.sanding.at(
        -1,
      )?.grit;
    expect([last('workboat'), last('standard'), last('show')]).toEqual(['P800', 'P1200', 'P1500']);
    expect(planOf({ ...BASE, grade: 'show' }).plan.dish?.fair?.endGrit).toBe(240);
  });

  it('warns when the surface is close to the dew point', () => {
    const { problems } = planOf({ ...BASE, conditions: { temperature: 17, humidity: 0.9 } });
    expect(problems.find((p) => p.path === 'conditions.humidity')?.stage).toBe('finish');
  });
});

describe('batches of filler', () => {
  it('fit the pot and the time to spread them, and add up', () => {
    const putty = planOf({
      ...BASE,
      damage: { kind: 'hole', size: [0.5, 0.3] },
      system: { resin: 'polyester', finish: 'gel-coat' },
    }).plan.dish?.fair;
    expect(putty?.batches.value).toBeGreaterThan(1);
    const each = putty?.partsPerBatch.kind === 'cream' ? putty.partsPerBatch.putty.value : NaN;
    expect(each * (putty?.batches.value ?? NaN)).toBeCloseTo(putty?.mass.value ?? NaN, 12);
    const large = planOf({ ...BASE, damage: { kind: 'hole', size: [1, 0.8] } }).plan.dish?.fair;
    expect((large?.mass.value ?? NaN) / (large?.batches.value ?? NaN)).toBeLessThanOrEqual(0.4 + 1e-9);
    expect(planOf().plan.dish?.fair?.batches.value).toBe(1);
    expect(planOf().plan.finish?.batchesPerCoat.value).toBe(1);
  });
});
