import { calibrate, type Calibration } from '../cure/calibrate';
import { Stack, type Layer } from '../cure/conduction';
import { cureClassOf } from '../cure/cure-classes';
import { dry } from '../cure/drying';
import { SHEET_PERCENT } from '../cure/kinetics';
import { Surroundings } from '../forecast/surroundings';
import type { CureSheet, Product } from '../materials/product';
import { catalystOf } from '../materials/catalyst';
import { FilmByClock, FilmByLaw, inPieces, loosest, PIECE, type Film, type Moments } from './films';
import type { Place } from './site';

export type { Moments };

/** Cells of a bare hull, K of error of a step, and how long a layer is watched, s. */
const CELLS = 6;
const ERROR = 0.3;
/** What comes so much later than the end of the work, as a share, is late by any reckoning. */
const BEYOND = 1.5;
/** Full cure is waited for longer, s. */
const FULL = 60 * 86_400;
/** Longest step of a bare hull, s. */
const LONGEST = 1800;
const WATCHED = 14 * 86_400;
/** A hull is followed before anything is laid on it, s. */
const BEFORE = 3 * 3600;
const DAY = 86_400;
const QUARTER = 900_000;
/** A film of solvent is watched for so long, s. */
const DRIES = 12 * 3600;

const laws = new WeakMap<CureSheet, Calibration | undefined>();

/** The law of a product, fitted to its sheet by the kernel. */
export function lawOf(product: Product, sheet: CureSheet): Calibration | undefined {
  if (product.traits?.includes('light-cure')) return undefined;
  if (!laws.has(sheet)) {
    const shape = cureClassOf(product.family);
    const density = 'densityLiquid' in product ? product.densityLiquid : undefined;
    laws.set(sheet, shape && calibrate(shape, sheet, density));
  }
  return laws.get(sheet);
}

/**
 * Follows what is laid along the course of the air, one layer after another: a thin film as warm as the bare hull under
 * it, and what dries. The inspector's own clock: it takes the kernel and the facts, and nothing of what the plan found.
 */
export class Clockwork {
  #around: Surroundings | undefined;

  /** @param laid moments at which anything is laid, ms since 1970: what warms the work is set over each */
  constructor(
    private readonly place: Place,
    private readonly laid: readonly number[] = [],
  ) {}

  /** Sheet of a product, or of the resin that a thickened one is made of. */
  sheetOf(product: Product): { readonly of: Product; readonly sheet: CureSheet } | undefined {
    const own = 'cure' in product ? product.cure : undefined;
    if (own) return { of: product, sheet: own };
    if (product.role !== 'fairing compound') return undefined;
    const chosen = this.place.plan.system?.chosen?.chain.resin;
    const resin =
      chosen?.family === product.family
        ? chosen
        : this.place.library.resins.find((r) => r.family === product.family);
    return resin && { of: resin, sheet: resin.cure };
  }

  /** @param at ms since 1970 at which it was laid @param on what it lies on, from the back @param film of what dries, m @param full whether full cure is asked for too */
  of(product: Product, at: number, on: readonly Layer[], film?: number, full = false): Moments {
    const drying = 'drying' in product ? product.drying : undefined;
    if (drying) {
      const around = this.#surround(at);
      if (this.place.job.warmth?.kind === 'tent') around.switchOn(at);
      const { air } = around;
      const run = dry(
        drying,
        film ?? drying.film,
        (t) => [air.temperature(at + t * 1000), air.humidity(at + t * 1000)],
        DRIES,
      );
      const cured = this.sheetOf(product);
      const { sand } = cured ? this.#film(cured.of, cured.sheet, at, on) : {};
      return { opens: run.opens, closes: run.closes, sand };
    }
    const cures = this.sheetOf(product);
    return cures ? this.#film(cures.of, cures.sheet, at, on, full) : {};
  }

  /** How much of the rest of a joint has passed between two moments, s at 20 °C: a cold quarter of an hour counts for less. */
  rested(product: Product, from: number, to: number): number {
    const { job, air, offset } = this.place;
    const around = new Surroundings(job, air, from, offset);
    if (job.warmth?.kind === 'tent') around.switchOn(from);
    const kept = this.#kept(product) ?? -Infinity;
    const minimum = this.sheetOf(product)?.sheet.minimumTemperature ?? -Infinity;
    let rested = 0;
    for (let at = from; at < to; at += QUARTER) {
      const span = Math.min(QUARTER, to - at);
      const T = Math.max(kept, around.air.temperature(at + span / 2));
      if (T >= minimum) rested += (span / 1000) * Math.min(1, 2 ** ((T - 20) / 10));
    }
    return rested;
  }

  /** What the plan has stopped for being too cold is replayed as warm as it says that it has to be kept, °C. */
  #kept({ name }: Product): number | undefined {
    for (const p of this.place.problems)
      if (p.code === 'never-sets' && p.params.product === name) return p.params.kept;
    return undefined;
  }

  #surround(at: number): Surroundings {
    const { job, air, offset } = this.place;
    const around = new Surroundings(job, air, at, offset);
    if (this.#around) around.goOnFrom(this.#around);
    this.#around = around;
    return around;
  }

  /**
   * What warms the work may stand over it from the layer before or be set over it anew. Either is a way of doing it: a
   * layer is early only where it is by both, and late only where it is by both.
   */
  #film(product: Product, sheet: CureSheet, at: number, on: readonly Layer[], full = false): Moments {
    const before = this.#around;
    const goneOn = this.#follow(product, sheet, at, on, full);
    if (!before || (this.place.job.warmth?.kind ?? 'none') === 'none') return goneOn;
    const kept = this.#around;
    this.#around = undefined;
    const anew = this.#follow(product, sheet, at, on, full);
    this.#around = kept;
    return loosest(goneOn, anew);
  }

  /** Follows a film on its hull, what warms it gone on from the layer before. */
  #follow(product: Product, sheet: CureSheet, at: number, base: readonly Layer[], full: boolean): Moments {
    const { warmth } = this.place.job;
    const around = this.#surround(at);
    const heats = warmth?.kind !== undefined && warmth.kind !== 'none';
    const fromStart = heats && warmth.from === 'start';
    const kept = this.#kept(product);
    const held = fromStart && !around.isOn(at) ? around.held : undefined;
    const warmed = Math.max(held ?? -Infinity, kept ?? -Infinity);
    if (kept !== undefined) around.keep(kept, at);
    if (fromStart) around.switchOn(at);
    const over = fromStart ? this.#warmedAgain(around, at, kept) : around;
    const fromGel = heats && !fromStart;
    // Heat that comes on as it gels is not late by more than a part of the time to that.
    const longest = fromGel ? Math.min(LONGEST, Math.max(PIECE, sheet.potLife / 4)) : LONGEST;
    const hull = hullAt(base, over, at, longest, warmed);
    const film = this.#filmOf(product, sheet, Math.max(this.place.bar, warmed), full);
    // What has not come by the end of the work does not come in time for any of it.
    const last = this.place.plan.timeline?.end ?? at;
    const end = Math.min(full ? FULL : WATCHED, (BEYOND * (last - at)) / 1000 + DAY);
    cureOn(film, hull, over, at, end, fromGel);
    return film.moments;
  }

  /** What is laid later on the same work is warmed as well, and with it what lies beneath. */
  #warmedAgain(around: Surroundings, at: number, kept: number | undefined): Surroundings {
    const { job, air, offset } = this.place;
    const again = new Surroundings(job, air, at, offset);
    if (kept !== undefined) again.keep(kept, at);
    again.goOnFrom(around);
    for (const later of this.laid) if (later > at) again.switchOn(later);
    return again;
  }

  #filmOf(product: Product, sheet: CureSheet, bar: number, full: boolean): Film {
    const law = lawOf(product, sheet);
    if (!law) return new FilmByClock(sheet, product.traits?.includes('light-cure') ?? false, full);
    const proportion = 'proportion' in product ? product.proportion : undefined;
    const T = this.place.inputs.temperature.value;
    return new FilmByLaw(
      law,
      bar,
      proportion?.kind === 'peroxide' ? catalystOf(proportion, T) : SHEET_PERCENT,
      full,
    );
  }
}

/** A bare hull that has followed the air for some hours, at the moment at which something is laid on it. */
function hullAt(
  base: readonly Layer[],
  around: Surroundings,
  at: number,
  longest: number,
  warmed: number,
): Stack {
  const hull = new Stack({
    layers: base,
    laid: base.length,
    back: around.back,
    front: around.front,
    temperature: around.air.temperature(at - BEFORE * 1000),
    start: -BEFORE,
    cells: CELLS,
    tolerance: ERROR,
    longest,
  });
  hull.run(0, () => {
    if (around.tick(at + hull.time * 1000, hull.faceTemperature(true))) hull.restart();
    return false;
  });
  if (!Number.isFinite(warmed)) return hull;
  for (let i = 0; i < hull.active; i += 1) hull.temperatures[i] = Math.max(hull.temperatures[i], warmed);
  hull.restart();
  return hull;
}

/** Runs a film on the face of its hull until it has come to everything, or until an end, s. */
function cureOn(
  film: Film,
  hull: Stack,
  around: Surroundings,
  at: number,
  end: number,
  fromGel: boolean,
): void {
  let [t, T] = [0, hull.faceTemperature(true)];
  while (hull.time < end && !film.over) {
    const change = (around.changeAfter(at + hull.time * 1000) - at) / 1000;
    hull.run(Math.min(end, change), () => {
      const face = hull.faceTemperature(true);
      if (around.tick(at + hull.time * 1000, face)) hull.restart();
      inPieces(t, hull.time, T, face, (...piece) => film.on(...piece));
      [t, T] = [hull.time, face];
      if (!fromGel || film.warmed || !film.gelled || around.isOn(at + t * 1000)) return film.over;
      around.switchOn(at + t * 1000);
      film.warmed = true;
      return true;
    });
    hull.restart();
  }
}
