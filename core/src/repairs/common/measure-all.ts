import type { Instruments } from '../../materials/instruments';
import { leastPot } from '../../materials/least-pot';
import { checkMeasures, measure } from '../../materials/measure';
import { byCartridge } from '../../materials/ways/cartridge';
import type { Pot } from '../repair';
import { benchOf, type Bench, type Measure } from '../../materials/ways/measuring';
import type { Parts } from '../../materials/parts';
import type { Ledger } from '../../trace/ledger';

/** How every cup of the job is measured out with what stands on the bench. */
export interface BenchPlan {
  /** In the order of the batches. */
  readonly batches: readonly (readonly Measure[])[];
  readonly filler: readonly Measure[];
  readonly coat: readonly Measure[];
  /** Pots of a repair that is not laminate, by their id. */
  readonly pots: Readonly<Record<string, readonly Measure[]>>;
}

interface Cups {
  readonly batches: readonly Parts[];
  readonly filler?: Parts;
  readonly coat?: Parts;
  readonly pots?: readonly Pick<Pot, 'id' | 'stage' | 'parts' | 'through'>[];
  readonly instruments?: Instruments;
}

export function measureAll(cups: Cups, ledger: Ledger): BenchPlan {
  const bench = benchOf(cups.instruments);
  const batches = cups.batches.map((parts, i) => measure(ledger, `batch.${i + 1}`, parts, bench));
  const filler = cups.filler ? measure(ledger, 'filler', cups.filler, bench) : [];
  const coat = cups.coat ? measure(ledger, 'coat', cups.coat, bench) : [];
  const smallest = cups.batches.reduce<number>(
    (best, parts, i) => (size(parts) < size(cups.batches[best]) ? i : best),
    0,
  );
  const check = (
    stage: 'mix' | 'fair' | 'finish',
    parts: Parts,
    measures: readonly Measure[],
    at: Bench,
  ): void => checkMeasures(ledger, stage, parts, measures, leastPot(ledger, `${stage}.least`, parts, at));
  if (batches.length > 0) check('mix', cups.batches[smallest], batches[smallest], bench);
  if (cups.filler) check('fair', cups.filler, filler, bench);
  if (cups.coat) check('finish', cups.coat, coat, bench);
  const pots = Object.fromEntries(
    (cups.pots ?? []).map(({ id, stage, parts, through }) => {
      if (through) return [id, [byCartridge(ledger, `pot.${id}`, through)]];
      const measures = measure(ledger, `pot.${id}`, parts, bench);
      checkMeasures(ledger, stage, parts, measures, leastPot(ledger, `pot.${id}.least`, parts, bench));
      return [id, measures];
    }),
  );
  return { batches, filler, coat, pots };
}

const size = (parts: Parts): number =>
  parts.kind === 'two-part'
    ? parts.hardener.value
    : parts.kind === 'peroxide'
      ? parts.catalyst.value
      : parts.hardener.value;
