import type { ChoiceField, Field, Fields, GroupField, ListField, QuantityField, TupleField } from './field';

/** A quantity as it may be written in a document: SI number (°C for temperature), or a text with its unit. */
export type Written = number | string;

type RequiredKeys<G extends Fields> = {
  [K in keyof G]: G[K] extends { readonly required: true } ? K : never;
}[keyof G];

/** Written out, so that an editor shows fields and not the way to them. */
type Flat<T> = { [K in keyof T]: T[K] };

type GroupValue<G extends Fields, Q> = Flat<
  { [K in RequiredKeys<G>]: ValueOf<G[K], Q> } & {
    [K in Exclude<keyof G, RequiredKeys<G>>]?: ValueOf<G[K], Q>;
  }
>;

/**
 * What a field holds: the types of all documents come from the very tables that validate them.
 *
 * @typeParam Q a quantity: `number` once read (SI, °C), `Written` as it stands in a document
 */
export type ValueOf<F extends Field, Q> =
  F extends GroupField<infer G>
    ? GroupValue<G, Q>
    : F extends ListField<infer I>
      ? GroupValue<I, Q>[]
      : F extends ChoiceField<infer O>
        ? keyof O & string
        : F extends TupleField
          ? [Q, Q]
          : F extends QuantityField
            ? Q
            : string;
