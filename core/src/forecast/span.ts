import type { Calibration } from '../cure/calibrate';
import { filmCure } from '../cure/kinetics';
import { hastened } from '../cure/pot-life';
import { leastFor, marksAt, neededFor, shutAt, type Bounded, type Hardness } from '../cure/thresholds';
import { ageingRate, sheetTimes, type Reached, type Ripening } from './ripening';
import { HORIZON } from './run';
import type { MilestoneId } from '../plan/cure-forecast';

/** Least uncertainty of a rate: two drums of one product differ so far. Source: usual lot-to-lot scatter. */
const LEAST_SPREAD = 0.1;
const MOST_SPREAD = 0.3;

const IDS = ['opens', 'gel', 'closes', 'sand', 'load', 'full'] as const;

/** When a thin film reaches the milestones along a course of the air, s from laying. @param bar warmest of the job's course, °C */
function filmTimes(
  law: Calibration,
  air: (t: number) => number,
  factor: number,
  percent: number,
  bar: number,
): Reached {
  const kinetics = hastened(law.kinetics, factor);
  const t = marksAt(law.thresholds, bar);
  const hard = (id: Hardness): number => neededFor(kinetics, t, id, bar);
  const marks: Reached = {
    opens: t.opens,
    gel: t.gel,
    closes: shutAt(kinetics, t, bar),
    sand: hard('sand'),
    load: hard('load'),
    full: hard('full'),
  };
  const soonest = (id: Bounded): number => leastFor(kinetics, law.thresholds, id, bar) / factor;
  const least: Reached = {
    closes: soonest('closes'),
    sand: soonest('sand'),
    load: soonest('load'),
    full: soonest('full'),
  };
  const found: Reached = {};
  filmCure(
    kinetics,
    air,
    HORIZON,
    percent,
    (alpha, time) => {
      for (const id of IDS)
        if (found[id] === undefined && alpha >= (marks[id] ?? Infinity) && time >= (least[id] ?? 0))
          found[id] = time;
      return found.full !== undefined;
    },
    900,
  );
  return found;
}

/** When a thin film reaches the milestones at one temperature, s from laying. */
export function filmTimesAt(ripening: Ripening, temperature: number, percent: number): Reached {
  if (ripening.kind === 'law') return filmTimes(ripening.law, () => temperature, 1, percent, temperature);
  const rate = ageingRate(ripening, temperature);
  if (rate <= 0) return {};
  return Object.fromEntries(Object.entries(sheetTimes(ripening.sheet)).map(([id, t]) => [id, t / rate]));
}

/**
 * Likely range of the milestones: how much sooner and later a film reaches them in air that is warmer or colder by the
 * band and with a rate as uncertain as the sheet's own times, as factors of the likely time.
 */
export function spans(
  ripening: Ripening,
  air: (t: number) => number,
  band: number,
  percent: number,
  bar: number,
): (id: MilestoneId) => readonly [number, number] {
  if (ripening.kind !== 'law') {
    const f = 2 ** (band / 10) * (1 + LEAST_SPREAD);
    return () => [1 / f, f];
  }
  const { law } = ripening;
  const spread = Math.min(MOST_SPREAD, Math.max(LEAST_SPREAD, law.spread / 2));
  const likely = filmTimes(law, air, 1, percent, bar);
  const fast = filmTimes(law, (t) => air(t) + band, 1 + spread, percent, bar);
  const slow = filmTimes(law, (t) => air(t) - band, 1 - spread, percent, bar);
  return (id) => {
    const key = id === 'trim' ? 'gel' : id;
    const l = likely[key];
    if (l === undefined || l <= 0) return [1 - spread, 1 + 2 * spread];
    return [Math.min(1, (fast[key] ?? l) / l), Math.max(1, (slow[key] ?? 3 * l) / l)];
  };
}
