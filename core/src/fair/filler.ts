import { frustumVolume } from '../geometry/frustum';
import { areaTime } from '../materials/area-time';
import { batchCount, perBatch } from '../materials/batch-count';
import { DEFAULTS } from '../materials/defaults';
import { goesOfFiller } from './rounds';
import { proportion, type Parts } from '../materials/parts';
import type { Filler, Resin } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import { RATES, RATE_SOURCE } from '../materials/work-rates';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

export interface FillerInput {
  readonly wall: Figure;
  /** New laminate on the face that is faired; none where the face is only finished. */
  readonly laminate?: Figure;
  readonly finish: Figure;
  readonly groundArea: Figure;
  readonly finishArea: Figure;
  readonly filler: Filler;
  /** Resin that a thickened filler is made from. */
  readonly resin: Resin;
  readonly temperature: Figure;
  /** Usable pot life of the mix, s. */
  readonly usable: Figure;
  /** Drops per m³ of the dropper bottle. */
  readonly dropsPerMl?: Figure;
  /** What gaps under an edge say, in place of what the stack leaves. */
  readonly measured?: { readonly deepest: Figure; readonly fill: Figure; readonly spreadArea: Figure };
}

export interface FillerResult {
  readonly depth: Figure;
  readonly netVolume: Figure;
  readonly overfill: Figure;
  /** Area that filler is spread on and sanded. */
  readonly spreadArea: Figure;
  readonly sandedVolume: Figure;
  readonly volume: Figure;
  /** Mass of resin or putty before powder, kg. */
  readonly mass: Figure;
  readonly powder?: Figure;
  readonly parts: Parts;
  /** Equal batches, and what goes into each. */
  readonly batches: Figure;
  readonly partsPerBatch: Parts;
  readonly powderPerBatch?: Figure;
  readonly coats: Figure;
}

export const fillDepth = formula({
  id: 'fair/filler',
  expression: 'h = max(0, wall − T_new − finish)',
  unit: 'm',
  source: 'what the stack and the finish leave of the old wall',
  inputs: { wall: 'depth of the dish', T_new: 'new laminate', finish: 'film of the finish' },
  evaluate: (x) => Math.max(0, x.wall - x.T_new - x.finish),
});
export const overfillVolume = formula({
  id: 'fair/filler',
  expression: 'V_over = e·A_finish',
  unit: 'm³',
  source: 'hand-spread filler is left proud and sanded back',
  inputs: { e: 'stands proud by', A_finish: 'area of the finish' },
  evaluate: (x) => x.e * x.A_finish,
});
export const wholeVolume = formula({
  id: 'fair/filler',
  expression: 'V = (V_net + V_over)·(1 + waste)',
  unit: 'm³',
  source: 'fill, overfill and what stays on the board',
  inputs: { V_net: 'volume that stays', V_over: 'volume sanded off again', waste: 'waste' },
  evaluate: (x) => (x.V_net + x.V_over) * (1 + x.waste),
});
export const puttyMass = formula({
  id: 'fair/filler',
  expression: 'm = V·ρ',
  unit: 'kg',
  source: 'density of the putty',
  inputs: { V: 'volume', ρ: 'density' },
  evaluate: (x) => x.V * x.ρ,
});
/** Resin in a finished volume of paste; the particle density of hollow spheres is that of the closed sphere. */
export const pasteResin = formula({
  id: 'fair/filler',
  expression: 'm_r = V/(1/ρ_cured + p/100/ρ_particle)',
  unit: 'kg',
  source: 'V = m_r/ρ_cured + m_f/ρ_particle',
  inputs: {
    V: 'volume of paste',
    ρ_cured: 'density of the cured resin',
    p: 'parts of powder per 100 of resin',
    ρ_particle: 'density of a particle',
  },
  evaluate: (x) => x.V / (1 / x.ρ_cured + x.p / 100 / x.ρ_particle),
});
export const powderMass = formula({
  id: 'fair/filler',
  expression: 'm_f = p/100·m_r',
  unit: 'kg',
  source: 'parts by mass per 100 of resin',
  inputs: { m_r: 'resin of the paste', p: 'parts of powder per 100 of resin' },
  evaluate: (x) => (x.p / 100) * x.m_r,
});
/** Volume, mass and parts of the filler over the new laminate, out to the finish edge. */
export function planFiller(input: FillerInput, ledger: Ledger): FillerResult {
  const { filler, resin } = input;
  const assumed = (key: string, label: string, value: number, unit: string, source: string): Figure =>
    ledger.given(key, label, value, unit, 'assumed', source);
  const sheet = (
    key: string,
    label: string,
    value: number,
    unit: string,
    product: Filler | Resin,
    field: string,
  ): Figure => {
    const { origin, source } = sheetOrigin(product, field);
    return ledger.given(key, label, value, unit, origin, source);
  };
  const { measured } = input;
  const depth =
    measured?.deepest ??
    ledger.compute('depth', 'filler over the laminate', fillDepth, {
      wall: input.wall,
      T_new:
        input.laminate ??
        ledger.given(
          'noLaminate',
          'new laminate on this face',
          0,
          'm',
          'computed',
          'the plies are laid on the other face',
        ),
      finish: input.finish,
    });
  const spreadArea = measured?.spreadArea ?? input.finishArea;
  const netVolume =
    measured?.fill ??
    ledger.compute('net', 'filler in the repair', frustumVolume, {
      h: depth,
      'A₁': input.groundArea,
      'A₂': input.finishArea,
    });
  const e = assumed(
    'overfill',
    'left proud by hand',
    DEFAULTS.fillerOverfill,
    'm',
    '0.5–1 mm for hand spread',
  );
  const sandedVolume = ledger.compute('over', 'filler to sand off', overfillVolume, {
    e,
    A_finish: spreadArea,
  });
  const volume = ledger.compute('volume', 'filler to mix', wholeVolume, {
    V_net: netVolume,
    V_over: sandedVolume,
    waste: assumed('waste', 'waste on the board', DEFAULTS.fillerWaste, 'fraction', 'hand-work waste'),
  });
  const coats = ledger.compute('coats', 'filler coats', goesOfFiller, {
    d: depth,
    shrinkage: sheet(
      'shrinkage',
      `shrinkage of ${filler.name}`,
      filler.shrinkage,
      'fraction',
      filler,
      'shrinkage',
    ),
    e,
    h_max: sheet(
      'maximum',
      `greatest thickness of ${filler.name} per go`,
      filler.maximumPerGo,
      'm',
      filler,
      'maximumPerGo',
    ),
  });
  const common = { depth, netVolume, overfill: e, spreadArea, sandedVolume, volume, coats };
  const spread = ledger.compute('spread', 'spreading the filler', areaTime, {
    t_fixed: assumed('spread.fixed', 'spreading: fixed', RATES.spreadFixed, 's', RATE_SOURCE),
    r: assumed('spread.rate', 'spreading: per m²', RATES.spreadPerM2, 's/m²', RATE_SOURCE),
    A: spreadArea,
  });
  const count = (mass: Figure): Figure =>
    ledger.compute('batches', 'filler batches', batchCount, {
      m: mass,
      m_pot: sheet('pot', 'greatest pot', resin.maximumPot, 'kg', resin, 'maximumPot'),
      t: spread,
      t_use: input.usable,
    });
  if (filler.kind === 'thickened' && filler.powder) {
    const p = assumed(
      'parts',
      `${filler.powder.name} per 100 parts of resin`,
      filler.powder.partsPerHundred,
      '1',
      filler.source,
    );
    const mass = ledger.compute('resin', 'resin for the filler, mixed', pasteResin, {
      V: volume,
      ρ_cured: sheet(
        'rhoCured',
        `density of cured ${resin.family}`,
        resin.densityCured,
        'kg/m³',
        resin,
        'densityCured',
      ),
      p,
      ρ_particle: assumed(
        'rhoParticle',
        `closed-sphere density of ${filler.powder.name}`,
        filler.powder.densityParticle,
        'kg/m³',
        filler.source,
      ),
    });
    const batches = count(mass);
    const each = ledger.compute('batch', 'resin per batch', perBatch, { m: mass, n: batches });
    return {
      ...common,
      mass,
      powder: ledger.compute('powder', filler.powder.name, powderMass, { m_r: mass, p }),
      parts: proportion(ledger, 'parts', resin, mass, input.temperature, 'resin', input.dropsPerMl),
      batches,
      partsPerBatch: proportion(ledger, 'batch', resin, each, input.temperature, 'resin', input.dropsPerMl),
      powderPerBatch: ledger.compute('batch.powder', `${filler.powder.name} per batch`, powderMass, {
        m_r: each,
        p,
      }),
    };
  }
  const rho = filler.density ?? resin.densityCured;
  const mass = ledger.compute('putty', filler.name, puttyMass, {
    V: volume,
    ρ: assumed('rho', `density of ${filler.name}`, rho, 'kg/m³', filler.source),
  });
  const product = { ...filler, proportion: filler.proportion ?? resin.proportion, densityLiquid: rho };
  const batches = count(mass);
  const each = ledger.compute('batch', 'putty per batch', perBatch, { m: mass, n: batches });
  return {
    ...common,
    mass,
    parts: proportion(ledger, 'parts', product, mass, input.temperature, 'putty', input.dropsPerMl),
    batches,
    partsPerBatch: proportion(ledger, 'batch', product, each, input.temperature, 'putty', input.dropsPerMl),
  };
}
