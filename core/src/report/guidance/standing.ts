import type { HullFamily } from '../../materials/substrates';
import type { Plan } from '../../plan/plan';
import { CUTTING, DUSTY, hasStep, hasTrait, hullNot, on, uses, WET } from './entry';

/** Stands on every plan and printout. */
export const GENERAL_CAUTION =
  'Nelbo plans and records; it does not inspect. Data sheets, safety data sheets, local rules and class or surveyor requirements come first. Structural, sub-waterline, fuel, gas, electrical and certified-craft repairs may need licensed practice.';

/** What the dust is that harms. */
const DUSTS: Readonly<Record<HullFamily, string>> = {
  frp: 'Glass and filler dust',
  'frp-cored': 'Glass and filler dust',
  smc: 'Glass and filler dust',
  foil: 'Glass and carbon dust',
  wood: 'Wood dust and mould',
  metal: 'Metal dust and hot chips',
  thermoplastic: 'Plastic and filler dust',
  'foam-sheet': 'Foam and filler dust',
  polyolefin: 'Plastic swarf, swept up and not washed into the water',
  inflatable: 'Coating dust',
};

/** Hulls that carry no old paint with metals in it. */
const UNPAINTED: ReadonlySet<HullFamily> = new Set(['inflatable', 'polyolefin', 'foam-sheet']);

const dust = ({ system }: Plan): string => {
  const [hull] = system?.substrates ?? [];
  const old =
    !hull || UNPAINTED.has(hull.family)
      ? ''
      : ' Old coatings may hold lead, copper or tin: never dry-sanded; wet or shrouded, waste contained.';
  return `${hull ? DUSTS[hull.family] : 'Dust'}: P3/N100 respirator, goggles, sleeves, ear protection, extraction.${old}`;
};

/** More of a product than this is not a chip's worth any more, kg and m³. Judged: a pot of 100 g is what sheets time, half of it smokes in a narrow cup. */
const MUCH = { mass: 0.05, volume: 0.05e-3 };
const muchUsed = ({ materials = [] }: Plan): boolean =>
  materials.some(
    ({ quantity: { unit, value } }) =>
      (unit === 'kg' && value > MUCH.mass) || (unit === 'm³' && value > MUCH.volume),
  );

/** What holds from the first step to the last, on a card of its own; what the work has nothing of is left out. */
const CARD: readonly {
  readonly when: (plan: Plan) => boolean;
  readonly text: string | ((plan: Plan) => string);
}[] = [
  {
    when: hasStep(WET),
    text: 'Nitrile gloves, goggles, moving air: resin and hardener sensitise for life; soap on skin, no solvent.',
  },
  { when: hasStep(DUSTY), text: dust },
  {
    when: (plan) =>
      hasStep(WET, on('clean'))(plan) &&
      (muchUsed(plan) || hasTrait('solvent')(plan) || uses('toluene', 'mek')(plan)),
    text: 'In a cabin, locker or tank vapour sinks: forced ventilation, gas and oxygen checked, someone outside, no ignition source; local confined-space rules.',
  },
  {
    when: (plan) =>
      hullNot('inflatable', 'polyolefin')(plan) && hasStep(on('mix', 'saturate'))(plan) && muchUsed(plan),
    text: 'A pot that smokes is not carried and not breathed over: leave it on non-combustible ground outside. Spread leftovers thin in a tray before they heat; never bin them.',
  },
  {
    // What lies below the waterline without being cut into is told of at the foot of every paper.
    when: (plan) => hullNot('inflatable')(plan) && hasStep(CUTTING)(plan),
    text: 'Near a chainplate, keel, rudder, engine bed, or below the waterline: an engineer, surveyor or licensed person first.',
  },
];

/** The standing cautions of a job, each once. */
export const standingCautions = (plan: Plan): readonly string[] =>
  CARD.filter((c) => c.when(plan)).map(({ text }) => (typeof text === 'string' ? text : text(plan)));
