import {
  both,
  glueHolds,
  hasStep,
  hasTrait,
  hullIs,
  hullNot,
  mixing,
  on,
  onHow,
  peroxide,
  productsOf,
  resinIs,
  uses,
  WET,
  type Entry,
} from './entry';

const resinous = hullNot('inflatable', 'polyolefin');
const usesPeroxide: Entry['when'] = both((plan) => productsOf(plan).some(peroxide), hasStep(WET));

/** Building, laying, mixing, curing. */
export const BUILDING_GUIDANCE: readonly Entry[] = [
  {
    stage: 'laminate',
    when: (plan) => plan.dish?.grind?.backing === 'bonded',
    at: [onHow('backing', 'bond')],
    after: true,
    test: 'press the backing through the hole',
    pass: 'bedded all round, no give',
  },
  {
    stage: 'laminate',
    when: (plan) => plan.dish?.laminate?.plies.some((p) => p.cloth.family === 'carbon') ?? false,
    at: [on('lay')],
    caution:
      'Carbon drives corrosion of aluminium, zinc and steel: a ply of glass between, and no bare fastener through it.',
  },
  {
    stage: 'laminate',
    when: both(
      hullNot('foil'),
      (plan) => plan.dish?.laminate?.plies.some((p) => p.cloth.family === 'carbon') ?? false,
    ),
    at: [on('lay')],
    caution:
      'Carbon conducts: a strap or bond to the lightning and earth system that is cut here is joined again and measured before it is closed; a licensed person signs it.',
  },
  {
    stage: 'laminate',
    when: (plan) => plan.dish?.coring !== undefined,
    at: [onHow('abrade', 'bedding'), onHow('core', 'bed', 'bedThrough')],
    test: 'press along the edges of the new core before the first ply',
    pass: 'flush with the old, no gap, bedding squeezed out all round',
  },
  {
    stage: 'laminate',
    when: (plan) => (plan.dish?.structure?.length ?? 0) > 0,
    at: [onHow('strike', 'props'), on('member')],
    test: 'sight along the hull, then take the first prop away',
    pass: 'fair, and nothing moves',
  },
  {
    stage: 'fair',
    when: hasStep(onHow('check', 'laid')),
    at: [onHow('check', 'laid')],
    test: 'tap it all over, press a gloved knuckle on it, sight along its edges',
    pass: 'one bright tone, no print, no ply proud or lifted; else it is a repair again',
  },
  {
    stage: 'laminate',
    when: both(hullNot('wood', 'inflatable'), hasStep(on('lay'))),
    at: [on('lay')],
    after: true,
    test: 'tap the cured laminate',
    pass: 'one bright tone, no dull patch',
  },
  {
    stage: 'laminate',
    when: both(hullIs('wood'), hasStep(on('glue'))),
    at: [onHow('rehearse', 'piece', 'clamp'), onHow('make', 'piece'), on('glue')],
    test: 'dry-fit the piece before any glue',
    pass: 'no light through the joint, grain along',
  },
  {
    stage: 'laminate',
    when: both((plan) => plan.dish?.laminate !== undefined, hasStep(on('lay'))),
    at: [on('lay')],
    after: true,
    test: 'straight edge across the repair',
    pass: 'laminate nowhere above the finish depth',
  },
  {
    stage: 'mix',
    when: usesPeroxide,
    at: [mixing(peroxide), on('mix'), WET],
    caution:
      'MEKP is a peroxide and blinds: goggles; a splash is flushed 15 minutes and longer, then emergency care. Never MEK for it; kept off cobalt, epoxy hardener, acetone, metal, rags.',
    of: 'peroxide',
  },
  {
    // What is counted in drops is not spilt.
    stage: 'mix',
    when: both(
      usesPeroxide,
      (plan) => plan.dish?.mix !== undefined || plan.finish?.parts.kind === 'peroxide',
    ),
    at: [mixing(peroxide), on('mix'), WET],
    caution:
      'No MEKP goes back into its bottle; what is spilt of it is taken up with inert damp absorbent, never rags.',
  },
  {
    stage: 'mix',
    when: both(
      (plan) => resinIs('polyester', 'vinyl ester')(plan) || hasTrait('styrene')(plan),
      hasStep(WET),
    ),
    at: [on('mix'), WET],
    caution: 'Styrene burns: no lamp, heat gun, flame or spark near uncured resin.',
    of: 'styrene',
  },
  {
    stage: 'mix',
    when: both(resinIs('polyester', 'vinyl ester'), hasStep(on('lay'))),
    at: [on('lay')],
    caution:
      'Unwaxed polyester and vinyl ester stay tacky in air for good: film or peel ply over the last ply, or wax in the last coat. Then wash and abrade.',
  },
  {
    stage: 'mix',
    when: both(uses('methacrylate'), hasStep(WET)),
    at: [on('mix'), WET],
    caution:
      'Methacrylate monomer smells, burns and sensitises: moving air, no ignition source, gloves; thick beads boil and smoke.',
    of: 'methacrylate',
  },
  {
    stage: 'mix',
    when: both(hullIs('inflatable'), hasTrait('isocyanate'), hasStep(WET)),
    at: [on('mix'), WET],
    caution:
      'Fabric accelerators hold isocyanates, and the glue is mostly solvent: gloves, organic vapour mask, moving air, no ignition source. A sensitised person stays away.',
    of: 'isocyanate',
  },
  {
    stage: 'mix',
    when: both(hullNot('inflatable'), glueHolds('isocyanate'), hasStep(WET)),
    at: [mixing((p) => p.role === 'adhesive' && (p.traits?.includes('isocyanate') ?? false)), WET],
    caution:
      'Polyurethane glue holds isocyanates: gloves, moving air, no skin; what foams out is cut off hard, not sanded green. A sensitised person stays away.',
    of: 'isocyanate',
  },
  {
    stage: 'mix',
    when: both(resinous, (plan) => !uses('isocyanate')(plan), hasStep(on('lay'))),
    at: [on('lay')],
    after: true,
    test: 'press a gloved knuckle on the film',
    pass: 'no print before it is sanded',
  },
  {
    stage: 'mix',
    when: both(hullIs('inflatable'), hasStep(on('join'))),
    at: [on('handOver')],
    test: 'the rest over: peel at the edge of the patch with a nail',
    pass: 'it lifts nowhere',
  },
  {
    stage: 'mix',
    when: both(hullIs('polyolefin'), hasStep(on('weld'))),
    at: [onHow('rehearse', 'weld'), on('weld')],
    test: 'pull test on a trial weld',
    pass: 'the sheet tears before the weld',
  },
];
