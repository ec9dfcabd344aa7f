import { problemAt, type Problem, type Told } from '../trace/problem';
import type { OtherFile } from '../trace/problem-codes';
import type { Job, JobDocument } from './job';
import { readJob } from './read-job';
import { storable } from './storable';

/** A job file may be no longer than this many characters. */
export const JOB_FILE_LIMIT = 4_000_000;

/** How other kinds of files begin. */
const BEGINNINGS: readonly (readonly [string, OtherFile])[] = [
  ['%PDF', 'pdf'],
  ['\u0089PNG', 'picture'],
  ['\ufffdPNG', 'picture'],
  ['\ufffd\ufffd\ufffd\ufffd', 'picture'],
  ['PK', 'zip'],
  ['\u001f\u008b', 'compressed'],
  ['\u001f\ufffd', 'compressed'],
  ['<', 'markup'],
  ['{"format":"nelbo-backup/', 'backup'],
];

export interface OpenedFile {
  /** Absent when the file cannot be taken; the problems say why. */
  readonly document?: JobDocument;
  readonly job?: Job;
  readonly problems: readonly Problem[];
}

/**
 * Opens the text of a job file: tells other kinds of files apart, brings older formats up to date and refuses newer
 * ones and files with any error. Never throws.
 */
export function openJobFile(text: string): OpenedFile {
  const refuse = (...told: Told): OpenedFile => ({
    problems: [problemAt({ severity: 'error', path: '(file)' }, told)],
  });
  if (text.length > JOB_FILE_LIMIT) return refuse('file-too-large', { most: JOB_FILE_LIMIT });
  if (text.trim() === '') return refuse('file-empty');
  const other = BEGINNINGS.find(([begin]) => text.startsWith(begin));
  let document: unknown;
  try {
    document = JSON.parse(text.replace(/^\ufeff/, ''));
  } catch {
    return other ? refuse('other-file', { kind: other[1] }) : refuse('file-no-json');
  }
  const unkeepable = storable(document);
  if (unkeepable.length > 0) return { problems: unkeepable };
  const read = readJob(document);
  if (read.problems.some((p) => p.severity === 'error') || !read.job) return { problems: read.problems };
  return { document: read.document, job: read.job, problems: read.problems };
}
