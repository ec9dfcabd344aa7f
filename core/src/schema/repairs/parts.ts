import type { ValueOf } from '../document-of';
import { choice, group, list, quantity, required } from '../field';

export const EDGE = group('Edge or foil', {
  part: choice('Part', {
    centreboard: 'centreboard',
    rudder: 'rudder',
    fin: 'fin',
    skeg: 'skeg',
    other: 'hull edge',
  }),
  edge: choice('Edge', { leading: 'leading', trailing: 'trailing', tip: 'tip' }),
  chord: quantity(
    'Chord',
    'length',
    0.02,
    2,
    'mm',
    'leading to trailing edge; usual of the part until entered',
  ),
  thick: quantity('Thickest', 'length', 0.003, 0.3, 'mm', 'usual of the part until entered'),
  span: quantity('Length of the part', 'length', 0.05, 4, 'mm', 'usual of the part until entered'),
  weight: quantity('Weight of the part', 'mass', 0.05, 2000, 'kg', 'worked out until weighed'),
  slot: quantity('Slot that it moves in', 'length', 0.003, 0.4, 'mm', 'not checked until entered'),
  trailing: quantity('Trailing edge, flat', 'length', 0.0005, 0.01, 'mm', '1.5 mm until entered'),
  split: quantity('Opening of a split', 'length', 0.0001, 0.02, 'mm', '0.5 mm until entered'),
  pin: quantity('Pin or shaft', 'length', 0.003, 0.15, 'mm', '20 mm until entered'),
  worn: quantity('Worn hole, widest', 'length', 0.003, 0.2, 'mm', '3 mm over the pin until entered'),
  pinMetal: choice('Pin of', {
    stainless: 'stainless steel',
    bronze: 'bronze',
    galvanised: 'galvanised or bare steel',
    aluminium: 'aluminium',
  }),
  pinStays: choice('The pin', { no: 'comes out', yes: 'stays in: fixed or welded' }),
  bushWall: quantity('Wall of the bush', 'length', 0.001, 0.02, 'mm', '3 mm until entered'),
  offsets: list(
    'Offsets',
    group('Offset', {
      x: required(quantity('From the leading edge', 'length', 0, 2, 'mm')),
      port: required(quantity('Port face', 'length', 0, 0.2, 'mm')),
      starboard: required(quantity('Starboard face', 'length', 0, 0.2, 'mm')),
    }),
    40,
  ),
});
export type EdgeFacts<Q = number> = ValueOf<typeof EDGE, Q>;

export const HOLES = group('Drilled holes', {
  diameter: quantity('Hole', 'length', 0.001, 0.1, 'mm', '6 mm until entered'),
  depth: quantity('Deep', 'length', 0.001, 0.2, 'mm', 'thickness of the wall until entered'),
  refit: choice('Then', { no: 'left closed', yes: 'drilled again' }),
  fastener: quantity('Fastener', 'length', 0.002, 0.05, 'mm', 'as the hole until entered'),
});
export type HolesFacts<Q = number> = ValueOf<typeof HOLES, Q>;

export const PLASTIC = group('Plastic', {
  thickness: quantity(
    'Thickness of the sheet',
    'length',
    0.0005,
    0.05,
    'mm',
    'usual of its kind until entered',
  ),
  rod: quantity('Welding rod', 'length', 0.002, 0.006, 'mm', '4 mm until entered'),
  pull: choice('Pull test on a scrap weld', { held: 'the sheet tore first', peeled: 'the rod peeled' }),
  mixer: choice('From a cartridge, static mixer', { no: 'no, by hand', yes: 'yes' }),
});
export type PlasticFacts<Q = number> = ValueOf<typeof PLASTIC, Q>;

export const SURFACE = group('Gel coat', {
  lines: quantity(
    'Length of the cracks in all',
    'length',
    0.005,
    200,
    'm',
    'reckoned from their pattern until entered',
  ),
  texture: choice('Surface', { smooth: 'smooth', 'non-skid': 'non-skid pattern' }),
});
export type SurfaceFacts<Q = number> = ValueOf<typeof SURFACE, Q>;

export const WOOD = group('Wood', {
  thickness: quantity(
    'Thickness of the wood',
    'length',
    0.002,
    0.3,
    'mm',
    '18 mm, plywood 9 mm, until entered',
  ),
  moisture: quantity('Moisture of the wood', 'fraction', 0.04, 1, '%', 'read it with pins, along the grain'),
  spar: choice('Part', { no: 'plank, panel or frame', yes: 'spar' }),
  ratio: quantity('Scarf', 'ratio', 4, 30, ':1', '8:1, spars 12:1, until entered'),
  beyond: quantity('Cut back beyond what is soft', 'length', 0, 0.5, 'mm', '50 mm beyond rot until entered'),
  sheathing: quantity('Layers of glass over it', 'count', 0, 4, 'each', 'as the chain has it until entered'),
});
export type WoodFacts<Q = number> = ValueOf<typeof WOOD, Q>;

export const METAL = group('Metal', {
  thickness: quantity('Thickness when new', 'length', 0.0005, 0.2, 'mm', '10 mm until entered'),
  radius: quantity('Radius of its edges', 'length', 0.0005, 0.05, 'mm', '2 mm until entered'),
});
export type MetalFacts<Q = number> = ValueOf<typeof METAL, Q>;

export const RENEWAL = group('Renewal', {
  start: choice('Test spot cleared with', {
    fine: 'compound alone',
    P2000: 'P2000 wet first',
    P1500: 'P1500 wet first',
    P1000: 'P1000 wet first',
  }),
  coats: quantity('Coats of paint', 'count', 1, 6, 'each', 'two until entered'),
  spots: quantity('Share with fills to prime', 'fraction', 0, 1, '%', '5 % until entered'),
});
export type RenewalFacts<Q = number> = ValueOf<typeof RENEWAL, Q>;
