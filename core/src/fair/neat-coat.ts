import { DEFAULTS } from '../materials/defaults';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

/** A particle lighter than this is hollow: paper opens it, and leaves a pit, kg/m³. */
const HOLLOW = 1000;

/** Whether paper leaves pits in what is thickened with it. @param densityParticle kg/m³ */
export const leavesPits = (densityParticle: number): boolean => densityParticle < HOLLOW;

export const neatMass = formula({
  id: 'fair/neat-coat',
  expression: 'm = w·A',
  unit: 'kg',
  source: 'brushed out thin on all that is filled: filler on a dry face is sucked dry of its resin',
  inputs: { w: 'neat coat on a square metre', A: 'area that is spread on' },
  evaluate: (x) => x.w * x.A,
});

export const skimVolume = formula({
  id: 'fair/neat-coat',
  expression: 'V = A·d·(1 + waste)',
  unit: 'm³',
  source: 'pits as deep as a hollow sphere is wide, drawn tight; what stays on the blade',
  inputs: { A: 'area that was filled', d: 'depth of the pits', waste: 'waste on the board' },
  evaluate: (x) => x.A * x.d * (1 + x.waste),
});

export const skimMass = formula({
  id: 'fair/neat-coat',
  expression: 'm = V·ρ',
  unit: 'kg',
  source: 'density of the resin; fumed silica takes next to no room',
  inputs: { V: 'volume of the skim', ρ: 'density of the cured resin' },
  evaluate: (x) => x.V * x.ρ,
});

/** Resin that is drawn tight over levelled light filler. */
export interface Skim {
  readonly volume: Figure;
  readonly mass: Figure;
}

/** The skim that closes the pits of hollow spheres, once the filler has been levelled. @param rho of the cured resin, kg/m³ */
export function planSkim(area: Figure, waste: Figure, rho: Figure, ledger: Ledger): Skim {
  const volume = ledger.compute('skim.volume', 'skim over the pits', skimVolume, {
    A: area,
    d: ledger.given(
      'skim.depth',
      'pits of the light filler',
      DEFAULTS.pitDepth,
      'm',
      'assumed',
      'as deep as its hollow spheres are wide',
    ),
    waste,
  });
  return {
    volume,
    mass: ledger.compute('skim.mass', 'resin of the skim', skimMass, { V: volume, ρ: rho }),
  };
}
