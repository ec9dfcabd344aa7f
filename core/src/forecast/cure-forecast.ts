import { withCatalyst } from '../materials/own-catalyst';
import type { Library } from '../materials/product';
import type { Job } from '../schema/job';
import { Ledger } from '../trace/ledger';
import { problem, type Problem } from '../trace/problem';
import type { Lag } from '../work/step';
import type { Inputs } from '../resolve/inputs';
import type { Plan, PlanResult, Timing } from '../plan/plan';
import type { Expected, ForecastWait, Timeline, Waits } from '../schedule/timeline';
import type { Clock } from '../plan/clock';
import type { Shop } from '../schema/shop-fields';
import { placeTasks } from '../schedule/placement';
import { sumTotals } from '../plan/totals';
import { dryingWait } from './drying-wait';
import { filmCases } from './film-cases';
import { layingProblems } from './laying';
import { filmWait, type WaitedFilm } from './film-wait';
import { potsIn, outlivedPots, potUses, sheetPots } from './pot-lives';
import { potsOf } from './pots';
import { postCureProblems } from './service';
import { siteOf, type Site } from './site';
import { restWait } from './rest-wait';
import { StacksUnderWay } from './stacks-under-way';
import type { CureForecast } from '../plan/cure-forecast';
import { curesIn } from '../work/network';
import { warmingProblems } from './warming';
import { WholeFaces } from './whole-faces';

export interface ForecastOptions {
  /** Cells of a stack and wanted error of a step, K: fewer and larger for a first look. */
  readonly cells?: number;
  readonly tolerance?: number;
  /** Share of the cells that a thick pour gets, 0–1. */
  readonly fine?: number;
  /** Most that a place may cure in a step. */
  readonly cureStep?: number;
  /** Whether runs go on to full cure, with likely ranges, pots and what charts show. */
  readonly detail?: boolean;
  /** Told after every case how far it is, 0–1. */
  readonly tell?: (share: number) => void;
}

/**
 * Works the cure of a planned job out along the course of the air and places the time line anew on it. Pure and
 * synchronous; takes a tenth of a second to one second, so a page runs it in a worker.
 *
 * @param result what `planRepair` gave for the same job, library, yard and clock
 * @returns undefined where nothing is planned that cures
 */
export function forecastCure(
  job: Job,
  result: PlanResult,
  library: Library,
  shop: Shop,
  clock: Clock,
  options: ForecastOptions = {},
): CureForecast | undefined {
  const { plan, timing } = result;
  if (!plan?.inputs || !timing) return undefined;
  const first = placedOnce(job, { plan, inputs: plan.inputs, timing }, library, shop, clock, options);
  if (!reopened(first.forecast)) return first.forecast;
  // Windows shut that the figures of the plan had kept open: starts are chosen anew by what the forecast found.
  const again = placedOnce(
    job,
    { plan, inputs: plan.inputs, timing },
    library,
    shop,
    clock,
    // Told once: a share that falls back to nothing looks as if the work were lost.
    { ...options, tell: () => undefined },
    first.found,
  );
  return reopened(again.forecast) < reopened(first.forecast) ? again.forecast : first.forecast;
}

/** How many windows were missed. */
export const reopened = ({ timeline }: CureForecast): number =>
  timeline?.stages.flatMap((s) => s.tasks).filter((t) => t.reopens).length ?? 0;

/** A job that is planned, as its forecast takes it. */
export interface Planned {
  readonly plan: Plan;
  readonly inputs: Inputs;
  readonly timing: Timing;
}

/** One placing of the work, each layer worked out when it is laid. @param expected what waits are thought to take before they are placed */
function placedOnce(
  job: Job,
  planned: Planned,
  library: Library,
  shop: Shop,
  clock: Clock,
  options: ForecastOptions,
  expected: ReadonlyMap<string, Expected> = new Map(),
): { readonly forecast: CureForecast; readonly found: ReadonlyMap<string, Expected> } {
  const { work, start, done, crew, route } = planned.timing;
  const curing = cureUnderWay(job, planned, library, shop, clock, options);
  const timeline = placeTasks(work, start, done, crew, route, curing.waits, (lag) => expected.get(lag.id));
  return { forecast: curing.end(timeline), found: curing.found };
}

/** The cures of one job while its work is placed, by whoever places it. */
export interface CureUnderWay {
  /** Works out what is waited for when it is placed. */
  readonly waits: Waits;
  /** What the waits took that were placed so far, by their id. */
  readonly found: ReadonlyMap<string, Expected>;
  /** The forecast, when all is placed. */
  readonly end: (timeline: Timeline) => CureForecast;
}

/** @param job at one place of the boat */
export function cureUnderWay(
  job: Job,
  { plan, inputs, timing }: Planned,
  library: Library,
  shop: Shop,
  clock: Clock,
  options: ForecastOptions,
): CureUnderWay {
  const { cells = 60, tolerance = 0.05, fine = 1, cureStep, detail = true, tell = () => undefined } = options;
  const ledger = new Ledger('forecast');
  const how = { ledger, fineness: { cells, tolerance, fine, ...(cureStep ? { cureStep } : {}) }, detail };
  const own = withCatalyst(library, job.mix?.catalyst);
  const site = siteOf(job, plan, inputs, own, clock, timing.start, how);
  const lags = timing.work.links.flatMap((l) => l.lags).filter((lag) => lag.cures).length;
  const stacks = new StacksUnderWay(site, (n) => tell(Math.min(1, n / Math.max(1, lags))));
  // A coat is waited for more than once where its tape comes off meanwhile: the later wait has seen more of it.
  const films = new Map<string, WaitedFilm>();
  const stuck: Problem[] = [];
  const placeOf = (lag: Lag, start: number): ForecastWait | undefined => {
    const wait = placedBy(lag, start);
    const { layer, moment } = lag.cures ?? {};
    if (!wait && moment === 'full' && layer) stuck.push(neverFull(site, lag, layer.product));
    return wait;
  };
  const placedBy = (lag: Lag, start: number): ForecastWait | undefined => {
    if (lag.rests) return restWait(site, lag, lag.rests, start, (p) => stuck.push(p));
    if (lag.dries) return dryingWait(site, lag, lag.dries, start);
    if (lag.cures?.layer.of === 'film') {
      const film = filmWait(site, lag, lag.cures, start);
      if (film) films.set(film.found.id, film);
      return film?.wait;
    }
    const forecast = lag.cures && stacks.wait(lag.cures, start);
    // Filler is sanded whatever its window says: a window stands only where the plan waits for one.
    return forecast && (lag.window ? forecast : { ...forecast, window: undefined });
  };
  const faces = new WholeFaces(ledger);
  const found = new Map<string, Expected>();
  const waits: Waits = (lag, start) => {
    const own = placeOf(lag, start);
    const wait = own && lag.over ? faces.wait(lag, lag.over, own, start) : own;
    if (wait)
      found.set(lag.id, {
        duration: wait.duration.value * 1000,
        ...(wait.window ? { closes: wait.window.closes - start } : {}),
      });
    return wait;
  };
  const end = (timeline: Timeline): CureForecast => {
    stacks.end();
    const laid = [...films.values()];
    const known = [...laid.map((f) => f.found), ...stacks.cases];
    return summedUp({ site, timing, shop, detail }, timeline, {
      cases: (chain) => faces.over([...stacks.cases, ...laid.map((f) => f.found), ...chain]),
      known: new Set(known.map((c) => c.product)),
      problems: [...stacks.problems, ...laid.flatMap((f) => f.problems)],
      stuck,
    });
  };
  return { waits, found, end };
}

interface Worked {
  readonly cases: (chain: CureForecast['cases']) => CureForecast['cases'];
  /** Products whose cure was followed as it was laid. */
  readonly known: ReadonlySet<string>;
  readonly problems: readonly Problem[];
  readonly stuck: readonly Problem[];
}

/** The forecast of work that is placed. */
function summedUp(
  {
    site,
    timing,
    shop,
    detail,
  }: { readonly site: Site; readonly timing: Timing; readonly shop: Shop; readonly detail: boolean },
  timeline: Timeline,
  worked: Worked,
): CureForecast {
  const { job, plan, library, placed, ledger } = site;
  const inPots = potsIn(site);
  const uses = detail ? potUses(inPots, timeline) : {};
  const chain = plan.dish?.mix ? { cases: [], problems: [] } : filmCases(site, timeline, worked.known);
  return {
    air: { words: placed.words, standIn: placed.standIn },
    cases: worked.cases(chain.cases),
    pots: detail ? potsOf(plan, library, ledger) : [],
    uses,
    sheetPots: detail ? sheetPots(inPots) : {},
    problems: dedupe([
      ...(curesIn(timing.work) ? placed.problems : []),
      ...worked.problems,
      ...warmingProblems(job, plan),
      ...postCureProblems(site),
      ...chain.problems,
      ...worked.stuck,
      ...layingProblems(site, timeline),
      ...(detail ? outlivedPots(site, timeline, uses) : []),
    ]),
    timeline,
    totals:
      plan.totals &&
      sumTotals(
        {
          timeline,
          work: timing.work,
          resin: plan.totals.resin,
          materials: plan.materials ?? [],
          consumables: plan.consumables ?? [],
          shop,
        },
        ledger,
      ),
    entries: ledger.entries,
  };
}

/** What has to wait for a full cure that never comes. @param id of the product; the resin of the laminate where none is given */
function neverFull({ plan, library }: Site, { stage }: Lag, id: string | undefined): Problem {
  const chain = plan.system?.chosen?.chain;
  const product =
    id === undefined
      ? (chain?.filler ?? chain?.resin)
      : [...(chain?.links.map((l) => l.product) ?? []), ...library.products].find((p) => p.id === id);
  return problem({ severity: 'warning', stage, path: 'conditions.temperature' }, 'never-full', {
    product: product?.name ?? 'epoxy',
  });
}

/** One warning of a kind for each stage: the coats and goes after the first say the same. A stall over night says most. */
function dedupe(all: readonly Problem[]): Problem[] {
  const rank = (p: Problem): number => Number(p.code !== 'stalls');
  return all.filter(
    (p) =>
      !told(p, all) &&
      !all.some(
        (q) =>
          kindOf(q) === kindOf(p) &&
          (rank(q) < rank(p) || (rank(q) === rank(p) && all.indexOf(q) < all.indexOf(p))),
      ),
  );
}

/** That a night is too cold says nothing more where the product never sets at all. */
const told = (p: Problem, all: readonly Problem[]): boolean =>
  p.code === 'falls-below-minimum' &&
  all.some((q) => q.code === 'never-sets' && q.params.product === p.params.product);

function kindOf(p: Problem): string {
  switch (p.code) {
    case 'stalls':
    case 'cools':
      return `${p.stage}/cold/${p.params.minimum}`;
    case 'heats-itself':
      return `${p.stage}/hot/${p.params.limit}`;
    case 'never-sets':
    case 'cold-at-laying':
    case 'dew-at-laying':
    case 'film-too-damp':
    case 'pot-outlived':
      return `${p.stage}/${p.code}/${p.params.product}`;
    default:
      return `${p.stage}/${p.path}/${p.code}`;
  }
}
