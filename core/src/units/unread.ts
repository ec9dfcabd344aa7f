import type { Dimension, UnitSymbol } from './units';

/** Why a text or a value is no quantity, by code; words are made of it in `tell/refused.ts`. */
export type Unread = { readonly dimension: Dimension } & (
  | { readonly why: 'not-finite' | 'no-text' | 'empty' | 'too-large' }
  | { readonly why: 'too-long'; readonly begins: string }
  | {
      readonly why: 'cannot-read' | 'no-unit' | 'no-density' | 'no-pump' | 'no-drop';
      readonly typed: string;
    }
  | { readonly why: 'unknown-unit'; readonly unit: string }
  | { readonly why: 'other-unit'; readonly unit: UnitSymbol | 'oz' }
  /** An ounce of a fabric is per square yard or per square foot; any other weighs or is filled. */
  | { readonly why: 'which-ounce'; readonly value: number }
);
