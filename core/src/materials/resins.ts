import type { Resin } from './product';

const MIN = 60;
const H = 3600;
const D = 86400;
const EPOXY = 'typical of room-temperature laminating epoxies';
/** Pot of the worked job; epoxies and styrene resins alike get hot in larger ones. */
const LARGEST_POT = 0.4;

export const RESINS: readonly Resin[] = [
  {
    id: 'epoxy-slow',
    role: 'laminating resin',
    name: 'Slow laminating epoxy 5:1',
    family: 'epoxy',
    proportion: { kind: 'two-part', volumeRatio: 5, densityA: 1150, densityB: 1000 },
    densityLiquid: 1150,
    densityCured: 1150,
    cure: {
      referenceTemperature: 25,
      potLife: 30 * MIN,
      window: { open: 1.5 * H, close: 4 * H, closesBy: 'cure' },
      sand: 9 * H,
      full: 4 * D,
      minimumTemperature: 12,
    },
    maximumPerGo: 0.004,
    maximumPot: LARGEST_POT,
    pricePerKg: 24,
    source: EPOXY,
  },
  {
    id: 'epoxy-fast',
    role: 'laminating resin',
    name: 'Fast laminating epoxy 5:1',
    family: 'epoxy',
    proportion: { kind: 'two-part', volumeRatio: 5, densityA: 1150, densityB: 1020 },
    densityLiquid: 1150,
    densityCured: 1150,
    cure: {
      referenceTemperature: 25,
      potLife: 12 * MIN,
      window: { open: 0.6 * H, close: 1.7 * H, closesBy: 'cure' },
      sand: 4 * H,
      full: 3 * D,
      minimumTemperature: 5,
    },
    maximumPerGo: 0.0025,
    maximumPot: LARGEST_POT,
    pricePerKg: 25,
    source: EPOXY,
  },
  {
    id: 'vinyl-ester',
    role: 'laminating resin',
    name: 'Vinyl ester laminating resin',
    family: 'vinyl ester',
    proportion: { kind: 'peroxide', percentByTemperature: 'catalyst-curve' },
    densityLiquid: 1050,
    densityCured: 1130,
    cure: {
      referenceTemperature: 25,
      potLife: 20 * MIN,
      window: { open: 'gel', close: 24 * H, closesBy: 'time' },
      sand: 3 * H,
      full: 3 * D,
      minimumTemperature: 15,
    },
    maximumPerGo: 0.004,
    maximumPot: LARGEST_POT,
    pricePerKg: 11,
    source: 'typical of unwaxed vinyl ester laminating resins at 1.5 % peroxide',
  },
  {
    id: 'polyester',
    role: 'laminating resin',
    name: 'Polyester laminating resin, unwaxed',
    family: 'polyester',
    proportion: { kind: 'peroxide', percentByTemperature: 'catalyst-curve' },
    densityLiquid: 1100,
    densityCured: 1210,
    cure: {
      referenceTemperature: 25,
      potLife: 18 * MIN,
      window: { open: 'gel', close: 24 * H, closesBy: 'time' },
      sand: 3 * H,
      full: 3 * D,
      minimumTemperature: 15,
    },
    maximumPerGo: 0.004,
    maximumPot: LARGEST_POT,
    pricePerKg: 6,
    source: 'typical of unwaxed polyester laminating resins at 1.5 % peroxide',
  },
];
