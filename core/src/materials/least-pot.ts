import type { Figure } from '../trace/figure';
import { formula } from '../trace/formula';
import type { Ledger } from '../trace/ledger';
import type { Parts } from './parts';
import { smallestOnScale } from './smallest-batch';
import { ofInstrument, pair, toleranceOf, type Bench, type Measuring } from './ways/measuring';
import { partsRatio } from './parts-ratio';
import { finest } from './ways/scale';

/** Less than this stays on cup and stick, kg. Source: judged. */
const KEPT = 0.005;

/** Smallest mix whose second part a syringe still measures, from what a mix of any size takes of it. */
export const leastBySyringe = formula({
  id: 'materials/least-pot',
  expression: 'm = mark/(2·e)·M/V_B',
  unit: 'kg',
  source: 'half a mark on the second part; V_B of it go into the mass M',
  inputs: { mark: 'marks of the syringe', e: 'error that is allowed', M: 'a mix', V_B: 'second part of it' },
  evaluate: (x) => ((x.mark / (2 * x.e)) * x.M) / x.V_B,
});

/** Smallest mix whose catalyst can be counted in drops. */
export const leastByDrops = formula({
  id: 'materials/least-pot',
  expression: 'm = ⌈1/(2·e)⌉/k·M/V_B',
  unit: 'kg',
  source: 'half a drop on all of them; V_B of catalyst go into the mass M',
  inputs: { e: 'error that is allowed', k: 'drops in a cubic metre', M: 'a mix', V_B: 'catalyst of it' },
  evaluate: (x) => ((Math.ceil(1 / (2 * x.e) - 1e-9) / x.k) * x.M) / x.V_B,
});

/** What each way bears at the least. */
function byWay(x: Measuring): readonly Figure[] {
  const { ledger, id, a, b, vb, parts, bench } = x;
  const e = ledger.given(
    `${id}.tolerance`,
    'the ratio may be out by',
    toleranceOf(parts),
    'fraction',
    'assumed',
    'usual, unless the data sheet is tighter',
  );
  const M = ledger.sum(`${id}.both`, 'both parts', 'kg', [a, b]);
  const least: Figure[] = [];
  const scale = finest(bench.scales, 0);
  if (scale && b.value > 0) {
    const name = scale.name ?? 'scale';
    least.push(
      ledger.compute(`${id}.byScale`, `least on the ${name}`, smallestOnScale, {
        step: ofInstrument(x, 'scales', 'leastStep', `${name} reads to`, scale.resolution, 'kg'),
        r: ledger.compute(`${id}.ratio`, 'ratio by mass', partsRatio, { A: a, B: b }),
        e,
      }),
    );
  }
  const [syringe] = [...bench.syringes].sort((p, q) => p.graduation - q.graduation);
  if (syringe && vb && vb.value > 0)
    least.push(
      ledger.compute(`${id}.bySyringe`, `least with the ${syringe.name ?? 'syringe'}`, leastBySyringe, {
        mark: ofInstrument(x, 'syringes', 'leastMark', 'marked every', syringe.graduation, 'm³'),
        e,
        M,
        V_B: vb,
      }),
    );
  const [bottle] = bench.droppers;
  if (bottle && parts.kind === 'peroxide' && vb && vb.value > 0)
    least.push(
      ledger.compute(`${id}.byDrops`, 'least by drops', leastByDrops, {
        e,
        k: ofInstrument(x, 'droppers', 'leastDrops', 'drops in a ml', bottle.dropsPerMl * 1e6, 'per m³'),
        M,
        V_B: vb,
      }),
    );
  return least;
}

/**
 * Smallest pot that can be mixed true with what stands on the bench: by scale, syringe or drops, whichever bears least;
 * and no less than what cup and stick keep.
 *
 * @param parts of a mix of any size
 */
export function leastPot(ledger: Ledger, id: string, parts: Parts, bench: Bench): Figure {
  const ways = byWay({ ledger, id, parts, bench, ...pair(parts) });
  const kept = ledger.given(`${id}.kept`, 'stays on cup and stick', KEPT, 'kg', 'assumed', 'judged');
  const best = ways.reduce<Figure | undefined>((a, b) => (a && a.value <= b.value ? a : b), undefined);
  return ledger.record(
    `${id}.leastPot`,
    'least that is mixed true',
    {
      id: 'materials/least-pot',
      expression: 'm = max(kept, min over the ways)',
      unit: 'kg',
      source: 'whichever instrument bears least; less than that stays on cup and stick',
    },
    Math.max(kept.value, best?.value ?? 0),
    { kept, ...(best ? { best } : {}) },
  );
}
