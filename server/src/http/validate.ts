import { readerOf, storable, type Fields, type GroupField, type ValueOf } from '@nelbo/core';
import * as yup from 'yup';
import { HttpProblem, invalid } from './problem';

/** Throws a 422 for data that cannot be stored and given back as it is, whatever it means. */
export function mustBeStorable(value: unknown): void {
  const problems = storable(value);
  if (problems.length > 0) throw invalid(problems);
}

/** Makes a validator of a field table: returns the valid body, or throws a 422 that names every bad field. */
export function bodyOf<F extends Fields>(
  fields: GroupField<F>,
): (body: unknown) => ValueOf<GroupField<F>, number> {
  const read = readerOf(fields);
  return (body) => {
    mustBeStorable(body);
    const { whole, problems } = read(body);
    if (!whole) throw invalid(problems.filter((p) => p.severity === 'error'));
    return whole;
  };
}

const uuid = yup.string().uuid().required();

/** A path or body id that must be a UUID. */
export function uuidOf(value: unknown, name = 'id'): string {
  if (uuid.isValidSync(value, { strict: true })) return value.toLowerCase();
  throw new HttpProblem(400, `${name} is not a UUID`);
}

/** The number of a revision in a path. */
export function versionOf(value: string): number {
  if (/^[1-9]\d{0,8}$/.test(value)) return Number(value);
  throw new HttpProblem(400, 'The version is not a whole number from 1');
}

/** A whole number within limits, with one message that says so. */
export function whole(name: string, least: number, most: number): yup.NumberSchema {
  const message = `${name} must be a whole number from ${least} to ${most}`;
  return yup.number().typeError(message).integer(message).min(least, message).max(most, message);
}

export const yesOrNo = (name: string): yup.BooleanSchema =>
  yup.boolean().typeError(`${name} must be true or false`);

/** Validates query parameters against a Yup object schema. */
export function queryOf<T>(schema: yup.Schema<T>, query: unknown): T {
  try {
    return schema.validateSync(query, { stripUnknown: true });
  } catch (e) {
    throw new HttpProblem(
      400,
      'A query parameter cannot be used',
      e instanceof Error ? e.message : undefined,
    );
  }
}

/** Validates a JSON body against a Yup object schema, without changing any type. */
export function jsonOf<T>(schema: yup.Schema<T>, value: unknown): T {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    throw new HttpProblem(400, 'The request body cannot be used', 'it must be a JSON object');
  try {
    return schema.validateSync(value, { strict: true });
  } catch (e) {
    throw new HttpProblem(400, 'The request body cannot be used', e instanceof Error ? e.message : undefined);
  }
}
