import { cureClassOf } from '../cure/cure-classes';
import { tellMilestone } from '../tell/milestones';
import type { Cures, Layer } from '../work/step';
import type { Figure } from '../trace/figure';
import type { MilestoneMeaning } from '../trace/milestone';
import type { Problem } from '../trace/problem';
import type { ForecastWait } from '../schedule/timeline';
import { layRim, Places } from './places';
import { placeOf } from './film-wait';
import { percentOf, ripeningOf } from './product-cure';
import type { Reached } from './ripening';
import { CureRun, SHOWN_LEAST } from './run';
import { glassOf, serviceProblems, uncured } from './service';
import { rangeOf, type Site } from './site';
import { stackFor, type Go, type StackSet } from './stack-for';
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
  readonly set: StackSet;
  /** Second 0, ms since 1970. */
  readonly origin: number;
  /** The middle of the work; absent where nothing is thick enough to warm itself. */
  readonly middle?: CureRun;
  readonly cases: CureCase[];
  laid: number;
  /** The newest go. */
  places?: Places;
  watchers?: Watchers;
}

/** The stacks of a job while its time line is placed: each is laid go by go at the moments that the placing comes to. */
export class StacksUnderWay {
  /** How many cases are done. */
  #told = 0;
  readonly problems: Problem[] = [];
  readonly #stacks = new Map<string, Stacked>();

  /** @param tell told how many cases are done */
  constructor(
    private readonly x: Site,
    private readonly tell: (cases: number) => void,
  ) {}

  /**
   * Lays what is waited for, if it does not lie yet, and waits for its milestone.
   * @param start ms since 1970
   * @returns undefined where nothing of that kind is planned, or where it never comes so far
   */
  wait(cures: Cures, start: number): ForecastWait | undefined {
    const s = this.#stackOf(cures.layer, start);
    const index = s?.set.goes.findIndex((g) => g.number === cures.layer.number) ?? -1;
    if (!s || index < 0) return undefined;
    if (s.laid <= index) {
      s.middle?.takeUp((start - s.origin) / 1000);
      while (s.laid <= index) this.#lay(s, start);
    }
    const ready = this.#ready(s, cures);
    const window = this.#window(s);
    if (ready === undefined) return undefined;
    const duration = this.#duration(s, cures, ready - (start - s.origin) / 1000);
    const places = s.places as Places;
    const hardAt = (): number | undefined => {
      const sand = places.until('sand');
      return sand === undefined ? undefined : s.origin + sand * 1000;
    };
    return { duration, hardAt, ...(window ? { window } : {}), ...placeOf(places, cures.moment) };
  }

  /** The stack that something is laid in; made when its first go is laid. */
  #stackOf(layer: Layer, start: number): Stacked | undefined {
    const key = layer.of === 'laminate' ? `laminate.${layer.face}` : layer.of;
    const there = this.#stacks.get(key);
    if (there) return there;
    const { job, plan, library } = this.x;
    const set = stackFor(job, plan, library, layer);
    if (!set) return undefined;
    const s: Stacked = {
      of: layer.of,
      set,
      origin: start,
      ...(set.wet.length > 0 ? { middle: this.#middleOf(set, start) } : {}),
      cases: [],
      laid: 0,
    };
    this.#stacks.set(key, s);
    return s;
  }

  #middleOf({ base, wet }: StackSet, start: number): CureRun {
    const { job, placed, offset, bar, fineness, detail } = this.x;
    const around = new Surroundings(job, placed, start, offset);
    return new CureRun([...base, ...wet], base.length, start, around, 0, bar, {
      ...fineness,
      kept: detail,
    });
  }

  /** Lays the next go of a stack. */
  #lay(s: Stacked, start: number): void {
    const { warmth } = this.x.job;
    if (s.places) this.#covered(s);
    const go = s.set.goes[s.laid];
    const { ripening } = ripeningOf(go.curing);
    const { middle } = s;
    if (middle) {
      const tent =
        warmth?.from === 'start' && warmth.kind === 'tent' ? (warmth.temperature ?? 25) : -Infinity;
      middle.lay(ripening, Math.max(middle.around.air.temperature(start), tent));
    }
    const laid = (start - s.origin) / 1000;
    const percent = percentOf(go.curing, this.x.inputs.temperature.value);
    const rim = layRim(
      this.x,
      s.set.rim ?? s.set.base,
      ripening,
      percent,
      s.origin,
      start,
      this.x.detail && !middle,
      // What was switched on for a go before goes on over this one.
      (middle ?? s.places?.rim)?.around,
    );
    const warms = warmth?.kind !== undefined && warmth.kind !== 'none';
    s.places = new Places(
      rim,
      middle,
      laid,
      go.curing.sheet.minimumTemperature,
      warms ? (warmth.from ?? 'gel') : undefined,
    );
    s.places.begin();
    s.watchers = this.#watch(go, rim);
    s.laid += 1;
  }

  #watch(go: Go, rim: CureRun): Watchers {
    const watchers = new Watchers(
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
    rim.each = (r) => watchers.look(r);
    return watchers;
  }

  /** When the milestone is reached, s from the origin of the run. */
  #ready(s: Stacked, { layer: { of }, moment: until }: Cures): number | undefined {
    const places = s.places as Places;
    const ready = places.until(until);
    // What is laid on a go of styrene resin that still heats up heats up with it: it is let cool first.
    const hot =
      until === 'opens' &&
      of === 'laminate' &&
      ready !== undefined &&
      cureClassOf(s.set.goes[s.laid - 1].curing.family)?.peroxide;
    return hot && s.middle ? Math.max(ready, s.middle.untilCooled(places.laid + COOLING_ENDS)) : ready;
  }

  #window({ places, origin, set, laid }: Stacked): ForecastWait['window'] {
    if (!places || !set.goes[laid - 1].curing.sheet.window) return undefined;
    const opens = places.until('opens');
    const { closes } = places;
    return opens === undefined || closes === undefined
      ? undefined
      : { opens: origin + opens * 1000, closes: origin + Math.max(opens, closes) * 1000 };
  }

  /** How long it is waited for, with its likely range. @param seconds from the beginning of the wait */
  #duration(s: Stacked, { moment: until }: Cures, seconds: number): Figure {
    const go = s.set.goes[s.laid - 1];
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
    const { places } = s;
    if (!this.x.detail || !places) return unspread;
    const air = (t: number): number => places.rim.around.air.temperature(s.origin + (places.laid + t) * 1000);
    return rangeOf(this.x, go.curing, air);
  }

  /** Stack by stack, go by go. */
  get cases(): readonly CureCase[] {
    return [...this.#stacks.values()].flatMap((s) => s.cases);
  }

  /** Nothing is waited for any more: the last go of each stack is run on to what charts show. */
  end(): void {
    for (const s of this.#stacks.values()) if (s.laid === s.set.goes.length) this.#finished(s);
  }

  /** Runs on, and notes what the last go came to. */
  #finished(s: Stacked): void {
    const { places } = s;
    if (!places) return;
    if (this.x.detail) {
      places.until('full');
      // A cure that is over in an hour is still shown cooling down.
      (s.middle ?? places.rim).until(places.laid + SHOWN_LEAST);
    }
    this.#note(s, places.reached.sand !== undefined);
  }

  /** A go that the next one covers: its milestones as far as they came. */
  #covered(s: Stacked): void {
    this.#note(s, true);
  }

  #note(s: Stacked, done: boolean): void {
    const places = s.places as Places;
    this.problems.push(...(s.watchers?.problems(places, done) ?? []));
    const closes = s.set.goes[s.laid - 1].curing.sheet.window && places.closes;
    s.cases.push(
      this.#caseOf(s, s.set.goes[s.laid - 1], places, {
        ...places.reached,
        ...(closes === undefined ? {} : { closes: Math.max(closes, places.reached.opens ?? closes) }),
      }),
    );
    this.#told += 1;
    this.tell(this.#told);
  }

  #caseOf(s: Stacked, go: Go, places: Places, found: Reached): CureCase {
    const { ledger, inputs, detail } = this.x;
    const shown = s.middle ?? places.rim;
    const { stack } = shown;
    const id = `${go.stage}.${go.number}`;
    return {
      id,
      of: s.of,
      number: go.number,
      stage: go.stage,
      title: go.title,
      product: go.curing.name,
      laid: s.origin + places.laid * 1000,
      milestones: this.#milestones(s, go, places, found),
      peak: ledger.record(
        `${id}.peak`,
        `hottest place, ${go.title}`,
        { ...FORECAST_FORMULA, unit: '°C' },
        places.peak.value,
        { T: inputs.temperature },
      ),
      peakAt: s.origin + places.peak.at * 1000,
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
      ...this.#glass(s, go, places, id),
      ...(detail && s.laid === s.set.goes.length
        ? {
            series: shown.series(s.set.base.length, found.sand),
            ...(s.middle ? { field: s.middle.field(s.set.base.length, found.sand) } : {}),
          }
        : {}),
    };
  }

  /** What bears has to stay glass in use. */
  #glass(s: Stacked, go: Go, places: Places, id: string): Pick<CureCase, 'glass'> {
    const bears = s.of === 'laminate' || s.of === 'bedding';
    if (!this.x.detail || !bears || s.laid < s.set.goes.length || !places.rim.film) return {};
    const cured = { title: go.title, curing: go.curing, state: places.rim.film };
    this.problems.push(...uncured(this.x, cured, places.reached.full));
    const glass = glassOf(this.x, id, cured);
    if (!glass) return {};
    this.problems.push(...serviceProblems(this.x, cured, glass));
    return { glass };
  }

  #milestones(s: Stacked, go: Go, places: Places, found: Reached): readonly ForecastMilestone[] {
    const range = this.#range(s, go);
    const from = s.origin + places.laid * 1000;
    const cures = ripeningOf(go.curing).ripening.kind === 'law';
    return ORDER.flatMap((m): ForecastMilestone[] => {
      const at = found[m];
      // Tape is pulled and edges are knifed on laminates and gel coats only.
      if (at === undefined || (m === 'trim' && !cures)) return [];
      const after = at - places.laid;
      const [low, high] = range(m);
      const figure = this.x.ledger.record(
        `${go.stage}.${go.number}.${m}`,
        `${tellMilestone(meaningIn(s.of, m))}, ${go.title}`,
        { ...FORECAST_FORMULA, unit: 's' },
        after,
        this.#from(go, m),
        [after * low, after * high],
      );
      const place = places.decides(m);
      return [
        {
          id: m,
          meaning: meaningIn(s.of, m),
          after: figure,
          at: s.origin + at * 1000,
          span: [from + after * low * 1000, from + after * high * 1000],
          ...(place ? { place } : {}),
        },
      ];
    }).sort((a, b) => a.at - b.at);
  }
}
