import type { Scale } from '../instruments';
import { formula } from '../../trace/formula';
import { ofInstrument, type Measuring, type Way } from './measuring';

export const rounded = formula({
  id: 'materials/ways/scale',
  expression: 'reading = step·round(m/step)',
  unit: 'kg',
  source: 'the nearest step that the instrument shows',
  inputs: { m: 'mass', step: 'step of the scale' },
  evaluate: (x) => x.step * Math.round(x.m / x.step),
});

export const ratioError = formula({
  id: 'materials/ways/scale',
  expression: 'e = step/2 · (1/A + 1/B)',
  unit: 'fraction',
  source: 'half a step on each part, against the ratio; |(B/A)/(B/A)₀ − 1| to first order',
  inputs: { A: 'one part', B: 'the other part', step: 'step of the scale' },
  evaluate: (x) => (x.step / 2) * (1 / x.A + 1 / x.B),
});

/** The finest scale that bears it. */
export const finest = (scales: readonly Scale[], mass: number): Scale | undefined =>
  scales
    .filter((s) => s.capacity === undefined || s.capacity >= mass)
    .sort((x, y) => x.resolution - y.resolution)[0];

/** First part to a reading, the second on top of it. */
export function byScale(x: Measuring): Way | undefined {
  const { ledger, id, names, a, b, bench } = x;
  const scale = finest(bench.scales, a.value + b.value);
  if (!scale) return undefined;
  const name = scale.name ?? 'scale';
  const step = ofInstrument(x, 'scales', 'step', `${name} reads to`, scale.resolution, 'kg');
  const total = ledger.sum(`${id}.total`, 'both parts', 'kg', [a, b]);
  return {
    way: 'scale',
    instrument: name,
    readings: [
      {
        part: names[0],
        figure: ledger.compute(`${id}.scaleA`, `scale with the ${names[0]}`, rounded, { m: a, step }),
      },
      {
        part: names[1],
        figure: ledger.compute(`${id}.scaleB`, `scale with the ${names[1]} on top`, rounded, {
          m: total,
          step,
        }),
      },
    ],
    step,
    error: ledger.compute(`${id}.scaleError`, 'possible error of the ratio', ratioError, {
      A: a,
      B: b,
      step,
    }),
  };
}
