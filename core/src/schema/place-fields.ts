import { COMES_OFF } from '../materials/comes-off';
import { DAMAGE, HULL, point } from './damage-fields';
import { choice, group, instant, list, namesOf, productChoice, quantity, required, text } from './field';
import { products } from './library-options';
import { plies } from './ply-fields';
import { REPAIR } from './repairs';

export const OBSTACLES = {
  fitting: 'fitting',
  window: 'window or hatch',
  chine: 'chine',
  'hull edge': 'hull edge',
  frame: 'frame or bulkhead behind',
  stem: 'stem or keel line',
} as const;
export const MEMBERS = {
  stringer: 'stringer',
  floor: 'floor',
  bulkhead: 'bulkhead tab',
  'core end': 'core end',
} as const;

/** A colour as L*a*b* under D65. Limits are those of surfaces. */
const lab = {
  L: required(quantity('L*, lightness', 'count', 0, 100, 'each')),
  a: required(quantity('a*, green to red', 'count', -100, 100, 'each')),
  b: required(quantity('b*, blue to yellow', 'count', -100, 110, 'each')),
};

/** What is decided, asked and read at one place of a boat. */
export const PLACE_FIELDS = {
  hull: required(HULL),
  damage: required(DAMAGE),
  access: choice('Reachable from', { one: 'one side', both: 'both sides' }),
  backing: choice('Backing', { removable: 'removable former', bonded: 'bonded, stays in' }),
  duty: choice('Duty', {
    cosmetic: 'cosmetic feather 5:1',
    light: 'light load 8:1',
    general: 'general 12:1',
    high: 'high load 20:1',
  }),
  mix: group('Batches', {
    perGo: quantity(
      'Laminate in one go',
      'length',
      0.0005,
      0.04,
      'mm',
      'the data sheet decides until entered',
    ),
    fillPerGo: quantity(
      'Filler in one go',
      'length',
      0.0005,
      0.08,
      'mm',
      'the data sheet decides until entered',
    ),
    pot: quantity('Largest pot', 'mass', 0.02, 20, 'g', 'the data sheet decides until entered'),
    catalyst: quantity(
      'Catalyst or cream, by mass',
      'fraction',
      0.002,
      0.06,
      '%',
      'by the temperature, and the sheet, until entered',
    ),
  }),
  system: group('System', {
    resin: productChoice('Laminating resin', products('laminating resin')),
    cloth: productChoice('Cloth', products('cloth')),
    filler: productChoice('Fairing compound', { ...products('fairing compound'), none: 'none' }),
    finish: productChoice('Finish', { ...products('finish', 'coating'), none: 'none' }),
    bond: productChoice('Bond', products('adhesive', 'surface filler', 'weld rod', 'fabric adhesive')),
    patch: productChoice('Patch or plate', { ...products('patch fabric', 'plate'), none: 'none' }),
    coring: productChoice('New core', products('core')),
    prep: productChoice('Surface preparation', products('preparation')),
    clean: productChoice('Cleaning after it', products('cleaner')),
    prime: productChoice('Primer or tie coat', { ...products('primer', 'tie coat'), none: 'none' }),
    barrier: productChoice('Barrier coat', { ...products('barrier coat'), none: 'none' }),
    undercoat: productChoice('Primer under the paint', { ...products('primer'), none: 'none' }),
  }),
  fairing: group('Fairing', {
    edge: choice('Read under', { batten: 'batten, bent', 'straight edge': 'straight edge' }),
    tolerance: quantity('Fair within', 'length', 0.00005, 0.005, 'mm', 'by the finish grade until entered'),
    cutLimit: quantity('Highs may be cut by', 'length', 0, 0.01, 'mm', '1 mm until entered'),
    under: choice('Fresh filler is left', {
      open: 'open, off the blade',
      peelPly: 'under peel ply, drawn tight',
      film: 'under film, drawn tight',
    }),
    blade: quantity('Widest blade', 'length', 0.03, 1.2, 'mm', '150 mm until entered'),
    rounds: list(
      'Rounds',
      group('Round', {
        at: required(instant('Read at')),
        who: text('Read by', 80),
        readings: required(
          list(
            'Gaps',
            group('Gap', {
              x: point.fields.x,
              y: point.fields.y,
              gap: required(
                quantity(
                  'Gap',
                  'length',
                  0,
                  0.06,
                  'mm',
                  'never negative: 0 where the edge touches; a high lifts the edge, and its neighbours show it',
                ),
              ),
            }),
            600,
          ),
        ),
      }),
      12,
    ),
  }),
  sanding: group('Sanding', {
    start: text('Start no coarser than', 20),
    end: text('End at', 20),
    fine: choice('From P400 on', { wet: 'wet, by hand', dry: 'dry discs' }),
  }),
  coat: group('Coat', {
    method: choice('Put on by', { brush: 'brush', roller: 'roller', spray: 'spray gun' }),
    thinner: quantity('Thinner, by volume', 'fraction', 0, 0.4, '%', 'none until entered'),
    film: quantity(
      'Cured film wanted',
      'length',
      0.00002,
      0.003,
      'µm',
      'as the old coat, or the usual film, until entered',
    ),
    wind: choice('Wind at the work', { calm: 'calm', breeze: 'light', wind: 'it lifts dust' }),
  }),
  colour: group('Colour', {
    readings: list(
      'Colours read',
      group('Reading', {
        at: instant('Read at'),
        where: required(
          choice('Where', {
            'as found': 'as found',
            polished: 'beside the repair, polished',
            sheltered: 'sheltered, under a fitting',
          }),
        ),
        by: choice('Read with', { reader: 'colour reader', typed: 'typed in', photo: 'photograph' }),
        ...lab,
      }),
      40,
    ),
    years: quantity('Age of the old surface', 'count', 0, 80, 'each', 'in years'),
    base: choice('Tinted from', { white: 'white gel coat', neutral: 'neutral gel coat' }),
    limit: quantity('Most paste', 'fraction', 0.005, 0.12, '%', '6 % by mass until entered'),
    recipe: list(
      'Recipe',
      group('Paste', {
        paste: required(text('Paste', 40)),
        fraction: required(quantity('Share of the base', 'fraction', 0, 0.2, '%')),
      }),
      6,
    ),
    batch: quantity('Base in the pot', 'mass', 0.005, 20, 'g', 'what the coats take until entered'),
    trials: list(
      'Trials',
      group('Trial', {
        at: required(instant('Measured at')),
        by: choice('Measured with', { reader: 'colour reader', typed: 'typed in' }),
        pastes: required(
          list(
            'In the pot',
            group('Paste', {
              paste: required(text('Paste', 40)),
              fraction: required(quantity('Share of the base', 'fraction', 0, 0.2, '%')),
            }),
            6,
          ),
        ),
        ...lab,
      }),
      20,
    ),
  }),
  check: group('Finish check', {
    items: list(
      'Checks',
      group('Check', {
        check: required(
          choice('Check', {
            level: 'level',
            gloss: 'gloss',
            halo: 'halo',
            pinholes: 'pinholes',
            tap: 'tap',
            film: 'film',
            colour: 'colour',
            photos: 'photographs',
          }),
        ),
        result: choice('Result', { pass: 'passes', fail: 'fails', deferred: 'left for later' }),
        gap: quantity('Gap', 'length', 0, 0.05, 'mm'),
        film: quantity('Film', 'length', 0, 0.01, 'µm'),
        number: quantity('Reading', 'count', 0, 1000, 'each'),
        note: text('Note', 200),
      }),
      12,
    ),
    who: text('Signed by', 80),
    at: instant('Signed at'),
  }),
  taper: group('Taper', {
    ratio: quantity('Taper ratio', 'ratio', 1, 100, ':1'),
    ground: quantity('Bevel ground', 'length', 0.001, 3, 'mm'),
    side: choice('Taper side', {
      outside: 'from outside',
      inside: 'from inside',
      both: 'half from each side',
    }),
  }),
  obstacles: list(
    'In the way',
    group('Obstacle', {
      kind: required(choice('What', OBSTACLES)),
      name: text('Name', 60),
      answer: choice('What is done', {
        stop: 'end the taper at it',
        move: 'take it off',
        over: 'run over it',
      }),
      clearance: quantity('Clearance', 'length', 0, 0.2, 'mm', '10 mm until entered'),
      points: required(list('Points', point, 60)),
    }),
    20,
  ),
  begins: choice('Begins at', {
    damage: 'the damage',
    fairing: 'laminate is done: fair and finish',
  }),
  comesOff: list(
    'Comes off for it',
    group('Thing', {
      what: required(choice('What', namesOf(COMES_OFF))),
      name: text('Name', 60),
      count: quantity('How many', 'count', 1, 200, 'each', 'one until entered'),
      length: quantity('Length', 'length', 0.05, 30, 'm', '1 m until entered'),
      back: choice('Goes back', { same: 'the same', new: 'a new one' }),
    }),
    12,
  ),
  former: choice('Shape to lay against', {
    flat: 'flat or bent board',
    pieces: 'the broken pieces, taped',
    splash: 'mould splashed from the mirror side',
    foam: 'carved foam',
  }),
  laminate: group('Laminate', {
    order: choice('Lay order', { 'largest first': 'largest first', 'smallest first': 'smallest first' }),
    minimumStep: quantity('Minimum step', 'length', 0.001, 0.1, 'mm'),
    waste: quantity('Hand-work waste', 'fraction', 0, 1, '%'),
    groundCoat: quantity('Wet-out coat on the ground face', 'arealMass', 0, 2, 'g/m²'),
    plies: plies('New plies'),
    cover: choice('Cover ply', { no: 'none', yes: 'one fine ply over all' }),
    coverLap: quantity('Lap of the cover ply', 'length', 0, 0.2, 'mm', '25 mm until entered'),
    lie: choice('How the work lies', { flat: 'flat or nearly', vertical: 'upright', overhead: 'overhead' }),
  }),
  structure: list(
    'Structure inside',
    group('Member', {
      kind: required(choice('What', MEMBERS)),
      name: text('Name', 60),
      length: quantity('Length tabbed', 'length', 0.02, 10, 'mm'),
      plies: quantity('Tabbing plies', 'count', 1, 12, 'each'),
      cloth: productChoice('Tabbing cloth', products('cloth')),
      lap: quantity('Lap of the widest tab', 'length', 0.02, 0.5, 'mm'),
      props: quantity('Props', 'count', 0, 20, 'each'),
    }),
    12,
  ),
  repair: REPAIR,
  overrides: list(
    'STOPs that somebody has overridden',
    group('Override', {
      stop: required(text('STOP', 120)),
      reason: required(text('Reason', 400)),
      who: required(text('Who', 80)),
      at: required(instant('When')),
    }),
    40,
  ),
};
