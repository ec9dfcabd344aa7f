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

export interface TextField extends Base {
  readonly kind: 'text';
  readonly max: number;
}
export interface ChoiceField extends Base {
  readonly kind: 'choice';
  readonly options: Readonly<Record<string, string>>;
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
  readonly length: number;
}
export interface ListField extends Base {
  readonly kind: 'list';
  readonly item: GroupField;
  readonly max: number;
}
export interface GroupField extends Base {
  readonly kind: 'group';
  readonly fields: Readonly<Record<string, Field>>;
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

/** The same field, marked as required. */
export const required = <F extends Field>(f: F): F => ({ ...f, required: true });

export const text = (label: string, max = 200): TextField => ({ kind: 'text', label, max });
export const choice = (label: string, options: Record<string, string>, help?: string): ChoiceField => ({
  kind: 'choice',
  label,
  options,
  help,
});
/** A choice of a product of the library, or of one that the yard made itself. */
export const productChoice = (label: string, options: Record<string, string>): ChoiceField => ({
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
export const timeOfDay = (label: string): TimeOfDayField => ({ kind: 'time of day', label });
export const list = (label: string, item: GroupField, max: number): ListField => ({
  kind: 'list',
  label,
  item,
  max,
});
export const instant = (label: string): InstantField => ({ kind: 'instant', label });
export const group = (label: string, fields: Record<string, Field>): GroupField => ({
  kind: 'group',
  label,
  fields,
});
