import {
  bigserial,
  boolean,
  customType,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });

/** One repair. What is searched and counted is in columns; the technical description is the document. */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid('id').primaryKey(),
    title: text('title').notNull(),
    boat: text('boat').notNull(),
    document: jsonb('document').notNull(),
    version: integer('version').notNull(),
    archived: boolean('archived').notNull().default(false),
    createdAt: instant('created_at').notNull().defaultNow(),
    updatedAt: instant('updated_at').notNull().defaultNow(),
  },
  (t) => [index('jobs_updated').on(t.archived, t.updatedAt)],
);

/** Every saved state of a job's document. */
export const jobRevisions = pgTable(
  'job_revisions',
  {
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id),
    version: integer('version').notNull(),
    document: jsonb('document').notNull(),
    savedAt: instant('saved_at').notNull().defaultNow(),
    /** Given by a person to find it again: "as quoted". */
    name: text('name'),
    /** Who saved it, as they call themselves: a label, not a proof. */
    who: text('who'),
    /** Made by the client per save, so that a save sent again is stored once. */
    saveId: uuid('save_id'),
  },
  (t) => [
    primaryKey({ columns: [t.jobId, t.version] }),
    uniqueIndex('job_revisions_save').on(t.jobId, t.saveId),
  ],
);

/** Append-only (a trigger refuses update, delete and truncate). The id is made by the client. */
export const logEntries = pgTable(
  'log_entries',
  {
    id: uuid('id').primaryKey(),
    sequence: bigserial('sequence', { mode: 'number' }).notNull(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id),
    stage: text('stage').notNull(),
    at: instant('at').notNull(),
    who: text('who').notNull(),
    text: text('text').notNull(),
    /** What happened, as a machine can read it. */
    event: jsonb('event'),
    receivedAt: instant('received_at').notNull().defaultNow(),
  },
  (t) => [index('log_entries_job').on(t.jobId, t.sequence)],
);

/** The plan as it stood when a work order was printed: later changes of data never rewrite what was done. */
export const workOrders = pgTable('work_orders', {
  id: uuid('id').primaryKey(),
  jobId: uuid('job_id')
    .notNull()
    .references(() => jobs.id),
  jobVersion: integer('job_version').notNull(),
  document: jsonb('document').notNull(),
  plan: jsonb('plan').notNull(),
  engine: text('engine').notNull(),
  library: text('library').notNull(),
  madeAt: instant('made_at').notNull().defaultNow(),
});

/** What the yard's Stores say besides the library: overrides by the id of the library, products of its own. */
export const products = pgTable('products', {
  id: text('id').primaryKey(),
  document: jsonb('document').notNull(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
});

const bytea = customType<{ data: Buffer }>({ dataType: () => 'bytea' });

/** Photographs of a job, made small and without what the camera wrote into them. */
export const photos = pgTable(
  'photos',
  {
    id: uuid('id').primaryKey(),
    jobId: uuid('job_id')
      .notNull()
      .references(() => jobs.id),
    name: text('name').notNull(),
    type: text('type').notNull(),
    width: integer('width').notNull(),
    height: integer('height').notNull(),
    bytes: bytea('bytes').notNull(),
    madeAt: instant('made_at').notNull().defaultNow(),
  },
  (t) => [index('photos_job').on(t.jobId, t.madeAt)],
);

/**
 * Which yard this is: one row. The epoch is made anew by every restore, since versions of jobs then begin anew: a page
 * that still shows the yard before it must not save over this one because the numbers happen to meet.
 */
export const yard = pgTable('yard', {
  id: integer('id').primaryKey(),
  epoch: uuid('epoch').notNull().defaultRandom(),
});

/** The yard itself: one row. */
export const shop = pgTable('shop', {
  id: integer('id').primaryKey(),
  document: jsonb('document').notNull(),
  updatedAt: instant('updated_at').notNull().defaultNow(),
});
