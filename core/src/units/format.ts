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
function threeFigures(value: number): number {
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

/**
 * Duration as a person says it: under two hours in minutes, then "5 h 20", then "4 d 6 h".
 * @param seconds duration in s
 */
export function formatDuration(seconds: number): Formatted {
  const minutes = Math.round(seconds / 60);
  if (minutes < 120) return { text: formatNumber(minutes), unit: 'min' };
  const hours = Math.floor(minutes / 60);
  if (hours < 48) {
    const rest = minutes % 60;
    return { text: rest ? `${hours} h ${String(rest).padStart(2, '0')}` : String(hours), unit: rest ? 'min' : 'h' };
  }
  const roundedHours = Math.round(minutes / 60);
  const days = Math.floor(roundedHours / 24);
  const restHours = roundedHours % 24;
  return { text: restHours ? `${days} d ${restHours}` : String(days), unit: restHours ? 'h' : 'd' };
}

/**
 * Formats a stored (SI, °C) value for reading in metric units, choosing the unit that a workshop would use.
 * @param value the stored value
 * @param unit the stored unit, as in a Figure
 */
export function formatStored(value: number, unit: string): Formatted {
  if (!Number.isFinite(value)) return { text: '–', unit: '' };
  const size = Math.abs(value);
  switch (unit) {
    case 'm':
      if (size >= 1) return formatIn(value, 'm', 2);
      if (size >= 0.001) return formatIn(value, 'mm', size >= 0.1 ? 0 : size >= 0.01 ? 1 : 2);
      return size >= 0.00015 || size === 0 ? formatIn(value, 'mm', 2) : formatIn(value, 'µm');
    case 'm²':
      return size < 0.1 ? formatIn(value, 'cm²', size < 0.001 ? 2 : size < 0.01 ? 1 : 0) : formatIn(value, 'm²', 3);
    case 'm³':
      return size >= 1e-3 ? formatIn(value, 'l', 2) : formatIn(value, 'ml', size < 1e-4 ? 1 : 0);
    case 'kg':
      return size >= 1 ? formatIn(value, 'kg', 2) : formatIn(value, 'g', size >= 1 ? 0 : 1);
    case 'kg/m²':
      return formatIn(value, 'g/m²', 0);
    case 'kg/m³':
      return formatIn(value, 'g/cm³', 2);
    case '°C':
      return formatIn(value, '°C', 1);
    case 's':
      return formatDuration(value);
    case 'Pa':
      return { text: formatNumber(value / 1e6, 0), unit: 'MPa' };
    case 'fraction':
      return formatIn(value, '%', size < 0.1 ? 2 : 0);
    case ':1':
      return { text: formatNumber(value, size % 1 ? 2 : 0), unit: ': 1' };
    case 'money':
      return { text: formatNumber(value, size < 100 ? 2 : 0), unit: '' };
    case 'money/kg':
      return { text: formatNumber(value, 2), unit: '/kg' };
    case 'money/m²':
      return { text: formatNumber(value, 2), unit: '/m²' };
    case 'money/m³':
      return { text: formatNumber(value / 1000, 2), unit: '/l' };
    case 'money/s':
      return { text: formatNumber(value * 3600, 2), unit: '/h' };
    case 'm²/s':
      return { text: formatNumber(value * 60, 3), unit: 'm²/min' };
    case 'm³/s':
      return { text: formatNumber(value * 60e6, 2), unit: 'cm³/min' };
    case 's/m':
      return { text: formatNumber(value / 60, 1), unit: 'min/m' };
    case 's/m²':
      return { text: formatNumber(value / 60, 0), unit: 'min/m²' };
    case 's/m³':
      return { text: formatNumber(value / 60000, 0), unit: 'min/l' };
    case 'count':
      return { text: formatNumber(value, 0), unit: '' };
    case 'per m³':
      return { text: formatNumber(value / 1e6, 0), unit: 'per ml' };
    default:
      return { text: formatNumber(value, threeFigures(value)), unit: unit === '1' ? '' : unit };
  }
}
