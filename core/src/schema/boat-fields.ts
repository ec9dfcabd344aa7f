import { choice, eachOf, group, instant, list, quantity, required, text } from './field';

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

/** What holds for the whole boat. */
export const BOAT_FIELDS = {
  title: text('Title', 160),
  boat: group('Boat', {
    name: text('Boat', 120),
    owner: text('Owner', 120),
    kept: choice('Kept', {
      afloat: 'afloat, or on a mooring',
      trailer: 'on a trailer',
      ashore: 'ashore, dry',
    }),
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
};
