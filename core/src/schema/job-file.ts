import type { Problem } from '../trace/problem';
import type { Job, JobDocument } from './job';
import { readJob } from './read-job';
import { storable } from './storable';

/** A job file may be no longer than this many characters. */
export const JOB_FILE_LIMIT = 4_000_000;

/** How other kinds of files begin. */
const BEGINNINGS: readonly (readonly [string, string])[] = [
  ['%PDF', 'a PDF'],
  ['\u0089PNG', 'a picture'],
  ['\ufffdPNG', 'a picture'],
  ['\ufffd\ufffd\ufffd\ufffd', 'a picture'],
  ['PK', 'a zip archive'],
  ['\u001f\u008b', 'a compressed file; a backup is restored in Settings'],
  ['\u001f\ufffd', 'a compressed file; a backup is restored in Settings'],
  ['<', 'a web page or drawing'],
  ['{"format":"nelbo-backup/', 'the backup of a whole yard; restore it in Settings'],
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
  const refuse = (what: string, suggestion: string, allowed?: string): OpenedFile => ({ problems: [{ severity: 'error', path: '(file)', what, suggestion, allowed }] });
  if (text.length > JOB_FILE_LIMIT) return refuse('the file is too large', 'a job file holds one job; a whole yard is restored in Settings', `up to ${JOB_FILE_LIMIT / 1e6} MB`);
  if (text.trim() === '') return refuse('the file is empty', 'choose a *.nelbo.json file');
  const other = BEGINNINGS.find(([begin]) => text.startsWith(begin));
  let document: unknown;
  try {
    document = JSON.parse(text.replace(/^\ufeff/, ''));
  } catch {
    return other ? refuse(`the file is ${other[1]}, not a job file`, 'choose a *.nelbo.json file') : refuse('the file cannot be read as JSON', 'is it cut short? Export the job again');
  }
  const unkeepable = storable(document);
  if (unkeepable.length > 0) return { problems: unkeepable };
  const read = readJob(document);
  if (read.problems.some((p) => p.severity === 'error') || !read.job) return { problems: read.problems };
  return { document: read.document, job: read.job, problems: read.problems };
}
