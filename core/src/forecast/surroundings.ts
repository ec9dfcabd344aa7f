import { WARMTH_DEFAULTS } from '../materials/warmth-defaults';
import { heated, type Air } from '../cure/air';
import { STEFAN, type Face } from '../cure/face';
import { KELVIN } from '../cure/kinetics';
import type { Job } from '../schema/job';
import type { PlacedAir } from './air-course';

/** What the air takes from a face, radiation apart, W/(m²·K). Source: building physics, still air and light wind: 8 and 15 with it. */
const INDOORS = 2.9;
const MOVING = 9.9;
/** A mat or blanket that lies on the work, W/(m²·K). Source: contact through film and cloth. */
const CONTACT = 50;
const BLANKET = 4;
/** How far a mat's thermostat lets the work go beyond what it is set to before it switches off, K. */
const THERMOSTAT = 2;
/** Share of a lamp's power that leaves it as heat radiation forward. */
const LAMP_SHARE = 0.6;
/** Power of a lamp by the face that it radiates from, W/m²: a larger lamp is not a hotter one. Source: usual infrared panels. */
const LAMP_DENSITY = 20_000;
const EMISSIVITY = 0.9;
/** What a hull side sees of the sky. */
const SKY_VIEW = 0.6;
/** Sun on an upright side at noon, W/m², and how much of it a face takes up. Source: clear sky, vertical surface. */
const SUN_NOON = 550;
const ABSORBS = { light: 0.35, dark: 0.85 } as const;
const HOUR = 3_600_000;
const NOON = 12;

/**
 * Heat of a lamp that a face square to it takes up, W/m². Near by it is what the lamp's own face gives off, far away it
 * falls with the square of the distance. Source: view factor of a disc from a spot on its axis, F = r²/(r² + d²).
 *
 * @param power W
 * @param distance m
 */
export function lampFlux(power: number, distance: number): number {
  const face = (LAMP_SHARE * power) / LAMP_DENSITY;
  const radius = Math.sqrt(face / Math.PI);
  return ((EMISSIVITY * LAMP_SHARE * power) / face) * (radius ** 2 / (radius ** 2 + distance ** 2));
}

/**
 * Temperature that a face comes to under heat that falls on it for long, °C: what it takes up goes back to the air and
 * by radiation. Nothing goes into the hull. Source: balance of a face.
 */
export function faceUnder(flux: number, air: number): number {
  let [low, high] = [air, air + 1500];
  for (let i = 0; i < 40; i += 1) {
    const T = (low + high) / 2;
    const away = INDOORS * (T - air) + EMISSIVITY * STEFAN * ((T + KELVIN) ** 4 - (air + KELVIN) ** 4);
    if (away < flux) low = T;
    else high = T;
  }
  return high;
}

/** The warmest that a face comes to under what warms it, °C. @param air the warmest of the air, °C */
export function warmestFace({ warmth = {}, conditions = {} }: Job, air: number): number {
  const sun = conditions.sun === 'yes' ? sunFlux(NOON, conditions.shade ?? 'light') : 0;
  const { power, distance, temperature } = { ...WARMTH_DEFAULTS, ...warmth };
  const lamp = warmth.kind === 'lamp' ? lampFlux(power, distance) : 0;
  const held = warmth.kind === 'tent' || warmth.kind === 'mat' ? temperature : -Infinity;
  const warm = Math.max(air, held);
  return sun + lamp > 0 ? faceUnder(sun + lamp, warm) : warm;
}

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
  /** From when until when it is on, ms since 1970; one after the other. */
  #spans: readonly (readonly [number, number])[] = [];
  #now = -Infinity;
  readonly #lasts: number;
  readonly #held: number;
  #heats = false;
  readonly #weather: Air;
  #around: Air;
  #kept: { readonly at: number; readonly from: number } | undefined;
  #on: (ms: number) => boolean = () => false;
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
    this.#lasts = (warmth.hours ?? WARMTH_DEFAULTS.hours) * 1000;
    const held = warmth.temperature ?? WARMTH_DEFAULTS.temperature;
    this.#held = held;
    const on = (ms: number): boolean => this.isOn(ms);
    this.#weather = placed.air;
    this.#around = placed.air;
    this.air = {
      temperature: (ms) => this.#around.temperature(ms),
      humidity: (ms) => this.#around.humidity(ms),
    };
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
    this.#on = on;
    const covered = (): boolean => mat && on(now());
    // A mat heats through a thin contact up to its temperature; hotter work than that it only covers.
    const heats = (): boolean => this.#heats;
    this.front = {
      get h(): number {
        return covered() ? (heats() ? CONTACT : BLANKET) : h;
      },
      get emissivity(): number {
        return covered() ? 0 : EMISSIVITY;
      },
      air: (t) => (mat && on(at(t)) && heats() ? held : air(t)),
      flux:
        lamp > 0 || sun || sky
          ? (t) =>
              covered()
                ? 0
                : (lamp > 0 && on(at(t)) ? lamp : 0) +
                  (sun ? sunFlux(hourOf(at(t)), conditions.shade ?? 'light') : 0) -
                  (sky && nightHour(hourOf(at(t))) ? skyLoss(air(t)) : 0)
          : undefined,
    };
    this.back = { h: INDOORS, emissivity: EMISSIVITY, air };
  }

  /**
   * Tells how far the run has come, ms since 1970, and how warm the face is, °C.
   * @returns whether a mat has just been switched by its thermostat: nothing goes on as it did
   */
  tick(ms: number, face: number): boolean {
    const heated = this.#heats;
    this.#now = ms;
    this.#heats = this.kind === 'mat' && this.#on(ms) && face < this.#held + (heated ? THERMOSTAT : 0);
    return this.#heats !== heated;
  }

  /** When warming is next switched on or off after a moment, ms since 1970. */
  changeAfter(ms: number): number {
    return Math.min(...this.#spans.flat().filter((change) => change > ms), Infinity);
  }

  /** Keeps the air at the least so warm, °C, from a moment on, ms since 1970. */
  keep(at: number, from: number): void {
    this.#kept = { at, from };
    this.#surround();
  }

  isOn(ms: number): boolean {
    return this.#spans.some(([from, to]) => ms >= from && ms <= to);
  }

  /** Warms the work from a moment on, ms since 1970, for as long as is asked: what is warm already stays so for longer. */
  switchOn(ms: number): void {
    const last = this.#spans.at(-1);
    const to = ms + this.#lasts;
    this.#spans =
      last && ms <= last[1]
        ? [...this.#spans.slice(0, -1), [last[0], Math.max(last[1], to)]]
        : [...this.#spans, [ms, to]];
    this.#surround();
  }

  /** What stood over the same work before. */
  goOnFrom(before: Surroundings): void {
    this.#spans = before.#spans;
    this.#surround();
  }

  /** The weather, kept warm where it must be, and the tent over that. */
  #surround(): void {
    const open = this.#kept ? heated(this.#weather, this.#kept.at, this.#kept.from, Infinity) : this.#weather;
    const tents = this.kind === 'tent' ? this.#spans : [];
    this.#around = tents.reduce((air, [from, to]) => heated(air, this.#held, from, to), open);
  }

  /** What the work is warmed through to before anything is laid on it, °C; absent for a lamp, which warms only its face. */
  get held(): number | undefined {
    return this.kind === 'tent' || this.kind === 'mat' ? this.#held : undefined;
  }
}

const nightHour = (hour: number): boolean => hour < 6 || hour > 18;
