/**
 * Units that a person may type or read, and how each relates to SI.
 *
 * `toSI(x) = x · factor + offset`. Factors are exact by definition where the unit is defined
 * (international yard and pound agreement 1959; US gallon 231 in³) and otherwise to seven digits.
 */
export type Dimension =
  | 'length'
  | 'area'
  | 'volume'
  | 'mass'
  | 'arealMass'
  | 'density'
  | 'pressure'
  | 'temperature'
  | 'time'
  | 'fraction'
  | 'ratio'
  | 'count'
  | 'power'
  | 'money';

export interface UnitDefinition {
  readonly dimension: Dimension;
  readonly factor: number;
  readonly offset?: number;
  /** Spellings accepted on input, besides the symbol itself. */
  readonly aliases?: readonly string[];
}

const INCH = 0.0254;
const POUND = 0.45359237;
/** Pound-force per square inch, Pa: 0.45359237 kg · 9.80665 m/s² / (0.0254 m)². */
const PSI = (POUND * 9.80665) / INCH ** 2;
const US_GALLON = 231 * INCH ** 3;

export const UNITS = {
  m: { dimension: 'length', factor: 1, aliases: ['metre', 'metres', 'meter', 'meters'] },
  cm: { dimension: 'length', factor: 0.01 },
  mm: {
    dimension: 'length',
    factor: 0.001,
    aliases: ['millimetre', 'millimetres', 'millimeter', 'millimeters'],
  },
  µm: { dimension: 'length', factor: 1e-6, aliases: ['um', 'micron', 'microns'] },
  in: { dimension: 'length', factor: INCH, aliases: ['"', '″', 'inch', 'inches'] },
  ft: { dimension: 'length', factor: 12 * INCH, aliases: ["'", '′', 'foot', 'feet'] },
  mil: { dimension: 'length', factor: INCH / 1000, aliases: ['mils', 'thou'] },
  'm²': { dimension: 'area', factor: 1, aliases: ['m2', 'sqm'] },
  'cm²': { dimension: 'area', factor: 1e-4, aliases: ['cm2'] },
  'mm²': { dimension: 'area', factor: 1e-6, aliases: ['mm2'] },
  'in²': { dimension: 'area', factor: INCH ** 2, aliases: ['in2', 'sqin'] },
  'ft²': { dimension: 'area', factor: (12 * INCH) ** 2, aliases: ['ft2', 'sqft'] },
  'm³': { dimension: 'volume', factor: 1, aliases: ['m3'] },
  l: { dimension: 'volume', factor: 1e-3, aliases: ['L', 'litre', 'litres', 'liter', 'liters'] },
  ml: { dimension: 'volume', factor: 1e-6, aliases: ['mL', 'cc', 'cm³', 'cm3'] },
  'US fl oz': { dimension: 'volume', factor: US_GALLON / 128, aliases: ['fl oz', 'floz', 'us floz'] },
  'US gal': { dimension: 'volume', factor: US_GALLON, aliases: ['gal', 'US gallon', 'US gallons'] },
  'imp fl oz': { dimension: 'volume', factor: 28.4130625e-6, aliases: ['imperial fl oz'] },
  kg: { dimension: 'mass', factor: 1 },
  g: { dimension: 'mass', factor: 0.001, aliases: ['gram', 'grams'] },
  lb: { dimension: 'mass', factor: POUND, aliases: ['lbs', 'pound', 'pounds'] },
  'oz av': { dimension: 'mass', factor: POUND / 16, aliases: ['oz avdp', 'avoirdupois oz'] },
  'kg/m²': { dimension: 'arealMass', factor: 1, aliases: ['kg/m2'] },
  'g/m²': { dimension: 'arealMass', factor: 0.001, aliases: ['g/m2', 'gsm'] },
  /** Woven and stitched cloth: ounces per square yard. */
  'oz/yd²': { dimension: 'arealMass', factor: POUND / 16 / (36 * INCH) ** 2, aliases: ['oz/yd2', 'oz/sqyd'] },
  /** Chopped mat: ounces per square foot. */
  'oz/ft²': { dimension: 'arealMass', factor: POUND / 16 / (12 * INCH) ** 2, aliases: ['oz/ft2', 'oz/sqft'] },
  'kg/m³': { dimension: 'density', factor: 1, aliases: ['kg/m3'] },
  'g/cm³': { dimension: 'density', factor: 1000, aliases: ['g/cm3', 'g/ml', 'kg/l'] },
  Pa: { dimension: 'pressure', factor: 1 },
  /** Air in tubes and the barometer. */
  mbar: { dimension: 'pressure', factor: 100, aliases: ['hPa', 'millibar', 'millibars'] },
  kPa: { dimension: 'pressure', factor: 1000 },
  bar: { dimension: 'pressure', factor: 1e5 },
  MPa: { dimension: 'pressure', factor: 1e6 },
  GPa: { dimension: 'pressure', factor: 1e9 },
  psi: { dimension: 'pressure', factor: PSI },
  Msi: { dimension: 'pressure', factor: PSI * 1e6 },
  '°C': { dimension: 'temperature', factor: 1, aliases: ['C', 'degC', 'deg C', 'celsius'] },
  '°F': {
    dimension: 'temperature',
    factor: 5 / 9,
    offset: -160 / 9,
    aliases: ['F', 'degF', 'deg F', 'fahrenheit'],
  },
  K: { dimension: 'temperature', factor: 1, offset: -273.15, aliases: ['kelvin'] },
  s: { dimension: 'time', factor: 1, aliases: ['sec', 'second', 'seconds'] },
  min: { dimension: 'time', factor: 60, aliases: ['minute', 'minutes'] },
  h: { dimension: 'time', factor: 3600, aliases: ['hr', 'hrs', 'hour', 'hours'] },
  d: { dimension: 'time', factor: 86400, aliases: ['day', 'days'] },
  '%': { dimension: 'fraction', factor: 0.01, aliases: ['percent', 'pc'] },
  ':1': { dimension: 'ratio', factor: 1, aliases: [': 1', 'to 1'] },
  W: { dimension: 'power', factor: 1, aliases: ['watt', 'watts'] },
  kW: { dimension: 'power', factor: 1000, aliases: ['kilowatt', 'kilowatts'] },
  each: { dimension: 'count', factor: 1, aliases: ['pcs', 'pieces', 'drops', 'hands'] },
} as const satisfies Record<string, UnitDefinition>;

export type UnitSymbol = keyof typeof UNITS;

/** Converts a number in the named unit to the stored (SI, °C) value. */
export function toSI(value: number, unit: UnitSymbol): number {
  const u: UnitDefinition = UNITS[unit];
  return value * u.factor + (u.offset ?? 0);
}

/** Converts a stored (SI, °C) value to the named unit. */
export function fromSI(value: number, unit: UnitSymbol): number {
  const u: UnitDefinition = UNITS[unit];
  return (value - (u.offset ?? 0)) / u.factor;
}
