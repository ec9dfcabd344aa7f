import type { Stage } from '../trace/problem';
import type { Plan } from './plan';

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

const resinIs = (...families: string[]) => (plan: Plan): boolean => families.includes(plan.system?.chosen?.chain.resin?.family ?? '');
const fillerIs = (kind: string) => (plan: Plan): boolean => plan.system?.chosen?.chain.filler?.proportion?.kind === kind;
const finishIs = (kind: string) => (plan: Plan): boolean => plan.system?.chosen?.chain.finish?.kind === kind;
const peroxide = (plan: Plan): boolean => {
  const chain = plan.system?.chosen?.chain;
  return chain?.resin?.proportion.kind === 'peroxide' || chain?.finish?.proportion.kind === 'peroxide';
};

/** Cautions and acceptance tests as data: the stage, when they hold, and the words. */
const ENTRIES: readonly Entry[] = [
  { stage: 'survey', caution: 'Look what lies behind before anything is cut: tanks, hoses, wiring, a second skin. Isolate fuel, gas and power.' },
  { stage: 'survey', caution: 'Near a chainplate, keel, rudder, engine bed, or below the waterline: involve an engineer, surveyor or licensed person.' },
  { stage: 'survey', test: 'tap outward from the damage', pass: 'a bright ring all round the marked edge' },
  { stage: 'system', test: 'read the data sheets of the products at hand', pass: 'limits and ratio agree with the plan, or the plan is changed' },
  { stage: 'grind', caution: 'Glass dust: P3/N100 respirator, goggles, sleeves, extraction and hearing protection; tent off the neighbours.' },
  { stage: 'grind', caution: 'Old coatings may hold lead, copper or tin: never dry-sand them; wet or shrouded, P3, waste contained.' },
  { stage: 'grind', caution: 'Dewax before abrading: grinding drives wax into the laminate.' },
  { stage: 'grind', caution: 'Dewaxer is a strong solvent: gloves, moving air, no ignition source; clean white paper, wet on, dry off before it flashes. Never on a foam core.' },
  { stage: 'grind', when: (plan) => plan.inputs?.solventWipe === 'none', caution: 'Without a solvent wipe: wash before abrading, then nothing but clean dry cloths and gloves touches the ground face until it is wetted out.' },
  { stage: 'grind', test: 'wipe with a dry gloved hand and look along the face', pass: 'evenly dull, no shine, no dust' },
  { stage: 'grind', test: 'lay the gauge at the distances of the table', pass: 'depth within 0.5 mm' },
  { stage: 'laminate', caution: 'Nitrile gloves, goggles and moving air: uncured resin and hardener sensitise for life. Wash skin with soap, never solvent.' },
  { stage: 'laminate', caution: 'In a cabin, locker or tank vapour sinks: forced ventilation, gas and oxygen checked, someone outside, no ignition source; follow local confined-space rules.' },
  { stage: 'laminate', when: (plan) => plan.inputs?.backing === 'bonded', test: 'press the backing through the hole', pass: 'bedded all round, no give' },
  { stage: 'laminate', test: 'tap the cured laminate', pass: 'one bright tone, no dull patch' },
  { stage: 'laminate', test: 'straight edge across the repair', pass: 'laminate nowhere above the finish depth' },
  { stage: 'mix', when: peroxide, caution: 'MEKP is a peroxide and blinds: goggles always. Eye splash: flush at once for 15 minutes and longer, then emergency care.' },
  { stage: 'mix', when: peroxide, caution: 'MEK is a thinner, MEKP a catalyst: never one for the other. Keep peroxide from neat cobalt accelerator, amines, acetone and metal powder; nothing goes back into the bottle. Spills onto inert damp absorbent, never rags.' },
  { stage: 'mix', caution: 'A pot that smokes is not carried and not breathed over: leave it on non-combustible ground outside. Spread leftovers thin in a tray before they heat; never bin them.' },
  { stage: 'mix', when: resinIs('polyester', 'vinyl ester'), caution: 'Styrene burns: no lamp, heat gun, flame or spark near uncured resin.' },
  { stage: 'mix', test: 'press a gloved knuckle on the film', pass: 'no print before it is sanded; a print without transfer when the next ply goes on' },
  { stage: 'fair', caution: 'Sanding dust and silica: P3 respirator and extraction. No dry sanding of green epoxy.' },
  { stage: 'fair', when: fillerIs('cream'), caution: 'Cream hardener is a peroxide: goggles and gloves, away from accelerators and heat; 1–3 % and never more.' },
  { stage: 'fair', when: resinIs('epoxy'), caution: 'Wash amine blush off with water and a pad before sanding; solvent only smears it.' },
  { stage: 'fair', test: 'guide coat and long board, flat of the hand', pass: 'no shine in the lows, no glass showing' },
  { stage: 'finish', when: finishIs('paint'), caution: 'Two-part paint hardeners hold isocyanates: brush or roll with gloves and moving air; spraying needs supplied air and training under local rules. A sensitised person stays away.' },
  { stage: 'finish', when: finishIs('gel coat'), caution: 'Gel coat holds styrene: moving air, no ignition source, goggles at the catalyst.' },
  { stage: 'finish', caution: 'Wet sanding is done by hand or with air tools: no mains tools near water. Dry sanding with P3 and extraction.' },
  { stage: 'finish', test: 'look along the surface in low light', pass: 'level to the touch, gloss as its neighbours, no halo, no pinholes' },
  { stage: 'log', test: 'photographs, lots, ratios and temperatures', pass: 'entered against their stage' },
];

/** Cautions and acceptance tests of a stage, as the chosen chain needs them. */
export function guidanceFor(stage: Stage, plan: Plan): Guidance {
  const own = ENTRIES.filter((e) => e.stage === stage && (!e.when || e.when(plan)));
  return {
    cautions: own.flatMap((e) => (e.caution ? [e.caution] : [])),
    acceptance: own.flatMap((e) => (e.test && e.pass ? [{ test: e.test, pass: e.pass }] : [])),
  };
}
