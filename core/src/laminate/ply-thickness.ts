import { formula } from '../trace/formula';

/** Resin held by a cloth, kg/m², from its fibre areal weight and the fibre weight fraction of the process. */
export const resinAreal = formula({
  id: 'laminate/ply-thickness',
  expression: 'w_r = w_f·(1 − W_f)/W_f',
  unit: 'kg/m²',
  source: 'definition of the fibre weight fraction',
  evaluate: (x: Record<'wf' | 'Wf', number>) => (x.wf * (1 - x.Wf)) / x.Wf,
});

/** Thickness of one cured ply without voids, m. */
export const plyThickness = formula({
  id: 'laminate/ply-thickness',
  expression: 't = w_f/ρ_f + w_r/ρ_r',
  unit: 'm',
  source: 'volumes of fibre and cured resin add up',
  evaluate: (x: Record<'wf' | 'rhof' | 'wr' | 'rhor', number>) => x.wf / x.rhof + x.wr / x.rhor,
});
