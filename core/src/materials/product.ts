/**
 * Products as data. All quantities in SI (kg, m, s, °C, Pa); prices in currency units per kg, m² or m³.
 * Every product carries a source note; figures stay `assumed` until a data sheet replaces them.
 */
export type ResinFamily = 'epoxy' | 'vinyl ester' | 'polyester';

/** How the two parts of a product are proportioned. */
export type Proportion =
  | { readonly kind: 'two-part'; readonly volumeRatio: number; readonly densityA: number; readonly densityB: number }
  | { readonly kind: 'peroxide'; readonly percentByTemperature: 'catalyst-curve' }
  | { readonly kind: 'cream'; readonly fraction: number };

/** Cure behaviour as a data sheet states it: at 25 °C, pot life in a 100 g pot, the rest in a thin film. */
export interface CureSheet {
  readonly referenceTemperature: number;
  readonly potLife: number;
  /** When the next layer may go on without abrasion; `open` 'gel' where it starts as soon as the film has gelled. */
  readonly window?: { readonly open: number | 'gel'; readonly close: number; readonly closesBy: 'cure' | 'time' };
  readonly sand: number;
  readonly full: number;
  readonly minimumTemperature: number;
}

interface Common {
  readonly id: string;
  readonly name: string;
  readonly source: string;
}

export interface Resin extends Common {
  readonly role: 'laminating resin';
  readonly family: ResinFamily;
  readonly proportion: Proportion;
  /** Density of the liquid before the second part, kg/m³ (part A of two-part products). */
  readonly densityLiquid: number;
  readonly densityCured: number;
  readonly cure: CureSheet;
  /** Thickest laminate laid in one go, m. */
  readonly maximumPerGo: number;
  /** Largest pot, kg. */
  readonly maximumPot: number;
  readonly pricePerKg: number;
}

export interface Filler extends Common {
  readonly role: 'fairing compound';
  readonly family: 'epoxy' | 'polyester';
  /** A putty bought ready (cream hardener), or a laminating resin of the same family thickened with a powder. */
  readonly kind: 'putty' | 'thickened';
  readonly proportion?: Proportion;
  readonly density?: number;
  readonly powder?: { readonly name: string; readonly partsPerHundred: number; readonly densityParticle: number };
  readonly cure?: CureSheet;
  readonly maximumPerGo: number;
  readonly pricePerKg?: number;
}

export interface Finish extends Common {
  readonly role: 'finish';
  readonly kind: 'paint' | 'gel coat';
  readonly family: 'polyurethane' | 'polyester';
  readonly proportion: Proportion;
  readonly densityLiquid: number;
  readonly cure: CureSheet;
  /** Solids by volume: dry film / wet film. */
  readonly solids: number;
  /** Thickest film of one coat as laid (wet for gel coat, dry for paint), m. */
  readonly maximumPerCoat: number;
  readonly pricePerKg?: number;
  readonly pricePerM3?: number;
}

export type ClothKind = 'mat' | 'woven' | 'stitched' | 'peel ply';

export interface Cloth extends Common {
  readonly role: 'cloth' | 'peel ply';
  readonly kind: ClothKind;
  readonly binder?: 'emulsion';
  /** Fibre areal weight, kg/m². */
  readonly arealWeight: number;
  /** Fibre weight fraction reached by hand lay-up. */
  readonly fibreFraction: number;
  readonly densityFibre: number;
  readonly rollWidth: number;
  readonly pricePerM2: number;
  /** Area wetted out by one pair of hands per second, m²/s. */
  readonly wetOutRate: number;
}

export interface OldLaminate extends Common {
  readonly role: 'old laminate';
  /** Design strength of the laminate, Pa, for the shear check of the taper. */
  readonly designStrength: number;
  readonly fibreFraction: number;
  readonly densityFibre: number;
  readonly densityResin: number;
}

export interface Library {
  readonly version: string;
  readonly resins: readonly Resin[];
  readonly fillers: readonly Filler[];
  readonly finishes: readonly Finish[];
  readonly cloths: readonly Cloth[];
  readonly peelPly: Cloth;
  readonly oldLaminates: readonly OldLaminate[];
  /** Ultimate shear of a resin family on abraded cured laminate, Pa. */
  readonly bondShear: Readonly<Record<ResinFamily, number>>;
}
