import { tzOffset } from '@date-fns/tz';

/** When the yard works, by the clock on its wall. */
export interface WorkingHours {
  readonly days: 'mon-fri' | 'mon-sat' | 'daily';
  /** "07:30" */
  readonly start: string;
  readonly end: string;
}

/** What a yard says of its hours: times that are not given stand in for by {@link ASSUMED_HOURS}. */
export interface SaidHours {
  readonly days: WorkingHours['days'] | 'always';
  readonly start?: string;
  readonly end?: string;
}

/** Until a yard says when it works: nothing is laid at four in the morning. */
export const ASSUMED_HOURS: WorkingHours = { days: 'mon-fri', start: '08:00', end: '17:00' };

const ownHours = (said: SaidHours | undefined): WorkingHours => ({
  days: said?.days === undefined || said.days === 'always' ? ASSUMED_HOURS.days : said.days,
  start: said?.start ?? ASSUMED_HOURS.start,
  end: said?.end ?? ASSUMED_HOURS.end,
});

/** Whether the times make no day: the end at or before the beginning. */
export const makesNoDay = (said: SaidHours | undefined): boolean => !(shiftLength(ownHours(said)) > 0);

/**
 * Hours that work is placed into. Times that make no day, the end at or before the beginning, are not followed.
 *
 * @param said what the yard set
 * @returns undefined where work goes on round the clock
 */
export function hoursOf(said: SaidHours | undefined): WorkingHours | undefined {
  if (said?.days === 'always') return undefined;
  const own = ownHours(said);
  return makesNoDay(said) ? { ...ASSUMED_HOURS, days: own.days } : own;
}

/** A stretch of working time, ms since 1970. */
export interface Shift {
  readonly from: number;
  readonly to: number;
}

const MINUTE = 60_000;
const DAY = 1440 * MINUTE;
const LAST_DAY: Record<WorkingHours['days'], number> = { 'mon-fri': 5, 'mon-sat': 6, daily: 7 };

const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** Length of a working day in ms; 0 or less when the hours make no day. */
export const shiftLength = (hours: WorkingHours): number =>
  (minutesOf(hours.end) - minutesOf(hours.start)) * MINUTE;

/** An instant from a day and a time on the wall of a zone. Twice, since the offset may change between guess and answer. */
function instantOf(day: number, minutes: number, zone: string): number {
  const wall = day + minutes * MINUTE;
  const guess = wall - tzOffset(zone, new Date(wall)) * MINUTE;
  return wall - tzOffset(zone, new Date(guess)) * MINUTE;
}

/**
 * Working shifts one after another, the first of them ending after a moment.
 *
 * @param from ms since 1970
 * @param zone IANA name
 * @param known shifts worked out before, by day: looking a zone up is slow
 */
export function* shiftsFrom(
  from: number,
  hours: WorkingHours,
  zone: string,
  known: Map<number, Shift> = new Map(),
): Generator<Shift> {
  // No wall is a day behind UTC: looking up the zone of every moment would cost more than a day too many.
  for (let day = Math.floor(from / DAY) * DAY - DAY; ; day += DAY) {
    // 1970-01-01 was a Thursday; Monday is 1, Sunday 7.
    const weekday = ((((day / DAY + 3) % 7) + 7) % 7) + 1;
    if (weekday > LAST_DAY[hours.days]) continue;
    const shift = known.get(day) ?? {
      from: instantOf(day, minutesOf(hours.start), zone),
      to: instantOf(day, minutesOf(hours.end), zone),
    };
    known.set(day, shift);
    if (shift.to > from) yield shift;
  }
}

/** Shifts by calendar: the same yard is planned over and over. */
const calendars = new Map<string, Map<number, Shift>>();
const MOST_CALENDARS = 16;
const MOST_DAYS = 4000;

/** Shifts worked out before for these hours at this place. */
export function knownShifts({ days, start, end }: WorkingHours, zone: string): Map<number, Shift> {
  const key = [zone, days, start, end].join(' ');
  const kept = calendars.get(key);
  if (kept && kept.size < MOST_DAYS) return kept;
  if (calendars.size >= MOST_CALENDARS) calendars.clear();
  const known = new Map<number, Shift>();
  calendars.set(key, known);
  return known;
}

/** The beginning of the first shift after a moment, ms since 1970. */
export function nextShift(
  after: number,
  hours: WorkingHours,
  zone: string,
  known?: Map<number, Shift>,
): number {
  for (const { from } of shiftsFrom(after, hours, zone, known)) if (from > after) return from;
  return after;
}

/**
 * Places a stretch of work into shifts. Work that fits into a day is not begun when the rest of the day is too short
 * and it must not be broken off; other work goes on the next day.
 *
 * @param length ms of work
 * @param whole whether the work must be done in one go (a mixed pot does not wait until tomorrow)
 * @returns when it begins and ends
 */
export function placeWork(
  at: number,
  length: number,
  whole: boolean,
  hours: WorkingHours,
  zone: string,
  known?: Map<number, Shift>,
): { start: number; end: number } {
  let left = length;
  let start: number | undefined;
  for (const shift of shiftsFrom(at, hours, zone, known)) {
    const from = Math.max(start === undefined ? at : shift.from, shift.from);
    const room = shift.to - from;
    if (whole) {
      // Longer than any day: it is begun in the morning and takes what it takes.
      if (room >= left || (from === shift.from && left > room)) return { start: from, end: from + left };
      continue;
    }
    if (room <= 0) continue;
    start ??= from;
    if (left <= room) return { start, end: from + left };
    left -= room;
  }
  return { start: at, end: at + length };
}
