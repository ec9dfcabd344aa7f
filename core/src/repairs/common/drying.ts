import { RATES } from '../../rates/book';
import { exponentialTrend } from '../../physics/exponential-trend';
import type { Job } from '../../schema/job';
import type { Figure } from '../../trace/figure';
import { formula } from '../../trace/formula';
import type { Stage } from '../../trace/problem';
import type { Awaited } from '../../work/actions';
import { workId } from '../../work/ids';
import { each, type Where } from '../../work/writer';
import type { RepairBuilder } from '../builder';
import { Drawing } from '../drawing';
import { words } from '../../trace/words';
import { chartFrame } from './chart';
import { dryingAir, dryingOffer, dryingTime, type Stated } from './drying-means';
import { wetnessOf } from '../../survey/wetness';

const DAY = 86_400;
/** Wood and core on the wood scale are dry enough for epoxy from here. Source: usual limit, 12 to 15 %. */
export const WOOD_LIMIT = 15;
/** A relative meter counts as dry within a tenth of the reading at a known dry spot. */
const DRY_ENOUGH = 1.1;
/** What dries in dry air at 20 °C where nothing was measured yet: likely, least and most, d. Source: typical, weeks to months. */
export const USUAL_DRYING: Readonly<Record<string, readonly [number, number, number]>> = {
  bottom: [60, 21, 180],
  core: [30, 10, 90],
  // The wet part is cut out; what is left lies bare.
  opened: [10, 2.5, 34],
  wood: [21, 7, 60],
};

export interface Drying {
  /** Until it is dry, counted from the last reading, s. */
  readonly wait?: Figure;
  /** When it will be dry by the trend, ms since 1970. */
  readonly until?: number;
  readonly dry: boolean;
  /** The meter has said that it is dry: it is read once more before anything closes it. */
  readonly read?: true;
}

const trend = {
  id: 'physics/exponential-trend',
  expression: 'm(t) = m_dry + (m₀ − m_dry)·e^(−t/τ)',
  unit: 's',
  source: 'drying slows down as it goes: least squares on ln(m − m_dry), 90 % span of the slope',
};

export const visits = formula({
  id: 'repairs/common/drying',
  expression: 'n = ⌈t/t_visit⌉',
  unit: 'count',
  source: 'the meter is read at the same marked places, and once more when it is dry',
  inputs: { t: 'drying', t_visit: 'from one reading to the next' },
  evaluate: (x) => Math.ceil(x.t / x.t_visit - 1e-9),
});

/** It dries, by heat where that was chosen, and the meter is read again and again until it is dry; what was read dry already is read once more. @param opened what airs it stands there already */
export function dryUntilRead(
  b: RepairBuilder,
  awaited: Awaited,
  where: Where,
  { wait, until, read }: Drying,
  {
    stage = 'grind',
    every,
    opened = false,
  }: { readonly stage?: Stage; readonly every: 'day' | 'week'; readonly opened?: boolean },
): void {
  if (!wait) {
    if (read) b.step(stage, 'read', 'once', where, RATES.readMeter);
    return;
  }
  const period = every === 'day' ? DAY : 7 * DAY;
  const likely = b.compute(
    'drying.visits',
    'readings until it is dry',
    visits,
    {
      t: wait,
      t_visit: b.assumed(
        'drying.every',
        'from one reading to the next',
        period,
        's',
        'what dries warm and open is read daily, a bottom weekly',
      ),
    },
    wait.span?.map((t) => Math.ceil(t / period)) as [number, number] | undefined,
  );
  const by = b.input.job.repair?.drying?.by ?? 'open';
  const heated = !opened && by !== 'open' ? by : undefined;
  if (heated) b.step(stage, 'air', heated, where, RATES.airCore);
  b.wait(stage, awaited, where, wait, { until });
  if (heated) b.step(stage, 'strike', 'heater', where, RATES.strike);
  b.step(
    stage,
    'read',
    likely.value === 1 ? 'once' : every === 'day' ? 'daily' : 'weekly',
    { ...where, fields: { count: likely.value } },
    0,
    [each(RATES.readMeter, likely, 'per visit')],
    { round: { id: workId(where.place, 'read', where.serves), until: 'dry', likely } },
  );
}

/**
 * Dated readings of a meter as a trend, with a forecast of when it will be dry: the usual time where they make no trend
 * yet. Problems name the reading that is wrong.
 */
export function planDrying(
  b: RepairBuilder,
  stage: Stage,
  what: 'bottom' | 'core' | 'opened' | 'wood',
  wet = wetnessOf(b.input.job.damage, b.input.damage, b.input.substrate.family),
): Drying {
  const facts = b.input.job.repair?.drying ?? {};
  const readings = (facts.readings ?? [])
    .map((r, index) => ({ ...r, index }))
    .sort((p, q) => Date.parse(p.at) - Date.parse(q.at));
  const path = (i: number, field = 'moisture'): string =>
    `repair.drying.readings.${readings[i].index}.${field}`;
  const sheet = b.at(stage).ask('repair.drying.dry').ask('repair.drying.readings');
  const scaleOf = (r: { readonly scale?: 'relative' | 'wood' }): 'relative' | 'wood' =>
    r.scale ?? (what === 'wood' ? 'wood' : 'relative');
  const scales = new Set(readings.map(scaleOf));
  if (scales.size > 1) {
    b.report(
      'error',
      stage,
      path(
        readings.findIndex((r) => scaleOf(r) !== scaleOf(readings[0])),
        'scale',
      ),
      'drying-mixed-scales',
    );
    return { dry: false };
  }
  const wood = scales.has('wood');
  if (readings.length === 0) {
    if (wet === 'dry') return { dry: true };
    const unsaid = wet === undefined && (what === 'bottom' || what === 'opened');
    if (wet === undefined && !unsaid) return { dry: true };
    const figure = usual(b, what, wet);
    if (wet === 'wet' || unsaid)
      sheet.note(
        words`Nothing was measured yet: usually ${figure}. Read the meter at the same marked places once a ${what === 'opened' ? 'day' : 'week'}; tape film over a spot over night: water under it, still wet.`,
      );
    return { wait: figure, dry: false };
  }
  const dryAt = facts.dry ?? (wood ? WOOD_LIMIT - 3 : undefined);
  if (dryAt === undefined) {
    b.warn(stage, 'repair.drying.dry', 'drying-without-dry-spot');
    return { wait: usual(b, what, wet), dry: false };
  }
  const target = wood ? WOOD_LIMIT : dryAt * DRY_ENOUGH;
  const limit = b.ledger.given(
    'drying.limit',
    'dry from',
    target,
    'count',
    facts.dry === undefined ? 'assumed' : 'entered',
    wood ? 'wood scale, usual limit for epoxy' : 'a tenth over the known dry spot',
  );
  const last = readings[readings.length - 1];
  const t0 = Date.parse(readings[0].at);
  const points = readings.map((r) => ({ t: (Date.parse(r.at) - t0) / 1000, m: r.moisture }));
  const figures = readings.map((r, i) =>
    b.ledger.given(`drying.${i}`, `reading ${i + 1}`, r.moisture, 'count', 'measured', r.at.slice(0, 10)),
  );
  sheet.table(
    'Readings while it dries',
    ['When', 'Reading'],
    readings.map((r, i) => [[r.at.slice(0, 10)], [figures[i]]]),
  );
  if (last.moisture <= target) {
    sheet.note(words`The last reading, ${figures[figures.length - 1]}, is dry (${limit} and below).`);
    draw(b, points, undefined, target, dryAt);
    return { dry: true, read: true };
  }
  const fit = points.length >= 3 ? exponentialTrend(points, dryAt) : undefined;
  draw(b, points, fit, target, dryAt);
  if (points.length < 3) {
    b.warn(stage, path(readings.length - 1), 'drying-few-readings', { count: points.length });
    return { wait: usual(b, what, wet), dry: false };
  }
  if (!fit || fit.tau <= 0) {
    b.warn(stage, path(readings.length - 1), 'drying-not-falling');
    return { wait: usual(b, what, wet), dry: false };
  }
  const at = fit.reaches(target);
  const from = points[points.length - 1].t;
  const left = (t: number): number => Math.max(0, t - from);
  const wait = b.ledger.record(
    'drying.wait',
    'dries for, from the last reading',
    trend,
    left(at.likely),
    { limit, ...Object.fromEntries(figures.slice(-3).map((f, i) => [`m${i + 1}`, f])) },
    [left(at.early), left(at.late)],
  );
  sheet.note(
    words`By its trend it is dry ${wait} after the last reading, between ${days(left(at.early))} and ${days(left(at.late))} days.`,
  );
  return { wait, until: Date.parse(last.at) + wait.value * 1000, dry: false };
}

/** How long it takes where nothing was measured, by the means that was chosen; where none was, the others are offered. */
function usual(b: RepairBuilder, what: keyof typeof USUAL_DRYING, wet: Job['damage']['wet']): Figure {
  const [likely, least, most] = USUAL_DRYING[what];
  const { job, conditions } = b.input;
  const stated: Stated = {
    at20: b.assumed(
      'drying.usual',
      'drying in dry air at 20 °C, until it is measured',
      (wet === 'damp' ? likely / 2 : likely) * DAY,
      's',
      'typical; a trend of readings says better',
    ),
    span: [least / likely, (wet === 'damp' ? 2 : 1) * (most / likely)],
    air: dryingAir(job, conditions.temperature, b.ledger),
  };
  const by = job.repair?.drying?.by ?? (what === 'opened' ? 'warm' : 'open');
  if (!job.repair?.drying?.by) b.ledger.report(dryingOffer(by, stated, b.ledger));
  return dryingTime(stated, by, b.ledger);
}

const days = (s: number): string => String(Math.round(s / DAY));

function draw(
  b: RepairBuilder,
  points: readonly { readonly t: number; readonly m: number }[],
  fit: ReturnType<typeof exponentialTrend>,
  target: number,
  dryAt: number,
): void {
  const d = new Drawing({
    id: 'drying',
    title: 'Drying',
    note: fit ? 'readings, their trend and its 90 % span' : 'readings so far',
    toScale: false,
  });
  const lastDay = points[points.length - 1].t / DAY;
  const end =
    fit && fit.tau > 0
      ? Math.max(lastDay * 1.15, Math.min(fit.reaches(target).late / DAY, lastDay * 4) * 1.05)
      : Math.max(1, lastDay * 1.2);
  const most = Math.max(...points.map((p) => p.m), target) * 1.1;
  const low = Math.min(dryAt, ...points.map((p) => p.m)) * 0.85;
  const at = chartFrame(d, { x: [0, end], y: [low, most], xName: 'days', yName: 'reading' });
  if (fit && fit.tau > 0) {
    const xs = Array.from({ length: 41 }, (_, i) => (end * i) / 40);
    const clamp = (m: number): number => Math.min(most, Math.max(low, m));
    d.area(
      'span',
      [
        ...xs.map((x) => at(x, clamp(fit.band(x * DAY)[1]))),
        ...[...xs].reverse().map((x) => at(x, clamp(fit.band(x * DAY)[0]))),
      ],
      '90 % span',
    );
    d.line(
      'series',
      xs.map((x) => at(x, clamp(fit.value(x * DAY)))),
      'trend',
    );
  }
  d.line('limit', [at(0, target), at(end, target)], 'dry').text(at(end, target).x, at(end, target).y, 'dry', {
    anchor: 'end',
    dy: -5,
  });
  for (const [i, p] of points.entries()) d.mark(at(p.t / DAY, p.m), String(i + 1), 0.006);
  b.draw(d.done());
}
