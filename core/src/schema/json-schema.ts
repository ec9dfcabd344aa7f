import { formatIn } from '../units/format';
import { allowedRange } from '../units/limits';
import { OWN_ID, type Field, type GroupField } from './field';

type JsonSchema = Record<string, unknown>;

/** JSON Schema (draft 2020-12) of a field table, made from the same source as the Yup schema. */
export function jsonSchemaFor(root: GroupField, id: string, title: string): JsonSchema {
  return { $schema: 'https://json-schema.org/draft/2020-12/schema', $id: id, title, ...schemaOf(root) };
}

function schemaOf(field: Field): JsonSchema {
  const note = { title: field.label, ...(field.help ? { description: field.help } : {}) };
  switch (field.kind) {
    case 'text':
      return { ...note, type: 'string', maxLength: field.max };
    case 'instant':
      return { ...note, type: 'string', format: 'date-time' };
    case 'time of day':
      return { ...note, type: 'string', pattern: '^([01]\\d|2[0-3]):[0-5]\\d$' };
    case 'choice':
      return field.orOwn
        ? {
            ...note,
            anyOf: [{ enum: Object.keys(field.options) }, { type: 'string', pattern: OWN_ID.source }],
          }
        : { ...note, enum: Object.keys(field.options) };
    case 'quantity':
      return {
        ...note,
        description: `${field.help ? `${field.help}; ` : ''}a text with its unit such as "${example(field.min, field.max, field.unit)}", or an SI number; ${allowedRange(field)}`,
        anyOf: [
          { type: 'number', minimum: field.min, maximum: field.max },
          { type: 'string', pattern: '\\d' },
        ],
      };
    case 'tuple':
      return {
        ...note,
        type: 'array',
        items: schemaOf(field.item),
        minItems: field.length,
        maxItems: field.length,
      };
    case 'list':
      return { ...note, type: 'array', items: schemaOf(field.item), maxItems: field.max };
    case 'group': {
      const required = Object.entries(field.fields)
        .filter(([, f]) => f.required)
        .map(([name]) => name);
      return {
        ...note,
        type: 'object',
        properties: Object.fromEntries(Object.entries(field.fields).map(([name, f]) => [name, schemaOf(f)])),
        ...(required.length > 0 ? { required } : {}),
      };
    }
  }
}

function example(min: number, max: number, unit: Parameters<typeof formatIn>[1]): string {
  const middle = formatIn(min > 0 ? Math.sqrt(min * max) : (min + max) / 4, unit, 0);
  return `${middle.text} ${middle.unit}`;
}
