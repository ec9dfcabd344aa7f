import { formula } from '../../trace/formula';
import type { Figure } from '../../trace/figure';
import type { HullFamily } from '../../materials/substrates';
import { RATES } from '../../rates/book';
import type { Ledger } from '../../trace/ledger';
import type { Item } from '../../work/step';
import { perM2, StepWriter } from '../../work/writer';

/** Hulls that ring where they are sound; the others are looked over. */
const RINGS: ReadonlySet<HullFamily> = new Set([
  'frp',
  'frp-cored',
  'smc',
  'wood',
  'foil',
  'thermoplastic',
  'foam-sheet',
]);

/** So much is tapped where one stands, m². Judged: it is within the fixed time. */
const WITHIN_REACH = 0.5;

export const surveyedBeyond = formula({
  id: 'repairs/common/survey-steps',
  expression: 'A₁ = A − 0.5 m²',
  unit: 'm²',
  source: 'what is not tapped from where one stands',
  inputs: { A: 'what was found' },
  evaluate: (x) => x.A - WITHIN_REACH,
});

/** A spot smaller than this is looked at in passing, m². */
export const SPOT = 1e-4;

/**
 * What every job begins with.
 *
 * @param families of the hulls that it may be about
 * @param area of what was found, m²
 */
export const surveySteps = (ledger: Ledger, families: readonly HullFamily[], area: Figure): readonly Item[] =>
  new StepWriter(ledger).step(
    'survey',
    'survey',
    families.length === 0 || families.some((f) => RINGS.has(f)) ? 'tap' : 'look',
    { place: 'hull', serves: 'damage' },
    area.value < SPOT ? RATES.spot : families.some((f) => RINGS.has(f)) ? RATES.surveyFixed : RATES.glance,
    area.value <= WITHIN_REACH
      ? []
      : [perM2(RATES.surveyPerM2, ledger.compute('surveyed', 'face beyond', surveyedBeyond, { A: area }))],
  ).items;

/** What a trifle begins with, and what is only held for now. */
export const glanceSteps = (ledger: Ledger): readonly Item[] =>
  new StepWriter(ledger).step('survey', 'survey', 'look', { place: 'hull', serves: 'damage' }, RATES.glance)
    .items;
