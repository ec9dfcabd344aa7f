import { checkTemperature, doublingRule } from '../cure/cure-model';
import { planFiller } from '../fair/filler';
import { gritBeforeFinish, planBuildUp, planFilm } from '../finish/film';
import { planDish } from '../grind/dish';
import { planTaperRatio } from '../grind/taper-ratio';
import { planOutlines } from '../laminate/outlines';
import { bandFloor, laminateLimit, planStack } from '../laminate/stack';
import { linkOf } from '../match/chain';
import { routeFor, type RouteId } from '../match/routes';
import { DEFAULTS } from '../materials/defaults';
import type { Library } from '../materials/product';
import { planMix } from '../mix/batches';
import { dewPoint } from '../physics/dew-point';
import type { Job } from '../schema/job';
import { DAMAGE_KINDS } from '../materials/damage-kinds';
import { SUBSTRATES } from '../materials/substrates';
import { outlineOf, planExtent } from '../survey/extent';
import { identify } from '../survey/identify';
import { mapReadings } from '../survey/readings';
import { STAGES, type Problem, type Stage } from '../trace/problem';
import { resolveInputs, type Inputs } from './inputs';
import { listMaterials } from './materials-list';
import { ENGINE_VERSION, PLAN_FORMAT, type Plan, type PlanResult } from './plan';
import { checkSize, matchingInput, planSystem, substratesOf, type SystemPlan } from './matching';
import { measureAll } from './measure-all';
import { openStages } from './open-stages';
import { drawPlanView, type PlanDrawing, type PlanViewInput } from './plan-view';
import { planSanding } from './sanding';
import { drawSection } from './section';
import type { Clock, Shop } from './shop';
import { StageMemo } from './stage-memo';
import { draftTasks } from './tasks';
import { missedWindows, placeTasks } from './timeline';
import { sumTotals } from './totals';

/** Plans one job after another and reuses the stages whose input did not change between calls. */
export interface Planner {
  plan(job: Job, library: Library, shop: Shop, clock: Clock): PlanResult;
}

/**
 * Plans a repair: survey → match → finish build-up → laminate stack → outlines → grind → wet-out and batches →
 * cure → fair → finish → time line. Pure, synchronous and deterministic; never throws for user data.
 *
 * @returns the plan as far as it goes, and the problems found
 */
export function planRepair(job: Job, library: Library, shop: Shop, clock: Clock): PlanResult {
  return createPlanner().plan(job, library, shop, clock);
}

/** A planner with a memory of its last plan. */
export function createPlanner(): Planner {
  const memo = new StageMemo();
  return {
    plan(job, library, shop, clock) {
      memo.begin();
      const plan = compose(memo, job, library, shop, clock);
      const trace = memo.lazyTrace();
      const missed = plan.timeline ? missedWindows(plan.timeline) : [];
      return { plan: Object.defineProperty({ ...plan, trace: {} }, 'trace', { enumerable: true, get: trace }), problems: [...missing(job), ...memo.problems, ...missed] };
    },
  };
}

/** What no default can stand for. */
function missing(job: Job): Problem[] {
  const problems: Problem[] = [];
  const need = (ok: boolean, path: string, what: string, suggestion: string, allowed?: string): void => {
    if (!ok) problems.push({ severity: 'error', path, what, suggestion, allowed });
  };
  const tested = (job.hull.evidence?.length ?? 0) > 0;
  need(job.hull.material !== undefined || tested, 'hull.material', 'Hull is missing', 'say what the hull is made of, or do a test of the guide', SUBSTRATES.map((s) => s.id).join(', '));
  need(job.damage.kind !== undefined, 'damage.kind', 'Damage is missing', 'say what is broken', Object.keys(DAMAGE_KINDS).join(', '));
  const sized = job.damage.size !== undefined || (job.damage.findings?.length ?? 0) > 0;
  need(sized, 'damage.size', 'Size of the damage is missing', 'give its length and width, such as "95 mm" and "60 mm"', '2 to 3000 mm');
  return problems;
}

function compose(memo: StageMemo, job: Job, library: Library, shop: Shop, clock: Clock): Omit<Plan, 'trace'> {
  const nothing = { format: PLAN_FORMAT, engine: ENGINE_VERSION, library: library.version, stages: STAGES, open: [] } as const;
  const { kind } = job.damage;

  const facts = { ...job, schedule: undefined, title: undefined, boat: undefined };
  // What only says how figures are read, or when people work, changes no stage.
  const yard: Shop = { ...shop, units: undefined, hours: undefined, currency: undefined, name: undefined, crew: undefined };
  const identity = memo.run('identity', { evidence: job.hull.evidence ?? [] }, (i, l) => identify(i.evidence, l));
  const substrates = substratesOf(job, identity);
  if (substrates.length === 0 || kind === undefined) return { ...nothing, identity };
  const laminated = substrates.some((s) => routeFor(s.family, kind)?.stages.includes('laminate') && s.family.startsWith('frp'));
  const inputs = memo.run('input', { job: facts, shop: yard, library, laminated }, (i, l) => resolveInputs(i.job, i.shop, i.library, i.laminated, l));
  if (!inputs) return { ...nothing, identity };

  const { shape, size, findings = [], readings = [], meter } = job.damage;
  const survey = memo.run('survey', { kind, shape, size, findings }, (i, ledger) => {
    if (i.size && i.findings.length === 0) {
      ledger.report({ severity: 'assumed', stage: 'survey', path: 'damage.size', what: 'size taken as the true extent', suggestion: 'enter a finding with the way it was found' });
    }
    const result = planExtent(i, ledger);
    if (result && !result.measured) {
      ledger.report({ severity: 'assumed', stage: 'survey', path: 'damage.findings', what: 'planned on a first look grown by the usual range', suggestion: 'grind or tap to the sound edge and enter the true extent' });
    }
    return result;
  });
  const readingMap = memo.run('readings', { readings, meter, fibre: job.hull.fibre }, mapReadings);
  const system = memo.run('system', matchingInput(job, inputs, library, shop, substrates, kind), planSystem);
  const route = system?.route;
  if (route && survey) memo.run('limits', { route, length: Math.max(survey.length.value, survey.width.value) }, checkSize);
  const computed = system !== undefined && route?.id === 'laminate' && isComputed(substrates[0].id, kind, system);
  // A coat that is not worked out leaves its own stage open, and no other.
  const open = route ? openStages(route.id as RouteId).filter((o) => !computed || (o.stage === 'finish' && !system?.chosen?.chain.finish)) : [];
  const head = { ...nothing, stages: route?.stages ?? STAGES, open, identity, inputs, survey, readings: readingMap, system };
  const look = findings.filter((f) => f.extent === 'first look').at(-1);
  const view = (more: Pick<PlanViewInput, 'plies' | 'finishEdge' | 'maskingLine'>): PlanDrawing | undefined =>
    survey && memo.run('planView', { base: survey.outline, centre: survey.centre, firstLook: look && outlineOf(look, shape), readings: readingMap?.cells ?? [], ...more }, drawPlanView);
  const { resin, cloth, filler, finish: chosenCoat } = system?.chosen?.chain ?? {};
  // Room is left for a paint where the coat that was chosen is not worked out.
  const coat = chosenCoat ?? library.finishes.find((f) => f.kind === 'paint');
  if (!system?.chosen || !computed || !resin || !cloth || !filler || !coat) return { ...head, planView: view({ plies: [] }), ...planOpen(memo, system, inputs, job, shop, clock) };

  // A thickened filler is made of a resin of its own chemistry, not of whatever the laminate is.
  const fillerResin = filler.kind === 'putty' || filler.family === resin.family ? resin : (library.resins.find((r) => r.family === filler.family) ?? resin);
  const milestones = memo.run('cure', { resin, fillerResin, filler, coat: chosenCoat, temperature: inputs.temperature }, (i, ledger) => {
    checkTemperature(i.resin, i.temperature, 'mix', ledger);
    const fillerProduct = i.filler.cure ? { ...i.filler, cure: i.filler.cure } : { ...i.filler, name: i.filler.name, cure: i.fillerResin.cure, fromSheet: i.fillerResin.fromSheet };
    if (i.filler.cure) checkTemperature(fillerProduct, i.temperature, 'fair', ledger);
    if (i.coat) checkTemperature(i.coat, i.temperature, 'finish', ledger);
    return {
      resin: doublingRule.milestones('resin', i.resin, i.temperature, ledger),
      filler: doublingRule.milestones('filler', fillerProduct, i.temperature, ledger),
      finish: i.coat && doublingRule.milestones('finish', i.coat, i.temperature, ledger),
    };
  });
  if (!survey || !milestones) return head;

  const buildUp = memo.run('buildUp', { coat, gelCoat: inputs.gelCoat }, (i, l) => planBuildUp(i.coat, i.gelCoat, l));
  const lighter = library.cloths
    .filter((c) => (c.kind === cloth.kind || c.kind === 'woven') && c.family === cloth.family && c.arealWeight < cloth.arealWeight)
    .sort((a, b) => b.arealWeight - a.arealWeight);
  const stack =
    buildUp &&
    memo.run('stack', { cloth, lighter, resin, thickness: inputs.thickness, gelCoat: inputs.gelCoat, buildUp }, (i, ledger) => {
      const upper = ledger.compute('upper', 'upper limit of the new laminate', laminateLimit, { Told: i.thickness, gold: i.gelCoat, fairing: i.buildUp.fairing, finish: i.buildUp.finish });
      const lower = ledger.compute('lower', 'lower limit of the new laminate', bandFloor, { Tmax: upper, b: ledger.given('band', 'width of the band', DEFAULTS.bandBelow, 'm', 'assumed', 'band for the laminate against its upper limit') });
      return { upper, lower, stack: planStack({ ...i, band: [lower, upper] }, ledger) };
    });
  const taper = memo.run(
    'taper',
    { duty: inputs.duty, dutyEntered: inputs.dutyEntered, own: job.taper?.ratio, oldLaminate: inputs.oldLaminate, laminateEntered: inputs.laminateEntered, bondShear: library.bondShear[resin.family], resinName: resin.family },
    planTaperRatio,
  );
  if (!buildUp || !stack || !taper || stack.stack.plies.length === 0) return head;

  const { order } = inputs;
  const plies = memo.run('laminate', { base: survey.outline, stack: stack.stack, ratio: taper.used, step: inputs.minimumStep, order }, planOutlines);
  if (!plies) return head;
  const laminate = { order, upperLimit: stack.upper, lowerLimit: stack.lower, thickness: stack.stack.thickness, inBand: stack.stack.inBand, step: inputs.minimumStep, plies };

  const dish = memo.run('grind', { base: survey.outline, baseArea: survey.area, plies, order, wall: inputs.wall, oldLaminate: inputs.oldLaminate }, planDish);
  const grind = dish && { ...dish, taper, discGrit: GRINDING_DISC };
  const wetPlies = plies.map((p) => ({ lay: p.lay, thickness: p.thickness, area: p.area, resin: p.resin, rate: p.cloth.wetOutRate }));
  const batches =
    dish &&
    memo.run('mix', { plies: wetPlies, groundArea: dish.groundArea, groundCoat: inputs.groundCoat, waste: inputs.waste, resin, temperature: inputs.temperature, usableTime: milestones.resin.usable, dropsPerMl: inputs.dropsPerMl, hands: inputs.hands }, planMix);
  const mix = batches && { ...batches, milestones: milestones.resin };

  const filled =
    dish &&
    memo.run(
      'fair',
      { filler: { wall: inputs.wall, laminate: laminate.thickness, finish: buildUp.finish, groundArea: dish.groundArea, finishArea: dish.finishArea, filler, resin: fillerResin, temperature: inputs.temperature, usable: milestones.filler.usable, dropsPerMl: inputs.dropsPerMl }, endGrit: gritBeforeFinish(coat, inputs.grade) },
      (i, ledger) => {
        const result = planFiller(i.filler, ledger);
        return { ...result, endGrit: i.endGrit, sanding: planSanding('sand', result.overfill, i.filler.finishArea, i.endGrit, 'cured resin', ledger) };
      },
    );
  const fair = filled && { ...filled, milestones: milestones.filler };

  const filmed =
    dish &&
    chosenCoat &&
    milestones.finish &&
    memo.run('finish', { film: { finish: chosenCoat, film: buildUp.finish, area: dish.finishArea, grade: inputs.grade, temperature: inputs.temperature, usable: milestones.finish.usable, dropsPerMl: inputs.dropsPerMl }, humidity: inputs.humidity }, (i, ledger) => {
      const result = planFilm(i.film, ledger);
      const dew = ledger.compute('dewPoint', 'dew point', dewPoint, { T: i.film.temperature, RH: i.humidity });
      if (i.film.temperature.value - dew.value < DEFAULTS.dewMargin) {
        ledger.report({ severity: 'warning', stage: 'finish', path: 'conditions.humidity', what: `the surface is less than ${DEFAULTS.dewMargin} °C above the dew point of ${dew.value.toFixed(1)} °C`, allowed: `at least ${DEFAULTS.dewMargin} °C above`, suggestion: 'warm the work or wait for drier air' });
      }
      const { last } = result.grits;
      const sanding = last === undefined ? [] : planSanding('level', result.levelling, i.film.area, last, 'gel coat', ledger);
      return { ...result, dewPoint: dew, sanding };
    });
  const finish = filmed && milestones.finish && { ...filmed, milestones: milestones.finish };

  const bench = memo.run(
    'bench',
    { batches: mix?.batches.map((b) => b.parts) ?? [], filler: fair?.partsPerBatch, coat: finish?.partsPerCoat, instruments: shop.instruments },
    (i, ledger) => measureAll(i, ledger),
  );

  const parts = { system, fillerResin, grind, laminate, mix, fair, finish, backing: inputs.backing, hands: inputs.hands, solventWipe: wiped(system) };
  const materials = memo.run('materials', { parts, peelPly: library.peelPly }, (i, l) => listMaterials(i.parts, i.peelPly, l));
  const drafts = memo.run('time', parts, draftTasks);
  const timeline = drafts && placeTasks(drafts, startOf(job, clock), doneTimes(job), { hours: shop.hours, timeZone: clock.timeZone, hands: inputs.hands.value });
  const totals = timeline && memo.run('totals', { timeline, resin: mix?.total, materials: materials ?? [], shop: { ...yard, hours: shop.hours }, without: open.map((o) => o.stage) }, (i, l) => sumTotals(i.timeline, i.resin, i.materials, i.shop, i.without, l));

  const section =
    dish &&
    memo.run(
      'section',
      {
        half: survey.length.value / 2,
        wall: inputs.wall.value,
        gelCoat: inputs.gelCoat.value,
        profile: dish.profile,
        order,
        plies: plies.map((p) => ({ lay: p.lay, offset: p.offset.value, thickness: p.thickness.value, orientation: p.orientation, name: p.cloth.name })),
        finish: buildUp.finish.value,
        finishKind: coat.kind,
        maskingLine: dish.maskingLine.value,
        backing: inputs.backing,
        backingLap: DEFAULTS.backingLap,
        backingThickness: DEFAULTS.backingThickness,
      },
      drawSection,
    );
  const planView = dish && view({ plies, finishEdge: dish.outlines.finishEdge, maskingLine: dish.outlines.maskingLine });

  return { ...head, grind, laminate, mix, fair, finish, bench, timeline, materials, totals, section, planView };
}

/** Repairs whose stages are worked out: a hole, or a piece gone, right through solid laminate. */
function isComputed(hull: string, kind: string, system: SystemPlan): boolean {
  const chain = system.chosen?.chain;
  return hull === 'frp-solid' && system.substrates.length === 1 && (kind === 'hole' || kind === 'crushed') && chain?.filler !== undefined;
}

/** Where the yard wipes with a solvent after abrading: the chain says. */
const wiped = ({ chosen }: SystemPlan): 'wipe' | 'none' => (chosen && linkOf(chosen.chain, 'clean')?.traits?.includes('solvent') ? 'wipe' : 'none');

/** What can be said where later stages are open: the survey in time, and the times of the products. No figure is made up. */
function planOpen(memo: StageMemo, system: SystemPlan | undefined, inputs: Inputs, job: Job, shop: Shop, clock: Clock): Pick<Plan, 'productTimes' | 'timeline'> {
  const productTimes = memo.run('times', { chain: system?.chosen?.chain, temperature: inputs.temperature }, (i, ledger) =>
    (i.chain?.links ?? []).flatMap(({ role, product }) => {
      const cure = 'cure' in product ? product.cure : undefined;
      if (!cure) return [];
      checkTemperature({ ...product, cure }, i.temperature, 'mix', ledger);
      return [{ product: product.name, milestones: doublingRule.milestones(role, { ...product, cure }, i.temperature, ledger) }];
    }),
  );
  const drafts = memo.run('time', { hands: inputs.hands, backing: inputs.backing, solventWipe: inputs.solventWipe }, draftTasks);
  const timeline = drafts && placeTasks(drafts, startOf(job, clock), doneTimes(job), { hours: shop.hours, timeZone: clock.timeZone, hands: inputs.hands.value }, system?.route.stages);
  return { productTimes, timeline };
}

/** P grade for taking laminate away: the coarse end of what lamination wants under it. */
const GRINDING_DISC = 40;

function startOf(job: Job, clock: Clock): number {
  return job.schedule?.start ? Date.parse(job.schedule.start) : clock.now;
}

function doneTimes(job: Job): Partial<Record<Stage, number>> {
  return Object.fromEntries((job.schedule?.done ?? []).map((d) => [d.stage, Date.parse(d.at)]));
}
