import type { Syringe } from '../instruments';
import { syringeError } from '../smallest-batch';
import { rounded } from './scale';
import { ofInstrument, RATIO_TOLERANCE, type Measuring, type Way } from './measuring';

/** The finest syringe that takes the volume in at most three fills; half a mark of it stays within the tolerance of the ratio. */
const finestSyringe = (syringes: readonly Syringe[], volume: number): Syringe | undefined =>
  syringes
    .filter((s) => 3 * s.volume >= volume && s.graduation / 2 <= RATIO_TOLERANCE * volume)
    .sort((x, y) => x.graduation - y.graduation)[0];

/** The first part is weighed, the second drawn up. */
export function bySyringe(x: Measuring): Way | undefined {
  const { ledger, id, names, vb, bench } = x;
  const syringe = vb ? finestSyringe(bench.syringes, vb.value) : undefined;
  if (!syringe || !vb) return undefined;
  const name = syringe.name ?? 'syringe';
  const step = ofInstrument(x, 'syringes', 'graduation', `${name} is marked every`, syringe.graduation, 'm³');
  return {
    way: 'syringe',
    instrument: name,
    readings: [
      {
        part: names[1],
        figure: ledger.compute(
          `${id}.syringe`,
          `${names[1]} in the syringe`,
          { ...rounded, unit: 'm³' },
          { m: vb, step },
        ),
      },
    ],
    error: ledger.compute(`${id}.syringeError`, 'possible error of the ratio, by syringe', syringeError, {
      mark: step,
      V_B: vb,
    }),
  };
}
