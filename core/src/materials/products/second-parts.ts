import type { Sheet } from '../product';

/** Hardeners, catalysts, powders and what is thrown away afterwards. */
export const SECOND_PARTS: readonly Sheet[] = [
  {
    id: 'mekp',
    role: 'second part',
    family: 'peroxide',
    name: 'MEKP catalyst',
    densityLiquid: 1120,
    pricePerKg: 18,
    source: 'typical MEKP solution, 32 drops per ml until counted',
  },
  {
    id: 'cream-bpo',
    role: 'second part',
    family: 'peroxide',
    name: 'Cream hardener (benzoyl peroxide)',
    densityLiquid: 1200,
    pricePerKg: 30,
    source: 'typical 50 % paste',
  },
  {
    id: 'hardener-slow',
    role: 'second part',
    family: 'amine',
    name: 'Slow hardener 5:1',
    densityLiquid: 1000,
    pricePerKg: 28,
    source: 'typical of slow laminating epoxies',
  },
  {
    id: 'hardener-fast',
    role: 'second part',
    family: 'amine',
    name: 'Fast hardener 5:1',
    densityLiquid: 1020,
    pricePerKg: 28,
    source: 'typical of fast laminating epoxies',
  },
  {
    id: 'hardener-clear',
    role: 'second part',
    family: 'amine',
    name: 'Clear coating hardener 3:1',
    densityLiquid: 980,
    pricePerKg: 34,
    source: 'typical of clear coating epoxies',
  },
  {
    id: 'accelerator-fabric',
    role: 'second part',
    family: 'isocyanate',
    name: 'Accelerator for fabric adhesives',
    densityLiquid: 1150,
    pricePerKg: 60,
    source: 'typical isocyanate cross-linker, 4–5 %',
  },
  {
    id: 'pigment-epoxy',
    role: 'second part',
    family: 'pigment',
    name: 'Pigment paste for epoxy',
    densityLiquid: 1600,
    pricePerKg: 45,
    source: 'typical of solvent-free pastes ground in epoxy resin; polyester pastes are none for epoxy',
  },
  {
    id: 'wax-solution',
    role: 'second part',
    family: 'wax',
    name: 'Paraffin wax in styrene, 5 %',
    densityLiquid: 900,
    pricePerKg: 15,
    source: 'typical; 2–5 % of the last coat',
  },
];

const powder = (
  id: string,
  name: string,
  partsPerHundred: Sheet['partsPerHundred'],
  densityParticle: number,
  densityBulk: number,
  pricePerKg: number,
): Sheet => ({
  id,
  role: 'powder',
  family: name.toLowerCase(),
  name,
  partsPerHundred,
  densityParticle,
  densityBulk,
  pricePerKg,
  source: 'typical, parts by mass per 100 of resin',
});

/** Powders by parts per 100 of resin for ketchup, mayonnaise and peanut butter; graphite is never mixed that stiff. */
export const POWDERS: readonly Sheet[] = [
  powder('fumed-silica', 'Fumed silica', [3, 6, 9], 2200, 50, 30),
  powder('microfibre', 'Microfibre', [6, 12, 20], 1500, 120, 25),
  powder('glass-bubbles', 'Glass bubbles', [12, 25, 40], 220, 130, 28),
  powder('phenolic-balloons', 'Phenolic balloons', [10, 20, 30], 250, 110, 26),
  powder('wood-flour', 'Wood flour', [15, 30, 45], 1400, 200, 8),
  powder('milled-glass', 'Milled glass', [20, 40, 60], 2550, 800, 10),
  powder('graphite', 'Graphite', [15, 30], 2200, 400, 18),
];
