import { formula } from '../trace/formula';

/** Resin held by a cloth, kg/m², from its fibre areal weight and the fibre weight fraction of the process. */
export const resinAreal = formula({
  id: 'laminate/ply-thickness',
  expression: 'w_r = w_f·(1 − W_f)/W_f',
  unit: 'kg/m²',
  source: 'definition of the fibre weight fraction',
  inputs: { w_f: 'areal weight of the cloth', W_f: 'fibre by mass' },
  evaluate: (x) => (x.w_f * (1 - x.W_f)) / x.W_f,
});

/** Thickness of one cured ply without voids, m. */
export const plyThickness = formula({
  id: 'laminate/ply-thickness',
  expression: 't = w_f/ρ_f + w_r/ρ_r',
  unit: 'm',
  source: 'volumes of fibre and cured resin add up',
  inputs: {
    w_f: 'areal weight of the cloth',
    ρ_f: 'density of the fibre',
    w_r: 'resin on a square metre',
    ρ_r: 'density of the cured resin',
  },
  evaluate: (x) => x.w_f / x.ρ_f + x.w_r / x.ρ_r,
});
