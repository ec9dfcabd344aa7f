import type { Dimension } from '../units/units';
import type { UnitSymbol } from '../units/units';

/**
 * Fields of a document as data. One table serves the Yup schema, the JSON Schema, the reader and the forms,
 * so that a label or a limit is written once.
 */
interface Base {
  readonly label: string;
  readonly help?: string;
  readonly required?: boolean;
}

export type Options = Readonly<Record<string, string>>;
export type Fields = Readonly<Record<string, Field>>;

export interface TextField extends Base {
  readonly kind: 'text';
  readonly max: number;
}
/** @typeParam O codes of the options with their words */
export interface ChoiceField<O extends Options = Options> extends Base {
  readonly kind: 'choice';
  readonly options: O;
  /** Products that the yard made itself are taken besides the options: ids that begin with `own-`. */
  readonly orOwn?: boolean;
}
export interface QuantityField extends Base {
  readonly kind: 'quantity';
  readonly dimension: Dimension;
  /** Limits in the stored (SI, °C) unit, and the unit in which they are told. */
  readonly min: number;
  readonly max: number;
  readonly unit: UnitSymbol;
}
export interface InstantField extends Base {
  readonly kind: 'instant';
}
/** Hours and minutes on the wall, "07:30". */
export interface TimeOfDayField extends Base {
  readonly kind: 'time of day';
}
export interface TupleField extends Base {
  readonly kind: 'tuple';
  readonly item: QuantityField;
  readonly length: 2;
}
export interface ListField<F extends Fields = Fields> extends Base {
  readonly kind: 'list';
  readonly item: GroupField<F>;
  readonly max: number;
}
export interface GroupField<F extends Fields = Fields> extends Base {
  readonly kind: 'group';
  readonly fields: F;
}
export type Field =
  | TextField
  | ChoiceField
  | QuantityField
  | InstantField
  | TimeOfDayField
  | TupleField
  | ListField
  | GroupField;

/** A field that must be there. */
export type RequiredField<F extends Field> = F & { readonly required: true };

/** The same field, marked as required. */
export const required = <F extends Field>(f: F): RequiredField<F> => ({ ...f, required: true });

/**
 * A field that a document is refused without, and that a document still being written may lack: its type says so.
 * Inside lists `required` is true as it stands, since an entry with a bad field is left out whole.
 */
export const expected = <F extends Field>(f: F): F => ({ ...f, required: true });

export const text = (label: string, max = 200): TextField => ({ kind: 'text', label, max });
export const choice = <const O extends Options>(
  label: string,
  options: O,
  help?: string,
): ChoiceField<O> => ({ kind: 'choice', label, options, help });
/** A choice of a product of the library, or of one that the yard made itself. */
export const productChoice = (label: string, options: Options): ChoiceField => ({
  kind: 'choice',
  label,
  options,
  orOwn: true,
});
/** Id of a product that the yard made itself. */
export const OWN_ID = /^own-[a-z0-9-]{1,60}$/;
export const quantity = (
  label: string,
  dimension: Dimension,
  min: number,
  max: number,
  unit: UnitSymbol,
  help?: string,
): QuantityField => ({ kind: 'quantity', label, dimension, min, max, unit, help });
/** Two quantities that belong together, such as length and width. */
export const pair = (label: string, item: QuantityField): TupleField => ({
  kind: 'tuple',
  label,
  item,
  length: 2,
});
export const timeOfDay = (label: string): TimeOfDayField => ({ kind: 'time of day', label });
export const list = <F extends Fields>(label: string, item: GroupField<F>, max: number): ListField<F> => ({
  kind: 'list',
  label,
  item,
  max,
});
export const instant = (label: string): InstantField => ({ kind: 'instant', label });
export const group = <F extends Fields>(label: string, fields: F): GroupField<F> => ({
  kind: 'group',
  label,
  fields,
});

/** A field for every code, made from its word. */
export const eachOf = <K extends string, W, F extends Field>(
  words: Readonly<Record<K, W>>,
  make: (word: W, code: K) => F,
): Readonly<Record<K, F>> =>
  Object.fromEntries(Object.entries<W>(words).map(([k, w]) => [k, make(w, k as K)])) as Record<K, F>;

/** Options of a table whose entries have names. */
export const namesOf = <K extends string>(
  table: Readonly<Record<K, { readonly name: string }>>,
): Readonly<Record<K, string>> =>
  Object.fromEntries(
    Object.entries<{ readonly name: string }>(table).map(([k, entry]) => [k, entry.name]),
  ) as Record<K, string>;
