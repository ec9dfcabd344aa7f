import { RATES } from '../rates/book';
import type { QuantityKind, UnitSystem } from '../units/preferences';
import type { ValueOf } from './document-of';
import { choice, eachOf, group, instant, list, quantity, required, text, timeOfDay } from './field';

const KIND_LABELS: Record<QuantityKind, string> = {
  length: 'Lengths and thickness',
  film: 'Film thickness',
  area: 'Areas',
  volume: 'Volumes',
  mass: 'Masses',
  cloth: 'Weight of cloth',
  temperature: 'Temperatures',
  pressure: 'Strengths',
};

const SYSTEMS: Readonly<Record<QuantityKind, Readonly<Record<UnitSystem, string>>>> = {
  length: { metric: 'mm, m', us: 'in, ft' },
  film: { metric: 'µm', us: 'mil' },
  area: { metric: 'cm², m²', us: 'in², ft²' },
  volume: { metric: 'ml, l', us: 'US fl oz' },
  mass: { metric: 'g, kg', us: 'oz av, lb' },
  cloth: { metric: 'g/m²', us: 'oz/yd²' },
  temperature: { metric: '°C', us: '°F' },
  pressure: { metric: 'MPa', us: 'psi' },
};

const units = group(
  'Units',
  eachOf(KIND_LABELS, (label, kind) => choice(label, SYSTEMS[kind])),
);

const hours = group('Working hours', {
  days: required(
    choice('Days', {
      'mon-fri': 'Monday to Friday',
      'mon-sat': 'Monday to Saturday',
      daily: 'every day',
      always: 'round the clock',
    }),
  ),
  start: timeOfDay('From'),
  end: timeOfDay('To'),
});

const name = text('Name', 60);

/** What stands on the bench to measure with. Limits are those of sense. */
const instruments = group('Instruments', {
  scales: list(
    'Scales',
    group('Scale', {
      name,
      resolution: required(quantity('Reads to', 'mass', 0.00001, 0.1, 'g')),
      capacity: quantity('Up to', 'mass', 0.05, 200, 'g'),
    }),
    8,
  ),
  cups: list(
    'Cups',
    group('Cup', {
      name,
      volume: required(quantity('Holds', 'volume', 0.00001, 0.02, 'ml')),
      bottom: required(quantity('Width at the bottom, inside', 'length', 0.01, 0.5, 'mm')),
      top: required(quantity('Width at the top, inside', 'length', 0.01, 0.5, 'mm')),
    }),
    12,
  ),
  syringes: list(
    'Syringes',
    group('Syringe', {
      name,
      volume: required(quantity('Holds', 'volume', 0.0000005, 0.0005, 'ml')),
      graduation: required(quantity('Marked every', 'volume', 0.00000001, 0.00005, 'ml')),
    }),
    8,
  ),
  pumps: list(
    'Pumps',
    group('Pump set', {
      name,
      ratio: required(quantity('Built for, by volume', 'ratio', 0.5, 20, ':1')),
      stroke: required(quantity('One stroke of resin', 'volume', 0.000001, 0.0005, 'ml')),
    }),
    8,
  ),
  droppers: list(
    'Dropper bottles',
    group('Dropper bottle', {
      name,
      dropsPerMl: required(quantity('Drops in one ml', 'count', 5, 100, 'each')),
    }),
    8,
  ),
});

const PER = { s: '', 's/m': ', per metre', 's/m²': ', per m²', 's/m³': ', per litre' } as const;

/** The yard's own rates, row by row of the book; what stands here is reckoned with in place of the usual. */
const rates = group(
  'Rates',
  eachOf(RATES, ({ name, unit }) =>
    quantity(`${name.charAt(0).toUpperCase()}${name.slice(1)}${PER[unit]}`, 'time', 0, 48 * 3600, 'min'),
  ),
);

/** What the yard keeps about itself. */
export const SHOP_FIELDS = group('Shop', {
  name: text('Yard', 120),
  currency: text('Currency', 8),
  rates,
  labourPerHour: quantity('Labour per hour', 'money', 0, 1000, ':1'),
  temperature: quantity('Shop temperature', 'temperature', -20, 50, '°C'),
  humidity: quantity('Relative humidity', 'fraction', 0.05, 1, '%'),
  readAt: instant('Read at'),
  units,
  crew: list('Crew', group('Person', { name: required(text('Name', 80)) }), 40),
  hands: quantity('Hands on one job', 'count', 1, 6, 'each', 'how many work on the same repair at once'),
  hours,
  order: choice('Lay order', { 'largest first': 'largest first', 'smallest first': 'smallest first' }),
  epoxyFinish: choice('Finish over epoxy', { paint: 'paint', 'gel coat': 'gel coat' }),
  solventWipe: choice('Solvent wipe before bonding', { wipe: 'wipe', none: 'none' }),
  instruments,
  papers: list('Papers on the shelf', group('Paper', { id: required(text('Paper', 60)) }), 80),
  habit: text('Papers we usually go through', 80),
  ownPastes: list(
    'Pastes of our own',
    group('Paste', {
      id: required(text('Id', 40)),
      name: required(text('Name', 60)),
      ladder: required(
        list(
          'Let-downs',
          group('Let-down', {
            fraction: required(quantity('Paste in white gel coat', 'fraction', 0.0001, 0.2, '%')),
            L: required(quantity('L*, lightness', 'count', 0, 100, 'each')),
            a: required(quantity('a*, green to red', 'count', -100, 100, 'each')),
            b: required(quantity('b*, blue to yellow', 'count', -100, 110, 'each')),
          }),
          6,
        ),
      ),
    }),
    24,
  ),
  pastes: list('Pastes on the shelf', group('Paste', { id: required(text('Paste', 40)) }), 40),
});

/**
 * What the yard knows of itself, in SI. Anything missing falls back to a default and is shown as assumed: Monday
 * to Friday 08:00 to 17:00, one pair of hands, typical instruments, the usual papers, all characterised pastes.
 */
export type Shop = ValueOf<typeof SHOP_FIELDS, number>;
