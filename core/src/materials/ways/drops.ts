import { formula } from '../../trace/formula';
import { finest, rounded } from './scale';
import { ofInstrument, type Measuring, type Way } from './measuring';

/** Half a drop against all of them; what the scale is out with the first part is small beside it. */
export const dropError = formula({
  id: 'materials/ways/drops',
  expression: 'e = 1/(2·n)',
  unit: 'fraction',
  source: 'drops are counted whole; the bottle’s drop is known from one millilitre counted',
  inputs: { n: 'drops' },
  evaluate: (x) => 1 / (2 * x.n),
});

/** More drops than this nobody counts. Source: judged, some two minutes. */
const MOST_DROPS = 60;

/** Catalyst by drops out of a bottle whose drops have been counted: how a small pot of gel coat is catalysed. */
export function byDrops(x: Measuring): Way | undefined {
  const { ledger, id, names, a, parts, bench } = x;
  const [bottle] = bench.droppers;
  const scale = finest(bench.scales, a.value);
  if (parts.kind !== 'peroxide' || !bottle || !scale) return undefined;
  const { drops } = parts;
  if (drops.value < 1 || drops.value > MOST_DROPS) return undefined;
  const step = ofInstrument(
    x,
    'scales',
    'dropStep',
    `${scale.name ?? 'scale'} reads to`,
    scale.resolution,
    'kg',
  );
  return {
    way: 'drops',
    instrument: bottle.name ?? 'dropper bottle',
    readings: [
      {
        part: names[0],
        figure: ledger.compute(`${id}.dropA`, `scale with the ${names[0]}`, rounded, { m: a, step }),
      },
      { part: names[1], figure: drops },
    ],
    error: ledger.compute(`${id}.dropError`, 'possible error of the ratio, by drops', dropError, {
      n: drops,
    }),
  };
}
