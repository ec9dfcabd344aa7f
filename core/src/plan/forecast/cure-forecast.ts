import { tzOffset } from '@date-fns/tz';
import { cureClassOf } from '../../cure/cure-classes';
import type { Layer } from '../../cure/conduction';
import type { Library } from '../../materials/product';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { Ledger } from '../../trace/ledger';
import type { MilestoneMeaning } from '../../trace/milestone';
import { problem, type Problem } from '../../trace/problem';
import type { Vapour } from '../../trace/problem-codes';
import { tellMilestone } from '../../tell/milestones';
import type { Plan, PlanResult } from '../plan';
import type { Clock, Shop } from '../shop';
import type { Cures, DraftTask } from '../../trace/draft-task';
import { placeTasks, type ForecastWait } from '../timeline';
import { sumTotals } from '../totals';
import { airAtWork } from './air-course';
import { filmCases } from './film-cases';
import { filmWait } from './film-wait';
import { percentAt } from './layers';
import { LIMITS } from './limits';
import { ripeningOf, type Curing } from './product-cure';
import { potsOf } from './pots';
import { CureRun, HORIZON, SHOWN_LEAST, type Reached } from './run';
import { spans } from './span';
import { stackFor, type Go } from './stack-for';
import { Surroundings } from './surroundings';
import type { CureCase, CureForecast, ForecastMilestone, MilestoneId } from './types';
import { Watchers, type WatchedLayer } from './watchers';

export interface ForecastOptions {
  /** Cells of a stack and wanted error of a step, K: fewer and larger for a first look. */
  readonly cells?: number;
  readonly tolerance?: number;
  /** Whether runs go on to full cure, with likely ranges, pots and what charts show. */
  readonly detail?: boolean;
  /** Told after every case how far it is, 0–1. */
  readonly tell?: (share: number) => void;
}

export const FORECAST_FORMULA = {
  id: 'cure/conduction',
  expression: 'ρc·∂T/∂t = ∂/∂z(k·∂T/∂z) + ρ_r·H·∂α/∂t;  ∂α/∂t = (k1 + k2·α^m)(1 − α)^n·f_d',
  source: 'conduction with reaction along the course of the air; law of the class fitted to the data sheet',
} as const;

/** A go that has not cooled by then is gone on with, s. */
const COOLING_ENDS = 6 * 3600;
const shapeOf = (c: Curing): ReturnType<typeof cureClassOf> => cureClassOf(c.family);

const unspread = (): readonly [number, number] => [1, 1];

/** What the milestones of plies, bedding, filler and coats mean. */
const MEANINGS: Readonly<Record<MilestoneId, MilestoneMeaning>> = {
  opens: { kind: 'bonds-from' },
  gel: { kind: 'gelled' },
  trim: { kind: 'trim' },
  closes: { kind: 'bonds-until' },
  sand: { kind: 'sandable' },
  load: { kind: 'loadable' },
  full: { kind: 'into-water' },
};
const label = (m: MilestoneId): string => tellMilestone(MEANINGS[m]);
const ORDER: readonly MilestoneId[] = ['gel', 'opens', 'trim', 'closes', 'sand', 'load', 'full'];

/** One thing that is waited for, as it is set up. */
interface Stacked {
  readonly of: Cures['of'];
  readonly run: CureRun;
  readonly fromLayer: number;
  /** What each layer that is laid is, in order. */
  readonly goes: readonly Go[];
  laid: number;
  watchers?: Watchers;
  laidAt: number;
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
  const { cells = 60, tolerance = 0.25, detail = true, tell = () => undefined } = options;
  const placed = airAtWork(job, plan.inputs, clock);
  const zone =
    clock.timeZone && Number.isFinite(tzOffset(clock.timeZone, new Date(0))) ? clock.timeZone : 'UTC';
  const offset = tzOffset(zone, new Date(clock.now));
  const ledger = new Ledger('forecast');
  const cases: CureCase[] = [];
  const problems: Problem[] = [...placed.problems];
  const stacks = new Map<string, Stacked>();
  const expected = timing.drafts.filter((d) => d.cures).length;
  const inputs = plan.inputs;

  const finished = (s: Stacked): void => {
    const go = s.goes[s.laid - 1];
    if (!go) return;
    const { run } = s;
    if (detail) {
      run.until(run.stack.time + HORIZON, 'full');
      // A cure that is over in an hour is still shown cooling down.
      run.until(s.laidAt + SHOWN_LEAST);
    }
    problems.push(...(s.watchers?.problems(run, run.reached.sand !== undefined) ?? []));
    cases.push(caseOf(s, go, run.reached));
    tell(Math.min(1, cases.length / Math.max(1, expected)));
  };

  const caseOf = (s: Stacked, go: Go, found: Reached): CureCase => {
    const { run } = s;
    const id = `${go.stage}.${go.number}`;
    const { ripening, basis } = ripeningOf(go.curing);
    const air = (t: number): number => run.around.air.temperature(run.origin + (s.laidAt + t) * 1000);
    const range = detail ? spans(ripening, air, placed.band, percentAt(inputs.temperature.value)) : unspread;
    const last = s.laid === s.goes.length;
    const milestones = ORDER.flatMap((m): ForecastMilestone[] => {
      const at = found[m];
      // Tape is pulled and edges are knifed on laminates and gel coats only.
      if (at === undefined || (m === 'trim' && ripening.kind !== 'law')) return [];
      const after = at - s.laidAt;
      const [low, high] = range(m);
      const sheet = go.sheetFigures[m];
      const figure = ledger.record(
        `${id}.${m}`,
        `${label(m)}, ${go.title}`,
        { ...FORECAST_FORMULA, unit: 's' },
        after,
        { T: inputs.temperature, ...(sheet ? { 't of the sheet': sheet } : {}) },
        [after * low, after * high],
      );
      const ms = run.origin + at * 1000;
      const from = run.origin + s.laidAt * 1000;
      return [
        {
          id: m,
          meaning: MEANINGS[m],
          after: figure,
          at: ms,
          span: [from + after * low * 1000, from + after * high * 1000],
        },
      ];
    }).sort((a, b) => a.at - b.at);
    const { stack } = run;
    return {
      id,
      of: s.of,
      stage: go.stage,
      title: go.title,
      product: go.curing.name,
      laid: run.origin + s.laidAt * 1000,
      milestones,
      peak: ledger.record(
        `${id}.peak`,
        `hottest place, ${go.title}`,
        { ...FORECAST_FORMULA, unit: '°C' },
        run.peak.value,
        { T: inputs.temperature },
      ),
      peakAt: run.origin + run.peak.at * 1000,
      limit: ledger.given(
        `${id}.limit`,
        `no hotter than, ${go.title}`,
        go.limit,
        '°C',
        'assumed',
        'usual practice; the data sheet decides',
      ),
      basis,
      balance:
        Math.abs(stack.stored - stack.inflow - stack.reaction) /
        Math.max(1, stack.exchanged + stack.reaction),
      ...(detail && last ? { series: run.series(s.fromLayer), field: run.field(s.fromLayer) } : {}),
    };
  };

  const stacked = (
    key: string,
    of: Cures['of'],
    base: readonly Layer[],
    wet: readonly Layer[],
    goes: readonly Go[],
    start: number,
  ): Stacked => {
    const origin = start;
    const around = new Surroundings(job, placed, origin, offset);
    const run = new CureRun([...base, ...wet], base.length, origin, around, 0, cells, tolerance);
    const s: Stacked = { of, run, fromLayer: base.length, goes, laid: 0, laidAt: 0 };
    run.each = (r) => {
      s.watchers?.look(r);
      if (around.kind !== 'none' && (job.warmth?.from === 'start' || r.reached.gel !== undefined))
        around.switchOn(r.origin + r.stack.time * 1000);
    };
    stacks.set(key, s);
    return s;
  };

  /** Lays the next go of a stack at a moment and waits for a milestone of it. */
  const wait = (s: Stacked, start: number, cures: Cures): ForecastWait | undefined => {
    const { run } = s;
    const from = (start - run.origin) / 1000;
    const index = s.goes.findIndex((g) => g.number === cures.number);
    if (index < 0) return undefined;
    if (s.laid <= index) {
      run.takeUp(from);
      while (s.laid <= index) {
        if (s.laid > 0) finishedEarly(s);
        const go = s.goes[s.laid];
        const { ripening } = ripeningOf(go.curing);
        s.watchers = new Watchers(watched(go), zone);
        s.laidAt = run.stack.time;
        run.lay(
          ripening,
          Math.max(
            run.around.air.temperature(start),
            job.warmth?.from === 'start' && run.around.kind === 'tent'
              ? (job.warmth.temperature ?? 25)
              : -Infinity,
          ),
        );
        s.laid += 1;
        if (job.warmth?.from === 'start') run.around.switchOn(start);
      }
    }
    const ready = run.until(s.laidAt + HORIZON, cures.until);
    // What is laid on a go of styrene resin that still heats up heats up with it: it is let cool first.
    const hot =
      cures.until === 'opens' &&
      cures.of === 'laminate' &&
      ready !== undefined &&
      shapeOf(s.goes[s.laid - 1].curing)?.peroxide;
    const t = hot ? run.untilCooled(s.laidAt + COOLING_ENDS) : ready;
    if (t === undefined) {
      if (s.laid === s.goes.length) finished(s);
      return undefined;
    }
    const closes = run.reached.closes ?? estimateClose(s, cures);
    const opens = run.reached.opens;
    const go = s.goes[s.laid - 1];
    const [low, high] = (
      detail
        ? spans(
            ripeningOf(go.curing).ripening,
            (x) => run.around.air.temperature(run.origin + (s.laidAt + x) * 1000),
            placed.band,
            percentAt(inputs.temperature.value),
          )
        : unspread
    )(cures.until);
    const seconds = Math.max(0, t - from);
    const duration = ledger.record(
      `wait.${go.stage}.${go.number}.${cures.until}`,
      `${label(cures.until)}, ${go.title}`,
      { ...FORECAST_FORMULA, unit: 's' },
      seconds,
      {
        T: inputs.temperature,
        ...(go.sheetFigures[cures.until] ? { 't of the sheet': go.sheetFigures[cures.until] as Figure } : {}),
      },
      [seconds * low, seconds * high],
    );
    if (s.laid === s.goes.length) finished(s);
    return {
      duration,
      ...(opens !== undefined && closes !== undefined
        ? { window: { opens: run.origin + opens * 1000, closes: run.origin + closes * 1000 } }
        : {}),
    };
  };

  /** A go that the next one covers: its milestones as far as they came. */
  const finishedEarly = (s: Stacked): void => {
    const go = s.goes[s.laid - 1];
    problems.push(...(s.watchers?.problems(s.run, true) ?? []));
    const closes =
      s.run.reached.closes ?? estimateClose(s, { of: 'laminate', until: 'opens', number: go.number });
    cases.push(caseOf(s, go, { ...s.run.reached, ...(closes !== undefined ? { closes } : {}) }));
    tell(Math.min(1, cases.length / Math.max(1, expected)));
  };

  /** When a window shuts that is still open: as much later than it opened as a film's in the same air. */
  const estimateClose = (s: Stacked, _: Cures): number | undefined => {
    const go = s.goes[s.laid - 1];
    const { opens } = s.run.reached;
    const { window } = go.curing.sheet;
    if (opens === undefined || !window) return undefined;
    if (window.closesBy === 'time') return s.laidAt + window.close;
    const first = window.open === 'gel' ? go.curing.sheet.potLife : window.open;
    return s.laidAt + ((opens - s.laidAt) * window.close) / first;
  };

  const watched = (go: Go): WatchedLayer => ({
    stage: go.stage,
    title: go.title,
    product: go.curing.name,
    sheet: go.curing.sheet,
    amine: go.curing.family === 'epoxy',
    limit: go.limit,
  });

  const build = (draft: DraftTask, start: number): Stacked | undefined => {
    const cures = draft.cures as Cures;
    const key = cures.of === 'laminate' ? `laminate.${cures.face}` : cures.of;
    const there = stacks.get(key);
    if (there) return there;
    const set = stackFor(job, plan, library, cures);
    return set && stacked(key, cures.of, set.base, set.wet, set.goes, start);
  };

  const films: CureCase[] = [];
  const timeline = placeTasks(
    timing.drafts,
    timing.start,
    timing.done,
    timing.crew,
    timing.route,
    (draft, start) => {
      if (draft.cures?.of === 'film') {
        const film = filmWait(job, plan, placed, draft, draft.cures, start, ledger, detail);
        if (film) films.push(film.found);
        return film?.wait;
      }
      const s = draft.cures && build(draft, start);
      const forecast = s && wait(s, start, draft.cures as Cures);
      // Filler is sanded whatever its window says: a window stands only where the plan waits for one.
      return forecast && (draft.window ? forecast : { duration: forecast.duration });
    },
  );
  const pots = detail ? potsOf(plan, library, ledger) : [];
  const chain = plan.mix
    ? { cases: [], problems: [] }
    : filmCases(job, plan, placed, timeline, new Set(films.map((f) => f.product)), ledger, zone);
  warmingProblems(job, plan, problems);
  const totals = plan.totals && sumTotals(timeline, plan.totals.resin, plan.materials ?? [], shop, ledger);
  return {
    air: { words: placed.words, standIn: placed.standIn },
    cases: [...cases, ...films, ...chain.cases],
    pots,
    problems: dedupe([...problems, ...chain.problems]),
    timeline,
    totals,
    entries: ledger.entries,
  };
}

/** One warning of a kind for each stage: the coats and goes after the first say the same. A stall over night says most. */
function dedupe(all: readonly Problem[]): Problem[] {
  const rank = (p: Problem): number => Number(p.code !== 'stalls');
  return all.filter(
    (p) =>
      !all.some(
        (q) =>
          kindOf(q) === kindOf(p) &&
          (rank(q) < rank(p) || (rank(q) === rank(p) && all.indexOf(q) < all.indexOf(p))),
      ),
  );
}

function kindOf(p: Problem): string {
  switch (p.code) {
    case 'stalls':
    case 'cools':
      return `${p.stage}/cold/${p.params.minimum}`;
    case 'heats-itself':
      return `${p.stage}/hot/${p.params.limit}`;
    default:
      return `${p.stage}/${p.path}/${p.code}`;
  }
}

/** What of the chain gives off vapour that burns while it cures. */
export function flammable(plan: Plan): Vapour | undefined {
  const products = plan.system?.chosen?.chain.links.map((l) => l.product) ?? [];
  if (
    products.some(
      (p) => p.family === 'polyester' || p.family === 'vinyl ester' || p.traits?.includes('styrene'),
    )
  )
    return 'styrene';
  if (products.some((p) => p.family === 'methacrylate')) return 'methacrylate';
  return products.some((p) => p.role === 'fabric adhesive' && p.traits?.includes('solvent'))
    ? 'solvent of the adhesive'
    : undefined;
}

/** Heat that may harm, whatever the run says. */
function warmingProblems(job: Job, plan: Plan, problems: Problem[]): void {
  if (job.conditions?.sun === 'yes' && plan.finish)
    problems.push(problem({ severity: 'warning', stage: 'finish', path: 'conditions.sun' }, 'sun-on-coat'));
  const { warmth } = job;
  if (!warmth?.kind || warmth.kind === 'none') return;
  const resin = plan.system?.chosen?.chain.resin;
  const styrene = resin?.family === 'polyester' || resin?.family === 'vinyl ester';
  const held = warmth.temperature ?? 25;
  const vapour = flammable(plan);
  if (warmth.kind === 'tent' && vapour)
    problems.push(
      problem({ severity: 'warning', stage: 'mix', path: 'warmth.kind' }, 'vapour-in-tent', { vapour }),
    );
  if (warmth.kind === 'lamp' && styrene && warmth.from === 'start')
    problems.push(problem({ severity: 'warning', stage: 'mix', path: 'warmth.from' }, 'lamp-over-styrene'));
  if (warmth.kind !== 'lamp' && held > LIMITS.warming)
    problems.push(
      problem({ severity: 'warning', stage: 'mix', path: 'warmth.temperature' }, 'held-too-hot', {
        temperature: held,
        most: LIMITS.warming,
      }),
    );
}
