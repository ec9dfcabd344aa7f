// A formatter is slow to make and quick to use: each is made once.
const TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' });
const WEEKDAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short' });
const DATE = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short' });
const DAY = new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'short' });

/** A date that cannot be read is a dash: it has its message elsewhere. */
function write(format: Intl.DateTimeFormat, ms: number): string {
  return Number.isFinite(ms) ? format.format(ms) : '–';
}

/** "Wed 10:40", with the date when it is a week away or more. Times are the device's. */
export function sayWhen(ms: number, now: number = ms): string {
  const far = Math.abs(ms - now) > 6 * 86_400_000;
  return `${write(far ? DATE : WEEKDAY, ms)} ${write(TIME, ms)}`;
}

/** "Wed 4 Mar" */
export function dayName(ms: number): string {
  return write(DAY, ms);
}

/** "Wed" */
export function weekdayOf(ms: number): string {
  return write(WEEKDAY, ms);
}

/** "10:40" */
export function timeOf(ms: number): string {
  return write(TIME, ms);
}
