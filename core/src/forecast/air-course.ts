import { tzOffset } from '@date-fns/tz';
import { airOf, standInForecast, type Air } from '../cure/air';
import type { Job } from '../schema/job';
import { problemAt, type Problem, type Told } from '../trace/problem';
import type { Inputs } from '../resolve/inputs';
import type { Clock } from '../plan/clock';

export interface PlacedAir {
  readonly air: Air;
  /** How far the air may be off, K. */
  readonly band: number;
  readonly words: string;
  readonly standIn: boolean;
  readonly outdoors: boolean;
  readonly problems: readonly Problem[];
}

const BAND = { steady: 1, 'day and night': 2, readings: 2, forecast: 3 } as const;

/** The course of the air at the work of a job: steady, typed, as a logger read it, or the stand-in of a forecast. */
export function airAtWork(job: Job, inputs: Inputs, clock: Clock): PlacedAir {
  const { conditions = {} } = job;
  const temperature = inputs.temperature.value;
  const humidity = inputs.humidity.value;
  const zoneName = clock.timeZone ?? 'UTC';
  const known = Number.isFinite(tzOffset(zoneName, new Date(0)));
  // Twice a year an offset changes; within a forecast the one of now is near enough.
  const offset = known ? tzOffset(zoneName, new Date(clock.now)) : 0;
  const outdoors = conditions.place === 'open air' || conditions.place === 'beach';
  const problems: Problem[] = [];
  const missing = (path: string, ...told: Told): void =>
    void problems.push(problemAt({ severity: 'warning', stage: 'mix', path }, told));
  const steady = (): PlacedAir => ({
    air: airOf({ kind: 'steady', temperature, humidity }),
    band: BAND.steady,
    words: `steady ${temperature.toFixed(1)} °C`,
    standIn: false,
    outdoors,
    problems,
  });
  switch (conditions.air) {
    case 'day and night': {
      const { low, high } = conditions;
      if (low === undefined || high === undefined) {
        missing(low === undefined ? 'conditions.low' : 'conditions.high', 'course-half-entered');
        return steady();
      }
      if (low > high) {
        missing('conditions.low', 'course-upside-down', { low, high });
        return steady();
      }
      return {
        air: airOf({ kind: 'day and night', low, high, humidity, zone: () => offset * 60_000 }),
        band: BAND['day and night'],
        words: `${low.toFixed(0)} °C at night, ${high.toFixed(0)} °C by day`,
        standIn: false,
        outdoors,
        problems,
      };
    }
    case 'readings': {
      const readings = (conditions.readings ?? [])
        .map((r) => ({ at: Date.parse(r.at), temperature: r.temperature, humidity: r.humidity }))
        .filter((r) => Number.isFinite(r.at))
        .sort((a, b) => a.at - b.at);
      if (readings.length < 2) {
        missing('conditions.readings', 'logger-too-short');
        return steady();
      }
      return {
        air: airOf({ kind: 'readings', readings, humidity }),
        band: BAND.readings,
        words: `${readings.length} readings of the logger, then as its last day`,
        standIn: false,
        outdoors,
        problems,
      };
    }
    case 'forecast':
      return {
        air: airOf({ kind: 'readings', readings: standInForecast(clock.now, temperature, offset), humidity }),
        band: BAND.forecast,
        words: 'made-up stand-in for a forecast, round the reading of now',
        standIn: true,
        outdoors,
        problems,
      };
    default:
      return steady();
  }
}
