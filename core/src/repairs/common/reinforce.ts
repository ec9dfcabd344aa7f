import type { Cloth } from '../../materials/product';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { RepairBuilder } from '../builder';

/** Cloth laid over a joint, m²: past it on every side, so many layers. */
export const clothArea = formula({
  id: 'repairs/common/reinforce',
  expression: 'A = n·(l + 2·lap)·(w + 2·lap)',
  unit: 'm²',
  source: 'each layer past the joint on every side',
  inputs: { n: 'layers', l: 'length', w: 'width', lap: 'lap' },
  evaluate: (x) => x.n * (x.l + 2 * x.lap) * (x.w + 2 * x.lap),
});

/** Resin that wets a cloth out by hand, kg. */
export const clothResin = formula({
  id: 'repairs/common/reinforce',
  expression: 'm = A·w·(1 − W_f)/W_f',
  unit: 'kg',
  source: 'fibre weight fraction of hand lay-up',
  inputs: { A: 'area', w: 'areal weight of the cloth', W_f: 'fibre by mass' },
  evaluate: (x) => (x.A * x.w * (1 - x.W_f)) / x.W_f,
});

export interface Reinforcement {
  readonly cloth: Cloth;
  readonly layers: Figure;
  readonly lap: Figure;
  readonly area: Figure;
  readonly resin: Figure;
}

/** Layers of cloth over a joint, with the resin that they take. */
export function planReinforcement(
  b: RepairBuilder,
  cloth: Cloth,
  over: { readonly length: Figure; readonly width: Figure },
  layers: number,
  lapM: number,
  why: string,
): Reinforcement {
  const n = b.assumed('reinforce.layers', 'layers of cloth', layers, 'count', why);
  const lap = b.assumed('reinforce.lap', 'past the joint', lapM, 'm', why);
  const area = b.compute('reinforce.area', `${cloth.name}, laid`, clothArea, {
    n,
    l: over.length,
    w: over.width,
    lap,
  });
  const resin = b.compute('reinforce.resin', 'to wet it out', clothResin, {
    A: area,
    w: b.sheetFigure(
      'reinforce.weight',
      'weight of the cloth',
      cloth,
      'arealWeight',
      cloth.arealWeight,
      'kg/m²',
    ),
    W_f: b.sheetFigure(
      'reinforce.fraction',
      'fibre by weight',
      cloth,
      'fibreFraction',
      cloth.fibreFraction,
      'fraction',
    ),
  });
  b.material('reinforce', cloth.name, 'reinforcement', area, cloth);
  return { cloth, layers: n, lap, area, resin };
}
