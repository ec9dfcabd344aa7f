/**
 * Fields of documents as a form needs them: their tables, limits, units. Imported as `@nelbo/core/fields` by what is drawn
 * before any job is planned.
 */
export { dewPoint } from './physics/dew-point';
export { sayIn } from './report/say';
export { checkLeaf, YEARS } from './schema/check-field';
export { tellRefused } from './tell/refused';
export { allowedRange } from './units/limits';
export type { Field, GroupField, QuantityField } from './schema/field';
export { findField } from './schema/say-field';
export { SHOP_FIELDS } from './schema/shop-fields';
export { parseQuantity } from './units/parse';
export { parseTold, type By } from './units/told';
export { preferredUnit } from './units/preferences';
export { fromSI } from './units/units';
