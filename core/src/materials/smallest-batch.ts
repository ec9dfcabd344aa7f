import { formula } from '../trace/formula';

/** Smallest mixed mass of which a scale that reads to `step` still gets the ratio within `e`. `r` is the mass ratio A:B. */
export const smallestOnScale = formula({
  id: 'materials/smallest-batch',
  expression: 'm = step·(1 + r)²/(2·r·e)',
  unit: 'kg',
  source: 'half a step on each part: e = step/2·(1/A + 1/B), with A = m·r/(1 + r) and B = m/(1 + r)',
  evaluate: (x: Record<'step' | 'r' | 'e', number>) => (x.step * (1 + x.r) ** 2) / (2 * x.r * x.e),
});

/** How far a millimetre misread on the second line of a cup puts the ratio out: the area there times a millimetre, against part B. */
export const cupError = formula({
  id: 'materials/smallest-batch',
  expression: 'e = δ·A_cup/V_B·√2',
  unit: 'fraction',
  source: 'each of two lines is read to δ; errors of both add as squares',
  evaluate: (x: Record<'delta' | 'area' | 'VB', number>) => (Math.SQRT2 * x.delta * x.area) / x.VB,
});

/** Half a mark of a syringe against what is drawn into it. */
export const syringeError = formula({
  id: 'materials/smallest-batch',
  expression: 'e = mark/2 / V_B',
  unit: 'fraction',
  source: 'half a mark on the second part; the first is weighed',
  evaluate: (x: Record<'mark' | 'VB', number>) => x.mark / 2 / x.VB,
});

/** A pump set against the ratio that is wanted, with what strokes differ among themselves. */
export const pumpError = formula({
  id: 'materials/smallest-batch',
  expression: 'e = |r_pump/r − 1| + 0.03/√n',
  unit: 'fraction',
  source: 'built ratio against the sheet; single strokes differ by some 3 %',
  evaluate: (x: Record<'rPump' | 'r' | 'n', number>) =>
    Math.abs(x.rPump / x.r - 1) + 0.03 / Math.sqrt(Math.max(1, x.n)),
});
