import { isAntifouling } from '../../materials/product';
import {
  coatHolds,
  both,
  cream,
  fillerIs,
  finishIs,
  hasStep,
  inStage,
  mixing,
  on,
  onHow,
  productsOf,
  resinIs,
  uses,
  WET,
  type Entry,
  type Spot,
} from './entry';

const SANDED: Spot = on('sand', 'cutHighs');
/** Paper on what was laid in this job. */
const ON_CURED: Spot = (s, plan) =>
  SANDED(s, plan) || onHow('abrade', 'afterBlush', 'laminate', 'bedding', 'joint', 'lastGo')(s, plan);
const inFinish = inStage('finish');

/** Fairing, coating, polishing, handing over. */
export const FINISHING_GUIDANCE: readonly Entry[] = [
  {
    stage: 'fair',
    when: both((plan) => resinIs('epoxy')(plan) || uses('epoxy')(plan), hasStep(ON_CURED)),
    at: [ON_CURED],
    caution: 'No dry sanding of green epoxy: its dust sensitises for life.',
    of: 'green epoxy',
  },
  {
    stage: 'fair',
    when: both((plan) => fillerIs('cream')(plan) || productsOf(plan).some(cream), hasStep(WET)),
    at: [mixing(cream), onHow('mix', 'filler'), on('mix'), WET],
    caution: 'Cream hardener is a peroxide: goggles; no heat, epoxy hardener, rags or metal by it; ≤ 3 %.',
    of: 'peroxide',
  },
  {
    stage: 'fair',
    when: (plan) => plan.dish?.fair !== undefined,
    at: [(s, plan) => inStage('fair')(s, plan) && SANDED(s, plan)],
    test: 'guide coat and long board, flat of the hand',
    pass: 'no shine in the lows, no glass showing',
  },
  {
    stage: 'finish',
    when: both((plan) => finishIs('paint')(plan) || coatHolds('isocyanate')(plan), hasStep(WET)),
    at: [onHow('mix', 'paint'), (s, plan) => inFinish(s, plan) && on('mix', 'coat')(s, plan), WET],
    caution:
      'Two-part paint hardeners hold isocyanates: brush or roll with gloves and moving air; spraying needs supplied air and training under local rules. A sensitised person stays away.',
    of: 'isocyanate',
  },
  {
    stage: 'finish',
    when: both(finishIs('gel coat'), hasStep(WET)),
    at: [onHow('mix', 'gelCoat'), (s, plan) => inFinish(s, plan) && WET(s, plan), WET],
    caution: 'Gel coat holds styrene: moving air, no ignition source, goggles at the catalyst.',
    of: 'styrene',
  },
  {
    stage: 'finish',
    when: both(finishIs('gel coat'), hasStep(onHow('coat', 'gelCoat'))),
    at: [onHow('coat', 'gelCoat')],
    caution:
      'The last coat of gel coat has wax in it or film over it; the coats under it have none, or nothing bonds to them.',
  },
  {
    stage: 'finish',
    when: (plan) => plan.finish?.method === 'spray',
    at: [on('sprayGear'), on('coat')],
    caution:
      'Spraying: extraction and curtains, no ignition source, the respirator that sheet and local rules ask for, nobody else within the mist; cover the neighbours.',
    of: 'spray',
  },
  {
    stage: 'finish',
    when: both((plan) => productsOf(plan).some(isAntifouling), hasStep(WET)),
    at: [mixing(isAntifouling), on('coat'), WET],
    caution:
      'Antifouling poisons: wet abrasion only, gloves and overalls, waste contained; local rules say what may be put on and where it is washed off.',
    of: 'antifouling',
  },
  {
    stage: 'finish',
    when: hasStep(onHow('sand', 'wet')),
    at: [onHow('sand', 'wet')],
    caution: 'Wet sanding is done by hand or with air tools: no mains tools near water.',
  },
];
