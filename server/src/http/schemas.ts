import {
  JOB_FIELDS,
  LOG_ENTRY_FIELDS,
  PRODUCT_FIELDS,
  SHOP_FIELDS,
  jsonSchemaFor,
  type GroupField,
} from '@nelbo/core';

type JsonSchema = Record<string, unknown>;

/** A field table as a schema to refer to: made from the very table that validates the documents. */
function ofFields(fields: GroupField): JsonSchema {
  const { $schema: _, $id: __, ...schema } = jsonSchemaFor(fields, 'component', fields.label);
  return schema;
}

const object = (properties: JsonSchema, optional: readonly string[] = []): JsonSchema => ({
  type: 'object',
  properties,
  required: Object.keys(properties).filter((k) => !optional.includes(k)),
});
const ref = (name: keyof typeof schemas): JsonSchema => ({ $ref: `#/components/schemas/${name}` });
const uuid = { type: 'string', format: 'uuid' };
const instant = { type: 'string', format: 'date-time' };
const whole = { type: 'integer' };
const text = { type: 'string' };
const maybe = { type: ['string', 'null'] };

const head = { id: uuid, version: whole, archived: { type: 'boolean' }, updatedAt: instant };
const revision = { version: whole, savedAt: instant, name: maybe, who: maybe };
const counts = { type: 'object', additionalProperties: whole };

const schemas: Record<string, JsonSchema> = {
  JobDocument: ofFields(JOB_FIELDS),
  Shop: ofFields(SHOP_FIELDS),
  Product: ofFields(PRODUCT_FIELDS),
  StoredProduct: object({ id: text, product: { $ref: '#/components/schemas/Product' } }),
  Photo: object({ id: uuid, name: text, type: text, width: whole, height: whole, madeAt: instant }),
  LogEntry: { ...ofFields(LOG_ENTRY_FIELDS) },
  Job: object({ ...head, epoch: uuid, document: { $ref: '#/components/schemas/JobDocument' } }),
  JobSummary: object({ ...head, title: text, boat: text, schedule: { type: 'object' } }),
  JobList: object({
    total: whole,
    jobs: { type: 'array', items: { $ref: '#/components/schemas/JobSummary' } },
  }),
  Imported: object({
    job: { $ref: '#/components/schemas/Job' },
    problems: { type: 'array', items: { $ref: '#/components/schemas/FieldProblem' } },
  }),
  Revision: object(revision),
  RevisionWithDocument: object({ ...revision, document: { $ref: '#/components/schemas/JobDocument' } }),
  StoredLogEntry: object(
    {
      id: uuid,
      stage: text,
      at: instant,
      who: text,
      text,
      receivedAt: instant,
      event: (ofFields(LOG_ENTRY_FIELDS)['properties'] as JsonSchema)['event'],
    },
    ['event'],
  ),
  WorkOrder: object({ id: uuid, jobVersion: whole }),
  KeptWorkOrder: object({ id: uuid, jobVersion: whole, madeAt: instant, engine: text, library: text }),
  BoatColour: object({
    jobId: uuid,
    title: text,
    updatedAt: instant,
    colour: (ofFields(JOB_FIELDS)['properties'] as JsonSchema)['colour'],
  }),
  Health: object({ status: { const: 'ok' } }),
  Restored: object({ counts, digest: text, cleaned: whole, equal: { const: true } }),
  YardContents: object({ counts }),
  FieldProblem: object(
    {
      severity: { enum: ['assumed', 'warning', 'error'] },
      path: text,
      code: text,
      params: { type: 'object' },
      what: text,
      allowed: text,
      suggestion: text,
      stage: text,
    },
    ['allowed', 'suggestion', 'stage'],
  ),
  Problem: object(
    {
      type: text,
      title: text,
      status: whole,
      detail: text,
      problems: { type: 'array', items: { $ref: '#/components/schemas/FieldProblem' } },
      current: { $ref: '#/components/schemas/Job' },
    },
    ['detail', 'problems', 'current'],
  ),
};

/** Shapes that requests and answers have, by name. */
export const components = { schemas, ref };
