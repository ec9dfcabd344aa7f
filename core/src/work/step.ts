import type { Figure } from '../trace/figure';
import type { Stage } from '../trace/problem';
import type { Words } from '../trace/words';
import type { Action, Awaited, How } from './actions';
import type { Place } from './place';

/** What the words of a step or a wait are filled with: names as people gave them, numbers as they are counted. */
export type Fields = Readonly<Record<string, string | number>>;

/** Something that cures, as the forecast knows it. */
export interface Layer {
  readonly of: 'laminate' | 'bedding' | 'filler' | 'finish' | 'film';
  /** Group of plies, go of filler, or coat. */
  readonly number: number;
  readonly face?: 'outside' | 'inside';
  /** Of a film: id of the product of the chain that it is, and how thick it lies where it is thickest, m. */
  readonly product?: string;
  readonly thickness?: number;
}

type Variant = { readonly [A in Action]: { readonly action: A; readonly how: How<A> } }[Action];

/** Steps that are done again and again until something is so; how often is a figure with its range. */
export interface Round {
  /** Of what: as the id of a step, by what it is done for. */
  readonly id: string;
  readonly until: 'fair' | 'dry';
  /** Times that it is likely to take. */
  readonly likely: Figure;
}

/** Which of the cups that the plan works out part by part. */
export type Cup =
  | { readonly of: 'laminate'; readonly batch: number }
  | { readonly of: 'filler' }
  | { readonly of: 'coat' }
  | { readonly of: 'repair'; readonly id: string };

/** What a step mixes: so much of a product in each of so many pots. */
export interface InPots {
  /** Absent where the plan does not work out its parts. */
  readonly cup?: Cup;
  /** Id of the product. */
  readonly product: string;
  /** Of one pot, kg; absent where the plan does not work it out. */
  readonly mass?: Figure;
  readonly count?: Figure;
  /** How much of one pot is used, kg, where the plan works that out. */
  readonly need?: Figure;
  /** How long it can be worked with by its sheet at the temperature of the plan, s: by that it is decided who draws on it, and told is what the forecast finds. */
  readonly life?: number;
}

/** A step of another place of the boat, by the letter and the id of that place. */
export interface Together {
  readonly letter: string;
  readonly place: string;
  readonly step: string;
}

/** A row of the book of rates, and how much of it: once, metres, square metres, cubic metres. */
export interface Rated {
  readonly row: string;
  readonly amount: number;
}

/** One step of the work: data, no prose. Its words, its mark and its tools stand in the action book. */
export type Step = Variant & {
  /** `place.action@what it serves`: stays when others are put in or taken out. */
  readonly id: string;
  readonly stage: Stage;
  readonly place: Place;
  /** The layer, pot, surface or thing that it is done for. */
  readonly serves: string;
  readonly fields?: Fields;
  /** Working time of all hands together, s. */
  readonly work: Figure;
  /** What of that is setting up, s: the same is done at another place in the same go of work without it. */
  readonly setUp?: number;
  /** Rows of the book of rates that its time was reckoned by, and on how much: what is used up goes by them. */
  readonly rated?: readonly Rated[];
  /** Set-up and clean-up of the go that begins with it, within its working time, s. */
  readonly readying?: Figure;
  /** All of its working time that comes before it is begun: set-up of the go, record of the stage, s. */
  readonly beforehand?: number;
  /** People without whom it is not begun. */
  readonly people: number;
  /** Every hand that is there takes part, and it takes their share of the time; a pot is mixed by one. */
  readonly shared: boolean;
  /** Steps of one go follow one another at once: a mixed pot does not wait. */
  readonly go?: string;
  /** Lay numbers of the plies that it is about. */
  readonly plies?: readonly number[];
  /** Done again until something is so. */
  readonly round?: Round;
  /** Done where its test fails: not reckoned with, and once at the worst. */
  readonly failed?: Rework;
  /** Id of the step that it is once more. */
  readonly repeats?: string;
  /** Done once with a step of another place of the boat: its time and its pot are told there. */
  readonly together?: Together;
  /** What it mixes. */
  readonly pot?: InPots;
  /** Id of the product that it lays or bonds with, where no pot of its go says so. */
  readonly product?: string;
  /** The figures that are needed while it is done: a line, a size, a film. */
  readonly figures?: Words;
};

/** How it shows that something did not come out: a dull spot, bubbles, pinholes, runs or dust, haze, a trial that gives way. */
export type FailureSign = 'dull' | 'bubbles' | 'pinholes' | 'runs' | 'haze' | 'gave-way';

/** What is done where a test fails. */
export interface Rework {
  readonly sign: FailureSign;
  readonly steps: readonly Step[];
}

/** The window of the layer just laid, s from when it lies, and what is done first where it is missed. */
export interface Window {
  readonly opens: Figure;
  readonly closes: Figure;
  /** It is hard enough to be abraded, s from when it lies: before that nothing opens it again. */
  readonly hard?: Figure;
  readonly missed?: Step;
}

/** A layer, and the moment of its cure that is waited for. */
export interface Cures {
  readonly layer: Layer;
  readonly moment: 'opens' | 'sand' | 'full';
}

/** A layer that is laid one place after another, and the next over it in the same order: each place counts from its own laying, s. */
export interface OverFace {
  readonly laid: Figure;
  readonly next: Figure;
}

/** A film that dries: it grabs when its solvent is gone, and has lost its tack some time after that. */
export interface Dries {
  /** Id of the product of the chain. */
  readonly product: string;
  /** As laid, m. */
  readonly film: Figure;
  /** Whether its window shuts when the tack is gone; else what shuts it is said by the plan. */
  readonly untilTackGone: boolean;
}

/** A joint that rests before it is loaded. */
export interface Rests {
  /** Id of the adhesive. */
  readonly product: string;
  /** At 20 °C, s; the longer the colder. */
  readonly least: Figure;
}

/** How long is waited, and for what. */
export interface Lag {
  /** `place.what@what it serves`. */
  readonly id: string;
  readonly stage: Stage;
  readonly awaited: Awaited;
  readonly fields?: Fields;
  /** At the temperature of the plan, s; a forecast puts its own in its place. */
  readonly least: Figure;
  /** It ends at a moment that is known, ms since 1970: a forecast of drying. */
  readonly until?: number;
  /** It ends when a layer has come to a moment of its cure. */
  readonly cures?: Cures;
  /** It ends when a film has dried. */
  readonly dries?: Dries;
  /** It ends when a joint has rested. */
  readonly rests?: Rests;
  readonly window?: Window;
  /** Over a face that takes long; `least` and the window count from when the last of it lies all the same. */
  readonly over?: OverFace;
}

/** How soon one step has to follow another, and what is done first where it does not. */
export interface Most {
  readonly within: Figure;
  /** Counted from the beginning of the first of them: what it makes begins to be lost as it is made. Else from its end. */
  readonly since?: 'start';
  readonly missed: Step;
}

/**
 * From the end of one step to the start of another: what is waited for in between, one after the other, and how long at
 * the most, from the end of the first or from its start, where what it makes does not keep.
 */
export interface Link {
  /** Absent where it waits from the start of the job. */
  readonly from?: string;
  /** Absent where nothing follows: what is waited for before the boat is used. */
  readonly to?: string;
  readonly lags: readonly Lag[];
  readonly most?: Most;
}

/** The work of a job: its steps in the order in which one would tell them, and what each waits for. */
export interface Work {
  readonly steps: readonly Step[];
  readonly links: readonly Link[];
}

/** A step that may not come later than so long after another, by its id. */
export interface Soon extends Most {
  readonly after: string;
}

/** A step that comes no sooner than what is waited for after another is over, whatever stands between them. */
export interface Late {
  readonly after: string;
  readonly lag: Lag;
}

/**
 * A step or what is waited for, in the order of the work. A step **aside** is done at the bench: it waits for nothing of its
 * stage. A step **beside** comes so long after the step before it, while what follows goes on waiting from that. What is
 * told after either waits for it too. A step that comes **soon** after another is begun before what that one made is lost.
 */
export type Item =
  | {
      readonly step: Step;
      readonly aside?: true;
      readonly beside?: Lag;
      readonly soon?: Soon;
      readonly late?: Late;
    }
  | { readonly lag: Lag };
