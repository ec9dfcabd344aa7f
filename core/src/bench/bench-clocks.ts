import { potLife } from '../cure/pot-life';
import { DEFAULTS } from '../materials/defaults';
import { catalystOf } from '../materials/catalyst';
import { ripeningOf } from '../forecast/product-cure';
import { filmTimesAt, spans } from '../forecast/span';
import type { BenchBatch } from './bench-batches';

/** Least, likely and most seconds. */
export type Range = readonly [number, number, number];

export interface BenchClocks {
  /** From mixing: pot life in the pot, and when the pot is to be empty. */
  readonly life: Range;
  readonly usable: number;
  /** From laying. */
  readonly opens?: Range;
  readonly closes?: Range;
  /** Absent where it is too cold for it ever to set: nothing is counted below the sheet's minimum. */
  readonly sand?: Range;
  /** Then: what the sheet asks for at the least, °C. */
  readonly coldest?: number;
  /** Share of catalyst that was reckoned with, where there is one. */
  readonly percent?: number;
}

/** What a thermometer tells of the work may be off by so much, K. */
const BAND = 1.5;

/**
 * Clocks of a batch as it was really mixed: its mass, its ratio, the temperature of the pot and of the air.
 *
 * @param pot temperature of the mixed pot, °C
 * @param air temperature at the work, °C
 * @param actual masses that went in, kg; the planned ones where they were not weighed
 */
export function benchClocks(
  batch: BenchBatch,
  pot: number,
  air: number,
  actual: readonly [number, number] = [batch.first, batch.second],
): BenchClocks {
  const mass = actual[0] + actual[1];
  const percent =
    batch.parts.kind === 'peroxide' ? Math.max(0.005, actual[1] / actual[0]) : catalystOf(undefined, air);
  const { ripening, law } = ripeningOf({ name: batch.product, family: batch.family, sheet: batch.sheet });
  const range = spans(ripening, () => air, BAND, percent, air);
  const factor = 2 ** ((batch.sheet.referenceTemperature - pot) / 10);
  const likely =
    (law && potLife(law, { mass, density: batch.density, temperature: pot, air, percent })) ??
    batch.sheet.potLife * factor;
  const [low, high] = range('gel');
  const spread = (seconds: number | undefined, id: Parameters<typeof range>[0]): Range | undefined => {
    if (seconds === undefined) return undefined;
    const [l, h] = range(id);
    return [seconds * l, seconds, seconds * h];
  };
  const t = filmTimesAt(ripening, air, percent);
  const { window } = batch.sheet;
  const closes = t.closes ?? (window?.closesBy === 'time' ? window.close : undefined);
  return {
    life: [likely * low, likely, likely * high],
    usable: DEFAULTS.usableShare * likely,
    opens: spread(t.opens, 'opens'),
    closes:
      window?.closesBy === 'time' && closes !== undefined
        ? [closes, closes, closes]
        : spread(closes, 'closes'),
    sand: spread(t.sand, 'sand'),
    ...(t.sand === undefined ? { coldest: batch.sheet.minimumTemperature } : {}),
    ...(batch.parts.kind === 'peroxide' ? { percent } : {}),
  };
}
