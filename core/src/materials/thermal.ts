/** Heat in a material: W/(m·K), J/(kg·K), kg/m³. Source: typical handbook values, as every figure here. */
export interface Thermal {
  readonly conductivity: number;
  readonly heatCapacity: number;
  readonly density: number;
}

/** Cores that keep heat as foam does; the others as balsa. */
export const FOAM_CORES: ReadonlySet<string> = new Set([
  'pvc foam',
  'san foam',
  'polystyrene foam',
  'unknown foam',
  'honeycomb',
]);

export const THERMAL = {
  balsa: { conductivity: 0.05, heatCapacity: 2000, density: 150 },
  foam: { conductivity: 0.035, heatCapacity: 1500, density: 80 },
  wood: { conductivity: 0.15, heatCapacity: 1600, density: 550 },
  resin: { conductivity: 0.2, heatCapacity: 1400, density: 1150 },
  /** Paste with hollow spheres: half of it is gas. */
  lightPaste: { conductivity: 0.12, heatCapacity: 1300, density: 700 },
  steel: { conductivity: 50, heatCapacity: 460, density: 7850 },
  stainless: { conductivity: 16, heatCapacity: 500, density: 7950 },
  aluminium: { conductivity: 130, heatCapacity: 900, density: 2700 },
  lead: { conductivity: 35, heatCapacity: 130, density: 11340 },
  /** Sheet of polyethylene, ABS or the like. */
  plastic: { conductivity: 0.3, heatCapacity: 1700, density: 1000 },
  /** Coated fabric of tubes. */
  rubber: { conductivity: 0.18, heatCapacity: 1400, density: 1250 },
} as const satisfies Record<string, Thermal>;

/** Glass laminate at a density, kg/m³. */
export const laminateThermal = (density: number): Thermal => ({
  conductivity: 0.25,
  heatCapacity: 1150,
  density,
});

/** Density of a laminate of fibre and resin, kg/m³. Source: rule of mixtures by mass. */
export const laminateDensity = (fibreFraction: number, fibre: number, resin: number): number =>
  1 / (fibreFraction / fibre + (1 - fibreFraction) / resin);
