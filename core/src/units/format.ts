import { fromSI, type UnitSymbol } from './units';

export interface Formatted {
  readonly text: string;
  readonly unit: string;
}

const THIN = '\u202f';

/** Groups thousands with a thin space and keeps a true minus sign. */
function group(text: string): string {
  const [whole, part] = text.replace('-', '−').split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, THIN);
  return part === undefined ? grouped : `${grouped}.${part}`;
}

/** A plain number with so many decimals, thousands grouped. */
export function formatNumber(value: number, decimals = 0): string {
  if (!Number.isFinite(value)) return '–';
  const text = value.toFixed(decimals);
  return group(Number(text) === 0 ? text.replace('-', '') : text);
}

/** Decimals that keep about three significant figures, without false precision. */
export function threeFigures(value: number): number {
  const size = Math.abs(value);
  if (size >= 100) return 0;
  if (size >= 10) return 1;
  return 2;
}

/** A stored value in a chosen unit: `formatIn(0.0793, 'mm', 1)` is {text: "79.3", unit: "mm"}. */
export function formatIn(value: number, unit: UnitSymbol, decimals?: number): Formatted {
  const v = fromSI(value, unit);
  return { text: formatNumber(v, decimals ?? threeFigures(v)), unit };
}

/** Cure and drying are waited for by the hour up to ten days. */
const HOURS_READ = 240;

/**
 * Duration as a person counts it: under two hours in minutes, then "5 h 20 min", from a day on whole hours, "90 h", from
 * ten days on whole days.
 * @param seconds duration in s
 */
export function formatDuration(seconds: number): Formatted {
  const minutes = Math.round(seconds / 60);
  if (minutes < 120) return { text: formatNumber(minutes), unit: 'min' };
  const hours = Math.floor(minutes / 60);
  if (hours < 24) {
    const rest = minutes % 60;
    return {
      text: rest ? `${hours} h ${String(rest).padStart(2, '0')}` : String(hours),
      unit: rest ? 'min' : 'h',
    };
  }
  if (hours < HOURS_READ) return { text: String(Math.round(minutes / 60)), unit: 'h' };
  return { text: String(Math.round(minutes / 1440)), unit: 'd' };
}
