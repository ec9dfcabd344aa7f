import { checkGo, checkTemperature, doublingRule } from '../cure/cure-model';
import { gritBeforeFinish, planBuildUp } from '../finish/film';
import { planTaperRatio } from '../grind/taper-ratio';
import { planCoring } from '../laminate/coring';
import { compareStiffness, type StiffnessInput } from '../laminate/compare-stiffness';
import { planStructure } from '../laminate/structure';
import { linkOf } from '../match/chain';
import { routeFor, type RouteId } from '../match/routes';
import { DEFAULTS } from '../materials/defaults';
import type { Library } from '../materials/product';
import { planMix } from '../mix/batches';
import type { Job } from '../schema/job';
import { DAMAGE_KINDS } from '../materials/damage-kinds';
import { SUBSTRATES } from '../materials/substrates';
import { regionOf, planExtent } from '../survey/extent';
import type { Dish } from '../grind/dish';
import type { Faces } from '../grind/faces';
import { answerOf, OBSTACLE_KINDS, type RoomCheck } from '../grind/room';
import type { Filler, Resin, Sheet } from '../materials/product';
import type { Face, Obstacle } from '../schema/job';
import { checkPlan } from './checks';
import { planLaminating } from './laminating';
import { identify } from '../survey/identify';
import { mapReadings } from '../survey/readings';
import { STAGES, type Problem, type Stage } from '../trace/problem';
import { resolveInputs, type Inputs } from './inputs';
import { listMaterials } from './materials-list';
import { ENGINE_VERSION, PLAN_FORMAT, type GrindPlan, type LaminatePlan, type Plan, type PlanResult, type Timing } from './plan';
import { checkSize, matchingInput, planSystem, substratesOf, type SystemPlan } from './matching';
import { measureAll } from './measure-all';
import { openStages } from './open-stages';
import { drawPlanView, type PlanDrawing, type PlanObstacle, type PlanViewInput } from './plan-view';
import { planFairing, planSurface } from './fairing';
import { finishStage } from './finishing';
import { drawSection, type SectionFace } from './section';
import type { Clock, Shop } from './shop';
import { StageMemo } from './stage-memo';
import { draftTasks, type TaskFacts } from './tasks';
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
      const { timing, ...plan } = compose(memo, job, library, shop, clock);
      const trace = memo.lazyTrace();
      const missed = plan.timeline ? missedWindows(plan.timeline) : [];
      return { plan: Object.defineProperty({ ...plan, trace: {} }, 'trace', { enumerable: true, get: trace }), problems: [...missing(job), ...memo.problems, ...missed], timing };
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

/** A plan without its trace, and what its time line was placed from. */
type Composed = Omit<Plan, 'trace'> & { readonly timing?: Timing };

function compose(memo: StageMemo, job: Job, library: Library, shop: Shop, clock: Clock): Composed {
  const nothing = { format: PLAN_FORMAT, engine: ENGINE_VERSION, library: library.version, stages: STAGES, open: [] } as const;
  const { kind } = job.damage;

  const facts = { ...job, schedule: undefined, title: undefined, boat: undefined };
  // What only says how figures are read, or when people work, changes no stage.
  const yard: Shop = { ...shop, units: undefined, hours: undefined, currency: undefined, name: undefined, crew: undefined };
  const identity = memo.run('identity', { evidence: job.hull.evidence ?? [] }, (i, l) => identify(i.evidence, l));
  const substrates = substratesOf(job, identity);
  if (substrates.length === 0 || kind === undefined) return { ...nothing, identity };
  const laminated = substrates.some((s) => routeFor(s.family, kind)?.stages.includes('laminate') && s.family.startsWith('frp'));
  const cored = substrates[0].family === 'frp-cored';
  const inputs = memo.run('input', { job: facts, shop: yard, library, laminated, cored }, (i, l) => resolveInputs(i.job, i.shop, i.library, i.laminated, i.cored, l));
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
  const computed = system !== undefined && isComputed(route?.id, substrates[0].id, system);
  // A coat that is not worked out leaves its own stage open, and no other.
  const open = route ? openStages(route.id as RouteId).filter((o) => !computed || (o.stage === 'finish' && !system?.chosen?.chain.finish)) : [];
  const head = { ...nothing, stages: route?.stages ?? STAGES, open, identity, inputs, survey, readings: readingMap, system };
  const look = findings.filter((f) => f.extent === 'first look').at(-1);
  const view = (more: Pick<PlanViewInput, 'plies' | 'finishEdge' | 'maskingLine'>, room: readonly RoomCheck[] = []): PlanDrawing | undefined =>
    survey &&
    memo.run(
      'planView',
      { base: survey.region, centre: survey.centre, firstLook: look && regionOf(look, shape), readings: readingMap?.cells ?? [], obstacles: drawnObstacles(job.obstacles ?? [], room), ...more },
      drawPlanView,
    );
  const { cloth, finish: chosenCoat } = system?.chosen?.chain ?? {};
  const resin = inOneGo(system?.chosen?.chain.resin, job);
  const filler = fillInOneGo(system?.chosen?.chain.filler, job);
  // Room is left for a paint where the coat that was chosen is not worked out.
  const coat = chosenCoat ?? library.finishes.find((f) => f.kind === 'paint');
  if (!system?.chosen || !computed || !resin || !cloth || !filler || !coat) return { ...head, planView: view({ plies: [] }), ...planOpen(memo, system, inputs, job, shop, clock) };

  // A thickened filler is made of a resin of its own chemistry, not of whatever the laminate is.
  const fillerResin = filler.kind === 'putty' || filler.family === resin.family ? resin : (library.resins.find((r) => r.family === filler.family) ?? resin);
  const milestones = memo.run('cure', { resin, fillerResin, filler, coat: chosenCoat, temperature: inputs.temperature, sheets: { resin: system.chosen.chain.resin?.maximumPerGo ?? resin.maximumPerGo, filler: system.chosen.chain.filler?.maximumPerGo ?? filler.maximumPerGo } }, (i, ledger) => {
    checkTemperature(i.resin, i.temperature, 'mix', ledger);
    checkGo(ledger, 'mix', 'mix.perGo', i.resin.name, i.resin.maximumPerGo, i.sheets.resin);
    checkGo(ledger, 'fair', 'mix.fillPerGo', i.filler.name, i.filler.maximumPerGo, i.sheets.filler);
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

  const buildUp = memo.run('buildUp', { coat, gelCoat: inputs.gelCoat, film: job.coat?.film }, (i, l) => planBuildUp(i.coat, i.gelCoat, i.film, l));
  const taper = memo.run(
    'taper',
    { duty: inputs.duty, dutyEntered: inputs.dutyEntered, own: job.taper?.ratio, oldLaminate: inputs.oldLaminate, laminateEntered: inputs.laminateEntered, bondShear: library.bondShear[resin.family], resinName: resin.family },
    planTaperRatio,
  );
  const laminating = buildUp && taper && planLaminating(memo, { job, library, inputs, buildUp, taper, cloth, resin, base: survey.region, baseArea: survey.area, centre: survey.centre, cored });
  if (!buildUp || !laminating) return head;
  const { faces } = laminating;
  const newCore = system.chosen && linkOf(system.chosen.chain, 'coring');
  const stiffness = memo.run('stiffness', stiffnessInput(job, library, inputs, resin, laminating.laminate, newCore?.family ?? job.hull.core), compareStiffness);
  const laminate: LaminatePlan = { ...laminating.laminate, stiffness };
  const backing = backingOf(faces, inputs, kind, cored);
  const grind: GrindPlan = { ...laminating.grind, backing, checks: checkPlan({ job, inputs, grind: laminating.grind, laminate, stiffness, backing }) };
  const { order, plies } = laminate;
  const coring = cored && faces.through && newCore && inputs.core ? memo.run('coring', { base: survey.region, baseArea: survey.area, core: inputs.core, product: newCore as Sheet }, planCoring) : undefined;

  const members = job.structure ?? [];
  const structure = members.length > 0 ? memo.run('structure', { members, cloths: library.cloths, cloth, resin, sand: milestones.resin.sand, length: survey.length }, planStructure) : undefined;

  const wetPlies = plies.map((p) => ({ lay: p.lay, thickness: p.thickness, area: p.area, resin: p.resin, rate: p.cloth.wetOutRate }));
  const grounds = laminate.sides.flatMap((side) => (side.plies.length > 0 ? [{ lay: side.plies[0], area: (side.face === 'inside' ? grind.inside : grind)?.groundArea ?? grind.groundArea }] : []));
  const batches = memo.run('mix', { plies: wetPlies, grounds, groundCoat: inputs.groundCoat, waste: inputs.waste, resin, temperature: inputs.temperature, usableTime: milestones.resin.usable, dropsPerMl: inputs.dropsPerMl, hands: inputs.hands, lie: inputs.lie }, planMix);
  const mix = batches && { ...batches, milestones: milestones.resin };

  const outer = laminate.sides.find((side) => side.face === 'outside');
  const shelf = { papers: shop.papers, habit: shop.habit };
  const surface = memo.run('surface', { fairing: job.fairing, grade: inputs.grade }, planSurface);
  const filled = surface && memo.run(
    'fair',
    {
      filler: { wall: faces.outside.depth, laminate: outer?.thickness, finish: buildUp.finish, groundArea: grind.groundArea, finishArea: grind.finishArea, filler, resin: fillerResin, temperature: inputs.temperature, usable: milestones.filler.usable, dropsPerMl: inputs.dropsPerMl },
      endGrit: gritBeforeFinish(coat, inputs.grade),
      surface,
      oldCoat: inputs.gelCoat,
      library,
      shop: shelf,
      sanding: job.sanding,
    },
    planFairing,
  );
  const fair = filled && { ...filled, milestones: milestones.filler };

  const filmed =
    chosenCoat &&
    milestones.finish &&
    memo.run(
      'finish',
      {
        film: { finish: chosenCoat, film: buildUp.finish, area: fair?.coatArea ?? grind.finishArea, grade: inputs.grade, temperature: inputs.temperature, usable: milestones.finish.usable, dropsPerMl: inputs.dropsPerMl, method: job.coat?.method, thinner: job.coat?.thinner, tapeRoom: grind.maskingLine.value - grind.finishEdge.value },
        humidity: inputs.humidity,
        check: job.check,
        weather: { place: job.conditions?.place, wind: job.coat?.wind, sun: job.conditions?.sun },
        library,
        shop: shelf,
        sanding: job.sanding,
      },
      finishStage,
    );
  const finish = filmed && milestones.finish && { ...filmed, milestones: milestones.finish };

  const bench = memo.run(
    'bench',
    { batches: mix?.batches.map((b) => b.parts) ?? [], filler: fair?.partsPerBatch, coat: finish?.partsPerCoat, instruments: shop.instruments },
    (i, ledger) => measureAll(i, ledger),
  );

  const parts = { system, fillerResin, grind, coring, structure, laminate, mix, fair, finish, backing, job: taskFacts(job), hands: inputs.hands, solventWipe: wiped(system) };
  const materials = memo.run('materials', { parts, peelPly: library.peelPly }, (i, l) => listMaterials(i.parts, i.peelPly, l));
  const drafts = memo.run('time', parts, draftTasks);
  const timing = drafts && { drafts, start: startOf(job, clock), done: doneTimes(job), crew: { hours: shop.hours, timeZone: clock.timeZone, hands: inputs.hands.value } };
  const timeline = timing && placeTasks(timing.drafts, timing.start, timing.done, timing.crew);
  const totals = timeline && memo.run('totals', { timeline, resin: mix?.total, materials: materials ?? [], shop: { ...yard, hours: shop.hours }, without: open.map((o) => o.stage) }, (i, l) => sumTotals(i.timeline, i.resin, i.materials, i.shop, i.without, l));

  const section = memo.run(
    'section',
    {
      half: survey.length.value / 2,
      skin: inputs.wall.value,
      core: inputs.core?.value ?? 0,
      innerSkin: cored ? inputs.thickness.value : 0,
      gelCoat: inputs.gelCoat.value,
      through: faces.through,
      outside: sectionFace('outside', grind, laminate),
      inside: grind.inside && sectionFace('inside', grind.inside, laminate),
      order,
      finish: buildUp.finish.value,
      finishKind: coat.kind,
      maskingLine: grind.maskingLine.value,
      // Between two dishes the former stands only until the other face is opened.
      backing: backing && faces.side !== 'both' && { kind: backing, lap: DEFAULTS.backingLap, thickness: DEFAULTS.backingThickness },
    },
    drawSection,
  );
  const planView = view({ plies, finishEdge: grind.outlines.finishEdge, maskingLine: grind.outlines.maskingLine }, grind.room);

  return { ...head, grind, coring, structure, laminate, mix, fair, finish, bench, timeline, timing, materials, totals, section, planView };
}

/** The resin with what the technician decided on thickness and pot. */
function inOneGo(resin: Resin | undefined, { mix }: Job): Resin | undefined {
  return resin && (mix?.perGo !== undefined || mix?.pot !== undefined) ? { ...resin, maximumPerGo: mix.perGo ?? resin.maximumPerGo, maximumPot: mix.pot ?? resin.maximumPot } : resin;
}

const fillInOneGo = (filler: Filler | undefined, { mix }: Job): Filler | undefined => (filler && mix?.fillPerGo !== undefined ? { ...filler, maximumPerGo: mix.fillPerGo } : filler);

/** Repairs whose stages are worked out: what is opened and laminated in solid or cored fibreglass. */
function isComputed(route: string | undefined, hull: string, system: SystemPlan): boolean {
  const laminated = (route === 'laminate' || route === 'recore') && (hull === 'frp-solid' || hull === 'frp-cored');
  return laminated && system.substrates.length === 1 && system.chosen?.chain.filler !== undefined;
}

/** The new laminate from outside in, and what it is held against. */
function stiffnessInput(job: Job, library: Library, inputs: Inputs, resin: Resin, laminate: LaminatePlan, material: string | undefined): StiffnessInput {
  const laid = (face: Face): StiffnessInput['plies'] => laminate.plies.filter((p) => p.side === face).map((p) => ({ cloth: p.cloth, way: p.orientation, thickness: p.thickness.value }));
  const outside = [...laid('outside')].reverse();
  return {
    // A dish in each skin of a core: the outer one is compared, with the rest of the panel behind it.
    plies: inputs.core ? outside : [...outside, ...laid('inside')],
    thickness: inputs.core ? (laminate.sides.find((s) => s.face === 'outside')?.thickness ?? laminate.thickness) : laminate.thickness,
    resin: resin.family,
    densityResin: resin.densityCured,
    old: { plies: job.hull.plies ?? [], thickness: inputs.thickness, laminate: inputs.oldLaminate, matrix: job.hull.matrix, library },
    core: inputs.core && { thickness: inputs.core.value, material },
  };
}

/** What the tasks read of the job. */
const taskFacts = ({ former, damage, colour }: Job): TaskFacts => ({ former, kind: damage.kind, ...(colour?.readings?.length || colour?.recipe?.length ? { colour: true } : {}) });

/** What the first ply is laid against, where the cut-out is open behind it. */
function backingOf(faces: Faces, inputs: Inputs, kind: string, cored: boolean): 'removable' | 'bonded' | undefined {
  if (!faces.through) return undefined;
  // Behind the skin of a core lies the new core; only a hole right through both skins wants a backing.
  if (cored && (kind !== 'hole' || faces.inside)) return undefined;
  return faces.side === 'outside' ? inputs.backing : 'removable';
}

function sectionFace(face: Face, dish: Dish, laminate: LaminatePlan): SectionFace {
  const side = laminate.sides.find((s) => s.face === face);
  const own = laminate.plies.filter((p) => p.side === face).map((p) => ({ lay: p.lay, offset: p.offset.value, thickness: p.thickness.value, orientation: p.orientation, name: p.cloth.name }));
  return { depth: dish.depth.value, profile: dish.profile, grindLimit: dish.grindLimit.value, plies: side?.cover ? own.slice(0, -1) : own, cover: side?.cover ? own.at(-1) : undefined };
}

function drawnObstacles(obstacles: readonly Obstacle[], room: readonly RoomCheck[]): readonly PlanObstacle[] {
  return obstacles.flatMap((o, index) => {
    if (o.points.length < 2) return [];
    const check = room.find((r) => r.index === index);
    const answer = answerOf(o);
    return [{ kind: o.kind, name: o.name ?? o.kind, closed: OBSTACLE_KINDS[o.kind].closed, points: o.points, moved: answer === 'move', short: answer === 'stop' && check !== undefined && !check.fits }];
  });
}

/** Where the yard wipes with a solvent after abrading: the chain says. */
const wiped = ({ chosen }: SystemPlan): 'wipe' | 'none' => (chosen && linkOf(chosen.chain, 'clean')?.traits?.includes('solvent') ? 'wipe' : 'none');

/** What can be said where later stages are open: the survey in time, and the times of the products. No figure is made up. */
function planOpen(memo: StageMemo, system: SystemPlan | undefined, inputs: Inputs, job: Job, shop: Shop, clock: Clock): Pick<Composed, 'productTimes' | 'timeline' | 'timing'> {
  const productTimes = memo.run('times', { chain: system?.chosen?.chain, temperature: inputs.temperature }, (i, ledger) =>
    (i.chain?.links ?? []).flatMap(({ role, product }) => {
      const cure = 'cure' in product ? product.cure : undefined;
      if (!cure) return [];
      checkTemperature({ ...product, cure }, i.temperature, 'mix', ledger);
      return [{ product: product.name, milestones: doublingRule.milestones(role, { ...product, cure }, i.temperature, ledger) }];
    }),
  );
  const drafts = memo.run('time', { hands: inputs.hands, backing: inputs.backing, solventWipe: inputs.solventWipe }, draftTasks);
  const timing = drafts && { drafts, start: startOf(job, clock), done: doneTimes(job), crew: { hours: shop.hours, timeZone: clock.timeZone, hands: inputs.hands.value }, route: system?.route.stages };
  const timeline = timing && placeTasks(timing.drafts, timing.start, timing.done, timing.crew, timing.route);
  return { productTimes, timeline, timing };
}

function startOf(job: Job, clock: Clock): number {
  return job.schedule?.start ? Date.parse(job.schedule.start) : clock.now;
}

function doneTimes(job: Job): Partial<Record<Stage, number>> {
  return Object.fromEntries((job.schedule?.done ?? []).map((d) => [d.stage, Date.parse(d.at)]));
}
