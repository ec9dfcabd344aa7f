import type { Calibration } from '../cure/calibrate';
import { COLD_BY } from '../cure/kinetics';
import { leastFor, marksAt, neededFor, shutAt, type Bounded, type Marks } from '../cure/thresholds';
import { DOUBLING_RANGE } from '../physics/doubling-rule';
import { windowOpening, type CureSheet } from '../materials/product';
import type { MilestoneId } from '../plan/cure-forecast';

/** What ripens in a layer: a law of cure; or, for products that no class describes, time by the doubling rule; or light, which no warmth hastens. */
export type Ripening =
  | { readonly kind: 'law'; readonly law: Calibration }
  | { readonly kind: 'clock'; readonly sheet: CureSheet; readonly perTen: number }
  | { readonly kind: 'light'; readonly sheet: CureSheet };

export type Reached = Partial<Record<MilestoneId, number>>;

/** After gelling an edge is trimmed and tape is pulled until the film is as hard as this share of the way to sanding. */
const TRIM_END = 0.6;

/** How far a layer is at a moment. */
export interface Progress {
  readonly t: number;
  /** Degree of cure of its face, and of its slowest place. */
  readonly surface: number;
  readonly slowest: number;
  /** Temperature of its face, °C. */
  readonly face: number;
}

/**
 * How fast a product that no law describes ages, against its sheet's temperature. Nothing is counted below its minimum,
 * and nothing is hastened beyond what the doubling rule reaches.
 */
export const ageingRate = (ripening: Exclude<Ripening, { kind: 'law' }>, temperature: number): number => {
  const { sheet } = ripening;
  if (temperature < sheet.minimumTemperature - COLD_BY) return 0;
  return ripening.kind === 'light'
    ? 1
    : ripening.perTen ** ((Math.min(temperature, DOUBLING_RANGE[1]) - sheet.referenceTemperature) / 10);
};

/** Times of a sheet, s, by what they are. */
export function sheetTimes(sheet: CureSheet): Reached {
  const { window } = sheet;
  return {
    ...(window ? { opens: windowOpening(sheet) } : {}),
    ...(window?.closesBy === 'cure' ? { closes: window.close } : {}),
    gel: sheet.potLife,
    sand: sheet.sand,
    load: Math.max(sheet.sand, sheet.full / 2),
    full: sheet.full,
  };
}

/** Watches a layer ripen, and notes when it reaches its milestones: seconds from the origin of its run. */
export class Watch {
  readonly reached: Reached = {};
  #age = 0;
  #last: Progress;
  #marks: Marks | undefined;
  #times: readonly (readonly [MilestoneId, number])[] = [];
  #needed: Readonly<Partial<Record<Bounded, number>>> = {};
  readonly #least: Record<Bounded, number> = { closes: 0, sand: 0, load: 0, full: 0 };

  /**
   * @param bar warmest temperature of the course of the whole job, °C
   * @param film whether it has the temperature of its hull: then it is not sooner than the warmest of the course lets it be
   */
  constructor(
    readonly ripening: Ripening,
    readonly laid: number,
    readonly bar: number,
    private readonly film: boolean,
  ) {
    // How warm the face is when it is laid is only known when the run goes on.
    this.#last = { t: laid, surface: 0, slowest: 0, face: NaN };
    if (ripening.kind !== 'law') {
      this.#times = Object.entries(sheetTimes(ripening.sheet)) as [MilestoneId, number][];
      return;
    }
    const { kinetics, thresholds } = ripening.law;
    const marks = marksAt(thresholds, bar);
    this.#marks = marks;
    this.#needed = {
      closes: shutAt(kinetics, marks, bar),
      sand: neededFor(kinetics, marks, 'sand', bar),
      load: neededFor(kinetics, marks, 'load', bar),
      full: neededFor(kinetics, marks, 'full', bar),
    };
    if (film)
      for (const id of ['closes', 'sand', 'load', 'full'] as const)
        this.#least[id] = leastFor(kinetics, thresholds, id, bar);
  }

  /** Another that has seen the same, to look ahead with. */
  copy(): Watch {
    const other = new Watch(this.ripening, this.laid, this.bar, this.film);
    Object.assign(other.reached, this.reached);
    other.#age = this.#age;
    other.#last = this.#last;
    return other;
  }

  /** Another moment of the run. */
  look(now: Progress): void {
    if (this.ripening.kind === 'law') this.#ripen(this.ripening.law, now);
    else this.#grow(this.ripening, now);
    this.#last = now;
  }

  #pass(id: MilestoneId, mark: number | undefined, before: number, now: number, t: number): void {
    if (mark === undefined || this.reached[id] !== undefined || now < mark) return;
    const share = now > before ? Math.min(1, Math.max(0, (mark - before) / (now - before))) : 1;
    this.reached[id] = this.#last.t + share * (t - this.#last.t);
  }

  #ripen({ thresholds }: Calibration, { t, surface, slowest }: Progress): void {
    const [m, was] = [this.#marks as Marks, this.#last.surface];
    const shut = this.#needed.closes;
    this.#pass('opens', m.opens, was, surface, t);
    this.#pass('gel', m.gel, was, surface, t);
    this.#pass('trim', Math.min(m.gel + TRIM_END * (m.sand - m.gel), shut ?? 1), was, surface, t);
    this.#bounded('closes', was, surface, t);
    if (thresholds.closesAfter !== undefined) this.#closesBy(thresholds.closesAfter, t);
    this.#bounded('sand', this.#last.slowest, slowest, t);
    this.#bounded('load', this.#last.slowest, slowest, t);
    this.#bounded('full', this.#last.slowest, slowest, t);
  }

  /** A moment of a film that does not come sooner than its sheet has it at the warmest of the course. */
  #bounded(id: Bounded, before: number, now: number, t: number): void {
    const least = this.laid + this.#least[id];
    if (this.reached[id] !== undefined || t < least) return;
    this.#pass(id, this.#needed[id], before, now, t);
    const at = this.reached[id];
    if (at !== undefined) this.reached[id] = Math.max(at, least);
  }

  #closesBy(after: number, t: number): void {
    if (this.reached.closes === undefined && t >= this.laid + after) this.reached.closes = this.laid + after;
  }

  #grow(ripening: Exclude<Ripening, { kind: 'law' }>, now: Progress): void {
    const before = this.#age;
    const from = Number.isNaN(this.#last.face) ? now.face : this.#last.face;
    // As warm as in the middle of the step.
    this.#age += (now.t - this.#last.t) * ageingRate(ripening, (now.face + from) / 2);
    const { sheet } = ripening;
    for (const [id, mark] of this.#times) this.#pass(id, mark, before, this.#age, now.t);
    if (sheet.window?.closesBy === 'time') this.#closesBy(sheet.window.close, now.t);
  }
}
