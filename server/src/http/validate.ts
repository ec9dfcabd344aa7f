import { readDocument, yupFor, type GroupField } from '@nelbo/core';
import * as yup from 'yup';
import { HttpProblem, invalid } from './problem';

/** Makes a validator of a field table: returns the valid body, or throws a 422 that names every bad field. */
export function bodyOf<T>(fields: GroupField): (body: unknown) => T {
  const schema = yupFor(fields);
  return (body) => {
    const { value, problems } = readDocument(body, fields, schema);
    const errors = problems.filter((p) => p.severity === 'error');
    if (errors.length > 0) throw invalid(errors);
    return value as T;
  };
}

const uuid = yup.string().uuid().required();

/** A path or body id that must be a UUID. */
export function uuidOf(value: unknown, name = 'id'): string {
  if (uuid.isValidSync(value, { strict: true })) return value.toLowerCase();
  throw new HttpProblem(400, `${name} is not a UUID`);
}

/** Validates query parameters against a Yup object schema. */
export function queryOf<T>(schema: yup.Schema<T>, query: unknown): T {
  try {
    return schema.validateSync(query, { stripUnknown: true });
  } catch (e) {
    throw new HttpProblem(400, 'A query parameter cannot be used', e instanceof Error ? e.message : undefined);
  }
}
