import type { Broken } from './broken';
import type { WaySaid } from './check-codes';
import type { Refused, UnreadGrit } from './refused';

/** A moment that words name: ms since 1970, and the time zone in which the clock is read. */
export interface Moment {
  readonly ms: number;
  readonly zone: string;
}

/** What a delamination has let go. */
export type LetGo = 'skin' | 'plies' | 'veneer';

/** What is dressed and left. */
export type DressedHow = 'edge' | 'groove' | 'rim';

/** What holds a damage for now. */
export type HeldBy = 'tape' | 'lightPatch' | 'plate' | 'plug' | 'clamp' | 'lash' | 'leave';

/** Nothing to say beyond the code. */
type Plain = Readonly<Record<never, never>>;

/** Files of other kinds that are easily taken for a job file. */
export type OtherFile = 'pdf' | 'picture' | 'zip' | 'compressed' | 'markup' | 'backup' | 'plan';

/** What a traced outline can have wrong. */
export type OutlineFault =
  | { readonly kind: 'too few points'; readonly points: number }
  /** Numbers of the points after which two sides cross, from one. */
  | { readonly kind: 'crosses itself'; readonly between: readonly [number, number] }
  | { readonly kind: 'encloses nothing' };

/** Documents: what cannot be read, kept or understood of them. */
export interface DocumentProblems {
  'no-object': Plain;
  'more-bad-fields': { readonly count: number };
  'list-beyond': { readonly label: string; readonly count: number; readonly most: number };
  /** Letter of a place of the boat, and how many of its errors there are. */
  'place-not-planned': { readonly letter: string; readonly errors: number };
  'place-id': { readonly id: string; readonly why: 'twice' | 'first' | 'letters' };
  'many-unknown-fields': { readonly most: number };
  'field-refused': Refused;
  'unknown-field': { readonly name: string; readonly known: readonly string[]; readonly near?: string };
  'other-file': { readonly kind: OtherFile };
  'file-too-large': { readonly most: number };
  'file-empty': Plain;
  'file-no-json': Plain;
  'unknown-format': { readonly shown: string; readonly current: string };
  'other-kind-of-file': { readonly kind: OtherFile; readonly current: string };
  'newer-format': { readonly format: string; readonly current: string };
  'no-way-from-format': { readonly format: string; readonly current: string };
  'too-many-values': { readonly most: number };
  'text-too-long': { readonly most: number };
  'broken-character': Plain;
  'broken-field-name': Plain;
  'nested-too-deeply': { readonly most: number };
  'list-too-long': { readonly most: number };
  'too-many-fields': { readonly most: number };
  'product-id-twice': Plain;
  'product-without-name': Plain;
  'product-without-source': Plain;
  'cured-before-sanded': Plain;
  'override-of-another': { readonly product: string };
  needed: { readonly of: 'hull' | 'damage' | 'size'; readonly choices: readonly string[] };
  /** Entered, and of no use to this repair. */
  'not-used-here': { readonly labels: readonly string[]; readonly paths: readonly string[] };
  'job-not-foreseen': Plain;
  'stage-not-foreseen': Plain;
  'not-finite': { readonly label: string };
  'grit-unread': UnreadGrit;
  'habit-unread': UnreadGrit;
}

/** What was assumed, and what is odd about hull, damage and place. Lengths in m, temperatures in °C, shares as fractions. */
export interface SurveyProblems {
  'skin-assumed': { readonly cored: boolean; readonly thickness: number };
  'gel-coat-assumed': { readonly thickness: number };
  'core-assumed': { readonly thickness: number };
  'laminate-assumed': { readonly name: string };
  'temperature-assumed': { readonly temperature: number };
  'access-assumed': Plain;
  'duty-assumed': Plain;
  'size-as-extent': Plain;
  'first-look': Plain;
  'outline-fault': { readonly fault: OutlineFault; readonly hole: number };
  'meter-on-carbon': Plain;
  'meter-without-dry-spot': Plain;
  'depth-beyond-wall': { readonly depth: number; readonly wall: number };
  'leak-without-temperature': Plain;
  'leak-without-barometer': Plain;
  'leak-too-short': { readonly minutes: number };
  'leak-rises': { readonly pressure: number };
  leaks: { readonly share: number; readonly limit: number };
  'drying-mixed-scales': Plain;
  'drying-without-dry-spot': Plain;
  'drying-few-readings': { readonly count: number };
  'drying-not-falling': Plain;
  'wood-not-read': Plain;
  'wet-not-said': Plain;
  'leak-not-said': Plain;
  'dressed-only': { readonly how: DressedHow };
  'holds-for-now': { readonly means: HeldBy };
  'soft-core-behind': Plain;
  'foam-for-a-season': Plain;
  'patch-stays': Plain;
  'no-core-in-it': Plain;
  'kept-dry': Plain;
  'taken-as-told': { readonly of: 'coat' | 'matrix'; readonly taken: string };
  'told-differently': { readonly of: 'coat' | 'matrix'; readonly taken: string };
  'gouge-laminated': { readonly deep: number; readonly wall: number };
  'hole-not-plugged': { readonly diameter: number; readonly widest: number; readonly count: number };
  /** Drying by each means, s. */
  'drying-offer': {
    readonly by: 'open' | 'warm' | 'vacuum';
    readonly open: number;
    readonly warm: number;
    readonly vacuum: number;
  };
}

/** What the match of a system found. */
export interface SystemProblems {
  'damage-elsewhere': Plain;
  'no-chain-for-all': Plain;
  /** The rule that refused the most, and the other way of repairing where that holds. */
  'every-chain-refused': {
    readonly reason?: string;
    readonly remedy?: string;
    readonly way?: 'inject' | 'recore';
  };
  'chain-refused': { readonly reason?: string; readonly remedy?: string; readonly others: readonly string[] };
  'beyond-method': { readonly escalate: string; readonly upTo: number };
  'injected-area': { readonly area: number; readonly most: number };
}

/** What is opened and ground. */
export interface GrindProblems {
  'taper-fails-shear': { readonly ratio: number; readonly least: number };
  'taper-to-be-designed': { readonly ratio: number; readonly most: number; readonly own: boolean };
  'bevel-short': {
    readonly width: number;
    readonly reached: number;
    readonly carries: number;
    readonly plies: number;
    readonly of: number;
    readonly wanted: number;
    readonly ratio: number;
    readonly further: number;
    readonly sound: boolean;
  };
  'obstacle-in-taper': {
    readonly name: string;
    readonly room: number;
    readonly reach: number;
    readonly ratioLeft: number;
    readonly least: number;
    readonly way?: WaySaid;
  };
  'dish-with-floor': Plain;
  'inside-unreached': Plain;
  'skin-from-own-face': Plain;
  'only-gel-coat': { readonly depth: number; readonly gelCoat: number };
  'thin-skin': { readonly skin: number; readonly proud: number };
  'both-skins-from-outside': Plain;
  'peel-wanted': { readonly perM2: number };
  'edge-beyond-half': { readonly depth: number; readonly chord: number };
  'graphite-and-metal': { readonly metal: string };
  'hole-below-pin': { readonly pin: number };
  'section-lost': { readonly share: number; readonly limit: number };
  'plate-gone': { readonly thickness: number };
  'edge-too-sharp': { readonly radius: number; readonly least: number };
  'depth-beyond-sheet': { readonly thickness: number };
  'water-in-holes': Plain;
  'wood-too-wet': { readonly share: number; readonly limit: number };
  'scarf-too-short': { readonly ratio: number; readonly least: number };
  'no-depth': Plain;
  'no-gel-coat': Plain;
  'crazed-field': { readonly area: number; readonly most: number };
  'pieces-lost': Plain;
  'layer-not-here': { readonly layer: LetGo; readonly here: readonly LetGo[] };
  'grid-pitch': { readonly pitch: number; readonly least: number };
  'grid-without-room': {
    readonly length: number;
    readonly width: number;
    readonly pitch: number;
    readonly holes: number;
  };
}

/** What is laid, glued and mixed. Masses in kg, times in s. */
export interface LaminateProblems {
  'ply-beyond-dish': { readonly cloth: string; readonly low: number; readonly high: number };
  'stack-below-band': { readonly thickness: number; readonly low: number; readonly high: number };
  'stack-off-band': { readonly thickness: number; readonly low: number; readonly high: number };
  'ply-beyond-pot': { readonly plies: readonly number[]; readonly time: number; readonly mass: number };
  'pots-beyond-hands': { readonly pots: number; readonly most: number };
  'cup-too-small': {
    readonly peroxide: boolean;
    readonly instrument?: string;
    readonly error?: number;
    readonly tolerance: number;
    readonly least?: number;
  };
  'below-minimum': { readonly temperature: number; readonly minimum: number; readonly product: string };
  'beyond-doubling': { readonly temperature: number; readonly low: number; readonly high: number };
  'go-beyond-sheet': { readonly product: string; readonly wanted: number; readonly allowed: number };
  /** A share of catalyst for what is hardened by a second part of its own. */
  'peroxide-misplaced': { readonly product: string };
  'catalyst-share': {
    readonly product: string;
    readonly share: number;
    readonly least: number;
    readonly most: number;
  };
  'hardener-share': { readonly share: number; readonly low: number; readonly high: number };
  'patch-too-small': { readonly reach: number };
  'patch-beyond-tube': { readonly width: number; readonly girth: number };
  'light-in-split': Plain;
  'weld-peeled': Plain;
  'not-so-stiff': { readonly powder: string; readonly consistency: string };
  'free-mix-too-little': { readonly error: number; readonly tolerance: number; readonly least?: number };
  'epoxy-thinned': Plain;
  'thinner-share': { readonly share: number; readonly most: number };
  'tint-share': { readonly share: number; readonly most: number };
  'course-half-entered': Plain;
  'course-upside-down': { readonly low: number; readonly high: number };
  'logger-too-short': Plain;
}

/** What the forecast of a cure sees coming. */
export interface CureProblems {
  'not-cured': { readonly layer: string; readonly product: string };
  'soft-in-service': {
    readonly layer: string;
    readonly product: string;
    readonly glass: number;
    readonly service: number;
    readonly lead: number;
    /** A post-cure of so long, s, and at what it would do, °C; absent where no repair heat does. */
    readonly hours: number;
    readonly hold?: number;
  };
  'post-cure-too-hot': { readonly hold: number; readonly most: number; readonly core: boolean };
  'lamp-too-near': {
    readonly power: number;
    readonly distance: number;
    readonly face: number;
    readonly most: number;
    /** From this on it is far enough, m; absent where it is nowhere near. */
    readonly safe: number;
  };
  'never-sets': {
    readonly layer: string;
    readonly product: string;
    readonly minimum: number;
    readonly kept: number;
  };
  stalls: {
    readonly layer: string;
    readonly product: string;
    readonly minimum: number;
    readonly from: Moment;
    readonly to: Moment;
  };
  cools: {
    readonly layer: string;
    readonly product: string;
    readonly minimum: number;
    readonly coldest: number;
    readonly at: Moment;
  };
  /** Found by the inspector; `step` is the id of the step, and what is broken is told by its code. */
  'broken-gate': { readonly step: string; readonly broken: Broken };
  /** At the hour at which something is laid. */
  'cold-at-laying': {
    readonly product: string;
    readonly temperature: number;
    readonly minimum: number;
    readonly at: Moment;
  };
  'dew-at-laying': {
    readonly product: string;
    readonly temperature: number;
    readonly margin: number;
    readonly least: number;
    readonly at: Moment;
  };
  'never-full': { readonly product: string };
  /** s. */
  'pot-outlived': { readonly product: string; readonly takes: number; readonly life: number };
  'dew-while-curing': {
    readonly layer: string;
    readonly margin: number;
    readonly least: number;
    readonly at: Moment;
  };
  blush: { readonly layer: string; readonly humidity: number; readonly limit: number; readonly at: Moment };
  'heats-itself': {
    readonly layer: string;
    readonly peak: number;
    readonly limit: number;
    readonly at: Moment;
  };
  'foam-softens': { readonly layer: string; readonly peak: number; readonly limit: number };
  'stays-soft': { readonly layer: string };
  'sun-on-coat': Plain;
  'vapour-in-tent': { readonly vapour: Vapour };
  'lamp-over-styrene': Plain;
  'held-too-hot': { readonly temperature: number; readonly most: number };
  'film-too-damp': {
    readonly product: string;
    readonly temperature: number;
    readonly humidity: number;
    readonly limit: number;
  };
  'film-does-not-dry': { readonly product: string };
  'glue-out-of-range': {
    readonly product: string;
    readonly temperature: number;
    readonly low: number;
    readonly high: number;
  };
  'light-needed': { readonly product: string };
  'falls-below-minimum': {
    readonly product: string;
    readonly coldest: number;
    readonly minimum: number;
    readonly at: Moment;
  };
  /** s. */
  'go-broken-off': { readonly after: string; readonly before: string; readonly pause: number };
  'window-missed': {
    readonly task: string;
    /** s. */
    readonly late: number;
    /** What was put in before work goes on, and how long it takes, s. */
    readonly first: { readonly task: string; readonly takes: number };
  };
}

/** Vapours that burn. */
export type Vapour = 'styrene' | 'methacrylate' | 'solvent of the adhesive';

/** What is faired and finished. */
export interface FinishProblems {
  'gaps-without-area': { readonly count: number };
  /** Nothing was read on sound hull, m beyond the repair. */
  'level-of-itself': { readonly beyond: number };
  'hull-stands-proud': { readonly proud: number };
  'highs-stand': { readonly count: number; readonly highest: number };
  'scratches-old-coat': { readonly paper: string; readonly scratch: number; readonly coat: number };
  'shelf-too-coarse': { readonly finest: string; readonly wanted: number };
  'finish-left': { readonly below: boolean };
  'shelf-gap': { readonly coarser: string; readonly finer: string; readonly times: number };
  'shelf-without-paper': { readonly wanted: number };
  'faces-unlike': {
    readonly by: number;
    readonly at: number;
    readonly fuller: 'port' | 'starboard';
    readonly limit: number;
  };
  'gel-coat-too-thin': { readonly film: number; readonly levelling: number; readonly least: number };
  'coat-scratched-through': { readonly grit: number; readonly scratch: number; readonly coat: number };
  /** Areas in m². */
  'cans-on-large-face': { readonly area: number; readonly most: number; readonly cans: number };
  'dew-on-surface': { readonly dewPoint: number; readonly margin: number };
  'damp-dulls': { readonly humidity: number };
  'sun-on-wet-coat': Plain;
  'wind-on-coat': { readonly sprayed: boolean };
  'overspray-drifts': Plain;
  'barrier-too-thin': { readonly film: number; readonly least: number };
  'no-barrier': Plain;
  'slot-too-tight': { readonly coated: number; readonly slot: number; readonly play: number };
  'gel-coat-left': { readonly left: number; readonly least: number };
}

/** Every code with what its words need. */
export interface ProblemParams
  extends
    DocumentProblems,
    SurveyProblems,
    SystemProblems,
    GrindProblems,
    LaminateProblems,
    CureProblems,
    FinishProblems {}
export type ProblemCode = keyof ProblemParams;
