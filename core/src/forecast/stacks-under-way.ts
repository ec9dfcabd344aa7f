import { cureClassOf } from '../cure/cure-classes';
import type { Library } from '../materials/product';
import type { Job } from '../schema/job';
import { tellMilestone } from '../tell/milestones';
import type { Cures, Layer } from '../work/step';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { MilestoneMeaning } from '../trace/milestone';
import type { Problem } from '../trace/problem';
import type { Inputs } from '../resolve/inputs';
import type { Plan } from '../plan/plan';
import type { ForecastWait } from '../schedule/timeline';
import type { PlacedAir } from './air-course';
import { percentAt } from './layers';
import { ripeningOf } from './product-cure';
import { CureRun, HORIZON, SHOWN_LEAST, type Reached } from './run';
import { spans } from './span';
import { stackFor, type Go } from './stack-for';
import { Surroundings } from './surroundings';
import type { CureCase, ForecastMilestone, MilestoneId } from '../plan/cure-forecast';
import { Watchers } from './watchers';

export const FORECAST_FORMULA = {
  id: 'cure/conduction',
  expression: 'ρc·∂T/∂t = ∂/∂z(k·∂T/∂z) + ρ_r·H·∂α/∂t;  ∂α/∂t = (k1 + k2·α^m)(1 − α)^n·f_d',
  source: 'conduction with reaction along the course of the air; law of the class fitted to the data sheet',
} as const;

/** A go that has not cooled by then is gone on with, s. */
const COOLING_ENDS = 6 * 3600;
const ORDER: readonly MilestoneId[] = ['gel', 'opens', 'trim', 'closes', 'sand', 'load', 'full'];
const unspread = (): readonly [number, number] => [1, 1];

/** What the milestones of filler, bedding and coats mean. */
const MEANINGS: Readonly<Record<MilestoneId, MilestoneMeaning>> = {
  opens: { kind: 'bonds-from' },
  gel: { kind: 'gelled' },
  trim: { kind: 'trim' },
  closes: { kind: 'bonds-until' },
  sand: { kind: 'sandable' },
  load: { kind: 'loadable' },
  full: { kind: 'into-water' },
};
/** Plies have peel ply on them; filler is covered before it meets the water. */
function meaningIn(of: Layer['of'], m: MilestoneId): MilestoneMeaning {
  if (of === 'laminate' && m === 'sand') return { kind: 'peelable' };
  if ((of === 'filler' || of === 'bedding') && m === 'full') return { kind: 'cured' };
  return MEANINGS[m];
}

/** Layers on one another that cure together, and how far they have been laid. */
interface Stacked {
  readonly of: Layer['of'];
  readonly run: CureRun;
  readonly fromLayer: number;
  /** What each layer that is laid is, in order. */
  readonly goes: readonly Go[];
  readonly cases: CureCase[];
  laid: number;
  watchers?: Watchers;
  /** s from the origin of the run. */
  laidAt: number;
}

export interface StacksInput {
  readonly job: Job;
  readonly plan: Plan;
  readonly inputs: Inputs;
  readonly library: Library;
  readonly placed: PlacedAir;
  /** Time zone of the place, and its offset, min. */
  readonly zone: string;
  readonly offset: number;
  readonly ledger: Ledger;
  /** Cells of a stack, and wanted error of a step, K. */
  readonly cells: number;
  readonly tolerance: number;
  /** Whether runs go on to full cure, with likely ranges and what charts show. */
  readonly detail: boolean;
  /** Told how many cases are done. */
  readonly tell: (cases: number) => void;
}

/** The stacks of a job while its time line is placed: each is laid go by go at the moments that the placing comes to. */
export class StacksUnderWay {
  /** How many cases are done. */
  #told = 0;
  readonly problems: Problem[] = [];
  readonly #stacks = new Map<string, Stacked>();

  constructor(private readonly x: StacksInput) {}

  /**
   * Lays what is waited for, if it does not lie yet, and waits for its milestone.
   * @param start ms since 1970
   * @returns undefined where nothing of that kind is planned, or where it never comes so far
   */
  wait(cures: Cures, start: number): ForecastWait | undefined {
    const s = this.#stackOf(cures.layer, start);
    const index = s?.goes.findIndex((g) => g.number === cures.layer.number) ?? -1;
    if (!s || index < 0) return undefined;
    const { run } = s;
    if (s.laid <= index) {
      run.takeUp((start - run.origin) / 1000);
      while (s.laid <= index) this.#lay(s, start);
    }
    const ready = this.#ready(s, cures);
    const window = this.#window(s);
    if (ready === undefined) return undefined;
    const duration = this.#duration(s, cures, ready - (start - run.origin) / 1000);
    return { duration, ...(window ? { window } : {}) };
  }

  /** The stack that something is laid in; made when its first go is laid. */
  #stackOf(layer: Layer, start: number): Stacked | undefined {
    const key = layer.of === 'laminate' ? `laminate.${layer.face}` : layer.of;
    const there = this.#stacks.get(key);
    if (there) return there;
    const { job, plan, library, placed, offset, cells, tolerance } = this.x;
    const set = stackFor(job, plan, library, layer);
    if (!set) return undefined;
    const around = new Surroundings(job, placed, start, offset);
    const run = new CureRun([...set.base, ...set.wet], set.base.length, start, around, 0, cells, tolerance);
    const s: Stacked = {
      of: layer.of,
      run,
      fromLayer: set.base.length,
      goes: set.goes,
      cases: [],
      laid: 0,
      laidAt: 0,
    };
    run.each = (r) => {
      s.watchers?.look(r);
      if (around.kind !== 'none' && (job.warmth?.from === 'start' || r.reached.gel !== undefined))
        around.switchOn(r.origin + r.stack.time * 1000);
    };
    this.#stacks.set(key, s);
    return s;
  }

  /** Lays the next go of a stack. */
  #lay(s: Stacked, start: number): void {
    const { run } = s;
    const { warmth } = this.x.job;
    if (s.laid > 0) this.#covered(s);
    const go = s.goes[s.laid];
    s.watchers = new Watchers(
      {
        stage: go.stage,
        title: go.title,
        product: go.curing.name,
        sheet: go.curing.sheet,
        amine: go.curing.family === 'epoxy',
        limit: go.limit,
      },
      this.x.zone,
    );
    s.laidAt = run.stack.time;
    const tent =
      warmth?.from === 'start' && run.around.kind === 'tent' ? (warmth.temperature ?? 25) : -Infinity;
    run.lay(ripeningOf(go.curing).ripening, Math.max(run.around.air.temperature(start), tent));
    s.laid += 1;
    if (warmth?.from === 'start') run.around.switchOn(start);
  }

  /** When the milestone is reached, s from the origin of the run. */
  #ready(s: Stacked, { layer: { of }, moment: until }: Cures): number | undefined {
    const ready = s.run.until(s.laidAt + HORIZON, until);
    // What is laid on a go of styrene resin that still heats up heats up with it: it is let cool first.
    const hot =
      until === 'opens' &&
      of === 'laminate' &&
      ready !== undefined &&
      cureClassOf(s.goes[s.laid - 1].curing.family)?.peroxide;
    return hot ? s.run.untilCooled(s.laidAt + COOLING_ENDS) : ready;
  }

  #window(s: Stacked): ForecastWait['window'] {
    const { opens } = s.run.reached;
    const closes = s.run.reached.closes ?? this.#estimateClose(s);
    return opens === undefined || closes === undefined
      ? undefined
      : { opens: s.run.origin + opens * 1000, closes: s.run.origin + closes * 1000 };
  }

  /** How long it is waited for, with its likely range. @param seconds from the beginning of the wait */
  #duration(s: Stacked, { moment: until }: Cures, seconds: number): Figure {
    const go = s.goes[s.laid - 1];
    const [low, high] = this.#range(s, go)(until);
    const whole = Math.max(0, seconds);
    return this.x.ledger.record(
      `wait.${go.stage}.${go.number}.${until}`,
      `${tellMilestone(meaningIn(s.of, until))}, ${go.title}`,
      { ...FORECAST_FORMULA, unit: 's' },
      whole,
      this.#from(go, until),
      [whole * low, whole * high],
    );
  }

  /** What the figure of a milestone rests on. */
  #from(go: Go, milestone: MilestoneId): Readonly<Record<string, Figure>> {
    const sheet = go.sheetFigures[milestone];
    return { T: this.x.inputs.temperature, ...(sheet ? { 't of the sheet': sheet } : {}) };
  }

  /** How much sooner and later than reckoned each milestone may come, as factors. */
  #range(s: Stacked, go: Go): (m: MilestoneId) => readonly [number, number] {
    if (!this.x.detail) return unspread;
    const air = (t: number): number => s.run.around.air.temperature(s.run.origin + (s.laidAt + t) * 1000);
    return spans(
      ripeningOf(go.curing).ripening,
      air,
      this.x.placed.band,
      percentAt(this.x.inputs.temperature.value),
    );
  }

  /** Stack by stack, go by go. */
  get cases(): readonly CureCase[] {
    return [...this.#stacks.values()].flatMap((s) => s.cases);
  }

  /** Nothing is waited for any more: the last go of each stack is run on to what charts show. */
  end(): void {
    for (const s of this.#stacks.values()) if (s.laid === s.goes.length) this.#finished(s);
  }

  /** Runs on, and notes what the last go came to. */
  #finished(s: Stacked): void {
    const { run } = s;
    if (this.x.detail) {
      run.until(run.stack.time + HORIZON, 'full');
      // A cure that is over in an hour is still shown cooling down.
      run.until(s.laidAt + SHOWN_LEAST);
    }
    this.#note(s, run.reached, run.reached.sand !== undefined);
  }

  /** A go that the next one covers: its milestones as far as they came. */
  #covered(s: Stacked): void {
    const closes = s.run.reached.closes ?? this.#estimateClose(s);
    this.#note(s, { ...s.run.reached, ...(closes !== undefined ? { closes } : {}) }, true);
  }

  #note(s: Stacked, found: Reached, done: boolean): void {
    this.problems.push(...(s.watchers?.problems(s.run, done) ?? []));
    s.cases.push(this.#caseOf(s, s.goes[s.laid - 1], found));
    this.#told += 1;
    this.x.tell(this.#told);
  }

  /** When a window shuts that is still open: as much later than it opened as a film's in the same air. */
  #estimateClose(s: Stacked): number | undefined {
    const { sheet } = s.goes[s.laid - 1].curing;
    const { opens } = s.run.reached;
    const { window } = sheet;
    if (opens === undefined || !window) return undefined;
    if (window.closesBy === 'time') return s.laidAt + window.close;
    return (
      s.laidAt + ((opens - s.laidAt) * window.close) / (window.open === 'gel' ? sheet.potLife : window.open)
    );
  }

  #caseOf(s: Stacked, go: Go, found: Reached): CureCase {
    const { run } = s;
    const { stack } = run;
    const { ledger, inputs, detail } = this.x;
    const id = `${go.stage}.${go.number}`;
    return {
      id,
      of: s.of,
      number: go.number,
      stage: go.stage,
      title: go.title,
      product: go.curing.name,
      laid: run.origin + s.laidAt * 1000,
      milestones: this.#milestones(s, go, found),
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
      basis: ripeningOf(go.curing).basis,
      balance:
        Math.abs(stack.stored - stack.inflow - stack.reaction) /
        Math.max(1, stack.exchanged + stack.reaction),
      ...(detail && s.laid === s.goes.length
        ? { series: run.series(s.fromLayer), field: run.field(s.fromLayer) }
        : {}),
    };
  }

  #milestones(s: Stacked, go: Go, found: Reached): readonly ForecastMilestone[] {
    const range = this.#range(s, go);
    const from = s.run.origin + s.laidAt * 1000;
    const cures = ripeningOf(go.curing).ripening.kind === 'law';
    return ORDER.flatMap((m): ForecastMilestone[] => {
      const at = found[m];
      // Tape is pulled and edges are knifed on laminates and gel coats only.
      if (at === undefined || (m === 'trim' && !cures)) return [];
      const after = at - s.laidAt;
      const [low, high] = range(m);
      const figure = this.x.ledger.record(
        `${go.stage}.${go.number}.${m}`,
        `${tellMilestone(meaningIn(s.of, m))}, ${go.title}`,
        { ...FORECAST_FORMULA, unit: 's' },
        after,
        this.#from(go, m),
        [after * low, after * high],
      );
      return [
        {
          id: m,
          meaning: meaningIn(s.of, m),
          after: figure,
          at: s.run.origin + at * 1000,
          span: [from + after * low * 1000, from + after * high * 1000],
        },
      ];
    }).sort((a, b) => a.at - b.at);
  }
}
