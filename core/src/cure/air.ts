import { dewPoint } from '../physics/dew-point';

/** A reading of a logger or of a forecast: ms since 1970, °C, humidity 0–1. */
export interface AirReading {
  readonly at: number;
  readonly temperature: number;
  readonly humidity?: number;
}

/** How the air at the work goes, as it was entered. */
export type AirCourse =
  | { readonly kind: 'steady'; readonly temperature: number; readonly humidity: number }
  | {
      readonly kind: 'day and night';
      readonly low: number;
      readonly high: number;
      readonly humidity: number;
      readonly zone: (ms: number) => number;
    }
  | { readonly kind: 'readings'; readonly readings: readonly AirReading[]; readonly humidity: number };

/** Air at a moment (ms since 1970): °C and relative humidity 0–1. */
export interface Air {
  temperature(ms: number): number;
  humidity(ms: number): number;
}

const HOUR = 3_600_000;
const DAY = 24 * HOUR;
/** Hours of the day at which it is coldest and warmest. Source: shortly before sunrise, some two hours after noon. */
export const COLDEST = 5;
export const WARMEST = 15;

/** Saturated vapour pressure over water, Pa. Source: Magnus, b = 17.62, c = 243.12 °C. */
export const saturation = (temperature: number): number =>
  611.2 * Math.exp((17.62 * temperature) / (243.12 + temperature));

/** Dew point of air, °C; of bone-dry air it is not asked. */
export const dewPointOf = (temperature: number, humidity: number): number =>
  dewPoint.evaluate({ T: temperature, RH: Math.max(humidity, 0.001) });

/** Share of the way from the coldest to the warmest, 0–1, at an hour of the day: two half cosines. */
export function warmth(hour: number): number {
  const h = (((hour - COLDEST) % 24) + 24) % 24;
  const rising = WARMEST - COLDEST;
  return h <= rising
    ? (1 - Math.cos((Math.PI * h) / rising)) / 2
    : (1 + Math.cos((Math.PI * (h - rising)) / (24 - rising))) / 2;
}

/**
 * The course of the air as two functions of time. The water in the air of a day and night stays what it is at the mean
 * temperature, so that a cold night is damper; readings are joined by straight lines and go on as the last day did.
 */
export function airOf(course: AirCourse): Air {
  switch (course.kind) {
    case 'steady':
      return { temperature: () => course.temperature, humidity: () => course.humidity };
    case 'day and night': {
      const mean = (course.low + course.high) / 2;
      const vapour = course.humidity * saturation(mean);
      const temperature = (ms: number): number =>
        course.low + (course.high - course.low) * warmth(((((ms + course.zone(ms)) / HOUR) % 24) + 24) % 24);
      return {
        temperature,
        humidity: (ms) => Math.min(1, Math.max(0.05, vapour / saturation(temperature(ms)))),
      };
    }
    case 'readings': {
      const { readings } = course;
      const [first, last] = [readings[0].at, readings[readings.length - 1].at];
      const span = Math.max(HOUR, Math.min(DAY, last - first));
      const within = (ms: number): number =>
        ms <= last ? Math.max(ms, first) : last - span + ((ms - last) % span);
      const at = (ms: number, of: (r: AirReading) => number): number => {
        const t = within(ms);
        let [low, high] = [0, readings.length - 1];
        while (high - low > 1) {
          const mid = (low + high) >> 1;
          if (readings[mid].at <= t) low = mid;
          else high = mid;
        }
        const [a, b] = [readings[low], readings[high]];
        return b.at > a.at ? of(a) + ((of(b) - of(a)) * (t - a.at)) / (b.at - a.at) : of(a);
      };
      return {
        temperature: (ms) => at(ms, (r) => r.temperature),
        humidity: (ms) =>
          Math.min(
            1,
            at(ms, (r) => r.humidity ?? course.humidity),
          ),
      };
    }
  }
}

/** Air in a heated tent: never colder than what the heater holds from one moment to another (ms). */
export const heated = (air: Air, to: number, from: number, until: number): Air =>
  new HeatedAir(air, to, from, until);

class HeatedAir implements Air {
  constructor(
    private readonly air: Air,
    private readonly to: number,
    private readonly from: number,
    private readonly until: number,
  ) {}

  temperature(ms: number): number {
    const outside = this.air.temperature(ms);
    return ms >= this.from && ms <= this.until ? Math.max(this.to, outside) : outside;
  }

  humidity(ms: number): number {
    const { air } = this;
    return Math.min(
      1,
      (air.humidity(ms) * saturation(air.temperature(ms))) / saturation(this.temperature(ms)),
    );
  }
}

/**
 * A made-up stand-in for a weather forecast: three days around a reading, by the season's usual swing. It is no
 * forecast; it stands where one will be read.
 *
 * @param now ms since 1970
 * @param shop °C in the shed now
 * @param offset minutes of the zone against UTC
 */
export function standInForecast(now: number, shop: number, offset: number): readonly AirReading[] {
  const start = Math.floor(now / HOUR) * HOUR;
  // A slow wave that differs from day to day but not from one call to the next.
  const wave = (ms: number): number =>
    1.4 * Math.sin(ms / (2.3 * DAY)) + 0.9 * Math.sin(ms / (0.71 * DAY) + 1);
  const usual = (ms: number): number =>
    shop - 4 + 8 * warmth(((((ms + offset * 60_000) / HOUR) % 24) + 24) % 24) + wave(ms);
  const shift = shop - usual(start);
  return Array.from({ length: 73 }, (_, i) => {
    const at = start + i * HOUR;
    // The reading of now fades into the usual course within half a day.
    const temperature = usual(at) + shift * Math.exp(-i / 12);
    return {
      at,
      temperature: Math.round(temperature * 10) / 10,
      humidity: Math.round(Math.min(0.98, Math.max(0.3, 0.72 - 0.02 * (temperature - shop))) * 100) / 100,
    };
  });
}
