/** Chemistry of a cure, with the shape of its kinetics. A data sheet fits the rate and, with two temperatures, E. */
export interface CureClass {
  readonly id: CureClassId;
  readonly name: string;
  /** Exponents of dα/dt = (k1 + k2·α^m)·(1 − α)^n. */
  readonly m: number;
  readonly n: number;
  /** k1/k2. */
  readonly start: number;
  /** Activation energy, J/mol. */
  readonly activation: number;
  /** Heat of the whole reaction, J per kg of resin. */
  readonly heat: number;
  /** Degree of cure at which it gels. */
  readonly gel: number;
  /** Degree of cure at which the next layer begins, and ceases, to bond. No `close` where time alone shuts it. */
  readonly window?: { readonly open: number; readonly close?: number };
  readonly sand: number;
  /** Glass temperature of the liquid and of the fully cured resin, °C, and DiBenedetto's λ. */
  readonly glass: { readonly liquid: number; readonly cured: number; readonly lambda: number };
  /** A peroxide works only after the inhibitor is used up. */
  readonly peroxide: boolean;
  readonly source: string;
}

export type CureClassId = 'epoxy' | 'polyester' | 'vinyl ester' | 'methacrylate';

/** Shapes by class. Typical of room-temperature systems; assumed until a laboratory says otherwise. */
export const CURE_CLASSES: Readonly<Record<CureClassId, CureClass>> = {
  epoxy: {
    id: 'epoxy',
    name: 'epoxy–amine',
    m: 0.8,
    n: 1.6,
    start: 0.04,
    activation: 51_200,
    heat: 430_000,
    gel: 0.58,
    window: { open: 0.35, close: 0.7 },
    sand: 0.85,
    glass: { liquid: -35, cured: 78, lambda: 0.4 },
    peroxide: false,
    source: 'typical of room-temperature epoxy–amine systems',
  },
  polyester: {
    id: 'polyester',
    name: 'polyester + peroxide',
    m: 0.9,
    n: 1.2,
    start: 0.05,
    activation: 55_000,
    heat: 360_000,
    gel: 0.08,
    window: { open: 0.08 },
    sand: 0.65,
    glass: { liquid: -50, cured: 95, lambda: 0.45 },
    peroxide: true,
    source: 'typical of room-temperature unsaturated polyester',
  },
  'vinyl ester': {
    id: 'vinyl ester',
    name: 'vinyl ester + peroxide',
    m: 0.9,
    n: 1.2,
    start: 0.05,
    activation: 55_000,
    heat: 380_000,
    gel: 0.1,
    window: { open: 0.1 },
    sand: 0.7,
    glass: { liquid: -50, cured: 110, lambda: 0.45 },
    peroxide: true,
    source: 'typical of room-temperature vinyl ester',
  },
  methacrylate: {
    id: 'methacrylate',
    name: 'methacrylate',
    m: 0.9,
    n: 1.1,
    start: 0.03,
    activation: 50_000,
    heat: 330_000,
    gel: 0.15,
    sand: 0.8,
    glass: { liquid: -40, cured: 95, lambda: 0.45 },
    peroxide: false,
    source: 'typical of methacrylate adhesives',
  },
};

/** The class of a chemistry by its name in the library. @returns undefined where no class describes it (a paint, a solvent cement) */
export const cureClassOf = (family: string): CureClass | undefined =>
  Object.hasOwn(CURE_CLASSES, family) ? CURE_CLASSES[family as CureClassId] : undefined;
