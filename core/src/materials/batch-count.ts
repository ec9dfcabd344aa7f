import { formula } from '../trace/formula';

/** Equal batches that neither fill more than the greatest pot nor outlast the usable pot life. */
export const batchCount = formula({
  id: 'materials/batch-count',
  expression: 'n = max(⌈m/m_pot⌉, ⌈t/t_use⌉)',
  unit: 'count',
  source: 'greatest pot and usable pot life',
  evaluate: (x: Record<'m' | 'pot' | 't' | 'use', number>) =>
    Math.max(1, Math.ceil(x.m / x.pot - 1e-9), Math.ceil(x.t / x.use - 1e-9)),
});

export const perBatch = formula({
  id: 'materials/batch-count',
  expression: 'm_batch = m / n',
  unit: 'kg',
  source: 'batches alike',
  evaluate: (x: Record<'m' | 'n', number>) => x.m / x.n,
});
