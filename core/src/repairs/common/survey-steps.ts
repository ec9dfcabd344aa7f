import type { HullFamily } from '../../materials/substrates';
import { RATES } from '../../materials/work-rates';
import type { Ledger } from '../../trace/ledger';
import type { Item } from '../../work/step';
import { StepWriter } from '../../work/writer';

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

/** What every job begins with. @param families of the hulls that it may be about */
export const surveySteps = (ledger: Ledger, families: readonly HullFamily[]): readonly Item[] =>
  new StepWriter(ledger).step(
    'survey',
    'survey',
    families.length === 0 || families.some((f) => RINGS.has(f)) ? 'tap' : 'look',
    { place: 'hull', serves: 'damage' },
    RATES.surveyAndTap,
  ).items;

/** What a trifle begins with, and what is only held for now. */
export const glanceSteps = (ledger: Ledger): readonly Item[] =>
  new StepWriter(ledger).step('survey', 'survey', 'look', { place: 'hull', serves: 'damage' }, RATES.glance)
    .items;
