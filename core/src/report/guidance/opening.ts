import type { Plan } from '../../plan/plan';
import {
  both,
  CUTTING,
  DUSTY,
  hasStep,
  hasTrait,
  hullIdIs,
  hullIs,
  hullNot,
  inStage,
  on,
  onHow,
  productsOf,
  routeIs,
  THICK_POUR,
  uses,
  WET,
  WITHIN,
  withTool,
  type Entry,
  type Spot,
} from './entry';

const glass = hullIs('frp', 'frp-cored', 'smc', 'foil');
const DEWAXING = onHow('wash', 'dewax', 'dewaxOutside', 'dewaxInside');

/** Something is laid whose solvent has to leave; what holds isocyanate besides is told with that. */
const laysSolvent = (plan: Plan): boolean => {
  const laid = new Set((plan.materials ?? []).map((m) => m.product));
  return productsOf(plan).some(
    (p) =>
      laid.has(p.name) &&
      (p.traits?.includes('solvent') || p.family === 'alkyd') &&
      p.role !== 'cleaner' &&
      !p.traits?.includes('isocyanate'),
  );
};

/** What is ground or bevelled before anything bonds to it. */
const GROUND: Spot = (s, plan) => inStage('grind')(s, plan) && on('grind', 'bevel', 'cut')(s, plan);

/** Looking, choosing, washing, grinding. */
export const OPENING_GUIDANCE: readonly Entry[] = [
  {
    stage: 'survey',
    when: hasStep(CUTTING),
    at: [CUTTING],
    caution:
      'Look what lies behind before anything is cut: tanks, hoses, wiring, a second skin. Isolate fuel, gas and power.',
    of: 'cutting',
  },
  {
    stage: 'survey',
    when: both(
      (plan) => plan.inputs?.position === 'below',
      hullNot('inflatable', 'foil'),
      hasStep(on('survey')),
    ),
    at: [on('survey')],
    caution:
      'Boat on stands or jacks: chained in pairs, on firm ground, none moved while somebody is under her; nobody works under her alone.',
    of: 'heavy part',
  },
  {
    stage: 'survey',
    when: hasStep(on('hoist')),
    at: [on('hoist')],
    caution:
      'A load in slings: gear rated for it, lifted straight, two people, nobody under it; chocked before a hand goes between.',
    of: 'heavy part',
  },
  {
    stage: 'grind',
    when: hasStep(WITHIN),
    at: [WITHIN],
    caution:
      'Inside the hull: dust and vapour stay. Blower at the work before it is begun, lamp without sparks, somebody outside who looks in.',
  },
  {
    stage: 'grind',
    when: hasStep(withTool('knife')),
    at: [withTool('knife')],
    caution: 'Blade: away from hand and body, never towards a helper.',
  },
  {
    stage: 'mix',
    when: hasStep(THICK_POUR),
    at: [THICK_POUR],
    caution:
      'Poured this thick it heats itself: nothing laid over it that holds heat, the next go when it is hand-cool; smoke means away and air.',
  },
  {
    stage: 'survey',
    when: hullIs('inflatable'),
    at: [on('survey')],
    caution:
      'Never more air than the plate on the boat says; no pressure test in the sun, where air and fabric heat up.',
    of: 'pressure',
  },
  {
    stage: 'survey',
    when: hullNot('inflatable', 'polyolefin', 'metal'),
    at: [on('survey')],
    test: 'tap outward from the damage',
    pass: 'a bright ring all round the marked edge',
  },
  {
    // A wall that is broken through has moved what it is joined to.
    stage: 'survey',
    when: (plan) => plan.dish?.grind?.backing !== undefined,
    at: [on('survey')],
    test: 'frames, tabs, bulkheads and deck joint on both sides, by lamp and tapping, from inside or through the hole',
    pass: 'nothing cracked, white or loose; what is becomes a place of this job',
  },
  {
    stage: 'survey',
    when: hullIs('inflatable'),
    at: [on('survey')],
    test: 'soap water over it at working pressure',
    pass: 'every bubble marked, seams and valve looked at',
  },
  {
    stage: 'survey',
    when: hullIs('polyolefin', 'metal'),
    at: [on('survey')],
    test: 'clean it and look along it in low light',
    pass: 'both ends of the damage found and marked',
  },
  {
    stage: 'system',
    when: both(hasTrait('light-cure'), hasStep(WET)),
    at: [WET],
    caution: 'Light-cured resin: no lamp or sun into the eyes; UV goggles at the lamp.',
    of: 'light',
  },
  {
    stage: 'system',
    when: both(uses('toluene', 'mek'), hasStep(on('clean'), WET)),
    at: [on('clean'), WET],
    caution:
      'Toluene and MEK harm nerves and burn: organic vapour mask, moving air, no ignition source, gloves that stand them. MEK is a solvent, MEKP a peroxide: never one for the other.',
    of: 'solvent',
  },
  {
    stage: 'system',
    when: both(uses('acetone', 'alcohol'), hasStep(on('clean'), WET)),
    at: [on('clean'), WET],
    caution:
      'Acetone and alcohol flash: two rags, gloves that stand them, moving air, no ignition source; rags outside, not in a heap.',
    of: 'solvent',
  },
  {
    stage: 'system',
    when: both((plan) => laysSolvent(plan), hasStep(WET, on('coat'))),
    at: [on('coat'), WET],
    caution: 'Mostly solvent: moving air, organic vapour mask, gloves, no ignition source until it is dry.',
    of: 'solvent',
  },
  {
    stage: 'system',
    when: both(hasTrait('heat'), hasStep(on('weld'), onHow('strip', 'fabric'))),
    at: [on('weld'), onHow('strip', 'fabric')],
    caution:
      'Hot air of some 300 °C, flame and hot plastic burn: gloves, sleeves, extinguisher at hand; nothing that burns near or behind the hull, tank and lockers aired, no fuel or solvent vapour. The fumes are not breathed: extraction. Never a flame on PVC.',
    of: 'hot',
  },
  {
    stage: 'system',
    when: hullIdIs('lead'),
    at: [DUSTY, on('clean', 'wash')],
    caution: 'Lead: wet work, gloves, P3, wash before eating; chips and rags to hazardous waste.',
    of: 'lead',
  },
  // The caution stands where that is done and nowhere else.
  {
    stage: 'grind',
    when: hasStep(onHow('wash', 'silicone', 'oil')),
    at: [onHow('wash', 'silicone', 'oil')],
    caution:
      'Degreasers and silicone removers are solvents: gloves, moving air, no ignition source; rags outside, not in a heap.',
    of: 'solvent',
  },
  {
    stage: 'grind',
    when: hasStep(DEWAXING),
    at: [DEWAXING],
    caution: 'Dewaxer: gloves, air, no ignition source; wet on, off before it flashes.',
    of: 'solvent',
  },
  {
    stage: 'grind',
    when: hasStep(on('air')),
    at: [on('air')],
    caution:
      'Heat on what was opened: an electric heater or mat with thermostat on a residual-current breaker, clear of film and covers; never a flame or an engine’s exhaust under a tent. Solvent is aired out before anything is switched on. Nobody sleeps or stays in a closed tent.',
    of: 'hot',
  },
  {
    stage: 'grind',
    when: both(hullIs('frp-cored', 'foil', 'foam-sheet'), hasStep(DEWAXING)),
    at: [DEWAXING],
    caution: 'No dewaxer on a foam core: it dissolves.',
  },
  {
    stage: 'grind',
    when: both(glass, (plan) => !hasTrait('solvent')(plan), hasStep(on('grind'))),
    at: [on('grind')],
    caution: 'From here only clean dry cloths and gloves touch the face until it is wetted out.',
  },
  {
    stage: 'grind',
    when: both(routeIs('recore', 'inject', 'barrier'), hasStep(CUTTING, on('vent'))),
    at: [on('vent'), CUTTING],
    caution:
      'What runs from a wet core or a blister is acid or sour: goggles and gloves when it is drilled or pricked.',
    of: 'acid water',
  },
  {
    stage: 'grind',
    when: (plan) => (plan.dish?.structure?.length ?? 0) > 0,
    at: [on('prop'), CUTTING],
    caution:
      'Props and battens first: the hull keeps its shape before anything that holds it is cut. Floors and frames near the keel or mast: engineer or surveyor.',
  },
  {
    stage: 'grind',
    when: both(hullNot('wood', 'inflatable'), hasStep(GROUND)),
    at: [GROUND],
    test: 'wipe with a dry gloved hand and look along the face',
    pass: 'evenly dull, no shine, no dust',
  },
  {
    stage: 'grind',
    when: both(routeIs('laminate', 'recore'), hasStep(on('grind'))),
    at: [on('grind')],
    test: 'lay the gauge at the distances of the table',
    pass: 'depth within 0.5 mm',
  },
];
