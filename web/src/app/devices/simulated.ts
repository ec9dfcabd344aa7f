import { Observable, interval, map } from 'rxjs';
import type { ColourDevice, Device, DeviceReading, ScaleDevice } from './device';

const TICK_MS = 250;

/** Numbers between −1 and 1, bell-like, the same for the same seed. */
export function noise(seed: number): () => number {
  let s = seed >>> 0 || 1;
  const uniform = (): number => {
    s ^= s << 13;
    s ^= s >>> 17;
    s ^= s << 5;
    return (s >>> 0) / 0xffffffff;
  };
  return () => (uniform() + uniform() + uniform()) * (2 / 3) - 1;
}

/** A made-up bench scale: what is poured on it, a tenth of a gram of noise, and a zero that creeps. */
export class SimulatedScale implements ScaleDevice {
  readonly kind = 'scale';
  readonly name = 'Bench scale';
  readonly simulated = true;
  readonly #noise = noise(20261);
  #load = 0;
  #zero = 0;
  #rate = 0;
  #last: number | undefined;
  readonly #began = Date.now();

  readonly readings$: Observable<DeviceReading> = interval(TICK_MS).pipe(map(() => this.read(Date.now())));

  /** Pours at so many kg/s until the next call; 0 stops. */
  pour(rate: number): void {
    this.#advance(Date.now());
    this.#rate = rate;
  }

  tare(): void {
    this.#advance(Date.now());
    this.#zero = this.#load + this.#drift(Date.now());
  }

  read(now: number): DeviceReading {
    this.#advance(now);
    const value = this.#load + this.#drift(now) - this.#zero + this.#noise() * 0.00008;
    return { at: now, value: Math.round(value * 10_000) / 10_000, steady: this.#rate === 0 };
  }

  #advance(now: number): void {
    if (this.#last !== undefined) this.#load += (this.#rate * (now - this.#last)) / 1000;
    this.#last = now;
  }

  /** A gram in an hour, as cheap scales do. */
  #drift(now: number): number {
    return (0.001 * (now - this.#began)) / 3_600_000;
  }
}

const slow = (
  kind: Device['kind'],
  name: string,
  seed: number,
  make: (now: number, n: () => number) => Omit<DeviceReading, 'at' | 'steady'>,
): Device => {
  const n = noise(seed);
  return {
    kind,
    name,
    simulated: true,
    readings$: interval(1000).pipe(map(() => ({ at: Date.now(), steady: true, ...make(Date.now(), n) }))),
  };
};

const tenth = (x: number): number => Math.round(x * 10) / 10;
const daily = (now: number): number => Math.sin(((now / 3_600_000 - 9) / 24) * 2 * Math.PI);

/** Points at the pot: some degrees above the air, half a degree of noise. */
export const simulatedThermometer = (): Device =>
  slow('infrared thermometer', 'Infrared thermometer', 71, (now, n) => ({
    value: tenth(19.2 + daily(now) + 0.4 * n()),
  }));

/** Hangs in the shed. */
export const simulatedLogger = (): Device =>
  slow('air logger', 'Shed logger', 72, (now, n) => ({
    value: tenth(17.4 + 1.5 * daily(now) + 0.1 * n()),
    humidity: Math.round((0.61 - 0.04 * daily(now) + 0.005 * n()) * 1000) / 1000,
  }));

/** Relative scale, 0–100, with the scatter of a hand that presses differently each time. */
export const simulatedMoisture = (): Device =>
  slow('moisture meter', 'Moisture meter', 73, (_, n) => ({ value: Math.max(0, Math.round(14 + 3 * n())) }));

/** Scatter of a hand-held reader in each coordinate. */
const READER_SIGMA = 0.2;

/** Held on whatever it is told to, a faded grey-green topside until then; scatters as a hand-held reader does. */
export class SimulatedColourReader implements ColourDevice {
  readonly kind = 'colour reader';
  readonly name = 'Colour reader';
  readonly simulated = true;
  readonly #noise = noise(74);
  #colour = { L: 81.4, a: -4.6, b: 6.8 };

  readonly readings$: Observable<DeviceReading> = interval(500).pipe(map(() => this.read(Date.now())));

  hold(colour: { readonly L: number; readonly a: number; readonly b: number }): void {
    this.#colour = { ...colour };
  }

  read(now: number): DeviceReading {
    // The bell of `noise` has a spread of a third.
    const jitter = (v: number): number => Math.round((v + 3 * READER_SIGMA * this.#noise()) * 100) / 100;
    const lab = { L: jitter(this.#colour.L), a: jitter(this.#colour.a), b: jitter(this.#colour.b) };
    return { at: now, value: lab.L, lab, steady: true };
  }
}
