import type { Through } from '../materials/ways/cartridge';
import type { Instruments } from '../materials/instruments';
import type { Outline } from '../geometry/outline';
import type { Region } from '../geometry/region';
import type { Chain } from '../match/chain';
import type { AbradedMaterial } from '../materials/abrasives';
import type { Parts } from '../materials/parts';
import type { Library, Product } from '../materials/product';
import type { Job } from '../schema/job';
import type { SurveyResult } from '../survey/extent';
import type { ReadingMap } from '../survey/readings';
import type { Action } from '../work/actions';
import type { Item } from '../work/step';
import type { Figure } from '../trace/figure';
import type { Ledger } from '../trace/ledger';
import type { Stage } from '../trace/problem';
import type { UnitSymbol } from '../units/units';
import type { RepairDrawing } from './drawing';
import type { Taken } from './taken';
import type { Words } from '../trace/words';

/** What the plan knows when a kind of repair begins to work: nothing of it is worked out anew. */
export interface RepairInput extends Taken {
  readonly chain: Chain;
  readonly survey: SurveyResult;
  readonly readings?: ReadingMap;
  /** The job without its dates and names. */
  readonly job: Job;
  readonly conditions: Conditions;
  readonly library: Library;
  /** What the yard measures with. */
  readonly instruments?: Instruments;
}

/** Inputs of the plan that repairs look at, defaults filled in. */
export interface Conditions {
  readonly thickness: Figure;
  readonly gelCoat: Figure;
  readonly core?: Figure;
  readonly temperature: Figure;
  readonly humidity: Figure;
  readonly access: 'one' | 'both';
  readonly position: 'above' | 'below';
  readonly grade: 'workboat' | 'standard' | 'show';
  readonly waste: Figure;
  readonly hands: Figure;
  readonly dropsPerMl: Figure;
}

/** A figure that stands large at the head of its stage. */
export interface KeyFigure {
  readonly label: string;
  readonly figure: Figure;
  readonly as?: UnitSymbol;
  readonly decimals?: number;
}

export interface RepairTable {
  readonly caption: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly Words[])[];
}

/** A field of the job that a stage asks for, and what stands in for it until it is answered. */
export interface Ask {
  readonly path: string;
  readonly assumed?: Figure | string;
}

/** Sanding that a kind wants; the plan finds the papers on the yard's shelf. */
export interface SandRequest {
  readonly area: Figure;
  readonly stock: Figure;
  /** P grade that the next layer wants. */
  readonly end: number;
  readonly material: AbradedMaterial;
  readonly levels: boolean;
  /** What lies beneath or beside and sets how it is sanded: fibres of wood, veneer or the skin of a foil that is soon gone through, lead. */
  readonly over?: 'wood' | 'veneer' | 'thin skin' | 'lead';
}

/** One stage of a repair: what is asked, what comes out, and how it is told. */
export interface RepairSheet {
  readonly stage: Stage;
  readonly sentence: Words;
  readonly key: readonly KeyFigure[];
  readonly tables: readonly RepairTable[];
  readonly notes: readonly Words[];
  readonly asks: readonly Ask[];
  readonly sand?: SandRequest;
}

/** Something that is mixed: so many pots, all alike. */
export interface Pot {
  readonly id: string;
  readonly stage: Stage;
  readonly title: string;
  readonly about: string;
  readonly product: Product;
  readonly parts: Parts;
  readonly count: Figure;
  /** Of one pot, kg. */
  readonly mass: Figure;
  /** How much of what is mixed in one go is used, kg. */
  readonly need: Figure;
  /** How long it can be worked with by its sheet at the temperature of the plan, s. */
  readonly life: number;
  /** What is waited for once it lies. */
  readonly next: string;
  /** It comes out of a cartridge through a static mixer. */
  readonly through?: Through;
  /** Stirred into one pot. */
  readonly powder?: {
    readonly name: string;
    readonly mass: Figure;
    /** Into what is left when the thin part has been laid. */
    readonly intoRest?: true;
  };
}

/** What is used up; priced by the plan. */
export interface RepairMaterial {
  readonly id: string;
  readonly product: string;
  readonly use: string;
  readonly quantity: Figure;
  /** The product whose sheet states the price, where there is one. */
  readonly priced?: Product;
}

export interface RepairPattern {
  readonly id: string;
  readonly name: string;
  readonly material: string;
  readonly outline: Outline;
  /** What is cut out of it. */
  readonly holes?: readonly Outline[];
}

/** An action in all its variants, or in one of them. */
export type Doing = Action | readonly [action: Action, how: string];

/** Something that is said at a step: of its stage, and of the actions that it is about. */
export type SaidAt<T> = T & { readonly stage: Stage; readonly at?: readonly Doing[] };

/** A repair that is not laminate in a dish, worked out to the end. */
export interface RepairPlan {
  readonly kind: string;
  readonly name: string;
  readonly sheets: readonly RepairSheet[];
  /** Steps and what they wait for, in the order of the work. */
  readonly items: readonly Item[];
  /** What comes when the finish is on. */
  readonly later: readonly Item[];
  readonly pots: readonly Pot[];
  readonly materials: readonly RepairMaterial[];
  readonly cautions: readonly SaidAt<{ readonly text: string }>[];
  readonly acceptance: readonly SaidAt<{ readonly test: string; readonly pass: string }>[];
  readonly drawings: readonly RepairDrawing[];
  readonly patterns: readonly RepairPattern[];
  /** Outline of the ground that is worked and made good, m. */
  readonly ground?: Region;
  /** Face that the finish goes over and the length of its masking; absent where the kind sees to its own finish. */
  readonly coat?: { readonly area: Figure; readonly masking: Figure; readonly film?: Figure };
}

/** A kind of repair that writes sheets, steps, pots and drawings with the builder. */
export interface BuilderKind {
  readonly id: string;
  readonly name: string;
  takes(repair: Taken): boolean;
  /** It lays the barrier of its chain among its own steps. */
  readonly laysBarrier?: true;
  /** It fills over its primer, and sanding goes through to the ground: what is bare then is primed once more. */
  readonly primesAgain?: true;
  /** Done in minutes: looked over in a few, and handed over in passing. */
  readonly quick?: true;
  plan(input: RepairInput, ledger: Ledger): RepairPlan;
}
