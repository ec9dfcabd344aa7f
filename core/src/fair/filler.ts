import { rateFigure } from '../rates/hands-on';
import { frustumVolume } from '../geometry/frustum';
import { areaTime } from '../materials/area-time';
import { batchCount, perBatch } from '../materials/batch-count';
import { DEFAULTS } from '../materials/defaults';
import { leavesPits, neatMass, planSkim, type Skim } from './neat-coat';
import { goesOfFiller } from './rounds';
import { proportion, type Parts } from '../materials/parts';
import type { Filler, Resin } from '../materials/product';
import { sheetOrigin } from '../materials/sheet-origin';
import { RATES } from '../rates/book';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

export interface FillerInput {
  readonly wall: Figure;
  /** New laminate on the face that is faired; none where the face is only finished. */
  readonly laminate?: Figure;
  readonly finish: Figure;
  /** Upper face of the laminate, and the ground round it out to where it comes up to the hull. */
  readonly laidArea: Figure;
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
  /** Film or peel ply is drawn over the wet filler: it lies level. */
  readonly covered?: boolean;
  /** What gaps under an edge say, in place of what the stack leaves. */
  readonly measured?: {
    readonly deepest: Figure;
    readonly fill: Figure;
    readonly spreadArea: Figure;
    /** Nothing is lower than may be: nothing is mixed and nothing spread. */
    readonly fair: boolean;
  };
}

export interface FillerResult {
  readonly depth: Figure;
  readonly netVolume: Figure;
  readonly overfill: Figure;
  /** Area that filler is spread on and sanded. */
  readonly spreadArea: Figure;
  readonly sandedVolume: Figure;
  readonly volume: Figure;
  /** Mass of resin or putty before powder, kg; with the neat coat under it. */
  readonly mass: Figure;
  /** Of the resin, brushed out neat before the powder goes in, kg. */
  readonly neat?: Figure;
  /** What closes the pits once it is levelled. */
  readonly skim?: Skim;
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
/** Writes the figures of one filling; where the face is fair already, every amount is none. */
class Filling {
  readonly fair: boolean;
  readonly spreadArea: Figure;
  readonly waste: Figure;

  constructor(
    readonly input: FillerInput,
    readonly ledger: Ledger,
  ) {
    this.fair = input.measured?.fair ?? false;
    this.spreadArea = input.measured?.spreadArea ?? input.finishArea;
    this.waste = this.assumed(
      'waste',
      'waste on the board',
      DEFAULTS.fillerWaste,
      'fraction',
      'hand-work waste',
    );
  }

  assumed(key: string, label: string, value: number, unit: string, source: string): Figure {
    return this.ledger.given(key, label, value, unit, 'assumed', source);
  }

  sheet(
    key: string,
    label: string,
    value: number,
    unit: string,
    product: Filler | Resin,
    field: string,
  ): Figure {
    const { origin, source } = sheetOrigin(product, field);
    return this.ledger.given(key, label, value, unit, origin, source);
  }

  none(key: string, label: string, unit: string): Figure {
    return this.ledger.given(key, label, 0, unit, 'computed', 'it is fair: nothing is filled');
  }

  /** Batches that no pot is too small for, and that are spread while they live. */
  batches(mass: Figure): Figure {
    const { resin, usable } = this.input;
    if (this.fair) return this.none('batches', 'filler batches', 'count');
    return this.ledger.compute('batches', 'filler batches', batchCount, {
      m: mass,
      m_pot: this.sheet('pot', 'greatest pot', resin.maximumPot, 'kg', resin, 'maximumPot'),
      t: this.ledger.compute('spread', 'spreading the filler', areaTime, {
        t_fixed: rateFigure(this.ledger, 'spread.fixed', 'spreading: fixed', RATES.spreadFixed, 's'),
        r: rateFigure(this.ledger, 'spread.rate', 'spreading: per m²', RATES.spreadPerM2, 's/m²'),
        A: this.spreadArea,
      }),
      t_use: usable,
    });
  }

  /** What of a mass goes into each batch. */
  share(key: string, label: string, mass: Figure, batches: Figure): Figure {
    return this.fair
      ? this.none(key, label, 'kg')
      : this.ledger.compute(key, label, perBatch, { m: mass, n: batches });
  }
}

type Fill = Pick<
  FillerResult,
  'depth' | 'netVolume' | 'overfill' | 'spreadArea' | 'sandedVolume' | 'volume' | 'coats'
>;

/** Volume, mass and parts of the filler over the new laminate, out to the finish edge. */
export function planFiller(input: FillerInput, ledger: Ledger): FillerResult {
  const f = new Filling(input, ledger);
  const fill = fillOf(f);
  const { filler } = input;
  return filler.kind === 'thickened' && filler.powder ? thickened(f, fill, filler.powder) : asBought(f, fill);
}

/** How deep it lies, how much of it stays and how much is sanded off again, in how many coats. */
function fillOf(f: Filling): Fill {
  const { input, ledger, fair, spreadArea } = f;
  const { measured, filler, covered } = input;
  const depth = measured?.deepest ?? leftOver(f);
  const netVolume =
    (fair ? f.none('net', 'filler in the repair', 'm³') : measured?.fill) ??
    ledger.compute('net', 'filler in the repair', frustumVolume, {
      h: depth,
      'A₁': input.laidArea,
      'A₂': input.groundArea,
    });
  const overfill = fair
    ? f.none('overfill', 'left proud', 'm')
    : f.assumed(
        'overfill',
        covered ? 'left proud under what is drawn over it' : 'left proud by hand',
        covered ? DEFAULTS.fillerOverfillCovered : DEFAULTS.fillerOverfill,
        'm',
        covered ? 'judged: drawn tight it lies level' : '0.5–1 mm for hand spread',
      );
  const sandedVolume = ledger.compute('over', 'filler to sand off', overfillVolume, {
    e: overfill,
    A_finish: spreadArea,
  });
  const volume = ledger.compute('volume', 'filler to mix', wholeVolume, {
    V_net: netVolume,
    V_over: sandedVolume,
    waste: f.waste,
  });
  const coats = ledger.compute('coats', 'filler coats', goesOfFiller, {
    d: depth,
    shrinkage: f.sheet(
      'shrinkage',
      `shrinkage of ${filler.name}`,
      filler.shrinkage,
      'fraction',
      filler,
      'shrinkage',
    ),
    e: overfill,
    h_max: f.sheet(
      'maximum',
      `greatest thickness of ${filler.name} per go`,
      filler.maximumPerGo,
      'm',
      filler,
      'maximumPerGo',
    ),
  });
  return { depth, netVolume, overfill, spreadArea, sandedVolume, volume, coats };
}

/** What the stack leaves of the old wall, until a gap was read. */
const leftOver = ({ input, ledger }: Filling): Figure =>
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

/** Resin with a powder in it, a neat coat under it, and a skim over what paper opens. */
function thickened(f: Filling, fill: Fill, powder: NonNullable<Filler['powder']>): FillerResult {
  const { input, ledger, fair, spreadArea } = f;
  const { filler, resin, temperature, dropsPerMl } = input;
  const p = f.assumed(
    'parts',
    `${powder.name} per 100 parts of resin`,
    powder.partsPerHundred,
    '1',
    filler.source,
  );
  const rhoCured = f.sheet(
    'rhoCured',
    `density of cured ${resin.family}`,
    resin.densityCured,
    'kg/m³',
    resin,
    'densityCured',
  );
  const paste = ledger.compute('paste', 'resin of the paste', pasteResin, {
    V: fill.volume,
    ρ_cured: rhoCured,
    p,
    ρ_particle: f.assumed(
      'rhoParticle',
      `closed-sphere density of ${powder.name}`,
      powder.densityParticle,
      'kg/m³',
      filler.source,
    ),
  });
  const neat = fair
    ? f.none('neat', 'neat coat under the filler', 'kg')
    : ledger.compute('neat', 'neat coat under the filler', neatMass, {
        w: f.assumed('neatRate', 'neat coat under a filler', DEFAULTS.neatCoat, 'kg/m²', 'brushed out thin'),
        A: spreadArea,
      });
  const mass = ledger.sum('resin', 'resin for the filler, mixed', 'kg', [paste, neat]);
  const batches = f.batches(mass);
  const each = f.share('batch', 'resin per batch', mass, batches);
  return {
    ...fill,
    mass,
    neat,
    ...(!fair && leavesPits(powder.densityParticle)
      ? { skim: planSkim(spreadArea, f.waste, rhoCured, ledger) }
      : {}),
    powder: ledger.compute('powder', powder.name, powderMass, { m_r: paste, p }),
    parts: proportion(ledger, 'parts', resin, mass, temperature, 'resin', dropsPerMl),
    batches,
    partsPerBatch: proportion(ledger, 'batch', resin, each, temperature, 'resin', dropsPerMl),
    powderPerBatch: ledger.compute('batch.powder', `${powder.name} per batch`, powderMass, {
      m_r: f.share('batch.paste', 'resin of the paste per batch', paste, batches),
      p,
    }),
  };
}

/** A putty as it comes out of its tin. */
function asBought(f: Filling, fill: Fill): FillerResult {
  const { ledger, input } = f;
  const { filler, resin, temperature, dropsPerMl } = input;
  const rho = filler.density ?? resin.densityCured;
  const mass = ledger.compute('putty', filler.name, puttyMass, {
    V: fill.volume,
    ρ: f.assumed('rho', `density of ${filler.name}`, rho, 'kg/m³', filler.source),
  });
  const product = { ...filler, proportion: filler.proportion ?? resin.proportion, densityLiquid: rho };
  const batches = f.batches(mass);
  const each = f.share('batch', 'putty per batch', mass, batches);
  return {
    ...fill,
    mass,
    parts: proportion(ledger, 'parts', product, mass, temperature, 'putty', dropsPerMl),
    batches,
    partsPerBatch: proportion(ledger, 'batch', product, each, temperature, 'putty', dropsPerMl),
  };
}
