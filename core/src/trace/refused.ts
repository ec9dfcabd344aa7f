import type { Limits } from '../units/limits';
import type { Unread } from '../units/unread';

/** Why the value of one field is refused, by code; words are made of it in `tell/refused.ts`. */
export type Refused = { readonly label: string } & (
  | { readonly fault: 'missing' | 'not-group' | 'not-list' | 'not-text' | 'not-time-of-day' | 'not-instant' }
  | { readonly fault: 'too-many' | 'too-long'; readonly most: number }
  | { readonly fault: 'not-tuple' | 'wrong-length'; readonly length: number }
  | { readonly fault: 'year'; readonly year: number; readonly first: number; readonly last: number }
  | { readonly fault: 'unread'; readonly unread: Unread; readonly limits: Limits }
  | {
      readonly fault: 'outside';
      readonly value: number;
      readonly limits: Limits;
      /** The number as it was given, where it lies within the limits in the unit of the field. */
      readonly meant?: number;
    }
  | {
      readonly fault: 'unknown-choice';
      readonly typed?: string;
      readonly known: readonly string[];
      readonly near?: string;
    }
);

/** Why a text is no grade of paper, by code. */
export type UnreadGrit =
  | { readonly why: 'no-grit'; readonly typed: string }
  | {
      readonly why: 'off-scale';
      readonly scale: 'P' | 'CAMI';
      readonly grade: number;
      /** Grades of that scale on either side. */
      readonly near: readonly [number, number];
      /** The other scale has it. */
      readonly there?: 'P' | 'CAMI';
    };
