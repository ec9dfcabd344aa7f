import type { Filler, Finish } from './product';

const MIN = 60;
const H = 3600;
const D = 86400;

export const FILLERS: readonly Filler[] = [
  {
    id: 'epoxy-bubbles',
    role: 'fairing compound',
    name: 'Epoxy with glass bubbles, peanut butter',
    family: 'epoxy',
    kind: 'thickened',
    traits: ['opaque'],
    powder: { name: 'glass bubbles', partsPerHundred: 40, densityParticle: 220 },
    maximumPerGo: 0.01,
    source: 'typical of hollow glass bubbles in epoxy, closed-sphere density; 10–12 mm per go',
  },
  {
    id: 'epoxy-phenolic',
    role: 'fairing compound',
    name: 'Epoxy with phenolic balloons, peanut butter',
    family: 'epoxy',
    kind: 'thickened',
    traits: ['opaque'],
    powder: { name: 'phenolic balloons', partsPerHundred: 30, densityParticle: 250 },
    maximumPerGo: 0.01,
    merits: { ease: 0.75, water: 0.75, life: 0.8 },
    source: 'typical of phenolic microballoons in epoxy, closed-sphere density',
  },
  {
    id: 'polyester-putty',
    role: 'fairing compound',
    name: 'Polyester fairing putty',
    family: 'polyester',
    kind: 'putty',
    traits: ['talc', 'styrene', 'opaque'],
    proportion: { kind: 'cream', fraction: 0.02 },
    density: 1100,
    cure: {
      referenceTemperature: 25,
      potLife: 6 * MIN,
      sand: 0.5 * H,
      full: 0.5 * D,
      minimumTemperature: 10,
    },
    maximumPerGo: 0.004,
    pricePerKg: 9,
    source: 'typical of polyester fairing putties with cream hardener',
  },
];

export const FINISHES: readonly Finish[] = [
  {
    id: 'paint-2k',
    role: 'finish',
    name: 'Two-part paint',
    kind: 'paint',
    family: 'polyurethane',
    traits: ['isocyanate', 'opaque'],
    proportion: { kind: 'two-part', volumeRatio: 3, densityA: 1150, densityB: 1000 },
    densityLiquid: 1150,
    cure: {
      referenceTemperature: 25,
      potLife: 4 * H,
      window: { open: 3 * H, close: 24 * H, closesBy: 'cure' },
      sand: 16 * H,
      full: 7 * D,
      minimumTemperature: 10,
    },
    solids: 0.52,
    maximumPerCoat: 0.00005,
    pricePerM3: 38000,
    source: 'typical of two-part polyurethane topcoats, 52 % solids by volume; hardener density taken as 1.00',
  },
  {
    id: 'gel-coat',
    role: 'finish',
    name: 'Gel coat, unwaxed with waxed last coat',
    kind: 'gel coat',
    family: 'polyester',
    traits: ['styrene', 'opaque', 'polishable'],
    proportion: { kind: 'peroxide', percentByTemperature: 'catalyst-curve' },
    densityLiquid: 1250,
    cure: {
      referenceTemperature: 25,
      potLife: 15 * MIN,
      window: { open: 1 * H, close: 4 * H, closesBy: 'cure' },
      sand: 4 * H,
      full: 3 * D,
      minimumTemperature: 16,
    },
    // Gel coat cures to 85–90 % of its wet film; the middle of that band.
    solids: 0.875,
    maximumPerCoat: 0.00075,
    pricePerKg: 12,
    source: 'typical of brushing gel coats; cures to 85–90 % of its wet film',
  },
];
