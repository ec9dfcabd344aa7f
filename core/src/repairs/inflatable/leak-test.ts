import { formula } from '../../trace/formula';
import type { LeakReading } from '../../schema/repairs/inflatable';
import type { Figure } from '../../trace/figure';
import type { RepairBuilder } from '../builder';
import { Drawing } from '../drawing';
import { chartFrame } from '../common/chart';
import { words, type Words } from '../../trace/words';
import {
  STANDARD_ATMOSPHERE,
  correctedGauge,
  dayLoss,
  decayConstant,
  dropError,
  expectedGauge,
  halfLife,
  lossRate,
} from './leak-rate';

/** Share of its pressure that a tube may lose in a day. Source: usual mark for inflatable boats. */
const DAY_LIMIT = 0.2;
/** Reading errors of a dial gauge and of a thermometer on the fabric. */
const GAUGE_ERROR = 200;
const TEMPERATURE_ERROR = 1;
/** A test shorter than this says little, s. */
const SHORTEST = 3600;
const FABRIC_RESTS = 1800;

export const pressureLost = formula({
  id: 'repairs/inflatable/leak-test',
  expression: 'Δ = g₁ − g₂′',
  unit: 'Pa',
  source: 'difference of the corrected readings',
  inputs: { 'g₁': 'first gauge pressure', 'g₂′': 'last one at the air of the first' },
  evaluate: (x) => x['g₁'] - x['g₂′'],
});

/** Judges a leak test and writes it into the survey. @returns whether there was one to judge */
export function leakTest(b: RepairBuilder, working: Figure): boolean {
  const readings = (b.input.job.repair?.inflatable?.leak ?? [])
    .map((r, index) => ({ ...r, index }))
    .sort((p, q) => Date.parse(p.at) - Date.parse(q.at));
  const sheet = b.at('survey').ask('repair.inflatable.working', working).ask('repair.inflatable.leak');
  sheet.note(
    words`Pump to working pressure, ${working}, let the fabric stretch for ${FABRIC_RESTS / 60} min, top up, and only then take the first reading. Temperature is that of the fabric, in the shade; the barometer is the local one.`,
  );
  if (readings.length < 2) {
    b.step('survey', 'survey', 'leak', { place: 'tube', serves: 'leak' }, 25, [], {});
    return false;
  }
  const path = (i: number, field: string): string => `repair.inflatable.leak.${readings[i].index}.${field}`;
  const unread = readings.findIndex((r) => r.temperature === undefined);
  if (unread >= 0) b.warn('survey', path(unread, 'temperature'), 'leak-without-temperature');
  if (readings.some((r) => r.barometer === undefined))
    b.report(
      'assumed',
      'survey',
      path(
        readings.findIndex((r) => r.barometer === undefined),
        'barometer',
      ),
      'leak-without-barometer',
    );
  const { temperature } = b.input.conditions;
  const figures = readings.map((r, i) => ({
    at: Date.parse(r.at),
    g: b.ledger.given(
      `leak.${i}.g`,
      `gauge pressure, reading ${i + 1}`,
      r.pressure,
      'Pa',
      'measured',
      'read on the tube',
    ),
    T:
      r.temperature === undefined
        ? temperature
        : b.ledger.given(
            `leak.${i}.T`,
            `fabric, reading ${i + 1}`,
            r.temperature,
            '°C',
            'measured',
            'thermometer on the fabric',
          ),
    baro: b.pick(
      `leak.${i}.b`,
      `barometer, reading ${i + 1}`,
      'Pa',
      r.barometer,
      STANDARD_ATMOSPHERE,
      'standard atmosphere until a barometer is read',
    ),
  }));
  const [one, two] = [figures[0], figures[figures.length - 1]];
  const hours = (two.at - one.at) / 3_600_000;
  if (hours * 3600 < SHORTEST) {
    b.warn('survey', path(readings.length - 1, 'at'), 'leak-too-short', { minutes: hours * 60 });
    if (hours <= 0) return false;
  }
  const corrected = figures.map((f, i) =>
    b.compute(`leak.${i}.corrected`, `reading ${i + 1} at the air of the first`, correctedGauge, {
      'g₂': f.g,
      'b₂': f.baro,
      'T₁': one.T,
      'T₂': f.T,
      'b₁': one.baro,
    }),
  );
  const end = corrected[corrected.length - 1];
  const tight = b.compute('leak.tight', 'a tight tube would now show', expectedGauge, {
    'g₁': one.g,
    'b₁': one.baro,
    'T₁': one.T,
    'T₂': two.T,
    'b₂': two.baro,
  });
  const error = b.compute('leak.error', 'may be reading error', dropError, {
    δg: b.assumed('leak.dg', 'gauge read to', GAUGE_ERROR, 'Pa', 'dial gauge'),
    δT: b.assumed('leak.dT', 'temperature read to', TEMPERATURE_ERROR, '°C', 'thermometer on the fabric'),
    'g₁': one.g,
    'b₁': one.baro,
    'T₁': one.T,
  });
  const lost = b.ledger.compute('leak.lost', 'lost, cooling and weather taken out', pressureLost, {
    'g₁': one.g,
    'g₂′': end,
  });
  const rows: Words[][] = readings.map((r, i) => [
    [clock(r)],
    [figures[i].g],
    [figures[i].T],
    [figures[i].baro],
    [corrected[i]],
  ]);
  sheet.table('Leak test', ['When', 'Gauge', 'Fabric', 'Barometer', 'At the air of the first'], rows);
  drawTest(b, figures, corrected);
  if (lost.value < -error.value) {
    b.report('error', 'survey', path(readings.length - 1, 'pressure'), 'leak-rises', {
      pressure: -lost.value,
    });
    return false;
  }
  const k = decayConstant(figures.map((f, i) => ({ t: (f.at - one.at) / 1000, g: corrected[i].value })));
  if (lost.value <= error.value || k <= 0) {
    sheet
      .say(
        words`${tightWords(one.g, two.g)} Of that a tight tube would show ${tight} by now: no loss that could be told from reading error (${error}).`,
      )
      .key('Lost', lost);
    return true;
  }
  const rate = b.ledger.record(
    'leak.k',
    'share lost by the second',
    {
      id: 'repairs/inflatable/leak-rate',
      expression: 'ln g = ln g₁ − k·t, least squares',
      unit: '1/s',
      source: 'flow through a small leak goes with the gauge pressure',
    },
    k,
    { g1: one.g, g2: end },
  );
  const q = b.compute('leak.rate', 'loss at the first pressure', lossRate, { k: rate, 'g₁': one.g });
  const half = b.compute('leak.half', 'half of it is gone after', halfLife, { k: rate });
  const day = b.compute('leak.day', 'lost in a day', dayLoss, { k: rate });
  const passes = day.value <= DAY_LIMIT;
  sheet.key('Loses', q).key('Half is gone in', half).key('In a day', day);
  sheet.say(
    words`${tightWords(one.g, two.g)} A tight tube would show ${tight}; ${lost} more is lost: ${passes ? 'within what a boat may lose in a day' : 'it leaks'}.`,
  );
  if (!passes)
    b.warn('survey', path(readings.length - 1, 'pressure'), 'leaks', { share: day.value, limit: DAY_LIMIT });
  return true;
}

const clock = (r: LeakReading): string => r.at.slice(0, 16).replace('T', ' ');
const tightWords = (g1: Figure, g2: Figure): Words => words`Pressure went from ${g1} to ${g2}.`;

function drawTest(
  b: RepairBuilder,
  figures: readonly { readonly at: number; readonly g: Figure }[],
  corrected: readonly Figure[],
): void {
  const d = new Drawing({
    id: 'leak',
    title: 'Leak test',
    note: 'as read, and at the air of the first reading',
    toScale: false,
  });
  const t0 = figures[0].at;
  const span = Math.max(1, figures[figures.length - 1].at - t0) / 3_600_000;
  const most = Math.max(...figures.map((f) => f.g.value), ...corrected.map((c) => c.value)) / 100;
  const frame = chartFrame(d, { x: [0, span], y: [0, most * 1.15], xName: 'hours', yName: 'mbar' });
  const points = (values: readonly number[]): { x: number; y: number }[] =>
    values.map((v, i) => frame((figures[i].at - t0) / 3_600_000, v / 100));
  d.line('series read', points(figures.map((f) => f.g.value)), 'as read').line(
    'series',
    points(corrected.map((c) => c.value)),
    'at the air of the first reading',
  );
  const [read, fixed] = [
    points(figures.map((f) => f.g.value)).at(-1),
    points(corrected.map((c) => c.value)).at(-1),
  ];
  const higher = read && fixed && read.y > fixed.y;
  if (read)
    d.text(read.x, read.y, 'as read', { anchor: 'end', cls: 'note on-paper', dx: -6, dy: higher ? -7 : 15 });
  if (fixed)
    d.text(fixed.x, fixed.y, 'cooling taken out', {
      anchor: 'end',
      cls: 'note on-paper',
      dx: -6,
      dy: higher ? 15 : -7,
    });
  b.draw(d.done());
}
