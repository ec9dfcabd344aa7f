import { formula } from '../trace/formula';

/** Smallest mixed mass of which a scale that reads to `step` still gets the ratio within `e`. `r` is the mass ratio A:B. */
export const smallestOnScale = formula({
  id: 'materials/smallest-batch',
  expression: 'm = step·(1 + r)²/(2·r·e)',
  unit: 'kg',
  source: 'half a step on each part: e = step/2·(1/A + 1/B), with A = m·r/(1 + r) and B = m/(1 + r)',
  inputs: { step: 'step of the scale', r: 'ratio of the parts', e: 'error that is allowed' },
  evaluate: (x) => (x.step * (1 + x.r) ** 2) / (2 * x.r * x.e),
});

/** How far a millimetre misread on the second line of a cup puts the ratio out: the area there times a millimetre, against part B. */
export const cupError = formula({
  id: 'materials/smallest-batch',
  expression: 'e = δ·A_cup/V_B·√2',
  unit: 'fraction',
  source: 'each of two lines is read to δ; errors of both add as squares',
  inputs: { δ: 'height read to', A_cup: 'area of the cup', V_B: 'volume of the smaller part' },
  evaluate: (x) => (Math.SQRT2 * x.δ * x.A_cup) / x.V_B,
});

/** Half a mark of a syringe against what is drawn into it. */
export const syringeError = formula({
  id: 'materials/smallest-batch',
  expression: 'e = mark/2/V_B',
  unit: 'fraction',
  source: 'half a mark on the second part; the first is weighed',
  inputs: { mark: 'marks of the syringe', V_B: 'volume of the smaller part' },
  evaluate: (x) => x.mark / 2 / x.V_B,
});

/** A pump set against the ratio that is wanted, with what strokes differ among themselves. */
export const pumpError = formula({
  id: 'materials/smallest-batch',
  expression: 'e = |r_pump/r − 1| + 0.03/√(max(1, n))',
  unit: 'fraction',
  source: 'built ratio against the sheet; single strokes differ by some 3 %',
  inputs: { r_pump: 'ratio of the pumps', r: 'ratio wanted', n: 'strokes' },
  evaluate: (x) => Math.abs(x.r_pump / x.r - 1) + 0.03 / Math.sqrt(Math.max(1, x.n)),
});
