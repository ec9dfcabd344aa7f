import type { Layer } from '../cure/conduction';
import type { CurePlace, MilestoneId } from '../plan/cure-forecast';
import type { Reached, Ripening } from './ripening';
import { CureRun, HORIZON, LAST } from './run';
import type { Site } from './site';
import { Surroundings } from './surroundings';

/**
 * A hull is followed before anything is laid on it for so many times as it keeps its warmth, and no longer than that, s:
 * a keel keeps the cold of the night, or the sun of the day.
 */
const TIMES_ITS_OWN = 5;
const BEFORE_MOST = 6 * 3600;
/** What both faces of a hull lose to the air, W/(m²·K). */
const LOSS = 16;
const before = (base: readonly Layer[]): number =>
  Math.min(
    BEFORE_MOST,
    (TIMES_ITS_OWN * base.reduce((sum, l) => sum + l.density * l.heatCapacity * l.thickness, 0)) / LOSS,
  );
/** What is too cold is warmed to so much above the product's minimum, K. Source: usual margin; a clear night takes some of it. */
export const MARGIN = 3;
/** Cells of a bare hull. */
const CELLS = 8;

/**
 * The feathered rim of what is laid at a moment: a film that is as warm as the bare hull under it.
 *
 * @param origin ms since 1970 of second 0
 * @param at ms since 1970 at which it is laid
 * @param kept whether its moments are kept for a chart
 * @param warmed what stood over the same work when what lies under it was laid
 */
export function layRim(
  site: Site,
  base: readonly Layer[],
  ripening: Ripening,
  percent: number,
  origin: number,
  at: number,
  kept: boolean,
  warmed?: Surroundings,
): CureRun {
  const around = new Surroundings(site.job, site.placed, origin, site.offset);
  if (warmed) around.goOnFrom(warmed);
  const start = (at - origin) / 1000;
  const rim = new CureRun(base, base.length, origin, around, start - before(base), site.bar, {
    ...site.fineness,
    cells: CELLS,
    kept,
  });
  rim.until(start);
  rim.layFilm(ripening, percent);
  return rim;
}

/** Places that come to a moment within this share of its wait come to it together. */
const ALIKE = 0.03;

/** Moments for which every place has to be so far; a window shuts when the first place has. */
const ALL: readonly MilestoneId[] = ['gel', 'opens', 'trim', 'sand', 'load', 'full'];

/**
 * One layer where it is thinnest and where it is thickest. The slowest place decides when it may be gone on with: the
 * feathered rim takes the cold of the hull, the middle warms itself; the first place that is too far shuts its window.
 */
export class Places {
  /** What the work has to be kept at so that it sets at all, °C, where the air is too cold for it. */
  keptAt: number | undefined;
  readonly #back: readonly (() => void)[];
  #warmed = false;
  #closes: { readonly at: number | undefined } | undefined;

  /**
   * @param middle absent where the layer is nowhere thick enough to warm itself
   * @param laid s from the origin
   * @param minimum of the product's sheet, °C
   */
  constructor(
    readonly rim: CureRun,
    readonly middle: CureRun | undefined,
    readonly laid: number,
    private readonly minimum: number,
    private readonly warmFrom: 'gel' | 'start' | undefined,
  ) {
    this.#back = this.#runs.map((run) => run.remember());
  }

  get #runs(): readonly CureRun[] {
    return this.middle ? [this.rim, this.middle] : [this.rim];
  }

  /** Heat that is there from the beginning comes on. */
  begin(): void {
    if (this.warmFrom !== 'start') return;
    for (const run of this.#runs) {
      const at = run.origin + this.laid * 1000;
      const { held } = run.around;
      // The hull, and not only the air, is warm before anything is laid.
      if (held !== undefined && !run.around.isOn(at)) run.warmedTo(held);
      run.around.switchOn(at);
    }
  }

  /**
   * Runs until all of it has come to a milestone. What never sets, since the air stays below the product's minimum, is
   * worked out as kept a little above that: nothing is extrapolated below it, and the work is not begun so cold.
   *
   * @returns s from the origin, where it comes so far
   */
  until(what: MilestoneId): number | undefined {
    const found = this.#come(what);
    if (found !== undefined || what === 'load' || what === 'full' || this.keptAt !== undefined) return found;
    this.keptAt = this.minimum + MARGIN;
    this.#back.forEach((back) => back());
    this.#closes = undefined;
    this.#warmed = false;
    for (const run of this.#runs) {
      run.around.keep(this.keptAt, run.origin + this.laid * 1000);
      run.warmedTo(this.keptAt);
    }
    this.begin();
    return this.#come(what);
  }

  #come(what: MilestoneId): number | undefined {
    const end = this.laid + (what === 'load' || what === 'full' ? LAST : HORIZON);
    this.#warm(end);
    if (what === 'closes') return this.closes;
    const moments = this.#runs.map((run) => run.until(end, what));
    return moments.some((m) => m === undefined) ? undefined : Math.max(...(moments as number[]));
  }

  /** Heat comes on when all of it has gelled. */
  #warm(end: number): void {
    if (this.warmFrom !== 'gel' || this.#warmed) return;
    // Looked ahead for: heat comes on at that moment, and not at the end of the step in which it lies.
    const gels = this.#runs.map((run) => run.ahead(end, 'gel') ?? Infinity);
    const all = Math.max(...gels);
    if (!Number.isFinite(all)) return;
    this.#warmed = true;
    for (const run of this.#runs) {
      run.until(all);
      run.around.switchOn(run.origin + all * 1000);
    }
  }

  /** When the first of it has cured too far for the next layer to bond, s from the origin; looked ahead. */
  get closes(): number | undefined {
    this.#closes ??= { at: this.#ahead() };
    return this.#closes.at;
  }

  #ahead(): number | undefined {
    const rim = this.rim.until(this.laid + HORIZON, 'closes');
    const middle = this.middle?.ahead(rim ?? this.laid + HORIZON, 'closes');
    const shuts = Math.min(rim ?? Infinity, middle ?? Infinity);
    return Number.isFinite(shuts) ? shuts : undefined;
  }

  /** What all of it has come to as far as it has been run. */
  get reached(): Reached {
    const found: Reached = {};
    for (const id of ALL) {
      const [rim, middle] = [this.rim.reached[id], (this.middle ?? this.rim).reached[id]];
      if (rim !== undefined && middle !== undefined) found[id] = Math.max(rim, middle);
    }
    const shuts = Math.min(this.rim.reached.closes ?? Infinity, this.middle?.reached.closes ?? Infinity);
    if (Number.isFinite(shuts)) found.closes = shuts;
    return found;
  }

  /** Which place decides when a milestone is reached; undefined where they come to it together. */
  decides(id: MilestoneId): CurePlace | undefined {
    const [rim, middle] = [this.rim.reached[id], this.middle?.reached[id]];
    if (rim === undefined || middle === undefined) return undefined;
    if (Math.abs(rim - middle) < ALIKE * (Math.max(rim, middle) - this.laid)) return undefined;
    return (id === 'closes' ? rim <= middle : rim >= middle) ? 'rim' : 'middle';
  }

  /** The hottest that it comes to, and when, s from the origin. */
  get peak(): { readonly value: number; readonly at: number } {
    return (this.middle ?? this.rim).peak;
  }
}
