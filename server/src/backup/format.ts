/**
 * A backup is gzipped lines of JSON: a header, one line per row in a fixed order, and a closing line with the counts
 * and a digest of all rows. Its order and its texts come from the database, so that equal yards make equal rows.
 */
export const BACKUP_FORMAT = 'nelbo-backup/1';

/** Tables in the order in which they can be filled, each with its key. */
export const TABLES = [
  { name: 'shop', order: 'id' },
  { name: 'jobs', order: 'id' },
  { name: 'job_revisions', order: 'job_id, version' },
  { name: 'log_entries', order: 'sequence' },
  { name: 'work_orders', order: 'id' },
  { name: 'products', order: 'id' },
  { name: 'photos', order: 'id' },
] as const;
export type TableName = (typeof TABLES)[number]['name'];

export type Counts = Record<TableName, number>;

export const noCounts = (): Counts => Object.fromEntries(TABLES.map((t) => [t.name, 0])) as Counts;

export interface Header {
  readonly format: string;
  readonly madeAt: string;
  readonly engine: string;
}

export interface Closing {
  readonly end: true;
  readonly counts: Counts;
  readonly digest: string;
}
