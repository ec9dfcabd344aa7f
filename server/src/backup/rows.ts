import { LOG_ENTRY_FIELDS, YEARS, parseFormat, readerOf, storable } from '@nelbo/core';
import * as yup from 'yup';
import type { TableName } from './format';

/**
 * What a row of a backup must be like. A backup is a file from anywhere: its rows are held against the same rules as
 * what is sent to the interface, before any of them is near the yard.
 */
const id = yup.string().uuid().required();
const whole = (least: number) => yup.number().integer().min(least).max(2_000_000_000).required();
const instant = yup
  .string()
  .required()
  .test('instant', '${path} is no instant', (v) => {
    const year = new Date(v).getUTCFullYear();
    return year >= YEARS.first && year <= YEARS.last;
  });
const text = (most: number) => yup.string().defined().max(most);
const storableObject = yup
  .mixed()
  .test(
    'document',
    '${path} is no document that can be kept',
    (v) => typeof v === 'object' && v !== null && !Array.isArray(v) && storable(v).length === 0,
  );
/** A document of a format of ours that this version, or an older one, could have written. */
const job = storableObject.test(
  'format',
  '${path} is no job',
  (v) => parseFormat((v as { format?: unknown } | undefined)?.format)?.name === 'nelbo-job',
);
/** A plan holds more values than any document; it is only ever handed out again. */
const plan = yup
  .mixed()
  .test('plan', '${path} is no plan', (v) => typeof v === 'object' && v !== null && !Array.isArray(v));

const readEntry = readerOf(LOG_ENTRY_FIELDS);
const logEntry = yup
  .object({ id, job_id: id, sequence: whole(1), received_at: instant })
  .test('entry', 'is no log entry', (row) => {
    const { id: own, stage, at, who, text: words, event } = row as unknown as Record<string, unknown>;
    const { whole } = readEntry({
      id: own,
      stage,
      at,
      who,
      text: words,
      ...(event === null || event === undefined ? {} : { event }),
    });
    return storable(row).length === 0 && whole !== undefined;
  });

const ROWS: Readonly<Record<TableName, yup.Schema>> = {
  shop: yup.object({ id: whole(1), document: storableObject, updated_at: instant }),
  jobs: yup.object({
    id,
    title: text(400),
    boat: text(400),
    document: job,
    version: whole(1),
    archived: yup.boolean().required(),
    created_at: instant,
    updated_at: instant,
  }),
  job_revisions: yup.object({
    job_id: id,
    version: whole(1),
    document: job,
    saved_at: instant,
    name: text(400).nullable(),
    who: text(400).nullable(),
    save_id: yup.string().uuid().nullable(),
  }),
  log_entries: logEntry,
  work_orders: yup.object({
    id,
    job_id: id,
    job_version: whole(1),
    document: job,
    plan,
    engine: text(80),
    library: text(80),
    made_at: instant,
  }),
  products: yup.object({
    id: yup
      .string()
      .required()
      .matches(/^[a-z0-9-]{1,80}$/),
    document: storableObject,
    updated_at: instant,
  }),
  photos: yup.object({
    id,
    job_id: id,
    name: text(400),
    type: text(80),
    width: whole(1),
    height: whole(1),
    bytes: yup
      .string()
      .required()
      .matches(/^\\x([0-9a-f]{2})+$/),
    made_at: instant,
  }),
};

/** @returns what is wrong with a row, in few words; undefined for one that can be restored */
export function wrongWith(table: TableName, row: unknown): string | undefined {
  try {
    ROWS[table].validateSync(row, { strict: true, disableStackTrace: true });
    return undefined;
  } catch (e) {
    return e instanceof yup.ValidationError ? e.message.slice(0, 120) : 'cannot be read';
  }
}
