import type { Layer } from '../cure/conduction';
import type { Milestones } from '../cure/cure-model';
import type { Chain } from '../match/chain';
import { DEFAULTS } from '../materials/defaults';
import type { Library, Resin } from '../materials/product';
import { THERMAL } from '../materials/thermal';
import type { Face, Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Stage } from '../trace/problem';
import type { Plan } from '../plan/plan';
import type { DishPlan } from '../repairs/laminate/dish-plan';
import type { Layer as Laid } from '../work/step';
import { catalystOf } from '../materials/catalyst';
import { behind, coatOfFiller, goOfPlies } from './layers';
import { LIMITS } from './limits';
import { substrateOf } from './substrate';
import { curingOf, percentOf, ripeningOf, type Curing } from './product-cure';
import { heatShare, sheetFilm } from './sheet-film';
import type { MilestoneId } from '../plan/cure-forecast';

/** One layer that is laid: what it is, how hot it may get, and the sheet's figures that its milestones rest on. */
export interface Go {
  readonly number: number;
  readonly title: string;
  readonly curing: Curing;
  readonly limit: number;
  readonly stage: Stage;
  readonly sheetFigures: Readonly<Partial<Record<MilestoneId, Figure>>>;
}

export interface StackSet {
  readonly base: readonly Layer[];
  /** What the feathered rim of what is laid lies on, where that is not what lies under its middle. */
  readonly rim?: readonly Layer[];
  /** Layers in the middle of the work; none where they are nowhere thick enough to warm themselves. */
  readonly wet: readonly Layer[];
  readonly goes: readonly Go[];
}

/** What every stack of a laminate repair is made from. */
interface Basis {
  readonly job: Job;
  readonly plan: Plan;
  readonly dish: DishPlan & Required<Pick<DishPlan, 'laminate' | 'mix'>>;
  readonly chain: Chain;
  readonly resin: Resin;
  readonly library: Library;
}

/** The stack that a wait is about: what lies there, and what is laid on it go by go. */
export function stackFor(job: Job, plan: Plan, library: Library, layer: Laid): StackSet | undefined {
  const chain = plan.system?.chosen?.chain;
  if (!chain) return undefined;
  if (layer.of === 'finish') return coatsOver(job, plan, chain);
  const { laminate, mix } = plan.dish ?? {};
  if (!chain.resin || !laminate || !mix) return undefined;
  const basis: Basis = {
    job,
    plan,
    dish: { ...plan.dish, laminate, mix },
    chain,
    resin: chain.resin,
    library,
  };
  switch (layer.of) {
    case 'laminate':
      return liftsOf(basis, layer.face ?? 'outside');
    case 'bedding':
      return beddingOf(basis, layer.number);
    case 'filler':
      return fillerOver(basis);
    default:
      return undefined;
  }
}

/** Figures of the sheet that the moments of a layer rest on. */
const sheetFiguresOf = (m: Milestones): Go['sheetFigures'] => ({
  opens: m.windowOpens,
  closes: m.windowCloses,
  sand: m.sand,
  full: m.full,
  load: m.full,
  gel: m.potLife,
});

const plies = (lays: readonly number[]): string =>
  lays.length === 1 ? `ply ${lays[0]}` : `plies ${Math.min(...lays)}–${Math.max(...lays)}`;

/** The lifts of one face, on what lies behind it; on the outer plies where both faces are laid up. */
function liftsOf({ job, plan, dish, resin }: Basis, face: Face): StackSet {
  const { laminate, mix } = dish;
  const sideOf = (lay: number): Face => laminate.plies.find((p) => p.lay === lay)?.side ?? 'outside';
  const lifts = [...new Set(mix.batches.map((b) => b.group))]
    .map((number) => ({
      number,
      lays: [...new Set(mix.batches.filter((b) => b.group === number).flatMap((b) => b.plies))],
    }))
    .filter((g) => sideOf(g.lays[0]) === face);
  const onOuterPlies = face === 'inside' && dish.grind?.side === 'both';
  const outer = laminate.plies.filter((p) => p.side === 'outside').map((p) => p.lay);
  const curing = curingOf(resin) as Curing;
  const kinetics = ripeningOf(curing).law?.kinetics;
  return {
    base: onOuterPlies ? [goOfPlies(plan, outer, resin, 'outer plies')] : behind(job, plan, face),
    rim: substrateOf(job, plan),
    wet: lifts.map((g) => goOfPlies(plan, g.lays, resin, plies(g.lays), kinetics)),
    goes: lifts.map((g) => ({
      number: g.number,
      title: plies(g.lays),
      curing,
      limit: LIMITS.laminate,
      stage: 'mix',
      sheetFigures: sheetFiguresOf(mix.milestones),
    })),
  };
}

/** Bedding of a backing that stays in. */
const BEDDING_THICKNESS = 0.001;
/** A backing of glass laminate. Source: typical of polyester mat. */
const BACKING: Layer = {
  name: 'backing',
  thickness: DEFAULTS.backingThickness,
  conductivity: 0.25,
  heatCapacity: 1150,
  density: 1700,
};

function beddingOf({ plan, dish, resin }: Basis, number: number): StackSet {
  const curing = curingOf(resin) as Curing;
  const { law } = ripeningOf(curing);
  const bed: Layer = { name: 'bedding', thickness: BEDDING_THICKNESS, ...THERMAL.resin };
  return {
    base: [BACKING],
    wet: [
      law
        ? {
            ...bed,
            resin: {
              kinetics: law.kinetics,
              massPerVolume: resin.densityCured,
              percent: catalystOf(resin.proportion, temperatureOf(plan)),
              heats: heatShare(BEDDING_THICKNESS, sheetFilm('laminating resin')),
            },
          }
        : bed,
    ],
    goes: [
      {
        number,
        title: 'bedding',
        curing,
        limit: LIMITS.laminate,
        stage: 'laminate',
        sheetFigures: sheetFiguresOf(dish.mix.milestones),
      },
    ],
  };
}

const temperatureOf = (plan: Plan): number => plan.inputs?.temperature.value ?? 20;

/** What filler and coats lie on: the new laminate that has cured, and what is behind it. */
function underCoats(
  job: Job,
  plan: Plan,
  { plies: all, sides }: Basis['dish']['laminate'],
  resin: Resin,
): readonly Layer[] {
  const outer = all.filter((p) => p.side === 'outside' || sides.length === 1).map((p) => p.lay);
  return [...behind(job, plan, 'outside'), goOfPlies(plan, outer, resin, 'new laminate')];
}

function fillerOver(basis: Basis): StackSet | undefined {
  const { plan, dish, chain, resin, library } = basis;
  const { filler } = chain;
  const { fair } = dish;
  if (!fair || !filler) return undefined;
  const own =
    filler.kind === 'putty' || filler.family === resin.family
      ? resin
      : (library.resins.find((r) => r.family === filler.family) ?? resin);
  const curing: Curing = curingOf(filler) ?? {
    ...(curingOf(own) as Curing),
    name: filler.name,
    density: filler.density,
  };
  const { law } = ripeningOf(curing);
  const wet = coatOfFiller(plan, filler, percentOf(curing, temperatureOf(plan)), law?.kinetics);
  const { sand, full, potLife } = fair.milestones;
  const goes = Array.from({ length: fair.goes.value }, (_, i) => i + 1);
  return {
    base: underCoats(basis.job, plan, dish.laminate, resin),
    // It is feathered out on to the sound hull.
    rim: substrateOf(basis.job, plan),
    wet: goes.map(() => wet),
    goes: goes.map((number) => ({
      number,
      title: goes.length === 1 ? 'filler' : `filler, coat ${number}`,
      curing,
      limit: LIMITS.filler,
      stage: 'fair',
      sheetFigures: { sand, full, load: full, gel: potLife },
    })),
  };
}

/** Coats lie on new laminate, where there is some, and on the hull as it is. */
function coatsOver(job: Job, plan: Plan, chain: Chain): StackSet | undefined {
  const { finish, resin } = chain;
  const coats = plan.finish;
  const { laminate } = plan.dish ?? {};
  if (!coats || !finish) return undefined;
  const curing: Curing = {
    ...(curingOf(finish) as Curing),
    family: finish.kind === 'gel coat' ? 'polyester' : finish.family,
  };
  const numbers = Array.from({ length: coats.coats.value }, (_, i) => i + 1);
  return {
    base: laminate && resin ? underCoats(job, plan, laminate, resin) : substrateOf(job, plan),
    wet: [],
    goes: numbers.map((number) => ({
      number,
      title: `${finish.kind}, coat ${number}`,
      curing,
      limit: LIMITS.finish,
      stage: 'finish',
      sheetFigures: sheetFiguresOf(coats.milestones),
    })),
  };
}
