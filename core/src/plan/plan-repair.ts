import { lightWayOf } from '../match/light-ways';
import { routeFor, ROUTES, schoolOf } from '../match/routes';
import type { Elsewhere } from '../repairs/elsewhere';
import type { Library } from '../materials/product';
import type { Job } from '../schema/job';
import { regionOf, planExtent } from '../survey/extent';
import { identify } from '../survey/identify';
import { withCatalyst } from '../materials/own-catalyst';
import { systemWithCatalyst } from '../resolve/own-catalyst';
import { asRepaired } from '../survey/as-repaired';
import { mapReadings } from '../survey/readings';
import { problem, STAGES, type Stage } from '../trace/problem';
import { answerOf, OBSTACLE_KINDS, type RoomCheck } from '../grind/room';
import type { Obstacle } from '../schema/job';
import { resolveInputs } from '../resolve/inputs';
import { LAMINATE_KIND } from '../repairs/laminate/plan';
import type { KindInput, TaskFacts, WorkedOut } from '../repairs/kind';
import { ENGINE_VERSION, PLAN_FORMAT, type Plan, type PlanResult, type Timing } from './plan';
import { checkSize, matchingInput, planSystem, substratesOf } from '../resolve/matching';
import { drawPlanView, type PlanDrawing, type PlanObstacle, type PlanViewInput } from './plan-view';
import { productTimes } from './product-times';
import { stagesOf } from './stages-of';
import { withReworks } from '../repairs/common/reworks';
import { goesBackWith } from '../repairs/common/goes-back';
import { aroundJob } from '../repairs/common/around-job';
import { ruleGates } from '../repairs/common/rule-gates';
import { closeGates } from '../repairs/common/close-gates';
import type { Clock } from './clock';
import { faceOf } from '../repairs/common/face';
import { consumed } from '../repairs/common/consumables';
import { withGoes } from '../repairs/common/set-ups';
import type { YardRates } from '../rates/row';
import { sameData } from '../schema/same-data';
import type { Shop } from '../schema/shop-fields';
import type { RepairKinds } from '../repairs/kinds';
import { StageMemo } from '../trace/stage-memo';
import { brokenGoes, missedWindows, placeTasks } from '../schedule/placement';
import { sumTotals } from './totals';
import { catalystProblems } from './catalyst';
import { missing } from './missing';
import { unusedHere } from './unused';
import { hoursOf } from '../schedule/working-hours';
import { inOrder, networkOf } from '../work/network';
import { productsOf } from '../work/pots';

/** Plans one job after another and reuses the stages whose input did not change between calls. */
export interface Planner {
  /** @param elsewhere what the work does for other places of the boat */
  plan(job: Job, library: Library, shop: Shop, clock: Clock, elsewhere?: Elsewhere): PlanResult;
}

/**
 * Plans a repair: survey → match → the way of the chosen system (laminate in a dish, or another kind of repair) →
 * materials → time line. Pure, synchronous and deterministic; never throws for user data.
 *
 * @param kinds kinds of repair, the first that takes a job works it out; a job that needs more than laminate says so where it is not given
 * @param elsewhere what the work does for other places of the boat
 * @returns the plan as far as it goes, and the problems found
 */
export function planRepair(
  job: Job,
  library: Library,
  shop: Shop,
  clock: Clock,
  kinds: RepairKinds = LAMINATE_ALONE,
  elsewhere?: Elsewhere,
): PlanResult {
  return createPlanner(kinds).plan(job, library, shop, clock, elsewhere);
}

/**
 * A planner with a memory of its last plan.
 *
 * @param kinds kinds of repair, the first that takes a job works it out; a job that needs more than laminate says so where it is not given
 */
export function createPlanner(kinds: RepairKinds = LAMINATE_ALONE): Planner {
  let memo = new StageMemo();
  return {
    plan(job, library, shop, clock, elsewhere) {
      // The yard's own rates are in every stage that takes time.
      if (!sameData(memo.own, shop.rates ?? NO_RATES)) memo = new StageMemo(shop.rates ?? NO_RATES);
      try {
        return planWith(memo, { job, library, shop, clock, kinds, elsewhere });
      } catch (fault) {
        // One job that nobody foresaw must not take a board or a list with it. What was half kept is let go.
        memo = new StageMemo();
        return { problems: [...missing(job), UNFORESEEN], fault };
      }
    },
  };
}

const NO_RATES: YardRates = {};

const UNFORESEEN = problem({ severity: 'error', path: '(job)' }, 'job-not-foreseen');

interface Asked {
  readonly job: Job;
  readonly library: Library;
  readonly shop: Shop;
  readonly clock: Clock;
  readonly kinds: RepairKinds;
  readonly elsewhere?: Elsewhere;
}

function planWith(memo: StageMemo, asked: Asked): PlanResult {
  const { job } = asked;
  memo.begin();
  const { timing, needs, ...plan } = compose(memo, asked);
  const trace = memo.lazyTrace();
  const missed = plan.timeline ? [...missedWindows(plan.timeline), ...brokenGoes(plan.timeline)] : [];
  return {
    plan: Object.defineProperty({ ...plan, trace: {} }, 'trace', { enumerable: true, get: trace }),
    problems: [
      ...missing(job),
      ...memo.problems,
      ...missed,
      ...catalystProblems(job, plan),
      ...unusedHere(job, plan),
    ],
    timing,
    ...(needs ? { needs } : {}),
    ...(memo.fault === undefined ? {} : { fault: memo.fault }),
  };
}

/** A plan without its trace, and what its time line was placed from. */
type Composed = Omit<Plan, 'trace'> & Pick<PlanResult, 'timing' | 'needs'>;

function compose(memo: StageMemo, asked: Asked): Composed {
  const { job: entered, shop, clock, kinds, elsewhere } = asked;
  const library = withCatalyst(asked.library, entered.mix?.catalyst);
  const nothing = {
    format: PLAN_FORMAT,
    engine: ENGINE_VERSION,
    library: library.version,
    stages: STAGES,
  } as const;
  const identity = memo.run('identity', { evidence: entered.hull.evidence ?? [] }, (i, l) =>
    identify(i.evidence, l),
  );
  const substrates = substratesOf(entered, identity);
  const families = substrates.map((s) => s.family);
  const job = memo.run('asRepaired', { job: entered, families }, asRepaired) ?? entered;
  const { kind } = job.damage;

  const facts = { ...job, schedule: undefined, title: undefined, boat: undefined, places: undefined };
  // What only says how figures are read, or when people work, changes no stage.
  const yard: Shop = {
    ...shop,
    units: undefined,
    hours: undefined,
    currency: undefined,
    name: undefined,
    crew: undefined,
    rates: undefined,
  };
  if (substrates.length === 0 || kind === undefined) return { ...nothing, identity };
  const way = schoolOf(job.repair?.way, job.damage.core);
  const wayOf = (family: (typeof substrates)[number]['family']): ReturnType<typeof routeFor> =>
    routeFor(family, kind, way);
  const laminated = substrates.some((s) => wayOf(s.family)?.laysUp);
  const cored = substrates[0].family === 'frp-cored' || wayOf(substrates[0].family)?.id === ROUTES.recore.id;
  const inputs = memo.run('input', { job: facts, shop: yard, library, laminated, cored }, (i, l) =>
    resolveInputs(i.job, i.shop, i.library, i.laminated, i.cored, l),
  );
  if (!inputs) return { ...nothing, identity };

  const { shape, size, findings = [], readings = [], meter } = job.damage;
  const survey = memo.run('survey', { kind, shape, size, findings }, (i, ledger) => {
    if (i.size && i.findings.length === 0) {
      ledger.report(problem({ severity: 'assumed', stage: 'survey', path: 'damage.size' }, 'size-as-extent'));
    }
    const result = planExtent(i, ledger);
    if (result && !result.measured) {
      ledger.report(problem({ severity: 'assumed', stage: 'survey', path: 'damage.findings' }, 'first-look'));
    }
    return result;
  });
  const readingMap = memo.run('readings', { readings, meter, fibre: job.hull.fibre }, mapReadings);
  const matched = memo.run(
    'system',
    matchingInput(job, inputs, asked.library, shop, substrates, kind),
    planSystem,
  );
  const system =
    matched && memo.run('catalyst', { system: matched, share: job.mix?.catalyst }, systemWithCatalyst);
  const route = system?.route;
  if (route && survey)
    memo.run('limits', { route, length: Math.max(survey.length.value, survey.width.value) }, checkSize);
  const look = findings.filter((f) => f.extent === 'first look').at(-1);
  const view = (
    more: Pick<PlanViewInput, 'plies' | 'grindLimit' | 'finishEdge' | 'maskingLine'>,
    room: readonly RoomCheck[] = [],
  ): PlanDrawing | undefined =>
    survey &&
    memo.run(
      'planView',
      {
        base: survey.region,
        centre: survey.centre,
        firstLook: look && regionOf(look, shape),
        readings: readingMap?.cells ?? [],
        obstacles: drawnObstacles(job.obstacles ?? [], room),
        ...more,
      },
      drawPlanView,
    );
  const head = {
    ...nothing,
    stages: route?.stages ?? STAGES,
    identity,
    inputs,
    survey,
    readings: readingMap,
    system,
  };
  if (!system?.chosen || !survey) return { ...head, planView: view({ plies: [] }) };

  const taskFacts: TaskFacts = {
    // What broke out gives the shape best, where it was kept.
    former: job.former ?? (job.damage.pieces === 'kept' ? 'pieces' : undefined),
    kind,
    ...(job.damage.pieces ? { pieces: job.damage.pieces } : {}),
    ...(job.damage.holds ? { holds: job.damage.holds } : {}),
    ...(job.colour?.readings?.length || job.colour?.recipe?.length ? { colour: true } : {}),
  };
  const common = {
    job,
    facts,
    damage: kind,
    library,
    shop,
    inputs,
    system,
    survey,
    readings: readingMap,
    taskFacts,
    elsewhere,
    cored,
    beside: kinds.beside,
  };
  const worked = workedOut(memo, kinds, common);
  const { items: own, outlines, needs, quick, ...parts } = worked;
  const stages = stagesOf(head.stages, worked, job.begins === 'fairing');
  const used = [
    ...system.chosen.chain.links.map((l) => l.product),
    ...(parts.repair?.pots.map((p) => p.product) ?? []),
  ];
  const ruled =
    own &&
    memo.run(
      'ruled',
      {
        items: inOrder(own, stages),
        contaminant: job.hull.contaminant,
        family: system.substrates[0].family,
        rules: system.chosen.chain.rules,
        products: used,
        area: survey.area,
        coated: parts.finish?.area,
      },
      ruleGates,
    );
  const gated =
    ruled &&
    memo.run(
      'gates',
      {
        items: ruled,
        family: system.substrates[0].family,
        products: used,
        area: survey.area,
        coated: parts.finish?.area,
        job: { damage: facts.damage, repair: facts.repair, warmth: facts.warmth },
        damage: kind,
        temperature: inputs.temperature,
      },
      closeGates,
    );
  const around =
    gated &&
    memo.run(
      'around',
      {
        items: gated,
        route: stages,
        warmth: job.warmth,
        area: survey.area,
        cure: job.cure,
        temperature: inputs.temperature,
        comesOff: job.comesOff,
        quick,
      },
      aroundJob,
    );
  const goes =
    around &&
    memo.run(
      'goes',
      {
        items: around,
        family: system.substrates[0].family,
        area: faceOf(job, parts.repair?.sheets ?? [], survey),
        ...(quick ? { quick } : {}),
      },
      withGoes,
    );
  const items = goes && memo.run('reworks', { items: goes }, (i, l) => withReworks(i.items, l));
  const consumables =
    goes && memo.run('consumables', { items: goes, materials: parts.materials ?? [] }, consumed);
  const timing: Timing | undefined = items && {
    work: networkOf(items, stages),
    start: job.schedule?.start ? Date.parse(job.schedule.start) : clock.now,
    done: doneTimes(job),
    crew: { hours: hoursOf(shop.hours), timeZone: clock.timeZone, hands: inputs.hands.value },
    route: stages,
  };
  const timeline = timing && placeTasks(timing.work, timing.start, timing.done, timing.crew, timing.route);
  const totals =
    timing &&
    timeline &&
    memo.run(
      'totals',
      {
        timeline,
        work: timing.work,
        resin: parts.dish?.mix?.total,
        materials: parts.materials ?? [],
        consumables: consumables ?? [],
        shop: { ...yard, hours: shop.hours },
      },
      sumTotals,
    );
  const times = parts.dish?.mix
    ? undefined
    : memo.run(
        'times',
        {
          chain: system.chosen.chain,
          temperature: inputs.temperature,
          taken: [...new Set(productsOf(timing?.work.steps ?? []).values())],
        },
        productTimes,
      );
  const planView = view(
    {
      plies: parts.dish?.laminate?.plies ?? [],
      grindLimit: parts.dish?.laminate?.plies.length ? outlines?.grindLimit : undefined,
      finishEdge: outlines?.finishEdge ?? parts.repair?.ground,
      maskingLine: outlines?.maskingLine,
    },
    parts.dish?.grind?.room,
  );
  return {
    ...head,
    stages,
    ...parts,
    productTimes: times,
    ...(timing ? { work: timing.work } : {}),
    timeline,
    timing,
    totals,
    ...(consumables ? { consumables } : {}),
    planView,
    ...(needs ? { needs } : {}),
  };
}

/** What a page of laminate alone hands in. */
const LAMINATE_ALONE: RepairKinds = { kinds: [LAMINATE_KIND] };

/** The first kind of those handed in that takes the repair works it out. */
/** What fittings are bedded in. */
const BEDDING = 'pu-sealant';

function workedOut(memo: StageMemo, { kinds, beside }: RepairKinds, input: KindInput): WorkedOut {
  const { damage, system } = input;
  const [substrate] = system.substrates;
  const light = lightWayOf(input.job, damage, substrate);
  const taken = { route: system.route.id, damage, substrate, ...(light ? { light } : {}) };
  const kind = kinds.find((k) => k.takes(taken));
  if (!kind) return beside ? {} : { needs: 'repairs' };
  const worked = kind.work(memo, input) ?? {};
  if (worked.quick || !input.job.comesOff) return worked;
  const sealant = input.library.products.find((p) => p.id === BEDDING);
  const back = memo.run('goesBack', { comesOff: input.job.comesOff, sealant }, goesBackWith);
  return { ...worked, materials: [...(worked.materials ?? []), ...(back ?? [])] };
}

function drawnObstacles(obstacles: readonly Obstacle[], room: readonly RoomCheck[]): readonly PlanObstacle[] {
  return obstacles.flatMap((o, index) => {
    if (o.points.length < 2) return [];
    const check = room.find((r) => r.index === index);
    const answer = answerOf(o);
    return [
      {
        kind: o.kind,
        name: o.name ?? o.kind,
        closed: OBSTACLE_KINDS[o.kind].closed,
        points: o.points,
        moved: answer === 'move',
        short: answer === 'stop' && check !== undefined && !check.fits,
      },
    ];
  });
}

function doneTimes(job: Job): Partial<Record<Stage, number>> {
  return Object.fromEntries((job.schedule?.done ?? []).map((d) => [d.stage, Date.parse(d.at)]));
}
