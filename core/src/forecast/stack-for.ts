import type { Layer } from '../cure/conduction';
import { DEFAULTS } from '../materials/defaults';
import type { Library, Resin } from '../materials/product';
import { THERMAL } from '../materials/thermal';
import type { Face, Job } from '../schema/job';
import type { Figure } from '../trace/figure';
import type { Stage } from '../trace/problem';
import type { Plan } from '../plan/plan';
import type { Layer as Laid } from '../work/step';
import { behind, coatOfFiller, coatOfFinish, goOfPlies, percentAt } from './layers';
import { LIMITS } from './limits';
import { ripeningOf, type Curing } from './product-cure';
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
  readonly wet: readonly Layer[];
  readonly goes: readonly Go[];
}

/** The stack that a wait is about: what lies there, and what is laid on it go by go. */
export function stackFor(job: Job, plan: Plan, library: Library, layer: Laid): StackSet | undefined {
  const chain = plan.system?.chosen?.chain;
  const resin = chain?.resin;
  if (!chain || !resin || !plan.dish?.laminate || !plan.dish?.mix) return undefined;
  const curing = (p: Pick<Resin, 'name' | 'family' | 'cure'>): Curing => ({
    name: p.name,
    family: p.family,
    sheet: p.cure,
  });
  const lawOf = (c: Curing): ReturnType<typeof ripeningOf>['law'] => ripeningOf(c).law;
  const m = plan.dish?.mix.milestones;
  const figures = {
    opens: m.windowOpens,
    closes: m.windowCloses,
    sand: m.sand,
    full: m.full,
    load: m.full,
    gel: m.potLife,
  };
  const faceOf = (lay: number): Face =>
    plan.dish?.laminate?.plies.find((p) => p.lay === lay)?.side ?? 'outside';
  if (layer.of === 'laminate') {
    const face = layer.face ?? 'outside';
    const law = lawOf(curing(resin));
    const groups = [...new Set(plan.dish?.mix.batches.map((b) => b.group))]
      .map((number) => ({
        number,
        lays: [...new Set(plan.dish?.mix?.batches.filter((b) => b.group === number).flatMap((b) => b.plies))],
      }))
      .filter((g) => faceOf(g.lays[0]) === face);
    const under =
      face === 'inside' && plan.dish?.grind?.side === 'both'
        ? [
            goOfPlies(
              plan,
              plan.dish?.laminate.plies.filter((p) => p.side === 'outside').map((p) => p.lay),
              resin,
              'outer plies',
            ),
          ]
        : behind(job, plan, face);
    return {
      base: under,
      wet: groups.map((g) => goOfPlies(plan, g.lays, resin, plies(g.lays), law?.kinetics)),
      goes: groups.map((g) => ({
        number: g.number,
        title: plies(g.lays),
        curing: curing(resin),
        limit: LIMITS.laminate,
        stage: 'mix' as const,
        sheetFigures: figures,
      })),
    };
  }
  if (layer.of === 'bedding') {
    const law = lawOf(curing(resin));
    const bed: Layer = {
      name: 'bedding',
      thickness: 0.001,
      ...THERMAL.resin,
      ...(law
        ? {
            resin: {
              kinetics: law.kinetics,
              massPerVolume: resin.densityCured,
              percent: percentAt(plan.inputs?.temperature.value ?? 20),
            },
          }
        : {}),
    };
    return {
      base: [
        {
          name: 'backing',
          thickness: DEFAULTS.backingThickness,
          conductivity: 0.25,
          heatCapacity: 1150,
          density: 1700,
        },
      ],
      wet: [bed],
      goes: [
        {
          number: layer.number,
          title: 'bedding',
          curing: curing(resin),
          limit: LIMITS.laminate,
          stage: 'laminate',
          sheetFigures: figures,
        },
      ],
    };
  }
  const cured = goOfPlies(
    plan,
    plan.dish?.laminate.plies
      .filter((p) => p.side === 'outside' || plan.dish?.laminate?.sides.length === 1)
      .map((p) => p.lay),
    resin,
    'new laminate',
  );
  const base = [...behind(job, plan, 'outside'), cured];
  if (layer.of === 'filler' && plan.dish?.fair && chain.filler) {
    const filler = chain.filler;
    const own =
      filler.kind === 'putty' || filler.family === resin.family
        ? resin
        : (library.resins.find((r) => r.family === filler.family) ?? resin);
    const c: Curing = filler.cure
      ? { name: filler.name, family: filler.family, sheet: filler.cure }
      : { name: filler.name, family: own.family, sheet: own.cure };
    const f = plan.dish?.fair.milestones;
    const wet = coatOfFiller(plan, filler, lawOf(c)?.kinetics);
    return {
      base,
      wet: Array.from({ length: plan.dish?.fair.goes.value }, () => wet),
      goes: Array.from({ length: plan.dish?.fair.goes.value }, (_, i) => ({
        number: i + 1,
        title: plan.dish?.fair?.goes.value === 1 ? 'filler' : `filler, coat ${i + 1}`,
        curing: c,
        limit: LIMITS.filler,
        stage: 'fair' as const,
        sheetFigures: { sand: f.sand, full: f.full, load: f.full, gel: f.potLife },
      })),
    };
  }
  if (layer.of === 'finish' && plan.finish && chain.finish) {
    const { finish } = chain;
    const c: Curing = {
      name: finish.name,
      family: finish.kind === 'gel coat' ? 'polyester' : finish.family,
      sheet: finish.cure,
    };
    const f = plan.finish.milestones;
    const wet = coatOfFinish(
      plan.finish.wetPerCoat.value,
      finish.densityLiquid,
      lawOf(c)?.kinetics,
      percentAt(plan.inputs?.temperature.value ?? 20),
    );
    return {
      base,
      wet: Array.from({ length: plan.finish.coats.value }, () => wet),
      goes: Array.from({ length: plan.finish.coats.value }, (_, i) => ({
        number: i + 1,
        title: `${finish.kind}, coat ${i + 1}`,
        curing: c,
        limit: LIMITS.finish,
        stage: 'finish' as const,
        sheetFigures: {
          opens: f.windowOpens,
          closes: f.windowCloses,
          sand: f.sand,
          full: f.full,
          load: f.full,
          gel: f.potLife,
        },
      })),
    };
  }
  return undefined;
}

const plies = (lays: readonly number[]): string =>
  lays.length === 1 ? `ply ${lays[0]}` : `plies ${Math.min(...lays)}–${Math.max(...lays)}`;
