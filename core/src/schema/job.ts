import type { Duty } from '../materials/defaults';
import type { Stage } from '../trace/problem';

export type Shape = 'ellipse' | 'rectangle';
export type Extent = 'first look' | 'true extent';
export type LayOrder = 'largest first' | 'smallest first';

/** A quantity as it may be written in a document: SI number (°C for temperature), or a text with its unit. */
export type Written = number | string;

/** One dated discovery of how far the damage goes. Q is `number` once read, `Written` in a document. */
export interface Finding<Q = number> {
  at: string;
  extent: Extent;
  shape?: Shape;
  size: [Q, Q];
  method?: string;
  who?: string;
  note?: string;
}

/** The technical description of a job. `JobOf<Written>` is the document; `Job` is what it says, in SI. */
export interface JobOf<Q> {
  format: string;
  title?: string;
  boat?: { name?: string; owner?: string };
  hull: { material?: 'frp-solid'; laminate?: string; thickness?: Q; gelCoat?: Q };
  damage: {
    kind?: 'hole';
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
  conditions?: { temperature?: Q; humidity?: Q };
  system?: { resin?: string; cloth?: string; filler?: string; finish?: string };
  taper?: { ratio?: Q; side?: 'outside' };
  laminate?: { order?: LayOrder; minimumStep?: Q; waste?: Q; groundCoat?: Q };
  schedule?: { start?: string; wanted?: string; done?: { stage: Stage; at: string }[] };
}

export type JobDocument = JobOf<Written>;
export type Job = JobOf<number>;
