import type { Figure } from './figure';
import type { Stage } from './problem';

/** A task before it is placed in time. */
export interface DraftTask {
  readonly id: string;
  readonly stage: Stage;
  readonly label: string;
  readonly kind: 'work' | 'wait';
  readonly duration: Figure;
  readonly plies?: readonly number[];
  /** Steps that one person must not do alone: how many are needed. */
  readonly people?: number;
  /** A wait that ends at a moment which is known, ms since 1970: a forecast of drying. */
  readonly until?: number;
  /** One person does it, whoever else is there: a survey, a pot. */
  readonly alone?: boolean;
  /** Several hands share it: it takes their share of its working time. */
  readonly shared?: boolean;
  /** Goes on at once with the next task: a mixed pot does not wait. */
  readonly withNext?: boolean;
  /** Window of the layer just laid, s from the start of the task. */
  readonly window?: { readonly opens: Figure; readonly closes: Figure };
  /** What is done first where work goes on only after the window has shut. */
  readonly abrade?: DraftTask;
  /** A wait for a cure: what cures, and until when it is waited for. A forecast works its length out anew. */
  readonly cures?: Cures;
}

export interface Cures {
  readonly of: 'laminate' | 'bedding' | 'filler' | 'finish' | 'film';
  readonly until: 'opens' | 'sand';
  /** Group of plies, or coat. */
  readonly number: number;
  readonly face?: 'outside' | 'inside';
  /** Of a film: the product of the chain that it is. */
  readonly product?: string;
}
