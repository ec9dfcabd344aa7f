import { DAMAGE_KINDS } from '../materials/damage-kinds';
import { IDENTIFICATION_TESTS } from '../materials/identification';
import { LIBRARY } from '../materials/library';
import type { ProductRole } from '../materials/product';
import { SUBSTRATES } from '../materials/substrates';
import { STAGES } from '../trace/problem';
import { STAGE_TITLES } from '../trace/stage-titles';
import {
  choice,
  eachOf,
  expected,
  group,
  instant,
  list,
  namesOf,
  pair,
  productChoice,
  quantity,
  required,
  text,
} from './field';
import { REPAIR } from './repairs';

export const JOB_FORMAT = 'nelbo-job/1';

const named = (list: readonly { id: string; name: string }[]): Record<string, string> =>
  Object.fromEntries(list.map((p) => [p.id, p.name]));

const size = pair('Size, along × up', quantity('size', 'length', 0.002, 3, 'mm'));

const shape = choice('Shape', { ellipse: 'ellipse', rectangle: 'rectangle', outline: 'traced outline' });

/** Products of the library with one of the roles, by id; products of the yard are taken besides. */
const products = (...roles: readonly ProductRole[]): Record<string, string> =>
  named(LIBRARY.products.filter((p) => roles.includes(p.role)));

const point = group('Point', {
  x: required(quantity('Along the hull', 'length', -3, 3, 'mm')),
  y: required(quantity('Up the hull', 'length', -3, 3, 'mm')),
});
const outline = list('Outline', point, 400);
/** A place on a photograph, as a share of its width from its upper left corner. */
const spot = group('Spot', {
  x: required(quantity('Across', 'fraction', 0, 1, '%')),
  y: required(quantity('Down', 'fraction', 0, 4, '%')),
});

/** Where the course of the air comes from. The forecast is a made-up stand-in and says so. */
export const AIR_COURSES = {
  steady: 'steady',
  'day and night': 'day and night',
  readings: 'as the logger read',
  forecast: 'stand-in for a forecast',
} as const;
export const WARMING = {
  none: 'nothing',
  tent: 'heated tent',
  lamp: 'infrared lamp',
  mat: 'heat mat',
} as const;
/** The face that one ply is laid on. */
export const FACES = { outside: 'outside', inside: 'inside' } as const;
/** Ways that a cloth may lie in the laminate. */
export const WAYS_OF_PLY = {
  '0/90': '0/90',
  '±45': '±45',
  '0': '0',
  '90': '90',
  '45': '45',
  '-45': '-45',
  any: 'any',
  '–': '–',
} as const;
/** A ply as found in the old hull, or as wanted in the new one. */
const ply = group('Ply', {
  cloth: required(productChoice('Cloth', products('cloth'))),
  way: choice('Way', WAYS_OF_PLY),
  side: choice('Face', FACES),
});
const plies = (label: string) => list(label, ply, 60);
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

/** Names of presets and criteria; the match holds what they mean (its own spec keeps the two alike). */
const PRESET_NAMES = {
  'good as new': 'good as new',
  'by the weekend': 'by the weekend',
  'get home': 'get home',
  'cheapest sound job': 'cheapest sound job',
  'least exposure': 'least exposure',
};
const CRITERION_LABELS = {
  bond: 'bond',
  strength: 'strength',
  water: 'water resistance',
  life: 'durability',
  time: 'time to float',
  hands: 'hands-on hours',
  cost: 'material cost',
  skill: 'skill needed',
  health: 'health burden',
  match: 'finish match',
  field: 'repair in the field',
};

/** A colour as L*a*b* under D65. Limits are those of surfaces. */
const lab = {
  L: required(quantity('L*, lightness', 'count', 0, 100, 'each')),
  a: required(quantity('a*, green to red', 'count', -100, 100, 'each')),
  b: required(quantity('b*, blue to yellow', 'count', -100, 110, 'each')),
};

/** Every field of a job file, with its limits. Limits are those of sense (a hull is not 1 m thick), not of taste. */
export const JOB_FIELDS = group('Job', {
  format: required(text('Format', 40)),
  title: text('Title', 160),
  boat: group('Boat', {
    name: text('Boat', 120),
    owner: text('Owner', 120),
  }),
  hull: required(
    group('Hull', {
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
      matrix: choice('Resin of the hull', {
        polyester: 'polyester',
        'vinyl ester': 'vinyl ester',
        epoxy: 'epoxy',
      }),
      fibre: choice('Fibre of the hull', { glass: 'glass', carbon: 'carbon', aramid: 'aramid' }),
      core: choice('Core of the hull', {
        balsa: 'balsa',
        plywood: 'plywood',
        'pvc foam': 'PVC foam',
        'san foam': 'SAN foam',
        'polystyrene foam': 'polystyrene foam',
        honeycomb: 'honeycomb',
      }),
      coat: choice('Coat on it', { 'gel coat': 'gel coat', paint: 'paint', bare: 'bare' }),
      clear: choice('Finished clear', { no: 'no', yes: 'yes, grain or weave is to show' }),
      contaminant: choice('On the surface', {
        none: 'nothing known',
        wax: 'polish or wax',
        silicone: 'silicone',
        oil: 'oil or fuel',
        sealant: 'old sealant or sticker glue',
        salt: 'salt',
      }),
      laminate: choice('Old laminate', named(LIBRARY.oldLaminates)),
      thickness: quantity(
        'Laminate thickness',
        'length',
        0.001,
        0.06,
        'mm',
        'laminate only, without gel coat or paint',
      ),
      gelCoat: quantity('Old gel coat', 'length', 0, 0.003, 'mm'),
      coreThickness: quantity('Core thickness', 'length', 0.002, 0.1, 'mm'),
      plies: plies('Old plies'),
    }),
  ),
  damage: required(
    group('Damage', {
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
        parts: 'holds in parts',
        loose: 'lifts at the edges',
        gone: 'comes off in the hand',
      }),
      wet: choice('Moisture', { dry: 'dry', damp: 'damp', wet: 'wet' }),
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
    }),
  ),
  access: choice('Reachable from', { one: 'one side', both: 'both sides' }),
  backing: choice('Backing', { removable: 'removable former', bonded: 'bonded, stays in' }),
  duty: choice('Duty', {
    cosmetic: 'cosmetic feather 5:1',
    light: 'light load 8:1',
    general: 'general 12:1',
    high: 'high load 20:1',
  }),
  grade: choice('Finish grade', { workboat: 'workboat', standard: 'standard', show: 'show' }),
  lasts: choice('How long it must last', {
    weekend: 'a weekend',
    season: 'a season',
    'for good': 'for good',
  }),
  priorities: group('What matters', {
    preset: choice('What matters', PRESET_NAMES),
    weights: group(
      'Weights',
      eachOf(CRITERION_LABELS, (label) => quantity(label, 'count', 0, 10, 'each')),
    ),
  }),
  conditions: group('Conditions', {
    place: choice('Where the work is done', {
      shop: 'in the shop',
      tent: 'under a tent',
      'open air': 'in the open air',
      beach: 'on the beach',
    }),
    temperature: quantity('Temperature at the work', 'temperature', -20, 50, '°C'),
    humidity: quantity('Relative humidity', 'fraction', 0.05, 1, '%'),
    air: choice('How the air goes', AIR_COURSES),
    low: quantity('Coldest, towards sunrise', 'temperature', -20, 50, '°C'),
    high: quantity('Warmest, after noon', 'temperature', -20, 60, '°C'),
    readings: list(
      'Readings of the logger',
      group('Reading', {
        at: required(instant('Read at')),
        temperature: required(quantity('Temperature', 'temperature', -40, 80, '°C')),
        humidity: quantity('Relative humidity', 'fraction', 0.01, 1, '%'),
      }),
      600,
    ),
    sky: choice('Sky', { cloud: 'cloud', clear: 'clear' }),
    sun: choice('Sun on the work', { no: 'shade', yes: 'sun' }),
    shade: choice('Colour of the face', { light: 'light', dark: 'dark' }),
  }),
  warmth: group('Warming', {
    kind: choice('Warm with', WARMING),
    temperature: quantity('Held at', 'temperature', 10, 70, '°C', '25 °C until entered'),
    power: quantity('Lamp', 'power', 50, 6000, 'W', '500 W until entered'),
    distance: quantity('Lamp to the face', 'length', 0.15, 3, 'mm', '800 mm until entered'),
    from: choice('From', { gel: 'gel on', start: 'the beginning' }),
    hours: quantity('For', 'time', 1800, 7 * 86_400, 'h', '12 h until entered'),
  }),
  cure: group('Cure', {
    service: quantity(
      'Warmest in use',
      'temperature',
      20,
      90,
      '°C',
      '35 °C, a dark face 50 °C, until entered',
    ),
    postCure: choice('Post-cure', { no: 'no', yes: 'yes, in a tent' }),
    hold: quantity('Post-cure held at', 'temperature', 30, 90, '°C', '50 °C until entered'),
    hours: quantity('Post-cure held for', 'time', 3600, 72 * 3600, 'h', '8 h until entered'),
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
  }),
  fairing: group('Fairing', {
    edge: choice('Read under', { batten: 'batten, bent', 'straight edge': 'straight edge' }),
    tolerance: quantity('Fair within', 'length', 0.00005, 0.005, 'mm', 'by the finish grade until entered'),
    cutLimit: quantity('Highs may be cut by', 'length', 0, 0.01, 'mm', '1 mm until entered'),
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
  schedule: group('Schedule', {
    start: instant('Start'),
    wanted: instant('Wanted by'),
    done: list(
      'Stages done',
      group('Stage done', {
        stage: required(choice('Stage', STAGE_TITLES)),
        at: required(instant('Done at')),
      }),
      STAGES.length,
    ),
  }),
});
