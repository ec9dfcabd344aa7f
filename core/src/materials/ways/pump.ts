import type { PumpSet } from '../instruments';
import { pumpError } from '../smallest-batch';
import { formula } from '../../trace/formula';
import { ofInstrument, RATIO_TOLERANCE, type Measuring, type Way } from './measuring';

export const volumeRatio = formula({
  id: 'materials/ways/pump',
  expression: 'r = V_A/V_B',
  unit: ':1',
  source: 'volumes of the parts',
  inputs: { V_A: 'one part by volume', V_B: 'the other part' },
  evaluate: (x) => x.V_A / x.V_B,
});

export const strokes = formula({
  id: 'materials/ways/pump',
  expression: 'n = max(1, ⌈V_A/stroke − 0.1⌉)',
  unit: 'count',
  source:
    'one stroke of each pump gives the ratio that the set is built for; rounded up, since a mix must not run short: a tenth of a stroke is within the waste',
  inputs: { V_A: 'volume of the part', stroke: 'what a stroke gives' },
  evaluate: (x) => Math.max(1, Math.ceil(x.V_A / x.stroke - 0.1)),
});

const fitting = (pumps: readonly PumpSet[], ratio: number): PumpSet | undefined =>
  pumps.find((p) => Math.abs(p.ratio / ratio - 1) <= RATIO_TOLERANCE);

/** Full strokes of a pump set that is built for the ratio. */
export function byPump(x: Measuring): Way | undefined {
  const { ledger, id, names, va, vb, parts, bench } = x;
  const pump = va && vb && parts.kind === 'two-part' ? fitting(bench.pumps, va.value / vb.value) : undefined;
  if (!pump || !va || !vb) return undefined;
  const name = pump.name ?? 'pump';
  const stroke = ofInstrument(x, 'pumps', 'stroke', `${name}, one stroke of resin`, pump.stroke, 'm³');
  const n = ledger.compute(`${id}.strokes`, 'strokes of each pump', strokes, { V_A: va, stroke });
  return {
    way: 'pump',
    instrument: pump.name ?? 'pump set',
    readings: [{ part: `${names[0]} and ${names[1]}`, figure: n }],
    error: ledger.compute(`${id}.pumpError`, 'possible error of the ratio, by pumps', pumpError, {
      r_pump: ofInstrument(x, 'pumps', 'pumpRatio', `${name} is built for`, pump.ratio, ':1'),
      r: ledger.compute(`${id}.volumeRatio`, 'ratio wanted by volume', volumeRatio, { V_A: va, V_B: vb }),
      n,
    }),
  };
}
