import type { Reader } from '../say';

/** Days and clocks as they stand in a work order, on the wall clock of the reader. */
export interface Whens {
  /** "Tue 1 Dec 08:00" */
  moment(ms: number): string;
  /** "1 Dec 08:00" */
  short(ms: number): string;
  /** "Tue 1 Dec" */
  day(ms: number): string;
  /** "08:00" */
  clock(ms: number): string;
}

/** A formatter is slow to make and quick to use: each place has its own once. */
const made = new Map<string, Whens>();

export function whensOf({ timeZone = 'UTC' }: Reader): Whens {
  const whens = made.get(timeZone) ?? makeWhens(timeZone);
  made.set(timeZone, whens);
  return whens;
}

function makeWhens(timeZone: string): Whens {
  const days = new Intl.DateTimeFormat('en-GB', {
    timeZone,
    weekday: 'short',
    day: 'numeric',
    month: 'short',
  });
  const dates = new Intl.DateTimeFormat('en-GB', { timeZone, day: 'numeric', month: 'short' });
  const clocks = new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' });
  const day = (ms: number): string => days.format(ms).replace(',', '');
  const clock = (ms: number): string => clocks.format(ms);
  return {
    day,
    clock,
    moment: (ms) => `${day(ms)} ${clock(ms)}`,
    short: (ms) => `${dates.format(ms)} ${clock(ms)}`,
  };
}
