import type { DamageKind } from '../materials/damage-kinds';
import type { Duty } from '../materials/defaults';
import type { Stage } from '../trace/problem';
import type { RepairFacts } from './repairs';

export type Shape = 'ellipse' | 'rectangle' | 'outline';
export type Extent = 'first look' | 'true extent';
export type LayOrder = 'largest first' | 'smallest first';
/** Which face is ground and laid up: the one that is seen, the one within the boat, or both to mid-thickness. */
export type TaperSide = 'outside' | 'inside' | 'both';
/** The face that one ply is laid on. */
export type Face = 'outside' | 'inside';
/** How a ply lies: along the hull is 0. */
export type Way = '0/90' | '±45' | '0' | '90' | '45' | '-45' | 'any' | '–';
export type ObstacleKind = 'fitting' | 'window' | 'chine' | 'hull edge' | 'frame' | 'stem';
export type MemberKind = 'stringer' | 'floor' | 'bulkhead' | 'core end';

/** A quantity as it may be written in a document: SI number (°C for temperature), or a text with its unit. */
export type Written = number | string;

/** One dated discovery of how far the damage goes. Q is `number` once read, `Written` in a document. */
export interface Finding<Q = number> {
  at: string;
  extent: Extent;
  shape?: Shape;
  size: [Q, Q];
  /** Corners of a traced outline, x along the hull and y up it. */
  outline?: { x: Q; y: Q }[];
  /** Further holes that belong to the same repair, in the same frame. */
  holes?: { outline: { x: Q; y: Q }[] }[];
  tracing?: Tracing<Q>;
  method?: string;
  who?: string;
  note?: string;
}

/** A place on a photograph, as shares of its width. */
export interface Spot<Q = number> {
  x: Q;
  y: Q;
}

/** How an outline was taken off a photograph. */
export interface Tracing<Q = number> {
  photo: string;
  by: 'length' | 'rectangle';
  reference: Spot<Q>[];
  length: Q;
  width?: Q;
  spots: Spot<Q>[];
}

/** A tap or a moisture reading at a place of the outline. */
export interface Reading<Q = number> {
  at?: string;
  x: Q;
  y: Q;
  tap?: 'sound' | 'dull' | 'dead';
  moisture?: Q;
  who?: string;
}

/** Something on the hull that the ground has to reckon with, in the frame of the findings. */
export interface Obstacle<Q = number> {
  kind: ObstacleKind;
  name?: string;
  /** The taper ends at it, it is taken off for the repair, or the taper runs over it. */
  answer?: 'stop' | 'move' | 'over';
  clearance?: Q;
  points: { x: Q; y: Q }[];
}

/** A ply as found in the old hull, or as wanted in the new one. */
export interface PlyChoice {
  cloth: string;
  way?: Way;
  side?: Face;
}

/** A stringer, floor, bulkhead or core end that is tabbed to the hull. */
export interface Member<Q = number> {
  kind: MemberKind;
  name?: string;
  length?: Q;
  plies?: Q;
  cloth?: string;
  /** Lap of the widest tab on each of the two faces. */
  lap?: Q;
  props?: Q;
}

/** What was asked for, link by link; what is not named is left to the match. */
export interface SystemChoice {
  resin?: string;
  cloth?: string;
  filler?: string;
  finish?: string;
  bond?: string;
  patch?: string;
  coring?: string;
  prep?: string;
  clean?: string;
  prime?: string;
  barrier?: string;
}

/** What is looked at before a finish is handed over, and how it stands. */
export type CheckId = 'level' | 'gloss' | 'halo' | 'pinholes' | 'tap' | 'film' | 'colour' | 'photos';
export type CheckResult = 'pass' | 'fail' | 'deferred';

/** Gaps under an edge, read in one go. */
export interface FairingRound<Q = number> {
  at: string;
  who?: string;
  readings: { x: Q; y: Q; gap: Q }[];
}

/** A colour as L*a*b* under D65. */
export interface LabValues<Q = number> {
  L: Q;
  a: Q;
  b: Q;
}

/** A paste and its mass per mass of base. */
export interface PasteShare<Q = number> {
  paste: string;
  fraction: Q;
}

/** The technical description of a job. `JobOf<Written>` is the document; `Job` is what it says, in SI. */
export interface JobOf<Q> {
  format: string;
  title?: string;
  boat?: { name?: string; owner?: string };
  hull: {
    material?: string;
    evidence?: { test: string; outcome: string; at?: string; who?: string }[];
    matrix?: 'polyester' | 'vinyl ester' | 'epoxy';
    fibre?: 'glass' | 'carbon' | 'aramid';
    core?: string;
    coat?: 'gel coat' | 'paint' | 'bare';
    clear?: 'yes' | 'no';
    contaminant?: string;
    laminate?: string;
    thickness?: Q;
    gelCoat?: Q;
    coreThickness?: Q;
    plies?: PlyChoice[];
  };
  damage: {
    kind?: DamageKind;
    depth?: Q;
    count?: Q;
    pattern?: string;
    pieces?: string;
    layer?: string;
    density?: Q;
    seam?: Q;
    valve?: string;
    holds?: string;
    wet?: 'dry' | 'damp' | 'wet';
    meter?: { scale?: 'relative' | 'wood'; dry?: Q };
    readings?: Reading<Q>[];
    where?: string;
    position?: 'above' | 'below';
    shape?: Shape;
    size?: [Q, Q];
    findings?: Finding<Q>[];
  };
  access?: 'one' | 'both';
  backing?: 'removable' | 'bonded';
  duty?: Duty;
  grade?: 'workboat' | 'standard' | 'show';
  lasts?: 'weekend' | 'season' | 'for good';
  priorities?: { preset?: string; weights?: Record<string, Q> };
  conditions?: {
    place?: string;
    temperature?: Q;
    humidity?: Q;
    air?: 'steady' | 'day and night' | 'readings' | 'forecast';
    low?: Q;
    high?: Q;
    readings?: { at: string; temperature: Q; humidity?: Q }[];
    sky?: 'cloud' | 'clear';
    sun?: 'no' | 'yes';
    shade?: 'light' | 'dark';
  };
  warmth?: {
    kind?: 'none' | 'tent' | 'lamp' | 'mat';
    temperature?: Q;
    power?: Q;
    distance?: Q;
    from?: 'gel' | 'start';
    hours?: Q;
  };
  mix?: { perGo?: Q; fillPerGo?: Q; pot?: Q };
  system?: SystemChoice;
  fairing?: {
    edge?: 'batten' | 'straight edge';
    tolerance?: Q;
    cutLimit?: Q;
    blade?: Q;
    rounds?: FairingRound<Q>[];
  };
  sanding?: { start?: string; end?: string; fine?: 'wet' | 'dry' };
  coat?: { method?: 'brush' | 'roller' | 'spray'; thinner?: Q; film?: Q; wind?: 'calm' | 'breeze' | 'wind' };
  colour?: {
    readings?: ({
      at?: string;
      where: 'as found' | 'polished' | 'sheltered';
      by?: 'reader' | 'typed' | 'photo';
    } & LabValues<Q>)[];
    years?: Q;
    base?: 'white' | 'neutral';
    limit?: Q;
    recipe?: PasteShare<Q>[];
    batch?: Q;
    trials?: ({ at: string; by?: 'reader' | 'typed'; pastes: PasteShare<Q>[] } & LabValues<Q>)[];
  };
  check?: {
    items?: { check: CheckId; result?: CheckResult; gap?: Q; film?: Q; number?: Q; note?: string }[];
    who?: string;
    at?: string;
  };
  taper?: { ratio?: Q; side?: TaperSide };
  obstacles?: Obstacle<Q>[];
  former?: 'flat' | 'pieces' | 'splash' | 'foam';
  laminate?: {
    order?: LayOrder;
    minimumStep?: Q;
    waste?: Q;
    groundCoat?: Q;
    plies?: PlyChoice[];
    cover?: 'no' | 'yes';
    coverLap?: Q;
    lie?: 'flat' | 'vertical' | 'overhead';
  };
  structure?: Member<Q>[];
  repair?: RepairFacts<Q>;
  schedule?: { start?: string; wanted?: string; done?: { stage: Stage; at: string }[] };
}

export type JobDocument = JobOf<Written>;
export type Job = JobOf<number>;
