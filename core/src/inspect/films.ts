import type { Calibration } from '../cure/calibrate';
import { advanceFilm, COLD_BY, freshState } from '../cure/kinetics';
import { leastFor, marksAt, neededFor, shutAt } from '../cure/thresholds';
import { windowOpening, type CureSheet } from '../materials/product';
import type { Moment } from '../trace/broken';

/** When a layer comes to its moments, s from when it was laid; one that never does has none. */
export type Moments = Readonly<Partial<Record<Moment, number>>>;

/** A film under way: what it has come to so far. */
export interface Film {
  /** Whether heat has been put on it since it gelled. */
  warmed: boolean;
  readonly gelled: boolean;
  readonly over: boolean;
  readonly moments: Moments;
  /** Goes on from one moment to another, s, along a straight line of temperature, °C. */
  on(from: number, to: number, cold: number, warm: number): void;
}

/** A film cures on within one step of its hull: what passes a mark there is found to so many seconds. */
export const PIECE = 300;

/** Takes a step of the hull piece by piece. */
export function inPieces(
  from: number,
  to: number,
  cold: number,
  warm: number,
  each: (from: number, to: number, cold: number, warm: number) => void,
): void {
  const n = Math.max(1, Math.ceil((to - from) / PIECE));
  const at = (a: number, b: number, i: number): number => a + ((b - a) * i) / n;
  for (let i = 0; i < n; i += 1)
    each(at(from, to, i), at(from, to, i + 1), at(cold, warm, i), at(cold, warm, i + 1));
}

type Found = Partial<Record<Moment, number>>;

/** A film whose class has a law. */
export class FilmByLaw implements Film {
  readonly #state = freshState();
  readonly #found: Found = {};
  readonly #needed: Found;
  readonly #gel: number;
  warmed = false;
  gelled = false;

  constructor(
    private readonly law: Calibration,
    private readonly bar: number,
    private readonly percent: number,
    full: boolean,
  ) {
    const { kinetics, thresholds } = law;
    const marks = marksAt(thresholds, bar);
    this.#gel = marks.gel;
    this.#needed = {
      opens: marks.opens,
      closes: shutAt(kinetics, marks, bar),
      sand: neededFor(kinetics, marks, 'sand', bar),
      ...(full ? { full: neededFor(kinetics, marks, 'full', bar) } : {}),
    };
  }

  on(from: number, to: number, cold: number, warm: number): void {
    const { kinetics, thresholds } = this.law;
    const before = this.#state.alpha;
    advanceFilm(kinetics, this.#state, cold, warm, to - from, this.percent);
    const after = this.#state.alpha;
    this.gelled = after >= this.#gel;
    for (const moment of MOMENTS) {
      const mark = this.#needed[moment];
      if (mark === undefined || this.#found[moment] !== undefined) continue;
      const least = moment === 'opens' ? 0 : leastFor(kinetics, thresholds, moment, this.bar);
      if (after < mark || to < least) continue;
      const share = before >= mark ? 0 : (mark - before) / (after - before);
      this.#found[moment] = Math.max(least, from + share * (to - from));
    }
    const by = thresholds.closesAfter;
    if (by !== undefined && to >= by) this.#found.closes ??= by;
  }

  get over(): boolean {
    return all(this.#needed, this.#found);
  }

  get moments(): Moments {
    return ordered(this.#found);
  }
}

/** A film whose chemistry has no law: twice as fast per 10 K, up to what the rule reaches; one that light cures keeps its sheet's times. */
export class FilmByClock implements Film {
  readonly #found: Found = {};
  readonly #needed: Found;
  #age = 0;
  warmed = false;
  gelled = false;

  constructor(
    private readonly sheet: CureSheet,
    private readonly byLight: boolean,
    full: boolean,
  ) {
    const { window } = sheet;
    this.#needed = {
      opens: windowOpening(sheet),
      closes: window?.closesBy === 'cure' ? window.close : undefined,
      sand: sheet.sand,
      ...(full ? { full: sheet.full } : {}),
    };
  }

  on(from: number, to: number, cold: number, warm: number): void {
    const { sheet } = this;
    const T = Math.min((cold + warm) / 2, HOTTEST);
    const rate =
      T < sheet.minimumTemperature - COLD_BY
        ? 0
        : this.byLight
          ? 1
          : 2 ** ((T - sheet.referenceTemperature) / 10);
    const before = this.#age;
    this.#age += (to - from) * rate;
    this.gelled = this.#age >= sheet.potLife;
    for (const moment of MOMENTS) {
      const mark = this.#needed[moment];
      if (mark === undefined || this.#found[moment] !== undefined || this.#age < mark) continue;
      this.#found[moment] = from + ((mark - before) / (this.#age - before)) * (to - from);
    }
    if (sheet.window?.closesBy === 'time' && to >= sheet.window.close)
      this.#found.closes ??= sheet.window.close;
  }

  get over(): boolean {
    return all(this.#needed, this.#found);
  }

  get moments(): Moments {
    return ordered(this.#found);
  }
}

const MOMENTS: readonly Moment[] = ['opens', 'closes', 'sand', 'full'];

/** Whether everything that was looked for has come. */
const all = (needed: Found, found: Found): boolean =>
  MOMENTS.every((m) => needed[m] === undefined || found[m] !== undefined);
/** The doubling rule reaches no further, °C. */
const HOTTEST = 40;

/** The earlier of what opens and hardens, the later of what shuts. */
export function loosest(a: Moments, b: Moments): Moments {
  const pick = (m: Moment, of: (x: number, y: number) => number): number | undefined => {
    const [x, y] = [a[m], b[m]];
    return x === undefined ? y : y === undefined ? x : of(x, y);
  };
  return { opens: pick('opens', Math.min), sand: pick('sand', Math.min), closes: pick('closes', Math.max) };
}

/** A window does not shut before it opens. */
const ordered = ({ closes, ...found }: Found): Moments =>
  closes === undefined ? found : { ...found, closes: Math.max(closes, found.opens ?? 0) };
