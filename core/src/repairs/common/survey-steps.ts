import { RATES } from '../../materials/work-rates';
import type { Ledger } from '../../trace/ledger';
import type { Item } from '../../work/step';
import { StepWriter } from '../../work/writer';

/** What every job begins with. */
export const surveySteps = (ledger: Ledger): readonly Item[] =>
  new StepWriter(ledger).step(
    'survey',
    'survey',
    'tap',
    { place: 'hull', serves: 'damage' },
    RATES.surveyAndTap,
  ).items;
