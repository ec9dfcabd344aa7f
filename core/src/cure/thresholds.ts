import type { CureSheet } from '../materials/product';
import { DOUBLING_RANGE } from '../physics/doubling-rule';
import { arrhenius, cureAfter, cureAtGlass, glassTemperature, reducedTime, type Kinetics } from './kinetics';

/** What is reached by how far it has cured, or by how glassy it is. */
export type Hardness = 'sand' | 'load' | 'full';

/** Degrees of cure at which a product reaches its milestones. */
export interface Marks {
  readonly opens?: number;
  readonly closes?: number;
  readonly gel: number;
  readonly sand: number;
  /** Half of the sheet's time to full cure: load and launching, usual practice. */
  readonly load: number;
  readonly full: number;
  /** How far the glass temperature stands above the work when its window shuts, when it can be sanded, loaded, and is fully cured, K. */
  readonly lead: Readonly<Record<Hardness | 'closes', number>>;
}

/** Moments that are not reached sooner than the sheet's time at the warmest of the course. */
export type Bounded = Hardness | 'closes';

/** The marks that a law has at the times of a sheet, and what goes by time alone. */
export interface Thresholds extends Marks {
  /** The sheet's own times, s, at its temperature. */
  readonly times: Readonly<Partial<Record<Bounded, number>>>;
  /** Seconds after laying at which time alone shuts the window. */
  readonly closesAfter?: number;
  /** Temperature of the sheet, °C, and the marks and times at its second one, where it states times at two. */
  readonly reference: number;
  readonly second?: {
    readonly temperature: number;
    readonly marks: Marks;
    readonly times: Readonly<Partial<Record<Bounded, number>>>;
  };
}

/** The degrees of cure that the law has at the times of the sheet, at the sheet's temperature. */
export function anchor(k: Kinetics, sheet: CureSheet): Thresholds {
  const T = sheet.referenceTemperature;
  const { window, second } = sheet;
  const closes = window?.closesBy === 'cure' ? window.close : undefined;
  const times = {
    ...(closes === undefined ? {} : { closes }),
    sand: sheet.sand,
    load: sheet.full / 2,
    full: sheet.full,
  };
  const first = marksOf(k, T, { ...times, potLife: sheet.potLife, opens: window?.open });
  return {
    ...first,
    times,
    closesAfter: window?.closesBy === 'time' ? window.close : undefined,
    reference: T,
    ...(second && second.temperature !== T
      ? {
          second: {
            temperature: second.temperature,
            marks: { ...first, ...secondMarks(k, first, second) },
            times: {
              ...(second.closes === undefined || closes === undefined ? {} : { closes: second.closes }),
              ...(second.sand === undefined ? {} : { sand: second.sand }),
            },
          },
        }
      : {}),
  };
}

/** Load and water do not come sooner than at this, °C: hotter no rule reaches, and a hot hour makes nothing fit for them. */
const [, HOTTEST] = DOUBLING_RANGE;

/**
 * Soonest that a film comes to a moment, s: the sheet's time at the warmest of the course, as the law's energy has it.
 * What is as glassy in the cold as it was warm has not therefore cured sooner.
 */
export function leastFor(k: Kinetics, t: Thresholds, what: Bounded, bar: number): number {
  const time = t.times[what];
  if (time === undefined) return 0;
  const at = what === 'load' || what === 'full' ? Math.min(bar, HOTTEST) : bar;
  const scaled = (seconds: number, from: number, to: number): number =>
    (seconds * arrhenius(from, k.activation)) / arrhenius(to, k.activation);
  const other = t.second?.times[what];
  if (other === undefined || !t.second) return scaled(time, t.reference, at);
  const share = shareOf(t.reference, t.second.temperature, at);
  const between = t.reference + share * (t.second.temperature - t.reference);
  return scaled(time ** (1 - share) * other ** share, between, at);
}

/** How far a temperature is from one to another, 0–1. */
const shareOf = (from: number, to: number, at: number): number =>
  Math.min(1, Math.max(0, (at - from) / (to - from)));

interface Times {
  readonly potLife: number;
  readonly opens?: number | 'gel';
  readonly closes?: number;
  readonly sand: number;
  readonly load: number;
  readonly full: number;
}

/** Degree of cure of a film after a time at one temperature, the inhibitor's time taken off. */
function afterAt(k: Kinetics, T: number): (seconds: number) => number {
  const wait = k.induction / arrhenius(T, k.activation);
  return (seconds) => cureAfter(k, T, Math.max(0, seconds - wait));
}

function marksOf(k: Kinetics, T: number, t: Times): Marks {
  const after = afterAt(k, T);
  const gel = k.shape.peroxide ? after(t.potLife) : k.shape.gel;
  const sand = after(t.sand);
  const load = Math.max(sand, after(t.load));
  const full = Math.max(load, after(t.full));
  const lead = (alpha: number): number => glassTemperature(k.shape, alpha) - T;
  const closes = t.closes === undefined ? undefined : after(t.closes);
  return {
    gel,
    opens: t.opens === undefined ? undefined : t.opens === 'gel' ? gel : after(t.opens),
    closes,
    sand,
    load,
    full,
    lead: { closes: lead(closes ?? sand), sand: lead(sand), load: lead(load), full: lead(full) },
  };
}

/** Those marks that the times at a second temperature give; what it does not state stays as at the first. */
function secondMarks(k: Kinetics, first: Marks, second: NonNullable<CureSheet['second']>): Partial<Marks> {
  const T = second.temperature;
  const after = afterAt(k, T);
  const of = (seconds: number | undefined): number | undefined =>
    seconds === undefined ? undefined : after(seconds);
  const lead = (alpha: number): number => glassTemperature(k.shape, alpha) - T;
  const [sand, closes] = [of(second.sand), first.closes === undefined ? undefined : of(second.closes)];
  return {
    ...(second.opens === undefined || first.opens === undefined ? {} : { opens: after(second.opens) }),
    ...(closes === undefined ? {} : { closes }),
    ...(sand === undefined ? {} : { sand }),
    lead: {
      ...first.lead,
      ...(closes === undefined ? {} : { closes: lead(closes) }),
      ...(sand === undefined ? {} : { sand: lead(sand) }),
    },
  };
}

/**
 * The marks that hold for a job: those of the sheet, or, between the two temperatures of a sheet that states two, on the
 * straight line between them; beyond them those of the nearer.
 *
 * @param bar warmest temperature of the course of the work, °C: one for the whole job, so that no cold night lowers a mark
 */
export function marksAt(t: Thresholds, bar: number): Marks {
  if (!t.second) return t;
  const { temperature, marks } = t.second;
  const share = shareOf(t.reference, temperature, bar);
  const between = (a: number, b: number): number => a + share * (b - a);
  const perhaps = (a: number | undefined, b: number | undefined): number | undefined =>
    a === undefined || b === undefined ? a : between(a, b);
  return {
    gel: t.gel,
    opens: perhaps(t.opens, marks.opens),
    closes: perhaps(t.closes, marks.closes),
    sand: between(t.sand, marks.sand),
    load: Math.max(between(t.sand, marks.sand), t.load),
    full: t.full,
    lead: {
      ...t.lead,
      closes: between(t.lead.closes, marks.lead.closes),
      sand: between(t.lead.sand, marks.lead.sand),
    },
  };
}

/** Where diffusion has brought the cure to a stand, a resin is this far above the work at the least, K. */
const GLASSY = 10;

/**
 * Whether a resin is as far as a milestone asks: cured so far as the sheet's time means, or as glassy as it was on the
 * sheet (and at least 10 K) against the warmest that the work comes to.
 *
 * @param bar warmest temperature of the course of the work, °C; one for the whole job: against the cold of the moment
 * any resin is glass, and none has cured by it
 */
export function reached(k: Kinetics, t: Marks, what: Hardness, alpha: number, bar: number): boolean {
  return alpha >= neededFor(k, t, what, bar);
}

/** Degree of cure from which {@link reached} holds. */
export function neededFor({ shape }: Kinetics, t: Marks, what: Hardness, bar: number): number {
  const glassy = cureAtGlass(shape, bar + Math.max(t.lead[what], GLASSY));
  return Math.min(t[what], Math.max(glassy, t.gel));
}

/** Degree of cure at which nothing bonds on it any more; in the cold, where it is as glassy as when it shut on the sheet. */
export function shutAt({ shape }: Kinetics, t: Marks, bar: number): number | undefined {
  if (t.closes === undefined) return undefined;
  return Math.min(t.closes, Math.max(t.gel, cureAtGlass(shape, bar + Math.max(t.lead.closes, GLASSY))));
}

/**
 * When a film at one temperature comes to a moment by the sheet's times at its first temperature alone, s: what its times
 * at a second one are held against.
 */
export function byFirstAlone(
  k: Kinetics,
  t: Thresholds,
  what: 'opens' | 'closes' | 'sand',
  T: number,
): number {
  const { second: _, ...first } = t;
  const mark = what === 'opens' ? t.opens : what === 'closes' ? shutAt(k, t, T) : neededFor(k, t, what, T);
  if (mark === undefined) return NaN;
  const speed = k.rate * arrhenius(T, k.activation);
  const wait = k.induction / arrhenius(T, k.activation);
  const time = wait + reducedTime(k.shape, mark, T) / speed;
  return what === 'opens' ? time : Math.max(time, leastFor(k, first, what, T));
}
