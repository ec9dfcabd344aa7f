import {
  LIBRARY,
  dewPoint,
  chordSag,
  parseQuantity,
  readJob,
  type Figure,
  type Parts,
  type Plan,
} from '../src/index';
import { shearRatio } from '../src/grind/taper-ratio';
import { plyOffsets } from '../src/laminate/outlines';
import { plyThickness, resinAreal } from '../src/laminate/ply-thickness';
import { catalystFraction, catalystMass, catalystVolume, dropCount } from '../src/materials/catalyst';
import golden from './golden/golden-1.json';
import file from './golden/golden-1.nelbo.json';
import { planRepair } from './support';

/** Tolerance of the worked job: 0.5 %, plus half a unit in the last printed place. */
function close(actual: number, expected: number, lastPlace = 0): boolean {
  return Math.abs(actual - expected) <= 0.005 * Math.abs(expected) + lastPlace / 2;
}

function planned(document: unknown): Plan {
  const { job } = readJob(document);
  if (!job) throw new Error('the worked job must be readable');
  const { plan } = planRepair(job, LIBRARY, {}, { now: 0 });
  if (!plan) throw new Error('the worked job must be plannable');
  return plan;
}

function twoPart(parts: Parts): Extract<Parts, { kind: 'two-part' }> {
  if (parts.kind !== 'two-part') throw new Error('epoxy is a two-part product');
  return parts;
}

describe('the worked job', () => {
  const plan = planned(file);
  const e = golden.expect;
  const { survey, dish: { grind, laminate, mix } = {} } = plan;

  const check = (name: string, actual: number | undefined, expected: number, lastPlace = 0): void => {
    expect(close(actual ?? NaN, expected, lastPlace))
      .withContext(`${name}: ${actual} against ${expected}`)
      .toBeTrue();
  };

  it('takes the taper ratio from duty and shear', () => {
    check('shear', grind?.taper.byShear.value, e.taper.required_by_shear);
    check('used', grind?.taper.used.value, e.taper.used);
  });

  it('fills the band of the new laminate', () => {
    const l = e.new_laminate;
    check('upper', (laminate?.upperLimit.value ?? NaN) * 1e3, l.upper_limit_mm);
    check('lower', (laminate?.lowerLimit.value ?? NaN) * 1e3, l.band_mm[0]);
    check('ply', (laminate?.plies[0].thickness.value ?? NaN) * 1e3, l.ply_thickness_mm);
    check('total', (laminate?.thickness.value ?? NaN) * 1e3, l.thickness_mm);
    expect(laminate?.plies.length).toBe(l.plies);
    expect(laminate?.inBand).toBeTrue();
  });

  it('measures the outline', () => {
    check('perimeter', (survey?.perimeter.value ?? NaN) * 1e3, e.outline.perimeter_mm);
    check('area', (survey?.area.value ?? NaN) * 1e6, e.outline.area_mm2);
  });

  it('lays every ply as worked out', () => {
    for (const [i, p] of e.plies_largest_first.entries()) {
      const mine = laminate?.plies[i];
      expect(mine?.lay).toBe(p.lay);
      expect(mine?.orientation as string).toBe(p.orientation);
      check(`ply ${p.lay} offset`, (mine?.offset.value ?? NaN) * 1e3, p.offset_mm, 0.01);
      check(`ply ${p.lay} length`, (mine?.length.value ?? NaN) * 1e3, p.length_mm, 0.1);
      check(`ply ${p.lay} width`, (mine?.width.value ?? NaN) * 1e3, p.width_mm, 0.1);
      check(`ply ${p.lay} area`, mine?.area.value, p.area_m2, 1e-5);
      check(`ply ${p.lay} resin`, (mine?.resin.value ?? NaN) * 1e3, p.resin_g, 0.1);
    }
  });

  it('reverses the offsets with the other order school', () => {
    const thicknesses = laminate?.plies.map((p) => p.thickness.value) ?? [];
    const offsets = plyOffsets(thicknesses, 12, 0.006, 'smallest first');
    e.offsets_smallest_first_mm.forEach((o, i) => check(`offset ${i + 1}`, offsets[i] * 1e3, o, 0.01));
  });

  it('draws the lines of the dish', () => {
    // The line goes by the depth of the cut and the ratio, 12 × 7.6 mm: three figures of the worked job are superseded.
    const past = 12 * 7.6 - e.grind_limit_offset_mm;
    check('grind limit', (grind?.grindLimit.value ?? NaN) * 1e3, 91.2);
    check('finish edge', (grind?.finishEdge.value ?? NaN) * 1e3, e.finish_edge_offset_mm + past);
    check('masking', (grind?.maskingLine.value ?? NaN) * 1e3, e.masking_offset_mm + past);
  });

  it('counts the resin and its parts', () => {
    const r = e.resin;
    const grams = (f: Figure | undefined): number => (f?.value ?? NaN) * 1e3;
    const parts = twoPart(mix?.parts ?? ({} as Parts));
    check('plies', grams(mix?.pliesResin), r.plies_g);
    check('ground', grams(mix?.groundResin), r.ground_g, 0.1);
    check('mixed', grams(mix?.total), r.mixed_with_waste_g);
    check('ratio', parts.massRatio.value, r.mass_ratio);
    check('A', grams(parts.resin), r.A_g);
    check('B', grams(parts.hardener), r.B_g);
    check('A ml', parts.resinVolume.value * 1e6, r.A_ml);
    check('B ml', parts.hardenerVolume.value * 1e6, r.B_ml);
  });

  it('tells the times at 17 °C', () => {
    const t = e.times;
    const m = mix?.milestones;
    check('factor', m?.factor.value, t.factor_17C);
    check('pot life', (m?.potLife.value ?? NaN) / 60, t.pot_life_min);
    check('usable', (m?.usable.value ?? NaN) / 60, t.usable_min);
    check('opens', (m?.windowOpens?.value ?? NaN) / 3600, t.tack_opens_h);
    check('closes', (m?.windowCloses?.value ?? NaN) / 3600, t.tack_closes_h);
    check('sand', (m?.sand.value ?? NaN) / 3600, t.sand_h);
  });

  it('groups the plies and splits the batches', () => {
    expect(mix?.groups).toEqual(e.groups);
    expect(mix?.batches.length).toBe(e.batches.length);
    for (const [i, b] of e.batches.entries()) {
      const mine = mix?.batches[i];
      expect(mine?.group).toBe(b.group);
      expect(mine?.plies).toEqual(b.plies);
      check(`batch ${i + 1} mass`, (mine?.mass.value ?? NaN) * 1e3, b.mass_g, 0.1);
      check(`batch ${i + 1} minutes`, (mine?.wetOut.value ?? NaN) / 60, b.minutes, 0.1);
      const parts = twoPart(mine?.parts ?? ({} as Parts));
      check(`batch ${i + 1} A`, parts.resin.value * 1e3, b.resin_A_g, 0.1);
      check(`batch ${i + 1} B`, parts.hardener.value * 1e3, b.hardener_B_g, 0.1);
    }
  });

  it('is the plan of the brief file too, on defaults', () => {
    const brief = planned({
      format: 'nelbo-job/1',
      title: 'brief',
      hull: { material: 'frp-solid', thickness: '7 mm' },
      damage: { kind: 'hole', size: ['96 mm', '58 mm'] },
      access: 'both',
      conditions: { temperature: '17 °C' },
    });
    check('mixed', (brief.dish?.mix?.total.value ?? NaN) * 1e3, e.resin.mixed_with_waste_g);
    expect(brief.dish?.laminate?.plies.length).toBe(10);
  });
});

describe('small vectors', () => {
  const v = golden.small_vectors;

  it('catalyst by temperature', () => {
    for (const [T, percent] of v.catalyst_percent)
      expect(100 * catalystFraction.evaluate({ T })).toBeCloseTo(percent, 4);
    const g = v.gel_coat_250g_at_19C;
    const p = catalystFraction.evaluate({ T: 19 });
    const m = catalystMass.evaluate({ p, m_resin: 0.25 });
    const V = catalystVolume.evaluate({ m_cat: m, ρ_cat: 1120 });
    expect(100 * p).toBeCloseTo(g.percent, 6);
    expect(m * 1e3).toBeCloseTo(g.MEKP_g, 3);
    expect(V * 1e6).toBeCloseTo(g.MEKP_ml, 3);
    expect(dropCount.evaluate({ V, k: 32e6 })).toBe(g.drops_at_32_per_ml);
  });

  it('areal weights in yards and feet', () => {
    const gsm = (text: string): number => {
      const q = parseQuantity(text, 'arealMass');
      return q.ok ? q.value * 1000 : NaN;
    };
    expect(gsm('17 oz/yd²')).toBeCloseTo(v.fabric['17 oz/yd2 woven'], 1);
    expect(gsm('1.5 oz/ft²')).toBeCloseTo(v.fabric['1.5 oz/ft2 mat'], 1);
    expect(gsm('17 oz/yd²') + gsm('0.75 oz/ft²')).toBeCloseTo(
      v.fabric['17 oz/yd2 stitched + 0.75 oz/ft2 mat'],
      0,
    );
  });

  it('ply thickness', () => {
    const t = (wf: number, Wf: number, rhor: number): number =>
      plyThickness.evaluate({
        w_f: wf,
        ρ_f: 2560,
        w_r: resinAreal.evaluate({ w_f: wf, W_f: Wf }),
        ρ_r: rhor,
      }) * 1e3;
    expect(t(0.45, 0.3, 1210)).toBeCloseTo(
      v.ply_thickness_mm['chopped mat 450 g/m2, fibre fraction 0.30, polyester'],
      3,
    );
    expect(t(0.2, 0.5, 1150)).toBeCloseTo(v.ply_thickness_mm['woven 200 g/m2, 0.50, epoxy'], 3);
    expect(t(0.8, 0.55, 1150)).toBeCloseTo(v.ply_thickness_mm['stitched 800 g/m2, 0.55, epoxy'], 3);
  });

  it('dew point, chord and shear', () => {
    for (const [T, rh, dew] of v.dew_point_C)
      expect(close(dewPoint.evaluate({ T, RH: rh / 100 }), dew, 0.1)).toBeTrue();
    for (const [L, r, s] of v.chord_sag_mm) expect(chordSag.evaluate({ L, r })).toBeCloseTo(s, 6);
    for (const s of v.scarf_or_taper_shear)
      expect(shearRatio.evaluate({ SF: s.SF, σ: s.sigma, τ: s.tau })).toBeCloseTo(s.R, 3);
  });
});
