import { regionArea, regionExtent, regionPerimeter, type Region } from '../geometry/region';
import { DEFAULTS } from '../materials/defaults';
import type { Sheet } from '../materials/product';
import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';

export interface CoringInput {
  readonly base: Region;
  readonly baseArea: Figure;
  readonly core: Figure;
  readonly product: Sheet;
  /** Both skins are open: it is held by its edges, until each skin is laid on it. */
  readonly bothSkins: boolean;
}

/** The new piece of core and what beds it. */
export interface CoringPlan {
  readonly product: Sheet;
  readonly bothSkins: boolean;
  readonly pieces: Region;
  readonly thickness: Figure;
  readonly length: Figure;
  readonly width: Figure;
  readonly area: Figure;
  /** Bottom and edges of the pocket that the core is bedded in. */
  readonly bondArea: Figure;
  /** Resin rolled into the core and the inner skin first. */
  readonly priming: Figure;
  /** Resin of the thickened bedding. */
  readonly bedding: Figure;
}

export const pocket = formula({
  id: 'laminate/coring',
  expression: 'A_bond = A + P·t_core',
  unit: 'm²',
  source: 'bottom and edges of the pocket',
  inputs: { A: 'area', P: 'perimeter', t_core: 'thickness of the core' },
  evaluate: (x) => x.A + x.P * x.t_core,
});
export const edges = formula({
  id: 'laminate/coring',
  expression: 'A_bond = P·t_core',
  unit: 'm²',
  source: 'edges of the opening: both skins are gone',
  inputs: { P: 'perimeter', t_core: 'thickness of the core' },
  evaluate: (x) => x.P * x.t_core,
});
export const primed = formula({
  id: 'laminate/coring',
  expression: 'A = 2·A_core + P·t_core',
  unit: 'm²',
  source: 'both faces of the new core and the edges of the old',
  inputs: { A_core: 'area of the core', P: 'perimeter', t_core: 'thickness of the core' },
  evaluate: (x) => 2 * x.A_core + x.P * x.t_core,
});
export const spread = formula({
  id: 'laminate/coring',
  expression: 'm = w·A_bond',
  unit: 'kg',
  source: 'spread rate on the pocket',
  inputs: { w: 'mass on a square metre', A_bond: 'area to be wetted' },
  evaluate: (x) => x.w * x.A_bond,
});
const size = {
  id: 'laminate/coring',
  expression: 'overall size of the cut-out',
  unit: 'm',
  source: 'the core fills the opening',
};

/** Size of the new core and the resin that primes and beds it. */
export function planCoring(
  { base, baseArea, core, product, bothSkins }: CoringInput,
  ledger: Ledger,
): CoringPlan {
  const extent = regionExtent(base);
  const rate = (key: string, label: string, value: number): Figure =>
    ledger.given(key, label, value, 'kg/m²', 'assumed', 'usual for hand work');
  const P = ledger.record(
    'edge',
    'edge of the core',
    { ...size, expression: 'length of the outline' },
    regionPerimeter(base),
    { A: baseArea },
  );
  const bondArea = bothSkins
    ? ledger.compute('bondArea', 'edges that the core is bedded in', edges, { P, t_core: core })
    : ledger.compute('bondArea', 'pocket that the core is bedded in', pocket, {
        A: baseArea,
        P,
        t_core: core,
      });
  const primedArea = bothSkins
    ? ledger.compute('primedArea', 'to prime', primed, { A_core: baseArea, P, t_core: core })
    : bondArea;
  return {
    product,
    bothSkins,
    pieces: base,
    thickness: core,
    length: ledger.record('length', 'length of the core', size, extent.length, { A: baseArea }),
    width: ledger.record('width', 'width of the core', size, extent.width, { A: baseArea }),
    area: ledger.record(
      'area',
      'area of the core',
      { ...size, unit: 'm²', expression: 'area of the outline' },
      regionArea(base),
      { A: baseArea },
    ),
    bondArea,
    priming: ledger.compute(
      'priming',
      bothSkins ? 'resin to prime the core and its edges' : 'resin to prime core and inner skin',
      spread,
      { w: rate('primingRate', 'priming of core and skin', DEFAULTS.corePriming), A_bond: primedArea },
    ),
    bedding: ledger.compute('bedding', 'resin of the bedding', spread, {
      w: rate('beddingRate', 'bedding of a core', DEFAULTS.coreBedding),
      A_bond: bondArea,
    }),
  };
}
