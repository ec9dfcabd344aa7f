import { problemAt, type Problem, type Told } from '../trace/problem';
import type { OtherFile } from '../trace/problem-codes';

type Document = Record<string, unknown>;

/** One step from a format to the next. It gets a document of the format `from` and gives one of the format `to`. */
export interface Migration {
  readonly from: string;
  readonly to: string;
  readonly apply: (document: Document) => Document;
}

/**
 * Steps that lead older job files to the present format. A file of `nelbo-job/1` holds one place: what `nelbo-job/2` has of
 * the first place stands where it stood.
 */
export const JOB_MIGRATIONS: readonly Migration[] = [
  { from: 'nelbo-job/1', to: 'nelbo-job/2', apply: (document) => document },
];

/** Name and number of a format such as "nelbo-job/1". */
export function parseFormat(format: unknown): { name: string; version: number } | undefined {
  const m = typeof format === 'string' ? /^([a-z][a-z-]{0,40})\/(\d{1,6})$/.exec(format) : null;
  return m ? { name: m[1], version: Number(m[2]) } : undefined;
}

/**
 * Brings a document of an older format up to date, step by step.
 * @param current the format that is wanted
 * @returns the document, or the reason why it is not taken: a newer format, another kind of file, or one without a way
 */
export function migrate(
  document: Document,
  current: string,
  steps: readonly Migration[],
): { document?: Document; from?: string; problem?: Problem } {
  const wanted = parseFormat(current);
  const refuse = (...told: Told): { problem: Problem } => ({
    problem: problemAt({ severity: 'error', path: 'format' }, told),
  });
  const { format } = document;
  if (format === current || format === undefined) return { document };
  const found = parseFormat(format);
  if (!found || found.name !== wanted?.name) {
    const other = found ? KINDS[found.name] : undefined;
    const shown = typeof format === 'string' ? format.slice(0, 60) : typeof format;
    return other
      ? refuse('other-kind-of-file', { kind: other, current })
      : refuse('unknown-format', { shown, current });
  }
  if (found.version > wanted.version) return refuse('newer-format', { format: String(format), current });
  let at = document;
  while (at['format'] !== current) {
    const step = steps.find((s) => s.from === at['format']);
    if (!step) return refuse('no-way-from-format', { format: String(at['format']), current });
    at = { ...step.apply(at), format: step.to };
  }
  return { document: at, from: String(format) };
}

/** Other files of ours, which are easily taken for a job file. */
const KINDS: Readonly<Record<string, OtherFile>> = { 'nelbo-backup': 'backup', 'nelbo-plan': 'plan' };
