import { formula } from '../trace/formula';

export const coatsBefore = formula({
  id: 'finish/film-formulas',
  expression: 'n_before = n − 1',
  unit: 'count',
  source: 'wax on a coat keeps the next one off',
  inputs: { n: 'coats' },
  evaluate: (x) => x.n - 1,
});

export const appliedFilm = formula({
  id: 'finish/film-formulas',
  expression: 'f = film + levelling',
  unit: 'm',
  source: 'film wanted and the stock that levelling takes off',
  inputs: { film: 'film that stays', levelling: 'film sanded off again' },
  evaluate: (x) => x.film + x.levelling,
});
export const wetFilm = formula({
  id: 'finish/film-formulas',
  expression: 'wet = cured/solids',
  unit: 'm',
  source: 'share of the wet film that stays: solids by volume, or the cure of gel coat to 85–90 %',
  inputs: { cured: 'cured film', solids: 'solids by volume' },
  evaluate: (x) => x.cured / x.solids,
});
export const coatCount = formula({
  id: 'finish/film-formulas',
  expression: 'n = max(1, ⌈film/film_max⌉)',
  unit: 'count',
  source: 'greatest film of one coat',
  inputs: { film: 'wet film', film_max: 'most in one coat' },
  evaluate: (x) => Math.max(1, Math.ceil(x.film / x.film_max - 1e-6)),
});
export const perCoat = formula({
  id: 'finish/film-formulas',
  expression: 'x = X/n',
  unit: 'm',
  source: 'coats alike',
  inputs: { X: 'the whole', n: 'coats' },
  evaluate: (x) => x.X / x.n,
});
export const filmVolume = formula({
  id: 'finish/film-formulas',
  expression: 'V = A·wet·waste',
  unit: 'm³',
  source: 'area by film thickness; brush 1.15, roller 1.2, spray 1.4',
  inputs: { A: 'area', wet: 'wet film', waste: 'factor for what stays in tray and gun' },
  evaluate: (x) => x.A * x.wet * x.waste,
});
export const filmMass = formula({
  id: 'finish/film-formulas',
  expression: 'm = V·ρ',
  unit: 'kg',
  source: 'liquid density',
  inputs: { V: 'volume', ρ: 'density' },
  evaluate: (x) => x.V * x.ρ,
});

export const coatShare = formula({
  id: 'finish/film-formulas',
  expression: 'm = m_coat·n',
  unit: 'kg',
  source: 'all coats but the last without wax, the last with it',
  inputs: { m_coat: 'mass of a coat', n: 'coats' },
  evaluate: (x) => x.m_coat * x.n,
});
export const waxMass = formula({
  id: 'finish/film-formulas',
  expression: 'm_w = share·m',
  unit: 'kg',
  source: 'wax solution by mass of the last coat',
  inputs: { share: 'share of wax solution', m: 'mass of the coat' },
  evaluate: (x) => x.share * x.m,
});
