import type { Sheet } from '../product';
import { cureRow, dryingRow } from './cure-row';

/** What holds a patch on an inflatable, and the patches. */
export const FABRIC_ADHESIVES: readonly Sheet[] = [
  { id: 'pu-fabric-2k', role: 'fabric adhesive', family: 'polyurethane', name: 'Two-part polyurethane fabric adhesive', traits: ['flexible', 'isocyanate', 'solvent'], proportion: { kind: 'cream', fraction: 0.05 }, densityLiquid: 870, density: 870, cure: cureRow(120, 24, 168, 12), drying: dryingRow('solvent', 12, 40, 200, 0.7), pricePerKg: 40, minutes: 45, source: 'typical of two-part vinyl adhesives, 5 % accelerator' },
  { id: 'pu-fabric-1k', role: 'fabric adhesive', family: 'polyurethane', name: 'One-part polyurethane (vinyl) adhesive', traits: ['flexible', 'one-part', 'solvent', 'quick fix'], densityLiquid: 870, cure: cureRow(240, 24, 72, 12), drying: dryingRow('solvent', 8, 30, 200, 0.75), pricePerKg: 45, minutes: 30, merits: { strength: 0.55, water: 0.6, life: 0.5, ease: 0.85, field: 0.85 }, quickFix: { lasts: 'a season; softens in hot sun', remove: 'peel with heat, scrape and wash off the old film before a two-part patch' }, source: 'typical of one-part vinyl adhesives' },
  { id: 'cr-fabric-2k', role: 'fabric adhesive', family: 'polychloroprene', name: 'Two-part polychloroprene fabric adhesive', traits: ['flexible', 'isocyanate', 'solvent'], proportion: { kind: 'cream', fraction: 0.05 }, densityLiquid: 880, density: 880, cure: cureRow(120, 24, 168, 15), drying: dryingRow('solvent', 10, 30, 200, 0.65), pricePerKg: 38, minutes: 60, source: 'typical of two-part polychloroprene adhesives, 5 % accelerator' },
  { id: 'heat-weld', role: 'fabric adhesive', family: 'heat weld', name: 'Hot-air weld with a roller', traits: ['heat', 'flexible'], pricePerKg: 0, minutes: 40, merits: { strength: 0.85, water: 1, life: 0.9, ease: 0.2, field: 0.15, health: 0.6 }, source: 'general practice with welded seams' },
  { id: 'fabric-tape', role: 'fabric adhesive', family: 'pressure-sensitive', name: 'Self-adhesive repair tape', traits: ['flexible', 'one-part', 'quick fix'], pricePerKg: 90, minutes: 5, merits: { strength: 0.25, water: 0.4, life: 0.15, ease: 1, field: 1, health: 0.95 }, quickFix: { lasts: 'hours to days at low pressure', remove: 'peel off and wash away all glue before a bonded patch' }, source: 'typical of acrylic repair tapes' },
];

export const PATCH_FABRICS: readonly Sheet[] = [
  { id: 'patch-pvc', role: 'patch fabric', family: 'pvc', name: 'PVC-coated patch fabric', traits: ['flexible'], thickness: 0.0009, pricePerM2: 30, source: 'typical 1100 dtex, 0.9 mm' },
  { id: 'patch-csm', role: 'patch fabric', family: 'rubber', name: 'CSM rubber patch fabric', traits: ['flexible'], thickness: 0.001, pricePerM2: 55, source: 'typical 1100 dtex, 1.0 mm' },
  { id: 'patch-tpu', role: 'patch fabric', family: 'tpu', name: 'TPU-coated patch fabric', traits: ['flexible'], thickness: 0.0006, pricePerM2: 50, source: 'typical 840 denier, 0.6 mm' },
];

/** Plates, cores and pieces of wood that a repair is built with. */
export const PLATES: readonly Sheet[] = [
  { id: 'plate-abs', role: 'plate', family: 'abs', name: 'ABS sheet, backing or patch', thickness: 0.003, pricePerM2: 25, minutes: 15, source: 'typical 3 mm sheet' },
  { id: 'plate-g10', role: 'plate', family: 'epoxy laminate', name: 'G10 plate', thickness: 0.003, pricePerM2: 95, minutes: 20, source: 'typical 3 mm plate' },
  { id: 'plate-ply', role: 'plate', family: 'plywood', name: 'Marine plywood, scarfed', thickness: 0.006, pricePerM2: 45, minutes: 45, source: 'typical 6 mm marine plywood' },
  { id: 'graving', role: 'plate', family: 'timber', name: 'Graving piece of like timber', pricePerM2: 120, minutes: 60, source: 'general practice: same species, grain along' },
  { id: 'bush-acetal', role: 'plate', family: 'acetal', name: 'Acetal bush', merits: { life: 0.9 }, minutes: 25, source: 'typical acetal bearing bush' },
  { id: 'bush-nylon', role: 'plate', family: 'nylon', name: 'Nylon bush', traits: ['swells'], minutes: 25, source: 'typical nylon 6 bush; swells in water' },
  { id: 'plate-pe', role: 'plate', family: 'polyethylene', name: 'Polyethylene patch of the same grade', thickness: 0.005, pricePerM2: 20, minutes: 20, source: 'typical 5 mm sheet or a piece of the hull' },
];

export const CORES: readonly Sheet[] = [
  { id: 'core-balsa', role: 'core', family: 'balsa', name: 'End-grain balsa core', density: 150, pricePerM2: 45, merits: { strength: 0.95, water: 0.3, life: 0.5 }, minutes: 30, source: 'typical end-grain balsa, 150 kg/m³' },
  { id: 'core-pvc', role: 'core', family: 'pvc foam', name: 'Cross-linked PVC foam core', density: 80, pricePerM2: 55, merits: { strength: 0.7, water: 0.95, life: 0.85 }, minutes: 25, source: 'typical cross-linked PVC foam, 80 kg/m³' },
  { id: 'core-san', role: 'core', family: 'san foam', name: 'SAN foam core', density: 85, pricePerM2: 65, merits: { strength: 0.75, water: 0.95, life: 0.85 }, minutes: 25, source: 'typical SAN foam, 85 kg/m³' },
  { id: 'core-ply', role: 'core', family: 'plywood', name: 'Plywood core under fittings', density: 550, pricePerM2: 40, merits: { strength: 0.9, water: 0.3, life: 0.5 }, minutes: 30, source: 'typical marine plywood' },
  { id: 'core-honeycomb', role: 'core', family: 'honeycomb', name: 'Paper or plastic honeycomb core', density: 60, pricePerM2: 50, merits: { strength: 0.8, water: 0.4, life: 0.6, ease: 0.3 }, minutes: 40, source: 'typical 60 kg/m³ honeycomb' },
];
