/** What stands, lies or is away for some time: set by one step, and gone again by another. */
export type Thing =
  | 'fitting'
  | 'part'
  | 'props'
  | 'former'
  | 'board'
  | 'dam'
  | 'weights'
  | 'clamps'
  | 'cover'
  | 'tape'
  | 'tent'
  | 'heater'
  | 'lamps'
  | 'mats';

/** What can hurt at a step, whatever the words of its caution are. */
export type Hazard =
  | 'peroxide'
  | 'isocyanate'
  | 'styrene'
  | 'methacrylate'
  | 'solvent'
  | 'antifouling'
  | 'light'
  | 'lead'
  | 'hot'
  | 'cutting'
  | 'green epoxy'
  | 'acid water'
  | 'heavy part'
  | 'pressure'
  | 'spray';

/** A moment of what cures, as the inspector reckons it. */
export type Moment = 'opens' | 'closes' | 'sand' | 'full';

/** A gate that the placed work does not keep; times in s, temperatures in °C, names of products as they are sold. */
export type Broken =
  | { readonly gate: 'clean' | 'dewaxed' | 'abraded' | 'rinsed' | 'dry' }
  /** Something is done on a layer before it has come so far. */
  | { readonly gate: 'cured'; readonly product: string; readonly moment: Moment; readonly early: number }
  /** Something is done on a layer that never comes so far. */
  | { readonly gate: 'never'; readonly product: string; readonly moment: Moment }
  /** What lies there bonds no longer. */
  | { readonly gate: 'within'; readonly product: string; readonly late: number }
  | { readonly gate: 'bright'; readonly late: number }
  | {
      readonly gate: 'minimum';
      readonly product: string;
      readonly temperature: number;
      readonly least: number;
    }
  | { readonly gate: 'humidity'; readonly product: string; readonly humidity: number; readonly most: number }
  | { readonly gate: 'dew'; readonly product: string; readonly margin: number; readonly least: number }
  /** Spread out of a pot that is older than it lives. */
  | { readonly gate: 'pot'; readonly product: string; readonly age: number; readonly life: number }
  /** Something that cures is laid, and nothing was mixed for it. */
  | { readonly gate: 'mixed'; readonly product?: string }
  | { readonly gate: 'people'; readonly needed: number; readonly there: number }
  /** Taken away before what it holds is hard. */
  | { readonly gate: 'held'; readonly thing: Thing; readonly product: string; readonly early: number }
  /** Air or load before its time. */
  | { readonly gate: 'rest'; readonly product: string; readonly early: number }
  /** A rule refuses what the plan uses. */
  | {
      readonly gate: 'refused';
      readonly rule: string;
      readonly reason: string;
    }
  /** The system names it, and no step lays or uses it. */
  | { readonly gate: 'idle'; readonly product: string }
  /** What belongs before this step was not done before it. */
  | { readonly gate: 'before'; readonly what: 'trial' | 'check' | 'joint' }
  /** What was set up is never taken away again. */
  | { readonly gate: 'stays'; readonly thing: Thing }
  | { readonly gate: 'caution'; readonly of: Hazard };

export type BrokenGate = Broken['gate'];

/** A gate that is broken, and the step at which it is. */
export interface Finding {
  readonly step: string;
  readonly broken: Broken;
}
