import { WARMING_CAUTIONS } from '../tell/warmth';
import type { Chain } from '../match/chain';
import type { Product, ProductTrait } from '../materials/product';
import type { HullFamily } from '../materials/substrates';
import type { Stage } from '../trace/problem';
import type { Plan } from '../plan/plan';

export interface Guidance {
  readonly cautions: readonly string[];
  /** What a careful person checks at the end of the stage, and the mark to pass. */
  readonly acceptance: readonly { readonly test: string; readonly pass: string }[];
}

/** Stands on every plan and printout. */
export const GENERAL_CAUTION =
  'Nelbo plans and records; it does not inspect. Data sheets, safety data sheets, local rules and class or surveyor requirements come first. Structural, sub-waterline, fuel, gas, electrical and certified-craft repairs may need licensed practice.';

interface Entry {
  readonly stage: Stage;
  readonly when?: (plan: Plan) => boolean;
  readonly caution?: string;
  readonly test?: string;
  readonly pass?: string;
}

const chainOf = (plan: Plan): Chain | undefined => plan.system?.chosen?.chain;
const productsOf = (plan: Plan): readonly Product[] => chainOf(plan)?.links.map((l) => l.product) ?? [];
const resinIs =
  (...families: string[]) =>
  (plan: Plan): boolean =>
    families.includes(chainOf(plan)?.resin?.family ?? '');
const fillerIs =
  (kind: string) =>
  (plan: Plan): boolean =>
    chainOf(plan)?.filler?.proportion?.kind === kind;
const finishIs =
  (kind: string) =>
  (plan: Plan): boolean =>
    chainOf(plan)?.finish?.kind === kind;
/** True where one of the hulls that the job may be about is of these families; before any is known all cautions stand. */
const hullIs =
  (...families: HullFamily[]) =>
  (plan: Plan): boolean =>
    plan.system?.substrates.some((s) => families.includes(s.family)) ?? true;
const hullNot =
  (...families: HullFamily[]) =>
  (plan: Plan): boolean =>
    plan.system === undefined || plan.system.substrates.some((s) => !families.includes(s.family));
const hullIdIs =
  (...ids: string[]) =>
  (plan: Plan): boolean =>
    plan.system?.substrates.some((s) => ids.includes(s.id)) ?? false;
const uses =
  (...families: string[]) =>
  (plan: Plan): boolean =>
    productsOf(plan).some((p) => families.includes(p.family));
const hasTrait =
  (...traits: ProductTrait[]) =>
  (plan: Plan): boolean =>
    productsOf(plan).some((p) => p.traits?.some((t) => traits.includes(t)));
const DEWAXES: ReadonlySet<string> = new Set(['dewax', 'dewaxOutside', 'dewaxInside']);
/** A step of the stage takes wax off with a dewaxer: the caution stands where that is done and nowhere else. */
const dewaxed = ({ work }: Plan): boolean =>
  work?.steps.some((s) => s.action === 'wash' && DEWAXES.has(s.how)) ?? false;
const glass = hullIs('frp', 'frp-cored', 'smc', 'foil');
const resinous = hullNot('inflatable', 'polyolefin');
const both =
  (...tests: ((plan: Plan) => boolean)[]) =>
  (plan: Plan): boolean =>
    tests.every((t) => t(plan));
const peroxide = (plan: Plan): boolean =>
  productsOf(plan).some((p) => 'proportion' in p && p.proportion?.kind === 'peroxide');
const cream = (plan: Plan): boolean =>
  productsOf(plan).some(
    (p) => 'proportion' in p && p.proportion?.kind === 'cream' && p.role !== 'fabric adhesive',
  );
const routeIs =
  (...ids: string[]) =>
  (plan: Plan): boolean =>
    ids.includes(plan.system?.route.id ?? '');

/** Cautions and acceptance tests as data: the stage, when they hold, and the words. */
const ENTRIES: readonly Entry[] = [
  {
    stage: 'survey',
    when: hullNot('inflatable'),
    caution:
      'Look what lies behind before anything is cut: tanks, hoses, wiring, a second skin. Isolate fuel, gas and power.',
  },
  {
    stage: 'survey',
    caution:
      'Near a chainplate, keel, rudder, engine bed, or below the waterline: involve an engineer, surveyor or licensed person.',
  },
  {
    stage: 'survey',
    when: hullIs('inflatable'),
    caution:
      'Never more air than the plate on the boat says; no pressure test in the sun, where air and tube heat up.',
  },
  {
    stage: 'survey',
    when: hullNot('inflatable', 'polyolefin', 'metal'),
    test: 'tap outward from the damage',
    pass: 'a bright ring all round the marked edge',
  },
  {
    stage: 'survey',
    when: hullIs('inflatable'),
    test: 'soap water over the tube at working pressure',
    pass: 'every bubble marked, seams and valve looked at',
  },
  {
    stage: 'survey',
    when: hullIs('polyolefin', 'metal'),
    test: 'clean it and look along it in low light',
    pass: 'both ends of the damage found and marked',
  },
  {
    stage: 'system',
    test: 'read the data sheets of the products at hand',
    pass: 'limits and ratio agree with the plan, or the plan is changed',
  },
  {
    stage: 'system',
    when: hasTrait('light-cure'),
    caution: 'Light-cured resin: no lamp or sun into the eyes; UV goggles at the lamp.',
  },
  {
    stage: 'system',
    when: uses('toluene', 'mek'),
    caution:
      'Toluene and MEK harm nerves and burn: organic vapour mask, moving air, no ignition source, gloves that stand them. MEK is a solvent, MEKP a peroxide: never one for the other.',
  },
  {
    stage: 'system',
    when: hasTrait('heat'),
    caution:
      'Hot air and flame: nothing that burns near, extinguisher at hand, no fuel or solvent vapour; the fumes of hot plastic are not breathed. Never a flame on PVC.',
  },
  {
    stage: 'system',
    when: hullIdIs('lead'),
    caution: 'Lead: wet work, gloves, P3, wash before eating; chips and rags to hazardous waste.',
  },
  {
    stage: 'grind',
    when: glass,
    caution:
      'Glass dust: P3/N100 respirator, goggles, sleeves, extraction and hearing protection; tent off the neighbours.',
  },
  {
    stage: 'grind',
    when: hullIs('wood'),
    caution:
      'Wood dust harms the lungs, rot brings mould: P3 respirator and extraction, goggles, hearing protection.',
  },
  {
    stage: 'grind',
    when: hullIs('metal', 'thermoplastic', 'foam-sheet', 'polyolefin'),
    caution:
      'Goggles, gloves and a dust mask: metal dust and hot chips burn; plastic dust is swept up, not washed into the water.',
  },
  {
    stage: 'grind',
    when: hullNot('inflatable'),
    caution:
      'Old coatings may hold lead, copper or tin: never dry-sand them; wet or shrouded, P3, waste contained.',
  },
  { stage: 'grind', when: dewaxed, caution: 'Dewax before abrading: grinding drives wax into the laminate.' },
  {
    stage: 'grind',
    when: dewaxed,
    caution:
      'Dewaxer is a strong solvent: gloves, moving air, no ignition source; clean white paper, wet on, dry off before it flashes. Never on a foam core.',
  },
  {
    stage: 'grind',
    when: both(glass, (plan) => !hasTrait('solvent')(plan)),
    caution:
      'Without a solvent wipe: wash before abrading, then nothing but clean dry cloths and gloves touches the ground face until it is wetted out.',
  },
  {
    stage: 'grind',
    when: routeIs('recore', 'inject', 'barrier'),
    caution:
      'What runs from a wet core or a blister is acid or sour: goggles and gloves when it is drilled or pricked.',
  },
  {
    stage: 'grind',
    test: 'wipe with a dry gloved hand and look along the face',
    pass: 'evenly dull, no shine, no dust',
  },
  {
    stage: 'grind',
    when: routeIs('laminate', 'recore'),
    test: 'lay the gauge at the distances of the table',
    pass: 'depth within 0.5 mm',
  },
  {
    stage: 'laminate',
    caution:
      'Nitrile gloves, goggles and moving air: uncured resin and hardener sensitise for life. Wash skin with soap, never solvent.',
  },
  {
    stage: 'laminate',
    caution:
      'In a cabin, locker or tank vapour sinks: forced ventilation, gas and oxygen checked, someone outside, no ignition source; follow local confined-space rules.',
  },
  {
    stage: 'laminate',
    when: (plan) => plan.dish?.grind?.backing === 'bonded',
    test: 'press the backing through the hole',
    pass: 'bedded all round, no give',
  },
  {
    stage: 'grind',
    when: (plan) => (plan.dish?.structure?.length ?? 0) > 0,
    caution:
      'Props and battens first: the hull keeps its shape before anything that holds it is cut. Floors and frames near the keel or mast: engineer or surveyor.',
  },
  {
    stage: 'laminate',
    when: (plan) => plan.dish?.laminate?.plies.some((p) => p.cloth.family === 'carbon') ?? false,
    caution:
      'Carbon drives corrosion of aluminium, zinc and steel: a ply of glass between, and no bare fastener through it.',
  },
  {
    stage: 'laminate',
    when: (plan) => plan.dish?.coring !== undefined,
    test: 'press along the edges of the new core before the first ply',
    pass: 'flush with the old, no gap, bedding squeezed out all round',
  },
  {
    stage: 'laminate',
    when: (plan) => (plan.dish?.structure?.length ?? 0) > 0,
    test: 'sight along the hull, then take the first prop away',
    pass: 'fair, and nothing moves',
  },
  {
    stage: 'laminate',
    when: hullNot('wood'),
    test: 'tap the cured laminate',
    pass: 'one bright tone, no dull patch',
  },
  {
    stage: 'laminate',
    when: hullIs('wood'),
    test: 'dry-fit the piece before any glue',
    pass: 'no light through the joint, grain along',
  },
  {
    stage: 'laminate',
    test: 'straight edge across the repair',
    pass: 'laminate nowhere above the finish depth',
  },
  {
    stage: 'mix',
    when: peroxide,
    caution:
      'MEKP is a peroxide and blinds: goggles always. Eye splash: flush at once for 15 minutes and longer, then emergency care.',
  },
  {
    stage: 'mix',
    when: peroxide,
    caution:
      'MEK is a thinner, MEKP a catalyst: never one for the other. Keep peroxide from neat cobalt accelerator, amines, acetone and metal powder; nothing goes back into the bottle. Spills onto inert damp absorbent, never rags.',
  },
  {
    stage: 'mix',
    when: resinous,
    caution:
      'A pot that smokes is not carried and not breathed over: leave it on non-combustible ground outside. Spread leftovers thin in a tray before they heat; never bin them.',
  },
  {
    stage: 'mix',
    when: (plan) => resinIs('polyester', 'vinyl ester')(plan) || hasTrait('styrene')(plan),
    caution: 'Styrene burns: no lamp, heat gun, flame or spark near uncured resin.',
  },
  {
    stage: 'mix',
    when: resinIs('polyester', 'vinyl ester'),
    caution:
      'Unwaxed polyester and vinyl ester stay tacky in air for good: film or peel ply over the last ply, or wax in the last coat. Then wash and abrade.',
  },
  {
    stage: 'finish',
    when: finishIs('gel coat'),
    caution:
      'The last coat of gel coat has wax in it or film over it; the coats under it have none, or nothing bonds to them.',
  },
  {
    stage: 'mix',
    when: uses('methacrylate'),
    caution:
      'Methacrylate monomer smells, burns and sensitises: moving air, no ignition source, gloves; thick beads boil and smoke.',
  },
  {
    stage: 'mix',
    when: both(hullIs('inflatable'), hasTrait('isocyanate')),
    caution:
      'Fabric accelerators hold isocyanates, and the glue is mostly solvent: gloves, organic vapour mask, moving air, no ignition source. A sensitised person stays away.',
  },
  {
    stage: 'mix',
    when: both(resinous, (plan) => !uses('isocyanate')(plan)),
    test: 'press a gloved knuckle on the film',
    pass: 'no print before it is sanded; a print without transfer when the next ply goes on',
  },
  {
    stage: 'mix',
    when: hullIs('inflatable'),
    test: 'peel the edge of the patch with a nail after its full cure',
    pass: 'it does not lift; no bubbles at working pressure',
  },
  {
    stage: 'mix',
    when: hullIs('polyolefin'),
    test: 'pull test on a trial weld',
    pass: 'the sheet tears before the weld',
  },
  {
    stage: 'fair',
    caution: 'Sanding dust and silica: P3 respirator and extraction. No dry sanding of green epoxy.',
  },
  {
    stage: 'fair',
    when: (plan) => fillerIs('cream')(plan) || cream(plan),
    caution:
      'Cream hardener is a peroxide: goggles and gloves, away from accelerators and heat; 1–3 % and never more.',
  },
  {
    stage: 'fair',
    when: (plan) => resinIs('epoxy')(plan) || uses('epoxy')(plan),
    caution: 'Wash amine blush off with water and a pad before sanding; solvent only smears it.',
  },
  {
    stage: 'fair',
    test: 'guide coat and long board, flat of the hand',
    pass: 'no shine in the lows, no glass showing',
  },
  {
    stage: 'finish',
    when: (plan) => finishIs('paint')(plan) || both(hullNot('inflatable'), hasTrait('isocyanate'))(plan),
    caution:
      'Two-part paint hardeners hold isocyanates: brush or roll with gloves and moving air; spraying needs supplied air and training under local rules. A sensitised person stays away.',
  },
  {
    stage: 'finish',
    when: finishIs('gel coat'),
    caution: 'Gel coat holds styrene: moving air, no ignition source, goggles at the catalyst.',
  },
  {
    stage: 'finish',
    when: (plan) => plan.finish?.method === 'spray',
    caution:
      'Spraying: extraction and curtains, no ignition source, the respirator that sheet and local rules ask for, nobody else within the mist; cover the neighbours.',
  },
  {
    stage: 'finish',
    when: hasTrait('copper'),
    caution:
      'Antifouling poisons: wet abrasion only, gloves and overalls, waste contained; local rules say what may be put on and where it is washed off.',
  },
  {
    stage: 'finish',
    caution:
      'Wet sanding is done by hand or with air tools: no mains tools near water. Dry sanding with P3 and extraction.',
  },
  {
    stage: 'finish',
    test: 'look along the surface in low light',
    pass: 'level to the touch, gloss as its neighbours, no halo, no pinholes',
  },
  { stage: 'log', test: 'photographs, lots, ratios and temperatures', pass: 'entered against their stage' },
];

/** Cautions and acceptance tests of a stage, as the chosen chain needs them. */
/** Heat is set up in this stage. */
const warmed = (stage: Stage, plan: Plan): readonly string[] =>
  (plan.work?.steps ?? []).flatMap((s) =>
    s.stage === stage && s.action === 'warm' ? [WARMING_CAUTIONS[s.how]] : [],
  );

export function guidanceFor(stage: Stage, plan: Plan): Guidance {
  const own = ENTRIES.filter((e) => e.stage === stage && (!e.when || e.when(plan)));
  const { cautions = [], acceptance = [] } = plan.repair ?? {};
  return {
    cautions: [
      ...own.flatMap((e) => (e.caution ? [e.caution] : [])),
      ...cautions.filter((c) => c.stage === stage).map((c) => c.text),
      ...warmed(stage, plan),
    ],
    acceptance: [
      ...own.flatMap((e) => (e.test && e.pass ? [{ test: e.test, pass: e.pass }] : [])),
      ...acceptance.filter((a) => a.stage === stage).map(({ test, pass }) => ({ test, pass })),
    ],
  };
}
