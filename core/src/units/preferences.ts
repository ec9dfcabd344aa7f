import { formatIn, formatNumber, type Formatted } from './format';
import { fromSI, type UnitSymbol } from './units';

/** Kinds of quantity that a person may read in one system while reading another kind in the other. */
export const QUANTITY_KINDS = [
  'length',
  'film',
  'area',
  'volume',
  'mass',
  'cloth',
  'temperature',
  'pressure',
] as const;
export type QuantityKind = (typeof QUANTITY_KINDS)[number];
export type UnitSystem = 'metric' | 'us';
/** What is not named is read in metric units. */
export type UnitPreferences = Readonly<Partial<Record<QuantityKind, UnitSystem>>>;

/** For each metric unit of the screens: its kind, what a US reader takes instead, and how many decimals more that needs. */
const CUSTOMARY: Partial<Record<UnitSymbol, { kind: QuantityKind; unit: UnitSymbol; more: number }>> = {
  m: { kind: 'length', unit: 'ft', more: 0 },
  cm: { kind: 'length', unit: 'in', more: 1 },
  mm: { kind: 'length', unit: 'in', more: 1 },
  µm: { kind: 'film', unit: 'mil', more: 1 },
  'cm²': { kind: 'area', unit: 'in²', more: 1 },
  'm²': { kind: 'area', unit: 'ft²', more: -1 },
  ml: { kind: 'volume', unit: 'US fl oz', more: 1 },
  l: { kind: 'volume', unit: 'US fl oz', more: -1 },
  g: { kind: 'mass', unit: 'oz av', more: 1 },
  kg: { kind: 'mass', unit: 'lb', more: 0 },
  'g/m²': { kind: 'cloth', unit: 'oz/yd²', more: 1 },
  mbar: { kind: 'pressure', unit: 'psi', more: 2 },
  GPa: { kind: 'pressure', unit: 'Msi', more: 1 },
  '°C': { kind: 'temperature', unit: '°F', more: 0 },
};

/** The unit that a person reads instead of a metric one. */
export function preferredUnit(unit: UnitSymbol, units: UnitPreferences = {}): UnitSymbol {
  const other = CUSTOMARY[unit];
  return other && units[other.kind] === 'us' ? other.unit : unit;
}

const SIXTEENTHS = 16;

/** Inches as a tape shows them, to the nearest sixteenth: 9.95 → "9 15/16". */
export function tapeInches(value: number): string {
  let n = Math.round(Math.abs(fromSI(value, 'in')) * SIXTEENTHS);
  const sign = value < 0 && n > 0 ? '−' : '';
  const whole = Math.floor(n / SIXTEENTHS);
  n -= whole * SIXTEENTHS;
  let d = SIXTEENTHS;
  while (n > 0 && n % 2 === 0) [n, d] = [n / 2, d / 2];
  const part = n > 0 ? `${n}/${d}` : '';
  return `${sign}${whole > 0 || !part ? formatNumber(whole) : ''}${whole > 0 && part ? ' ' : ''}${part}`;
}

/**
 * A stored value in a metric unit, or in the unit that the reader takes instead of it. Lengths asked for in whole
 * millimetres are tape measures: in inches they come as fractions.
 */
export function formatAs(
  value: number,
  unit: UnitSymbol,
  decimals?: number,
  units: UnitPreferences = {},
): Formatted {
  const preferred = preferredUnit(unit, units);
  if (preferred === unit) return formatIn(value, unit, decimals);
  if (unit === 'mm' && decimals === 0) return { text: tapeInches(value), unit: 'in' };
  const more = CUSTOMARY[unit]?.more ?? 0;
  return formatIn(value, preferred, decimals === undefined ? undefined : Math.max(0, decimals + more));
}
