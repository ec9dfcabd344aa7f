import type { ValueOf } from '../document-of';
import { choice, group, instant, list, quantity, required } from '../field';

export const INFLATABLE = group('Inflatable', {
  tube: quantity(
    'Tube diameter',
    'length',
    0.03,
    1.5,
    'mm',
    '450 mm until entered; for a board, its thickness',
  ),
  working: quantity(
    'Working pressure',
    'pressure',
    2000,
    200_000,
    'mbar',
    'from the plate on the boat; 220 mbar until entered, 1000 mbar for a board',
  ),
  inside: choice('Inside reachable', { no: 'no', yes: 'yes, through the tear or a valve' }),
  margin: quantity('Patch past the damage', 'length', 0.015, 0.2, 'mm', 'by the rule until entered'),
  coats: quantity('Coats of adhesive', 'count', 1, 4, 'each', 'two, three on rubber, until entered'),
  hardener: quantity('Hardener, by mass', 'fraction', 0, 0.15, '%', 'the sheet decides until entered'),
  where: choice('Mended', { workshop: 'workshop', field: 'field' }),
  trip: quantity('Trip that a kit is packed for', 'time', 86_400, 60 * 86_400, 'd', 'packed when entered'),
  leak: list(
    'Leak test',
    group('Reading', {
      at: required(instant('Read at')),
      pressure: required(quantity('Gauge pressure', 'pressure', 0, 250_000, 'mbar')),
      temperature: quantity('Temperature of the fabric', 'temperature', -20, 80, '°C'),
      barometer: quantity(
        'Barometer at the place',
        'pressure',
        80_000,
        108_000,
        'mbar',
        'not reduced to sea level',
      ),
    }),
    40,
  ),
});
export type InflatableFacts<Q = number> = ValueOf<typeof INFLATABLE, Q>;

/** A reading of a leak test: gauge pressure, temperature of the fabric, and the barometer at the place. */
export type LeakReading = NonNullable<InflatableFacts['leak']>[number];
