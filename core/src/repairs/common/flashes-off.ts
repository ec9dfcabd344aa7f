import type { Product } from '../../materials/product';
import { sheetOrigin } from '../../materials/sheet-origin';
import { flashOff } from '../../physics/flash-off';
import type { Figure } from '../../trace/figure';
import type { Stage } from '../../trace/problem';
import { lower, words } from '../../trace/words';
import type { StepWriter, Where } from '../../work/writer';

/** What flashes off while a pot is mixed is not waited for, s. */
const AT_ONCE = 240;

/**
 * What was wiped with a solvent is left until that has gone off it: what is shut in keeps a resin soft. What goes off
 * sooner than the next pot is mixed is only told.
 */
export function flashesOff(
  w: StepWriter,
  stage: Stage,
  where: Where,
  cleaner: Product | undefined,
  temperature: Figure,
): void {
  if (!cleaner || !('flash' in cleaner) || cleaner.flash === undefined) return;
  const { origin, source } = sheetOrigin(cleaner, 'flash');
  const time = w.ledger.compute(`flash.${where.serves}`, `${cleaner.name} flashes off`, flashOff, {
    't₂₀': w.ledger.given(
      `flash.${where.serves}.20`,
      `${cleaner.name} flashes off at 20 °C`,
      cleaner.flash,
      's',
      origin,
      source,
    ),
    T: temperature,
  });
  if (time.value > AT_ONCE) w.wait(stage, 'flashesOff', where, time);
  else
    w.figures(words`${lower(cleaner.name)}, ${{ value: time.value, as: 'min', decimals: 0 }} to flash off`);
}
