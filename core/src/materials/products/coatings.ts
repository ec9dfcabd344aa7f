import type { Sheet } from '../product';
import { cureRow, dryingRow, HOUR } from './cure-row';

/** Tie coats, primers and barrier coats. */
export const PRIMERS: readonly Sheet[] = [
  { id: 'tie-coat', role: 'tie coat', family: 'vinyl ester', name: 'Tie coat for gel coat over epoxy', traits: ['styrene'], proportion: { kind: 'cream', fraction: 0.02 }, densityLiquid: 1100, cure: cureRow(20, 3, 72, 16, { open: 1 * HOUR, close: 8 * HOUR, closesBy: 'cure' }), pricePerKg: 25, minutes: 20, source: 'typical of vinyl ester tie coats' },
  { id: 'primer-epoxy', role: 'primer', family: 'epoxy', name: 'Two-part epoxy primer', traits: ['amine'], proportion: { kind: 'two-part', volumeRatio: 1, densityA: 1400, densityB: 1000 }, densityLiquid: 1400, solids: 0.5, cure: cureRow(240, 12, 168, 10, { open: 4 * HOUR, close: 48 * HOUR, closesBy: 'cure' }), pricePerM3: 32000, minutes: 20, source: 'typical of two-part epoxy primers, 50 % solids by volume' },
  { id: 'primer-etch', role: 'primer', family: 'etch', name: 'Etch primer for aluminium and zinc', traits: ['thin'], densityLiquid: 900, cure: cureRow(480, 2, 24, 10), pricePerM3: 40000, minutes: 15, source: 'typical of acid etch primers' },
  { id: 'primer-wet-epoxy', role: 'primer', family: 'wet epoxy', name: 'Coat of unthickened epoxy, wet on wet', traits: ['thin', 'amine'], densityLiquid: 1150, pricePerKg: 24, minutes: 8, source: 'general practice: prime the joint before the thickened glue' },
  { id: 'primer-polyolefin', role: 'primer', family: 'polyolefin promoter', name: 'Adhesion promoter for polyolefins', traits: ['for low energy', 'solvent'], densityLiquid: 800, cure: cureRow(60, 0.5, 1, 10), pricePerM3: 90000, minutes: 8, source: 'typical of chlorinated polyolefin promoters' },
  { id: 'primer-rubber', role: 'primer', family: 'rubber primer', name: 'Primer for CSM rubber', traits: ['solvent', 'flexible'], densityLiquid: 870, cure: cureRow(60, 0.5, 1, 12), pricePerM3: 60000, minutes: 10, source: 'typical of halogenating or thinned-adhesive primers' },
];

export const BARRIERS: readonly Sheet[] = [
  { id: 'barrier-epoxy', role: 'barrier coat', family: 'epoxy', name: 'Epoxy barrier coat', traits: ['amine'], proportion: { kind: 'two-part', volumeRatio: 3, densityA: 1450, densityB: 1000 }, densityLiquid: 1350, solids: 0.6, maximumPerGo: 60e-6, cure: cureRow(90, 16, 168, 10, { open: 3 * HOUR, close: 48 * HOUR, closesBy: 'cure' }), pricePerM3: 35000, minutes: 40, source: 'typical of solvented epoxy barrier coats, 60 % solids by volume, 60 µm dry a coat' },
  { id: 'barrier-epoxy-sf', role: 'barrier coat', family: 'epoxy', name: 'Solvent-free epoxy barrier coat', traits: ['amine'], proportion: { kind: 'two-part', volumeRatio: 2, densityA: 1200, densityB: 1000 }, densityLiquid: 1150, solids: 1, maximumPerGo: 150e-6, cure: cureRow(30, 14, 168, 10, { open: 3 * HOUR, close: 24 * HOUR, closesBy: 'cure' }), pricePerM3: 40000, minutes: 45, merits: { health: 0.6, ease: 0.6 }, source: 'typical of solvent-free epoxy coatings, 150 µm a coat' },
];

/** Surface fillers for chips and scratches, and finishes whose quantities the finish stage does not work out yet. */
export const SURFACE_FILLERS: readonly Sheet[] = [
  { id: 'gel-coat-paste', role: 'surface filler', family: 'polyester', name: 'Waxed gel coat thickened with silica', traits: ['styrene', 'waxed', 'silica', 'opaque', 'polishable'], proportion: { kind: 'cream', fraction: 0.018 }, densityLiquid: 1280, density: 1280, cure: cureRow(15, 4, 72, 16), maximumPerGo: 0.002, pricePerKg: 16, minutes: 15, merits: { strength: 0.5, water: 0.7, life: 0.85, ease: 0.7, match: 0.95 }, source: 'typical of gel coat repair pastes' },
  { id: 'epoxy-surface', role: 'surface filler', family: 'epoxy', name: 'Epoxy thickened with silica', traits: ['amine', 'silica', 'opaque'], proportion: { kind: 'two-part', volumeRatio: 5, densityA: 1150, densityB: 1000 }, densityLiquid: 1180, cure: cureRow(30, 9, 96, 12), maximumPerGo: 0.006, pricePerKg: 27, minutes: 18, merits: { strength: 0.9, water: 0.95, life: 0.85, match: 0.3 }, source: 'typical of laminating epoxy with fumed silica' },
];

export const COATINGS: readonly Sheet[] = [
  { id: 'enamel-1k', role: 'coating', family: 'alkyd', name: 'One-part enamel', traits: ['one-part', 'opaque'], densityLiquid: 1050, solids: 0.5, cure: cureRow(480, 24, 240, 8), drying: dryingRow('solvent', 120, 1440, 80, 0.85), pricePerM3: 24000, minutes: 30, source: 'typical of one-part alkyd or urethane-alkyd enamels' },
  { id: 'varnish', role: 'coating', family: 'alkyd', name: 'UV-stable varnish', traits: ['one-part', 'clear'], densityLiquid: 920, solids: 0.45, cure: cureRow(480, 24, 240, 8), drying: dryingRow('solvent', 180, 1440, 80, 0.85), pricePerM3: 28000, minutes: 60, merits: { match: 0.95, life: 0.4 }, source: 'typical of UV-absorbing marine varnishes' },
  { id: 'clear-2k', role: 'coating', family: 'polyurethane', name: 'Two-part clear coat, UV-stable', traits: ['isocyanate', 'clear'], proportion: { kind: 'two-part', volumeRatio: 2, densityA: 1020, densityB: 1050 }, densityLiquid: 1020, solids: 0.5, cure: cureRow(240, 16, 168, 10), pricePerM3: 42000, minutes: 45, merits: { life: 0.9, health: 0.3, match: 0.95 }, source: 'typical of two-part polyurethane clears' },
  { id: 'paint-plastic', role: 'coating', family: 'acrylic', name: 'Flexible acrylic paint for plastics', traits: ['one-part', 'flexible', 'opaque'], densityLiquid: 950, solids: 0.3, cure: cureRow(480, 2, 48, 10), pricePerM3: 50000, minutes: 20, merits: { life: 0.55, ease: 0.9, match: 0.7 }, source: 'typical of plasticised acrylic paints' },
  { id: 'antifouling-copper', role: 'coating', family: 'copper antifouling', name: 'Copper antifouling', traits: ['copper', 'one-part', 'opaque'], densityLiquid: 1700, solids: 0.5, cure: cureRow(480, 10, 24, 5), pricePerM3: 45000, minutes: 30, merits: { health: 0.3, match: 0.7 }, source: 'typical of eroding copper antifoulings' },
  { id: 'antifouling-free', role: 'coating', family: 'copper-free antifouling', name: 'Copper-free antifouling', traits: ['one-part', 'opaque'], densityLiquid: 1200, solids: 0.5, cure: cureRow(480, 10, 24, 5), pricePerM3: 60000, minutes: 30, merits: { health: 0.4, match: 0.7 }, source: 'typical of copper-free antifoulings' },
  { id: 'polish', role: 'coating', family: 'polish', name: 'Cutting compound and wax', traits: ['polishable'], densityLiquid: 1000, pricePerM3: 25000, minutes: 40, merits: { life: 0.3, health: 0.9, ease: 0.8, match: 0.9, field: 0.8 }, source: 'general practice' },
  { id: 'renewer-fabric', role: 'coating', family: 'flexible polyurethane', name: 'Flexible coating for tubes', traits: ['flexible', 'opaque'], densityLiquid: 1050, solids: 0.45, cure: cureRow(240, 12, 72, 12), pricePerM3: 55000, minutes: 40, merits: { life: 0.5 }, source: 'typical of flexible tube coatings' },
];

/** Hardeners, catalysts, powders and what is thrown away afterwards. */
export const SECOND_PARTS: readonly Sheet[] = [
  { id: 'mekp', role: 'second part', family: 'peroxide', name: 'MEKP catalyst', densityLiquid: 1120, pricePerKg: 18, source: 'typical MEKP solution, 32 drops per ml until counted' },
  { id: 'cream-bpo', role: 'second part', family: 'peroxide', name: 'Cream hardener (benzoyl peroxide)', densityLiquid: 1200, pricePerKg: 30, source: 'typical 50 % paste' },
  { id: 'hardener-slow', role: 'second part', family: 'amine', name: 'Slow hardener 5:1', densityLiquid: 1000, pricePerKg: 28, source: 'typical of slow laminating epoxies' },
  { id: 'hardener-fast', role: 'second part', family: 'amine', name: 'Fast hardener 5:1', densityLiquid: 1020, pricePerKg: 28, source: 'typical of fast laminating epoxies' },
  { id: 'hardener-clear', role: 'second part', family: 'amine', name: 'Clear coating hardener 3:1', densityLiquid: 980, pricePerKg: 34, source: 'typical of clear coating epoxies' },
  { id: 'accelerator-fabric', role: 'second part', family: 'isocyanate', name: 'Accelerator for fabric adhesives', densityLiquid: 1150, pricePerKg: 60, source: 'typical isocyanate cross-linker, 4–5 %' },
  { id: 'wax-solution', role: 'second part', family: 'wax', name: 'Paraffin wax in styrene, 5 %', densityLiquid: 900, pricePerKg: 15, source: 'typical; 2–5 % of the last coat' },
];

const powder = (id: string, name: string, partsPerHundred: Sheet['partsPerHundred'], densityParticle: number, densityBulk: number): Sheet => ({
  id, role: 'powder', family: name.toLowerCase(), name, partsPerHundred, densityParticle, densityBulk, source: 'typical, parts by mass per 100 of resin',
});

/** Powders by parts per 100 of resin for ketchup, mayonnaise and peanut butter; graphite is never mixed that stiff. */
export const POWDERS: readonly Sheet[] = [
  powder('fumed-silica', 'Fumed silica', [3, 6, 9], 2200, 50),
  powder('microfibre', 'Microfibre', [6, 12, 20], 1500, 120),
  powder('glass-bubbles', 'Glass bubbles', [12, 25, 40], 220, 130),
  powder('phenolic-balloons', 'Phenolic balloons', [10, 20, 30], 250, 110),
  powder('wood-flour', 'Wood flour', [15, 30, 45], 1400, 200),
  powder('milled-glass', 'Milled glass', [20, 40, 60], 2550, 800),
  powder('graphite', 'Graphite', [15, 30], 2200, 400),
];
