import { heated, type Air } from '../cure/air';
import type { Face } from '../cure/conduction';
import { KELVIN } from '../cure/kinetics';
import type { Job } from '../schema/job';
import type { PlacedAir } from './air-course';

/** Film and radiation together indoors; in moving air, W/(m²·K). Source: building physics, still air and light wind. */
const INDOORS = 8;
const MOVING = 15;
/** A mat or blanket that lies on the work, W/(m²·K). Source: contact through film and cloth. */
const CONTACT = 50;
const BLANKET = 4;
/** Share of a lamp's power that leaves it as heat radiation forward; Lambert's law along its axis: I = η·P/π. */
const LAMP_SHARE = 0.6;
const EMISSIVITY = 0.9;
const STEFAN = 5.670374e-8;
/** What a hull side sees of the sky. */
const SKY_VIEW = 0.6;
/** Sun on an upright side at noon, W/m², and how much of it a face takes up. Source: clear sky, vertical surface. */
const SUN_NOON = 550;
const ABSORBS = { light: 0.35, dark: 0.85 } as const;
const HOUR = 3_600_000;

export const WARMTH_DEFAULTS = { temperature: 25, power: 500, distance: 0.8, hours: 12 * 3600 } as const;

/** Heat of a lamp that falls on a face square to it, W/m². */
export const lampFlux = (power: number, distance: number): number =>
  (EMISSIVITY * LAMP_SHARE * power) / (Math.PI * distance ** 2);

/** Loss to a clear night sky beyond that to the air, W/m². Source: Swinbank, T_sky = 0.0552·T_air^1.5. */
export function skyLoss(air: number): number {
  const T = air + KELVIN;
  return EMISSIVITY * STEFAN * SKY_VIEW * (T ** 4 - (0.0552 * T ** 1.5) ** 4);
}

/** Sun on a face at an hour of the day, W/m² taken up: a half sine from six to eighteen. */
export const sunFlux = (hour: number, shade: 'light' | 'dark'): number =>
  hour > 6 && hour < 18 ? ABSORBS[shade] * SUN_NOON * Math.sin(((hour - 6) / 12) * Math.PI) : 0;

/** What warms and cools both faces of the work. Warming begins when it is switched on. */
export class Surroundings {
  #from = Infinity;
  #now = -Infinity;
  #face = -Infinity;
  readonly #until: number;
  readonly air: Air;
  readonly front: Face;
  readonly back: Face;
  readonly kind: NonNullable<NonNullable<Job['warmth']>['kind']>;

  /**
   * @param origin ms since 1970 at which the seconds of the faces begin
   * @param offset minutes of the zone against UTC
   */
  constructor(job: Job, placed: PlacedAir, origin: number, offset: number) {
    const { warmth = {}, conditions = {} } = job;
    this.kind = warmth.kind ?? 'none';
    this.#until = warmth.hours ?? WARMTH_DEFAULTS.hours;
    const held = warmth.temperature ?? WARMTH_DEFAULTS.temperature;
    const on = (ms: number): boolean => ms >= this.#from && ms <= this.#from + this.#until * 1000;
    const tent = this.kind === 'tent';
    this.air = tent
      ? {
          temperature: (ms) =>
            heated(placed.air, held, this.#from, this.#from + this.#until * 1000).temperature(ms),
          humidity: (ms) =>
            heated(placed.air, held, this.#from, this.#from + this.#until * 1000).humidity(ms),
        }
      : placed.air;
    const at = (t: number): number => origin + t * 1000;
    const hourOf = (ms: number): number => ((((ms + offset * 60_000) / HOUR) % 24) + 24) % 24;
    const lamp =
      this.kind === 'lamp'
        ? lampFlux(warmth.power ?? WARMTH_DEFAULTS.power, warmth.distance ?? WARMTH_DEFAULTS.distance)
        : 0;
    const sun = conditions.sun === 'yes';
    const sky = placed.outdoors && conditions.sky === 'clear';
    const air = (t: number): number => this.air.temperature(at(t));
    const h = placed.outdoors ? MOVING : INDOORS;
    const mat = this.kind === 'mat';
    const now = (): number => this.#now;
    // A mat heats through a thin contact up to its temperature; hotter work than that it only covers.
    const heats = (): boolean => this.#face < held;
    this.front = {
      get h(): number {
        return mat && on(now()) ? (heats() ? CONTACT : BLANKET) : h;
      },
      air: (t) => (mat && on(at(t)) && heats() ? held : air(t)),
      flux:
        lamp > 0 || sun || sky
          ? (t) =>
              (lamp > 0 && on(at(t)) ? lamp : 0) +
              (sun ? sunFlux(hourOf(at(t)), conditions.shade ?? 'light') : 0) -
              (sky && nightHour(hourOf(at(t))) ? skyLoss(air(t)) : 0)
          : undefined,
    };
    this.back = { h: INDOORS, air };
  }

  /** Tells how far the run has come, ms since 1970, and how warm the face is, °C. */
  tick(ms: number, face: number): void {
    this.#now = ms;
    this.#face = face;
  }

  /** Switches the warming on, at ms since 1970. */
  switchOn(ms: number): void {
    if (this.#from === Infinity) this.#from = ms;
  }
}

const nightHour = (hour: number): boolean => hour < 6 || hour > 18;
