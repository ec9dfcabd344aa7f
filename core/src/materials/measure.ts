import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import { problem, type Stage } from '../trace/problem';
import type { Parts } from './parts';
import { byCup } from './ways/cup';
import { byDrops } from './ways/drops';
import { pair, toleranceOf, type Bench, type Measure } from './ways/measuring';
import { byPump } from './ways/pump';
import { byScale } from './ways/scale';
import { bySyringe } from './ways/syringe';

/** What is mixed to the very least that a way bears is close enough by that way. */
const ROUNDING = 1e-6;

/** Every way of measuring a cup out. A new instrument is a file beside them and an entry here. */
const WAYS = [byScale, byCup, bySyringe, byPump, byDrops] as const;

/** The ways in which the parts of one cup can be measured out with what stands on the bench: those that are close enough first, the closest first of all. */
export function measure(ledger: Ledger, id: string, parts: Parts, bench: Bench): readonly Measure[] {
  const tolerance = toleranceOf(parts);
  const measuring = { ledger, id, parts, bench, ...pair(parts) };
  return (
    WAYS.flatMap((by): Measure[] => {
      const way = by(measuring);
      return way ? [{ ...way, meets: way.error.value <= tolerance * (1 + ROUNDING) }] : [];
    })
      // A way that is close enough comes before one that is not, whatever the instrument.
      .sort((x, y) => Number(y.meets) - Number(x.meets) || x.error.value - y.error.value)
  );
}

/** Reports a cup that nothing on the bench can measure out closely enough: too little catalyst may never cure. */
export function checkMeasures(
  ledger: Ledger,
  stage: Stage,
  parts: Parts,
  measures: readonly Measure[],
  smallest?: Figure,
): void {
  if (measures.some((m) => m.meets)) return;
  const closest = measures[0];
  ledger.report(
    problem({ severity: 'warning', stage, path: 'instruments.scales' }, 'cup-too-small', {
      peroxide: parts.kind === 'peroxide',
      instrument: closest?.instrument,
      error: closest?.error.value,
      tolerance: toleranceOf(parts),
      least: smallest?.value,
    }),
  );
}
