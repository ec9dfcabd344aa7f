import type { Layer } from '../cure/conduction';
import { find } from '../materials/library';
import { SUBSTRATES, type Substrate } from '../materials/substrates';
import { FOAM_CORES, laminateDensity, laminateThermal, THERMAL, type Thermal } from '../materials/thermal';
import type { Plan } from '../plan/plan';
import type { Job } from '../schema/job';

/** Thicknesses that stand until one is entered, m. Source: usual of their kind, as the kinds of repair have them. */
const USUAL = {
  plank: 0.018,
  plywood: 0.009,
  plastic: 0.005,
  foamSkin: 0.0012,
  foamCore: 0.01,
  fabric: 0.0009,
  compound: 0.004,
  foil: 0.02,
  trailingEdge: 0.0015,
  metal: 0.01,
} as const;
/** Thinner than this nothing keeps heat that is worth a cell, m. */
const THINNEST = 0.0003;

export const layerOf = (name: string, thickness: number, t: Thermal): Layer => ({
  name,
  thickness: Math.max(THINNEST, thickness),
  conductivity: t.conductivity,
  density: t.density,
  heatCapacity: t.heatCapacity,
});

/** Old laminate of a plan as it carries heat. */
export function oldLaminate(plan: Plan): Thermal {
  const old = plan.inputs?.oldLaminate;
  return laminateThermal(old ? laminateDensity(old.fibreFraction, old.densityFibre, old.densityResin) : 1700);
}

/** A metal by what it is told by. */
const metalOf = ({ traits }: Substrate): Thermal =>
  traits.includes('ferrous')
    ? THERMAL.steel
    : traits.includes('aluminium')
      ? THERMAL.aluminium
      : traits.includes('lead')
        ? THERMAL.lead
        : THERMAL.stainless;

/**
 * What a film, a glue line, a fill or a coat lies on, from the back on: the hull as it is, at the thickness that was
 * entered or is usual of its kind.
 */
export function substrateOf(job: Job, plan: Plan): readonly Layer[] {
  const hull = find(SUBSTRATES, job.hull.material ?? 'frp-solid');
  const wall = plan.inputs?.wall.value ?? 0.006;
  switch (hull?.family) {
    case 'wood': {
      const usual = hull.polymer === 'plywood' ? USUAL.plywood : USUAL.plank;
      return [layerOf('wood', job.repair?.wood?.thickness ?? usual, THERMAL.wood)];
    }
    case 'thermoplastic':
    case 'polyolefin':
      return [layerOf('plastic', job.repair?.plastic?.thickness ?? USUAL.plastic, THERMAL.plastic)];
    case 'foam-sheet':
      return [
        layerOf('inner skin', USUAL.foamSkin, THERMAL.plastic),
        layerOf('core', job.repair?.plastic?.thickness ?? USUAL.foamCore, THERMAL.foam),
        layerOf('outer skin', USUAL.foamSkin, THERMAL.plastic),
      ];
    case 'inflatable':
      return [layerOf('fabric', USUAL.fabric, THERMAL.rubber)];
    case 'smc':
      return [layerOf('moulded compound', job.hull.thickness ?? USUAL.compound, laminateThermal(1850))];
    case 'foil':
      return [foilOf(job, hull)];
    case 'metal':
      return [layerOf('metal', job.repair?.metal?.thickness ?? USUAL.metal, metalOf(hull))];
    case 'frp-cored':
      return sandwichOf(job, plan);
    default:
      return [layerOf('old laminate', wall, oldLaminate(plan))];
  }
}

/** A foil is as thick as its trailing edge there, and as thick as it is everywhere else. */
function foilOf(job: Job, hull: Substrate): Layer {
  const { edge, thick, trailing } = job.repair?.edge ?? {};
  const thickness = edge === 'trailing' ? (trailing ?? USUAL.trailingEdge) : (thick ?? USUAL.foil);
  return layerOf(
    'foil',
    thickness,
    hull.traits.includes('cured epoxy') ? laminateThermal(1850) : THERMAL.plastic,
  );
}

function sandwichOf(job: Job, plan: Plan): readonly Layer[] {
  const skin = plan.inputs?.thickness.value ?? 0.003;
  const old = oldLaminate(plan);
  const core = FOAM_CORES.has(job.hull.core ?? 'balsa') ? THERMAL.foam : THERMAL.balsa;
  return [
    layerOf('inner skin', skin, old),
    layerOf('core', plan.inputs?.core?.value ?? 0.012, core),
    layerOf('skin', skin, old),
  ];
}
