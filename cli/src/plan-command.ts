import { closeSync, openSync, readSync } from 'node:fs';
import {
  JOB_FIELDS,
  LIBRARY,
  describeProblem,
  jsonSchemaFor,
  numberedWork,
  stopsOf,
  tellProblem,
  planRepair,
  refinePlan,
  refineProblems,
  readJob,
  storable,
  JOB_FILE_LIMIT,
  type Job,
  type Plan,
  type Problem,
  type Stop,
} from '@nelbo/core';
import { provenForecast } from '@nelbo/core/cure';
import { REPAIRS } from '@nelbo/core/repairs';
import { FORMATS, FORMAT_NAMES, isFormat, type Format } from './formats';

export interface Outcome {
  readonly stdout: string;
  readonly stderr: string;
  readonly code: 0 | 1 | 2;
}

const USAGE = `usage: nelbo plan FILE [--format ${FORMAT_NAMES.join('|')}] [--reasons]
       nelbo plan FILE --inspect
       nelbo plan --schema

FILE is a job file (*.nelbo.json); - reads standard input. Problems go to standard error.
cut: what to cut and how it lies on the rolls; dxf, svg: the patterns at 1:1.
--inspect: replays the plan step by step and lists every gate that is broken and every STOP.
--reasons: where every figure of a work order (text, md) comes from, at its end.
Without --format: text on a terminal, json into a file or pipe.
Exit status: 0 planned, 1 wrong usage, 2 the file has an error (what could be planned is printed), or the inspector found
a broken gate.`;

/**
 * Runs `nelbo plan` with its arguments. Reads the file; writes nothing itself.
 * @param now ms since 1970
 * @param terminal whether a person reads the output as it comes
 */
export function planCommand(args: readonly string[], now: number, terminal = false): Outcome {
  const done = planned(args, now, terminal);
  // Names and words of others reach a terminal as words only.
  return { ...done, stderr: done.stderr.replace(CONTROLS, '') };
}

function planned(args: readonly string[], now: number, terminal: boolean): Outcome {
  if (args.includes('--help') || args.length === 0)
    return {
      stdout: args.length === 0 ? '' : `${USAGE}\n`,
      stderr: args.length === 0 ? `${USAGE}\n` : '',
      code: args.length === 0 ? 1 : 0,
    };
  if (args.includes('--schema'))
    return { stdout: `${JSON.stringify(jobSchemaDocument(), null, 2)}\n`, stderr: '', code: 0 };
  const reasons = args.includes('--reasons');
  const inspect = args.includes('--inspect');
  const rest = args.filter((a) => a !== '--reasons' && a !== '--inspect');
  const at = rest.findIndex((a) => a === '--format' || a.startsWith('--format='));
  let format = terminal ? 'text' : 'json';
  if (at !== -1) {
    const [flag] = rest.splice(at, 1);
    format = flag.includes('=') ? flag.split('=')[1] : (rest.splice(at, 1)[0] ?? '');
  }
  if (!isFormat(format))
    return usage(
      `--format must be ${FORMAT_NAMES.slice(0, -1).join(', ')} or ${FORMAT_NAMES.at(-1)}, not “${format}”`,
    );
  const unknown = rest.find((a) => a.startsWith('-') && a !== '-');
  if (unknown) return usage(`unknown option ${unknown}`);
  if (rest.length !== 1) return usage('name one job file');
  if (reasons && format !== 'text' && format !== 'md')
    return usage('--reasons goes with --format text or md; json has every reason in its trace');
  if (inspect && (at !== -1 || reasons)) return usage('--inspect goes by itself');
  return planFile(rest[0], inspect ? 'inspect' : format, now, reasons);
}

function usage(message: string): Outcome {
  return { stdout: '', stderr: `nelbo plan: ${message}\n${USAGE}\n`, code: 1 };
}

const CHUNK = 65_536;
/** Bytes of a text of the longest job file, whatever script it is written in. */
const MOST_BYTES = 4 * JOB_FILE_LIMIT;
/** What a terminal would obey instead of showing it. */
const CONTROLS = /[\u0000-\u0008\u000b-\u001f\u007f-\u009f]/g;

/** The text of a file, of a pipe or of a device, up to the bound of a job file: some of these never end. */
function readBounded(file: string): string {
  const from = file === '-' ? 0 : openSync(file, 'r');
  try {
    const chunks: Buffer[] = [];
    for (let size = 0; size <= MOST_BYTES;) {
      const chunk = Buffer.alloc(CHUNK);
      const read = readSync(from, chunk);
      if (read === 0) break;
      chunks.push(chunk.subarray(0, read));
      size += read;
    }
    return Buffer.concat(chunks).toString('utf8');
  } finally {
    if (from !== 0) closeSync(from);
  }
}

function planFile(file: string, format: Format | 'inspect', now: number, reasons: boolean): Outcome {
  let text: string;
  try {
    text = readBounded(file);
  } catch {
    return { stdout: '', stderr: `error: ${file}: cannot be read; check the name of the file\n`, code: 2 };
  }
  if (text.length > JOB_FILE_LIMIT)
    return {
      stdout: '',
      stderr: `error: ${file}: is too large for a job file (allowed: up to ${JOB_FILE_LIMIT / 1e6} MB); a whole yard is restored with ./nelbo restore\n`,
      code: 2,
    };
  let document: unknown;
  try {
    document = JSON.parse(text);
  } catch (e) {
    return {
      stdout: '',
      stderr: `error: ${file}: is not JSON (${e instanceof Error ? e.message : 'unreadable'}); see docs/job-format.md\n`,
      code: 2,
    };
  }
  const unkeepable = storable(document);
  if (unkeepable.length > 0)
    return { stdout: '', stderr: unkeepable.map((p) => `${describeProblem(p)}\n`).join(''), code: 2 };
  const read = readJob(document);
  const planned = read.job ? withCure(read.job, now) : { problems: [] };
  // A field that could not be read is missing for the planner too: one message is enough.
  const fresh = planned.problems.filter(
    (p) =>
      !read.problems.some(
        (r) =>
          r.severity === 'error' &&
          (r.path === p.path || r.path.startsWith(`${p.path}.`) || p.path.startsWith(`${r.path}.`)),
      ),
  );
  const problems = [...read.problems, ...fresh];
  if (format === 'inspect') return inspection(read.job, planned.plan, problems);
  const stdout =
    read.job && planned.plan
      ? FORMATS[format]({ job: read.job, plan: planned.plan, problems, now, reasons })
      : '';
  const stderr = problems.map((p) => `${describeProblem(p)}\n`).join('');
  return {
    stdout: format === 'json' ? stdout : stdout.replace(CONTROLS, ''),
    stderr,
    code: problems.some((p) => p.severity === 'error') ? 2 : 0,
  };
}

/** What the inspector finds in a plan: every broken gate, and where the work stops. */
function inspection(job: Job | undefined, plan: Plan | undefined, problems: readonly Problem[]): Outcome {
  const stderr = problems
    .flatMap((p) => (p.severity === 'error' ? [`${describeProblem(p)}\n`] : []))
    .join('');
  if (!job || !plan?.timeline) return { stdout: '', stderr, code: 2 };
  const { steps } = numberedWork(plan);
  const stops = stopsOf(plan, problems, job.overrides);
  const line = (kind: string, s: Stop): string => {
    const step = steps.find((x) => x.step.id === s.step);
    const { what, suggestion } = tellProblem(s.problem);
    return `${kind}  ${step ? `step ${step.n}, ${step.text}: ` : ''}${what}${suggestion ? `; ${suggestion}` : ''}\n`;
  };
  const [broken, own] = [
    stops.filter((s) => s.problem.code === 'broken-gate'),
    stops.filter((s) => s.problem.code !== 'broken-gate'),
  ];
  const count = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;
  const head = `${count(steps.length, 'step')} replayed: ${count(broken.length, 'broken gate')}, ${count(own.length, 'STOP')}\n`;
  return {
    stdout: [head, ...broken.map((s) => line('BROKEN', s)), ...own.map((s) => line('STOP  ', s))]
      .join('')
      .replace(CONTROLS, ''),
    stderr,
    code: broken.length > 0 || stderr !== '' ? 2 : 0,
  };
}

/** The plan with its cures along the course of the air, by the clock of this machine. */
function withCure(job: Job, now: number): { readonly plan?: Plan; readonly problems: readonly Problem[] } {
  const clock = { now, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone };
  const result = planRepair(job, LIBRARY, {}, clock, REPAIRS);
  const cure = provenForecast(job, result, LIBRARY, {}, clock);
  return result.plan && cure
    ? { plan: refinePlan(result.plan, cure), problems: refineProblems(result.problems, cure) }
    : result;
}

/** The JSON Schema of a job file; docs/schema/ holds a copy that a test keeps equal. */
export function jobSchemaDocument(): Record<string, unknown> {
  return jsonSchemaFor(
    JOB_FIELDS,
    'https://nelbo.invalid/schema/nelbo-job-1.json',
    'Nelbo job file, format nelbo-job/1',
  );
}
