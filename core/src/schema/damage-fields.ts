import { DAMAGE_KINDS } from '../materials/damage-kinds';
import { IDENTIFICATION_TESTS } from '../materials/identification';
import { LIBRARY } from '../materials/library';
import { SUBSTRATES } from '../materials/substrates';
import { choice, expected, group, instant, list, namesOf, pair, quantity, required, text } from './field';
import { named } from './library-options';
import { plies } from './ply-fields';

const size = pair('Size, along × up', quantity('size', 'length', 0.002, 3, 'mm'));

const shape = choice('Shape', { ellipse: 'ellipse', rectangle: 'rectangle', outline: 'traced outline' });

export const point = group('Point', {
  x: required(quantity('Along the hull', 'length', -3, 3, 'mm')),
  y: required(quantity('Up the hull', 'length', -3, 3, 'mm')),
});
const outline = list('Outline', point, 400);
/** A place on a photograph, as a share of its width from its upper left corner. */
const spot = group('Spot', {
  x: required(quantity('Across', 'fraction', 0, 1, '%')),
  y: required(quantity('Down', 'fraction', 0, 4, '%')),
});

/** How an outline was taken off a photograph, kept so that it can be traced on. */
const tracing = group('Tracing', {
  photo: required(text('Photograph', 36)),
  by: required(choice('Scale from', { length: 'a known length', rectangle: 'a known rectangle' })),
  reference: required(list('Reference points', spot, 4)),
  length: required(quantity('Known length', 'length', 0.01, 5, 'mm')),
  width: quantity('Known width', 'length', 0.01, 5, 'mm'),
  spots: required(list('Traced points', spot, 400)),
});

export const METHODS = {
  eye: 'by eye',
  wipe: 'solvent or dye wipe',
  tap: 'tap tone',
  press: 'pressing, deflection',
  light: 'light through',
  moisture: 'moisture meter',
  peel: 'peeling back dry plies',
  grind: 'grinding to glassy bright laminate',
};

const findings = list(
  'Findings',
  group('Finding', {
    at: required(instant('Found at')),
    extent: required(choice('What was seen', { 'first look': 'first look', 'true extent': 'true extent' })),
    shape,
    size: required(size),
    outline,
    holes: list('Further holes', group('Hole', { outline: required(outline) }), 12),
    tracing,
    method: choice('How found', METHODS),
    who: text('Found by', 80),
    note: text('Note', 500),
  }),
  40,
);

const coat = choice('Coat on it', { 'gel coat': 'gel coat', paint: 'paint', bare: 'bare' });
const matrix = choice('Resin of the hull', {
  polyester: 'polyester',
  'vinyl ester': 'vinyl ester',
  epoxy: 'epoxy',
});

/** What the hull is. */
export const HULL = group('Hull', {
  material: choice('Hull', named(SUBSTRATES)),
  evidence: list(
    'Evidence',
    group('Test', {
      test: required(choice('Test', namesOf(IDENTIFICATION_TESTS))),
      outcome: required(text('Outcome', 20)),
      at: instant('Tested at'),
      who: text('Tested by', 80),
    }),
    20,
  ),
  matrix,
  fibre: choice('Fibre of the hull', { glass: 'glass', carbon: 'carbon', aramid: 'aramid' }),
  core: choice('Core of the hull', {
    balsa: 'balsa',
    plywood: 'plywood',
    'pvc foam': 'PVC foam',
    'san foam': 'SAN foam',
    'polystyrene foam': 'polystyrene foam',
    'unknown foam': 'foam of unknown kind',
    honeycomb: 'honeycomb',
  }),
  coat,
  told: list(
    'Told by owners and papers',
    group('Told', {
      by: required(
        choice('By', {
          owner: 'this owner',
          before: 'an owner before',
          papers: 'papers or a survey',
          yard: 'another yard',
        }),
      ),
      when: text('When', 40),
      coat,
      matrix,
    }),
    12,
  ),
  clear: choice('Finished clear', { no: 'no', yes: 'yes, grain or weave is to show' }),
  contaminant: choice('On the surface', {
    none: 'nothing known',
    wax: 'polish or wax',
    silicone: 'silicone',
    oil: 'oil or fuel',
    sealant: 'old sealant or sticker glue',
    salt: 'salt',
    dirt: 'ingrained dirt',
  }),
  laminate: choice('Old laminate', named(LIBRARY.oldLaminates)),
  thickness: quantity(
    'Laminate thickness',
    'length',
    0.0002,
    0.06,
    'mm',
    'laminate only, without gel coat or paint',
  ),
  gelCoat: quantity('Old gel coat', 'length', 0, 0.003, 'mm'),
  coreThickness: quantity('Core thickness', 'length', 0.002, 0.1, 'mm'),
  plies: plies('Old plies'),
});

/** What is damaged, and what was found of it. */
export const DAMAGE = group('Damage', {
  kind: expected(choice('Damage', namesOf(DAMAGE_KINDS))),
  depth: quantity('Depth', 'length', 0, 0.1, 'mm'),
  count: quantity('How many', 'count', 1, 5000, 'each'),
  pattern: choice('Pattern', {
    star: 'star from a blow',
    stress: 'lines at a corner or fitting',
    crazing: 'fine net all over',
  }),
  pieces: choice('Broken pieces', { kept: 'kept', lost: 'lost' }),
  layer: choice('What has let go', {
    skin: 'skin from core',
    plies: 'ply from ply',
    veneer: 'veneer from veneer',
  }),
  density: quantity('Blisters on a square metre', 'count', 1, 2000, 'each'),
  seam: quantity('Distance to the nearest seam', 'length', 0, 5, 'mm'),
  valve: choice('What leaks', { cap: 'cap or spring', seat: 'seat in the fabric', thread: 'thread' }),
  holds: choice('The old repair', {
    all: 'holds all over: it stays',
    parts: 'holds in parts',
    loose: 'lifts at the edges',
    gone: 'comes off in the hand',
  }),
  filler: choice('Old filler in it', {
    none: 'none',
    epoxy: 'epoxy',
    polyester: 'polyester or body putty',
    unknown: 'not known',
  }),
  wet: choice('Moisture', { dry: 'dry', damp: 'damp', wet: 'wet' }),
  core: choice('Core behind it', { firm: 'firm, of its own colour', soft: 'soft, dark or crumbling' }),
  source: choice('Where the water came in', {
    fasteners: 'fastenings',
    fitting: 'a fitting and its fastenings',
    joint: 'a joint or seam',
    blow: 'a crack or blow, repaired here',
    unknown: 'looked for, not found',
  }),
  fasteners: quantity('Fastenings that let it in', 'count', 1, 500, 'each'),
  meter: group('Moisture meter', {
    scale: choice('Scale of the meter', { relative: 'relative', wood: 'percent, wood scale' }),
    dry: quantity('Reading at a known dry spot', 'count', 0, 1000, 'each'),
  }),
  readings: list(
    'Readings',
    group('Reading', {
      at: instant('Read at'),
      x: point.fields.x,
      y: point.fields.y,
      tap: choice('Tap', { sound: 'sound', dull: 'dull', dead: 'dead' }),
      moisture: quantity('Moisture reading', 'count', 0, 1000, 'each'),
      who: text('Read by', 80),
    }),
    400,
  ),
  where: text('Where', 160),
  position: choice('Waterline', { above: 'above the waterline', below: 'below the waterline' }),
  shape,
  size,
  findings,
});
