import type { ValueOf } from '../document-of';
import { choice, group, quantity } from '../field';

export const CORE = group('Injection', {
  pitch: quantity('Distance between holes', 'length', 0.02, 0.2, 'mm', '50 to 75 mm; 60 mm until entered'),
  hole: quantity('Hole', 'length', 0.0015, 0.012, 'mm', '4 mm until entered'),
  gap: quantity(
    'Gap behind the skin',
    'length',
    0.0001,
    0.01,
    'mm',
    'a trial hole and a feeler show it; 0.5 mm until entered',
  ),
  voids: quantity(
    'Empty share of the core',
    'fraction',
    0,
    0.9,
    '%',
    'of a soft core; nothing until entered',
  ),
  medium: choice('Filled with', {
    epoxy: 'thin epoxy',
    foam: 'expanding closed-cell foam, poured',
    foamCartridge: 'expanding closed-cell foam, from a cartridge',
  }),
  by: choice('Got in by', {
    syringe: 'syringe, hole by hole',
    vacuum: 'drawn through by vacuum',
    squeegee: 'worked in with a squeegee',
  }),
  expansion: quantity('Foam grows to', 'ratio', 1.5, 40, ':1', '8 times until entered; the sheet decides'),
  cartridge: quantity('Syringe or cartridge', 'volume', 5e-6, 0.001, 'ml', '60 ml until entered'),
});
export type CoreFacts<Q = number> = ValueOf<typeof CORE, Q>;
