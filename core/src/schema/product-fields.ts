import { LIBRARY } from '../materials/library';
import { choice, group, instant, list, quantity, required, text } from './field';
import type { ValueOf } from './document-of';

const H = 3600;
const D = 86_400;

/** What the yard may enter for a product, as its data sheet has it. Everything left out stays as the library has it. */
export const SHEET_FIELDS = {
  volumeRatio: quantity('Mix ratio by volume, first part to second', 'ratio', 0.5, 100, ':1'),
  densityA: quantity('Density of the first part', 'density', 300, 5000, 'g/cm³'),
  densityB: quantity('Density of the second part', 'density', 300, 5000, 'g/cm³'),
  hardenerFraction: quantity('Second part, by mass', 'fraction', 0.002, 0.2, '%'),
  catalystFraction: quantity('Catalyst (MEKP), by mass', 'fraction', 0.005, 0.04, '%'),
  densityLiquid: quantity('Density, liquid', 'density', 300, 5000, 'g/cm³'),
  densityCured: quantity('Density, cured', 'density', 300, 5000, 'g/cm³'),
  referenceTemperature: quantity('Times are given at', 'temperature', 5, 40, '°C'),
  potLife: quantity('Pot life, 100 g', 'time', 10, 24 * H, 'min'),
  windowOpens: quantity('Next layer from', 'time', 60, 7 * D, 'h'),
  windowCloses: quantity('Next layer until', 'time', 60, 14 * D, 'h'),
  sand: quantity('Can be sanded after', 'time', 60, 14 * D, 'h'),
  full: quantity('Full cure after', 'time', 600, 60 * D, 'd'),
  secondTemperature: quantity(
    'Times also given at',
    'temperature',
    -5,
    45,
    '°C',
    'a second temperature of the sheet',
  ),
  secondOpens: quantity('Next layer from, there', 'time', 60, 7 * D, 'h'),
  secondCloses: quantity('Next layer until, there', 'time', 60, 14 * D, 'h'),
  secondSand: quantity('Can be sanded after, there', 'time', 60, 30 * D, 'h'),
  minimumTemperature: quantity('Lowest temperature', 'temperature', -10, 40, '°C'),
  maximumPerGo: quantity('Thickest in one go', 'length', 0.00002, 0.1, 'mm'),
  maximumPerCoat: quantity('Thickest film of a coat', 'length', 0.000005, 0.005, 'µm'),
  maximumPot: quantity('Largest pot', 'mass', 0.02, 50, 'g'),
  solids: quantity('Solids by volume', 'fraction', 0.05, 1, '%'),
  floatsAfter: quantity('Into the water after', 'time', H, 14 * D, 'h'),
  floatsWithin: quantity('Into the water within', 'time', D, 720 * D, 'd'),
  flash: quantity('Flashes off in, at 20 °C', 'time', 10, 4 * H, 'min'),
  arealWeight: quantity('Fibre weight', 'arealMass', 0.02, 3, 'g/m²'),
  fibreFraction: quantity('Fibre weight fraction by hand', 'fraction', 0.1, 1, '%'),
  fibreModulus: quantity('Modulus of the fibre', 'pressure', 1e9, 900e9, 'GPa'),
  rollWidth: quantity('Roll width', 'length', 0.02, 4, 'm'),
  shrinkage: quantity('Shrinks in curing', 'fraction', 0, 0.2, '%'),
  grain: quantity('Mean grain', 'length', 0.000001, 0.002, 'µm'),
  life: quantity('One piece lasts', 'area', 0.02, 20, 'm²'),
  pricePerPiece: quantity('Price of a piece', 'money', 0, 10_000, ':1'),
  pricePerKg: quantity('Price per kg', 'money', 0, 100_000, ':1'),
  pricePerM2: quantity('Price per m²', 'money', 0, 100_000, ':1'),
  pricePerLitre: quantity('Price per litre', 'money', 0, 100_000, ':1'),
} as const;
export type SheetField = keyof typeof SHEET_FIELDS;

/** A product of the yard: an entry of the library with the yard's own figures, or a product of its own made after one. */
export const PRODUCT_FIELDS = group('Product', {
  like: required(choice('Like', Object.fromEntries(LIBRARY.products.map((p) => [p.id, p.name])))),
  name: text('Name', 80),
  sheet: text('Data sheet', 120),
  note: text('Note', 500),
  values: group('Values of the data sheet', SHEET_FIELDS),
  lots: list(
    'Lots',
    group('Lot', {
      lot: required(text('Lot', 60)),
      left: text('Left', 40),
      opened: instant('Opened'),
      useBy: instant('Use by'),
    }),
    40,
  ),
});

/** A product as the yard enters it, in SI; its id stands beside it. */
export type ProductDocument = ValueOf<typeof PRODUCT_FIELDS, number>;
