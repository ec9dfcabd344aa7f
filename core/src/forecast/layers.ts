import type { Layer } from '../cure/conduction';
import { DEFAULTS } from '../materials/defaults';
import type { Filler, ProductTrait, Resin } from '../materials/product';
import { laminateDensity, laminateThermal, FOAM_CORES, THERMAL, type Thermal } from '../materials/thermal';
import { heatShare, sheetFilm } from './sheet-film';
import { oldLaminate } from './substrate';
import { catalystOf } from '../materials/catalyst';
import type { Kinetics } from '../cure/kinetics';
import type { Face, Job } from '../schema/job';
import type { Plan } from '../plan/plan';

/** A former that is taken away, or the board behind it. */
const FORMER = 0.006;
const THINNEST = 0.0005;

const layer = (name: string, thickness: number, t: Thermal): Layer => ({
  name,
  thickness: Math.max(THINNEST, thickness),
  conductivity: t.conductivity,
  density: t.density,
  heatCapacity: t.heatCapacity,
});

/** What lies behind the first ply of a face, from the back on, in the middle of the repair. */
export function behind(job: Job, plan: Plan, face: Face): Layer[] {
  const { inputs, dish: { grind } = {} } = plan;
  if (!inputs || !grind) return [];
  const old = oldLaminate(plan);
  if (face === 'inside' && grind.side === 'both') return [];
  const rest = inputs.wall.value - grind.depth.value;
  const skin = rest > THINNEST ? [layer('old laminate', rest, old)] : [];
  if (inputs.core) {
    const foam = FOAM_CORES.has(job.hull.core ?? plan.dish?.coring?.product.family ?? 'balsa');
    return [
      layer('inner skin', inputs.thickness.value, old),
      layer('core', inputs.core.value, foam ? THERMAL.foam : THERMAL.balsa),
      ...skin,
    ];
  }
  if (grind.backing === 'bonded') return [layer('bonded backing', DEFAULTS.backingThickness, old)];
  if (grind.through) return [layer('former', FORMER, THERMAL.wood)];
  return skin.length > 0 ? skin : [layer('old laminate', THINNEST, old)];
}

/** A go of plies as one layer, cured (no kinetics) or wet. */
export function goOfPlies(
  plan: Plan,
  lays: readonly number[],
  resin: Resin,
  name: string,
  kinetics?: Kinetics,
): Layer {
  const plies = (plan.dish?.laminate?.plies ?? []).filter((p) => lays.includes(p.lay));
  const thickness = plies.reduce((s, p) => s + p.thickness.value, 0);
  const mean = (f: (p: (typeof plies)[number]) => number): number =>
    plies.reduce((s, p) => s + f(p) * p.thickness.value, 0) / Math.max(thickness, 1e-9);
  const fibre = mean((p) => p.cloth.fibreFraction);
  const density = laminateDensity(
    fibre,
    mean((p) => p.cloth.densityFibre),
    resin.densityCured,
  );
  return {
    ...layer(name, thickness, laminateThermal(density)),
    ...(kinetics
      ? {
          resin: {
            kinetics,
            massPerVolume: (1 - fibre) * density,
            percent: catalystOf(resin.proportion, plan.inputs?.temperature.value ?? 20),
            heats: heatShare(thickness, sheetFilm('laminating resin')),
          },
        }
      : {}),
  };
}

/** Half of a ready putty is talc. Source: typical of polyester fairing putties. */
const PUTTY_RESIN = 0.5;

/** A coat of filler as it is spread, proud by its overfill. */
export function coatOfFiller(plan: Plan, filler: Filler, percent: number, kinetics?: Kinetics): Layer {
  const fair = plan.dish?.fair;
  const thickness = fair
    ? fair.depth.value / fair.coats.value + DEFAULTS.fillerOverfill
    : DEFAULTS.fillerOverfill;
  const perVolume = fair && fair.volume.value > 0 ? fair.mass.value / fair.volume.value : 700;
  const massPerVolume = filler.kind === 'putty' ? PUTTY_RESIN * (filler.density ?? 1100) : perVolume;
  return {
    ...layer('filler', thickness, filler.kind === 'putty' ? THERMAL.resin : THERMAL.lightPaste),
    ...(kinetics
      ? {
          resin: {
            kinetics,
            massPerVolume,
            percent,
            heats: heatShare(thickness, sheetFilm('fairing compound')),
          },
        }
      : {}),
  };
}

/** What carries heat and what makes it in a paste: share of its mass that is resin. */
interface Paste {
  readonly resin: number;
  readonly thermal: Thermal;
}

/** Density of a liquid that states none, kg/m³. */
const LIQUID = 1100;

/** A paste by what is in it. Source: rule of mixtures with iron powder or talc in epoxy and polyester. */
function pasteOf(traits: readonly ProductTrait[], density: number): Paste {
  if (traits.includes('metal-filled'))
    return { resin: 0.45, thermal: { conductivity: 0.6, heatCapacity: 880, density } };
  if (traits.includes('talc'))
    return { resin: PUTTY_RESIN, thermal: { conductivity: 0.4, heatCapacity: 1100, density } };
  return { resin: 1, thermal: { ...THERMAL.resin, density } };
}

/** A fill, a glue line or a casting of a product, thick enough to warm itself. */
export function thickOf(
  name: string,
  thickness: number,
  { traits = [], density = LIQUID }: { readonly traits?: readonly ProductTrait[]; readonly density?: number },
  film: number,
  percent: number,
  kinetics: Kinetics,
): Layer {
  const { resin, thermal } = pasteOf(traits, density);
  return {
    ...layer(name, thickness, thermal),
    resin: { kinetics, massPerVolume: resin * density, percent, heats: heatShare(thickness, film) },
  };
}
