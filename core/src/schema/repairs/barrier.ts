import type { ValueOf } from '../document-of';
import { choice, group, instant, list, quantity, required } from '../field';

export const DRYING = group('Drying', {
  by: choice('Dried by', {
    open: 'left open to the air',
    warm: 'heater and dehumidifier',
    vacuum: 'vacuum film and heat',
  }),
  dry: quantity(
    'Reading where it is surely dry',
    'count',
    0,
    1000,
    'each',
    'high on the topside of the same boat; 15 on the wood scale until entered',
  ),
  readings: list(
    'Readings while it dries',
    group('Reading', {
      at: required(instant('Read at')),
      moisture: required(quantity('Reading', 'count', 0, 1000, 'each')),
      scale: choice('Scale', { relative: 'relative', wood: 'wood, %' }),
    }),
    60,
  ),
});
/** What is watched while it dries: bottoms, cores, planks. */
export type DryingFacts<Q = number> = ValueOf<typeof DRYING, Q>;

export const BARRIER = group('Blisters and barrier', {
  diameter: quantity('Blister, across', 'length', 0.001, 0.15, 'mm', '10 mm until entered'),
  depth: quantity('Depth of a blister', 'length', 0.0003, 0.02, 'mm', '2 mm until entered'),
  method: choice('Opened', { 'open each': 'each one', peel: 'peeled whole' }),
  peel: quantity('Peeled off', 'length', 0.0002, 0.01, 'mm', '1.5 mm until entered'),
  film: quantity('Barrier, dry film in all', 'length', 0.0001, 0.001, 'µm', '300 µm until entered'),
  antifouling: choice('Antifouling on it', { yes: 'yes', no: 'no' }),
  antifoulingCoats: quantity('Coats of antifouling', 'count', 1, 5, 'each', 'two until entered'),
  supports: quantity('Stands and blocks', 'count', 0, 40, 'each', 'six until entered'),
  supportArea: quantity('Face hidden by one', 'area', 0.001, 0.5, 'cm²', '0.06 m² until entered'),
});
export type BarrierFacts<Q = number> = ValueOf<typeof BARRIER, Q>;
