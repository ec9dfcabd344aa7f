/**
 * Products as data. All quantities in SI (kg, m, s, °C, Pa); prices in currency units per kg, m² or m³.
 * Every product carries a source note; figures stay `assumed` until a data sheet replaces them.
 */
export type ResinFamily = 'epoxy' | 'vinyl ester' | 'polyester';

/** How the two parts of a product are proportioned. */
export type Proportion =
  | {
      readonly kind: 'two-part';
      readonly volumeRatio: number;
      readonly densityA: number;
      readonly densityB: number;
    }
  | {
      readonly kind: 'peroxide';
      readonly percentByTemperature: 'catalyst-curve';
      /** Share by mass that a sheet or a job states, whatever the temperature. */
      readonly percent?: number;
      /** Decided on for the job. */
      readonly entered?: true;
    }
  | { readonly kind: 'cream'; readonly fraction: number; readonly entered?: true };

/** Cure behaviour as a data sheet states it: at 25 °C, pot life in a 100 g pot, the rest in a thin film. */
export interface CureSheet {
  readonly referenceTemperature: number;
  readonly potLife: number;
  /** When the next layer may go on without abrasion; `open` 'gel' where it starts as soon as the film has gelled. */
  readonly window?: {
    readonly open: number | 'gel';
    readonly close: number;
    readonly closesBy: 'cure' | 'time';
  };
  readonly sand: number;
  readonly full: number;
  readonly minimumTemperature: number;
  /** Times at a second temperature, where the sheet states them: they give the activation energy. */
  readonly second?: {
    readonly temperature: number;
    readonly potLife?: number;
    readonly opens?: number;
    readonly closes?: number;
    readonly sand?: number;
  };
}

/** When a sheet's window opens, s after laying; of a resin whose window opens as it gels, when its pot does. */
export const windowOpening = ({ window, potLife }: CureSheet): number | undefined =>
  window && (window.open === 'gel' ? potLife : window.open);

/** What rules look at besides role and family. */
export type ProductTrait =
  | 'solvent'
  | 'strong solvent'
  | 'dry'
  | 'water-borne'
  | 'coarse'
  | 'fine'
  | 'heat'
  | 'soft pad'
  | 'seals as it cuts'
  | 'styrene'
  | 'amine'
  | 'isocyanate'
  | 'opaque'
  | 'clear'
  | 'talc'
  | 'metal-filled'
  | 'five-minute'
  | 'moisture-cure'
  | 'light-cure'
  | 'flexible'
  | 'for low energy'
  | 'toughened'
  | 'thin'
  | 'thickened'
  | 'silica'
  | 'waxed'
  | 'unwaxed'
  | 'one-part'
  | 'aerosol'
  | 'copper'
  | 'quick fix'
  | 'cloth stitched'
  | 'brittle'
  | 'swells'
  | 'polishable'
  | 'wet-abraded'
  | 'gap filling'
  | 'for machine'
  | 'for board'
  | 'wet';

/**
 * How a product does against others, each 0 (worst) to 1 (best). Judged figures, assumed until experience says otherwise.
 * `health` is how little it burdens, `ease` how little skill it asks for, `field` how well it goes away from the shop.
 */
export interface Merits {
  readonly strength: number;
  readonly water: number;
  readonly life: number;
  readonly health: number;
  readonly ease: number;
  readonly field: number;
  /** How well the surface comes back to what it was. */
  readonly match: number;
}

/** Which fields of a product the yard has entered from a data sheet, and from which. */
export interface FromSheet {
  readonly fields: readonly string[];
  readonly sheet: string;
}

export interface Common {
  readonly id: string;
  readonly name: string;
  readonly source: string;
  readonly traits?: readonly ProductTrait[];
  readonly merits?: Partial<Merits>;
  /** Minutes of hands-on work that it adds to a small repair, judged. */
  readonly minutes?: number;
  /** How long a quick fix may stay, and what must come off before it is made permanent. */
  readonly quickFix?: { readonly lasts: string; readonly remove: string };
  readonly fromSheet?: FromSheet;
  /** Of a product of the yard's own: the product of the library that it was made after, whose behaviour it has. */
  readonly basedOn?: string;
  /** Made by the yard itself rather than an entry of the library. */
  readonly own?: boolean;
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
  readonly family: 'epoxy' | 'polyester' | 'vinyl ester';
  /** A putty bought ready (cream hardener), or a laminating resin of the same family thickened with a powder. */
  readonly kind: 'putty' | 'thickened';
  readonly proportion?: Proportion;
  readonly density?: number;
  readonly powder?: {
    readonly name: string;
    readonly partsPerHundred: number;
    readonly densityParticle: number;
  };
  readonly cure?: CureSheet;
  readonly maximumPerGo: number;
  /** Share of its thickness that it loses in curing. */
  readonly shrinkage: number;
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

export type ClothKind = 'mat' | 'woven' | 'stitched' | 'unidirectional' | 'peel ply';
export type Fibre = 'glass' | 'carbon' | 'aramid' | 'nylon';

export interface Cloth extends Common {
  readonly role: 'cloth' | 'peel ply';
  readonly kind: ClothKind;
  readonly family: Fibre;
  readonly binder?: 'emulsion';
  /** Fibre areal weight, kg/m². */
  readonly arealWeight: number;
  /** Share of it that is stitched mat, kg/m². */
  readonly matWeight?: number;
  /** Fibre weight fraction reached by hand lay-up. */
  readonly fibreFraction: number;
  readonly densityFibre: number;
  /** Modulus of the fibre along itself, Pa. */
  readonly fibreModulus: number;
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

/** Roles of products that the match and the stores know, but whose quantities no stage works out yet. */
export type SheetRole =
  | 'preparation'
  | 'cleaner'
  | 'primer'
  | 'tie coat'
  | 'adhesive'
  | 'weld rod'
  | 'fabric adhesive'
  | 'patch fabric'
  | 'plate'
  | 'core'
  | 'surface filler'
  | 'barrier coat'
  | 'coating'
  | 'second part'
  | 'powder'
  | 'abrasive'
  | 'consumable';

/** How a film dries or cures from the air, by its sheet. See cure/drying.ts. */
export interface DryingSheet {
  readonly kind: 'solvent' | 'moisture';
  /** Time until it may be joined or touched at the conditions of the sheet, s. */
  readonly open: number;
  /** Time until the tack is gone, s. */
  readonly closed: number;
  readonly temperature: number;
  readonly humidity: number;
  /** Film of the sheet as laid, m. */
  readonly film: number;
  /** Humidity above which moisture condenses on the chilled film, or foams it. */
  readonly humidityLimit: number;
}

/** A product as its data sheet has it. Everything but role and family is optional; what is missing is said to be missing. */
export interface Sheet extends Common {
  readonly role: SheetRole;
  /** Chemistry or material: what rules go by. */
  readonly family: string;
  readonly proportion?: Proportion;
  readonly densityLiquid?: number;
  readonly densityCured?: number;
  readonly density?: number;
  readonly cure?: CureSheet;
  readonly drying?: DryingSheet;
  readonly maximumPerGo?: number;
  readonly maximumPot?: number;
  /** By volume; of a can, of all that is in it. */
  readonly solids?: number;
  /** Of an antifouling: into the water no sooner, and no later, after its last coat, s. */
  readonly floatsAfter?: number;
  readonly floatsWithin?: number;
  /** Of a solvent: until it has gone off a wiped face at 20 °C, s. */
  readonly flash?: number;
  /** Powder of the library that it is thickened with, by parts per 100 of the mix. */
  readonly thickened?: { readonly powder: string; readonly parts: number };
  /** Share of pigment paste that is stirred into the resin before its hardener, by mass of the mix. */
  readonly pigment?: number;
  /** What a spray can holds, propellant included, m³. */
  readonly can?: number;
  readonly partsPerHundred?: readonly [number, number, number?];
  readonly densityParticle?: number;
  /** Of a powder as it lies in the tin, kg/m³. */
  readonly densityBulk?: number;
  /** Mean grain of an abrasive, m. */
  readonly grain?: number;
  /** Area that one piece of an abrasive lasts, m². */
  readonly life?: number;
  readonly pricePerPiece?: number;
  readonly thickness?: number;
  readonly pricePerKg?: number;
  readonly pricePerM2?: number;
  readonly pricePerM3?: number;
}

export type Product = Resin | Filler | Finish | Cloth | Sheet;
export type ProductRole = Product['role'];

export interface Library {
  readonly version: string;
  /** Every product, those of the lists below included. */
  readonly products: readonly Product[];
  readonly resins: readonly Resin[];
  readonly fillers: readonly Filler[];
  readonly finishes: readonly Finish[];
  readonly cloths: readonly Cloth[];
  readonly peelPly: Cloth;
  readonly oldLaminates: readonly OldLaminate[];
  /** Ultimate shear of a resin family on abraded cured laminate, Pa. */
  readonly bondShear: Readonly<Record<ResinFamily, number>>;
}

/** The product of the library that a product behaves as: itself, or what a yard's own was made after. */
export const modelOf = (p: Pick<Common, 'id' | 'basedOn'>): string => p.basedOn ?? p.id;

const ANTIFOULINGS: ReadonlySet<string> = new Set(['copper antifouling', 'copper-free antifouling']);
export const isAntifouling = (p: { readonly family: string }): boolean => ANTIFOULINGS.has(p.family);
