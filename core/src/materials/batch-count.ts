import { formula } from '../trace/formula';

/** Equal batches that neither fill more than the greatest pot nor outlast the usable pot life. */
export const batchCount = formula({
  id: 'materials/batch-count',
  expression: 'n = max(1, ⌈m/m_pot⌉, ⌈t/t_use⌉)',
  unit: 'count',
  source: 'greatest pot and usable pot life',
  inputs: { m: 'mass in all', m_pot: 'most in one pot', t: 'time to use it up', t_use: 'usable time' },
  evaluate: (x) => Math.max(1, Math.ceil(x.m / x.m_pot - 1e-9), Math.ceil(x.t / x.t_use - 1e-9)),
});

export const perBatch = formula({
  id: 'materials/batch-count',
  expression: 'm_batch = m/n',
  unit: 'kg',
  source: 'batches alike',
  inputs: { m: 'mass in all', n: 'batches' },
  evaluate: (x) => x.m / x.n,
});
