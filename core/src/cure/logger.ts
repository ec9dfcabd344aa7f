import Papa from 'papaparse';
import { tzOffset } from '@date-fns/tz';
import type { AirReading } from './air';

/** What was read of a logger's file: readings one after another, and what was wrong with it. */
export interface LoggerFile {
  readonly readings: readonly AirReading[];
  /** Rows of the file that hold a reading, before they were thinned. */
  readonly rows: number;
  readonly left: readonly string[];
  /** Why nothing of it could be used. */
  readonly refused?: string;
  /** What was taken for granted: delimiter, decimals, unit, time zone. */
  readonly taken: readonly string[];
}

/** As many readings as a job keeps, and as many rows as are looked at. */
export const KEPT_READINGS = 500;
const MOST_ROWS = 1_000_000;
const MINUTE = 60_000;
/** A pause between readings that is told. */
const GAP = 6 * 3_600_000;
const PLAUSIBLE: readonly [number, number] = [-40, 80];

const TIME = /time|date|zeit|datum|uhr|heure|fecha|hora|timestamp/i;
const TEMPERATURE = /temp|°c|°f|degc|degf|\bt\b|\btc\b/i;
const HUMIDITY = /hum|rh|r\.h|feuchte|%/i;
const DEW = /dew|taupunkt|point de ros/i;

/**
 * Reads the table of a temperature and humidity logger: any usual delimiter, decimal points or commas, °C or °F, times
 * with or without a zone. What is wrong is told row by kind; what can be used is used.
 *
 * @param zone IANA name of the clock that times without a zone were written by
 */
export function readLogger(text: string, zone: string): LoggerFile {
  const nothing = (refused: string): LoggerFile => ({ readings: [], rows: 0, left: [], taken: [], refused });
  const body = text.replace(/^\uFEFF/, '');
  if (body.trim() === '') return nothing('The file is empty.');
  const delimiter = delimiterOf(body);
  const parsed = Papa.parse<string[]>(body, { delimiter, skipEmptyLines: 'greedy', preview: MOST_ROWS + 50 });
  const table = parsed.data;
  const comma =
    delimiter !== ',' &&
    /\d,\d/.test(body.slice(0, 20_000)) &&
    !/\d\.\d/.test(body.slice(0, 20_000).replace(/\d{1,4}[.]\d{1,2}[.]\d{2,4}/g, ''));
  const number = (cell: string | undefined): number => {
    const s = (cell ?? '').trim().replace(/[^\d,.+-]/g, '');
    return s === '' ? NaN : Number(comma ? s.replace(/\./g, '').replace(',', '.') : s);
  };
  const head = table.findIndex((row) => row.some((c) => TEMPERATURE.test(c) && !/^\s*[-+]?\d/.test(c)));
  const first = table.findIndex((row, i) => i > head && row.some((c) => /\d/.test(c)));
  if (first < 0) return nothing('No row of the file holds a reading.');
  const names = head >= 0 ? table[head] : [];
  const columns = columnsOf(names, table[first], number);
  if (columns.time < 0)
    return nothing('No column of the file holds a date and time: wanted is one such as “2026-03-14 07:30”.');
  if (columns.temperature < 0)
    return nothing('No column of the file holds a temperature: name one “temperature”.');
  const fahrenheit = /°f|degf|fahrenheit|\(f\)/i.test(names[columns.temperature] ?? '');
  const order = dayFirst(table, first, columns.time);

  const left = new Map<string, number>();
  const drop = (why: string): void => void left.set(why, (left.get(why) ?? 0) + 1);
  const readings: AirReading[] = [];
  const offsets = new Map<number, number>();
  let zoned = false;
  for (let i = first; i < table.length && i < MOST_ROWS + first; i += 1) {
    const row = table[i];
    const stamp =
      columns.clock >= 0
        ? `${row[columns.time] ?? ''} ${row[columns.clock] ?? ''}`
        : (row[columns.time] ?? '');
    const at = instantOf(stamp, order, zone, offsets);
    if (at === undefined) {
      drop('without a readable date and time');
      continue;
    }
    zoned ||= at.zoned;
    const raw = number(row[columns.temperature]);
    const temperature = fahrenheit ? ((raw - 32) * 5) / 9 : raw;
    if (!Number.isFinite(temperature)) {
      drop('without a readable temperature');
      continue;
    }
    if (temperature < PLAUSIBLE[0] || temperature > PLAUSIBLE[1]) {
      drop(`have a temperature outside ${PLAUSIBLE[0]} to ${PLAUSIBLE[1]} °C`);
      continue;
    }
    const rh = columns.humidity < 0 ? NaN : number(row[columns.humidity]);
    const humidity = rh > 1.5 ? rh / 100 : rh;
    readings.push({
      at: at.ms,
      temperature: Math.round(temperature * 100) / 100,
      ...(humidity > 0 && humidity <= 1.001
        ? { humidity: Math.min(1, Math.round(humidity * 1000) / 1000) }
        : {}),
    });
  }
  if (table.length - first > MOST_ROWS)
    left.set('stand beyond the first million and were not looked at', table.length - first - MOST_ROWS);
  if (readings.length < 2)
    return {
      ...nothing(`Only ${readings.length} of ${table.length - first} rows could be read.`),
      left: told(left),
    };
  const sorted = readings.sort((a, b) => a.at - b.at);
  const unique = sorted.filter((r, i) => i === 0 || r.at !== sorted[i - 1].at);
  if (unique.length < sorted.length)
    left.set('repeat a time that stands there already', sorted.length - unique.length);
  const gap = unique.reduce((most, r, i) => (i > 0 ? Math.max(most, r.at - unique[i - 1].at) : most), 0);
  return {
    readings: thinned(unique),
    rows: unique.length,
    left: [
      ...told(left),
      ...(gap > GAP ? [`a gap of ${Math.round(gap / 3_600_000)} h, bridged by a straight line`] : []),
    ],
    taken: [
      `columns divided by ${{ ',': 'commas', ';': 'semicolons', '\t': 'tabs', '|': 'bars' }[delimiter] ?? `“${delimiter}”`}`,
      `decimal ${comma ? 'commas' : 'points'}`,
      fahrenheit ? '°F, turned into °C' : '°C',
      zoned ? 'times with their zone' : `times by the clock of ${zone}`,
      ...(order === 'day first' ? ['day before month'] : order === 'month first' ? ['month before day'] : []),
    ],
  };
}

const told = (left: ReadonlyMap<string, number>): string[] =>
  [...left].map(([why, n]) => `${n} ${n === 1 ? 'row' : 'rows'} ${why}`);

/** The sign that divides most rows into the same number of columns. */
function delimiterOf(text: string): string {
  const lines = text
    .slice(0, 20_000)
    .split(/\r?\n/)
    .filter((l) => l.trim() !== '')
    .slice(0, 40);
  const score = (d: string): number => {
    const counts = lines.map((l) => l.split(d).length - 1).filter((n) => n > 0);
    if (counts.length < lines.length / 2) return 0;
    const usual = counts.sort((a, b) => a - b)[counts.length >> 1];
    // A decimal comma also comes once or twice in every row; a real divider comes beside digits of its own.
    return counts.filter((n) => n === usual).length * (d === ',' ? 0.9 : 1);
  };
  return ['\t', ';', '|', ','].reduce((best, d) => (score(d) > score(best) ? d : best));
}

interface Columns {
  readonly time: number;
  readonly clock: number;
  readonly temperature: number;
  readonly humidity: number;
}

/** Which column holds what: by name where the file has names, by look otherwise. */
function columnsOf(
  names: readonly string[],
  sample: readonly string[],
  number: (c: string | undefined) => number,
): Columns {
  const named = (pattern: RegExp): number => names.findIndex((n) => pattern.test(n) && !DEW.test(n));
  const dated = sample.findIndex(
    (c) => /\d{1,4}[-/.]\d{1,2}[-/.]\d{1,4}/.test(c) || /^\s*\d{9,13}\s*$/.test(c),
  );
  const time = dated >= 0 ? dated : named(TIME);
  const clock =
    time >= 0 && !/\d{1,2}:\d{2}/.test(sample[time] ?? '')
      ? sample.findIndex((c, i) => i !== time && /^\s*\d{1,2}:\d{2}/.test(c))
      : -1;
  const others = sample
    .map((_, i) => i)
    .filter((i) => i !== time && i !== clock && Number.isFinite(number(sample[i])));
  const byName = named(TEMPERATURE);
  const temperature = byName >= 0 && byName !== time ? byName : (others[0] ?? -1);
  const humidity =
    names.length > 0
      ? names.findIndex((n, i) => i !== temperature && HUMIDITY.test(n) && !DEW.test(n))
      : (others.find((i) => i !== temperature) ?? -1);
  return { time, clock, temperature, humidity };
}

type DateOrder = 'year first' | 'day first' | 'month first';

/** Whether 3/4 is the third of April or March the fourth: a number above twelve anywhere decides; otherwise the day is first. */
function dayFirst(table: readonly (readonly string[])[], first: number, column: number): DateOrder {
  for (let i = first; i < table.length; i += 1) {
    const m = /^\s*(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})/.exec(table[i][column] ?? '');
    if (!m) continue;
    if (m[1].length === 4) return 'year first';
    if (Number(m[1]) > 12) return 'day first';
    if (Number(m[2]) > 12) return 'month first';
  }
  return 'day first';
}

function instantOf(
  cell: string,
  order: DateOrder,
  zone: string,
  offsets: Map<number, number>,
): { ms: number; zoned: boolean } | undefined {
  const s = cell.trim();
  if (/^\d{9,10}$/.test(s)) return { ms: Number(s) * 1000, zoned: true };
  if (/^\d{12,13}$/.test(s)) return { ms: Number(s), zoned: true };
  const m =
    /^(\d{1,4})[-/.](\d{1,2})[-/.](\d{1,4})[ T,]*(?:(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*(am|pm)?)?\s*(Z|UTC|[+-]\d{2}:?\d{2})?/i.exec(
      s,
    );
  if (!m) return undefined;
  const [a, b, c] = [Number(m[1]), Number(m[2]), Number(m[3])];
  const [year, month, day] =
    order === 'year first' ? [a, b, c] : order === 'day first' ? [c, b, a] : [c, a, b];
  const full = year < 100 ? 2000 + year : year;
  const hour = m[7] ? (Number(m[4]) % 12) + (/pm/i.test(m[7]) ? 12 : 0) : Number(m[4] ?? 0);
  if (month < 1 || month > 12 || day < 1 || day > 31 || hour > 24 || Number(m[5] ?? 0) > 59) return undefined;
  const wall = Date.UTC(full, month - 1, day, hour, Number(m[5] ?? 0), Number(m[6] ?? 0));
  if (!Number.isFinite(wall) || full < 1990 || full > 2200) return undefined;
  if (m[8]) {
    const z = /([+-])(\d{2}):?(\d{2})/.exec(m[8]);
    return {
      ms: wall - (z ? (z[1] === '-' ? -1 : 1) * (Number(z[2]) * 60 + Number(z[3])) * MINUTE : 0),
      zoned: true,
    };
  }
  // The offset of a zone is looked up once an hour: looking it up is slow, and it changes on the hour.
  const key = Math.floor(wall / 3_600_000);
  let offset = offsets.get(key);
  if (offset === undefined) {
    const guess = tzOffset(zone, new Date(wall));
    offset = Number.isFinite(guess) ? tzOffset(zone, new Date(wall - guess * MINUTE)) : 0;
    offsets.set(key, offset);
  }
  return { ms: wall - offset * MINUTE, zoned: false };
}

/** Means over equal stretches of time, so that a long file keeps its course. */
function thinned(readings: readonly AirReading[]): AirReading[] {
  if (readings.length <= KEPT_READINGS) return [...readings];
  const [start, end] = [readings[0].at, readings[readings.length - 1].at];
  const width = (end - start) / KEPT_READINGS;
  const kept: AirReading[] = [];
  for (let i = 0; i < readings.length;) {
    const slot = Math.min(KEPT_READINGS - 1, Math.floor((readings[i].at - start) / width));
    let [n, T, RH, wet, at] = [0, 0, 0, 0, 0];
    for (
      ;
      i < readings.length &&
      Math.min(KEPT_READINGS - 1, Math.floor((readings[i].at - start) / width)) === slot;
      i += 1
    ) {
      const r = readings[i];
      n += 1;
      T += r.temperature;
      at += r.at - start;
      if (r.humidity !== undefined) [RH, wet] = [RH + r.humidity, wet + 1];
    }
    kept.push({
      at: Math.round(start + at / n),
      temperature: Math.round((T / n) * 100) / 100,
      ...(wet > 0 ? { humidity: Math.round((RH / wet) * 1000) / 1000 } : {}),
    });
  }
  return kept;
}
