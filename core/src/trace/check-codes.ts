type Plain = Readonly<Record<never, never>>;

/** What was held against what before the grinder starts, and how it stands. Lengths in m. */
export interface CheckParams {
  'room-there': Plain;
  'room-short': { readonly name: string; readonly room: number; readonly needed: number };
  'steps-fit': { readonly count: number; readonly step: number; readonly wanted: number };
  'steps-wide': {
    readonly count: number;
    readonly step: number;
    readonly stepped: number;
    readonly wanted: number;
  };
  'step-own': { readonly step: number };
  'step-held': { readonly lay: number; readonly own: number; readonly step: number; readonly ratio: number };
  'stack-fills': { readonly thickness: number };
  'stack-proud': { readonly gap: number };
  'stack-short': { readonly gap: number };
  'former-trapped': Plain;
  'backing-goes': { readonly backing: 'removable' | 'bonded'; readonly access: 'one' | 'both' };
  /** m² of a first ply on a face that does not hold it. */
  'ply-sags': { readonly area: number; readonly lie: 'vertical' | 'overhead' };
  'largest-first': Plain;
  'smallest-first': { readonly openEdges: boolean };
  /** New over old, least and most of the four compared. */
  stiff: { readonly low: number; readonly high: number };
  'stiffness-off': {
    readonly low: number;
    readonly high: number;
    readonly band: readonly [number, number];
    readonly why?: string;
  };
  'fibres-one-way': Plain;
}

/** A way out, as far as words need to know it. Lengths in m. */
export interface WayParams {
  'heavier-cloth': Plain;
  'smaller-step': { readonly step: number; readonly least: number };
  'hand-step': { readonly step: number };
  'drop-ply': Plain;
  'add-ply': Plain;
  'count-plies': Plain;
  'fill-fairing': { readonly gap: number };
  'bond-backing': Plain;
  'open-way-in': Plain;
  'smallest-first': Plain;
  'cover-ply': Plain;
  'proposed-stacks': Plain;
  'turn-plies': Plain;
  'both-sides': { readonly fits: boolean };
  steeper: { readonly sound: boolean; readonly shearAsks: number };
  'take-off': { readonly name: string };
  'run-over': { readonly name: string };
  'end-there': { readonly sound: boolean; readonly shearAsks: number };
}

type Tagged<P> = { readonly [C in keyof P]: { readonly code: C; readonly params: P[C] } }[keyof P];
export type CheckSaid = Tagged<CheckParams>;
export type WaySaid = Tagged<WayParams>;

/** Nothing to say beyond the code. */
export const plainly = <C extends string>(code: C): { readonly code: C; readonly params: Plain } => ({
  code,
  params: {},
});
